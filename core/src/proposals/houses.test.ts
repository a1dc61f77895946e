import { describe, expect, test } from 'vitest';
import { compute } from '../compute/index.ts';
import { propose } from './index.ts';
import { roomUses, type Plan } from '../plan/index.ts';
import { readPlan } from '../plan/read.ts';
import { powered } from '../power/simulate.ts';
import { planOfHouse, randomHouse } from '../../testing/randomHouse.ts';
import { ruleBook } from '../rules/index.ts';
import { randomFrom } from '../../testing/index.ts';
import { wiringOf } from '../wiring/index.ts';

/** `npm run soak` sets 500; the plain run takes a sample of them. */
const houses = Number(process.env['FIELDCHALK_SEEDS'] ?? 12);

const schools: Record<string, unknown>[] = [
  {}, { 'control.feed': 'light' }, { 'control.feed': 'far', 'circuit.dark': 'split' }, { shape: 'tree' },
  { 'protect.gfci': 'breaker', 'circuit.general': 20 }, { 'circuit.lighting': 'with-receptacles', 'circuit.bath': 'one-room' },
  { 'control.neutral': 'one', 'circuit.alarms': 'own', 'circuit.own': 'more' }, { 'circuit.capBy': 'va', 'protect.gfci': 'dual' },
]; // prettier-ignore

/** A random house with a use for each room, a door in each wall that is long enough, and a panel. */
export function houseToWire(seed: number): Plan {
  const random = randomFrom(seed * 7 + 1);
  const given = planOfHouse(randomHouse(seed), null);
  const points = given.points!;
  const rooms = Object.fromEntries(
    Object.entries(given.rooms!).map(([id, at]) => [
      id,
      { ...at, name: `Room ${id}`, use: roomUses[Math.floor(random() * roomUses.length)] },
    ]),
  );
  const doors = Object.entries(given.walls!).flatMap(([wall, w]) => {
    const [a, b] = [points[w.from]!, points[w.to]!];
    const length = Math.hypot(a.x - b.x, a.y - b.y);
    return length < 110
      ? []
      : [[`o${wall}`, { wall, kind: 'door', at: Math.round(length / 2 - 16), width: 32 }] as const];
  });
  const read = readPlan({
    ...given,
    rules: { values: schools[seed % schools.length] },
    rooms,
    openings: Object.fromEntries(doors),
    panels: {
      n1: { on: { wall: Object.keys(given.walls!)[0], side: 'left', at: 20, away: 120 }, spaces: 60 },
    },
  });
  if (!read.ok)
    throw new Error(`seed ${seed}: ${read.problems.map((p) => `${p.path} ${p.message}`).join('; ')}`);
  return read.plan;
}

describe(`${houses} seeded houses, every school in turn`, () => {
  test('no finding of level error after propose', () => {
    const wrong: string[] = [];
    for (let seed = 1; seed <= houses; seed++) {
      const plan = houseToWire(seed);
      propose(plan);
      const result = compute(plan);
      const errors = result.findings.filter((f) => f.level === 'error');
      wrong.push(...errors.map((f) => `seed ${seed}: ${f.rule}: ${f.says}`));
    }
    expect(wrong).toEqual([]);
  }, 600_000);

  test('and in each of them every light answers to its switch and nothing is shorted', () => {
    for (let seed = 1; seed <= Math.min(houses, 100); seed++) {
      const plan = houseToWire(seed);
      propose(plan);
      const wiring = wiringOf(plan, ruleBook(plan.rules.values));
      const rest = powered(plan, wiring, { on: new Set() });
      for (const [id, { switches, loads }] of Object.entries(plan.controls)) {
        if (plan.devices[switches[0]!]!.circuit === null) continue;
        const thrown = powered(plan, wiring, { on: new Set([switches[0]!]) });
        expect(thrown.shorted, `seed ${seed} ${id}`).toEqual([]);
        for (const load of loads)
          expect(thrown.live.has(load), `seed ${seed} ${id} ${load}`).not.toBe(rest.live.has(load));
      }
    }
  }, 600_000);
});
