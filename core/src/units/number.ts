/** Rounds away the dust of floating point so that the same plan prints the same bytes: 1/4096 in, far under a tape's tick. */
export function tidy(value: number): number {
  const rounded = Math.round(value * 4096) / 4096;
  return rounded === 0 ? 0 : rounded;
}

/** A quantity to a number of decimals, without trailing dust. */
export function toDecimals(value: number, decimals: number): number {
  const scale = 10 ** decimals;
  const rounded = Math.round(value * scale) / scale;
  return rounded === 0 ? 0 : rounded;
}
