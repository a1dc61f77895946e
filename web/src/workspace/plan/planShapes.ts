import {
  deviceWords,
  entryOf,
  unnamedSpaces,
  wallSegment,
  type DeviceKind,
  type Fixture,
  type Plan,
  type Result,
  type WallSegment,
} from '@fieldchalk/core';
import { boxNumber } from '../names.ts';

/** A level's plan as shapes for the screen: inches, y down. */
export interface PlanShapes {
  readonly walls: readonly WallShape[];
  readonly corners: readonly { id: string; x: number; y: number }[];
  readonly boxes: readonly { id: string; x: number; y: number; label: string; kept: boolean }[];
  /** Boxes on ceilings and in floors; `sign` is the letter drawn in them, `size` their radius in inches. */
  readonly flat: readonly FlatShape[];
  /** From each switch box to the lights it works. */
  readonly controls: readonly { id: string; boxes: readonly [string, string]; path: string }[];
  readonly cables: readonly { id: string; points: string }[];
  /** `across` is about how wide the room is, for deciding what fits in it. */
  readonly rooms: readonly { id: string; x: number; y: number; name: string; says: string; across: number }[];
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

export interface WallShape {
  readonly id: string;
  readonly block: string;
  readonly studs: string;
  readonly closed: boolean;
  readonly openings: readonly { id: string; block: string; arc: string; glass: string }[];
  readonly obstacles: readonly { id: string; block: string }[];
  /** The wall's own directions, for dragging: along it, and to its left. */
  readonly along: { readonly x: number; readonly y: number };
}

export interface FlatShape {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly sign: string;
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
        kept: pinned || existing,
      },
    ];
  });
}

/** A room's name keeps off what hangs on its ceiling: up or down from its place, by no more than `reach`. */
function nameHeight(x: number, y: number, flat: readonly FlatShape[], reach: number): number {
  const tries = [0, 22, -26, 40, -40].filter((by) => Math.abs(by) <= reach);
  const clear = (by: number) =>
    flat.every((f) => Math.abs(f.x - x) > 26 || f.y < y + by - 20 || f.y > y + by + 24);
  return y + (tries.find(clear) ?? 0);
}

/** A light bow from a switch to what it works, so that lines side by side can be told apart. */
function bow(from: { x: number; y: number }, to: { x: number; y: number }): string {
  const middle = {
    x: (from.x + to.x) / 2 - (to.y - from.y) * 0.12,
    y: (from.y + to.y) / 2 + (to.x - from.x) * 0.12,
  };
  return `M${show(from)}Q${show(middle)} ${show(to)}`;
}

