import { entryOf, must, never, nth, valueIn } from '../lookups/index.ts';
import { isBoxless, kindsIn, type Bounded, type BoxLayout, type PlacedBox } from '../boxes/index.ts';
import type { Framing, Member, MemberRole } from '../framing/index.ts';
import type { XYZ } from '../geometry/index.ts';
import { idsOf, query, valuesOf, viewOf } from '../incremental/index.ts';
import { compareIds } from '../plan/ids.ts';
import { type Plan, priceOf } from '../plan/index.ts';
import { framingKinds, isData } from '../materials/index.ts';
import type { RuleBook, RuleId } from '../rules/index.ts';
import { toDecimals } from '../units/index.ts';
import { openEnd, runEnd } from './ends.ts';
import { buildRouteGraph } from './buildGraph.ts';
import type { RouteGraph } from './graph.ts';
import { bitFor, cutLength, stapleCount, type CutLength } from './lengths.ts';
import { closedMinutes, layRoute, stepCostFor, type Route } from './route.ts';

export type { CutLength } from './lengths.ts';
export type { RouteGraph } from './graph.ts';

/** A hole as one cable meets it. `edge` is the wood left to the nearer face; `cables` how many share the hole. */
export interface Bore {
  readonly member: string;
  readonly role: MemberRole;
  readonly wall: string;
  readonly number: number | null;
  readonly at: number;
  readonly z: number;
  readonly diameter: number;
  readonly edge: number;
  readonly plate: boolean;
  readonly cables: number;
  /** The hole's own name: the same for every cable in it. */
  readonly hole: string;
}

export interface LaidRun {
  readonly id: string;
  readonly cable: string;
  readonly path: readonly XYZ[];
  readonly way: Route['way'] | null;
  readonly bores: readonly Bore[];
  readonly joists: number;
  readonly staples: number;
  readonly length: CutLength;
  /** Closed walls the run goes through: how, past how many studs, and the minutes either way would take. */
  readonly closed: readonly ClosedPassage[];
}

export interface ClosedPassage {
  readonly wall: string;
  readonly how: 'fish' | 'open';
  readonly studs: number;
  readonly fishMinutes: number;
  readonly openMinutes: number;
}

export interface RunLayout {
  /** The framing as a graph; built when first asked for. */
  readonly graph: () => RouteGraph;
  readonly runs: Readonly<Record<string, LaidRun>>;
  /** The holes of each wall, each once: as the last of its cables meets it. */
  readonly holes: Readonly<Record<string, readonly Bore[]>>;
}

/** Cents a foot for a cable: the job's price, or a neutral figure while none is given. A coil holds what the house buys, `coil.feet`. */
export function cableCents(plan: Plan, cable: string, rules: RuleBook): number {
  const price = priceOf(plan, { kind: 'cable', cable });
  if (!price) return neutralCents;
  switch (price.per) {
    case 'ft':
      return price.cents;
    case 'in':
      return price.cents * 12;
    case 'coil':
    case 'box':
    case 'each':
      return price.cents / rules('coil.feet');
    default:
      return never(price.per);
  }
}
const neutralCents = 60;

/** What cable is laid through: the framing with its rooms, and the boxes that stand in it. */
export interface Ways extends Bounded {
  readonly layout: BoxLayout;
}

/** The rules as data cable keeps them: its line of holes is its own. */
const dataRules = query(
  'rules for data',
  (rules: RuleBook): RuleBook =>
    ((id: RuleId) => rules(id === 'drill.height' ? 'drill.data' : id)) as RuleBook,
  Object.is,
);

const graphOf = query(
  'route graph',
  (w: Ways, data: boolean): RouteGraph =>
    buildRouteGraph(w.plan, w.framing, w.rooms, data ? dataRules(w.rules) : w.rules),
  Object.is,
);

/** Boxes on some walls, in the order of their ids: a hole rises over those that stand in its line. */
const boxesOnWalls = ({ layout }: Ways, walls: readonly string[]): PlacedBox[] =>
  walls.flatMap((wall) => layout.onWall[wall] ?? []).sort((a, b) => compareIds(a.id, b.id));

/** The run on its way through the framing; null where there is none, and nothing for a run that is not there. */
const routeOf = query('route of run', (w: Ways, id: string): Route | null | undefined => {
  const { plan, layout, framing, rules } = w;
  const run = plan.runs[id];
  if (!run) return undefined;
  const graph = graphOf(w, isData(run.cable));
  const from = runEnd(run.from, plan, layout, graph, framing);
  const to =
    run.to === null ? openEnd(run, plan, graph, framing) : runEnd(run.to, plan, layout, graph, framing);
  if (!from || !to) return null;
  return layRoute(from, to, {
    way: run.way,
    graph,
    framing,
    boxesOn: (walls) => boxesOnWalls(w, walls),
    stepCost: stepCostFor(rules, run.way, cableCents(plan, run.cable, rules)),
  });
});

/** Runs by the walls they bore, in the order of their ids. */
const runsByWall = query('runs by wall', (w: Ways): Map<string, string[]> => {
  const byWall = new Map<string, string[]>();
  for (const id of idsOf(w.plan.runs))
    for (const wall of new Set(routeOf(w, id)?.bores.map((b) => b.member.wall)))
      byWall.set(wall, [...(byWall.get(wall) ?? []), id]);
  return byWall;
});
const runsThrough = query('runs through wall', (w: Ways, wall: string) => runsByWall(w).get(wall) ?? []);

