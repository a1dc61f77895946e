/** Ticks are sent so many at a time. */
export const marksAtOnce = 500;

/** What decides between ticks about the same thing. */
export interface Numbered {
  readonly id: string;
  readonly device: string;
  readonly number: number;
  readonly madeAt: number;
}

/**
 * Whether a tick stands over another about the same thing, whatever order they arrive in: the one its maker numbered higher, as each number is one
 * more than the highest its maker had seen; then the one made later by its maker’s clock; then by device and id, so that all agree.
 */
export function newerMark(a: Numbered, b: Numbered): boolean {
  if (a.number !== b.number) return a.number > b.number;
  if (a.madeAt !== b.madeAt) return a.madeAt > b.madeAt;
  return a.device === b.device ? a.id > b.id : a.device > b.device;
}

/** The ticks that stand, by kind and what they are about: `box b1`. */
export function marksStanding<M extends Numbered & { readonly kind: string; readonly about: string }>(
  marks: Iterable<M>,
): Map<string, M> {
  const standing = new Map<string, M>();
  for (const mark of marks) {
    const key = `${mark.kind} ${mark.about}`;
    const other = standing.get(key);
    if (!other || newerMark(mark, other)) standing.set(key, mark);
  }
  return standing;
}
