import { compute, Computer, type Result } from '../src/compute/index.ts';
import type { House } from '../src/stages/index.ts';

import { type EditArgs, type EditName, makeEdit } from '../src/edits/index.ts';
import { withOptions } from '../src/offers/index.ts';
import { readPlan } from '../src/plan/read.ts';
import { emptyPlan, type Plan, type RoomUse } from '../src/plan/index.ts';

/** Helpers for tests: rooms drawn as walks, edits that must fit, random numbers from a seed. */

export function edited<N extends EditName>(plan: Plan, name: N, args: EditArgs<N>): Plan {
  const done = makeEdit(plan, name, args);
  if (!done.ok) throw new Error(`${name}: ${done.problems.map((p) => `${p.path} ${p.message}`).join('; ')}`);
  return done.plan;
}

/** A closed room from rows like `140 right`, clockwise; face lengths in inches. */
export function roomOf(rows: string, use: RoomUse = 'bedroom'): Plan {
  const legs = rows
    .trim()
    .split('\n')
    .map((row) => {
      const [length, turn = 'right'] = row.trim().split(/\s+/);
      return { length: Number(length), turn: { right: 90, left: -90 }[turn] ?? Number(turn) };
    });
  const plan = edited(emptyPlan('Test'), 'startRoom', { name: 'Room', use });
  return edited(plan, 'setWalk', { room: 'r1', walk: { start: { x: 0, y: 0 }, heading: 0, legs } });
}

export function planOf(value: object): Plan {
  const read = readPlan({ format: 'fieldchalk.plan', version: 1, ...value });
  if (!read.ok) throw new Error(read.problems.map((p) => `${p.path}: ${p.message}`).join('\n'));
  return read.plan;
}

/** A wall on its own along x, with what is given on it. */
export function wallOf(length: number, wall: object = {}, rest: object = {}): Plan {
  return planOf({
    points: { a: { x: 0, y: 0 }, b: { x: length, y: 0 } },
    walls: { w1: { from: 'a', to: 'b', ...wall } },
    ...rest,
  });
}

/** Uprights at the floor line as text: `stud 0.75, king 27.5 …`. */
export function uprights(result: Result, wall = 'w1'): string {
  return result.members
    .filter((m) => m.wall === wall && m.number !== null)
    .map((m) => `${m.role} ${m.at}`)
    .join(', ');
}

export const computed = (plan: Plan): Result => compute(plan);

/** Repeatable random numbers in 0…1 (mulberry32). */
export function randomFrom(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A plan and all that follows from it. */
export const houseOf = (plan: Plan): House => new Computer().take(plan);

/** A list that a test says something of every item of, which says nothing of an empty one. */
export function notEmpty<T>(list: readonly T[]): readonly T[] {
  if (list.length === 0) throw new Error('the list is empty, so nothing would be tested');
  return list;
}

/** A plan with a price for all its list has, and would have with each of its options: a dollar for each, but for those given. */
export function priced(plan: Plan, given: Plan['prices'] = {}): Plan {
  const versions = [plan, ...Object.keys(plan.options).map((option) => withOptions(plan, [option]).plan)];
  const lines = versions.flatMap((v) => compute(v).takeoff.lines);
  const prices = Object.fromEntries(lines.map((l) => [l.item, { cents: 100, per: l.unit }]));
  return { ...plan, prices: { ...prices, ...given } };
}
