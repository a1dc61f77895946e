import { panelSize } from '../../materials/index.ts';
import { formatLength } from '../../units/index.ts';
import {
  around,
  inflated,
  lettered,
  middleOf,
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
import type { RibbonBox, RibbonPanel, RibbonShapes } from './ribbonShapes.ts';
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
  /** Ids: `wall A`, `length A`, `stud …`, `opening …`, `obstacle …`, `fixture …`, `box …`, `ghost …`, `run …`, `panel …`, `worst 0`, `counter 0`. */
  readonly labels: readonly PlacedLabel[];
  readonly marks: readonly Rect[];
}

/** Around what is chosen there is a ring so many pixels wide. */
export const chosenRing = 6;

export const troubleSize = { width: 18, height: 16 } as const;

/** A label that stands in one place or nowhere. */
const fixed = (id: string, rank: number, forms: WantedLabel['forms'], place: LabelPlace): WantedLabel => ({
  id,
  rank,
  forms,
  placesFor: () => [place],
});

/** A row at a size: what its labels are placed by. */
interface Row {
  readonly unrolled: Unrolled;
  readonly shapes: RibbonShapes;
  readonly asked: RibbonLabelsAsked;
  readonly places: ReturnType<typeof rowPlaces>;
  readonly rectOf: (r: { readonly x: number; readonly width: number }, low: number, high: number) => Rect;
  readonly boxRect: (box: RibbonBox) => Rect;
}

function rowOf(unrolled: Unrolled, shapes: RibbonShapes, asked: RibbonLabelsAsked): Row {
  const { scale } = asked;
  const rectOf: Row['rectOf'] = (r, low, high) => ({
    x: r.x * scale,
    y: (unrolled.height - high) * scale,
    width: r.width * scale,
    height: (high - low) * scale,
  });
  const boxRect = (b: RibbonBox) => {
    const r = rectOf(b, b.bottom, b.bottom + b.height);
    return asked.chosen === b.id ? inflated(r, chosenRing) : r;
  };
  return { unrolled, shapes, asked, places: rowPlaces(unrolled.height, scale), rectOf, boxRect };
}

/** Names over the walls, and their lengths where there is room. */
function wallLabels({ unrolled, asked: { scale }, places }: Row): WantedLabel[] {
  return unrolled.walls.flatMap((w): WantedLabel[] => {
    const [long, short] = [lettered([`Wall ${w.letter}`], 13), lettered([w.letter], 13)];
    const length = lettered([formatLength(w.length)], 12);
    const room = w.length * scale;
    const right = { x: w.x * scale + room - 4 - length.width / 2, y: places.names };
    return [
      {
        id: `wall ${w.letter}`,
        rank: 1,
        forms: room > long.width + 8 ? [long, short] : [short],
        placesFor: (form) => [{ x: w.x * scale + 4 + form.width / 2, y: places.names }],
      },
      ...(room > long.width + length.width + 20 ? [fixed(`length ${w.letter}`, 2, [length], right)] : []),
    ];
  });
}

/** Numbers of studs at the floor; in a crowd the first of it. */
const studLabels = ({ shapes, asked: { scale }, places }: Row): WantedLabel[] =>
  shapes.framing.flatMap((m) =>
    m.number === null
      ? []
      : fixed(`stud ${m.key}`, 3, [lettered([`${m.number}`], 10.5)], {
          x: (m.x + m.width / 2) * scale,
          y: places.studs,
        }),
  );

/** What openings are and how wide, within them. */
const openingLabels = ({ shapes, rectOf }: Row): WantedLabel[] =>
  shapes.openings.map((o) => {
    const r = rectOf(o, o.sill, o.head);
    const [word, width] = [o.kind.replaceAll('-', ' '), formatLength(o.width)];
    const forms = [[`${word} ${width}`], [word, width], [word]].map((lines) => lettered(lines, 12));
    return {
      id: `opening ${o.id}`,
      rank: 4,
      forms: forms.filter((f) => f.width < r.width),
      placesFor: (form) => near(middleOf(r), (r.width - form.width) / 2, (r.height - form.height) / 2),
    };
  });

const obstacleLabels = ({ shapes, rectOf }: Row): WantedLabel[] =>
  shapes.obstacles.map((o) => {
    const r = rectOf(o, o.low, o.high);
    return {
      id: `obstacle ${o.id}`,
      rank: 5,
      forms: [lettered([o.kind], 10.5)],
      placesFor: (form) =>
        r.width > form.width
          ? near(middleOf(r), 0, (r.height - form.height) / 2)
          : around(r, form, ['right', 'left']),
    };
  });

/** What stands before the walls, under its top edge. */
const fixtureLabels = ({ shapes, rectOf }: Row): WantedLabel[] =>
  shapes.fixtures.map((f) => {
    const r = rectOf(f, 0, f.height);
    const top = { x: r.x + r.width / 2, y: r.y + 10 };
    return {
      id: `fixture ${f.id}`,
      rank: 5.5,
      forms: [lettered([f.name], 11)].filter((form) => form.width < r.width),
      placesFor: (form) => near(top, (r.width - form.width) / 2, r.height / 2),
    };
  });

