import { entryOf } from '../lookups/index.ts';
import { dot, distance, leftOf, scale, subtract, type XY } from '../geometry/index.ts';
import { query } from '../incremental/index.ts';
import type { Framing } from '../framing/index.ts';
import { valuesIn, type Plan, type Side } from '../plan/index.ts';
import { nominalBoxSize } from '../materials/index.ts';
import type { FloorLine, SpacePiece } from '../rooms/index.ts';
import type { Height } from '../rules/index.ts';
import type { Site } from './site.ts';
import { bottomFromSubfloor } from './kinds.ts';
import { hiddenBy } from './counting.ts';
import { boxSolids, ratedSolids, trimSolids, type WallSetting } from './place.ts';
import { wetFixtureNear, wetGrounds } from './wetZone.ts';
import { alongPiece } from './reach.ts';
import { isClear, studFaces, wallSolids, type BoxBody } from './studFaces.ts';
import { formatLength } from '../units/index.ts';
import { facePoint } from '../framing/faces.ts';

/** A place along a floor line where a receptacle box could go. */
export interface Candidate {
  readonly along: number;
  readonly wall: string;
  readonly side: Side;
  readonly at: number;
  /** Between studs, held by blocking: offered only where no stud face will do. */
  readonly exact: boolean;
  readonly behindDoor: boolean;
  /** Where something low in the wall keeps it from the usual height: its own height, and what is in the way. */
  readonly local: { readonly height: Height; readonly reason: string } | null;
}

const receptacleDepth = 2.75;

function receptacleBody(floorFinish: number, at: Height, gangs: number) {
  const { width, height } = nominalBoxSize(gangs);
  const bottom = bottomFromSubfloor(at, height, floorFinish);
  return { width, bottom, top: bottom + height };
}

/** Where a door's leaf turns: about its hinge, away from its strike, into the room it swings to. */
interface Swing {
  readonly hinge: XY;
  readonly width: number;
  readonly away: XY;
  readonly intoRoom: XY;
}

const doorSwings = query('door swings', (plan: Plan, framing: Framing): Swing[] =>
  valuesIn(plan, 'openingsOfKind', 'door').map(({ wall, at, width, hinge: hung, swing }) => {
    const [hingeAt, strikeAt] = hung === 'from' ? [at, at + width] : [at + width, at];
    const hinge = facePoint(framing, wall, swing, hingeAt);
    return {
      hinge,
      width,
      away: subtract(hinge, facePoint(framing, wall, swing, strikeAt)),
      intoRoom: scale(leftOf(entryOf(framing.lines, wall).unit), swing === 'left' ? 1 : -1),
    };
  }),
);

/** Whether a place is covered by a door standing open into the room: on the hinge side, within the leaf's width. */
export function isBehindDoor(
  plan: Plan,
  framing: Framing,
  piece: { readonly wall: string; readonly side: Side },
  at: number,
): boolean {
  const spot = facePoint(framing, piece.wall, piece.side, at);
  return doorSwings(plan, framing).some(({ hinge, width, away, intoRoom }) => {
    if (distance(hinge, spot) > width) return false;
    const offset = subtract(spot, hinge);
    return dot(offset, away) > -1e-6 && dot(offset, intoRoom) > -1;
  });
}

export interface CandidateOptions {
  /** Places between studs instead of stud faces. */
  readonly exact?: boolean;
  /** Instead of the house height of receptacles. */
  readonly height?: Height;
  /** Places behind an appliance or in a cabinet as well: for what plugs in there and stays. */
  readonly hidden?: boolean;
  /** Gangs the box has, when it has more than one. */
  readonly gangs?: number;
  /** Only places so near to one along the line. */
  readonly near?: { readonly along: number; readonly within: number };
}

/** A low thing in the wall that boxes go over rather than around: a band board, a ledger, blocking. Common practice, no source. */
const lowestOver = 40;
const overGap = 0.25;

interface Option {
  readonly body: BoxBody;
  readonly start: number;
  readonly end: number;
  readonly local: Candidate['local'];
}

/** The usual height along the whole piece, and over each low obstacle the height that clears it. */
function heightOptions(piece: SpacePiece, height: Height, gangs: number, setting: WallSetting): Option[] {
  const usual = receptacleBody(setting.floorFinish, height, gangs);
  const over = setting.obstacles
    .filter((x) => x.high <= lowestOver && x.high > usual.bottom && x.low < usual.top)
    .map((x): Option => {
      const bottom = x.high + overGap;
      const from = Math.ceil((bottom - setting.floorFinish) * 4) / 4;
      const local: Height = { value: from, to: 'bottom', from: 'finished' };
      return {
        body: receptacleBody(setting.floorFinish, local, gangs),
        start: x.at,
        end: x.at + x.width,
        local: { height: local, reason: `Over the ${x.kind}, which is ${formatLength(x.high)} high.` },
      };
    });
  return [{ body: usual, start: piece.start, end: piece.end, local: null }, ...over];
}

