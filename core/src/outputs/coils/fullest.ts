/** Sums that are reached, a bit for each, and which length reached each of them first. */
class Sums {
  private readonly reached: Uint32Array;
  readonly reachedBy: Int32Array;
  private highest = 0;

  constructor(private readonly most: number) {
    this.reached = new Uint32Array((most >> 5) + 1);
    this.reached[0] = 1;
    this.reachedBy = new Int32Array(most + 1).fill(-1);
  }

  /** Adds a length to all sums that are reached. It counts once: so it is gone through from above. */
  add(index: number, length: number): void {
    const { reached, reachedBy } = this;
    this.highest = Math.min(this.most, this.highest + length);
    const [words, bits] = [length >> 5, length & 31];
    for (let word = this.highest >> 5; word >= words; word--) {
      const [low, high] = [reached[word - words - 1] ?? 0, reached[word - words] ?? 0];
      const moved = bits === 0 ? high : (high << bits) | (low >>> (32 - bits));
      const before = reached[word] ?? 0;
      const fresh = moved & ~before;
      reached[word] = before | fresh;
      // Beyond the most a word still has bits: those sums are nobody's.
      for (let left = fresh; left !== 0; left &= left - 1)
        reachedBy[(word << 5) + 31 - Math.clz32(left & -left)] = index;
    }
  }
}

/**
 * Which lengths together come nearest to a room without going over it: their indices. Lengths longest first. Sums are counted in steps of
 * `step`; each length is rounded up to one, so that what fits in steps fits. With step 1 the answer is the nearest there is.
 */
export function fullest(room: number, lengths: readonly number[], step: number): number[] {
  const steps = Math.floor(room / step);
  if (steps <= 0) return [];
  const sums = new Sums(steps);
  const { reachedBy } = sums;
  for (const [i, length] of lengths.entries()) {
    const own = Math.ceil(length / step);
    if (own === 0 || own > steps) continue;
    sums.add(i, own);
    if (reachedBy[steps] !== -1) break;
  }
  let sum = steps;
  while (sum > 0 && reachedBy[sum] === -1) sum--;
  const chosen: number[] = [];
  while (sum > 0) {
    const i = reachedBy[sum] ?? -1;
    chosen.push(i);
    sum -= Math.ceil((lengths[i] ?? sum * step) / step);
  }
  return chosen.reverse();
}
