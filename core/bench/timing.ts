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
