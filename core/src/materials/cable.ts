/** Wire and cable: what each carries, and what it takes up. Sizes in inches, volumes in cubic inches. */

export const gauges = [14, 12, 10, 8, 6] as const;
export type Gauge = (typeof gauges)[number];

/** Small-conductor limits at 60 °C copper: NEC 240.4(D), Table 310.16 (from memory). Amperes by AWG. */
export const ampsByGauge: Record<Gauge, number> = { 14: 15, 12: 20, 10: 30, 8: 40, 6: 55 };

/** The lightest wire that carries so many amperes by that table; the heaviest there is where none does. */
export const wireFor = (amps: number): Gauge => gauges.find((g) => ampsByGauge[g] >= amps) ?? 6;

/** Amperes of copper feeders at 75 °C: NEC Table 310.16 (from memory). By AWG, `1/0` and up in aught sizes. */
export const ampsByFeeder = {
  '10': 35,
  '8': 50,
  '6': 65,
  '4': 85,
  '3': 100,
  '2': 115,
  '1': 130,
  '1/0': 150,
  '2/0': 175,
  '3/0': 200,
} as const;
export type FeederGauge = keyof typeof ampsByFeeder;

/** Feeder gauges from the lightest up; aught sizes come last. */
export const feederGauges: readonly FeederGauge[] = ['10', '8', '6', '4', '3', '2', '1', '1/0', '2/0', '3/0'];

/** Volume allowance for each conductor: NEC Table 314.16(B)(1) (from memory). Cubic inches by AWG. */
export const conductorVolume: Record<number, number> = {
  18: 1.5,
  16: 1.75,
  14: 2,
  12: 2.25,
  10: 2.5,
  8: 3,
  6: 5,
};

/** Conductor resistance, ohm per 1000 ft at 75 °C: NEC Chapter 9 Table 8 (from memory). */
export const ohmsPer1000Feet: Record<Gauge, number> = { 14: 3.07, 12: 1.93, 10: 1.21, 8: 0.764, 6: 0.491 };

/** Conductors of data cable, which carries no power and fills no box. */
export const dataGauge = 23;

export interface Cable {
  readonly gauge: Gauge | typeof dataGauge;
  /** Insulated conductors; the ground is not counted. */
  readonly conductors: number;
  readonly jacket: string;
  /** Outside of the flat sheath. */
  readonly width: number;
  readonly thickness: number;
}

const cable = (
  gauge: Cable['gauge'],
  conductors: number,
  jacket: string,
  width: number,
  thickness: number,
): Cable => ({
  gauge,
  conductors,
  jacket,
  width,
  thickness,
});

/** Non-metallic sheathed cable; three-conductor cable is round, so both sides are equal. Sizes and jackets: common practice, no source. */
export const cables: Record<string, Cable> = {
  '14/2': cable(14, 2, 'white', 0.39, 0.17),
  '14/3': cable(14, 3, 'white', 0.34, 0.34),
  '12/2': cable(12, 2, 'yellow', 0.43, 0.19),
  '12/3': cable(12, 3, 'yellow', 0.39, 0.39),
  '10/2': cable(10, 2, 'orange', 0.5, 0.22),
  '10/3': cable(10, 3, 'orange', 0.47, 0.47),
  '8/2': cable(8, 2, 'black', 0.63, 0.32),
  '8/3': cable(8, 3, 'black', 0.69, 0.69),
  '6/2': cable(6, 2, 'black', 0.72, 0.37),
  '6/3': cable(6, 3, 'black', 0.78, 0.78),
  data: cable(dataGauge, 8, 'blue', 0.24, 0.24),
};

/** The cable of a gauge with two or three insulated conductors. */
export const cableNamed = <G extends Gauge, N extends 2 | 3>(gauge: G, conductors: N): `${G}/${N}` =>
  `${gauge}/${conductors}`;

export const cableNames = Object.keys(cables);

export const isData = (type: string): boolean => cables[type]?.gauge === dataGauge;

/** Bits there are, inches, smallest first; which of them are in the bag is a rule. Common practice, no source. */
export const bitSizes = [0.5, 0.625, 0.75, 1, 1.25, 1.5, 2] as const;

/** Amperes of copper in a 90 °C sheath, from which adjusting starts: NEC 334.80, Table 310.16 (from memory). By AWG. */
const ampsAt90: Record<Gauge, number> = { 14: 25, 12: 30, 10: 40, 8: 55, 6: 75 };

/** More than three current-carrying conductors together carry this much of that, up to so many: NEC Table 310.15(C)(1) (from memory). */
const adjusting = [
  { upTo: 3, percent: 100 },
  { upTo: 6, percent: 80 },
  { upTo: 9, percent: 70 },
  { upTo: 20, percent: 50 },
  { upTo: 30, percent: 45 },
  { upTo: 40, percent: 40 },
  { upTo: Infinity, percent: 35 },
];

/** What wire may carry with so many current-carrying conductors together, at most what it may at 60 °C. Amperes. */
export function adjustedAmps(gauge: Gauge, conductors: number): number {
  const percent = adjusting.find(({ upTo }) => conductors <= upTo)?.percent ?? 0;
  return Math.min(ampsByGauge[gauge], (ampsAt90[gauge] * percent) / 100);
}
