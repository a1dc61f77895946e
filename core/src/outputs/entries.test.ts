import { expect, test } from 'vitest';
import { marlStreet } from '../../demo/marlStreet.ts';
import { computed, notEmpty, planOf } from '../../testing/index.ts';
import { twoInWall } from '../../testing/twoInWall.ts';

const devices = { d1: { box: 'b1', circuit: 'c1' }, d2: { box: 'b2', circuit: 'c1' } };
const cablesBetween = (count: number, way: string, model = 'plastic-1g-20') =>
  computed(
    planOf({
      ...twoInWall('2x4', {}, { levels: { L1: { above: 'attic', below: 'crawl' } } }),
      devices,
      boxes: {
        b1: { on: { wall: 'w1', at: 40 }, model },
        b2: { on: { wall: 'w1', at: 100 }, model },
      },
      runs: Object.fromEntries(
        Array.from({ length: count }, (_, i) => [`k${i + 1}`, { from: 'b1', to: 'b2', circuit: 'c1', way }]),
      ),
    }),
  ).makeup['b1']!.entries;

// Common practice, no source: two slots over and two under for each gang, one cable in each.
test('cable comes in from where it comes: over the walls by the top, under the floor by the bottom', () => {
  expect(cablesBetween(2, 'over').map((e) => [e.side, e.slot])).toEqual([
    ['top', 1],
    ['top', 2],
  ]);
  expect(cablesBetween(1, 'under').map((e) => [e.side, e.slot])).toEqual([['bottom', 1]]);
});

test('one cable in each slot: the third from over comes in by the bottom, the fifth finds none', () => {
  expect(cablesBetween(5, 'over').map((e) => [e.side, e.slot])).toEqual([
    ['top', 1],
    ['top', 2],
    ['bottom', 1],
    ['bottom', 2],
    ['top', null],
  ]);
  expect(cablesBetween(3, 'over', 'plastic-2g-34').map((e) => e.side)).toEqual(['top', 'top', 'top']);
});

test('in the demo every new cable of a box in a wall has a slot of its own, in the order of the make-up sheet', () => {
  const { makeup } = computed(marlStreet());
  for (const { entries, cables } of notEmpty(Object.values(makeup).filter((m) => m.entries.length > 0))) {
    const places = entries.map((e) => `${e.side} ${e.slot}`);
    expect(new Set(places).size).toBe(places.length);
    expect(entries.map((e) => e.run)).toEqual(cables.filter((c) => !c.there).map((c) => c.run));
  }
});
