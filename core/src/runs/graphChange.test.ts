import { describe, expect, test } from 'vitest';
import { connectedHouse } from '../../bench/wired.ts';
import { edited, houseOf, notEmpty, randomFrom } from '../../testing/index.ts';
import { Computer } from '../compute/index.ts';
import type { Plan } from '../plan/index.ts';
import { numberOf, type RouteGraph } from './graph.ts';
import { changeBetween } from './graphChange.ts';
import { routeGraph } from './routeGraph.ts';

const graphOf = (plan: Plan): RouteGraph => routeGraph(houseOf(plan));
const house = connectedHouse(8);
const before = graphOf(house);

/** A place told by where it is and the hollow it lies in. */
const standing = (graph: RouteGraph, n: number): string => {
  const node = graph.nodes[n]!;
  const hollow = graph.pieces.get(node.wall)!.bays[node.bay];
  return JSON.stringify([
    node.wall,
    node.along,
    node.at,
    hollow?.start,
    hollow?.end,
    hollow?.low,
    hollow?.high,
  ]);
};

/** Edits that change the framing somewhere, by what they are called. */
const edits: Record<string, (plan: Plan) => Plan> = {
  'a wall moved': (p) => edited(p, 'moveWall', { wall: notEmpty(Object.keys(p.walls))[5]!, offset: 3 }),
  'a door moved': (p) =>
    edited(p, 'setOpening', {
      opening: notEmpty(Object.keys(p.openings))[2]!,
      changes: { at: Object.values(p.openings)[2]!.at + 2 },
    }),
  'a door taken out': (p) => edited(p, 'removeOpening', { opening: notEmpty(Object.keys(p.openings))[0]! }),
  'a stud measured elsewhere': (p) => edited(p, 'measureStud', { wall: 'h0', at: 50, was: 48 }),
  'a wall closed': (p) => edited(p, 'setWall', { wall: 'h0', changes: { cover: 'closed' } }),
  'a ceiling closed': (p) => edited(p, 'setLevel', { level: 'L1', changes: { above: 'closed' } }),
  'a wall taken away': (p) => edited(p, 'removeWalls', { walls: [Object.keys(p.walls)[5]!] }),
};

describe('where one graph differs from another', () => {
  test('a graph made anew of the same plan differs nowhere', () => {
    const change = changeBetween(before, graphOf(JSON.parse(JSON.stringify(house)) as Plan));
    expect([change.gone.size, change.came.length, change.ground.length]).toEqual([0, 0, 0]);
    for (const node of before.nodes) expect(change.now(node)).toEqual(node);
  });

  test.each(Object.keys(edits))(
    '%s: every place is gone, or stands where it did; every new one came, or stood',
    (what) => {
      const after = graphOf(edits[what]!(house));
      const { gone, came, now } = changeBetween(before, after);
      expect(gone.size + came.length).toBeGreaterThan(0);
      const arrived = new Set(came);
      const met = new Set<number>();
      before.nodes.forEach((node, n) => {
        const is = now(node);
        if (gone.has(node)) return;
        expect(is, `place ${n}`).toBeDefined();
        const number = numberOf(after, is!);
        expect(standing(after, number)).toBe(standing(before, n));
        met.add(number);
      });
      after.nodes.forEach((_, n) => expect(met.has(n) || arrived.has(n), `place ${n}`).toBe(true));
    },
  );

  test.each(Object.keys(edits))('%s, and back: what came is what is gone the other way', (what) => {
    const after = graphOf(edits[what]!(house));
    const [there, back] = [changeBetween(before, after), changeBetween(after, before)];
    const numbers = (graph: RouteGraph, list: Iterable<RouteGraph['nodes'][number]>) =>
      [...new Set([...list].map((n) => numberOf(graph, n)))].sort((a, b) => a - b);
    expect(numbers(before, there.gone)).toEqual([...new Set(back.came)].sort((a, b) => a - b));
    expect(numbers(after, back.gone)).toEqual([...new Set(there.came)].sort((a, b) => a - b));
  });

  test('the ground of a change holds all that is gone and all that came', () => {
    for (const make of Object.values(edits)) {
      const after = graphOf(make(house));
      const { gone, came, ground } = changeBetween(before, after);
      for (const { at } of [...gone, ...came.map((n) => after.nodes[n]!)])
        expect(ground.some((g) => at.x >= g.x0 && at.x <= g.x1 && at.y >= g.y0 && at.y <= g.y1)).toBe(true);
    }
  });
});

describe('ways kept from graph to graph', () => {
  test('cable far from what changed stays the same object; all of it costs what a search anew would find', () => {
    const plan = edited(house, 'propose', {});
    const kept = new Computer();
    let last = kept.compute(plan).runs;
    let now = plan;
    let same = 0;
    let all = 0;
    const random = randomFrom(11);
    for (let n = 0; n < 12; n++) {
      const walls = Object.keys(now.walls);
      now = edited(now, 'moveWall', {
        wall: walls[Math.floor(random() * walls.length)]!,
        offset: Math.round(random() * 6 - 3),
      });
      const runs = kept.compute(now).runs;
      const anew = new Computer().compute(now).runs;
      for (const [id, run] of Object.entries(runs)) {
        all++;
        if (run === last[id]) same++;
        expect(run.length.cut, id).toBeCloseTo(anew[id]!.length.cut, 6);
      }
      last = runs;
    }
    expect(same / all).toBeGreaterThan(0.3);
  });
});
