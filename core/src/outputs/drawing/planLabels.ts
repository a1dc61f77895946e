import type { XY } from '../../geometry/index.ts';
import { formatLength } from '../../units/index.ts';
import type { FlatShape, PlanShapes, WallBoxShape } from './planShapes.ts';
import {
  around,
  lettered,
  near,
  placeLabels,
  rectAround,
  type LabelForm,
  type PlacedLabel,
  type Rect,
  type Segment,
  type WantedLabel,
} from './placeLabels.ts';

/** What a level seen from above says at a size: from afar the names of rooms, nearer the numbers of boxes, their heights, what is in them. */
export const planDetails = ['names', 'numbers', 'heights', 'devices'] as const;
export type PlanDetail = (typeof planDetails)[number];

/** Pixels an inch from which each detail is shown. */
const detailFrom: Readonly<Record<PlanDetail, number>> = {
  names: 0,
  numbers: 0.55,
  heights: 2.4,
  devices: 5,
};

export function planDetail(scale: number): PlanDetail {
  return planDetails.findLast((d) => scale >= detailFrom[d]) ?? 'names';
}

export interface PlanLabelsAsked {
  /** Pixels an inch. */
  readonly scale: number;
  /** Boxes that are numbered however far away they are: those of the room in hand, and what is chosen. */
  readonly near: ReadonlySet<string>;
  readonly chosen: ReadonlySet<string>;
  /** What stands for boxes instead of their numbers, as circuits do: then those on ceilings are labelled as well. */
  readonly names?: ReadonlyMap<string, string> | undefined;
  /** Whether boxes are what is looked at; where they are not they are dots. */
  readonly boxes: boolean;
  readonly rooms: boolean;
  /** Labels stay within: inches, y down. Anywhere where it is not given. */
  readonly bounds?: Rect | undefined;
  /** Words at places of their own, as lengths of walls are: each stands near its place. */
  readonly notes?: readonly ({ readonly id: string; readonly text: string } & XY)[];
}

/** The radius of a box's dot, in pixels. */
export const dotRadius = (scale: number): number => Math.min(5, Math.max(2.6, scale * 2.4));
/** Of what is on a ceiling, `inches` its own radius: room for its sign once it is near. */
export const flatRadius = (scale: number, inches: number): number =>
  scale < detailFrom.numbers ? 2.6 : Math.max(6, scale * inches);

export interface PlanLabels {
  /** Ids are `room r1`, `box b1`, `fixture f1`, `panel p1`, `note …`. Pixels, y down, from the plan's own origin. */
  readonly labels: readonly PlacedLabel[];
  /** Everything the labels keep off. */
  readonly marks: readonly Rect[];
}

type At = (p: XY) => XY;

/** A room with its sizes and what is around it, then with its sizes alone. */
const told = (room: PlanShapes['rooms'][number], size: number): LabelForm[] =>
  [
    [room.name, room.says, room.around],
    [room.name, room.says],
  ].map((lines) =>
    lettered(
      lines.filter((line) => line !== ''),
      size,
      { restSize: 10.5 },
    ),
  );

/** Names of rooms: whole where there is room, smaller in small rooms, and off what hangs on their ceilings. */
function roomLabels(shapes: PlanShapes, { scale, rooms }: PlanLabelsAsked, px: At): WantedLabel[] {
  return shapes.rooms.map((r) => {
    const wide = r.across * scale;
    const size = wide > 80 ? 15 : 10.5;
    const reach = wide * 0.45;
    return {
      id: `room ${r.id}`,
      rank: 1,
      // A name over a wall is read as that of both rooms.
      patience: Infinity,
      forms: [
        ...(wide > 95 && rooms ? told(r, size).filter((form) => form.width <= wide) : []),
        lettered([r.name], size),
        lettered([r.name], 10.5, { pad: 1 }),
        lettered([r.name], 9, { pad: 1 }),
      ],
      placesFor: () => near(px(r), reach, reach, 6),
    };
  });
}

type Dot<S> = { readonly of: S; readonly rect: Rect };

