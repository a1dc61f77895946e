import { entryOf } from '../lookups/index.ts';
import type { BoxLayout, ProvenLine } from '../boxes/index.ts';
import { ceilingMarks, marksOf, type CeilingMark, type Mark } from '../outputs/marks.ts';
import { checkPlan, type Finding } from '../findings/index.ts';
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
import { Memo } from '../incremental/memo.ts';
import { compareIds } from '../plan/ids.ts';
import { planHash } from '../plan/hash.ts';
import { catalogueOf, type Plan, type Side } from '../plan/index.ts';
import { roomOfBox } from '../rooms/seeing.ts';
import type { RuleBook } from '../rules/index.ts';
import type { LaidRun } from '../runs/index.ts';
import type { Stages } from '../stages/index.ts';
import { takeOff, type Takeoff } from '../outputs/takeoff/index.ts';
import { cableLabels, type CableLabel } from '../outputs/labels.ts';
import { Kept, runPipeline } from './pipeline.ts';
import { tidy } from '../units/index.ts';
import { makeUpBox, type MakeUp, type Wiring } from '../wiring/index.ts';

export { pipeline, pipelineTable } from './pipeline.ts';

export interface SpaceResult {
  readonly length: number;
  readonly required: boolean;
  readonly ring: boolean;
  readonly pieces: readonly { wall: string; side: Side; start: number; end: number }[];
  readonly receptacles: readonly { box: string; along: number }[];
  readonly farthest: { along: number; distance: number } | null;
}

/** What `compute` answers; the open result format (docs/plan-format.md). Same plan, same bytes. */
export interface Result {
  readonly format: 'fieldchalk.result';
  readonly version: 1;
  readonly planHash: string;
  readonly members: readonly Member[];
  readonly rooms: Readonly<
    Record<string, { closed: boolean; area: number; perimeter: number; spaces: readonly SpaceResult[] }>
  >;
  readonly marks: Readonly<Record<string, Mark>>;
  readonly ceilings: Readonly<Record<string, CeilingMark>>;
  readonly runs: Readonly<Record<string, Omit<LaidRun, 'id'>>>;
  readonly circuits: Readonly<Record<string, CircuitResult>>;
  readonly boxes: Readonly<Record<string, BoxResult>>;
  /** How each box is made up, and what is written on each cable's ends. */
  readonly makeup: Readonly<Record<string, MakeUp>>;
  readonly labels: readonly CableLabel[];
  /** What the circuits come to, and the load of the service by each method that applies. */
  readonly terms: CircuitTerms;
  readonly service: readonly ServiceLoad[];
  readonly takeoff: Takeoff;
  readonly hours: { readonly stages: readonly StageHours[] };
  readonly findings: readonly Finding[];
}

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

function makeUps(
  plan: Plan,
  layout: BoxLayout,
  wiring: Wiring,
  boxes: Stages['boxes'],
  rules: RuleBook,
): Record<string, MakeUp> {
  const catalogue = catalogueOf(plan);
  return Object.fromEntries(
    Object.keys(plan.boxes)
      .sort(compareIds)
      .flatMap((id): [string, MakeUp][] => {
        const model = catalogue[boxes[id]?.model ?? ''] ?? null;
        const made = makeUpBox(id, layout.devices.get(id) ?? [], { plan, wiring, model, rules });
        return made ? [[id, made]] : [];
      }),
  );
}

function placeName(plan: Plan, box: string, rooms: Stages['rooms']): string {
  const room = roomOfBox(entryOf(plan.boxes, box), rooms);
  return room ? entryOf(plan.rooms, room).name || room : 'Box';
}

function isOutside(plan: Plan, box: string, rooms: Stages['rooms']): boolean {
  if (!plan.boxes[box]) return false;
  const room = roomOfBox(entryOf(plan.boxes, box), rooms);
  if (room) return ['porch', 'outdoor'].includes(entryOf(plan.rooms, room).use);
  const { on } = entryOf(plan.boxes, box);
  return 'wall' in on && entryOf(plan.walls, on.wall).exterior;
}

/** A plan's stages by the pipeline, and the result made of them. Keep one computer for a plan being edited: each stage works out again only what changed. */
export class Computer {
  private readonly kept = new Kept();
  private readonly makeups = new Memo<Record<string, MakeUp>>();

  stages(plan: Plan): Stages {
    return runPipeline(this.kept, plan);
  }

  compute(plan: Plan): Result {
    return this.resultOf(plan, this.stages(plan));
  }

  /** The result made of stages already at hand. */
  resultOf(plan: Plan, stages: Stages): Result {
    const { framing, rooms, layout, runs, wiring, circuits, boxes, rules } = stages;
    const models = Object.keys(boxes)
      .map((id) => entryOf(boxes, id).model)
      .join();
    const makeup = this.makeups.get('all', [wiring, models, rules], () =>
      makeUps(plan, layout, wiring, boxes, rules),
    );
    return {
      format: 'fieldchalk.result',
      version: 1,
      planHash: planHash(plan),
      members: Object.keys(framing.walls)
        .sort(compareIds)
        .flatMap((id) => entryOf(framing.walls, id).members),
      rooms: Object.fromEntries(
        Object.values(rooms).map((r) => [
          r.id,
          {
            closed: r.boundary !== null,
            area: tidy(r.area),
            perimeter: tidy(r.perimeter),
            spaces: entryOf(layout.proofs, r.id).spaces.map(spaceResult),
          },
        ]),
      ),
      marks: marksOf(plan, layout, rules),
      ceilings: ceilingMarks(plan, rooms),
      runs: Object.fromEntries(
        Object.values(runs.runs).map(({ id, ...run }) => [
          id,
          { ...run, path: run.path.map((p) => ({ x: tidy(p.x), y: tidy(p.y), z: tidy(p.z) })) },
        ]),
      ),
      circuits,
      boxes,
      makeup,
      labels: cableLabels(
        plan,
        wiring,
        (box) => placeName(plan, box, rooms),
        (box) => isOutside(plan, box, rooms),
        rules,
      ),
      terms: circuitTerms(plan, framing, rooms, rules),
      service: serviceLoads(plan, rooms),
      takeoff: takeOff({ plan, layout, runs, boxes, makeup, rules }),
      hours: { stages: countHours(plan, runs, rules) },
      findings: checkPlan({ plan, ...stages }),
    };
  }
}

/** Computes a plan once, from nothing. */
export function compute(plan: Plan): Result {
  return new Computer().compute(plan);
}
