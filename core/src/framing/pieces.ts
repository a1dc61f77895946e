import type { RuleBook } from '../rules/index.ts';
import {
  brokenBy,
  thickness,
  type Break,
  type FrameInput,
  type RoughOpening,
  type WallExtent,
} from './extent.ts';
import type { Piece } from './member.ts';
import { marksWithin, type Upright } from './uprights.ts';

/** Top of the header over an opening; the underside of the plates where none fits. */
function headerOver(rough: RoughOpening, high: number, bearing: boolean, rules: RuleBook) {
  const depth = Math.min(rules(bearing ? 'framing.headerBearing' : 'framing.header'), high - rough.high);
  const fits = depth >= thickness;
  return { fits, top: fits ? rough.high + Math.max(0, depth) : high };
}

/** Header, sill, and the cripples over the header of one opening. */
export function openingPieces(
  input: FrameInput,
  rough: RoughOpening,
  { high }: WallExtent,
  marks: readonly number[],
): Piece[] {
  const { wall, rules } = input;
  const header = headerOver(rough, high, wall.bearing || wall.exterior, rules);
  const at = (rough.start + rough.end) / 2;
  const width = rough.end - rough.start + thickness * 2;
  const pieces: Piece[] = [];
  const lie = (kind: 'header' | 'sill', piece: Pick<Piece, 'width' | 'low' | 'high'>) =>
    pieces.push({ role: kind, part: { kind, opening: rough.id }, at, measured: false, ...piece });
  if (header.fits) lie('header', { width, low: rough.high, high: header.top });
  if (rough.low > 0)
    lie('sill', { width: width - thickness * 2, low: rough.low - thickness, high: rough.low });
  if (high - header.top > 0.5)
    marksWithin(marks, rough).forEach((mark, i) =>
      pieces.push({
        role: 'cripple',
        part: { kind: 'cripple', opening: rough.id, number: i + 1 },
        at: mark,
        width: thickness,
        low: header.top,
        high,
        measured: false,
      }),
    );
  return pieces;
}

/** Ladder blocks behind partitions: flat pieces between the studs that stand on either side, every 24 in. */
export function ladderBlocks(
  input: FrameInput,
  uprights: readonly Upright[],
  { low, high }: WallExtent,
): Piece[] {
  if (input.rules('framing.partition') !== 'ladder') return [];
  return input.junctions.tees.flatMap((tee, t) => {
    const before = uprights.filter((u) => u.at < tee.at && u.high >= high - 1).at(-1);
    const after = uprights.find((u) => u.at > tee.at && u.high >= high - 1);
    if (!before || !after) return [];
    const count = Math.floor((high - low - thickness) / 24);
    return Array.from({ length: count }, (_, i): Piece => ({
      role: 'block',
      part: { kind: 'block', partition: t + 1, number: i + 1 },
      at: (before.at + after.at) / 2,
      width: after.at - before.at - thickness,
      low: low + 24 * (i + 1) - thickness,
      high: low + 24 * (i + 1),
      measured: false,
    }));
  });
}

/** What is left of a plate from one end to the other where it is interrupted. */
function platePieces(start: number, end: number, gaps: readonly Break[]): [number, number][] {
  const pieces: [number, number][] = [];
  let at = start;
  for (const gap of gaps) {
    if (gap.start > at) pieces.push([at, gap.start]);
    at = Math.max(at, gap.end);
  }
  if (end > at) pieces.push([at, end]);
  return pieces;
}

/** The bottom plate, cut at doorways, and the top plates; all cut where a wall that runs through interrupts this one. */
export function plates(
  input: FrameInput,
  framed: readonly RoughOpening[],
  { start, end, high }: WallExtent,
): Piece[] {
  const broken = brokenBy(input);
  const doorways = [...framed.filter((o) => o.low === 0), ...broken].sort((a, b) => a.start - b.start);
  const bottom = platePieces(start, end, doorways).map(([a, b], i): Piece => ({
    role: 'bottom-plate',
    part: { kind: 'bottom-plate', piece: i + 1 },
    at: (a + b) / 2,
    width: b - a,
    low: 0,
    high: thickness,
    measured: false,
  }));
  const layers = Array.from({ length: input.rules('framing.plates') }, (_, i) => i + 1);
  const top = layers.flatMap((layer) =>
    platePieces(start, end, broken).map(([a, b], i): Piece => ({
      role: 'top-plate',
      part: { kind: 'top-plate', layer, piece: i + 1 },
      at: (a + b) / 2,
      width: b - a,
      low: high + (layer - 1) * thickness,
      high: high + layer * thickness,
      measured: false,
    })),
  );
  return [...bottom, ...top];
}
