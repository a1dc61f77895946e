/**
 * Milliseconds of work that comes in variants: the middle of what each of them took at its fastest, over some turns through all of them, after one turn to
 * warm up. What else a machine is busy with only ever adds to a time.
 */
export function fastestMs(variants: number, turns: number, work: (round: number) => void): number {
  const least = Array.from({ length: variants }, () => Infinity);
  for (let round = 0; round < variants * (turns + 1); round++) {
    const start = performance.now();
    work(round);
    const own = round % variants;
    if (round >= variants) least[own] = Math.min(least[own]!, performance.now() - start);
  }
  return least.sort((a, b) => a - b)[Math.floor(variants / 2)]!;
}

/** Median milliseconds of a piece of work over several rounds, after one to warm up. */
export function medianMs(rounds: number, work: (round: number) => void): number {
  work(-1);
  const times = Array.from({ length: rounds }, (_, round) => {
    const start = performance.now();
    work(round);
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return times[Math.floor(rounds / 2)]!;
}
