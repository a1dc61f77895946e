import { entryOf } from '../lookups/index.ts';
import { distance, perimeterOf, pointInPolygon, signedArea } from '../geometry/index.ts';
import type { Framing } from '../framing/index.ts';
import { Memo } from '../incremental/memo.ts';
import { compareIds } from '../plan/ids.ts';
import type { Plan, RoomUse } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { closureGap, type ClosureGap } from './closure.ts';
import { findBoundaries, type Boundary } from './faces.ts';
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

/** Stage 2: rooms from walls, and the floor line of each. */
export class RoomsStage {
  private readonly boundaries = new Memo<Boundary[]>();
  private readonly rooms = new Memo<FoundRoom>();
  private known = new Map<string, Boundary>();

  /** Boundaries that an edit left as they were keep their identity, so that later stages leave their rooms alone. */
  private sameAsBefore(found: readonly Boundary[]): Boundary[] {
    const keyed = found.map((b): [string, Boundary] => {
      const key = JSON.stringify([b.level, b.faces]);
      return [key, this.known.get(key) ?? b];
    });
    this.known = new Map(keyed);
    return keyed.map(([, b]) => b);
  }

  run(plan: Plan, framing: Framing, rules: RuleBook): Record<string, FoundRoom> {
    const boundaries = this.boundaries.get('all', [framing.junctions], () =>
      this.sameAsBefore(findBoundaries(framing)),
    );
    const found = Object.keys(plan.rooms)
      .sort(compareIds)
      .map((id) => {
        const room = entryOf(plan.rooms, id);
        const boundary =
          boundaries.find((b) => b.level === room.level && pointInPolygon(room, b.polygon)) ?? null;
        const walls = new Set(boundary?.faces.map((f) => f.wall));
        const inputs = [
          room,
          boundary ?? framing.junctions,
          rules,
          ...Object.values(plan.openings).filter((o) => walls.has(o.wall)),
          'fixtures',
          ...Object.values(plan.fixtures).filter((f) => f.wall !== undefined && walls.has(f.wall)),
        ];
        return this.rooms.get(id, inputs, () => findRoom(id, plan, boundary, rules));
      });
    this.rooms.sweep();
    return Object.fromEntries(found.map((r) => [r.id, r]));
  }
}

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
  rooms: Record<string, FoundRoom>,
  level: string,
  at: { x: number; y: number },
): string | null {
  const onLevel = Object.values(rooms).filter((r) => entryOf(plan.rooms, r.id).level === level);
  const inside = onLevel.find((r) => r.boundary && pointInPolygon(at, r.boundary.polygon));
  if (inside) return inside.id;
  return (
    onLevel.sort(
      (a, b) => distance(entryOf(plan.rooms, a.id), at) - distance(entryOf(plan.rooms, b.id), at),
    )[0]?.id ?? null
  );
}
