import { yokeKinds, type BoxLayout } from '../boxes/index.ts';
import { compareIds } from '../plan/ids.ts';
import { isOnWall, type Box, type Plan } from '../plan/schema.ts';
import { boxModels, type BoxModel } from '../plan/stock.ts';
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
  if (!isOnWall(box.on)) return 'ceiling';
  return plan.walls[box.on.wall]!.cover === 'closed' ? 'old-work' : 'new-work';
}

/** Stage 7: what each box holds and the smallest model it fits. */
export function fillBoxes(plan: Plan, layout: BoxLayout, rules: RuleBook): Record<string, BoxResult> {
  const cablesOf = new Map<string, string[]>();
  for (const id of Object.keys(plan.runs).sort(compareIds)) {
    const run = plan.runs[id]!;
    for (const end of [run.from, run.to])
      if (end !== null) cablesOf.set(end, [...(cablesOf.get(end) ?? []), run.cable]);
  }
  return Object.fromEntries(
    Object.keys(plan.boxes)
      .sort(compareIds)
      .map((id): [string, BoxResult] => {
        const box = plan.boxes[id]!;
        const cables = cablesOf.get(id) ?? [];
        const yokes = (layout.devices.get(id) ?? [])
          .filter(([, d]) => yokeKinds.has(d.kind))
          .map(([, d]) => (d.circuit ? plan.circuits[d.circuit]!.gauge : 14));
        const fillOf = (model: BoxModel) =>
          countFill({
            cables,
            yokes,
            internalClamps: model.clamps === 'internal',
            grounds: rules('makeup.grounds'),
          });
        const given = box.model === 'auto' ? null : box.model;
        const material = given ? boxModels[given]!.material : 'plastic';
        const gangs = isOnWall(box.on) ? box.gangs : 1;
        const candidates = modelsFor(gangs, given ? boxModels[given]!.mount : mountOf(box, plan), material);
        const best = smallestModel(candidates, fillOf);
        const model = given ?? best?.model ?? candidates.at(-1) ?? 'plastic-1g-22.5';
        const fill = fillOf(boxModels[model]!);
        const { volume } = boxModels[model]!;
        return [
          id,
          { model, volume, ...fill, fits: fill.used <= volume + 1e-9, smallest: best?.model ?? null },
        ];
      }),
  );
}
