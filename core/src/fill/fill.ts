import { compareIds } from '../plan/ids.ts';
import { boxModels, cables, conductorVolume, type BoxModel, type Catalogue } from '../plan/stock.ts';

/**
 * Box fill by NEC 314.16(B) (from memory). Volumes in cubic inches. Pigtails that do not leave the box count nothing.
 */
export interface FillInput {
  /** Cable types that enter the box, like `14/2`, one entry a cable. */
  readonly cables: readonly string[];
  /** Gauge of the wire on each device yoke. */
  readonly yokes: readonly number[];
  readonly internalClamps: boolean;
  readonly grounds: '2020' | 'before-2020';
}

export interface FillPart {
  readonly what: 'conductors' | 'devices' | 'clamps' | 'grounds';
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
  const each = conductorVolume[gauge]!;
  return { what, gauge, count, each, total: count * each };
}

function byGauge(what: FillPart['what'], gauges: readonly number[], allowance: number): FillPart[] {
  return [...new Set(gauges)]
    .sort((a, b) => b - a)
    .map((g) => part(what, g, gauges.filter((x) => x === g).length * allowance));
}

/** Counts a box: conductors, two for each yoke, one for internal clamps, grounds by edition (up to four as one, a quarter for each over). */
export function countFill(input: FillInput): BoxFill {
  const insulated = input.cables.flatMap((c) => Array<number>(cables[c]!.conductors).fill(cables[c]!.gauge));
  const largest = Math.min(...input.cables.map((c) => cables[c]!.gauge));
  const parts = [...byGauge('conductors', insulated, 1), ...byGauge('devices', input.yokes, 2)];
  if (input.internalClamps && input.cables.length > 0) parts.push(part('clamps', largest, 1));
  if (input.cables.length > 0) {
    const over = input.grounds === '2020' ? Math.max(0, input.cables.length - 4) : 0;
    parts.push(part('grounds', largest, 1 + over / 4));
  }
  return { used: parts.reduce((sum, p) => sum + p.total, 0), parts };
}

/** Models that can take the place of a box: same gangs, same way of mounting; smallest first. */
export function modelsFor(
  want: Pick<BoxModel, 'gangs' | 'mount'> & Partial<Pick<BoxModel, 'material' | 'fanRated' | 'lowVoltage'>>,
  catalogue: Catalogue = boxModels,
): string[] {
  const { gangs, mount, fanRated = false, lowVoltage = false } = want;
  const material = want.material ?? 'plastic';
  return Object.entries(catalogue)
    .filter(
      ([, m]) =>
        !m.byHand &&
        m.mount === mount &&
        m.lowVoltage === lowVoltage &&
        (lowVoltage || m.fanRated === fanRated) &&
        (m.gangs === gangs || (material === 'metal' && gangs === 1 && m.gangs === 2)) &&
        (lowVoltage || fanRated || m.material === material),
    )
    .sort((a, b) => a[1].gangs - b[1].gangs || a[1].volume - b[1].volume || compareIds(a[0], b[0]))
    .map(([id]) => id);
}

/** The smallest model whose volume holds the fill; null when none of them does. */
export function smallestModel(
  candidates: readonly string[],
  fillOf: (model: BoxModel) => BoxFill,
  catalogue: Catalogue = boxModels,
): { model: string; fill: BoxFill } | null {
  for (const model of candidates) {
    const fill = fillOf(catalogue[model]!);
    if (fill.used <= catalogue[model]!.volume + 1e-9) return { model, fill };
  }
  return null;
}
