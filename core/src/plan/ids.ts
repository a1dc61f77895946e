import { nth } from '../lookups/index.ts';

export { compareIds } from '../lookups/ids.ts';

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
