import { describe, expect, test } from 'vitest';
import { Computer } from '../compute/index.ts';
import { valuesOf } from '../incremental/index.ts';
import { propose } from './index.ts';
import { powered } from '../power/simulate.ts';
import { wrongSupports } from '../../testing/checkSupport.ts';
import { furnishedHouse } from '../../testing/furnishedHouse.ts';
import { houseToWire } from '../../testing/houseToWire.ts';
import { ruleBook } from '../rules/index.ts';
import { wiringOf } from '../wiring/index.ts';

/** `npm run soak` sets 500; the plain run takes a sample of them. */
const stud = 16;
const houses = Number(process.env['FIELDCHALK_SEEDS'] ?? 6);

describe(`${houses} seeded houses, every school in turn`, () => {
  test('no finding of level error after propose, no box full or in another, every staple where a recount has it, none farther than a stud bay from where it was put', () => {
    const wrong: string[] = [];
    for (let seed = 1; seed <= houses; seed++) {
      const plan = furnishedHouse(seed);
      propose(plan);
      const computer = new Computer();
      const result = computer.compute(plan);
      const { findings, boxes } = result;
      const say = (...what: unknown[]) => wrong.push(`seed ${seed}: ${what.join(' ')}`);
      for (const f of findings) if (f.level === 'error') say(f.rule, f.says);
      const rule = ruleBook(plan.rules.values);
      const supports = { first: rule('staple.first'), every: rule('staple.every'), loop: rule('end.loop') };
      for (const says of wrongSupports(plan, result, supports)) say(says);
      for (const [id, b] of Object.entries(boxes)) if (!b.fits) say(id, b.model, 'is full');
      for (const p of valuesOf(computer.house.layout.placed))
        if (p.trouble || Math.abs(p.at - p.planned) > stud) say(p.id, p.trouble, p.planned, 'to', p.at);
    }
    expect(wrong).toEqual([]);
  }, 900_000);

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
