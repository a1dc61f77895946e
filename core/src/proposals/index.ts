import { entryOf } from '../lookups/index.ts';
import { openDuties } from '../boxes/duties/index.ts';
import { addDutyBoxes } from './duties.ts';
import { owedAlarms } from '../boxes/alarms.ts';
import { addAlarms } from './alarms.ts';
import { addLights, addSwitches, proposeLights } from './lighting/index.ts';
import { owedFlat } from '../boxes/flat.ts';
import { addFlat } from './flat.ts';
import { addLowVoltage } from './lowVoltage.ts';
import { addReceptacles, proposeReceptacles } from './receptacles.ts';
import { addCircuits } from './circuits/index.ts';
import { addDataRuns, addRuns } from './runs/index.ts';
import { Computer } from '../compute/index.ts';
import type { Plan } from '../plan/index.ts';
import { ruleBook } from '../rules/index.ts';
import type { Stages } from '../stages/index.ts';

/** `boxes` is all of `receptacles`, `lights`, `switches`, `alarms` and `data`, which can also be asked for alone. */
export const proposalKinds = [
  'boxes',
  'receptacles',
  'lights',
  'switches',
  'alarms',
  'data',
  'circuits',
  'runs',
  'models',
] as const;
export type ProposalKind = (typeof proposalKinds)[number];

/** Lays out what is missing, in a plan draft: boxes, then circuits, runs and models on what came before. Pinned and existing things stay. */
export function propose(
  draft: Plan,
  only: readonly ProposalKind[] = ['boxes', 'circuits', 'runs', 'models'],
  computer = new Computer(),
  trial: Plan['rules']['values'] = {},
): void {
  const boxes = (part: ProposalKind) => only.includes('boxes') || only.includes(part);
  if (boxes('receptacles')) {
    proposeReceptaclesUntilDone(draft, computer);
    const { plan, s } = stagesOf(draft, computer);
    addFlat(draft, owedFlat(plan, s.framing, s.rooms));
  }
  if (boxes('data')) proposeData(draft, computer);
  if (boxes('lights')) {
    const { plan, s } = stagesOf(draft, computer);
    addLights(draft, proposeLights(plan, s.framing, s.rooms, s.layout, s.rules));
  }
  if (boxes('switches')) {
    const { plan, s } = stagesOf(draft, computer);
    addSwitches(draft, s.rooms, { plan, ...s });
  }
  if (boxes('alarms')) {
    const { plan, s } = stagesOf(draft, computer);
    addAlarms(draft, s.rooms, owedAlarms(plan, s.rooms, s.rules));
  }
  if (only.includes('circuits')) {
    const s = computer.stages(structuredCopy(draft));
    addCircuits(draft, s.framing, s.rooms, ruleBook({ ...draft.rules.values, ...trial }));
  }
  if (only.includes('runs')) {
    const s = computer.stages(structuredCopy(draft));
    addRuns(draft, { ...s, graph: s.runs.graph() });
    addDataRuns(draft);
  }
  if (only.includes('models')) {
    const { boxes } = computer.stages(structuredCopy(draft));
    for (const [id, b] of Object.entries(boxes)) {
      const box = entryOf(draft.boxes, id);
      if (box.model === 'auto' && !box.pinned && !box.existing && b.fits && b.smallest)
        box.model = b.model as typeof box.model;
    }
  }
}

/** Rooms that share a wall can want the same bay, so the proposal is repeated on its own answer until nothing is missing. */
function proposeReceptaclesUntilDone(draft: Plan, computer: Computer): void {
  for (let pass = 0; pass < 4; pass++) {
    const plan = structuredCopy(draft);
    const s = computer.stages(plan);
    const added = addReceptacles(draft, proposeReceptacles({ plan, ...s }, s.rooms));
    if (added.length === 0) break;
  }
  for (let pass = 0; pass < mostDutyPasses; pass++) {
    const plan = structuredCopy(draft);
    const s = computer.stages(plan);
    if (addDutyBoxes(draft, openDuties(plan, s.framing, s.rooms, s.layout, s.rules)) === 0) return;
  }
}

/** Boxes at desks and screens, one at a time, so that each keeps clear of those before it. */
function proposeData(draft: Plan, computer: Computer): void {
  for (let pass = 0; pass < mostDataPasses; pass++) {
    const { plan, s } = stagesOf(draft, computer);
    if (!addLowVoltage(draft, { plan, ...s }, s.rooms)) return;
  }
}
const mostDataPasses = 60;

function stagesOf(draft: Plan, computer: Computer): { plan: Plan; s: Stages } {
  const plan = structuredCopy(draft);
  return { plan, s: computer.stages(plan) };
}

/** Each pass meets one duty of every room; more than this in one room are left for the next proposal. */
const mostDutyPasses = 16;

/** A plain copy of a draft, so that stages never keep hold of a draft's proxies. */
function structuredCopy(draft: Plan): Plan {
  return JSON.parse(JSON.stringify(draft)) as Plan;
}
