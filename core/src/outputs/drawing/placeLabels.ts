import RBush from 'rbush';
import type { XY } from '../../geometry/index.ts';
import { nth } from '../../lookups/index.ts';
import { textWidth } from './textWidth.ts';

/** Left and top, y down; in pixels, like all here. */
export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface Segment {
  readonly a: XY;
  readonly b: XY;
}

/** One way to letter a label: its lines, the height of its type in the first and in the others, and the room they take. */
export interface LabelForm {
  readonly lines: readonly string[];
  readonly size: number;
  readonly restSize: number;
  readonly width: number;
  readonly height: number;
}

/** Where a label's middle may stand, and the point it needs a line to from there. */
export interface LabelPlace extends XY {
  readonly leaderTo?: XY;
}

/** A label that wants a place. */
export interface WantedLabel {
  readonly id: string;
  /** Lower ones are placed first. */
  readonly rank: number;
  /** The fullest first; a shorter one is taken where that finds no place. */
  readonly forms: readonly LabelForm[];
  /** So many more places are looked at for one that covers no line; few where it is not given. */
  readonly patience?: number;
  /** Where one form may stand, best first. */
  readonly placesFor: (form: LabelForm) => Iterable<LabelPlace>;
}

export interface PlacedLabel {
  readonly id: string;
  /** Which of its forms was taken. */
  readonly form: number;
  readonly lines: readonly string[];
  readonly size: number;
  readonly restSize: number;
  /** The rectangle it takes. */
  readonly rect: Rect;
  /** From what it names to its edge; null where it stands beside it. */
  readonly leader: Segment | null;
}

export const lineHeight = 1.18;
/** Lettering with so much air at both ends; lines after the first may be smaller. */
export function lettered(
  lines: readonly string[],
  size: number,
  { pad = 2, restSize = size } = {},
): LabelForm {
  return {
    lines,
    size,
    restSize,
    width: Math.max(...lines.map((l, i) => textWidth(l, i === 0 ? size : restSize))) + 2 * pad,
    height: (size + (lines.length - 1) * restSize) * lineHeight,
  };
}

export type LabelSide = 'above' | 'below' | 'left' | 'right';
const outward: Readonly<Record<LabelSide, XY>> = {
  below: { x: 0, y: 1 },
  above: { x: 0, y: -1 },
  right: { x: 1, y: 0 },
  left: { x: -1, y: 0 },
};
const diagonals: readonly XY[] = [
  { x: 1, y: 1 },
  { x: -1, y: 1 },
  { x: 1, y: -1 },
  { x: -1, y: -1 },
];

export const middleOf = (r: Rect): XY => ({ x: r.x + r.width / 2, y: r.y + r.height / 2 });
export const rectAround = (middle: XY, width: number, height = width): Rect => ({
  x: middle.x - width / 2,
  y: middle.y - height / 2,
  width,
  height,
});

/** Places around what is named: beside it first, side by side in the order given, then farther out with a line, `reach` at most. */
export function* around(
  named: Rect,
  form: LabelForm,
  sides: readonly LabelSide[],
  { gap = 1.5, reach = 0, step = 7 }: { gap?: number; reach?: number; step?: number } = {},
): Iterable<LabelPlace> {
  const middle = middleOf(named);
  const off = (way: XY, by: number): XY => ({
    x: middle.x + way.x * ((named.width + form.width) / 2 + by),
    y: middle.y + way.y * ((named.height + form.height) / 2 + by),
  });
  const ways = sides.map((s) => outward[s]);
  for (const way of ways) yield off(way, gap);
  for (const way of diagonals) yield off(way, gap);
  for (let by = gap + step; by <= reach; by += step)
    for (const way of [...ways, ...diagonals]) yield { ...off(way, by), leaderTo: middle };
}

/** Places near a point: on it, then farther and farther from it, by no more than `across` and `down`. */
export function* near(at: XY, across: number, down: number, step = 8): Iterable<LabelPlace> {
  yield at;
  for (let by = step; by <= Math.max(across, down); by += step)
    for (const [x, y] of [
      [0, 1],
      [0, -1],
      [1, 0],
      [-1, 0],
      [1, 1],
      [-1, 1],
      [1, -1],
      [-1, -1],
    ] as const)
      // prettier-ignore
      if (Math.abs(x * by) <= across && Math.abs(y * by) <= down) yield { x: at.x + x * by, y: at.y + y * by };
}

export const inflated = (r: Rect, by: number): Rect => ({
  x: r.x - by,
  y: r.y - by,
  width: r.width + 2 * by,
  height: r.height + 2 * by,
});

interface Box {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
}
const boxOf = (r: Rect): Box => ({ minX: r.x, minY: r.y, maxX: r.x + r.width, maxY: r.y + r.height });
const boxOfSegment = ({ a, b }: Segment): Box & { segment: Segment } => ({
  minX: Math.min(a.x, b.x),
  minY: Math.min(a.y, b.y),
  maxX: Math.max(a.x, b.x),
  maxY: Math.max(a.y, b.y),
  segment: { a, b },
});

