import { devicesIn, deviceWords } from '../../boxes/index.ts';
import type { XY } from '../../geometry/index.ts';
import type { DeviceKind, Fixture, Plan, Room } from '../../plan/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { cables } from '../../materials/index.ts';
import { boxNumber } from '../../plan/things.ts';
import { unnamedSpaces } from '../../rooms/walked.ts';
import { wallSegment, type WallSegment } from '../../survey/snapping.ts';
import type { CeilingMark } from '../marks.ts';
import type { DrawnHouse } from './drawnHouse.ts';
import { at, block, bow, show } from './planLines.ts';
import { wallShape, type WallShape } from './wallShapes.ts';

/** A level's plan as shapes for the screen: inches, y down. */
export interface PlanShapes {
  readonly walls: readonly WallShape[];
  readonly corners: readonly { id: string; x: number; y: number }[];
  /** Boxes on walls, beside the face they are in. */
  readonly boxes: readonly WallBoxShape[];
  /** Boxes on ceilings and in floors; `sign` is the letter drawn in them, `size` their radius in inches. */
  readonly flat: readonly FlatShape[];
  /** From each switch box to the lights it works. */
  readonly controls: readonly { id: string; boxes: readonly [string, string]; path: string }[];
  readonly cables: readonly { id: string; points: readonly XY[]; jacket: string }[];
  /** `across` is about how wide the room is, for deciding what fits in it; `around` what is over and under it otherwise than its level. */
  readonly rooms: readonly {
    id: string;
    x: number;
    y: number;
    name: string;
    says: string;
    around: string;
    across: number;
  }[];
  readonly fixtures: readonly {
    id: string;
    points: string;
    x: number;
    y: number;
    name: string;
    across: number;
  }[];
  /** Closed spaces nobody has named yet. */
  readonly unnamed: readonly { x: number; y: number }[];
  readonly panels: readonly { id: string; points: string; name: string; x: number; y: number }[];
}

export interface WallBoxShape extends XY {
  readonly id: string;
  readonly label: string;
  readonly kept: boolean;
  readonly existing: boolean;
  /** Its bottom above the subfloor, in inches. */
  readonly bottom: number;
  /** The devices in it, first place first, as words. */
  readonly holds: readonly string[];
}

export interface FlatShape {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly sign: string;
  readonly number: string;
  readonly size: number;
  readonly label: string;
  readonly kept: boolean;
}

const signs: Partial<Record<DeviceKind, string>> = {
  light: 'L',
  'wafer-light': 'W',
  fan: 'F',
  'bath-fan': 'V',
  'smoke-alarm': 'A',
  'co-alarm': 'A',
  opener: 'O',
  splice: 'J',
};

function flatShapes(plan: Plan, level: string): FlatShape[] {
  const kinds = new Map(Object.values(plan.devices).map((d) => [d.box, d.kind]));
  return Object.entries(plan.boxes).flatMap(([id, { on, pinned, existing }]) => {
    const room = 'ceiling' in on ? on.ceiling : 'floor' in on ? on.floor : null;
    if (room === null || !('x' in on) || plan.rooms[room]?.level !== level) return [];
    const kind = kinds.get(id) ?? 'splice';
    return [
      {
        id,
        x: on.x,
        y: -on.y,
        sign: 'floor' in on ? 'R' : (signs[kind] ?? '•'),
        size: kind === 'wafer-light' ? 3 : kind === 'fan' ? 6 : 4,
        label: `${deviceWords(kind)} ${boxNumber(id)}`,
        number: boxNumber(id),
        kept: pinned || existing,
      },
    ];
  });
}

/** How far a place on a ceiling is from the walls it is measured from, as lines to draw. */
export function distanceLines(
  shapes: PlanShapes,
  plan: Plan,
  mark: CeilingMark,
): { x1: number; y1: number; x2: number; y2: number; inches: number }[] {
  return mark.from.flatMap(({ wall, distance }) => {
    const line = wallSegment(plan, wall);
    if (!line || shapes.walls.every((w) => w.id !== wall)) return [];
    const off = (mark.x - line.a.x) * -line.u.y + (mark.y - line.a.y) * line.u.x;
    const way = off > 0 ? -1 : 1;
    return [
      {
        x1: mark.x,
        y1: -mark.y,
        x2: mark.x - line.u.y * way * distance,
        y2: -(mark.y + line.u.x * way * distance),
        inches: distance,
      },
    ];
  });
}

