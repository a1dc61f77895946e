import { add, dot, distance, leftOf, scale, subtract, type XY } from '../geometry/index.ts';
import type { Framing } from '../framing/index.ts';
import type { Plan, Side } from '../plan/schema.ts';
import { nominalBoxSize } from '../plan/stock.ts';
import type { FloorLine, SpacePiece } from '../rooms/index.ts';
import type { Height, RuleBook } from '../rules/index.ts';
import type { BoxLayout } from './index.ts';
import { bottomFromSubfloor } from './kinds.ts';
import { boxSolids } from './place.ts';
import { alongPiece } from './reach.ts';
import { isClear, studFaces, wallSolids } from './studFaces.ts';

/** A place along a floor line where a receptacle box could go. */
export interface Candidate {
  readonly along: number;
  readonly wall: string;
  readonly side: Side;
  readonly at: number;
  /** Between studs, held by blocking: offered only where no stud face will do. */
  readonly exact: boolean;
  readonly behindDoor: boolean;
}

const receptacleDepth = 2.75;

function receptacleBody(floorFinish: number, at: Height) {
  const { width, height } = nominalBoxSize(1);
  const bottom = bottomFromSubfloor(at, height, floorFinish);
  return { width, bottom, top: bottom + height };
}

/** Whether a place is covered by a door standing open into the room: on the hinge side, within the leaf's width. */
function isBehindDoor(plan: Plan, framing: Framing, piece: SpacePiece, at: number): boolean {
  const spot = facePoint(framing, piece.wall, piece.side, at);
  return Object.values(plan.openings).some((door) => {
    if (door.kind !== 'door') return false;
    const hingeAt = door.hinge === 'from' ? door.at : door.at + door.width;
    const strikeAt = door.hinge === 'from' ? door.at + door.width : door.at;
    const hinge = facePoint(framing, door.wall, door.swing, hingeAt);
    if (distance(hinge, spot) > door.width) return false;
    const line = framing.lines[door.wall]!;
    const intoRoom = scale(leftOf(line.unit), door.swing === 'left' ? 1 : -1);
    const away = subtract(hinge, facePoint(framing, door.wall, door.swing, strikeAt));
    const offset = subtract(spot, hinge);
    return dot(offset, away) > -1e-6 && dot(offset, intoRoom) > -1;
  });
}

export function facePoint(framing: Framing, wallId: string, side: Side, at: number): XY {
  const line = framing.lines[wallId]!;
  const out = scale(leftOf(line.unit), (side === 'left' ? 1 : -1) * (line.depth / 2));
  return add(add(line.from, scale(line.unit, at)), out);
}

function candidatesOnPiece(
  piece: SpacePiece,
  plan: Plan,
  framing: Framing,
  layout: BoxLayout,
  height: Height,
  exact: boolean,
): Candidate[] {
  const setting = layout.settings.get(piece.wall)!;
  const body = receptacleBody(setting.floorFinish, height);
  const others = Object.values(layout.placed).filter((p) => p.wall === piece.wall);
  const solids = [
    ...wallSolids(setting.frame, setting.obstacles),
    ...boxSolids(others, piece.side, receptacleDepth, setting),
  ];
  const visible = [{ start: piece.start, end: piece.end }];
  const places =
    exact || setting.frame.standing.length === 0
      ? gridPlaces(piece).filter((at) => isClear(at, body, solids, visible))
      : studFaces(setting.frame, body, solids, visible).map((f) => f.at);
  return places.map((at) => ({
    along: alongPiece(piece, at),
    wall: piece.wall,
    side: piece.side,
    at,
    exact: exact && setting.frame.standing.length > 0,
    behindDoor: isBehindDoor(plan, framing, piece, at),
  }));
}

/** Places an inch apart, for boxes that need no stud. */
function gridPlaces(piece: SpacePiece): number[] {
  const count = Math.floor(piece.end - piece.start);
  return Array.from({ length: count + 1 }, (_, i) => piece.start + i);
}

/** Places for a receptacle along a floor line, ascending. `exact` asks for places between studs instead of stud faces. */
export function receptacleCandidates(
  line: FloorLine,
  plan: Plan,
  framing: Framing,
  layout: BoxLayout,
  rules: RuleBook,
  exact = false,
  height: Height = rules('height.receptacle'),
): Candidate[] {
  return line.pieces
    .flatMap((piece) =>
      plan.walls[piece.wall]!.cover === 'closed' && !exact
        ? []
        : candidatesOnPiece(piece, plan, framing, layout, height, exact),
    )
    .sort((a, b) => a.along - b.along);
}
