import { expect, test } from 'vitest';
import { makeEdit } from '../edits/index.ts';
import { emptyPlan, type Plan } from '../plan/index.ts';
import { readPlan } from '../plan/read.ts';
import { planFromRoomsCsv } from './roomsCsv.ts';
import { SideBySide, type SquareRoom } from './sideBySide.ts';

const rooms: SquareRoom[] = Array.from({ length: 7 }, (_, i) => ({
  name: `Room ${i}`,
  use: i % 2 === 0 ? 'bedroom' : 'bath',
  length: 120 + 13 * i,
  width: 96 + 7 * i,
}));

/** The same rooms walked one after another in one plan. */
function walked(): Plan {
  let plan = emptyPlan('List');
  const take = (done: ReturnType<typeof makeEdit>) => {
    if (!done.ok) throw new Error(JSON.stringify(done.problems));
    plan = done.plan;
  };
  for (const { name, use, length, width } of rooms) {
    take(makeEdit(plan, 'startRoom', { name, use }));
    const room = Object.keys(plan.rooms).at(-1)!;
    const { x, y } = plan.rooms[room]!;
    const legs = [length, width, length, width].map((side) => ({ length: side, turn: 90 }));
    take(makeEdit(plan, 'setWalk', { room, walk: { start: { x, y }, heading: 0, legs } }));
  }
  return plan;
}

test('rooms put in side by side are those that walking them one after another makes', () => {
  const beside = new SideBySide('List');
  for (const room of rooms) expect(beside.add(room).ok).toBe(true);
  expect(beside.plan).toEqual(walked());
  expect(readPlan(beside.plan).ok).toBe(true);
});

test('a room that cannot be is not put in', () => {
  const beside = new SideBySide('List');
  expect(beside.add({ name: 'None', use: 'bath', length: 1e9, width: 10 }).ok).toBe(false);
  expect(beside.plan.rooms).toEqual({});
});

test('a list of 50 rooms is read within a second, and twice as many in about twice the time', () => {
  const list = (count: number) =>
    [
      'name,length,width',
      ...Array.from({ length: count }, (_, i) => `Room ${i},${10 + (i % 7)}',${9 + (i % 5)}'`),
    ].join('\n');
  const taken = (count: number) => {
    const from = performance.now();
    const read = planFromRoomsCsv(list(count));
    expect(read.ok && read.counts.rooms).toBe(count);
    return performance.now() - from;
  };
  taken(10);
  const [fifty, hundred] = [Math.min(taken(50), taken(50)), taken(100)];
  expect(fifty).toBeLessThan(1000);
  expect(hundred / fifty).toBeLessThan(5);
  const many = planFromRoomsCsv(list(800));
  expect(many.ok ? [] : many.problems.map((p) => p.path)).toEqual(['rooms']);
});
