import { layoutOf } from '../boxes/index.ts';
import { circuitsOf } from '../circuits/index.ts';
import { fillsOf } from '../fill/index.ts';
import { framingOf } from '../framing/index.ts';
import { markView } from '../incremental/index.ts';
import type { Plan } from '../plan/index.ts';
import { roomsOf } from '../rooms/index.ts';
import { ruleBook } from '../rules/index.ts';
import { runsOf } from '../runs/index.ts';
import type { House, Stages } from '../stages/index.ts';
import { wiringOf } from '../wiring/index.ts';

/** One stage: what it gives, the stages before it that it reads beside the plan, and the folder that holds it. */
export interface Stage {
  readonly gives: keyof Stages;
  readonly reads: readonly (keyof Stages)[];
  readonly folder: string;
  readonly says: string;
  /** Sets up the stage's queries on the house so far. Nothing is worked out before it is asked for. */
  readonly of: (house: House) => Stages[keyof Stages];
}

/** A stage is given what it says it reads, and nothing else. */
function stage<Gives extends keyof Stages, Reads extends keyof Stages = never>(own: {
  readonly gives: Gives;
  readonly reads: readonly Reads[];
  readonly folder: string;
  readonly says: string;
  of(house: Pick<House, Reads | 'plan'>): Stages[Gives];
}): Stage {
  return own as Stage;
}

/** What follows from a plan, in order: the stages of a house, and the table of docs/architecture.md. */
export const pipeline: readonly Stage[] = [
  stage({
    gives: 'rules',
    reads: [],
    folder: 'rules',
    says: 'every rule with the value this job gives it, or its default',
    of: ({ plan }) => ruleBook(plan.rules.values),
  }),
  stage({
    gives: 'framing',
    reads: ['rules'],
    folder: 'framing',
    says: 'how walls meet; studs, headers, sills, cripples, blocks and plates of each wall',
    of: ({ plan, rules }) => framingOf(plan, rules),
  }),
  stage({
    gives: 'rooms',
    reads: ['framing', 'rules'],
    folder: 'rooms',
    says: 'the faces around each room, its area, wall space, counters and ways through',
    of: ({ plan, rules }) => roomsOf(plan, rules),
  }),
  stage({
    gives: 'layout',
    reads: ['framing', 'rooms', 'rules'],
    folder: 'boxes',
    says: 'where each box is fastened and how high; the proof of every spacing',
    of: layoutOf,
  }),
  stage({
    gives: 'runs',
    reads: ['framing', 'rooms', 'layout', 'rules'],
    folder: 'runs',
    says: 'the way of each cable through the framing, its holes, staples and cut length',
    of: runsOf,
  }),
  stage({
    gives: 'circuits',
    reads: ['runs', 'rules'],
    folder: 'circuits',
    says: 'loads, limits, voltage drop and protection of each circuit',
    of: circuitsOf,
  }),
  stage({
    gives: 'wiring',
    reads: ['rules'],
    folder: 'wiring',
    says: 'what every conductor of every cable carries, and what feeds what',
    of: ({ plan, rules }) => wiringOf(plan, rules),
  }),
  stage({
    gives: 'boxes',
    reads: ['rules'],
    folder: 'fill',
    says: 'how full each box is, and which model holds it',
    of: ({ plan, rules }) => fillsOf(plan, rules),
  }),
];

/** All that follows from a plan, each stage set up on those before it. */
export function houseOf(plan: Plan): House {
  const house = markView({ plan } as { plan: Plan } & Partial<Record<keyof Stages, Stages[keyof Stages]>>);
  for (const { gives, of } of pipeline) house[gives] = of(house as House);
  return house as House;
}

/** The pipeline as the rows of a Markdown table, as docs/architecture.md shows it. */
export function pipelineTable(): string {
  const rows = pipeline.map(
    ({ gives, reads, folder, says }) =>
      `| \`${gives}\` | ${['plan', ...reads].join(', ')} | \`core/src/${folder}\` | ${says} |`,
  );
  return ['| Stage | Reads | Folder | What it gives |', '| --- | --- | --- | --- |', ...rows].join('\n');
}
