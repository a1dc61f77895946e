import { expect, test } from 'vitest';
import { marlStreet } from '../../demo/index.ts';
import { compute } from '../compute/index.ts';
import { notEmpty } from '../../testing/index.ts';
import { drillingWords } from './drillingWords.ts';
import { makeUpWords } from './makeUpWords.ts';

const plan = marlStreet();
const result = compute(plan);

test('a line of holes says what is drilled, where, and what is to know', () => {
  const studs = { what: 'studs', studs: [3, 4, 5], height: 20, along: 40, bit: 0.75, count: 3 } as const;
  const more = { cables: 2, edge: 1.375, steel: 0 };
  expect(drillingWords({ ...studs, ...more })).toEqual({
    what: 'Studs 3 to 5',
    where: '20″ up',
    also: '2 cables · 1⅜″ of wood left',
  });
  const plate = { what: 'top-plate', studs: [], height: null, along: 50, bit: 1, count: 1 } as const;
  expect(drillingWords({ ...plate, cables: 1, edge: 1, steel: 2 })).toEqual({
    what: 'Top plates',
    where: '4′ 2″ along',
    also: '1 cable · 1″ of wood left · seal it when the cable is in · 2 steel plates',
  });
});

test('every box is made up from its sheath to its caps, with all its joints between', () => {
  for (const [box, made] of notEmpty(Object.entries(result.makeup))) {
    const { cables, steps } = makeUpWords(plan, box, made);
    expect(cables.split(' · ')).toHaveLength(made.cables.length);
    const keys = steps.map((s) => s.key);
    expect([keys[0], keys.at(-1)]).toEqual(['sheath', 'cap']);
    expect(steps.length).toBe(
      2 + made.joints.length + (made.grounds ? 1 : 0) + (made.tails.length > 0 ? 1 : 0),
    );
    for (const { says } of steps) expect(says).not.toMatch(/undefined|null|NaN/);
  }
});
