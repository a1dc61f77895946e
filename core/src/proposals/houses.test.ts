import { describe, expect, test } from 'vitest';
import { compute } from '../compute/index.ts';
import { propose } from './index.ts';
import { powered } from '../power/simulate.ts';
import { houseToWire } from '../../testing/houseToWire.ts';
import { ruleBook } from '../rules/index.ts';
import { wiringOf } from '../wiring/index.ts';

/** `npm run soak` sets 500; the plain run takes a sample of them. */
const houses = Number(process.env['FIELDCHALK_SEEDS'] ?? 12);

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
