import { describe, expect, test } from 'vitest';
import { compute, isOnWall, makeEdit, type EditName } from '@fieldchalk/core';
import { marlStreet } from '@fieldchalk/core/demo';
import type { Kind } from '../../stores/selection.ts';
import { planOrder, type PlanDrag } from './planDrag.ts';

const plan = marlStreet();
const result = compute(plan);
const drag = (id: string, x: number, y: number, rest: Partial<PlanDrag> = {}): PlanDrag => ({
  plan,
  result,
  level: 'L1',
  id,
  by: { x, y },
  fine: true,
  scale: 2,
  ...rest,
});
const onLevel = (wall: string) => plan.points[plan.walls[wall]!.from]!.level === 'L1';
const level = (wall: string) => {
  const { from, to } = plan.walls[wall]!;
  return Math.abs(plan.points[from]!.y - plan.points[to]!.y) < 0.01;
};
const firstOf: Partial<Record<Kind, string>> = {
  wall: Object.keys(plan.walls).find((w) => onLevel(w) && level(w))!,
  corner: Object.keys(plan.points)[0]!,
  opening: Object.entries(plan.openings).find(([, o]) => onLevel(o.wall))![0],
  fixture: Object.entries(plan.fixtures).find(([, f]) => f.wall && onLevel(f.wall))![0],
  box: Object.entries(plan.boxes).find(([, b]) => isOnWall(b.on))![0],
};

describe('what a drag on the plan stands for', () => {
  test('each kind has its edit, and one the gate knows', () => {
    const names = Object.entries(firstOf).map(([kind, id]) => [
      kind,
      planOrder(kind as Kind, drag(id, 2, 1))?.name,
    ]);
    expect(Object.fromEntries(names)).toEqual({
      wall: 'moveWall',
      corner: 'moveCorner',
      opening: 'setOpening',
      fixture: 'setFixture',
      box: 'moveBox',
    });
  });

  test('a wall moves square to itself, whichever way the pointer went', () => {
    const id = firstOf.wall!;
    const offset = (x: number, y: number) =>
      (planOrder('wall', drag(id, x, y))!.args as { offset: number }).offset;
    expect(Math.abs(offset(0, 3))).toBe(3);
    expect(offset(50, 3)).toBe(offset(0, 3));
    expect(offset(0, -3)).toBe(-offset(0, 3));
  });

  test('by the inch, or to the sixteenth when fine', () => {
    const args = (fine: boolean) =>
      planOrder('opening', drag(firstOf.opening!, 3.4, 3.4, { fine }))!.args as { changes: { at: number } };
    const { at } = plan.openings[firstOf.opening!]!;
    expect(Number.isInteger(args(false).changes.at - at)).toBe(true);
    expect(((args(true).changes.at - at) * 16) % 1).toBe(0);
    expect(args(true).changes.at).not.toBe(args(false).changes.at);
  });

  test('what it makes is an edit the gate takes, and the thing is where it was let go', () => {
    const order = planOrder('box', drag(firstOf.box!, 4, 4))!;
    const done = makeEdit(plan, order.name as EditName, order.args as never);
    expect(done.ok).toBe(true);
  });

  test('what has gone since it was taken hold of, and what does not move, give no edit', () => {
    for (const kind of ['wall', 'corner', 'opening', 'fixture', 'box', 'obstacle'] as const)
      expect(planOrder(kind, drag('gone9', 5, 5)), kind).toBe(null);
    expect(planOrder('circuit', drag('c1', 5, 5))).toBe(null);
  });
});