/** Where benches stand along a piece: there a receptacle at the usual height would be under the top, so it goes over it, by the house’s height for benches. */
function overBenches(piece: SpacePiece, { plan, layout, rules }: Site, gangs: number): readonly Option[] {
  if (rules('bench.row') === 'none') return [];
  const { floorFinish } = entryOf(layout.settings, piece.wall);
  const height = rules('height.bench');
  return valuesIn(plan, 'fixturesOnWall', piece.wall)
    .filter((f) => f.kind === 'bench' && f.side === piece.side)
    .map((f) => ({
      body: receptacleBody(floorFinish, height, gangs),
      start: f.at,
      end: f.at + f.width,
      local: { height, reason: 'Over the bench.' },
    }));
}

function candidatesOnPiece(
  piece: SpacePiece,
  { plan, framing, layout, rules }: Site,
  { exact = false, height: asked, hidden = false, gangs = 1 }: CandidateOptions,
): Candidate[] {
  const site = { plan, framing, layout, rules };
  const height = asked ?? rules('height.receptacle');
  const benches = asked ? [] : overBenches(piece, site, gangs);
  const setting = entryOf(layout.settings, piece.wall);
  const others = entryOf(layout.onWall, piece.wall);
  const solids = [
    ...wallSolids(setting.frame, setting.obstacles),
    ...boxSolids(others, piece.side, receptacleDepth, setting),
    ...ratedSolids(others, piece.side, setting, rules),
    ...trimSolids(plan, piece.wall, rules),
  ];
  const visible = [{ start: piece.start, end: piece.end }];
  const wet = wetGrounds(plan, framing).length > 0;
  const isWet = ({ wall, side }: SpacePiece, at: number) =>
    wet &&
    wetFixtureNear(facePoint(framing, wall, side, at), { wall, side }, { plan, framing, rules }) !== null;
  // Where a bench is, nothing goes lower.
  const options = [
    ...heightOptions(piece, height, gangs, setting).map((o) => ({ ...o, not: benches })),
    ...benches.map((o) => ({ ...o, not: [] })),
  ];
  return options.flatMap(({ body, start, end, local, not }) => {
    const touches = (at: number, part: Pick<Option, 'start' | 'end'>) =>
      at + body.width / 2 > part.start && at - body.width / 2 < part.end;
    const middle = (body.bottom + body.top) / 2 - setting.floorFinish;
    const places =
      exact || setting.frame.standing.length === 0
        ? gridPlaces(piece).filter((at) => isClear(at, body, solids, visible))
        : studFaces(setting.frame, body, solids, visible).map((f) => f.at);
    return places
      .filter((at) => touches(at, { start, end }) && !not.some((part) => touches(at, part)))
      .filter((at) => !isWet(piece, at))
      .filter(
        (at) => hidden || hiddenBy({ wall: piece.wall, side: piece.side, at, middle }, plan, rules) === null,
      )
      .map((at) => ({
        along: alongPiece(piece, at),
        wall: piece.wall,
        side: piece.side,
        at,
        exact: exact && setting.frame.standing.length > 0,
        behindDoor: isBehindDoor(plan, framing, piece, at),
        local,
      }));
  });
}

/** Places an inch apart, for boxes that need no stud. */
function gridPlaces(piece: SpacePiece): number[] {
  const count = Math.floor(piece.end - piece.start);
  return Array.from({ length: count + 1 }, (_, i) => piece.start + i);
}

/** What of a piece can hold a box so wide whose middle is near enough; null where nothing can. */
function partNear(
  piece: SpacePiece,
  { along, within }: { along: number; within: number },
  width: number,
): SpacePiece | null {
  // Faces may be off by a hair.
  const reach = within + width / 2 + 1;
  const [from, to] = [along - reach - piece.offset, along + reach - piece.offset];
  const length = piece.end - piece.start;
  if (to < 0 || from > length) return null;
  // Whole inches, so that places between studs stay where they are.
  const [before, after] = [from, length - to].map((d) => Math.max(0, Math.floor(d))) as [number, number];
  const [less, more] = piece.side === 'left' ? [before, after] : [after, before];
  return { ...piece, start: piece.start + less, end: piece.end - more, offset: piece.offset + before };
}

/** Places for a receptacle along a floor line, ascending. */
export function receptacleCandidates(
  line: FloorLine,
  site: Site,
  options: CandidateOptions = {},
): Candidate[] {
  const { near, gangs = 1 } = options;
  const { width } = nominalBoxSize(gangs);
  const pieces = near ? line.pieces.flatMap((piece) => partNear(piece, near, width) ?? []) : line.pieces;
  return pieces
    .flatMap((piece) =>
      entryOf(site.plan.walls, piece.wall).cover === 'closed' && !options.exact
        ? []
        : candidatesOnPiece(piece, site, options),
    )
    .filter((c) => !near || Math.abs(c.along - near.along) <= near.within)
    .sort((a, b) => a.along - b.along);
}
