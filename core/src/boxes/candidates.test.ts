import { expect, test } from 'vitest';
import { furnishedHouse } from '../../testing/furnishedHouse.ts';
import { Computer } from '../compute/index.ts';
import { valuesOf } from '../incremental/index.ts';
import { toDecimals } from '../units/index.ts';
import { receptacleCandidates, type Candidate } from './candidates.ts';

/** Sums in another order may differ in their last digits. */
const told = ({ wall, side, at }: Candidate) => [wall, side, toDecimals(at, 9)];

test('places near one of a line are just those of the whole line that are so near, on stud faces and between them', () => {
  let compared = 0;
  for (const seed of [1, 2, 3, 4, 5, 6, 7, 8]) {
    const house = new Computer().take(furnishedHouse(seed));
    for (const { line } of valuesOf(house.layout.proofs).flatMap((p) => p.spaces))
      for (const exact of [false, true]) {
        const all = receptacleCandidates(line, house, { exact });
        for (const along of [0, line.length / 3, line.length * 0.7, line.length]) {
          const near = receptacleCandidates(line, house, { exact, near: { along, within: 72 } });
          const expected = all.filter((c) => Math.abs(c.along - along) <= 72);
          expect(near.map(told)).toEqual(expected.map(told));
          compared += expected.length;
        }
      }
  }
  expect(compared).toBeGreaterThan(1000);
});
