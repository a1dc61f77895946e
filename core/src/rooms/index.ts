import { entryOf } from '../lookups/index.ts';
import { distance, perimeterOf, pointInPolygon, signedArea } from '../geometry/index.ts';
import { query, valuesOf, viewOf } from '../incremental/index.ts';
import type { Plan, RoomUse } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { closureGap, type ClosureGap } from './closure.ts';
import type { Boundary } from './faces.ts';
import { roomsInOrder } from './order.ts';
import { boundaryOfRoom } from './walked.ts';
import { floorLines, isRequired, straightLines, type FloorLine } from './spaces.ts';

export type { Boundary, Face } from './faces.ts';
export type { Along, FloorLine, SpacePiece } from './spaces.ts';
export type { ClosureGap } from './closure.ts';
export { spacedUses, unservedLength } from './spaces.ts';

export interface MeasuredLine extends FloorLine {
  readonly required: boolean;
}

/** A room as found from the walls. Areas in square inches, on the framing's face. `boundary` is null when the walls do not close. */
export interface FoundRoom {
  readonly id: string;
  readonly use: RoomUse;
  readonly boundary: Boundary | null;
  readonly gap: ClosureGap | null;
  readonly area: number;
  readonly perimeter: number;
  readonly spaces: readonly MeasuredLine[];
  /** Each straight wall by itself; used by that school only. */
  readonly straight: readonly MeasuredLine[];
}

const roomOf = query(
  'room',
  (plan: Plan, rules: RuleBook, id: string): FoundRoom | undefined =>
    plan.rooms[id] && findRoom(id, plan, boundaryOfRoom(plan, id), rules),
);

/** Rooms from walls, and the floor line of each; in their own order, not that of their ids. */
export const roomsOf = query(
  'rooms',
  (plan: Plan, rules: RuleBook): Readonly<Record<string, FoundRoom>> =>
    viewOf({ ids: () => roomsInOrder(plan), get: (id) => roomOf(plan, rules, id) }),
  Object.is,
);

function findRoom(id: string, plan: Plan, boundary: Boundary | null, rules: RuleBook): FoundRoom {
  const room = entryOf(plan.rooms, id);
  if (!boundary) {
    return {
      id,
      use: room.use,
      boundary,
      gap: closureGap(plan, id),
      area: 0,
      perimeter: 0,
      spaces: [],
      straight: [],
    };
  }
  const measured = (line: FloorLine): MeasuredLine => ({
    ...line,
    required: isRequired(line, room.use, rules),
  });
  return {
    id,
    use: room.use,
    boundary,
    gap: null,
    area: signedArea(boundary.polygon),
    perimeter: perimeterOf(boundary.polygon),
    spaces: floorLines(boundary, plan).map(measured),
    straight: straightLines(boundary, plan).map(measured),
  };
}

/** The room nearest a place on a level: the one that holds it, else the one whose name point is closest; null when there are none. */
export function roomAt(
  plan: Plan,
  rooms: Readonly<Record<string, FoundRoom>>,
  level: string,
  at: { x: number; y: number },
): string | null {
  const onLevel = valuesOf(rooms).filter((r) => entryOf(plan.rooms, r.id).level === level);
  const inside = onLevel.find((r) => r.boundary && pointInPolygon(at, r.boundary.polygon));
  if (inside) return inside.id;
  return (
    onLevel.sort(
      (a, b) => distance(entryOf(plan.rooms, a.id), at) - distance(entryOf(plan.rooms, b.id), at),
    )[0]?.id ?? null
  );
}
