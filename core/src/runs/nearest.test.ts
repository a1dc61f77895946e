import { expect, test } from 'vitest';
import { randomFrom } from '../../testing/index.ts';
import { distance } from '../geometry/index.ts';
import { Nearest } from './nearest.ts';

test('the nearest places, nearest first and ties in the order of the list: as sorting all of them gives, 300 seeded lists', () => {
  for (let seed = 1; seed <= 300; seed++) {
    const random = randomFrom(seed);
    // Whole feet, so that many are as far away as others, and some in the same place.
    const foot = () => 12 * Math.floor(random() * 20);
    const places = Array.from({ length: 1 + Math.floor(random() * 120) }, () => ({ x: foot(), y: foot() }));
    const at = { x: foot(), y: foot() };
    const count = 1 + Math.floor(random() * 30);
    const sorted = places
      .map((p, i) => ({ i, away: distance(p, at) }))
      .sort((a, b) => a.away - b.away)
      .slice(0, count)
      .map(({ i }) => i);
    expect(new Nearest(places).to(at, count)).toEqual(sorted);
  }
});

test('of no places none is near, and no more come than are asked for', () => {
  expect(new Nearest([]).to({ x: 0, y: 0 }, 4)).toEqual([]);
  expect(new Nearest([{ x: 1, y: 1 }]).to({ x: 0, y: 0 }, 4)).toEqual([0]);
  expect(new Nearest([{ x: 1, y: 1 }]).to({ x: 0, y: 0 }, 0)).toEqual([]);
});
