/** Lumber and walls, by the name they are sold under. Sizes in inches. */

export const framingKinds = {
  '2x4': { depth: 3.5, thickness: 1.5, studs: true },
  '2x6': { depth: 5.5, thickness: 1.5, studs: true },
  '2x8': { depth: 7.25, thickness: 1.5, studs: true },
  furring: { depth: 1.5, thickness: 1.5, studs: true },
  'foam-block': { depth: 11.25, thickness: 1.5, studs: false },
} as const;
export type FramingKind = keyof typeof framingKinds;

/** The names of all framing, in the order they are offered. */
export const framingNames = Object.keys(framingKinds) as FramingKind[];
