import { entryOf, must, never, nth, valueIn } from '../lookups/index.ts';
import { isBoxless, type BoxLayout, type PlacedBox } from '../boxes/index.ts';
import type { Framing, Member, MemberRole } from '../framing/index.ts';
import type { XYZ } from '../geometry/index.ts';
import { Memo } from '../incremental/memo.ts';
import { compareIds } from '../plan/ids.ts';
import { type Plan, priceOf } from '../plan/index.ts';
import { framingKinds, isData } from '../materials/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { RuleBook, RuleId } from '../rules/index.ts';
import { toDecimals } from '../units/index.ts';
import { openEnd, runEnd, type RunEnd } from './ends.ts';
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

interface Laying {
  readonly graph: RouteGraph;
  readonly framing: Framing;
  readonly layout: BoxLayout;
  readonly boxes: readonly PlacedBox[];
  readonly rules: RuleBook;
}

const sameEnd = (end: RunEnd | null) => JSON.stringify(end);

/** Stage 5: every run through the open framing, with its holes, staples and cut length. A run is laid again only when its ends, way or walls change. */
export class RunsStage {
  private readonly graphs = new Memo<RouteGraph>();
  private readonly routes = new Memo<Route | null>();

  run(
    plan: Plan,
    framing: Framing,
    rooms: Record<string, FoundRoom>,
    layout: BoxLayout,
    rules: RuleBook,
  ): RunLayout {
    const boundaries = Object.values(rooms).map((r) => r.boundary);
    const inputs = [framing, rules, plan.walls, plan.levels, plan.obstacles, ...boundaries];
    const graph = () => this.graphs.get('all', inputs, () => buildRouteGraph(plan, framing, rooms, rules));
    const dataGraph = () =>
      this.graphs.get('data', inputs, () => buildRouteGraph(plan, framing, rooms, dataRules(rules)));
    const boxes = Object.values(layout.placed);
    const ids = Object.keys(plan.runs).sort(compareIds);
    const routes = ids.map((id) =>
      this.route(id, plan, {
        graph: isData(entryOf(plan.runs, id).cable) ? dataGraph() : graph(),
        framing,
        layout,
        boxes,
        rules,
      }),
    );
    this.routes.sweep();
    const isHanging = (box: string) => isBoxless(entryOf(plan.boxes, box), layout.devices.get(box) ?? []);
    const bores = sharedBores(ids, routes, plan, framing, rules);
    const runs = ids.map((id, i): [string, LaidRun] => {
      const run = entryOf(plan.runs, id);
      const route = routes[i] ?? null;
      const path = route?.path ?? [];
      const length = cutLength(run, route?.length ?? 0, plan, rules, isHanging);
      const staples = route ? stapleCount(path, run, Object.values(plan.levels), rules) : 0;
      return [
        id,
        {
          id,
          cable: run.cable,
          path,
          way: route?.way ?? null,
          bores: nth(bores, i),
          joists: route?.joists ?? 0,
          staples,
          length,
          closed: closedPassages(nth(bores, i), plan, rules),
        },
      ];
    });
    return { graph, runs: Object.fromEntries(runs) };
  }

  private route(id: string, plan: Plan, { graph, framing, layout, boxes, rules }: Laying): Route | null {
    const run = entryOf(plan.runs, id);
    const from = runEnd(run.from, plan, layout, graph, framing);
    const to =
      run.to === null ? openEnd(run, plan, graph, framing) : runEnd(run.to, plan, layout, graph, framing);
    const cents = cableCents(plan, run.cable, rules);
    const known = this.routes.get(
      id,
      [
        graph,
        rules,
        run.way,
        cents,
        sameEnd(from),
        sameEnd(to),
        ...boxesNear(boxes, isData(run.cable) ? dataRules(rules) : rules),
      ],
      () =>
        from && to
          ? layRoute(from, to, {
              way: run.way,
              graph,
              framing,
              boxes,
              stepCost: stepCostFor(run.way, rules, cents),
            })
          : null,
    );
    return known;
  }
}

function closedPassages(bores: readonly Bore[], plan: Plan, rules: RuleBook): ClosedPassage[] {
  const walls = [...new Set(bores.map((b) => b.wall))].filter(
    (w) => entryOf(plan.walls, w).cover === 'closed',
  );
  return walls.flatMap((wall) => {
    const studs = bores.filter((b) => b.wall === wall && b.number !== null).map((b) => ({ id: b.member }));
    const how = entryOf(plan.walls, wall).access;
    if (studs.length === 0 || how === 'leave') return [];
    const [fishMinutes, openMinutes] = [
      closedMinutes('fish', studs, rules),
      closedMinutes('open', studs, rules),
    ];
    return [{ wall, how, studs: studs.length, fishMinutes, openMinutes: toDecimals(openMinutes, 1) }];
  });
}

/** The rules as data cable keeps them: its line of holes is its own. */
const dataRules = (rules: RuleBook): RuleBook =>
  ((id: RuleId) => rules(id === 'drill.height' ? 'drill.data' : id)) as RuleBook;

/** Boxes that stand in the line of holes, the only ones that bend a route. */
function boxesNear(boxes: readonly PlacedBox[], rules: RuleBook): string[] {
  const z = rules('drill.height');
  return boxes.filter((b) => b.top > z - 2 && b.bottom < z + 60).map((b) => `${b.wall} ${b.at} ${b.bottom}`);
}

function sharedBores(
  ids: readonly string[],
  routes: readonly (Route | null)[],
  plan: Plan,
  framing: Framing,
  rules: RuleBook,
): Bore[][] {
  const perHole = rules('drill.perHole');
  const queues = new Map<string, { run: string; member: Member; z: number }[]>();
  routes.forEach((route, i) =>
    route?.bores.forEach((b) => {
      const kind = isData(entryOf(plan.runs, nth(ids, i)).cable) ? '/data' : '';
      const key = `${b.member.id}@${toDecimals(b.z, 2)}${kind}`;
      queues.set(key, [...(queues.get(key) ?? []), { run: nth(ids, i), member: b.member, z: b.z }]);
    }),
  );
  const byRun = new Map<string, Bore[]>();
  for (const [key, queue] of queues) {
    for (let k = 0; k < queue.length; k += perHole) {
      const group = queue.slice(k, k + perHole);
      const diameter = bitFor(group.map((g) => entryOf(plan.runs, g.run).cable));
      for (const { run, member, z } of group) {
        const depth = framingKinds[entryOf(plan.walls, member.wall).framing].depth;
        const edge = toDecimals((depth - diameter) / 2, 4);
        const bore: Bore = {
          member: member.id,
          role: member.role,
          wall: member.wall,
          number: member.number,
          at: plateAt(must(routes[ids.indexOf(run)], 'the route of a run with holes'), member, plan, framing),
          z: toDecimals(z + (k / perHole) * 2, 3),
          diameter,
          edge,
          plate: edge < rules('drill.edge') - 1e-9,
          cables: group.length,
          hole: k === 0 ? key : `${key}+${k / perHole}`,
        };
        byRun.set(run, [...(byRun.get(run) ?? []), bore]);
      }
    }
  }
  return ids.map((id, i) => {
    const order = new Map((routes[i]?.bores ?? []).map((b, k) => [b.member.id, k]));
    return (byRun.get(id) ?? []).sort((a, b) => valueIn(order, a.member) - valueIn(order, b.member));
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