/** How far a place on a ceiling is from the walls it is measured from, as lines to draw. */
export function distanceLines(
  shapes: PlanShapes,
  plan: Plan,
  mark: Result['ceilings'][string],
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

/** A place along a wall and off its middle, on the screen. */
const at = ({ a, u }: WallSegment, along: number, off: number) => ({
  x: a.x + u.x * along - u.y * off,
  y: -(a.y + u.y * along + u.x * off),
});
const show = (p: { x: number; y: number }) => `${p.x.toFixed(2)},${p.y.toFixed(2)}`;
const block = (line: WallSegment, start: number, end: number, off = line.half) =>
  [at(line, start, off), at(line, end, off), at(line, end, -off), at(line, start, -off)].map(show).join(' ');

function doorArc(line: WallSegment, o: Plan['openings'][string]): string {
  const hinge = o.hinge === 'from' ? o.at : o.at + o.width;
  const strike = o.hinge === 'from' ? o.at + o.width : o.at;
  const out = o.swing === 'left' ? 1 : -1;
  const [h, s, tip] = [
    at(line, hinge, line.half * out),
    at(line, strike, line.half * out),
    at(line, hinge, (line.half + o.width) * out),
  ];
  const sweep = (o.hinge === 'from') === (o.swing === 'left') ? 1 : 0;
  return `M${show(h)}L${show(tip)}A${o.width} ${o.width} 0 0 ${sweep} ${show(s)}`;
}

/** What tells the kinds of opening apart: leaves, tracks, glass. */
function openingLines(line: WallSegment, o: Plan['openings'][string]): string {
  const rule = (from: number, to: number, off: number) =>
    `M${show(at(line, from, off))}L${show(at(line, to, off))}`;
  const [start, end, middle] = [o.at, o.at + o.width, o.at + o.width / 2];
  switch (o.kind) {
    case 'window':
      return rule(start, end, 0);
    case 'fixed-glass':
      return rule(start, end, 0.6) + rule(start, end, -0.6);
    case 'sliding-door':
      return rule(start, middle + 2, 0.7) + rule(middle - 2, end, -0.7);
    case 'garage-door':
      return rule(start, end, 0.9) + rule(start, end, 0) + rule(start, end, -0.9);
    case 'fireplace':
    case 'cabinet':
      return rule(start, end, line.half) + rule(start, end, -line.half);
    default:
      return '';
  }
}

/** Where a wall's framing really ends: at its plates, once they are worked out for the wall as it is shown. */
function framedEnds(line: WallSegment, members: Result['members']): [number, number] {
  const plates = members.filter((m) => m.role === 'top-plate');
  const start = Math.min(...plates.map((m) => m.at - m.width / 2));
  const end = Math.max(...plates.map((m) => m.at + m.width / 2));
  const isCurrent = Math.abs(start) < 12 && Math.abs(end - line.span) < 12;
  return isCurrent ? [start, end] : [-line.half, line.span + line.half];
}

function wallShape(plan: Plan, members: Result['members'], id: string): WallShape | null {
  const line = wallSegment(plan, id);
  if (!line) return null;
  const studs = members
    .filter((m) => m.number !== null)
    .map((m) => `M${block(line, m.at - 0.75, m.at + 0.75).replaceAll(' ', 'L')}z`)
    .join('');
  return {
    id,
    block: block(line, ...framedEnds(line, members)),
    studs,
    closed: entryOf(plan.walls, id).cover === 'closed',
    along: line.u,
    openings: Object.entries(plan.openings)
      .filter(([, o]) => o.wall === id)
      .map(([openingId, o]) => ({
        id: openingId,
        block: block(line, o.at, o.at + o.width),
        arc: o.kind === 'door' ? doorArc(line, o) : '',
        glass: openingLines(line, o),
      })),
    obstacles: Object.entries(plan.obstacles)
      .filter(([, x]) => x.wall === id)
      .map(([obstacleId, x]) => ({
        id: obstacleId,
        block: block(line, x.at, x.at + x.width, line.half * 0.8),
      })),
  };
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

/** Everything on one level, from the plan as it is shown and the last result. */
export function planShapes(plan: Plan, result: Result | null, level: string): PlanShapes {
  const onLevel = (wall: string) => plan.points[plan.walls[wall]?.from ?? '']?.level === level;
  const walls = Object.keys(plan.walls).filter(onLevel);
  const framing = new Map<string, Result['members'][number][]>();
  for (const m of result?.members ?? []) {
    const own = framing.get(m.wall);
    if (own) own.push(m);
    else framing.set(m.wall, [m]);
  }
  const flat = flatShapes(plan, level);
  const boxes = Object.entries(result?.marks ?? {}).flatMap(([id, m]) => {
    const line = onLevel(m.wall) ? wallSegment(plan, m.wall) : null;
    if (!line) return [];
    const off = (m.side === 'left' ? 1 : -1) * (line.half + 5);
    const kept = plan.boxes[id]?.pinned === true || plan.boxes[id]?.existing === true;
    return [{ id, ...at(line, m.at, off), label: boxNumber(id), kept }];
  });
  const places = new Map([...boxes, ...flat].map((b) => [b.id, b] as const));
  const placeOf = (box: string) => places.get(box);
  const feet = (inches: number) => `${Math.floor(inches / 12)}′ ${Math.round(inches % 12)}″`;
  return {
    walls: walls.flatMap((id) => wallShape(plan, framing.get(id) ?? [], id) ?? []),
    corners: Object.entries(plan.points)
      .filter(([, p]) => p.level === level)
      .map(([id, p]) => ({ id, x: p.x, y: -p.y })),
    boxes,
    flat,
    controls: Object.entries(plan.controls).flatMap(([id, c]) =>
      c.switches.flatMap((s) =>
        c.loads.flatMap((l) => {
          const ends = [plan.devices[s]?.box ?? '', plan.devices[l]?.box ?? ''] as const;
          const [from, to] = ends.map(placeOf);
          return from && to ? [{ id: `${id} ${s} ${l}`, boxes: ends, path: bow(from, to) }] : [];
        }),
      ),
    ),
    cables: Object.entries(result?.runs ?? {}).flatMap(([id, r]) => {
      const run = plan.runs[id];
      const from = run && (plan.boxes[run.from]?.on ?? plan.panels[run.from]?.on);
      const here =
        from &&
        ('wall' in from
          ? onLevel(from.wall)
          : plan.rooms['ceiling' in from ? from.ceiling : from.floor]?.level === level);
      return here ? [{ id, points: r.path.map((p) => `${p.x},${-p.y}`).join(' ') }] : [];
    }),
    rooms: Object.entries(plan.rooms)
      .filter(([, r]) => r.level === level)
      .map(([id, r]) => {
        const found = result?.rooms[id];
        const says = found?.closed
          ? `${Math.round(found.area / 144)} sq ft · ${feet(found.perimeter)} round`
          : 'not closed yet';
        const across = found?.closed ? Math.sqrt(found.area) : 120;
        return {
          id,
          x: r.x,
          y: nameHeight(r.x, -r.y, flat, Math.sqrt(found?.area ?? 0) / 3),
          name: r.name || 'Room',
          says,
          across,
        };
      }),
    fixtures: Object.entries(plan.fixtures)
      .filter(([, f]) => plan.rooms[f.room]?.level === level)
      .flatMap(([id, f]) => fixtureShape(plan, id, f)),
    unnamed: unnamedSpaces(plan, level).map((u) => ({ x: u.x, y: -u.y })),
    panels: Object.entries(plan.panels).flatMap(([id, p]) => {
      const line = onLevel(p.on.wall) ? wallSegment(plan, p.on.wall) : null;
      if (!line) return [];
      const out = p.on.side === 'left' ? 1 : -1;
      const corners = [
        at(line, p.on.at - 7, line.half * out),
        at(line, p.on.at + 7, line.half * out),
        at(line, p.on.at + 7, (line.half + 4) * out),
        at(line, p.on.at - 7, (line.half + 4) * out),
      ];
      return [
        {
          id,
          points: corners.map(show).join(' '),
          name: p.name || 'Panel',
          ...at(line, p.on.at, (line.half + 10) * out),
        },
      ];
    }),
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
