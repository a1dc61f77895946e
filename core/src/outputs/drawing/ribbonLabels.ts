import { panelSize } from '../../materials/index.ts';
import { formatLength } from '../../units/index.ts';
import {
  around,
  lettered,
  near,
  placeLabels,
  rectAround,
  type LabelPlace,
  type PlacedLabel,
  type Rect,
  type Segment,
  type WantedLabel,
} from './placeLabels.ts';
import type { RowFurniture } from './ribbonRows.ts';
import type { GhostBox, RibbonBox, RibbonPanel, RibbonShapes } from './ribbonShapes.ts';
import type { Unrolled } from './unrolled.ts';

/** What a row of the unrolled room needs besides its walls: pixels over and under them, inches past them. */
export const rowFurniture = { over: 26, studs: 18, profile: 58, sides: 4, past: 9 } as const;
/** The depth of the reach profile down to its limit, in pixels. */
export const profileDepth = 34;

export const furnitureOf = (withProfile: boolean): RowFurniture => ({
  over: rowFurniture.over,
  under: rowFurniture.studs + (withProfile ? rowFurniture.profile : 0),
  sides: rowFurniture.sides,
  past: rowFurniture.past,
});

/** Where things of a row stand at a size: pixels, y down from the top of its walls. */
export function rowPlaces(height: number, scale: number) {
  return {
    floor: height * scale,
    names: -rowFurniture.past * scale - 12,
    studs: height * scale + 10,
    profile: (height + rowFurniture.past) * scale + rowFurniture.studs,
  };
}

/** How deep the profile is at a distance from the nearest receptacle, with `limit` the farthest allowed; both in inches, pixels out. */
export const profileY = (distance: number, limit: number): number =>
  (Math.min(distance, limit * 1.5) / limit) * profileDepth;

export interface RibbonLabelsAsked {
  /** Pixels an inch. */
  readonly scale: number;
  readonly chosen: string | null;
  /** Said under a box's number where there is room. */
  readonly says: (box: RibbonBox) => readonly string[];
  /** What of it is labelled besides walls, studs and openings. */
  readonly boxes: boolean;
  readonly cables: boolean;
  readonly ghosts: boolean;
  /** The farthest a place may be from a receptacle, where the profile is drawn; null where it is not. */
  readonly limit: number | null;
  /** Places along the row that findings are marked at, in inches. */
  readonly troubles: readonly number[];
}

export interface RibbonLabels {
  /** Ids: `wall A`, `length A`, `stud …`, `opening …`, `obstacle …`, `box …`, `ghost …`, `run …`, `panel …`, `worst 0`, `counter 0`. */
  readonly labels: readonly PlacedLabel[];
  readonly marks: readonly Rect[];
}

export const troubleSize = { width: 18, height: 16 } as const;

/** A label that stands in one place or nowhere. */
const fixed = (id: string, rank: number, forms: WantedLabel['forms'], place: LabelPlace): WantedLabel => ({
  id,
  rank,
  forms,
  placesFor: () => [place],
});

