import { entryOf } from '../../lookups/index.ts';
import { devicesIn } from '../../boxes/index.ts';
import { panelSize } from '../../materials/index.ts';
import type { Plan } from '../../plan/index.ts';
import { formatLength } from '../../units/index.ts';
import type { DrawnHouse } from '../drawing/drawnHouse.ts';
import { inflated, type Rect } from '../drawing/placeLabels.ts';
import { furnitureOf, holeRadius, ribbonLabels, rowFurniture, rowPlaces } from '../drawing/ribbonLabels.ts';
import { ribbonRows, rowLayout } from '../drawing/ribbonRows.ts';
import { ribbonShapes, type RibbonShapes } from '../drawing/ribbonShapes.ts';
import type { Unrolled } from '../drawing/unrolled.ts';
import {
  circle,
  cloud,
  labelInk,
  movedLabel,
  polyline,
  rectangle,
  segment,
  type Figure,
  type Ink,
  type Placing,
} from './ink.ts';
import { boxFill, cablePen, signInk, signOf } from './signs.ts';

/** What the walls of a room on paper are for: the marks of their boxes, or cable and holes. */
export type RoomShown = 'marks' | 'runs';

export interface RoomAsked {
  readonly room: string;
  readonly unrolled: Unrolled;
  readonly shown: RoomShown;
  readonly pane: { readonly width: number; readonly height: number };
  readonly changed: ReadonlySet<string>;
}

/** Room beside a row for the labels of what stands at its ends. */
const beside = 8;

/** Something that stands on a row, as a rectangle of the figure. */
type RectOf = (r: { readonly x: number; readonly width: number }, low: number, high: number) => Rect;

function framingInk(plan: Plan, { unrolled, shapes, rectOf }: Row): Ink[] {
  return [
    ...unrolled.walls.map((w): Ink => ({
      kind: 'path',
      d: rectangle(rectOf({ x: w.x, width: w.length }, 0, w.ceiling)),
      pen: { width: 1 },
      fill: 1,
    })),
    ...shapes.framing.map((m): Ink => ({
      kind: 'path',
      d: rectangle(rectOf(m, m.low, m.low + m.height)),
      pen: { width: 0.5, grey: 0.35 },
      fill: 0.86,
    })),
    ...unrolled.walls
      .filter((w) => entryOf(plan.walls, w.wall).cover === 'closed')
      .map((w): Ink => ({
        kind: 'path',
        d: rectangle(rectOf({ x: w.x, width: w.length }, 0, w.ceiling)),
        fill: 'stipple',
      })),
    ...shapes.openings.map((o): Ink => ({
      kind: 'path',
      d: rectangle(rectOf(o, o.sill, o.head)),
      pen: { width: 0.8, dash: [4, 3] },
      fill: 1,
    })),
    ...shapes.obstacles.map((o): Ink => ({
      kind: 'path',
      d: rectangle(rectOf(o, o.low, o.high)),
      pen: { width: 0.8, dash: o.isChase ? [4, 3] : [] },
      fill: o.isChase ? 1 : 0.6,
    })),
    ...shapes.fixtures.map((f): Ink => ({
      kind: 'path',
      d: rectangle(rectOf(f, 0, f.height)),
      pen: { width: 0.8, grey: 0.35, dash: [6, 3] },
    })),
  ];
}

interface Row {
  readonly unrolled: Unrolled;
  readonly shapes: RibbonShapes;
  readonly rectOf: RectOf;
  readonly at: Placing;
  readonly scale: number;
}

function panelsInk({ shapes, unrolled, rectOf, at, scale }: Row): Ink[] {
  return shapes.panels.flatMap((p): Ink[] => {
    if (p.away > 0) {
      const y = at.y + (p.leaves === 'below' ? unrolled.height * scale + 2 : -12);
      const x = at.x + p.x * scale;
      const [tip, back] = p.leaves === 'below' ? [y + 9, y] : [y, y + 9];
      return [{ kind: 'path', d: `M${x - 5} ${back}L${x + 5} ${back}L${x} ${tip}Z`, fill: 0 }];
    }
    const r = rectOf(
      { x: p.x - panelSize.width / 2, width: panelSize.width },
      panelSize.bottom,
      panelSize.bottom + panelSize.height,
    );
    return [{ kind: 'path', d: rectangle(r), pen: { width: 1.4 }, fill: 0.3 }];
  });
}

