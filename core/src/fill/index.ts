import { entryOf, must } from '../lookups/index.ts';
import {
  devicesIn,
  gangsTaken,
  isBoxless,
  isLowVoltage,
  kindsIn,
  yokeKinds,
  type BoxDevices,
} from '../boxes/index.ts';
import { idsOf, query, viewOf } from '../incremental/index.ts';
import { catalogueOf, isOnWall, valuesIn, type Box, type DeviceKind, type Plan } from '../plan/index.ts';
import { cables, isData, type BoxModel } from '../materials/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { cablesThere } from '../wiring/index.ts';
import { countFill, modelsFor, smallestModel, type BoxFill } from './fill.ts';

export { countFill, modelsFor, smallestModel } from './fill.ts';
export type { BoxFill, FillInput, FillPart } from './fill.ts';

export interface BoxResult extends BoxFill {
  readonly model: string;
  readonly volume: number;
  readonly fits: boolean;
  /** The smallest model that would hold it; null when none of its kind does. */
  readonly smallest: string | null;
  /** The smallest model that would hold one more cable like its first; null when none does. */
  readonly withOneMore: string | null;
  /** What it would use in each model it may have, smallest first. */
  readonly others: readonly { readonly model: string; readonly volume: number; readonly used: number }[];
}

function mountOf(box: Box, plan: Plan): BoxModel['mount'] {
  if (!isOnWall(box.on)) return 'ceiling' in box.on ? 'ceiling' : 'new-work';
  return entryOf(plan.walls, box.on.wall).cover === 'closed' ? 'old-work' : 'new-work';
}

/** A wafer light brings its own splice box: nothing is nailed up for it. */
const boxless: BoxResult = {
  model: 'none',
  volume: 0,
  used: 0,
  parts: [],
  fits: true,
  smallest: null,
  withOneMore: null,
  others: [],
};

/** Models a box may be, smallest first: as given by its mounting, gangs and what it holds. */
function candidatesFor(box: Box, kinds: readonly DeviceKind[], plan: Plan, rules: RuleBook): string[] {
  const catalogue = catalogueOf(plan);
  const given = catalogue[box.model];
  const onCeiling = !isOnWall(box.on);
  return modelsFor(
    {
      gangs: onCeiling ? 1 : box.gangs,
      mount: given?.mount ?? mountOf(box, plan),
      material: given?.material ?? rules('box.material'),
      fanRated: onCeiling && kinds.includes('fan'),
      lowVoltage: kinds.length > 0 && kinds.every(isLowVoltage),
    },
    catalogue,
  );
}

/** Power cables that end in a box, in the order of their runs. */
const cablesInto = (plan: Plan, box: string): string[] =>
  valuesIn(plan, 'runsAtEnd', box).flatMap((r) => (isData(r.cable) ? [] : [r.cable]));

/** A yoke counts by the largest wire on it: the tails of its circuit are as large as the largest cable of that circuit in the box. One two gangs wide counts for each. NEC 314.16(B)(4) (from memory). */
function yokesOf(boxId: string, devices: BoxDevices, plan: Plan): number[] {
  const met = [...valuesIn(plan, 'runsAtEnd', boxId), ...cablesThere(plan, boxId)];
  return devices
    .filter(([, d]) => yokeKinds.has(d.kind))
    .flatMap(([, d]) => {
      const circuit = d.circuit === null ? null : entryOf(plan.circuits, d.circuit);
      const own = met.filter((c) => d.circuit !== null && c.circuit === d.circuit && !isData(c.cable));
      const sizes = own.map((c) => entryOf(cables, c.cable).gauge);
      return Array<number>(gangsTaken(d, plan)).fill(Math.min(circuit?.gauge ?? 14, ...sizes));
    });
}

/** What a divider takes when it is not marked: NEC 314.16(A) (from memory). Cubic inches. */
const dividerVolume = { metal: 0.5, plastic: 1 } as const;

