import { expect, test } from 'vitest';
import { Computer } from '../compute/index.ts';
import { edited, roomOf } from '../../testing/index.ts';
import { unrollRoom } from '../outputs/drawing/unrolled.ts';
import { namesOf } from '../outputs/names.ts';
import type { Plan } from '../plan/index.ts';

const room = () => roomOf('144 right\n120 right\n60 right\n30 left\n84 right\n90 right');
const letters = (plan: Plan) =>
  Object.fromEntries(
    unrollRoom(new Computer().take(plan), 'r1').walls.map((w) => [w.wall, w.letter] as const),
  );
const named = (plan: Plan) =>
  Object.fromEntries(Object.keys(letters(plan)).map((w) => [w, namesOf(plan).wall(w).split(' ')[1]]));

test('a wall that is taken away does not re-letter the others, in drawings and in sentences; one that is drawn since comes after them', () => {
  const plan = room();
  const before = letters(plan);
  const [first = '', second = ''] = Object.keys(before);
  const without = edited(plan, 'removeWalls', { walls: [second] });
  // Open, its walls are no ring any more: closed again by another wall they have their letters.
  const { from, to } = plan.walls[second]!;
  const closed = edited(without, 'addWall', {
    level: 'L1',
    from: plan.points[from]!,
    to: plan.points[to]!,
  });
  const after = letters(closed);
  for (const [wall, letter] of Object.entries(before))
    if (wall !== second) expect(after[wall], wall).toBe(letter);
  const fresh = Object.keys(after).filter((w) => !(w in before));
  expect(fresh.map((w) => after[w])).toEqual(['G']);
  expect(named(closed)).toEqual(after);

  // Another goes, the first one: still all as they were.
  const again = edited(closed, 'removeWalls', { walls: [first] });
  const other = edited(again, 'addWall', {
    level: 'L1',
    from: plan.points[plan.walls[first]!.from]!,
    to: plan.points[plan.walls[first]!.to]!,
  });
  const last = letters(other);
  for (const [wall, letter] of Object.entries(after))
    if (wall !== first) expect(last[wall], wall).toBe(letter);
  expect(Object.values(last).sort()).toEqual([...new Set(Object.values(last))].sort());
});

test('two taken away one after the other, while the room stands open between: the others keep theirs', () => {
  const plan = room();
  const before = letters(plan);
  const [, second = '', third = ''] = Object.keys(before);
  const once = edited(plan, 'removeWalls', { walls: [second] });
  const twice = edited(once, 'removeWalls', { walls: [third] });
  const drawn = [second, third].reduce(
    (on, wall) =>
      edited(on, 'addWall', {
        level: 'L1',
        from: plan.points[plan.walls[wall]!.from]!,
        to: plan.points[plan.walls[wall]!.to]!,
      }),
    twice,
  );
  const after = letters(drawn);
  for (const [wall, letter] of Object.entries(before))
    if (wall !== second && wall !== third) expect(after[wall], wall).toBe(letter);
});

test('a room whose walls are all gone begins with A again', () => {
  const plan = room();
  const empty = edited(plan, 'removeWalls', { walls: Object.keys(plan.walls) });
  expect(empty.rooms['r1']!.letters).toBeUndefined();
  const oneByOne = Object.keys(plan.walls).reduce(
    (on, wall) => edited(on, 'removeWalls', { walls: [wall] }),
    plan,
  );
  expect(oneByOne.rooms['r1']!.letters).toBeUndefined();
});
