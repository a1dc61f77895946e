import {
  type XY,
  add,
  cross,
  direction,
  distance,
  intersectLineLine,
  leftOf,
  scale,
  signedArea,
  subtract,
} from '../src/geometry/index.ts';
import type { PlanInput } from '../src/plan/index.ts';
import { randomFrom } from './index.ts';

/** A house cut up at random: convex rooms whose areas are known from the cuts alone. */
export interface RandomHouse {
  readonly walls: readonly { readonly a: XY; readonly b: XY }[];
  readonly rooms: readonly { readonly at: XY; readonly area: number }[];
}

const half = 1.75;
const clearOfJoints = 14;
const smallestRoom = 60;

/** Area of a convex polygon of centre lines less half a wall all round: each edge moved in, neighbours met. Independent of the code under test. */
function insideArea(cell: readonly XY[]): number {
  const edges = cell.map((p, i) => {
    const along = direction(p, cell[(i + 1) % cell.length]!)!;
    return { on: add(p, scale(leftOf(along), half)), along };
  });
  const corners = edges.map((e, i) => {
    const next = edges[(i + 1) % edges.length]!;
    return intersectLineLine(e.on, e.along, next.on, next.along) ?? next.on;
  });
  return signedArea(corners);
}

const middleOf = (cell: readonly XY[]): XY =>
  scale(
    cell.reduce((s, p) => add(s, p), { x: 0, y: 0 }),
    1 / cell.length,
  );

/** Corners where the boundary does not turn (a wall met from the far side) count as joints but not as corners. */
function cut(cell: readonly XY[], at: XY, along: XY): { parts: [XY[], XY[]]; ends: [XY, XY] } | null {
  const left: XY[] = [];
  const right: XY[] = [];
  const ends: XY[] = [];
  cell.forEach((p, i) => {
    const q = cell[(i + 1) % cell.length]!;
    const [sp, sq] = [cross(along, subtract(p, at)), cross(along, subtract(q, at))];
    (sp > 0 ? left : right).push(p);
    if (sp * sq >= 0) return;
    const t = sp / (sp - sq);
    const meets = add(p, scale(subtract(q, p), t));
    if (Math.min(distance(p, meets), distance(q, meets)) < clearOfJoints) ends.push({ x: NaN, y: NaN });
    ends.push(meets);
    left.push(meets);
    right.push(meets);
  });
  return ends.length === 2 && left.length > 2 && right.length > 2
    ? { parts: [left, right], ends: [ends[0]!, ends[1]!] }
    : null;
}

function thinnest(cell: readonly XY[]): number {
  const across = (along: XY) => {
    const offs = cell.map((p) => cross(along, p));
    return Math.max(...offs) - Math.min(...offs);
  };
  return Math.min(...cell.map((p, i) => across(direction(p, cell[(i + 1) % cell.length]!)!)));
}

function sharpest(cell: readonly XY[]): number {
  return Math.min(
    ...cell.map((p, i) => {
      const before = direction(cell[(i + cell.length - 1) % cell.length]!, p)!;
      return Math.abs(cross(before, direction(p, cell[(i + 1) % cell.length]!)!));
    }),
  );
}