/** The labels of one row of an unrolled room, each in its place: pixels from the left end and the top of its walls. */
export function ribbonLabels(
  unrolled: Unrolled,
  shapes: RibbonShapes,
  asked: RibbonLabelsAsked,
): RibbonLabels {
  const { scale, limit } = asked;
  const { height } = unrolled;
  const places = rowPlaces(height, scale);
  const rectOf = (r: { x: number; width: number }, low: number, high: number): Rect => ({
    x: r.x * scale,
    y: (height - high) * scale,
    width: r.width * scale,
    height: (high - low) * scale,
  });
  const boxRect = (b: RibbonBox) => rectOf(b, b.bottom, b.bottom + b.height);
  const worst = (limit === null ? [] : unrolled.worst).map((w) => ({
    ...w,
    rect: rectAround({ x: w.x * scale, y: places.profile + profileY(w.distance, limit ?? 1) }, 9),
  }));
  const panels = shapes.panels.map((p) => ({ panel: p, rect: panelRect(p, height, scale) }));
  const marks: Rect[] = [
    ...(asked.boxes ? shapes.boxes.map(boxRect) : []),
    ...panels.map((p) => p.rect),
    ...worst.map((w) => w.rect),
    ...asked.troubles.map((x) => ({
      x: x * scale - troubleSize.width / 2,
      y: -troubleSize.height - 1,
      ...troubleSize,
    })),
    ...(asked.cables
      ? shapes.holes.map((h) =>
          rectAround({ x: h.x * scale, y: (height - h.z) * scale }, holeRadius(h.diameter, scale) * 2),
        )
      : []),
  ];

  const wanted: WantedLabel[] = unrolled.walls.flatMap((w): WantedLabel[] => {
    const [long, short] = [lettered([`Wall ${w.letter}`], 13), lettered([w.letter], 13)];
    const length = lettered([formatLength(w.length)], 12);
    const room = w.length * scale;
    const left = (form: { width: number }) => ({ x: w.x * scale + 4 + form.width / 2, y: places.names });
    return [
      {
        id: `wall ${w.letter}`,
        rank: 1,
        forms: room > long.width + 8 ? [long, short] : [short],
        placesFor: (form) => [left(form)],
      },
      ...(room > long.width + length.width + 20
        ? [
            fixed(`length ${w.letter}`, 2, [length], {
              x: w.x * scale + room - 4 - length.width / 2,
              y: places.names,
            }),
          ]
        : []),
    ];
  });
  for (const m of shapes.framing)
    if (m.number !== null)
      wanted.push(
        fixed(`stud ${m.key}`, 3, [lettered([`${m.number}`], 10.5)], {
          x: (m.x + m.width / 2) * scale,
          y: places.studs,
        }),
      );
  for (const o of shapes.openings) {
    const r = rectOf(o, o.sill, o.head);
    const word = o.kind.replaceAll('-', ' ');
    const forms = [
      lettered([`${word} ${formatLength(o.width)}`], 12),
      lettered([word, formatLength(o.width)], 12),
      lettered([word], 12),
    ];
    wanted.push({
      id: `opening ${o.id}`,
      rank: 4,
      forms: forms.filter((f) => f.width < r.width),
      placesFor: (form) =>
        near(
          { x: r.x + r.width / 2, y: r.y + r.height / 2 },
          (r.width - form.width) / 2,
          (r.height - form.height) / 2,
        ),
    });
  }
  for (const o of shapes.obstacles) {
    const r = rectOf(o, o.low, o.high);
    wanted.push({
      id: `obstacle ${o.id}`,
      rank: 5,
      forms: [lettered([o.kind], 10.5)],
      placesFor: (form) =>
        r.width > form.width
          ? near({ x: r.x + r.width / 2, y: r.y + r.height / 2 }, 0, (r.height - form.height) / 2)
          : around(r, form, ['right', 'left']),
    });
  }
  if (asked.boxes)
    for (const b of shapes.boxes) {
      const r = boxRect(b);
      const says = asked.says(b);
      const number = lettered([b.label], 13);
      wanted.push({
        id: `box ${b.id}`,
        rank: asked.chosen === b.id ? 0 : 2.5,
        forms: says.length > 0 ? [lettered([b.label, ...says], 13, { restSize: 12 }), number] : [number],
        placesFor: (form) => around(r, form, ['below', 'above', 'right', 'left'], { reach: 44, gap: 3 }),
      });
    }
  if (asked.ghosts) for (const g of shapes.ghosts) wanted.push(ghostLabel(g, boxRect(g)));
  if (asked.cables)
    for (const c of shapes.cableNames)
      wanted.push({
        id: `run ${c.run}`,
        rank: 6,
        forms: [lettered([c.text], 11)].filter((f) => f.width < c.span * scale),
        placesFor: (form) => alongLine({ x: c.x * scale, y: c.y * scale }, (c.span * scale - form.width) / 2),
      });
  for (const { panel, rect } of panels) {
    const away = panel.away > 0 ? `, ${formatLength(panel.away)} on` : '';
    wanted.push({
      id: `panel ${panel.id}`,
      rank: 2,
      forms: [lettered([panel.name + away], 11.5)],
      placesFor: (form) => around(rect, form, ['above', 'right', 'left', 'below'], { reach: 40 }),
    });
  }
  worst.forEach((w, i) =>
    wanted.push({
      id: `worst ${i}`,
      rank: 0.5,
      forms: [lettered([`${w.broken ? '✕ ' : ''}${formatLength(w.distance)}`], 13)],
      placesFor: (form) => around(w.rect, form, ['right', 'left', 'above', 'below'], { reach: 20 }),
    }),
  );
  if (limit !== null)
    unrolled.profile.forEach((p, i) => {
      const [first, last] = [p.points[0], p.points.at(-1)];
      if (!p.served || !first || !last) return;
      wanted.push(
        fixed(`counter ${i}`, 5, [lettered(['counter'], 11)], {
          x: ((first.x + last.x) / 2) * scale,
          y: places.profile + profileDepth / 2,
        }),
      );
    });
  const top = -rowFurniture.past * scale - rowFurniture.over;
  const bounds: Rect = {
    x: -rowFurniture.sides * scale - 4,
    y: top,
    width: (Math.max(unrolled.width, 60) + 2 * rowFurniture.sides) * scale + 8,
    height: places.profile + (limit === null ? 0 : rowFurniture.profile) - top,
  };
  const lines = asked.cables
    ? shapes.cables.flatMap((c) =>
        c.points.slice(1).map((b, i): Segment => {
          const a = c.points[i] ?? b;
          return { a: { x: a.x * scale, y: a.y * scale }, b: { x: b.x * scale, y: b.y * scale } };
        }),
      )
    : [];
  return { labels: placeLabels(wanted, { marks, lines, bounds }), marks };
}

export const holeRadius = (diameter: number, scale: number): number => Math.max((diameter / 2) * scale, 2.4);

/** Where a panel, or the arrow to one that stands elsewhere, is drawn. */
function panelRect(p: RibbonPanel, height: number, scale: number): Rect {
  if (p.away === 0)
    return {
      x: (p.x - panelSize.width / 2) * scale,
      y: (height - panelSize.bottom - panelSize.height) * scale,
      width: panelSize.width * scale,
      height: panelSize.height * scale,
    };
  return { x: p.x * scale - 6, y: p.leaves === 'below' ? height * scale + 1 : -11, width: 12, height: 10 };
}

/** Over a level line, from its middle to either end, then under it. */
function* alongLine(at: { x: number; y: number }, by: number): Iterable<LabelPlace> {
  for (const off of [-9, 9])
    for (let along = 0; along <= by; along += 12) {
      yield { x: at.x + along, y: at.y + off };
      if (along > 0) yield { x: at.x - along, y: at.y + off };
    }
}

const ghostLabel = (g: GhostBox, r: Rect): WantedLabel => ({
  id: `ghost ${g.id}`,
  rank: 7,
  forms: [lettered([`${g.room || 'Outside'} ${g.label}`], 11), lettered([g.label], 11)],
  placesFor: (form) => around(r, form, ['above', 'below', 'right', 'left'], { gap: 2 }),
});