/** How grounds are counted: as the job says, else by its edition; before 2020 all of them count as one. */
function groundsSchool(plan: Plan, rules: RuleBook): '2020' | 'before-2020' {
  const said = plan.rules.values['makeup.grounds'] !== undefined;
  return !said && plan.rules.edition < '2020' ? 'before-2020' : rules('makeup.grounds');
}

/** The count of one box in each model it may have. */
function fillIn(box: Box, yokes: readonly number[], runs: readonly string[], plan: Plan, rules: RuleBook) {
  const spliced = box.cables.filter((c) => c.how === 'spliced').map((c) => c.cable);
  const uncut = box.cables
    .filter((c) => c.how !== 'spliced')
    .map((c) => ({ cable: c.cable, loop: c.how === 'loop' }));
  return (model: BoxModel): BoxFill =>
    countFill({
      cables: [...runs, ...spliced],
      uncut,
      yokes,
      internalClamps: model.clamps === 'internal' && box.clamps === 'as-model',
      fittings: box.fittings,
      dividers: { count: box.dividers, each: dividerVolume[model.material] },
      grounds: groundsSchool(plan, rules),
    });
}

/** What a box of more gangs than any model has is counted in: it does not fit, and says so. */
const largestPlastic = 'plastic-4g-68';

function fillBox(id: string, plan: Plan, rules: RuleBook): BoxResult {
  const box = entryOf(plan.boxes, id);
  const [devices, runs] = [devicesIn(plan, id), cablesInto(plan, id)];
  const kinds = devices.map(([, d]) => d.kind);
  const catalogue = catalogueOf(plan);
  const yokes = yokesOf(id, devices, plan);
  const fillOf = fillIn(box, yokes, runs, plan, rules);
  const candidates = candidatesFor(box, kinds, plan, rules);
  const best = smallestModel(candidates, fillOf, catalogue)?.model ?? null;
  const more =
    smallestModel(
      candidates,
      fillIn(box, yokes, [...runs, runs[0] ?? box.cables[0]?.cable ?? '14/2'], plan, rules),
      catalogue,
    )?.model ?? null;
  const deepest = candidates
    .filter((id) => entryOf(catalogue, id).gangs === catalogue[best ?? '']?.gangs)
    .at(-1);
  const proposed =
    rules('box.size') === 'deepest' && best ? must(deepest, 'the deepest box of as many gangs') : best;
  const model = box.model === 'auto' ? (proposed ?? candidates.at(-1) ?? largestPlastic) : box.model;
  const { volume, mostCables } = entryOf(catalogue, model);
  const fill = fillOf(entryOf(catalogue, model));
  const fits = fill.used <= volume + 1e-9 && runs.length <= (mostCables ?? Infinity);
  const others = candidates.map((id) => ({
    model: id,
    volume: entryOf(catalogue, id).volume,
    used: fillOf(entryOf(catalogue, id)).used,
  }));
  return { model, volume, ...fill, fits, smallest: best, withOneMore: more, others };
}

/** The smallest model that would hold a box with just these cables come to it; null when none does. */
export function modelHolding(
  id: string,
  cablesIn: readonly string[],
  plan: Plan,
  rules: RuleBook,
): string | null {
  const box = entryOf(plan.boxes, id);
  const devices = devicesIn(plan, id);
  const yokes = yokesOf(id, devices, plan);
  const kinds = devices.map(([, d]) => d.kind);
  const candidates = candidatesFor(box, kinds, plan, rules);
  return (
    smallestModel(candidates, fillIn(box, yokes, cablesIn, plan, rules), catalogueOf(plan))?.model ?? null
  );
}

const fillOf = query('fill of box', (plan: Plan, rules: RuleBook, id: string): BoxResult | undefined => {
  const box = plan.boxes[id];
  if (!box) return undefined;
  if (isBoxless(box, kindsIn(plan, id))) return boxless;
  return fillBox(id, plan, rules);
});

/** What each box holds and the smallest model it fits. */
export const fillsOf = query(
  'fills',
  (plan: Plan, rules: RuleBook): Readonly<Record<string, BoxResult>> =>
    viewOf({ ids: () => idsOf(plan.boxes), get: (id) => fillOf(plan, rules, id) }),
  Object.is,
);
