import {
  namesOf,
  type Opening,
  type Plan,
  type Unrolled,
  type UnrolledWall,
  otherSide,
} from '@fieldchalk/core';

/** How a thing on a wall is told by someone in the room: measured from the wall's left corner as they face it. */
export function wallSeen(
  unrolled: Unrolled | null,
  wallId: string,
  middle: number,
): UnrolledWall | undefined {
  const seen = unrolled?.walls.filter((w) => w.wall === wallId) ?? [];
  return (
    seen.find((w) => (middle - w.origin) * w.sign > -0.1 && (middle - w.origin) * w.sign < w.length + 0.1) ??
    seen[0]
  );
}

/** From the left corner to the nearer edge of something `width` wide whose edge lies at `at` along the wall. */
export function fromLeft(wall: UnrolledWall, at: number, width = 0): number {
  return wall.sign === 1 ? at - wall.origin : wall.origin - at - width;
}
export function atFromLeft(wall: UnrolledWall, left: number, width = 0): number {
  return wall.sign === 1 ? wall.origin + left : wall.origin - left - width;
}

export const hingeHand = (o: Opening, wall: UnrolledWall) =>
  (o.hinge === 'from') === (wall.sign === 1) ? 'left' : 'right';
export const hingeEnd = (hand: string, wall: UnrolledWall): Opening['hinge'] =>
  (hand === 'left') === (wall.sign === 1) ? 'from' : 'to';
export const swingsIn = (o: Opening, wall: UnrolledWall) => o.swing === wall.side;
export const swingSide = (inward: boolean, wall: UnrolledWall): Opening['swing'] =>
  inward ? wall.side : otherSide(wall.side);

/** What a wall is called by someone in the room in hand: by its letter there, elsewhere by the room that sees it. */
export function wallName(plan: Plan, unrolled: Unrolled | null, wallId: string): string {
  const here = unrolled?.walls.find((w) => w.wall === wallId);
  return here ? `wall ${here.letter}` : namesOf(plan).wall(wallId);
}

export const openingName = (kind: Opening['kind']) => kind.replaceAll('-', ' ');

/** Rooms that look at a wall, by name. */
export function roomsAt(
  plan: Plan,
  walls: Readonly<Record<string, { spaces: readonly { pieces: readonly { wall: string }[] }[] }>>,
  wallId: string,
): string[] {
  return Object.entries(walls)
    .filter(([, r]) => r.spaces.some((s) => s.pieces.some((p) => p.wall === wallId)))
    .map(([id]) => plan.rooms[id]?.name || id);
}