function fixtureShape(plan: Plan, id: string, f: Fixture) {
  const name = f.label || f.kind.replaceAll('-', ' ');
  if (f.wall) {
    const line = wallSegment(plan, f.wall);
    if (!line) return [];
    const out = f.side === 'left' ? 1 : -1;
    const corners = [
      at(line, f.at, line.half * out),
      at(line, f.at + f.width, line.half * out),
      at(line, f.at + f.width, (line.half + f.depth) * out),
      at(line, f.at, (line.half + f.depth) * out),
    ];
    const middle = at(line, f.at + f.width / 2, (line.half + f.depth / 2) * out);
    return [{ id, points: corners.map(show).join(' '), ...middle, name, across: f.width }];
  }
  const room = plan.rooms[f.room];
  const center = { x: f.x ?? room?.x ?? 0, y: f.y ?? room?.y ?? 0 };
  const radians = (f.turn * Math.PI) / 180;
  const line: WallSegment = {
    a: center,
    u: { x: Math.cos(radians), y: Math.sin(radians) },
    span: f.width,
    half: f.depth / 2,
  };
  return [
    { id, points: block(line, -f.width / 2, f.width / 2), x: center.x, y: -center.y, name, across: f.width },
  ];
}

/** What is asked of every layer: the plan as it is shown, the last result, and which walls are on the level. */
interface Sheet {
  readonly plan: Plan;
  readonly result: DrawnHouse | null;
  readonly level: string;
  readonly onLevel: (wall: string) => boolean;
}

function wallsOn({ plan, result, onLevel }: Sheet): WallShape[] {
  const framing = new Map<string, DrawnHouse['members'][number][]>();
  for (const m of result?.members ?? []) {
    const own = framing.get(m.wall);
    if (own) own.push(m);
    else framing.set(m.wall, [m]);
  }
  return Object.keys(plan.walls)
    .filter(onLevel)
    .flatMap((id) => wallShape(plan, framing.get(id) ?? [], id) ?? []);
}

function boxesOn({ plan, result, onLevel }: Sheet): PlanShapes['boxes'] {
  return Object.entries(result?.marks ?? {}).flatMap(([id, m]) => {
    const line = onLevel(m.wall) ? wallSegment(plan, m.wall) : null;
    if (!line) return [];
    const off = (m.side === 'left' ? 1 : -1) * (line.half + 3);
    const { pinned = false, existing = false } = plan.boxes[id] ?? {};
    return [
      {
        id,
        ...at(line, m.at, off),
        label: boxNumber(id),
        kept: pinned || existing,
        existing,
        bottom: m.bottomFromSubfloor,
        holds: devicesIn(plan, id).map(([, d]) => deviceWords(d.kind)),
      },
    ];
  });
}

function controlsBetween(plan: Plan, placeOf: (box: string) => XY | undefined): PlanShapes['controls'] {
  return Object.entries(plan.controls).flatMap(([id, c]) =>
    c.switches.flatMap((s) =>
      c.loads.flatMap((l) => {
        const ends = [plan.devices[s]?.box ?? '', plan.devices[l]?.box ?? ''] as const;
        const [from, to] = ends.map(placeOf);
        return from && to ? [{ id: `${id} ${s} ${l}`, boxes: ends, path: bow(from, to) }] : [];
      }),
    ),
  );
}

/** Cables that begin on the level. */
function cablesOn({ plan, result, level, onLevel }: Sheet): PlanShapes['cables'] {
  return Object.entries(result?.runs ?? {}).flatMap(([id, r]) => {
    const run = plan.runs[id];
    const from = run && (plan.boxes[run.from]?.on ?? plan.panels[run.from]?.on);
    const here =
      from &&
      ('wall' in from
        ? onLevel(from.wall)
        : plan.rooms['ceiling' in from ? from.ceiling : from.floor]?.level === level);
    return here
      ? [
          {
            id,
            points: r.path.map((p) => ({ x: p.x, y: -p.y })),
            jacket: entryOf(cables, r.cable).jacket,
          },
        ]
      : [];
  });
}

const feet = (inches: number) => `${Math.floor(inches / 12)}′ ${Math.round(inches % 12)}″`;

