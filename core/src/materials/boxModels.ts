/** Boxes that can be bought. Sizes in inches, volumes in cubic inches. */

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

/** A model from its name, gangs, volume and size; the rest as most boxes have it. */
function box(
  name: string,
  gangs: number,
  volume: number,
  [width, height, depth]: readonly [width: number, height: number, depth: number],
  more: Partial<BoxModel> = {},
): BoxModel {
  return {
    name,
    gangs,
    volume,
    width,
    height,
    depth,
    material: 'plastic',
    clamps: 'none',
    mount: 'new-work',
    fanRated: false,
    mostCables: null,
    lowVoltage: false,
    byHand: false,
    ...more,
  };
}

const ceiling = { mount: 'ceiling' } as const;
const oldWork = { mount: 'old-work' } as const;
const bracket = { lowVoltage: true } as const;
const metalDevice = { material: 'metal', clamps: 'internal' } as const;
const metalSquare = { material: 'metal', clamps: 'external' } as const;
const metalCeiling = { ...metalSquare, ...ceiling } as const;

/** Generic models. Metal volumes: NEC Table 314.16(A) (from memory), rings and boxes ganged by the sum of their parts; plastic: as commonly stamped, no source. */
export const boxModels: Record<string, BoxModel> = {
  'plastic-1g-18': box('Single gang, plastic, 18 in³', 1, 18, [2.25, 3.25, 2.75]),
  'plastic-1g-20': box('Single gang, plastic, 20 in³', 1, 20, [2.25, 3.25, 3]),
  'plastic-1g-22.5': box('Single gang, plastic, 22.5 in³', 1, 22.5, [2.25, 3.25, 3.4]),
  'plastic-2g-34': box('Two gang, plastic, 34 in³', 2, 34, [4, 3.25, 3.1]),
  'plastic-3g-54': box('Three gang, plastic, 54 in³', 3, 54, [5.8, 3.25, 3.25]),
  'plastic-4g-68': box('Four gang, plastic, 68 in³', 4, 68, [7.6, 3.25, 3.25]),
  'plastic-2g-42': box('Two gang, plastic, deep, 42 in³', 2, 42, [4, 3.25, 3.6]),
  'plastic-ceiling-20': box('Ceiling, plastic, 20 in³', 1, 20, [4, 4, 2.2], ceiling),
  'pan-6': box('Shallow pan, 6 in³', 1, 6, [4, 4, 0.5], {
    ...ceiling,
    material: 'metal',
    mostCables: 1,
    byHand: true,
  }),
  'fan-21.5': box('Ceiling, fan rated with brace, 21.5 in³', 1, 21.5, [4, 4, 2.125], {
    ...metalCeiling,
    fanRated: true,
  }),
  'bracket-1g': box('Low-voltage bracket, one gang', 1, 0, [2.25, 3.25, 0.5], bracket),
  'bracket-2g': box('Low-voltage bracket, two gang', 2, 0, [4, 3.25, 0.5], bracket),
  'bracket-1g-old': box('Low-voltage bracket, one gang, old work', 1, 0, [2.25, 3.25, 0.5], {
    ...oldWork,
    ...bracket,
  }),
  'old-work-1g-14': box('Single gang, old work, 14 in³', 1, 14, [2.25, 3.6, 2.75], oldWork),
  'old-work-1g-20': box('Single gang, old work, 20 in³', 1, 20, [2.25, 3.6, 3.3], oldWork),
  'old-work-2g-34': box('Two gang, old work, 34 in³', 2, 34, [4, 3.6, 3.3], oldWork),
  'old-work-3g-44': box('Three gang, old work, 44 in³', 3, 44, [5.8, 3.6, 3.3], oldWork),
  'metal-device-12.5': box('Device box, metal, 12.5 in³', 1, 12.5, [2, 3, 2.5], metalDevice),
  'metal-device-14': box('Device box, metal, 14 in³', 1, 14, [2, 3, 2.75], metalDevice),
  'metal-device-18': box('Device box, metal, 18 in³', 1, 18, [2, 3, 3.5], metalDevice),
  'metal-square-21': box('Square 4 × 1-1/2, metal, 21 in³', 2, 21, [4, 4, 1.5], metalSquare),
  'metal-square-30.3': box('Square 4 × 2-1/8, metal, 30.3 in³', 2, 30.3, [4, 4, 2.125], metalSquare),
  'metal-square-42': box(
    'Square 4-11/16 × 2-1/8, metal, 42 in³',
    2,
    42,
    [4.6875, 4.6875, 2.125],
    metalSquare,
  ),
  'metal-square-extended-51.3': box(
    'Square 4 × 2-1/8 for a 1-1/2 extension, metal, 51.3 in³',
    2,
    51.3,
    [4, 4, 3.625],
    metalSquare,
  ),
  'metal-gangs-3-54': box('Three device boxes ganged, metal, 54 in³', 3, 54, [5.6, 3, 3.5], metalDevice),
  'metal-gangs-4-72': box('Four device boxes ganged, metal, 72 in³', 4, 72, [7.4, 3, 3.5], metalDevice),
  'metal-octagon-15.5': box('Octagon 4 × 1-1/2, metal, 15.5 in³', 1, 15.5, [4, 4, 1.5], metalCeiling),
  'metal-octagon-21.5': box('Octagon 4 × 2-1/8, metal, 21.5 in³', 1, 21.5, [4, 4, 2.125], metalCeiling),
  'metal-square-ring-30.3': box(
    'Square 4 × 2-1/8, metal, for a round ring, 30.3 in³',
    1,
    30.3,
    [4, 4, 2.125],
    metalCeiling,
  ),
  'metal-square-ring-42': box(
    'Square 4-11/16 × 2-1/8, metal, for a round ring, 42 in³',
    1,
    42,
    [4.6875, 4.6875, 2.125],
    metalCeiling,
  ),
};

/** Every model a job can use: the generic ones and those people have added. */
export type Catalogue = Readonly<Record<string, BoxModel>>;

/** Size used for placing a box whose model is still to be chosen. */
export function nominalBoxSize(gangs: number): { width: number; height: number } {
  const widths = [2.25, 4, 5.8, 7.6];
  return { width: widths[gangs - 1] ?? 2.25 + 1.8 * (gangs - 1), height: 3.25 };
}