function rowFigure(
  plan: Plan,
  result: DrawnHouse,
  { unrolled: _, ...asked }: RoomAsked,
  unrolled: Unrolled,
  scale: number,
): Figure {
  const { shown, changed, room } = asked;
  const all = ribbonShapes(plan, result, unrolled);
  const shapes: RibbonShapes = shown === 'marks' ? { ...all, cables: [], holes: [], cableNames: [] } : all;
  const furniture = furnitureOf(false);
  const places = rowPlaces(unrolled.height, scale);
  const left = rowFurniture.sides * scale + beside;
  const top = rowFurniture.past * scale + furniture.over;
  const at: Placing = { x: left, y: top, scale };
  const rectOf: RectOf = (r, low, high) => ({
    x: left + r.x * scale,
    y: top + (unrolled.height - high) * scale,
    width: r.width * scale,
    height: (high - low) * scale,
  });
  const row: Row = { unrolled, shapes, rectOf, at, scale };
  const { labels } = ribbonLabels(unrolled, shapes, {
    scale,
    chosen: null,
    says: (b) => (shown === 'marks' ? [formatLength(b.bottom)] : []),
    boxes: true,
    cables: shown === 'runs',
    ghosts: shown === 'marks',
    limit: null,
    troubles: [],
  });
  const boxRect = (b: { x: number; width: number; bottom: number; height: number }) =>
    rectOf(b, b.bottom, b.bottom + b.height);
  const folds = [...unrolled.walls.map((w) => w.x), unrolled.width];
  const quiet = /^(length|stud|opening|ghost|fixture|run) /;
  return {
    width: Math.max(unrolled.width, 60) * scale + 2 * left,
    height: (unrolled.height + 2 * rowFurniture.past) * scale + furniture.over + furniture.under,
    says: `Walls ${unrolled.walls.map((w) => w.letter).join(', ')} of ${plan.rooms[room]?.name || 'the room'} from inside: ${shown}`,
    ink: [
      ...framingInk(plan, row),
      ...folds.map((x): Ink => ({
        kind: 'path',
        d: segment(
          { x: left + x * scale, y: top + places.names - 10 },
          { x: left + x * scale, y: top + places.profile },
        ),
        pen: { width: 0.9, dash: [2, 3] },
      })),
      ...shapes.ghosts
        .filter(() => shown === 'marks')
        .map((g): Ink => ({
          kind: 'path',
          d: rectangle(boxRect(g)),
          pen: { width: 0.8, grey: 0.35, dash: [2, 2] },
        })),
      ...shapes.cables.map((c): Ink => ({
        kind: 'path',
        d: polyline(c.points),
        at,
        pen: cablePen(c.cable),
      })),
      ...panelsInk(row),
      ...shapes.holes.map((h): Ink => ({
        kind: 'path',
        d: circle(
          { x: left + h.x * scale, y: top + (unrolled.height - h.z) * scale },
          holeRadius(h.diameter, scale),
        ),
        pen: { width: 0.6, grey: h.isThere ? 0 : 1 },
        fill: h.isThere ? 1 : 0,
      })),
      ...shapes.boxes.flatMap((b): Ink[] => {
        const r = boxRect(b);
        const fill = boxFill(b);
        const middle = { x: r.x + r.width / 2, y: r.y + r.height / 2 };
        const kind = devicesIn(plan, b.id)[0]?.[1].kind;
        return [
          { kind: 'path', d: rectangle(r), pen: { width: 1.5 }, fill },
          ...(fill === 1 && r.width > 7 ? signInk(signOf(kind), middle, r.width * 0.27, 1) : []),
          ...(changed.has(b.id)
            ? [{ kind: 'path', d: cloud(inflated(r, 7)), pen: { width: 1.1 } } as const]
            : []),
        ];
      }),
      ...labels.flatMap((l) =>
        labelInk(movedLabel(l, at), { isQuiet: quiet.test(l.id), isLight: quiet.test(l.id) }),
      ),
    ],
  };
}

/** The walls of a room as rows, as large as they fit one under the other. */
export function roomFigures(plan: Plan, result: DrawnHouse, asked: RoomAsked): Figure[] {
  const pane = { width: asked.pane.width - 2 * beside, height: asked.pane.height };
  const { rows, scale } = rowLayout(asked.unrolled, pane, furnitureOf(false));
  return ribbonRows(asked.unrolled, rows).map((row) => rowFigure(plan, result, asked, row, scale));
}
