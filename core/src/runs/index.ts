import { entryOf, must, nth, valueIn } from '../lookups/index.ts';
import { isBoxless, kindsIn, type PlacedBox } from '../boxes/index.ts';
import type { Framing, Member, MemberRole } from '../framing/index.ts';
import type { XYZ } from '../geometry/index.ts';
import { idsOf, markView, query, valuesOf, viewOf } from '../incremental/index.ts';
import { compareIds } from '../plan/ids.ts';
import type { Plan } from '../plan/index.ts';
import { framingKinds, isData } from '../materials/index.ts';
import type { RuleBook, RuleId } from '../rules/index.ts';
import { toDecimals } from '../units/index.ts';
import type { Ways } from './ends.ts';
import type { RouteGraph } from './graph.ts';
import { bitFor, cutLength, stapleCount, type CutLength } from './lengths.ts';
import { endsOfRun, keepWaysOf, keptWay } from './keptWays.ts';
import { closedMinutes, isInOneBay, layRoute, type Route, type Way } from './route.ts';
import { routeGraph } from './routeGraph.ts';

export type { CutLength } from './lengths.ts';
export { cableCents } from './price.ts';
export type { Ways } from './ends.ts';
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

/** The rules as data cable keeps them: its line of holes is its own. */
const dataRules = query(
  'rules for data',
  (rules: RuleBook): RuleBook =>
    ((id: RuleId) => rules(id === 'drill.height' ? 'drill.data' : id)) as RuleBook,
  Object.is,
);

/** The same ways as data cable goes them. */
const dataWays = query(
  'ways for data',
  (w: Ways): Ways => markView({ ...waysOf(w), rules: dataRules(w.rules) }),
  Object.is,
);
const waysOf = ({ plan, framing, rooms, layout, rules }: Ways): Ways => ({
  plan,
  framing,
  rooms,
  layout,
  rules,
});

const boxesById = query('boxes on wall by id', ({ layout }: Ways, wall: string): readonly PlacedBox[] =>
  [...(layout.onWall[wall] ?? [])].sort((a, b) => compareIds(a.id, b.id)),
);

/** Boxes on some walls, in the order of their ids: a hole rises over those that stand in its line. */
function boxesOnWalls(w: Ways, walls: readonly string[]): readonly PlacedBox[] {
  const [only, ...more] = walls;
  if (only !== undefined && more.length === 0) return boxesById(w, only);
  return walls.flatMap((wall) => boxesById(w, wall)).sort((a, b) => compareIds(a.id, b.id));
}

/** The way of a run through the graph; null where there is none, and nothing for one that is not there. */
const wayOf = query('way of run', (w: Ways, id: string): Way | 'in one bay' | null | undefined => {
  const run = w.plan.runs[id];
  if (!run) return undefined;
  const through = isData(run.cable) ? dataWays(w) : w;
  const ends = endsOfRun(through, id);
  if (!ends) return null;
  if (isInOneBay(ends.from, ends.to, run.way)) return 'in one bay';
  return keptWay(through, id);
});

/** The run laid along its way, its holes lifted over boxes. */
const routeOf = query('route of run', (w: Ways, id: string): Route | null | undefined => {
  const way = wayOf(w, id);
  if (!way) return way;
  const run = entryOf(w.plan.runs, id);
  const ends = must(endsOfRun(isData(run.cable) ? dataWays(w) : w, id), 'the ends of a run with a way');
  return layRoute(ends.from, ends.to, way, {
    asked: run.way,
    framing: w.framing,
    boxesOn: (walls) => boxesOnWalls(w, walls),
  });
});

/** Runs by the walls they bore, in the order of their ids. */
const runsByWall = query('runs by wall', (w: Ways): Map<string, string[]> => {
  const byWall = new Map<string, string[]>();
  const ids = idsOf(w.plan.runs);
  const there = new Set(ids);
  for (const ways of [w, dataWays(w)]) keepWaysOf(ways, there);
  for (const id of ids)
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
    graph: () => routeGraph(w),
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
