import {
  BoxesStage,
  countingOf,
  depthPlan,
  fixingOf,
  squareDistances,
  heightIn,
  type BoxLayout,
  type Counting,
  type Fixing,
  type DepthPlan,
  type ProvenLine,
} from './boxes/index.ts';
import { addDutyBoxes, openDuties } from './boxes/duties/index.ts';
import { addAlarms, owedAlarms } from './boxes/alarms.ts';
import { addLights, addSwitches, proposeLights } from './boxes/lighting/index.ts';
import { addFlat, owedFlat } from './boxes/flat.ts';
import { addLowVoltage } from './boxes/lowVoltage.ts';
import { addReceptacles, proposeReceptacles } from './boxes/propose.ts';
import { checkPlan, type Finding } from './checks/index.ts';
import {
  circuitTerms,
  deriveCircuits,
  roomOfBox,
  serviceLoads,
  type CircuitResult,
  type CircuitTerms,
  type ServiceLoad,
} from './circuits/index.ts';
import { addCircuits } from './circuits/propose.ts';
import { fillBoxes, type BoxResult } from './fill/index.ts';
import { FramingStage, type Member } from './framing/index.ts';
import { countHours, type StageHours } from './hours/index.ts';
import { Memo } from './memo.ts';
import { compareIds } from './plan/ids.ts';
import { planHash } from './plan/hash.ts';
import { catalogueOf, type Plan, type Side } from './plan/schema.ts';
import { RoomsStage } from './rooms/index.ts';
import { ruleBook, type RuleBook } from './rules/index.ts';
import { RunsStage, type LaidRun } from './runs/index.ts';
import type { Stages } from './stages.ts';
import { addDataRuns, addRuns } from './runs/propose.ts';
import { takeOff, type Takeoff } from './takeoff/index.ts';
import { tidy } from './units/index.ts';
import {
  cableLabels,
  deriveWiring,
  makeUpBox,
  type CableLabel,
  type MakeUp,
  type Wiring,
} from './wiring/index.ts';

export interface SpaceResult {
  readonly length: number;
  readonly required: boolean;
  readonly ring: boolean;
  readonly pieces: readonly { wall: string; side: Side; start: number; end: number }[];
  readonly receptacles: readonly { box: string; along: number }[];
  readonly farthest: { along: number; distance: number } | null;
}

export interface Mark {
  readonly wall: string;
  readonly side: Side;
  readonly stud: number | null;
  readonly studSide: Side | null;
  /** The box's centre line along its wall, where it will be nailed. */
  readonly at: number;
  readonly bottomFromSubfloor: number;
  readonly centerFromFinished: number;
  readonly topFromSubfloor: number;
  readonly setback: number;
  /** How the finish build-up comes to that setback, and whether the box needs an extension, a recess or another model. */
  readonly depth: DepthPlan;
  readonly backing: { size: string; length: number; between: readonly [number, number] } | null;
  /** What holds the box: nails, screws, its own wings in a closed wall, backing between studs, or powder-actuated fasteners. */
  readonly fixing: Fixing;
  /** Whether its receptacle counts for the spacing of the wall, and why; null when it holds none. */
  readonly counts: Counting | null;
  /** Why it stands at a height or in a place of its own; empty when it follows the house. */
  readonly reason: string;
}

/** A box on a ceiling: in plan coordinates, and how far it is from the walls it is measured from. */
export interface CeilingMark {
  readonly room: string;
  readonly x: number;
  readonly y: number;
  /** The nearest wall on each of two square hands, from the framing's face to the middle of the box. */
  readonly from: readonly { readonly wall: string; readonly distance: number }[];
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

function marksOf(plan: Plan, layout: BoxLayout, rules: RuleBook): Record<string, Mark> {
  const setback = rules('box.setback');
  return Object.fromEntries(
    Object.values(layout.placed).map((p): [string, Mark] => {
      const setting = layout.settings.get(p.wall)!;
      const height = p.top - p.bottom;
      const finish = setting.finish[p.side];
      const depth = depthPlan(finish, setting.layers[p.side], p, { depth: setting.frame.line.depth });
      return [
        p.id,
        {
          wall: p.wall,
          side: p.side,
          stud: p.stud,
          studSide: p.studSide,
          at: tidy(p.at),
          bottomFromSubfloor: tidy(p.bottom),
          centerFromFinished: tidy(heightIn(p.bottom, height, setting.floorFinish, 'center', 'finished')),
          topFromSubfloor: tidy(p.top),
          setback: setback === 'auto' ? depth.setback : setback,
          depth,
          backing: p.backing && { ...p.backing, length: tidy(p.backing.length) },
          fixing: fixingOf(plan.boxes[p.id]!, p, setting),
          counts: countingOf(
            { ...p, middle: heightIn(p.bottom, height, setting.floorFinish, 'center', 'finished') },
            layout.devices.get(p.id) ?? [],
            plan,
            rules,
          ),
          reason: plan.boxes[p.id]!.reason,
        },
      ];
    }),
  );
}

function ceilingMarks(plan: Plan, rooms: Stages['rooms']): Record<string, CeilingMark> {
  return Object.fromEntries(
    Object.keys(plan.boxes)
      .sort(compareIds)
      .flatMap((id): [string, CeilingMark][] => {
        const { on } = plan.boxes[id]!;
        if (!('ceiling' in on)) return [];
        const from = squareDistances(on, rooms[on.ceiling]?.boundary?.faces ?? []);
        return [[id, { room: on.ceiling, x: tidy(on.x), y: tidy(on.y), from }]];
      }),
  );
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
        const made = makeUpBox(id, layout.devices.get(id) ?? [], plan, wiring, model, rules);
        return made ? [[id, made]] : [];
      }),
  );
}

