import { entryOf, nth } from '../../lookups/index.ts';
import { devicesIn } from '../../boxes/index.ts';
import type { XY } from '../../geometry/index.ts';
import type { Plan } from '../../plan/index.ts';
import { circuitNumber } from '../../circuits/spaces.ts';
import { formatLength } from '../../units/index.ts';
import type { DrawnHouse } from '../drawing/drawnHouse.ts';
import { inflated, rectAround, type Rect } from '../drawing/placeLabels.ts';
import { dotRadius, flatRadius, planLabels } from '../drawing/planLabels.ts';
import { distanceLines, extentOf, planShapes, type PlanShapes } from '../drawing/planShapes.ts';
import {
  cloud,
  labelInk,
  movedLabel,
  pathOfCorners,
  polyline,
  segment,
  type Figure,
  type Fill,
  type Ink,
  type Placing,
} from './ink.ts';
import { boxFill, cablePen, signInk, signOf } from './signs.ts';

/** What a plan on paper is for: its boxes, their circuits, the cable, or what hangs on ceilings. */
export type PlanShown = 'boxes' | 'circuits' | 'runs' | 'ceilings';

/** Inches of paper a foot that plans are drawn at, largest first, as builders name them. */
const scales = [
  [1, '1 in.'],
  [3 / 4, '3/4 in.'],
  [1 / 2, '1/2 in.'],
  [3 / 8, '3/8 in.'],
  [1 / 4, '1/4 in.'],
  [3 / 16, '3/16 in.'],
  [1 / 8, '1/8 in.'],
  [3 / 32, '3/32 in.'],
  [1 / 16, '1/16 in.'],
] as const;

export interface PlanAsked {
  readonly level: string;
  readonly shown: PlanShown;
  /** The room it has, and how many units of the figure an inch of paper is. */
  readonly pane: { readonly width: number; readonly height: number };
  readonly unitsAnInch: number;
  /** Boxes and cables with a cloud around them. */
  readonly changed: ReadonlySet<string>;
}

/** The largest scale builders use at which a level fits; what is larger than all of them is drawn as large as it fits. */
function scaleFor(
  { width, height }: Rect,
  { pane, unitsAnInch }: PlanAsked,
): { scale: number; scaleSays: string } {
  const fits = Math.min(pane.width / width, pane.height / height);
  const named = scales.find(([anInch]) => (anInch / 12) * unitsAnInch <= fits);
  return named
    ? { scale: (named[0] / 12) * unitsAnInch, scaleSays: `${named[1]} = 1 ft` }
    : { scale: fits, scaleSays: 'not to a builder’s scale' };
}

/** The numbers of the circuits that the devices of each box are on. */
function circuitsOfBoxes(plan: Plan): Map<string, string> {
  return new Map(
    Object.keys(plan.boxes).flatMap((box): [string, string][] => {
      const own = devicesIn(plan, box).flatMap(([, d]) => d.circuit ?? []);
      const numbers = [...new Set(own)].map((c) => circuitNumber(plan, c));
      return numbers.length > 0 ? [[box, numbers.join(', ')]] : [];
    }),
  );
}

const wallsInk = (shapes: PlanShapes, at: Placing): Ink[] =>
  shapes.walls.flatMap((w): Ink[] => [
    {
      kind: 'path',
      d: pathOfCorners(w.block),
      at,
      pen: { width: 1 },
      fill: w.closed ? 'stipple' : 1,
    },
    ...(w.studs === '' ? [] : [{ kind: 'path', d: w.studs, at, fill: 0.72 } as const]),
    ...w.obstacles.map((o): Ink => ({ kind: 'path', d: pathOfCorners(o.block), at, fill: 0.55 })),
    ...w.openings.flatMap((o): Ink[] => [
      { kind: 'path', d: pathOfCorners(o.block), at, pen: { width: 0.8 }, fill: 1 },
      ...(o.glass === '' ? [] : [{ kind: 'path', d: o.glass, at, pen: { width: 0.8 } } as const]),
      ...(o.arc === '' ? [] : [{ kind: 'path', d: o.arc, at, pen: { width: 0.6, grey: 0.35 } } as const]),
    ]),
  ]);

const cablesInk = (shapes: PlanShapes, runs: DrawnHouse['runs'], at: Placing): Ink[] =>
  shapes.cables.map((c) => ({
    kind: 'path',
    d: polyline(c.points),
    at,
    pen: cablePen(entryOf(runs, c.id).cable),
  }));

/** Where each circuit's cable leaves its panel: its number, beside the first piece of it that is long enough to see. */
function homeNotes(plan: Plan, shapes: PlanShapes): (XY & { id: string; text: string })[] {
  return shapes.cables.flatMap(({ id, points }) => {
    const { from, to, circuit } = entryOf(plan.runs, id);
    if (circuit === null || !(plan.panels[from] || (to && plan.panels[to]))) return [];
    const way = plan.panels[from] ? points : [...points].reverse();
    const end = way.findIndex(
      (p, i) => i > 0 && Math.hypot(p.x - nth(way, i - 1).x, p.y - nth(way, i - 1).y) > 20,
    );
    if (end < 0) return [];
    const [a, b] = [nth(way, end - 1), nth(way, end)];
    return [{ id, text: circuitNumber(plan, circuit), x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }];
  });
}

