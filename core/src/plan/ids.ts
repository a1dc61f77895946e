import { must, nth } from '../lookups/index.ts';
/** Next free ids with a prefix: `w1`, `w2`, … past the highest in use, so that an id is not given twice in a session. */
export function nextIds(taken: Readonly<Record<string, unknown>>, prefix: string, count: number): string[] {
  let highest = 0;
  for (const id of Object.keys(taken)) {
    const match = id.startsWith(prefix) ? /^\d+$/.exec(id.slice(prefix.length)) : null;
    if (match) highest = Math.max(highest, Number(match[0]));
  }
  return Array.from({ length: count }, (_, i) => `${prefix}${highest + 1 + i}`);
}

export function nextId(taken: Readonly<Record<string, unknown>>, prefix: string): string {
  return nth(nextIds(taken, prefix, 1), 0);
}

/** Wall letters as people say them: A to Z, then A2, B2, … */
export function wallLetter(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  const round = Math.floor(index / 26);
  return round === 0 ? letter : `${letter}${round + 1}`;
}

/** Order of ids as people read them: b2 before b10. */
export function compareIds(a: string, b: string): number {
  const pa = must(/^(.*?)(\d*)$/.exec(a), 'the parts of an id');
  const pb = must(/^(.*?)(\d*)$/.exec(b), 'the parts of an id');
  if (pa[1] !== pb[1]) return nth(pa, 1) < nth(pb, 1) ? -1 : 1;
  return Number(pa[2] || -1) - Number(pb[2] || -1) || (a < b ? -1 : a > b ? 1 : 0);
}
