import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../demo/marlStreet.ts';
import { notEmpty, planOf } from '../../testing/index.ts';
import type { Plan } from '../plan/index.ts';
import { circuitTree, sourcesOf } from './tree.ts';

/** Five boxes on a wall and cables between them, written `from-to`. */
function joined(
  cables: readonly string[],
  more: { existing?: boolean; there?: readonly string[] } = {},
): Plan {
  const boxes = ['b1', 'b2', 'b3', 'b4', 'b5'];
  return planOf({
    points: { a: { x: 0, y: 0 }, b: { x: 400, y: 0 } },
    walls: { w1: { from: 'a', to: 'b' } },
    panels: { n1: { on: { wall: 'w1', at: 20 } } },
    circuits: { c1: { panel: 'n1', existing: more.existing ?? false } },
    boxes: Object.fromEntries(
      boxes.map((id, i) => [
        id,
        { on: { wall: 'w1', at: 40 + 60 * i }, existing: (more.there ?? []).includes(id) },
      ]),
    ),
    devices: Object.fromEntries(boxes.map((box) => [`d${box}`, { box, circuit: 'c1' }])),
    runs: Object.fromEntries(
      cables.map((cable, i) => {
        const [from, to, type = '14/2'] = cable.split('-');
        const circuit = type === 'data' ? null : 'c1';
        return [
          `k${i + 1}`,
          {
            from,
            to: to === '' ? null : to,
            circuit,
            cable: type,
            ...(to === '' ? { endsAt: { x: 0, y: 0, z: 0 } } : {}),
          },
        ];
      }),
    ),
  });
}
const stretches = (plan: Plan) =>
  circuitTree(plan, 'c1').stretches.map(({ from, to, runs }) => `${from}>${to} ${runs.join('+')}`);

describe('how a circuit spreads from its panel', () => {
  test('a chain, whichever way its cables were drawn', () =>
    expect(stretches(joined(['n1-b1', 'b2-b1', 'b2-b3']))).toEqual(['n1>b1 k1', 'b1>b2 k2', 'b2>b3 k3']));

  test('branches, each gone down to its end before the next', () =>
    expect(stretches(joined(['n1-b1', 'b1-b2', 'b1-b3', 'b2-b4']))).toEqual([
      'n1>b1 k1',
      'b1>b2 k2',
      'b2>b4 k4',
      'b1>b3 k3',
    ]));

  test('cables side by side are one stretch; one that closes a ring is in none', () => {
    expect(stretches(joined(['n1-b1', 'b1-b2', 'b2-b1']))).toEqual(['n1>b1 k1', 'b1>b2 k2+k3']);
    expect(stretches(joined(['n1-b1', 'b1-b2', 'b2-b3', 'b3-b1']))).toEqual([
      'n1>b1 k1',
      'b1>b2 k2',
      'b2>b3 k3',
    ]);
  });

  test('what no cable reaches is not in it; nor are open ends and data', () =>
    expect(stretches(joined(['n1-b1', 'b4-b5', 'b1-', 'b1-b2-data']))).toEqual(['n1>b1 k1']));

  test('power comes from what is there already as well, where the circuit is', () => {
    const plan = joined(['b2-b3'], { existing: true, there: ['b1', 'b2'] });
    expect(sourcesOf(plan, 'c1')).toEqual(['n1', 'b1', 'b2']);
    expect(stretches(plan)).toEqual(['b2>b3 k1']);
    expect(sourcesOf(joined([], { there: ['b1'] }), 'c1')).toEqual(['n1']);
  });

  test('every box of the demo’s circuits is fed once, by the stretch that ends in it', () => {
    const plan = marlStreet();
    for (const id of notEmpty(Object.keys(plan.circuits))) {
      const { stretches: list, feedOf } = circuitTree(plan, id);
      expect(new Set(list.map((s) => s.to)).size).toBe(list.length);
      for (const s of list) expect(feedOf.get(s.to)).toBe(s);
      const reached = new Set(sourcesOf(plan, id));
      for (const s of list) {
        expect(reached.has(s.from)).toBe(true);
        reached.add(s.to);
      }
    }
  });
});
