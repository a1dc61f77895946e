const feetOffered = [0.5, 1, 2, 4, 8, 16, 32, 64] as const;

/** The longest round length that a bar of at most so many pixels stands for; the shortest where none fits. */
export function barFor(pixelsAnInch: number, most = 110): { readonly feet: number; readonly pixels: number } {
  const pixels = (feet: number) => feet * 12 * pixelsAnInch;
  const feet = feetOffered.findLast((f) => pixels(f) <= most) ?? feetOffered[0];
  return { feet, pixels: pixels(feet) };
}