/** Whether a segment goes through the inside of a rectangle. */
export function crosses({ a, b }: Segment, r: Box): boolean {
  let [from, to] = [0, 1];
  for (const [start, by, low, high] of [
    [a.x, b.x - a.x, r.minX, r.maxX],
    [a.y, b.y - a.y, r.minY, r.maxY],
  ] as const) {
    if (Math.abs(by) < 1e-9) {
      if (start <= low || start >= high) return false;
      continue;
    }
    const [s, t] = [(low - start) / by, (high - start) / by];
    from = Math.max(from, Math.min(s, t));
    to = Math.min(to, Math.max(s, t));
  }
  return to - from > 1e-9;
}

const holds = (outer: Box, b: Box): boolean =>
  b.minX >= outer.minX && b.maxX <= outer.maxX && b.minY >= outer.minY && b.maxY <= outer.maxY;

/** Where a line from a rectangle's middle to a point leaves the rectangle. */
function edgeTowards(r: Rect, to: XY): XY {
  const m = middleOf(r);
  const [dx, dy] = [to.x - m.x, to.y - m.y];
  const share = Math.min(
    dx === 0 ? 1 : r.width / 2 / Math.abs(dx),
    dy === 0 ? 1 : r.height / 2 / Math.abs(dy),
    1,
  );
  return { x: m.x + dx * share, y: m.y + dy * share };
}

/** What is drawn already: no label covers a mark; one goes over a line only where few places keep off it. */
export interface DrawnAlready {
  readonly marks: readonly Rect[];
  readonly lines?: readonly Segment[];
  /** Labels stay within; nowhere in particular where it is not given. */
  readonly bounds?: Rect | undefined;
}

/** For labels that do not say how far they look for a place off all lines. */
const usualPatience = 10;

/**
 * Gives labels their places: none covers a mark, another label or another's line. Those that find none in any form are left out, which is
 * how a drawing seen from afar comes to show less. The same labels in the same order give the same places.
 */
export function placeLabels(
  wanted: readonly WantedLabel[],
  { marks, lines = [], bounds }: DrawnAlready,
): PlacedLabel[] {
  const within = bounds && boxOf(bounds);
  const taken = new RBush<Box>().load(marks.map(boxOf));
  const leaders = new RBush<Box & { segment: Segment }>();
  const under = new RBush<Box & { segment: Segment }>().load(lines.map(boxOfSegment));
  const isOver = (tree: RBush<Box & { segment: Segment }>, box: Box) =>
    tree.search(box).some((l) => crosses(l.segment, box));
  const touching = (box: Box) =>
    taken
      .search(box)
      .some((t) => t.minX < box.maxX && t.maxX > box.minX && t.minY < box.maxY && t.maxY > box.minY);

  function tried(label: WantedLabel, form: number, place: LabelPlace): PlacedLabel | null {
    const { lines: words, size, restSize, width, height } = nth(label.forms, form);
    const rect = rectAround(place, width, height);
    const box = boxOf(rect);
    if ((within && !holds(within, box)) || touching(box) || isOver(leaders, box)) return null;
    const { leaderTo } = place;
    const leader = leaderTo ? { a: leaderTo, b: edgeTowards(rect, leaderTo) } : null;
    if (leader && coversOnItsWay(leader)) return null;
    return { id: label.id, form, lines: words, size, restSize, rect, leader };
  }
  /** A leader begins in the mark it leads from, and crosses no other mark, no label and no other leader. */
  function coversOnItsWay({ a, b }: Segment): boolean {
    const reach = boxOfSegment({ a, b });
    const crossed = taken.search(reach).filter((t) => crosses({ a, b }, t));
    const own = crossed.filter((t) => a.x >= t.minX && a.x <= t.maxX && a.y >= t.minY && a.y <= t.maxY);
    return crossed.length > own.length || isOver(leaders, reach);
  }
  function placed(label: WantedLabel): PlacedLabel | null {
    for (let form = 0; form < label.forms.length; form++) {
      let first: PlacedLabel | null = null;
      let since = 0;
      for (const place of label.placesFor(nth(label.forms, form))) {
        if (first && ++since > (label.patience ?? usualPatience)) break;
        const one = tried(label, form, place);
        if (!one) continue;
        if (lines.length === 0 || !isOver(under, boxOf(one.rect))) return take(one);
        first ??= one;
      }
      if (first) return take(first);
    }
    return null;
  }
  function take(label: PlacedLabel): PlacedLabel {
    taken.insert(boxOf(label.rect));
    if (label.leader) leaders.insert(boxOfSegment(label.leader));
    return label;
  }
  return wanted
    .map((label, i) => ({ label, i }))
    .sort((a, b) => a.label.rank - b.label.rank || a.i - b.i)
    .flatMap(({ label }) => placed(label) ?? []);
}
