const zero = 48;

/** Where the number at the end of an id begins; the id's length when it has none. */
function numberStart(id: string): number {
  let start = id.length;
  while (start > 0) {
    const digit = id.charCodeAt(start - 1) - zero;
    if (digit < 0 || digit > 9) break;
    start--;
  }
  return start;
}

/** Order of ids as people read them: b2 before b10. */
export function compareIds(a: string, b: string): number {
  if (a === b) return 0;
  const [atA, atB] = [numberStart(a), numberStart(b)];
  const [wordA, wordB] = [a.slice(0, atA), b.slice(0, atB)];
  if (wordA !== wordB) return wordA < wordB ? -1 : 1;
  const numberOf = (id: string, at: number) => (at < id.length ? Number(id.slice(at)) || -1 : -1);
  return numberOf(a, atA) - numberOf(b, atB) || (a < b ? -1 : 1);
}