/** One level from above, at a builder's scale. */
export function planFigure(plan: Plan, result: DrawnHouse, asked: PlanAsked): Figure {
  const { level, shown, pane, changed } = asked;
  const all = planShapes(plan, result, level);
  const shapes: PlanShapes = {
    ...all,
    cables: shown === 'runs' ? all.cables : [],
    boxes: shown === 'ceilings' ? [] : all.boxes,
  };
  const sheet = extentOf(plan, level, 30);
  const { scale, scaleSays } = scaleFor(sheet, asked);
  const at: Placing = { x: -sheet.x * scale, y: -sheet.y * scale, scale };
  const px = (p: XY) => ({ x: p.x * scale + at.x, y: p.y * scale + at.y });
  const distances =
    shown === 'ceilings'
      ? all.flat.flatMap((f) => {
          const mark = result.ceilings[f.id];
          return mark ? distanceLines(all, plan, mark).map((d) => ({ ...d, box: f.id })) : [];
        })
      : [];
  const { labels } = planLabels(shapes, {
    scale,
    near: new Set([...shapes.boxes, ...shapes.flat].map((b) => b.id)),
    // Beside ceilings their numbers are what is looked for, however far away they are.
    chosen: new Set(shown === 'circuits' ? [] : shapes.flat.map((f) => f.id)),
    names: shown === 'circuits' ? circuitsOfBoxes(plan) : undefined,
    boxes: shown !== 'runs' || scale > 1.4,
    rooms: shown === 'boxes',
    bounds: sheet,
    notes:
      shown === 'runs'
        ? homeNotes(plan, shapes)
        : distances.map((d, i) => ({
            id: `${d.box} ${i}`,
            text: formatLength(d.inches),
            x: (d.x1 + d.x2) / 2,
            y: (d.y1 + d.y2) / 2,
          })),
  });
  const signs = [
    ...shapes.boxes.map((b) => ({ ...b, radius: dotRadius(scale) })),
    ...shapes.flat.map((f) => ({ ...f, existing: false, radius: flatRadius(scale, f.size) })),
  ];
  const clouds = [
    ...signs.filter((s) => changed.has(s.id)).map((s) => inflated(rectAround(px(s), 2 * s.radius), 7)),
    ...shapes.cables.filter((c) => changed.has(c.id)).map((c) => rectOver(c.points.map(px))),
  ];
  const boxesInk = signs.flatMap((s): Ink[] => {
    const kind = devicesIn(plan, s.id)[0]?.[1].kind;
    const fill: Fill = plan.boxes[s.id]?.existing ? 'hatch' : boxFill(s);
    return 'sign' in s && s.radius > 5
      ? [
          ...signInk('other', px(s), s.radius, fill).slice(0, 1),
          {
            kind: 'text',
            text: s.sign,
            ...px({ x: s.x, y: s.y + 3.2 / scale }),
            size: 9,
            bold: true,
            align: 'middle',
            grey: fill === 0 ? 1 : 0,
          },
        ]
      : signInk(signOf(kind), px(s), s.radius, fill);
  });
  return {
    width: Math.min(pane.width, sheet.width * scale),
    height: sheet.height * scale,
    scale,
    scaleSays,
    says: `${plan.levels[level]?.name || level} from above: ${shown}`,
    ink: [
      ...shapes.fixtures.map((f): Ink => ({
        kind: 'path',
        d: pathOfCorners(f.points),
        at,
        pen: { width: 0.7, grey: 0.4, dash: [3, 2] },
      })),
      ...wallsInk(shapes, at),
      ...cablesInk(shapes, result.runs, at),
      ...shapes.panels.map((p): Ink => ({ kind: 'path', d: pathOfCorners(p.points), at, fill: 0 })),
      ...(shown === 'circuits' || shown === 'boxes'
        ? shapes.controls.map((c): Ink => ({
            kind: 'path',
            d: c.path,
            at,
            pen: { width: 0.7, grey: 0.25, dash: [1.2, 3] },
          }))
        : []),
      ...distances.map((d): Ink => ({
        kind: 'path',
        d: segment(px({ x: d.x1, y: d.y1 }), px({ x: d.x2, y: d.y2 })),
        pen: { width: 0.6, grey: 0.25 },
      })),
      ...boxesInk,
      ...labels.flatMap((l) =>
        labelInk(movedLabel(l, at), {
          isQuiet: l.id.startsWith('fixture '),
          isLight: /^(fixture|note) /.test(l.id),
        }),
      ),
      ...clouds.map((r): Ink => ({ kind: 'path', d: cloud(r), pen: { width: 1.1 } })),
    ],
  };
}

/** The rectangle around points, with some air. */
function rectOver(points: readonly XY[]): Rect {
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return inflated({ x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y }, 6);
}
