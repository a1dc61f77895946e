import { z } from 'zod';
import { dutiesOfLoad, placedLoad } from '../circuits/index.ts';
import { Computer } from '../compute/index.ts';
import { entryOf } from '../lookups/index.ts';
import { EditRefused } from '../plan/gate.ts';
import { nextId } from '../plan/ids.ts';
import {
  entrySchemas,
  idsIn,
  memberRoles,
  memberSchema,
  position,
  ruleValues,
  type Plan,
} from '../plan/index.ts';
import { settled } from '../plan/settled.ts';
import { releaseCircuits } from '../proposals/circuits/release.ts';
import { propose, proposalKinds, type Proposing } from '../proposals/index.ts';
import { keepSame } from '../proposals/sameAgain.ts';
import { circuitTree } from '../wiring/index.ts';
import { cableEdits } from './cables.ts';
import { measuredAt, need } from './need.ts';
import { change, changesOf, id, verb, whole, type ArgsOf } from './verb.ts';

const proposing = z.strictObject({
  only: z.array(z.enum(proposalKinds)).readonly().optional(),
  anew: z.boolean().optional(),
  trial: whole(ruleValues).optional(),
});

export type ProposeArgs = ArgsOf<typeof proposing>;

export function layOut(draft: Plan, { anew, ...asked }: ProposeArgs, how: Partial<Proposing>): void {
  if (!anew) return propose(draft, { ...asked, ...how });
  const before = settled(draft);
  const cablesOnly =
    asked.only !== undefined && !asked.only.includes('circuits') && asked.only.includes('runs');
  if (!cablesOnly) releaseCircuits(draft);
  else for (const [id, run] of Object.entries(before.runs)) if (!run.pinned) delete draft.runs[id];
  propose(draft, { ...asked, ...how });
  keepSame(draft, before);
}

/** Verbs that work out what follows from the plan before they change it: they take long in a large house. */
export const workedOutEdits = {
  propose: verb(
    'Proposes what is missing: boxes, circuits, runs, models. “anew” frees what is neither pinned nor existing first, of runs alone the cables; “trial” weighs this proposal by other rule values than the job’s.',
    proposing,
    (draft, args) => {
      layOut(draft, args, {});
    },
  ),
  protectCircuit: verb(
    'Makes the first receptacles that need it on each branch ground-fault ones, so that all beyond are covered; others become plain again.',
    z.strictObject({ circuit: id }),
    (draft, args) => {
      need(draft.circuits, args.circuit, 'circuit');
      const { plan, framing, rooms } = new Computer().take(settled(draft));
      const tree = circuitTree(plan, args.circuit);
      const own = (box: string) =>
        idsIn(plan, 'devicesInBox', box).filter((d) => entryOf(plan.devices, d).circuit === args.circuit);
      const needs = (d: string) =>
        dutiesOfLoad(placedLoad(d, plan, framing, rooms), entryOf(plan.circuits, args.circuit).volts, plan)
          .groundFault;
      const covered = new Set<string>();
      for (const { from, to } of tree.stretches) {
        if (covered.has(from)) covered.add(to);
        const plain = own(to).filter(
          (d) => entryOf(plan.devices, d).kind === 'receptacle' || entryOf(plan.devices, d).kind === 'gfci',
        );
        const first = covered.has(to) ? undefined : plain.find(needs);
        for (const d of plain) entryOf(draft.devices, d).kind = d === first ? 'gfci' : 'receptacle';
        if (first) covered.add(to);
      }
      if (covered.size === 0)
        throw new EditRefused(
          'circuit',
          'has no receptacle that can be a GFCI one; protect it at the breaker',
        );
    },
  ),
  setStud: verb(
    'Says of the stud at a place along a wall how many are nailed together there, or which holes are in it. One that the layout has is measured where it stands.',
    z.strictObject({
      wall: id,
      at: position,
      role: z.enum(memberRoles).optional(),
      changes: changesOf(memberSchema.pick({ count: true, holes: true })),
    }),
    (draft, args) => {
      need(draft.walls, args.wall, 'wall');
      const known = measuredAt(draft, args.wall, args.at);
      const { standing } = entryOf(new Computer().take(settled(draft)).framing.walls, args.wall);
      if (known === null && !standing.some((m) => Math.abs(m.at - args.at) < 0.05))
        throw new EditRefused('at', 'has no stud; measure the one that stands there first');
      const member = known ?? nextId(draft, 'members');
      draft.members[member] ??= entrySchemas.members.parse({
        wall: args.wall,
        role: args.role ?? 'stud',
        at: args.at,
      });
      change(entryOf(draft.members, member), memberSchema, args.changes);
    },
  ),
  ...cableEdits,
} as const;
