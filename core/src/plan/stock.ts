/** What can be bought and nailed up: lumber sizes, cables, box models. Sizes in inches, volumes in cubic inches. */

export const framingKinds = {
  '2x4': { depth: 3.5, thickness: 1.5, studs: true },
  '2x6': { depth: 5.5, thickness: 1.5, studs: true },
  '2x8': { depth: 7.25, thickness: 1.5, studs: true },
  furring: { depth: 1.5, thickness: 1.5, studs: true },
  'foam-block': { depth: 11.25, thickness: 1.5, studs: false },
} as const;
export type FramingKind = keyof typeof framingKinds;

export const gauges = [14, 12, 10, 8, 6] as const;
export type Gauge = (typeof gauges)[number];

/** Small-conductor limits at 60 °C copper: NEC 240.4(D), Table 310.16 (from memory). Amperes by AWG. */
export const ampsByGauge: Record<Gauge, number> = { 14: 15, 12: 20, 10: 30, 8: 40, 6: 55 };

/** Amperes of copper feeders at 75 °C: NEC Table 310.16 (from memory). By AWG, `1/0` and up in aught sizes. */
export const ampsByFeeder = { '10': 35, '8': 50, '6': 65, '4': 85, '3': 100, '2': 115, '1': 130, '1/0': 150, '2/0': 175, '3/0': 200 } as const; // prettier-ignore

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

export const isData = (type: string): boolean => cables[type]?.gauge === dataGauge;

export interface BoxModel {
  readonly name: string;
  readonly gangs: number;
  readonly volume: number;
  readonly width: number;
  readonly height: number;
  readonly depth: number;
  readonly material: 'plastic' | 'metal';
  /** Only internal clamps take up a volume allowance. */
  readonly clamps: 'none' | 'internal' | 'external';
  readonly mount: 'new-work' | 'old-work' | 'ceiling';
  /** Holds a ceiling fan of up to 70 lb with its brace: NEC 314.27(C) (from memory). */
  readonly fanRated: boolean;
  /** Most cables it may take, for shallow pans; null when only its volume decides. */
  readonly mostCables: number | null;
  /** A bracket for data and the like: no box behind it, nothing to fill. */
  readonly lowVoltage: boolean;
  /** Never chosen by the tool: a person asks for it. */
  readonly byHand: boolean;
}

const box = (
  name: string,
  gangs: number,
  volume: number,
  size: readonly [width: number, height: number, depth: number],
  mount: BoxModel['mount'] = 'new-work',
  material: BoxModel['material'] = 'plastic',
  clamps: BoxModel['clamps'] = 'none',
): BoxModel => ({
  name,
  gangs,
  volume,
  width: size[0],
  height: size[1],
  depth: size[2],
  material,
  clamps,
  mount,
  fanRated: false,
  mostCables: null,
  lowVoltage: false,
  byHand: false,
});

