import { compareIds } from '../plan/ids.ts';
import { framingKinds } from '../materials/index.ts';
import { isThroughWall } from '../plan/kinds.ts';
import { extentOf, roughOpening, thickness, type FrameInput, type RoughOpening } from './extent.ts';
import type { WallLine } from './junctions.ts';
import { memberOf, type Member, type Piece } from './member.ts';
import { ladderBlocks, openingPieces, plates } from './pieces.ts';
import { layoutMarks, uprightsOf } from './uprights.ts';

/** One wall's framing. Lengths along the wall, heights above the subfloor. */
export interface WallFrame {
  readonly wall: string;
  readonly line: WallLine;
  /** The framing's own ends along the wall, which differ from 0 and its length where walls meet. */
  readonly start: number;
  readonly end: number;
  /** Clear height for studs: top of the bottom plate to underside of the top plates. */
  readonly low: number;
  readonly high: number;
  readonly top: number;
  readonly members: readonly Member[];
  /** Vertical members that stand on the bottom plate, in order of their number. */
  readonly standing: readonly Member[];
  readonly openings: readonly RoughOpening[];
}

/** Generates one wall's framing from its plan entry, its openings and what was measured on site. Pure; foam-block walls have no members. */
export function frameWall(input: FrameInput): WallFrame {
  const { line, wall, rules, ceiling } = input;
  const extent = extentOf(input);
  const openings = input.openings
    .map(([id, o]) => roughOpening(id, o, rules))
    .sort((a, b) => a.start - b.start || compareIds(a.id, b.id));
  const base = { wall: line.id, line, ...extent, top: ceiling, openings };
  if (!framingKinds[wall.framing].studs) return { ...base, members: [], standing: [] };

  const framed = openings.filter((o) => isThroughWall(o.opening));
  const marks = layoutMarks(input, extent);
  const uprights = uprightsOf(input, extent, framed, marks);
  const standing = uprights.map((u, i) => {
    const piece: Piece = { ...u, part: { kind: 'upright', number: i + 1 }, width: thickness };
    return memberOf(line.id, piece);
  });
  const lying = [
    ...framed.flatMap((rough) => openingPieces(input, rough, extent, marks)),
    ...ladderBlocks(input, uprights, extent),
    ...plates(input, framed, extent),
  ].map((piece) => memberOf(line.id, piece));
  return { ...base, members: [...standing, ...lying], standing };
}