/** The holes of a wall, shared by the cables that go through at one place: those each run meets, by run. */
const holesIn = query('holes in wall', (w: Ways, wall: string): Readonly<Record<string, readonly Bore[]>> => {
  const { plan, framing, rules } = w;
  const perHole = rules('drill.perHole');
  const queues = new Map<string, { run: string; route: Route; member: Member; z: number }[]>();
  for (const run of runsThrough(w, wall)) {
    const route = must(routeOf(w, run), 'the route of a run with holes');
    const kind = isData(entryOf(plan.runs, run).cable) ? '/data' : '';
    for (const { member, z } of route.bores) {
      if (member.wall !== wall) continue;
      const key = `${member.id}@${toDecimals(z, 2)}${kind}`;
      queues.set(key, [...(queues.get(key) ?? []), { run, route, member, z }]);
    }
  }
  const { depth } = framingKinds[entryOf(plan.walls, wall).framing];
  const byRun: Record<string, Bore[]> = {};
  for (const [key, queue] of queues) {
    for (let k = 0; k < queue.length; k += perHole) {
      const group = queue.slice(k, k + perHole);
      const diameter = bitFor(group.map((g) => entryOf(plan.runs, g.run).cable));
      const edge = toDecimals((depth - diameter) / 2, 4);
      for (const { run, route, member, z } of group)
        (byRun[run] ??= []).push({
          member: member.id,
          role: member.role,
          wall,
          number: member.number,
          at: plateAt(route, member, plan, framing),
          z: toDecimals(z + (k / perHole) * 2, 3),
          diameter,
          edge,
          plate: edge < rules('drill.edge') - 1e-9,
          cables: group.length,
          hole: k === 0 ? key : `${key}+${k / perHole}`,
        });
    }
  }
  return byRun;
});

function boresOf(w: Ways, id: string, route: Route | null): Bore[] {
  const order = new Map((route?.bores ?? []).map((b, k) => [b.member.id, k]));
  const walls = [...new Set(route?.bores.map((b) => b.member.wall))];
  return walls
    .flatMap((wall) => holesIn(w, wall)[id] ?? [])
    .sort((a, b) => valueIn(order, a.member) - valueIn(order, b.member));
}

const laidRun = query('run', (w: Ways, id: string): LaidRun | undefined => {
  const { plan, rules } = w;
  const run = plan.runs[id];
  if (!run) return undefined;
  const route = routeOf(w, id) ?? null;
  const path = route?.path ?? [];
  const bores = boresOf(w, id, route);
  const isHanging = (box: string) => isBoxless(entryOf(plan.boxes, box), kindsIn(plan, box));
  return {
    id,
    cable: run.cable,
    path,
    way: route?.way ?? null,
    bores,
    joists: route?.joists ?? 0,
    staples: route ? stapleCount(path, run, valuesOf(plan.levels), rules) : 0,
    length: cutLength(run, route?.length ?? 0, plan, rules, isHanging),
    closed: closedPassages(bores, plan, rules),
  };
});

const holesOf = query('holes of wall', (w: Ways, wall: string): readonly Bore[] | undefined => {
  if (!w.plan.walls[wall]) return undefined;
  const byHole = new Map(valuesOf(holesIn(w, wall)).flatMap((own) => own.map((b) => [b.hole, b] as const)));
  return [...byHole.values()];
});

/** Every run through the open framing, with its holes, staples and cut length. */
export const runsOf = query(
  'runs',
  (w: Ways): RunLayout => ({
    graph: () => graphOf(w, false),
    runs: viewOf({ ids: () => idsOf(w.plan.runs), get: (id) => laidRun(w, id) }),
    holes: viewOf({ ids: () => idsOf(w.plan.walls), get: (id) => holesOf(w, id) }),
  }),
  Object.is,
);

function closedPassages(bores: readonly Bore[], plan: Plan, rules: RuleBook): ClosedPassage[] {
  const walls = [...new Set(bores.map((b) => b.wall))].filter(
    (w) => entryOf(plan.walls, w).cover === 'closed',
  );
  return walls.flatMap((wall) => {
    const studs = bores.filter((b) => b.wall === wall && b.number !== null).length;
    const how = entryOf(plan.walls, wall).access;
    if (studs === 0 || how === 'leave') return [];
    const minutes = closedMinutes(rules);
    const openMinutes = toDecimals(minutes('open', studs), 1);
    return [{ wall, how, studs, fishMinutes: minutes('fish', studs), openMinutes }];
  });
}

/** Where along its wall a member is bored: its own centre, or for a plate the place the cable goes through. */
function plateAt(route: Route, member: Member, plan: Plan, framing: Framing): number {
  if (member.role !== 'top-plate' && member.role !== 'bottom-plate') return member.at;
  const line = entryOf(framing.lines, member.wall);
  const z = (member.low + member.high) / 2 + entryOf(plan.levels, line.level).elevation;
  for (let i = 1; i < route.path.length; i++) {
    const [a, b] = [nth(route.path, i - 1), nth(route.path, i)];
    const along = (a.x - line.from.x) * line.unit.x + (a.y - line.from.y) * line.unit.y;
    const off = Math.abs(-(a.x - line.from.x) * line.unit.y + (a.y - line.from.y) * line.unit.x);
    if ((a.z - z) * (b.z - z) < 0 && off < 0.1 && Math.abs(along - member.at) <= member.width / 2)
      return toDecimals(along, 4);
  }
  return member.at;
}
