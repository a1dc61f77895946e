import { describe, expect, test } from 'vitest';
import { gridHouse, wired } from '../../bench/wired.ts';
import { marlStreet, study } from '../../demo/index.ts';
import { computed } from '../../testing/index.ts';
import { crewView, type Plan, readPlan } from '../index.ts';

const withSecrets = (plan: Plan): Plan => ({
  ...plan,
  rules: {
    ...plan.rules,
    values: { ...plan.rules.values, 'cost.labour': 91234, 'cost.profit': 73.4321, 'minutes.bore': 3 },
    reasons: { 'cost.labour': 'our secret rate' },
  },
  prices: { '14/2': { cents: 4242, per: 'ft' }, 'box:x': { cents: 777.77, per: 'each' } },
  stock: { onTheVan: { item: '14/2', feet: 77, where: 'van' } },
  coils: { q1: { item: '14/2', feet: 67676, from: 'new', cuts: {}, on: '' } },
  service: { ...plan.service, existingArea: 54321, heatingVa: 98765 },
  accepted: { f1: { rule: 'room.none', about: [], wall: null, reason: 'the customer is penniless' } },
});

describe.each([
  ['one room', study()],
  ['the demo’s job', marlStreet()],
  ['a wired house of four rooms', wired(gridHouse(2, 2))],
])('%s, as the crew gets it', (_name, plan) => {
  const whole = withSecrets(plan);
  const view = crewView(whole);

  test('has the boxes, marks, holes, cuts and labels of the whole plan', () => {
    const { members, rooms, marks, ceilings, runs, labels, makeup, boxes } = computed(whole);
    expect(view.result).toMatchObject({ members, rooms, marks, ceilings, runs, labels, makeup, boxes });
    expect(Object.keys(view.rooms)).toEqual(Object.keys(plan.rooms));
  });

  test('is a plan, and holds no price, wage, stock, service load, finding or reason of the lead’s', () => {
    expect(readPlan(view.plan)).toMatchObject({ ok: true });
    const told = /4242|73\.4321|67676|777\.77|91234|54321|98765|secret|penniless|onTheVan/g;
    expect(JSON.stringify(view).match(told)).toBe(null);
    expect(view.plan.rules.values).toMatchObject({ 'minutes.bore': 3 });
    const { findings, takeoff, hours, service } = view.result;
    expect([findings, takeoff.lines, hours.stages, service]).toEqual([[], [], [], []]);
  });
});
