import { describe, expect, test } from 'vitest';
import { marlStreet, study } from '../../../demo/index.ts';
import { countParts } from '../../../testing/countParts.ts';
import { furnishedHouse } from '../../../testing/furnishedHouse.ts';
import { computed, edited, notEmpty } from '../../../testing/index.ts';
import { twoInWall } from '../../../testing/twoInWall.ts';
import { Computer } from '../../compute/index.ts';
import type { Plan } from '../../plan/index.ts';
import { propose } from '../../proposals/index.ts';
import { takeoffBy, takeoffOrders } from './by.ts';
import { takeoffParts } from './parts.ts';

/** `npm run soak` sets 300; the plain run takes a sample of them. */
const houses = Number(process.env['FIELDCHALK_SEEDS'] ?? 6);

const listed = (plan: Plan) => {
  const { takeoff } = computed(plan);
  const items = takeoff.lines.map((l) => l.item);
  expect(new Set(items).size).toBe(items.length);
  return Object.fromEntries(takeoff.lines.map((l) => [l.item, l.quantity]));
};

/** Shares of every line come to one, whichever way the list is laid out. */
function laidOut(plan: Plan) {
  const computer = new Computer();
  const { takeoff } = computer.compute(plan);
  for (const { item } of notEmpty(takeoff.lines)) {
    const parts = takeoffParts(computer.house, item);
    expect(
      parts.reduce((sum, p) => sum + p.share, 0),
      item,
    ).toBeCloseTo(1, 9);
  }
  for (const by of takeoffOrders) {
    const sums: Record<string, number> = {};
    const groups = takeoffBy(computer.house, takeoff.lines, by);
    for (const { lines } of notEmpty(groups))
      for (const l of lines) sums[l.item] = (sums[l.item] ?? 0) + l.quantity;
    for (const l of takeoff.lines) expect(sums[l.item], `${by}: ${l.item}`).toBeCloseTo(l.quantity, 6);
  }
}

describe('the list has every part once', () => {
  test.each([
    ['the demo house', marlStreet()],
    ['the study', study()],
    ['furring', twoInWall('furring')],
    ['foam block', twoInWall('foam-block')],
    ['ceiling boxes on joists', edited(marlStreet(), 'setRule', { rule: 'box.ceiling', value: 'joist' })],
    ['two cables under a staple', edited(marlStreet(), 'setRule', { rule: 'staple.under', value: 'listed' })],
  ])('%s: counted thing by thing it comes to the same', (_, plan) => {
    const tubes = (items: Record<string, number>) => ({ ...items, 'tube-1-1/4': 0 });
    expect(tubes(listed(plan))).toEqual(tubes(countParts(plan, computed(plan))));
    laidOut(plan);
  });

  test(`${houses} random houses, wired, every school in turn`, () => {
    for (let seed = 1; seed <= houses; seed++) {
      const plan = furnishedHouse(seed);
      propose(plan);
      const [list, counted] = [listed(plan), countParts(plan, computed(plan))];
      delete list['tube-1-1/4'];
      expect(list, `seed ${seed}`).toEqual(counted);
      if (seed <= 20) laidOut(plan);
    }
  }, 900_000);

  test('by room what stands in it, by circuit what hangs on it, by stage what is first needed there', () => {
    const computer = new Computer();
    const plan = marlStreet();
    const { takeoff } = computer.compute(plan);
    const by = (order: (typeof takeoffOrders)[number], of: string | null) =>
      takeoffBy(computer.house, takeoff.lines, order).find((g) => g.of === of)?.lines ?? [];
    const devices = Object.values(plan.devices).filter(
      (d) => d.kind === 'gfci' && !plan.boxes[d.box]?.existing,
    );
    const [circuit] = devices.flatMap((d) => d.circuit ?? []);
    const onIt = devices.filter((d) => d.circuit === circuit).length;
    const gfci = by('circuit', circuit!).filter((l) => l.item.startsWith('device-gfci'));
    expect(gfci.reduce((sum, l) => sum + l.quantity, 0)).toBeCloseTo(onIt, 9);
    expect(by('stage', 'staple').map((l) => l.item.split('-')[0])).toEqual(
      expect.arrayContaining(['staple']),
    );
    const rooms = takeoffBy(computer.house, takeoff.lines, 'room').map((g) => g.of);
    expect(new Set(rooms).size).toBe(rooms.length);
    expect(Object.keys(plan.rooms)).toEqual(expect.arrayContaining(rooms.filter((r) => r !== null)));
  });
});