/** Numbers of boxes with what is said of them, and of those in the rooms behind where they are shown. */
function boxLabels({ shapes, asked, boxRect }: Row): WantedLabel[] {
  const own = shapes.boxes.map((b): WantedLabel => {
    const says = asked.says(b);
    const number = lettered([b.label], 13);
    return {
      id: `box ${b.id}`,
      rank: asked.chosen === b.id ? 0 : 2.5,
      forms: says.length > 0 ? [lettered([b.label, ...says], 13, { restSize: 12 }), number] : [number],
      placesFor: (form) =>
        around(boxRect(b), form, ['below', 'above', 'right', 'left'], { reach: 44, gap: 3 }),
    };
  });
  const behind = shapes.ghosts.map((g): WantedLabel => ({
    id: `ghost ${g.id}`,
    rank: 7,
    forms: [lettered([`${g.room || 'Outside'} ${g.label}`], 11), lettered([g.label], 11)],
    placesFor: (form) => around(boxRect(g), form, ['above', 'below', 'right', 'left'], { gap: 2 }),
  }));
  return [...(asked.boxes ? own : []), ...(asked.ghosts ? behind : [])];
}

const cableLabels = ({ shapes, asked: { scale } }: Row): WantedLabel[] =>
  shapes.cableNames.map((c) => ({
    id: `run ${c.run}`,
    rank: 6,
    forms: [lettered([c.text], 11)].filter((f) => f.width < c.span * scale),
    placesFor: (form) => alongLine({ x: c.x * scale, y: c.y * scale }, (c.span * scale - form.width) / 2),
  }));

const panelLabels = ({ shapes, unrolled, asked: { scale } }: Row): WantedLabel[] =>
  shapes.panels.map((p) => ({
    id: `panel ${p.id}`,
    rank: 2,
    forms: [lettered([p.away > 0 ? `${p.name}, ${formatLength(p.away)} on` : p.name], 11.5)],
    placesFor: (form) =>
      around(panelRect(p, unrolled.height, scale), form, ['above', 'right', 'left', 'below'], { reach: 40 }),
  }));

type Worst = Unrolled['worst'][number] & { readonly rect: Rect };

function profileLabels({ unrolled, asked: { scale }, places }: Row, worst: readonly Worst[]): WantedLabel[] {
  return [
    ...worst.map((w, i): WantedLabel => ({
      id: `worst ${i}`,
      rank: 0.5,
      forms: [lettered([`${w.broken ? '✕ ' : ''}${formatLength(w.distance)}`], 13)],
      placesFor: (form) => around(w.rect, form, ['right', 'left', 'above', 'below'], { reach: 20 }),
    })),
    ...unrolled.profile.flatMap((p, i) => {
      const [first, last] = [p.points[0], p.points.at(-1)];
      if (!p.served || !first || !last) return [];
      const middle = { x: ((first.x + last.x) / 2) * scale, y: places.profile + profileDepth / 2 };
      return fixed(`counter ${i}`, 5, [lettered(['counter'], 11)], middle);
    }),
  ];
}

/** The labels of one row of an unrolled room, each in its place: pixels from the left end and the top of its walls. */
export function ribbonLabels(
  unrolled: Unrolled,
  shapes: RibbonShapes,
  asked: RibbonLabelsAsked,
): RibbonLabels {
  const row = rowOf(unrolled, shapes, asked);
  const { scale, limit } = asked;
  const { places, boxRect } = row;
  const worst = (limit === null ? [] : unrolled.worst).map((w) => ({
    ...w,
    rect: rectAround({ x: w.x * scale, y: places.profile + profileY(w.distance, limit ?? 1) }, 9),
  }));
  const holes = asked.cables ? shapes.holes : [];
  const marks: Rect[] = [
    ...(asked.boxes ? shapes.boxes.map(boxRect) : []),
    ...shapes.panels.map((p) => panelRect(p, unrolled.height, scale)),
    ...worst.map((w) => w.rect),
    ...asked.troubles.map((x) => ({
      x: x * scale - troubleSize.width / 2,
      y: -troubleSize.height - 1,
      ...troubleSize,
    })),
    ...holes.map((h) =>
      rectAround({ x: h.x * scale, y: (unrolled.height - h.z) * scale }, holeRadius(h.diameter, scale) * 2),
    ),
  ];
  const wanted: WantedLabel[] = [
    ...wallLabels(row),
    ...studLabels(row),
    ...openingLabels(row),
    ...obstacleLabels(row),
    ...fixtureLabels(row),
    ...boxLabels(row),
    ...(asked.cables ? cableLabels(row) : []),
    ...panelLabels(row),
    ...(limit === null ? [] : profileLabels(row, worst)),
  ];
  const lines = (asked.cables ? shapes.cables : []).flatMap((c) => segmentsOf(c.points, scale));
  return { labels: placeLabels(wanted, { marks, lines, bounds: boundsOf(row) }), marks };
}

const segmentsOf = (
  points: readonly { readonly x: number; readonly y: number }[],
  scale: number,
): Segment[] =>
  points.slice(1).map((b, i) => {
    const a = points[i] ?? b;
    return { a: { x: a.x * scale, y: a.y * scale }, b: { x: b.x * scale, y: b.y * scale } };
  });

/** What of a row is drawn: labels stay on it. */
function boundsOf({ unrolled, asked: { scale, limit }, places }: Row): Rect {
  const top = -rowFurniture.past * scale - rowFurniture.over;
  return {
    x: -rowFurniture.sides * scale - 4,
    y: top,
    width: (Math.max(unrolled.width, 60) + 2 * rowFurniture.sides) * scale + 8,
    height: places.profile + (limit === null ? 0 : rowFurniture.profile) - top,
  };
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