/** Generic models. Metal volumes: NEC Table 314.16(A) (from memory); plastic: as commonly stamped, no source. */
export const boxModels: Record<string, BoxModel> = {
  'plastic-1g-18': box('Single gang, plastic, 18 in³', 1, 18, [2.25, 3.25, 2.75]),
  'plastic-1g-20': box('Single gang, plastic, 20 in³', 1, 20, [2.25, 3.25, 3]),
  'plastic-1g-22.5': box('Single gang, plastic, 22.5 in³', 1, 22.5, [2.25, 3.25, 3.4]),
  'plastic-2g-34': box('Two gang, plastic, 34 in³', 2, 34, [4, 3.25, 3.1]),
  'plastic-3g-54': box('Three gang, plastic, 54 in³', 3, 54, [5.8, 3.25, 3.25]),
  'plastic-4g-68': box('Four gang, plastic, 68 in³', 4, 68, [7.6, 3.25, 3.25]),
  'plastic-2g-42': box('Two gang, plastic, deep, 42 in³', 2, 42, [4, 3.25, 3.6]),
  'plastic-ceiling-20': box('Ceiling, plastic, 20 in³', 1, 20, [4, 4, 2.2], 'ceiling'),
  'pan-6': {
    ...box('Shallow pan, 6 in³', 1, 6, [4, 4, 0.5], 'ceiling', 'metal', 'none'),
    mostCables: 1,
    byHand: true,
  },
  'fan-21.5': {
    ...box('Ceiling, fan rated with brace, 21.5 in³', 1, 21.5, [4, 4, 2.125], 'ceiling', 'metal', 'external'),
    fanRated: true,
  },
  'bracket-1g': { ...box('Low-voltage bracket, one gang', 1, 0, [2.25, 3.25, 0.5]), lowVoltage: true },
  'bracket-2g': { ...box('Low-voltage bracket, two gang', 2, 0, [4, 3.25, 0.5]), lowVoltage: true },
  'bracket-1g-old': {
    ...box('Low-voltage bracket, one gang, old work', 1, 0, [2.25, 3.25, 0.5], 'old-work'),
    lowVoltage: true,
  },
  'old-work-1g-14': box('Single gang, old work, 14 in³', 1, 14, [2.25, 3.6, 2.75], 'old-work'),
  'old-work-1g-20': box('Single gang, old work, 20 in³', 1, 20, [2.25, 3.6, 3.3], 'old-work'),
  'old-work-2g-34': box('Two gang, old work, 34 in³', 2, 34, [4, 3.6, 3.3], 'old-work'),
  'old-work-3g-44': box('Three gang, old work, 44 in³', 3, 44, [5.8, 3.6, 3.3], 'old-work'),
  'metal-device-12.5': box(
    'Device box, metal, 12.5 in³',
    1,
    12.5,
    [2, 3, 2.5],
    'new-work',
    'metal',
    'internal',
  ),
  'metal-device-14': box('Device box, metal, 14 in³', 1, 14, [2, 3, 2.75], 'new-work', 'metal', 'internal'),
  'metal-device-18': box('Device box, metal, 18 in³', 1, 18, [2, 3, 3.5], 'new-work', 'metal', 'internal'),
  'metal-square-21': box(
    'Square 4 × 1-1/2, metal, 21 in³',
    2,
    21,
    [4, 4, 1.5],
    'new-work',
    'metal',
    'external',
  ),
  'metal-square-30.3': box(
    'Square 4 × 2-1/8, metal, 30.3 in³',
    2,
    30.3,
    [4, 4, 2.125],
    'new-work',
    'metal',
    'external',
  ),
  'metal-octagon-15.5': box(
    'Octagon 4 × 1-1/2, metal, 15.5 in³',
    1,
    15.5,
    [4, 4, 1.5],
    'ceiling',
    'metal',
    'external',
  ),
  'metal-octagon-21.5': box(
    'Octagon 4 × 2-1/8, metal, 21.5 in³',
    1,
    21.5,
    [4, 4, 2.125],
    'ceiling',
    'metal',
    'external',
  ),
  'metal-square-ring-30.3': box('Square 4 × 2-1/8, metal, with a round ring, 30.3 in³', 1, 30.3, [4, 4, 2.125], 'ceiling', 'metal', 'external'),
  'metal-square-ring-42': box('Square 4-11/16 × 2-1/8, metal, with a round ring, 42 in³', 1, 42, [4.6875, 4.6875, 2.125], 'ceiling', 'metal', 'external'),
}; // prettier-ignore

/** Every model a job can use: the generic ones and those people have added. */
export type Catalogue = Readonly<Record<string, BoxModel>>;

/** Size used for placing a box whose model is still to be chosen. */
export function nominalBoxSize(gangs: number): { width: number; height: number } {
  const widths = [2.25, 4, 5.8, 7.6];
  return { width: widths[gangs - 1] ?? 2.25 + 1.8 * (gangs - 1), height: 3.25 };
}

/** Bits on the van, inches, smallest first. */
export const bitSizes = [0.5, 0.625, 0.75, 1] as const;

/** Panels are drawn and roughed as one common size; the enclosure fits between studs at 16 in. Common practice, no source. */
export const panelSize = { width: 14.25, height: 30, bottom: 42 } as const;
