import { entryOf } from '../lookups/index.ts';
import { openDuties } from '../boxes/duties/index.ts';
import { clearGrown } from './grown.ts';
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
import { entriesOf } from '../incremental/index.ts';
import type { Plan } from '../plan/index.ts';
import { settled } from '../plan/settled.ts';
import { ruleBook } from '../rules/index.ts';
import type { House } from '../stages/index.ts';

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

/** How far a proposal is: what it is at, and how many of so many steps of that are done. */
export interface ProposalProgress {
  readonly doing: ProposalKind;
  readonly done: number;
  readonly of: number;
}

/** How to propose. */
export interface Proposing {
  readonly only: readonly ProposalKind[];
  /** Follows the draft; afterwards it holds what was proposed. */
  readonly computer: Computer;
  /** Rules in place of the job's own. */
  readonly trial: Plan['rules']['values'];
  /** Hears how far it is. */
  readonly told: (progress: ProposalProgress) => void;
}

/** Lays out what is missing, in a plan draft: boxes, then circuits, runs and models on what came before. Pinned and existing things stay. */
export function propose(
  draft: Plan,
  {
    only = ['boxes', 'circuits', 'runs', 'models'],
    computer = new Computer(),
    trial = {},
    told = () => undefined,
  }: Partial<Proposing> = {},
): void {
  const at =
    (doing: ProposalKind) =>
    (done = 0, of = 1) =>
      told({ doing, done, of });
  const house = () => computer.take(settled(draft));
  /** Whether a part is asked for; says that it is begun. */
  const begins = (part: ProposalKind, isAsked = only.includes(part)): boolean => {
    if (isAsked) at(part)();
    return isAsked;
  };
  const boxes = (part: ProposalKind) => begins(part, only.includes('boxes') || only.includes(part));
  if (boxes('receptacles')) {
    proposeReceptaclesUntilDone(draft, house);
    const { plan, framing, rooms } = house();
    addFlat(draft, owedFlat(plan, framing, rooms));
  }
  if (boxes('data')) proposeData(draft, house);
  if (boxes('lights')) {
    const { plan, framing, rooms, layout, rules } = house();
    addLights(draft, proposeLights(plan, framing, rooms, layout, rules));
  }
  if (boxes('switches')) {
    const site = house();
    addSwitches(draft, site.rooms, site);
  }
  if (boxes('alarms')) {
    const site = house();
    addAlarms(draft, site, owedAlarms(site.plan, site.rooms, site.rules));
  }
  if (begins('circuits'))
    addCircuits(draft, house(), ruleBook({ ...draft.rules.values, ...trial }), at('circuits'));
  if (begins('runs')) {
    addRuns(draft, house(), { told: at('runs') });
    addDataRuns(draft);
  }
  if (begins('models')) {
    for (const [id, b] of entriesOf(house().boxes)) {
      const box = entryOf(draft.boxes, id);
      if (box.model === 'auto' && !box.pinned && !box.existing && b.fits && b.smallest)
        box.model = b.model as typeof box.model;
    }
    clearGrown(draft, house);
  }
}

/** Rooms that share a wall can want the same bay, so the proposal is repeated on its own answer until nothing is missing. */
function proposeReceptaclesUntilDone(draft: Plan, house: () => House): void {
  for (let pass = 0; pass < 4; pass++) {
    const site = house();
    const added = addReceptacles(draft, proposeReceptacles(site, site.rooms));
    if (added.length === 0) break;
  }
  for (let pass = 0; pass < mostDutyPasses; pass++) {
    const site = house();
    if (addDutyBoxes(draft, openDuties(site, site.rooms)) === 0) return;
  }
}

/** Boxes at desks and screens, one at a time, so that each keeps clear of those before it. */
function proposeData(draft: Plan, house: () => House): void {
  for (let pass = 0; pass < mostDataPasses; pass++) {
    const site = house();
    if (!addLowVoltage(draft, site, site.rooms)) return;
  }
}
const mostDataPasses = 60;

/** Each pass meets one duty of every room; more than this in one room are left for the next proposal. */
const mostDutyPasses = 16;
