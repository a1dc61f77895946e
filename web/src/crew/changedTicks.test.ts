import { Computer, makeEdit, unrolledRooms } from '@fieldchalk/core';
import { marlStreet, study } from '@fieldchalk/core/demo';
import { notEmpty } from '@fieldchalk/core/testing';
import { expect, test } from 'vitest';
import { changedTicks, changedWords } from './changedTicks.ts';
import { changedSince, stoodOf, wallTasks } from './tasks.ts';

function worked(plan = study()) {
  const computer = new Computer();
  const result = computer.compute(plan);
  return { plan, result, rooms: unrolledRooms(computer.house) };
}
const taskOf = ({ plan, result, rooms }: ReturnType<typeof worked>, about: string) =>
  Object.values(rooms)
    .flatMap((u) => u.walls.flatMap((w) => wallTasks(plan, result, { ...u, walls: [w] })))
    .find((t) => t.kind === 'box' && t.about === about)!;

test('a box that was nailed and moved since is told of once, with how it was and is; one that stands as it was is not', () => {
  const before = worked();
  const boxes = notEmpty(Object.keys(before.plan.boxes).filter((b) => before.result.marks[b]));
  const standing = new Map(
    boxes.map((b) => [`box ${b}`, { done: true, stood: stoodOf(taskOf(before, b)) }] as const),
  );
  const { plan, result, rooms } = before;
  expect(changedTicks(plan, result, rooms, standing)).toEqual([]);

  const moved = makeEdit(plan, 'moveBox', { box: 'b1', at: 60 });
  if (!moved.ok) throw new Error('refused');
  const after = worked(moved.plan);
  const [only, ...more] = changedTicks(after.plan, after.result, after.rooms, standing);
  expect(more).toEqual([]);
  expect(only).toMatchObject({ task: { kind: 'box', about: 'b1' }, was: stoodOf(taskOf(before, 'b1')) });
  expect(changedWords(only!)).toMatch(/Box 1 .*It was .*bottom, stud .*; now .*bottom, stud /);
});

test('what is not done, or was ticked before it was noted how it stood, is not told of', () => {
  const task = taskOf(worked(), 'b1');
  expect(changedSince(task, undefined)).toBe(null);
  expect(changedSince(task, { done: false, stood: 'elsewhere' })).toBe(null);
  expect(changedSince(task, { done: true, stood: '' })).toBe(null);
  expect(changedSince(task, { done: true, stood: 'elsewhere' })).toBe('elsewhere');
});

test('nothing that is told of a task names what is not there: a box on no stud has none', () => {
  const { plan, result, rooms } = worked(marlStreet());
  const all = (of: typeof result) =>
    notEmpty(
      Object.values(rooms).flatMap((u) => u.walls.flatMap((w) => wallTasks(plan, of, { ...u, walls: [w] }))),
    );
  for (const task of all(result)) expect(`${stoodOf(task)} ${task.small}`).not.toMatch(/null|undefined|NaN/);
  const [id = ''] = all(result).flatMap((t) => (t.kind === 'box' ? [t.about] : []));
  const cutIn = { ...result.marks[id]!, stud: null, studSide: null, fixing: 'wings' as const };
  const off = all({ ...result, marks: { ...result.marks, [id]: cutIn } });
  const task = off.find((t) => t.kind === 'box' && t.about === id)!;
  expect(stoodOf(task)).toMatch(/bottom, .* along its wall$/);
  expect(`${stoodOf(task)} ${task.small}`).not.toMatch(/null|stud \d/);
});
