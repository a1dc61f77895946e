import type { XY } from '../../geometry/index.ts';
import { lineHeight, type PlacedLabel, type Rect } from '../drawing/placeLabels.ts';

/** A line: its width in units of the figure, how grey it is from 0, black, to 1, white, and its dashes. */
export interface Pen {
  readonly width: number;
  readonly grey?: number;
  readonly dash?: readonly number[];
}

/** How a face is filled: so grey, hatched as what is there already, or stippled as closed walls are. */
export type Fill = number | 'hatch' | 'stipple';

/** Where ink drawn in inches stands on its figure: units an inch, after `x` and `y`. */
export interface Placing {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

export interface PathInk {
  readonly kind: 'path';
  /** An SVG path; in units of the figure, or as `at` places it. */
  readonly d: string;
  readonly at?: Placing;
  readonly pen?: Pen;
  readonly fill?: Fill;
}

export interface TextInk {
  readonly kind: 'text';
  readonly text: string;
  /** Its baseline. */
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly bold?: boolean;
  readonly align?: 'left' | 'middle' | 'right';
  readonly grey?: number;
  /** The room it has: type that comes out wider is set narrower. */
  readonly width?: number;
  /** Whether paper stands under it, so that it reads over lines. */
  readonly isOnPaper?: boolean;
}

export type Ink = PathInk | TextInk;

/** A drawing for paper: black and greys only, y down, in units of its own that the page makes as large as it likes. */
export interface Figure {
  readonly width: number;
  readonly height: number;
  readonly ink: readonly Ink[];
  /** What it shows, for who cannot see it. */
  readonly says: string;
  /** Units an inch of the house, and that in words, where it has a scale. */
  readonly scale?: number;
  readonly scaleSays?: string;
}

const round = (n: number) => `${Math.round(n * 100) / 100}`;
const at = (p: XY) => `${round(p.x)} ${round(p.y)}`;

export const polyline = (points: readonly XY[]): string => `M${points.map(at).join('L')}`;
export const polygon = (points: readonly XY[]): string => `${polyline(points)}Z`;
export const rectangle = (r: Rect): string =>
  `M${at(r)}H${round(r.x + r.width)}V${round(r.y + r.height)}H${round(r.x)}Z`;
export const segment = (a: XY, b: XY): string => `M${at(a)}L${at(b)}`;
export const circle = (middle: XY, radius: number): string => {
  const [left, right] = [
    { x: middle.x - radius, y: middle.y },
    { x: middle.x + radius, y: middle.y },
  ];
  const r = round(radius);
  return `M${at(left)}A${r} ${r} 0 0 1 ${at(right)}A${r} ${r} 0 0 1 ${at(left)}Z`;
};

/** Corners as the shapes of drawings write them, “1.00,2.00 3.00,4.00”, as a path. */
export const pathOfCorners = (corners: string): string => `M${corners.replaceAll(' ', 'L')}Z`;

/** A label with its leader, moved: drawings place labels from an origin of their own. */
export function movedLabel(label: PlacedLabel, by: XY): PlacedLabel {
  const moved = (p: XY): XY => ({ x: p.x + by.x, y: p.y + by.y });
  const { rect, leader } = label;
  return {
    ...label,
    rect: { ...rect, ...moved(rect) },
    leader: leader && { a: moved(leader.a), b: moved(leader.b) },
  };
}

const labelGrey = { ink: 0, quiet: 0.3 } as const;

/** A placed label as ink; `isQuiet` and `isLight` as it is lettered. */
export function labelInk(
  label: PlacedLabel,
  { isQuiet = false, isLight = false }: { isQuiet?: boolean; isLight?: boolean } = {},
): Ink[] {
  let y = label.rect.y;
  const lines = label.lines.map((text, i): TextInk => {
    const size = i === 0 ? label.size : label.restSize;
    y += size * lineHeight;
    return {
      kind: 'text',
      text,
      x: label.rect.x + label.rect.width / 2,
      y: y - size * 0.3,
      size,
      align: 'middle',
      width: label.rect.width - 1,
      bold: i === 0 && !isLight,
      grey: isQuiet ? labelGrey.quiet : labelGrey.ink,
      isOnPaper: true,
    };
  });
  const { leader } = label;
  return [
    ...(leader
      ? [{ kind: 'path', d: segment(leader.a, leader.b), pen: { width: 0.7, grey: 0.3 } } as const]
      : []),
    ...lines,
  ];
}

/** A cloud around what changed: bows outwards all around, so many units across each. */
export function cloud(around: Rect, bow = 9): string {
  const across = Math.max(2, Math.round(around.width / bow));
  const down = Math.max(2, Math.round(around.height / bow));
  const [w, h] = [around.width / across, around.height / down];
  const arc = (size: number, dx: number, dy: number) =>
    `a${round(size / 1.7)} ${round(size / 1.7)} 0 0 1 ${round(dx)} ${round(dy)}`;
  return [
    `M${at(around)}`,
    arc(w, w, 0).repeat(across),
    arc(h, 0, h).repeat(down),
    arc(w, -w, 0).repeat(across),
    arc(h, 0, -h).repeat(down),
    'Z',
  ].join('');
}
