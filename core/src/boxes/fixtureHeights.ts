import type { FixtureKind } from '../plan/index.ts';

/** How high an appliance stands, for what is behind it. Common practice, no source. */
export const applianceHeights: Partial<Record<FixtureKind, number>> = {
  range: 36,
  oven: 84,
  refrigerator: 70,
  freezer: 66,
  dishwasher: 36,
  washer: 40,
  dryer: 40,
};

/** Of what nothing hides behind, for drawing it. Common practice, no source. */
const otherHeights: Partial<Record<FixtureKind, number>> = {
  basin: 32,
  tub: 20,
  shower: 80,
  toilet: 30,
  microwave: 72,
  hood: 78,
  cabinet: 84,
  'water-heater': 60,
  furnace: 66,
  television: 60,
  bench: 38,
  bed: 24,
  desk: 30,
  other: 36,
};

const atCounters: ReadonlySet<FixtureKind> = new Set([
  'counter', 'island', 'peninsula', 'sink', 'cooktop', 'disposal',
]); // prettier-ignore

/** From the floor to the top of what stands there, in inches. */
export function fixtureHeight(kind: FixtureKind, counterTop: number): number {
  return atCounters.has(kind) ? counterTop : (applianceHeights[kind] ?? otherHeights[kind] ?? 36);
}
