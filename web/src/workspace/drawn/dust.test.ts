import { expect, test } from 'vitest';
import { dust, dustTile } from './dust.ts';

/** What a path of squares covers of its tile, counted on a fine grid; what falls over the edge is lost. */
function covered(path: string): number {
  const squares = [...path.matchAll(/M([\d.]+) ([\d.]+)h([\d.]+)/g)].map((m) => m.slice(1).map(Number));
  const fine = 140;
  let hits = 0;
  for (let i = 0; i < fine; i++)
    for (let j = 0; j < fine; j++) {
      const [px, py] = [((i + 0.5) / fine) * dustTile, ((j + 0.5) / fine) * dustTile];
      if (squares.some(([x, y, s]) => px >= x! && px <= x! + s! && py >= y! && py <= y! + s!)) hits++;
    }
  return hits / fine ** 2;
}

test('about the share asked for is covered, and it lies the same every time', () => {
  for (const share of [0.2, 0.5, 0.72]) expect(Math.abs(covered(dust(share)) - share)).toBeLessThan(0.08);
  expect(dust(0.5)).toBe(dust(0.5));
  expect(dust(0.5, 1)).not.toBe(dust(0.5, 2));
});
