const isDigit = (code: number): boolean => code >= 48 && code <= 57;

/** Where the digits that begin at a place of an id end. */
function digitsEnd(id: string, start: number): number {
  let end = start;
  while (end < id.length && isDigit(id.charCodeAt(end))) end++;
  return end;
}

/** Order of ids as people read them, numbers as numbers: b2 before b10, k4-12 between k4 and k5. */
export function compareIds(a: string, b: string): number {
  if (a === b) return 0;
  let [i, j] = [0, 0];
  while (i < a.length && j < b.length) {
    const [codeA, codeB] = [a.charCodeAt(i), b.charCodeAt(j)];
    if (isDigit(codeA) && isDigit(codeB)) {
      const [endA, endB] = [digitsEnd(a, i), digitsEnd(b, j)];
      const by = Number(a.slice(i, endA)) - Number(b.slice(j, endB));
      if (by !== 0) return by;
      [i, j] = [endA, endB];
      continue;
    }
    if (codeA !== codeB) return codeA - codeB;
    i++;
    j++;
  }
  return a.length - i - (b.length - j) || (a < b ? -1 : 1);
}
