import { entryOf } from '../lookups/index.ts';
import { BoxesStage } from '../boxes/index.ts';
import { deriveCircuits } from '../circuits/index.ts';
import { fillBoxes } from '../fill/index.ts';
import { FramingStage } from '../framing/index.ts';
import { Memo } from '../incremental/memo.ts';
import type { Plan } from '../plan/index.ts';
import { RoomsStage } from '../rooms/index.ts';
import { ruleBook, type RuleBook } from '../rules/index.ts';
import { RunsStage } from '../runs/index.ts';
import type { Stages } from '../stages/index.ts';
import { deriveWiring, type Wiring } from '../wiring/index.ts';

/** What the stages keep from one plan to the next, so that each works out again only what changed. */
export class Kept {
  readonly books = new Memo<RuleBook>();
  readonly framing = new FramingStage();
  readonly rooms = new RoomsStage();
  readonly boxes = new BoxesStage();
  readonly runs = new RunsStage();
  readonly wiring = new Memo<Wiring>();
}

/** One stage: what it gives, the stages before it that it reads beside the plan, and the folder that holds it. */
export interface Stage {
  readonly gives: keyof Stages;
  readonly reads: readonly (keyof Stages)[];
  readonly folder: string;
  readonly says: string;
  run(kept: Kept, plan: Plan, done: Stages): Partial<Stages>;
}

/** A stage is given what it says it reads, and nothing else. */
function stage<Gives extends keyof Stages, Reads extends keyof Stages = never>(own: {
  readonly gives: Gives;
  readonly reads: readonly Reads[];
  readonly folder: string;
  readonly says: string;
  make(kept: Kept, plan: Plan, done: Pick<Stages, Reads>): Stages[Gives];
}): Stage {
  const { gives, reads, folder, says } = own;
  return {
    gives,
    reads,
    folder,
    says,
    run: (kept, plan, done) => ({ [gives]: own.make(kept, plan, done) }) as Partial<Stages>,
  };
}

/** Boxes that were there before the job: their wiring is not ours to make up. */
function existingBoxes(plan: Plan): string {
  return Object.keys(plan.boxes)
    .filter((id) => entryOf(plan.boxes, id).existing)
    .join();
}

/** What follows from a plan, in order: the stages `Computer` runs, and the table of docs/architecture.md. */
export const pipeline: readonly Stage[] = [
  stage({
    gives: 'rules',
    reads: [],
    folder: 'rules',
    says: 'every rule with the value this job gives it, or its default',
    make: (kept, { rules }) =>
      kept.books.get('all', [JSON.stringify(rules.values)], () => ruleBook(rules.values)),
  }),
  stage({
    gives: 'framing',
    reads: ['rules'],
    folder: 'framing',
    says: 'how walls meet; studs, headers, sills, cripples, blocks and plates of each wall',
    make: (kept, plan, { rules }) => kept.framing.run(plan, rules),
  }),
  stage({
    gives: 'rooms',
    reads: ['framing', 'rules'],
    folder: 'rooms',
    says: 'the faces around each room, its area, wall space, counters and ways through',
    make: (kept, plan, { framing, rules }) => kept.rooms.run(plan, framing, rules),
  }),
  stage({
    gives: 'layout',
    reads: ['framing', 'rooms', 'rules'],
    folder: 'boxes',
    says: 'where each box is fastened and how high; the proof of every spacing',
    make: (kept, plan, { framing, rooms, rules }) => kept.boxes.run(plan, framing, rooms, rules),
  }),
  stage({
    gives: 'runs',
    reads: ['framing', 'rooms', 'layout', 'rules'],
    folder: 'runs',
    says: 'the way of each cable through the framing, its holes, staples and cut length',
    make: (kept, plan, { framing, rooms, layout, rules }) =>
      kept.runs.run(plan, framing, rooms, layout, rules),
  }),
  stage({
    gives: 'circuits',
    reads: ['layout', 'runs', 'rules'],
    folder: 'circuits',
    says: 'loads, limits, voltage drop and protection of each circuit',
    make: (_, plan, { layout, runs, rules }) => deriveCircuits(plan, layout, runs, rules),
  }),
  stage({
    gives: 'wiring',
    reads: ['layout', 'rules'],
    folder: 'wiring',
    says: 'what every conductor of every cable carries, and what feeds what',
    make: (kept, plan, { layout, rules }) => {
      const { runs, circuits, devices, controls, panels } = plan;
      const inputs = [runs, circuits, devices, controls, panels, rules, existingBoxes(plan)];
      return kept.wiring.get('all', inputs, () => deriveWiring(plan, layout.devices, rules));
    },
  }),
  stage({
    gives: 'boxes',
    reads: ['layout', 'rules'],
    folder: 'fill',
    says: 'how full each box is, and which model holds it',
    make: (_, plan, { layout, rules }) => fillBoxes(plan, layout, rules),
  }),
];

/** The stages of a plan, each from those before it. */
export function runPipeline(kept: Kept, plan: Plan): Stages {
  let done = {} as Stages;
  for (const one of pipeline) done = { ...done, ...one.run(kept, plan, done) };
  return done;
}

/** The pipeline as the rows of a Markdown table, as docs/architecture.md shows it. */
export function pipelineTable(): string {
  const rows = pipeline.map(
    ({ gives, reads, folder, says }) =>
      `| \`${gives}\` | ${['plan', ...reads].join(', ')} | \`core/src/${folder}\` | ${says} |`,
  );
  return ['| Stage | Reads | Folder | What it gives |', '| --- | --- | --- | --- |', ...rows].join('\n');
}
