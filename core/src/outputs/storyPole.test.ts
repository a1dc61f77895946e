import { expect, test } from 'vitest';
import { marlStreet } from '../../demo/marlStreet.ts';
import { computed, edited } from '../../testing/index.ts';
import { storyPoles } from './storyPole.ts';

test('every new box of the job is on one stick, each distinct mark once, lowest first', () => {
  const plan = marlStreet();
  const { marks } = computed(plan);
  const [pole, ...others] = storyPoles(plan, marks);
  expect(others).toEqual([]);
  expect(pole!.levels).toEqual(['L1', 'L2']);
  expect(pole!.marks.flatMap((m) => m.boxes).sort()).toEqual(
    Object.keys(marks)
      .filter((id) => !plan.boxes[id]!.existing)
      .sort(),
  );
  const heights = pole!.marks.map((m) => m.bottomFromSubfloor);
  expect(heights).toEqual([...new Set(heights)].sort((a, b) => a - b));
  for (const mark of pole!.marks)
    for (const box of mark.boxes)
      expect(Math.abs(marks[box]!.bottomFromSubfloor - mark.bottomFromSubfloor)).toBeLessThanOrEqual(1 / 32);
});

test('another floor build-up is another stick', () => {
  const tiled = edited(marlStreet(), 'setLevel', {
    level: 'L2',
    changes: { floorFinish: 1.25, floorLayers: [] },
  });
  const poles = storyPoles(tiled, computed(tiled).marks);
  expect(poles.map((p) => [p.floorFinish, p.levels])).toEqual([
    [0.75, ['L1']],
    [1.25, ['L2']],
  ]);
});