function placeName(plan: Plan, box: string, rooms: Stages['rooms']): string {
  const room = roomOfBox(plan.boxes[box]!, rooms);
  return room ? plan.rooms[room]!.name || room : 'Box';
}

function isOutside(plan: Plan, box: string, rooms: Stages['rooms']): boolean {
  if (!plan.boxes[box]) return false;
  const room = roomOfBox(plan.boxes[box]!, rooms);
  if (room) return ['porch', 'outdoor'].includes(plan.rooms[room]!.use);
  const { on } = plan.boxes[box]!;
  return 'wall' in on && plan.walls[on.wall]!.exterior;
}

/** The pipeline: plan → framing → rooms → boxes → runs → wiring → circuits → fill → takeoff → hours → checks. Keep one computer for a plan being edited: each stage recomputes only what changed. */
export class Computer {
  private readonly books = new Memo<RuleBook>();
  private readonly framing = new FramingStage();
  private readonly rooms = new RoomsStage();
  private readonly boxes = new BoxesStage();
  private readonly runs = new RunsStage();
  private readonly wiring = new Memo<Wiring>();
  private readonly makeups = new Memo<Record<string, MakeUp>>();

  stages(plan: Plan): Stages {
    const rules = this.books.get('all', [JSON.stringify(plan.rules.values)], () =>
      ruleBook(plan.rules.values),
    );
    const framing = this.framing.run(plan, rules);
    const rooms = this.rooms.run(plan, framing, rules);
    const layout = this.boxes.run(plan, framing, rooms, rules);
    const runs = this.runs.run(plan, framing, rooms, layout, rules);
    const circuits = deriveCircuits(plan, layout, runs, rules);
    const there = Object.keys(plan.boxes)
      .filter((id) => plan.boxes[id]!.existing)
      .join();
    const wired = [plan.runs, plan.circuits, plan.devices, plan.controls, plan.panels, rules, there];
    const wiring = this.wiring.get('all', wired, () => deriveWiring(plan, layout.devices, rules));
    const boxes = fillBoxes(plan, layout, rules);
    return { framing, rooms, layout, runs, wiring, circuits, boxes, rules };
  }

  compute(plan: Plan): Result {
    return this.resultOf(plan, this.stages(plan));
  }

  /** The result made of stages already at hand. */
  resultOf(plan: Plan, stages: Stages): Result {
    const { framing, rooms, layout, runs, wiring, circuits, boxes, rules } = stages;
    const models = Object.keys(boxes)
      .map((id) => boxes[id]!.model)
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
        .flatMap((id) => framing.walls[id]!.members),
      rooms: Object.fromEntries(
        Object.values(rooms).map((r) => [
          r.id,
          {
            closed: r.boundary !== null,
            area: tidy(r.area),
            perimeter: tidy(r.perimeter),
            spaces: layout.proofs[r.id]!.spaces.map(spaceResult),
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
      takeoff: takeOff(plan, layout, runs, boxes, makeup, rules),
      hours: { stages: countHours(plan, runs, rules) },
      findings: checkPlan({ plan, ...stages }),
    };
  }
}

/** Computes a plan once, from nothing. */
export function compute(plan: Plan): Result {
  return new Computer().compute(plan);
}

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
    addRuns(draft, s.layout, s.runs.graph(), s.framing, s.rules);
    addDataRuns(draft);
  }
  if (only.includes('models')) {
    const { boxes } = computer.stages(structuredCopy(draft));
    for (const [id, b] of Object.entries(boxes)) {
      const box = draft.boxes[id]!;
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
    const added = addReceptacles(draft, proposeReceptacles(plan, s.framing, s.rooms, s.layout, s.rules));
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
    if (!addLowVoltage(draft, plan, s.framing, s.rooms, s.layout, s.rules)) return;
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
