import { formatLength } from '@fieldchalk/core';

/** A length that grows or shrinks more than so many times, and by more than so many inches, was perhaps mistyped. */
const [mostTimes, mostInches] = [3, 120];

/** What a length would become, where that is so far from what it was that it is asked about; null where it is not. */
export function wildLength(what: string, was: number, length: number): string | null {
  const [low, high] = [Math.min(was, length), Math.max(was, length)];
  if (high <= mostTimes * low || high - low <= mostInches) return null;
  return `${what} would be ${formatLength(length)} long instead of ${formatLength(was)}.`;
}

/** The same for a wall that is moved by so much. */
export const wildMove = (what: string, by: number): string | null =>
  Math.abs(by) <= 2 * mostInches ? null : `${what} would move by ${formatLength(Math.abs(by))}.`;
