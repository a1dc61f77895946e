import { isBoxless, isLowVoltage, yokeKinds, type BoxDevices, type BoxLayout } from '../boxes/index.ts';
import { compareIds } from '../plan/ids.ts';
import { catalogueOf, isOnWall, type Box, type DeviceKind, type Plan } from '../plan/schema.ts';
import { isData, type BoxModel } from '../plan/stock.ts';
import type { RuleBook } from '../rules/index.ts';
import { countFill, modelsFor, smallestModel, type BoxFill } from './fill.ts';

export { countFill, modelsFor, smallestModel } from './fill.ts';
export type { BoxFill, FillInput, FillPart } from './fill.ts';

export interface BoxResult extends BoxFill {
  readonly model: string;
  readonly volume: number;
  readonly fits: boolean;
  /** The smallest model that would hold it; null when none of its kind does. */
  readonly smallest: string | null;
}

function mountOf(box: Box, plan: Plan): BoxModel['mount'] {
  if (!isOnWall(box.on)) return 'ceiling' in box.on ? 'ceiling' : 'new-work';
  return plan.walls[box.on.wall]!.cover === 'closed' ? 'old-work' : 'new-work';
}

/** A wafer light brings its own splice box: nothing is nailed up for it. */
const boxless: BoxResult = { model: 'none', volume: 0, used: 0, parts: [], fits: true, smallest: null };

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

function cablesByBox(plan: Plan): Map<string, string[]> {
  const cablesOf = new Map<string, string[]>();
  for (const id of Object.keys(plan.runs).sort(compareIds)) {
    const run = plan.runs[id]!;
    for (const end of [run.from, run.to])
      if (end !== null && !isData(run.cable)) cablesOf.set(end, [...(cablesOf.get(end) ?? []), run.cable]);
  }
  return cablesOf;
}

function fillBox(
  box: Box,
  devices: BoxDevices,
  cables: readonly string[],
  plan: Plan,
  rules: RuleBook,
): BoxResult {
  const kinds = devices.map(([, d]) => d.kind);
  const catalogue = catalogueOf(plan);
  const yokes = devices
    .filter(([, d]) => yokeKinds.has(d.kind))
    .map(([, d]) => (d.circuit ? plan.circuits[d.circuit]!.gauge : 14));
  const fillOf = (model: BoxModel) =>
    countFill({
      cables,
      yokes,
      internalClamps: model.clamps === 'internal',
      grounds: rules('makeup.grounds'),
    });
  const candidates = candidatesFor(box, kinds, plan, rules);
  const best = smallestModel(candidates, fillOf, catalogue)?.model ?? null;
  const proposed = rules('box.size') === 'deepest' && best ? candidates.at(-1)! : best;
  const model = box.model === 'auto' ? (proposed ?? candidates.at(-1) ?? 'plastic-1g-22.5') : box.model;
  const { volume, mostCables } = catalogue[model]!;
  const fill = fillOf(catalogue[model]!);
  const fits = fill.used <= volume + 1e-9 && cables.length <= (mostCables ?? Infinity);
  return { model, volume, ...fill, fits, smallest: best };
}

/** Stage 7: what each box holds and the smallest model it fits. */
export function fillBoxes(plan: Plan, layout: BoxLayout, rules: RuleBook): Record<string, BoxResult> {
  const cablesOf = cablesByBox(plan);
  return Object.fromEntries(
    Object.keys(plan.boxes)
      .sort(compareIds)
      .map((id): [string, BoxResult] => [
        id,
        isBoxless(plan.boxes[id]!, layout.devices.get(id) ?? [])
          ? boxless
          : fillBox(plan.boxes[id]!, layout.devices.get(id) ?? [], cablesOf.get(id) ?? [], plan, rules),
      ]),
  );
}
