import { describe, expect, test } from 'vitest';
import { distance, type XYZ } from '../geometry/index.ts';
import { marlStreet } from '../../demo/marlStreet.ts';
import type { Plan } from '../plan/index.ts';
import { planOf, roomOf, houseOf, wallOf } from '../../testing/index.ts';
import { joistsCrossed, listedStep, squareDistance, stepsFrom, type RouteGraph } from './graph.ts';
import { routeGraph } from './routeGraph.ts';

const graphOf = (plan: Plan): RouteGraph => routeGraph(houseOf(plan));
/** Holes listed at a place. */
const holesAt = (graph: RouteGraph, node: number) =>
  Array.from({ length: graph.first[node + 1]! - graph.first[node]! }, (_, i) => {
    const at = graph.first[node]! + i;
    return { ...listedStep(graph, at), to: graph.to[at]! };
  });
/** Every step of a graph with the place it starts from. */
const stepsOf = (graph: RouteGraph) =>
  graph.nodes.flatMap((_, from) => stepsFrom(graph, from).map((s) => ({ from, s })));
const withLevel = (plan: Plan, level: object): Plan => ({
  ...plan,
  levels: { L1: { ...plan.levels.L1!, ...level } },
});
/** Nodes that can be reached from one of a wall. */
function reach(graph: RouteGraph, wall: string): Set<number> {
  const seen = new Set([graph.base.get(wall)!]);
  for (const n of seen) for (const s of stepsFrom(graph, n)) seen.add(s.to);
  return seen;
}
const wallsIn = (graph: RouteGraph, nodes: Set<number>) =>
  [...new Set([...nodes].flatMap((n) => graph.nodes[n]!.wall ?? []))].sort();
const rise = (a: XYZ, b: XYZ) => Math.abs(a.z - b.z);

describe('where a cable may go', () => {
  test('every hole is gone through both ways, at one length, through the same members in turn', () => {
    const graph = graphOf(marlStreet());
    expect(graph.nodes.length).toBeGreaterThan(500);
    const oneWay: string[] = [];
    const from = graph.nodes.map((_, n) => holesAt(graph, n));
    from.forEach((steps, n) => {
      for (const s of steps) {
        const turned = [...s.members].reverse();
        const back = from[s.to]!.some(
          (b) =>
            b.to === n &&
            b.kind === s.kind &&
            b.length === s.length &&
            b.members.length === turned.length &&
            b.members.every((m, i) => m === turned[i]),
        );
        if (!back) oneWay.push(`${n} to ${s.to}`);
      }
    });
    expect(oneWay).toEqual([]);
  });

  test('a step is never shorter than the way between its ends, and what is bored stands between them', () => {
    const graph = graphOf(marlStreet());
    const short: string[] = [];
    let bored = 0;
    graph.nodes.forEach((node, from) => {
      for (const s of stepsFrom(graph, from)) {
        const to = graph.nodes[s.to]!;
        const straight =
          s.kind === 'above' || s.kind === 'below'
            ? squareDistance(node.at, to.at)
            : distance(node.at, to.at);
        if (s.length < straight - 2e-3) short.push(`${from} to ${s.to}`);
        for (const m of s.members) {
          bored++;
          if (s.kind !== 'bore' || node.wall !== to.wall || m.wall !== node.wall) continue;
          expect((m.at - node.along) * (m.at - to.along)).toBeLessThan(0);
        }
      }
    });
    expect(short).toEqual([]);
    expect(bored).toBeGreaterThan(500);
  });

  test('within a wall bays lie at the drilling height and the holes are level', () => {
    const graph = graphOf(wallOf(96));
    const bores = stepsOf(graph).filter(({ s }) => s.kind === 'bore');
    expect(bores).toHaveLength(2 * 5);
    for (const { from, s } of bores) {
      expect(rise(graph.nodes[from]!.at, graph.nodes[s.to]!.at)).toBe(0);
      expect(graph.nodes[from]!.at.z).toBe(24);
    }
  });

  test('on a slab under a closed ceiling a room is gone around through its corners only', () => {
    const graph = graphOf(withLevel(roomOf('140\n110\n140\n110'), { above: 'closed', below: 'slab' }));
    expect(graph.spaces).toEqual([]);
    expect(graph.steps.filter((s) => s.kind === 'plate')).toEqual([]);
    expect(wallsIn(graph, reach(graph, 'w1'))).toEqual(['w1', 'w2', 'w3', 'w4']);
  });

  test('closed walls are left alone, fished or opened, as each says; the step says which', () => {
    const plan = withLevel(roomOf('140\n110\n140\n110'), { above: 'closed', below: 'slab' });
    const closed = (access: 'leave' | 'fish' | 'open') =>
      graphOf({
        ...plan,
        walls: Object.fromEntries(
          Object.entries(plan.walls).map(([id, w]) => [id, { ...w, cover: 'closed' as const, access }]),
        ),
      });
    expect(closed('leave').steps.filter((s) => s.kind === 'bore')).toEqual([]);
    for (const access of ['fish', 'open'] as const) {
      const bores = closed(access).steps.filter((s) => s.kind === 'bore' && s.closed);
      expect(bores.length).toBeGreaterThan(10);
      expect(new Set(bores.map((s) => s.closed))).toEqual(new Set([access]));
    }
  });

  test('joists are counted across the way they run, and only where they must be bored', () => {
    const along = { direction: 0, spacing: 16 };
    expect(joistsCrossed({ x: 0, y: 0 }, { x: 200, y: 0 }, along)).toBe(0);
    expect(joistsCrossed({ x: 0, y: 1 }, { x: 0, y: 97 }, along)).toBe(6);
    expect(joistsCrossed({ x: 1, y: 0 }, { x: -95, y: 0 }, { direction: 90, spacing: 16 })).toBe(6);
    const room = roomOf('140\n110\n140\n110');
    const joists = (above: string) =>
      graphOf(withLevel(room, { above, below: 'slab' })).spaces.map((s) => [
        s.kind,
        s.joists?.bored,
        s.climb,
      ]);
    expect(joists('joists')).toEqual([['above', true, 0]]);
    expect(joists('attic')).toEqual([['above', false, 9.25 - 1.5]]);
    expect(joists('truss')).toEqual([['above', false, 3.5 - 1.5]]);
  });

  test('through the floor of one level into the ceiling of the one below', () => {
    const plan = planOf({
      levels: { L1: { ceiling: 96 }, L2: { elevation: 108, ceiling: 96, below: 'joists' } },
      points: {
        a: { x: 0, y: 0 },
        b: { x: 120, y: 0 },
        c: { x: 0, y: 0, level: 'L2' },
        d: { x: 120, y: 0, level: 'L2' },
      },
      walls: { w1: { from: 'a', to: 'b' }, w2: { from: 'c', to: 'd' } },
    });
    const graph = graphOf(plan);
    expect(wallsIn(graph, reach(graph, 'w1'))).toEqual(['w1', 'w2']);
    expect(new Set(graph.nodes.map((n) => `${n.wall} ${n.floor}`))).toEqual(new Set(['w1 0', 'w2 108']));
    const below = graph.spaces.find((s) => s.kind === 'above' && s.walls.length > 1)!;
    expect(below.walls).toEqual([
      { wall: 'w1', side: 'over' },
      { wall: 'w2', side: 'under' },
    ]);
  });
});
