import { entryOf } from '../lookups/index.ts';
import type { ProvenLine } from '../boxes/index.ts';
import { ceilingMarks, marksOf, type CeilingMark, type Mark } from '../outputs/marks.ts';
import { findingsOf, type Finding } from '../findings/index.ts';
import {
  circuitTerms,
  serviceLoads,
  type CircuitResult,
  type CircuitTerms,
  type ServiceLoad,
} from '../circuits/index.ts';
import type { BoxResult } from '../fill/index.ts';
import type { Member } from '../framing/index.ts';
import { countHours, type StageHours } from '../outputs/hours.ts';
import { forget, gathered, idsOf, query, valuesOf } from '../incremental/index.ts';
import { FollowedPlan } from '../plan/followed.ts';
import { PlanHash } from '../plan/hash.ts';
import type { Plan, Side } from '../plan/index.ts';
import type { LaidRun } from '../runs/index.ts';
import type { House } from '../stages/index.ts';
import { makeUps, type MadeUp } from '../outputs/makeup.ts';
import { takeOff, type Takeoff } from '../outputs/takeoff/index.ts';
import { cutList, type CutToPull } from '../outputs/cutList.ts';
import { drillingList, type WallDrilling } from '../outputs/drillingList.ts';
import { cableLabels, type CableLabel } from '../outputs/labels.ts';
import { houseOf } from './pipeline.ts';
import { tidy } from '../units/index.ts';

export { pipeline, pipelineTable } from './pipeline.ts';

export interface SpaceResult {
  readonly length: number;
  readonly required: boolean;
  readonly ring: boolean;
  readonly pieces: readonly { wall: string; side: Side; start: number; end: number }[];
  readonly receptacles: readonly { box: string; along: number }[];
  readonly farthest: { along: number; distance: number } | null;
}

export interface RoomResult {
  readonly closed: boolean;
  readonly area: number;
  readonly perimeter: number;
  readonly spaces: readonly SpaceResult[];
}

/** What `compute` answers; the open result format (docs/plan-format.md). Same plan, same bytes. */
export interface Result {
  readonly format: 'fieldchalk.result';
  readonly version: 1;
  readonly planHash: string;
  readonly members: readonly Member[];
  readonly rooms: Readonly<Record<string, RoomResult>>;
  readonly marks: Readonly<Record<string, Mark>>;
  readonly ceilings: Readonly<Record<string, CeilingMark>>;
  readonly runs: Readonly<Record<string, Omit<LaidRun, 'id'>>>;
  readonly circuits: Readonly<Record<string, CircuitResult>>;
  readonly boxes: Readonly<Record<string, BoxResult>>;
  /** How each box is made up, and what is written on each cable's ends. */
  readonly makeup: Readonly<Record<string, MadeUp>>;
  readonly labels: readonly CableLabel[];
  /** Cables in the order they are cut and pulled, and holes wall by wall as they are drilled. */
  readonly cuts: readonly CutToPull[];
  readonly drilling: readonly WallDrilling[];
  /** What the circuits come to, and the load of the service by each method that applies. */
  readonly terms: CircuitTerms;
  readonly service: readonly ServiceLoad[];
  readonly takeoff: Takeoff;
  readonly hours: { readonly stages: readonly StageHours[] };
  readonly findings: readonly Finding[];
}

/** What is known before any cable is laid. */
export type Placed = Pick<Result, 'members' | 'rooms' | 'marks' | 'ceilings'>;

function spaceResult({ line, points, farthest }: ProvenLine): SpaceResult {
  return {
    length: tidy(line.length),
    required: line.required,
    ring: line.ring,
    pieces: line.pieces.map((p) => ({ wall: p.wall, side: p.side, start: tidy(p.start), end: tidy(p.end) })),
    receptacles: points.map((p) => ({ box: p.box, along: tidy(p.along) })),
    farthest: farthest && { along: tidy(farthest.along), distance: tidy(farthest.distance) },
  };
}

const roomResult = query('result of room', ({ rooms, layout }: House, id: string): RoomResult => {
  const { boundary, area, perimeter } = entryOf(rooms, id);
  return {
    closed: boundary !== null,
    area: tidy(area),
    perimeter: tidy(perimeter),
    spaces: entryOf(layout.proofs, id).spaces.map(spaceResult),
  };
});

const runResult = query('result of run', ({ runs }: House, id: string): Omit<LaidRun, 'id'> => {
  const { id: _, ...run } = entryOf(runs.runs, id);
  return { ...run, path: run.path.map((p) => ({ x: tidy(p.x), y: tidy(p.y), z: tidy(p.z) })) };
});

const plainOf = <T>(record: Readonly<Record<string, T>>) =>
  gathered(idsOf(record), (id) => entryOf(record, id));

/** The parts of the result, each a query of its own: a part that an edit leaves alone stays the same object. */
const parts = {
  members: query('members', ({ framing }: House) => valuesOf(framing.walls).flatMap((w) => w.members)),
  rooms: query('result of rooms', (house: House) =>
    gathered(idsOf(house.rooms), (id) => roomResult(house, id)),
  ),
  marks: marksOf,
  ceilings: ceilingMarks,
  runs: query('result of runs', (house: House) =>
    gathered(idsOf(house.plan.runs), (id) => runResult(house, id)),
  ),
  circuits: query('result of circuits', (house: House) => plainOf(house.circuits)),
  boxes: query('result of boxes', (house: House) => plainOf(house.boxes)),
  makeup: makeUps,
  labels: cableLabels,
  cuts: cutList,
  drilling: drillingList,
  terms: circuitTerms,
  service: (house: House) => serviceLoads(house.plan, house.rooms),
  takeoff: takeOff,
  hours: query('result of hours', (house: House) => ({ stages: countHours(house) })),
  findings: findingsOf,
} as const satisfies Partial<{ [P in keyof Result]: (house: House) => Result[P] }>;

const placedOf = (house: House): Placed => ({
  members: parts.members(house),
  rooms: parts.rooms(house),
  marks: parts.marks(house),
  ceilings: parts.ceilings(house),
});

/**
 * Computes plans. Keep one computer for a plan being edited: whatever an edit left alone is not worked out again, and stays the same object.
 * What follows from the plan it was given last is `house`, which answers by queries.
 */
export class Computer {
  private readonly followed = new FollowedPlan();
  readonly house: House = houseOf(this.followed.view);
  private hash = new PlanHash();
  /** Views that queries about one of their entries are asked of. */
  private readonly asked = [this.house, this.house.plan, this.house.plan.walls, this.house.rooms];

  /** Takes a plan in place of the one before. */
  take(plan: Plan): House {
    for (const id of this.followed.take(plan)) for (const of of this.asked) forget(of, id);
    return this.house;
  }

  /** What is there long before all of a large house: `compute` then does only the rest. */
  placed(plan: Plan): Placed {
    return placedOf(this.take(plan));
  }

  compute(plan: Plan): Result {
    const house = this.take(plan);
    return {
      format: 'fieldchalk.result',
      version: 1,
      planHash: this.hash.of(plan),
      ...placedOf(house),
      runs: parts.runs(house),
      circuits: parts.circuits(house),
      boxes: parts.boxes(house),
      makeup: parts.makeup(house),
      labels: parts.labels(house),
      cuts: parts.cuts(house),
      drilling: parts.drilling(house),
      terms: parts.terms(house),
      service: parts.service(house),
      takeoff: parts.takeoff(house),
      hours: parts.hours(house),
      findings: parts.findings(house),
    };
  }
}

/** Computes a plan once, from nothing. */
export function compute(plan: Plan): Result {
  return new Computer().compute(plan);
}
