import { Computer, jobCard, stateKinds, unrolledRooms } from '@fieldchalk/core';
import { marlStreet, study } from '@fieldchalk/core/demo';
import { expect, test } from 'vitest';
import { tallyOf } from '../stores/tally.ts';
import { ceilingTasks, wallTasks } from './tasks.ts';

test.each([
  ['the demo’s job', marlStreet()],
  ['one room', study()],
])('%s: what a card counts is what the phones list, each thing once', (_name, plan) => {
  const computer = new Computer();
  const result = computer.compute(plan);
  const listed = Object.entries(unrolledRooms(computer.house)).flatMap(([room, unrolled]) => [
    ...unrolled.walls.flatMap((wall) => wallTasks(plan, result, { ...unrolled, walls: [wall] })),
    ...ceilingTasks(plan, result, room, () => 'A', 18),
  ]);
  const { work } = jobCard(plan);
  // And what the tally counts, as every hole here is on a wall of a room.
  expect(tallyOf(result).holes).toBe(work.hole.length);
  for (const kind of stateKinds) {
    const own = listed.filter((t) => t.kind === kind).map((t) => t.about);
    expect([...work[kind]].sort(), kind).toEqual([...new Set(own)].sort());
  }
});
