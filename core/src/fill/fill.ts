import { entryOf, must } from '../lookups/index.ts';
import { compareIds } from '../plan/ids.ts';
import { boxModels, cables, conductorVolume, type BoxModel, type Catalogue } from '../materials/index.ts';

/**
 * Box fill by NEC 314.16(B) (from memory). Volumes in cubic inches. Pigtails that do not leave the box count nothing.
 */
export interface FillInput {
  /** Cable types that enter the box and end or are spliced in it, like `14/2`, one entry a cable. */
  readonly cables: readonly string[];
  /** Cables that pass through without a splice: straight through each conductor counts once, looped twice. */
  readonly uncut?: readonly { readonly cable: string; readonly loop: boolean }[];
  /** Gauge of the largest wire on each device yoke; a device over 2 in. wide has an entry for each gang it takes. */
  readonly yokes: readonly number[];
  /** Any internal clamp left in the box. */
  readonly internalClamps: boolean;
  /** Fixture studs and hickeys. */
  readonly fittings?: number;
  /** Dividers, and what each takes, cubic inches. */
  readonly dividers?: { readonly count: number; readonly each: number };
  readonly grounds: '2020' | 'before-2020';
}

export interface FillPart {
  readonly what:
    'conductors' | 'uncut conductors' | 'devices' | 'clamps' | 'fittings' | 'grounds' | 'dividers';
  /** 0 for a part that has no wire. */
  readonly gauge: number;
  readonly count: number;
  readonly each: number;
  readonly total: number;
}

export interface BoxFill {
  readonly used: number;
  readonly parts: readonly FillPart[];
}

function part(what: FillPart['what'], gauge: number, count: number): FillPart {
  const each = must(conductorVolume[gauge], `the volume of a ${gauge} AWG conductor`);
  return { what, gauge, count, each, total: count * each };
}

function byGauge(what: FillPart['what'], gauges: readonly number[], allowance: number): FillPart[] {
  return [...new Set(gauges)]
    .sort((a, b) => b - a)
    .map((g) => part(what, g, gauges.filter((x) => x === g).length * allowance));
}

const wiresOf = (cable: string, times: number) =>
  Array<number>(entryOf(cables, cable).conductors * times).fill(entryOf(cables, cable).gauge);

/**
 * Counts a box: conductors, two for each yoke, one for all internal clamps, one for each fitting, grounds by edition (up to four as one,
 * a quarter for each over), dividers by what they take. Clamps, fittings and grounds go by the largest conductor.
 */
export function countFill(input: FillInput): BoxFill {
  const { uncut = [], fittings = 0, dividers = { count: 0, each: 0 } } = input;
  const entering = [...input.cables, ...uncut.map((u) => u.cable)];
  const largest = Math.min(...entering.map((c) => entryOf(cables, c).gauge));
  const parts = [
    ...byGauge(
      'conductors',
      input.cables.flatMap((c) => wiresOf(c, 1)),
      1,
    ),
    ...byGauge(
      'uncut conductors',
      uncut.flatMap((u) => wiresOf(u.cable, u.loop ? 2 : 1)),
      1,
    ),
    ...byGauge('devices', input.yokes, 2),
  ];
  if (entering.length > 0) {
    if (input.internalClamps) parts.push(part('clamps', largest, 1));
    if (fittings > 0) parts.push(part('fittings', largest, fittings));
    const over = input.grounds === '2020' ? Math.max(0, entering.length - 4) : 0;
    parts.push(part('grounds', largest, 1 + over / 4));
  }
  if (dividers.count > 0)
    parts.push({ what: 'dividers', gauge: 0, ...dividers, total: dividers.count * dividers.each });
  return { used: parts.reduce((sum, p) => sum + p.total, 0), parts };
}

const mostMoreGangs = 2;

/**
 * Models that can take the place of a box, smallest first: of its own gangs and mounting; then, where the wires ask for it, one with a
 * gang or two more and blanks in its plate, and over a ceiling a metal one with a ring.
 */
export function modelsFor(
  want: Pick<BoxModel, 'gangs' | 'mount'> & Partial<Pick<BoxModel, 'material' | 'fanRated' | 'lowVoltage'>>,
  catalogue: Catalogue = boxModels,
): string[] {
  const { gangs, mount, fanRated = false, lowVoltage = false } = want;
  const material = want.material ?? 'plastic';
  const other = (m: BoxModel) => (m.material === material ? 0 : 1);
  const suits = (m: BoxModel) => {
    if (m.byHand || m.mount !== mount || m.lowVoltage !== lowVoltage) return false;
    if (lowVoltage) return m.gangs === gangs;
    if (m.fanRated !== fanRated) return false;
    if (mount === 'ceiling') return m.gangs === gangs;
    return m.material === material && m.gangs >= gangs && m.gangs <= gangs + mostMoreGangs;
  };
  return Object.entries(catalogue)
    .filter(([, m]) => suits(m))
    .sort(
      (a, b) =>
        a[1].gangs - b[1].gangs ||
        (fanRated ? 0 : other(a[1]) - other(b[1])) ||
        a[1].volume - b[1].volume ||
        compareIds(a[0], b[0]),
    )
    .map(([id]) => id);
}

/** The smallest model whose volume holds the fill; null when none of them does. */
export function smallestModel(
  candidates: readonly string[],
  fillOf: (model: BoxModel) => BoxFill,
  catalogue: Catalogue = boxModels,
): { model: string; fill: BoxFill } | null {
  for (const model of candidates) {
    const fill = fillOf(entryOf(catalogue, model));
    if (fill.used <= entryOf(catalogue, model).volume + 1e-9) return { model, fill };
  }
  return null;
}
