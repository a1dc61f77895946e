import { formatLength, type Plan, wallSegment, type XY } from '@fieldchalk/core';
import type { PlanShapes, Unrolled } from '@fieldchalk/core/drawing';
import type { Selection } from '../../stores/selection.ts';

/** Both ends of some walls: inches, y up. */
export function cornersOf(plan: Plan, walls: readonly string[]): XY[] {
  return walls.flatMap((id) => {
    const wall = plan.walls[id];
    return wall ? [wall.from, wall.to].flatMap((p) => plan.points[p] ?? []) : [];
  });
}

/** Where on the plan something chosen is: inches, y up; empty where the plan does not show it. */
export function pointsOfChosen(plan: Plan, shapes: PlanShapes, chosen: Selection): XY[] {
  if (!chosen) return [];
  const { kind, id } = chosen;
  const up = (p: XY | undefined): XY[] => (p ? [{ x: p.x, y: -p.y }] : []);
  switch (kind) {
    case 'box':
      return up([...shapes.boxes, ...shapes.flat].find((b) => b.id === id));
    case 'run':
      return (shapes.cables.find((c) => c.id === id)?.points ?? []).flatMap(up);
    case 'wall':
      return cornersOf(plan, [id]);
    case 'opening':
      return cornersOf(plan, [plan.openings[id]?.wall ?? '']);
    case 'obstacle':
      return cornersOf(plan, [plan.obstacles[id]?.wall ?? '']);
    case 'fixture':
      return up(shapes.fixtures.find((f) => f.id === id));
    case 'panel':
      return up(shapes.panels.find((p) => p.id === id));
    case 'corner':
      return up(shapes.corners.find((c) => c.id === id));
    case 'stud':
    case 'circuit':
      return [];
    default:
      return kind satisfies never;
  }
}

/** So far into the room a wall's length is written, in inches. */
const inside = 9;

/** The walls that a room sees, each with its letter and length, on the room's side: inches, y down. */
export function wallNotes(
  plan: Plan,
  { walls }: Unrolled,
  level: string,
): { id: string; text: string; x: number; y: number }[] {
  return walls.flatMap((w) => {
    const line = wallSegment(plan, w.wall);
    if (!line || plan.points[plan.walls[w.wall]?.from ?? '']?.level !== level) return [];
    const along = w.origin + (w.sign * w.length) / 2;
    const off = (w.side === 'left' ? 1 : -1) * (line.half + inside);
    return [
      {
        id: `wall ${w.letter}`,
        text: `${w.letter} ${formatLength(w.length)}`,
        x: line.a.x + line.u.x * along - line.u.y * off,
        y: -(line.a.y + line.u.y * along + line.u.x * off),
      },
    ];
  });
}
