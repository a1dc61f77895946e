import { expect, test } from 'vitest';
import { makeEdits } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { bareFaces, layersOn, outsideBuildUps } from './outsideLayers.ts';

test('each build-up begins with a sheathing and fits every outside face of which nothing is said; then nothing is asked any more', () => {
  const plan = structuredClone(study());
  const [first, second] = Object.keys(plan.walls) as [string, string];
  for (const [id, wall] of Object.entries(plan.walls)) wall.exterior = id === first || id === second;
  const roomOn = (_: string, side: string) => side === 'left';
  const faces = bareFaces(plan, roomOn);
  expect(faces).toEqual({ left: [], right: [first, second] });
  expect(outsideBuildUps.length).toBeGreaterThan(2);
  for (const { layers } of outsideBuildUps) {
    expect(layers[0]!.name).toMatch(/^sheathing/);
    const done = makeEdits(plan, 'build-up outside', layersOn(faces, layers));
    if (!done.ok) throw new Error(JSON.stringify(done.problems));
    expect(done.plan.walls[first]!.layers.right).toEqual(layers);
    expect(bareFaces(done.plan, roomOn)).toEqual({ left: [], right: [] });
  }
});