export function randomHouse(seed: number): RandomHouse {
  const random = randomFrom(seed);
  const tick = (low: number, high: number) => Math.round((low + random() * (high - low)) * 16) / 16;
  const [w, h] = [tick(240, 600), tick(200, 480)];
  const turn = random() < 0.4 ? random() * Math.PI * 2 : 0;
  const rotate = (p: XY): XY => ({
    x: p.x * Math.cos(turn) - p.y * Math.sin(turn),
    y: p.x * Math.sin(turn) + p.y * Math.cos(turn),
  });
  const jog = random() < 0.5;
  const [jx, jy] = [tick(0.3, 0.6) * w, tick(0.3, 0.6) * h];
  const outline = jog
    ? [
        { x: 0, y: 0 },
        { x: w, y: 0 },
        { x: w, y: jy },
        { x: jx, y: jy },
        { x: jx, y: h },
        { x: 0, y: h },
      ]
    : [
        { x: 0, y: 0 },
        { x: w, y: 0 },
        { x: w, y: h },
        { x: 0, y: h },
      ];
  const walls = outline.map((a, i) => ({ a, b: outline[(i + 1) % outline.length]! }));
  // An L is first parted at its inner corner, where three walls then meet; every cell is convex from there on.
  let cells: XY[][] = jog
    ? [
        [
          { x: 0, y: 0 },
          { x: w, y: 0 },
          { x: w, y: jy },
          { x: jx, y: jy },
          { x: 0, y: jy },
        ],
        [
          { x: 0, y: jy },
          { x: jx, y: jy },
          { x: jx, y: h },
          { x: 0, y: h },
        ],
      ]
    : [outline];
  if (jog) walls.push({ a: { x: jx, y: jy }, b: { x: 0, y: jy } });
  const joints = walls.flatMap((x) => [x.a, x.b]);
  for (let tries = 0; tries < 14; tries++) {
    const cell = cells[Math.floor(random() * cells.length)]!;
    const along =
      random() < 0.25
        ? { x: Math.cos(random() * Math.PI), y: Math.sin(random() * Math.PI) }
        : random() < 0.5
          ? { x: 1, y: 0 }
          : { x: 0, y: 1 };
    const unit = direction({ x: 0, y: 0 }, along);
    const spot = add(middleOf(cell), { x: (random() - 0.5) * 60, y: (random() - 0.5) * 60 });
    const made = unit && cut(cell, spot, unit);
    if (!made || made.parts.some((p) => thinnest(p) < smallestRoom || sharpest(p) < 0.45)) continue;
    if (made.ends.some((e) => joints.some((j) => distance(j, e) < clearOfJoints))) continue;
    walls.push({ a: made.ends[0], b: made.ends[1] });
    joints.push(...made.ends);
    cells = [...cells.filter((c) => c !== cell), ...made.parts];
  }
  return {
    walls: walls.map(({ a, b }) => ({ a: rotate(a), b: rotate(b) })),
    rooms: cells.map((cell) => ({ at: rotate(middleOf(cell)), area: insideArea(corners(cell)) })),
  };
}

/** A cell without the points where its boundary runs straight on. */
function corners(cell: readonly XY[]): XY[] {
  return cell.filter((p, i) => {
    const before = direction(cell[(i + cell.length - 1) % cell.length]!, p)!;
    return Math.abs(cross(before, direction(p, cell[(i + 1) % cell.length]!)!)) > 1e-6;
  });
}

/** The house as a plan; `order` shuffles the walls' ids and turns some of them round. */
export function planOfHouse(house: RandomHouse, order: number | null): PlanInput {
  const random = randomFrom(order ?? 1);
  const points: Record<string, XY> = {};
  const pointAt = (p: XY): string => {
    const known = Object.keys(points).find((id) => distance(points[id]!, p) < 1e-6);
    if (known) return known;
    const id = `p${Object.keys(points).length}`;
    points[id] = p;
    return id;
  };
  const list = [...house.walls];
  if (order !== null) list.sort(() => random() - 0.5);
  const walls = list.map(({ a, b }) => {
    const turned = order !== null && random() < 0.5;
    const layoutFrom = turned ? ('to' as const) : ('from' as const);
    return { from: pointAt(turned ? b : a), to: pointAt(turned ? a : b), layoutFrom };
  });
  return {
    format: 'fieldchalk.plan',
    version: 1,
    points,
    walls: Object.fromEntries(walls.map((w, i) => [`w${i + 1}`, w])),
    rooms: Object.fromEntries(house.rooms.map((r, i) => [`r${i + 1}`, r.at])),
  };
}
