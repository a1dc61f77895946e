/**
 * Which lengths together come nearest to a room without going over it: their indices. Lengths longest first. Sums are counted in steps of
 * `step`; each length is rounded up to one, so that what fits in steps fits. With step 1 the answer is the nearest there is.
 */
export function fullest(room: number, lengths: readonly number[], step: number): number[] {
  const steps = Math.floor(room / step);
  if (steps <= 0) return [];
  // For each sum, which length reached it first; a length counts once, so sums are gone through from above.
  const reachedBy = new Int32Array(steps + 1).fill(-1);
  let highest = 0;
  for (const [i, length] of lengths.entries()) {
    const own = Math.ceil(length / step);
    if (own === 0 || own > steps) continue;
    for (let sum = Math.min(steps, highest + own); sum >= own; sum--)
      if (reachedBy[sum] === -1 && (sum === own || reachedBy[sum - own] !== -1)) reachedBy[sum] = i;
    highest = Math.min(steps, highest + own);
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