const overWords = {
  attic: 'attic over',
  joists: 'joists over',
  truss: 'trusses over',
  closed: 'closed ceiling',
} as const;
const underWords = {
  crawl: 'crawl space under',
  basement: 'basement under',
  slab: 'slab',
  joists: 'joists under',
  closed: 'closed floor',
} as const;
/** What lies around a room otherwise than around its level. */
const around = ({ above, below, belowGrade }: Room): string[] => [
  ...(above ? [overWords[above]] : []),
  ...(below ? [underWords[below]] : []),
  ...(belowGrade ? ['below grade'] : []),
];

/** What the size of a room is; nothing for one that is not worked out yet. */
function sizeWords(room: DrawnHouse['rooms'][string] | undefined): string {
  if (!room) return '';
  return room.closed
    ? `${Math.round(room.area / 144)} sq ft · perimeter ${feet(room.perimeter)}`
    : 'not closed yet';
}

function roomsOn({ plan, result, level }: Sheet): PlanShapes['rooms'] {
  return Object.entries(plan.rooms)
    .filter(([, r]) => r.level === level)
    .map(([id, r]) => {
      const found = result?.rooms[id];
      return {
        id,
        x: r.x,
        y: -r.y,
        name: r.name || 'Room',
        says: sizeWords(found),
        around: around(r).join(' · '),
        across: found?.closed ? Math.sqrt(found.area) : 120,
      };
    });
}

function panelsOn({ plan, onLevel }: Sheet): PlanShapes['panels'] {
  return Object.entries(plan.panels).flatMap(([id, p]) => {
    const line = onLevel(p.on.wall) ? wallSegment(plan, p.on.wall) : null;
    if (!line) return [];
    const out = p.on.side === 'left' ? 1 : -1;
    const corners = [
      at(line, p.on.at - 7, line.half * out),
      at(line, p.on.at + 7, line.half * out),
      at(line, p.on.at + 7, (line.half + 4) * out),
      at(line, p.on.at - 7, (line.half + 4) * out),
    ];
    const name = p.name || 'Panel';
    return [{ id, points: corners.map(show).join(' '), name, ...at(line, p.on.at, (line.half + 2) * out) }];
  });
}

/** Everything on one level, from the plan as it is shown and the last result. */
export function planShapes(plan: Plan, result: DrawnHouse | null, level: string): PlanShapes {
  const onLevel = (wall: string) => plan.points[plan.walls[wall]?.from ?? '']?.level === level;
  const sheet: Sheet = { plan, result, level, onLevel };
  const flat = flatShapes(plan, level);
  const boxes = boxesOn(sheet);
  const places = new Map([...boxes, ...flat].map((b): [string, XY] => [b.id, b]));
  return {
    walls: wallsOn(sheet),
    corners: Object.entries(plan.points)
      .filter(([, p]) => p.level === level)
      .map(([id, p]) => ({ id, x: p.x, y: -p.y })),
    boxes,
    flat,
    controls: controlsBetween(plan, (box) => places.get(box)),
    cables: cablesOn(sheet),
    rooms: roomsOn(sheet),
    fixtures: Object.entries(plan.fixtures)
      .filter(([, f]) => plan.rooms[f.room]?.level === level)
      .flatMap(([id, f]) => fixtureShape(plan, id, f)),
    unnamed: unnamedSpaces(plan, level).map((u) => ({ x: u.x, y: -u.y })),
    panels: panelsOn(sheet),
  };
}

const emptySheet = { x: -60, y: -300, width: 480, height: 336 };
const smallestSheet = { width: 240, height: 160 };

/** The rectangle a level needs on the screen, with `margin` inches around it; a small room keeps some air. */
export function extentOf(
  plan: Plan,
  level: string,
  margin = 18,
): { x: number; y: number; width: number; height: number } {
  const points = Object.values(plan.points).filter((p) => p.level === level);
  const rooms = Object.values(plan.rooms).filter((r) => r.level === level);
  const all = points.length > 0 ? points : rooms;
  if (all.length === 0) return emptySheet;
  const xs = all.map((p) => p.x);
  const ys = all.map((p) => -p.y);
  const [x, y] = [Math.min(...xs) - margin, Math.min(...ys) - margin];
  const [width, height] = [Math.max(...xs) + margin - x, Math.max(...ys) + margin - y];
  const [wide, high] = [Math.max(width, smallestSheet.width), Math.max(height, smallestSheet.height)];
  return { x: x - (wide - width) / 2, y: y - (high - height) / 2, width: wide, height: high };
}