/** Numbers of boxes on walls, with their heights and what is in them once they are near enough. */
function wallBoxLabels(dots: readonly Dot<WallBoxShape>[], asked: PlanLabelsAsked): WantedLabel[] {
  const detail = planDetail(asked.scale);
  const more = (box: WallBoxShape): string[] =>
    asked.names || detail === 'names' || detail === 'numbers'
      ? []
      : [
          formatLength(box.bottom),
          ...(detail === 'devices' && box.holds.length > 0 ? [box.holds.join(', ')] : []),
        ];
  return dots.flatMap(({ of: box, rect }): WantedLabel[] => {
    const name = asked.names ? asked.names.get(box.id) : box.label;
    const isShown = asked.boxes && (detail !== 'names' || asked.near.has(box.id));
    if (name === undefined || !(isShown || asked.chosen.has(box.id))) return [];
    const number = lettered([name], 10.5);
    const says = more(box);
    return [
      {
        id: `box ${box.id}`,
        rank: asked.chosen.has(box.id) ? 0 : asked.near.has(box.id) ? 2 : 3,
        forms: says.length > 0 ? [lettered([name, ...says], 10.5), number] : [number],
        placesFor: (form) => around(rect, form, ['below', 'above', 'right', 'left'], { reach: 26 }),
      },
    ];
  });
}

/** What is on ceilings has its sign; its number comes nearer by. */
function flatLabels(dots: readonly Dot<FlatShape>[], asked: PlanLabelsAsked): WantedLabel[] {
  const detail = planDetail(asked.scale);
  return dots.flatMap(({ of: flat, rect }): WantedLabel[] => {
    const name = asked.names ? asked.names.get(flat.id) : flat.number;
    const isNear = asked.names ? detail !== 'names' : detail === 'heights' || detail === 'devices';
    if (name === undefined || !((asked.boxes && isNear) || asked.chosen.has(flat.id))) return [];
    return [
      {
        id: `box ${flat.id}`,
        rank: asked.chosen.has(flat.id) ? 0 : 4,
        forms: [lettered([name], 10.5)],
        placesFor: (form) => around(rect, form, ['below', 'right', 'left', 'above'], { reach: 16 }),
      },
    ];
  });
}

function fixtureLabels(shapes: PlanShapes, scale: number, px: At): WantedLabel[] {
  return shapes.fixtures.flatMap((f): WantedLabel[] => {
    const form = lettered([f.name], 10);
    const room = f.across * scale - form.width;
    if (room < 0) return [];
    return [{ id: `fixture ${f.id}`, rank: 5, forms: [form], placesFor: () => near(px(f), room / 2, 12, 5) }];
  });
}

/** The labels of a level, each in its place. */
export function planLabels(shapes: PlanShapes, asked: PlanLabelsAsked): PlanLabels {
  const { scale } = asked;
  const px: At = (p) => ({ x: p.x * scale, y: p.y * scale });
  const dot = (p: XY & { readonly id: string }, radius: number) =>
    rectAround(px(p), 2 * (radius + (asked.chosen.has(p.id) ? 5 : 0)));
  const onWalls = shapes.boxes.map((b) => ({ of: b, rect: dot(b, dotRadius(scale)) }));
  const flat = shapes.flat.map((f) => ({ of: f, rect: dot(f, flatRadius(scale, f.size)) }));
  const panels = shapes.panels.map((p) => ({ of: p, rect: rectAround(px(p), Math.max(8, 10 * scale)) }));
  // Faint boxes are not what is looked at: names go over them.
  const kept = [...onWalls, ...flat].filter((d) => asked.boxes || asked.chosen.has(d.of.id));
  const marks = [...kept, ...panels].map((d) => d.rect);
  const wanted: WantedLabel[] = [
    ...roomLabels(shapes, asked, px),
    ...wallBoxLabels(onWalls, asked),
    ...flatLabels(flat, asked),
    ...panels.map(({ of: panel, rect }): WantedLabel => ({
      id: `panel ${panel.id}`,
      rank: 2,
      forms: [lettered([panel.name], 10.5)],
      placesFor: (form) => around(rect, form, ['above', 'below', 'left', 'right'], { reach: 30 }),
    })),
    ...(asked.notes ?? []).map((n): WantedLabel => ({
      id: `note ${n.id}`,
      rank: 2.5,
      forms: [lettered([n.text], 11)],
      placesFor: () => near(px(n), 30, 30, 6),
    })),
    ...fixtureLabels(shapes, scale, px),
  ];
  const lines: Segment[] = [
    ...shapes.walls.map(({ ends: [a, b] }) => ({ a: px(a), b: px(b) })),
    ...shapes.cables.flatMap((c) =>
      c.points.slice(1).map((b, i): Segment => ({ a: px(c.points[i] ?? b), b: px(b) })),
    ),
  ];
  const { x, y, width, height } = asked.bounds ?? { x: 0, y: 0, width: 0, height: 0 };
  const bounds = asked.bounds && { ...px({ x, y }), width: width * scale, height: height * scale };
  return { labels: placeLabels(wanted, { marks, lines, bounds }), marks };
}
