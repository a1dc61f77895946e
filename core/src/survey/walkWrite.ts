import { entryOf, must, nth } from '../lookups/index.ts';
import { add, distance, innerPoint, leftOf, lengthOf, scale, subtract, type XY } from '../geometry/index.ts';
import { nextId } from '../plan/ids.ts';
import { dropWall, shiftThings } from './hanging.ts';
import { entrySchemas, type Plan } from '../plan/index.ts';
import type { FramingKind } from '../materials/index.ts';
import { ownWalls, walkOfRecord } from './walkRead.ts';
import { roomOnRight, type Closing, type Walk } from './walk.ts';
import { layoutWalk, type OwnPiece, type WalkLayout } from './walkLayout.ts';

function besideFirstLeg(corners: readonly XY[], onRight: boolean): XY {
  const along = subtract(nth(corners, 1), nth(corners, 0));
  const side = scale(leftOf(along), ((onRight ? -1 : 1) * 12) / lengthOf(along));
  return add(add(nth(corners, 0), scale(along, 0.5)), side);
}

function pointFor(draft: Plan, level: string, at: XY, given: string | null, made: Map<string, XY>): string {
  if (given && draft.points[given]) return given;
  for (const [id, p] of made) if (distance(p, at) < 1e-6) return id;
  const id = nextId(draft, 'points');
  draft.points[id] = { level, x: at.x, y: at.y };
  made.set(id, at);
  return id;
}

/** The wall a piece had already, and where its leg's face began along it. */
interface Known {
  readonly wallId: string | undefined;
  readonly faceBefore: number | undefined;
}

interface Writing {
  readonly level: string;
  readonly framing: FramingKind;
  /** Points made in this writing, by id. */
  readonly made: Map<string, XY>;
}

function writePiece(
  draft: Plan,
  piece: OwnPiece,
  { wallId, faceBefore }: Known,
  { level, framing, made }: Writing,
): string {
  const from = pointFor(draft, level, piece.from, piece.fromPoint, made);
  const to = pointFor(draft, level, piece.to, piece.toPoint, made);
  const known = wallId ? draft.walls[wallId] : undefined;
  if (!known) {
    const id = nextId(draft, 'walls');
    draft.walls[id] = entrySchemas.walls.parse({ from, to, framing });
    return id;
  }
  Object.assign(known, { from, to });
  if (faceBefore !== undefined)
    shiftThings(draft, must(wallId, 'the wall of a leg'), piece.faceStart - faceBefore);
  return must(wallId, 'the wall of a leg');
}

function dropLoosePoints(draft: Plan): void {
  const used = new Set(Object.values(draft.walls).flatMap((w) => [w.from, w.to]));
  for (const id of Object.keys(draft.points)) if (!used.has(id)) delete draft.points[id];
}

/**
 * Writes a walk into a draft. Legs along walls that are there already use them; the others get walls, which keep their ids from the walk's
 * record. While the walk is open the record stays on the room; once closed the walls alone tell. Returns whether it closed.
 */
export function writeWalk(
  draft: Plan,
  roomId: string,
  walk: Walk,
  closing: Closing,
  framing: FramingKind,
): boolean {
  const room = entryOf(draft.rooms, roomId);
  const known = ownWalls(draft, roomId);
  const own = new Set(known.flat());
  const record = room.walk;
  const before: WalkLayout | null =
    record && record.legs.length > 0
      ? layoutWalk(draft, {
          level: room.level,
          walk: walkOfRecord(record),
          closing: 'open',
          framing: record.framing,
          own,
        })
      : null;
  const layout = layoutWalk(draft, { level: room.level, walk, closing, framing, own });
  const made = new Map<string, XY>();
  const legs = layout.legs.map((leg, i) => {
    const ids = known[walk.legs[i] ? indexOfLeg(walk, i) : i] ?? [];
    return leg.own.map((piece, k) =>
      writePiece(
        draft,
        piece,
        { wallId: ids[k], faceBefore: before?.legs[indexOfLeg(walk, i)]?.own[k]?.faceStart },
        { level: room.level, framing, made },
      ),
    );
  });
  const kept = new Set(legs.flat());
  for (const id of own) if (!kept.has(id)) dropWall(draft, id);
  dropLoosePoints(draft);
  const inside = layout.closed ? innerPoint(layout.corners) : null;
  Object.assign(
    room,
    inside ?? (layout.corners.length > 1 ? besideFirstLeg(layout.corners, roomOnRight(walk)) : {}),
  );
  if (layout.closed) delete room.walk;
  else
    room.walk = {
      x: walk.start.x,
      y: walk.start.y,
      heading: walk.heading,
      framing,
      legs: walk.legs.map((leg, i) => ({ length: leg.length, turn: leg.turn, own: legs[i] ?? [] })),
    };
  return layout.closed;
}

/** A leg keeps its place in the record unless legs before it went; the walk then says which it was. */
function indexOfLeg(walk: Walk, i: number): number {
  return walk.legs[i]?.was ?? i;
}
