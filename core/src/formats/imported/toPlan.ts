import { entryOf } from '../../lookups/index.ts';
import { distance, innerPoint, Places, pointInPolygon, signedArea, type XY } from '../../geometry/index.ts';
import { findJunctions, wallLine, type Framing } from '../../framing/index.ts';
import { tooMany } from '../../plan/limits.ts';
import { readPlan } from '../../plan/read.ts';
import type { Problem } from '../../plan/problems.ts';
import { emptyPlan, entrySchemas, type Plan } from '../../plan/index.ts';
import type { FramingKind } from '../../materials/index.ts';
import { findBoundaries, type Boundary } from '../../rooms/faces.ts';
import { useByName } from '../../rooms/useByName.ts';
import { type Doubt, type ImportedHouse, type ImportedLabel, type ImportedWall } from './house.ts';
import { joinWalls } from './join.ts';

/** A named room as it came in: its size as written beside its size as measured between the drawn faces. Inches. */
export interface ImportedRoom {
  readonly name: string;
  readonly room: string | null;
  readonly written: readonly [number, number] | null;
  readonly measured: readonly [number, number] | null;
}

/** What an import read, and what a person should look at. The plan is whole and valid; nothing is taken until it is accepted. */
export interface ImportReport {
  readonly plan: Plan;
  readonly counts: {
    readonly walls: number;
    readonly doors: number;
    readonly windows: number;
    readonly rooms: number;
  };
  readonly rooms: readonly ImportedRoom[];
  readonly doubts: readonly Doubt[];
}

export type ImportReading =
  ({ readonly ok: true } & ImportReport) | { readonly ok: false; readonly problems: readonly Problem[] };

const smallestRoom = 10 * 144;
const doorKinds = new Set(['door', 'sliding-door', 'cased', 'garage-door']);
const windowKinds = new Set(['window', 'fixed-glass']);

/** The framing that makes a wall of a drawn thickness: drawings give nominal sizes, with or without finish. */
export function framingFor(thickness: number): FramingKind {
  if (thickness < 2.6) return 'furring';
  if (thickness < 5.2) return '2x4';
  if (thickness < 7) return '2x6';
  return thickness < 10 ? '2x8' : 'foam-block';
}

function byPlace(a: ImportedWall, b: ImportedWall): number {
  const middle = (w: ImportedWall) => ({ x: w.a.x + w.b.x, y: w.a.y + w.b.y });
  const [ma, mb] = [middle(a), middle(b)];
  return (a.level < b.level ? -1 : a.level > b.level ? 1 : 0) || mb.y - ma.y || ma.x - mb.x;
}

function addWalls(draft: Plan, walls: readonly ImportedWall[]): void {
  const places = new Places(0.02);
  let openings = 0;
  const pointOf = (level: string, at: XY): string => {
    const id = `p${places.number(level, at) + 1}`;
    draft.points[id] ??= { level, x: at.x, y: at.y };
    return id;
  };
  for (const [i, wall] of walls.entries()) {
    const id = `w${i + 1}`;
    const [from, to] = [pointOf(wall.level, wall.a), pointOf(wall.level, wall.b)];
    const length = distance(wall.a, wall.b);
    draft.walls[id] = entrySchemas.walls.parse({
      from,
      to,
      framing: framingFor(wall.thickness),
      exterior: wall.exterior,
      ...(wall.height === undefined ? {} : { height: wall.height }),
      ...(wall.finish === undefined ? {} : { finish: { left: wall.finish, right: wall.finish } }),
    });
    for (const o of wall.openings) {
      const [start, end] = [Math.max(0, o.start), Math.min(length, o.end)];
      if (end - start < 6) continue;
      const { kind, sill, head, hinge, swing } = o;
      draft.openings[`o${++openings}`] = entrySchemas.openings.parse({
        ...{ wall: id, kind, at: start, width: end - start, sill, head, hinge, swing },
      });
    }
  }
}

function framingLines(plan: Plan): Framing {
  const lines = Object.keys(plan.walls).map((id) => wallLine(plan, id, entryOf(plan.walls, id)));
  return {
    lines: Object.fromEntries(lines.map((l) => [l.id, l])),
    junctions: findJunctions(lines, (level) => entryOf(plan.levels, level).joists.direction),
    walls: {},
  };
}

/** Clear distances through a point to the drawn faces around it: across the sheet, then up it. Null when a side is open. */
export function clearSize(walls: readonly ImportedWall[], level: string, at: XY): [number, number] | null {
  const reach = (dx: number, dy: number): number | null => {
    let best: number | null = null;
    for (const w of walls) {
      if (w.level !== level) continue;
      const length = distance(w.a, w.b);
      const [ux, uy] = [(w.b.x - w.a.x) / length, (w.b.y - w.a.y) / length];
      const rate = dx * -uy + dy * ux;
      if (Math.abs(rate) < 0.05) continue;
      const off = (at.x - w.a.x) * -uy + (at.y - w.a.y) * ux;
      for (const face of [w.thickness / 2, -w.thickness / 2]) {
        const t = (face - off) / rate;
        const along = (at.x + dx * t - w.a.x) * ux + (at.y + dy * t - w.a.y) * uy;
        if (t > 0 && along > -w.thickness && along < length + w.thickness && (best === null || t < best))
          best = t;
      }
    }
    return best;
  };
  const [left, right, up, down] = [reach(-1, 0), reach(1, 0), reach(0, 1), reach(0, -1)];
  return left === null || right === null || up === null || down === null ? null : [left + right, up + down];
}

function nameRooms(draft: Plan, house: ImportedHouse, boundaries: readonly Boundary[], doubts: Doubt[]) {
  const roomOf = new Map<ImportedLabel, string>();
  const largestFirst = [...boundaries].sort(
    (a, b) =>
      (a.level < b.level ? -1 : a.level > b.level ? 1 : 0) || signedArea(b.polygon) - signedArea(a.polygon),
  );
  let unnamed = 0;
  for (const boundary of largestFirst) {
    const inside = house.labels.filter(
      (l) => l.level === boundary.level && pointInPolygon(l.at, boundary.polygon),
    );
    const { level } = boundary;
    const area = signedArea(boundary.polygon);
    const size = (l: ImportedLabel) => (l.size ? l.size[0] * l.size[1] : 0);
    const main = [...inside].sort((a, b) => size(b) - size(a))[0];
    const place = main?.at ?? innerPoint(boundary.polygon);
    if (!place || (inside.length === 0 && area < smallestRoom)) continue;
    const name = inside.length > 0 ? inside.map((l) => l.name).join(' / ') : `Unnamed ${++unnamed}`;
    const id = `r${Object.keys(draft.rooms).length + 1}`;
    const use = main ? (main.use ?? useByName(main.name)) : 'storage';
    draft.rooms[id] = { level, x: place.x, y: place.y, name: name.slice(0, 200), use };
    for (const label of inside) roomOf.set(label, id);
    if (inside.length > 1)
      doubts.push({
        about: id,
        level,
        at: place,
        says: `${name} are open to one another and came in as one room, used as ${use}.`,
      });
    if (inside.length === 0)
      doubts.push({
        about: id,
        level,
        at: place,
        says: `A closed space of ${Math.round(area / 144)} sq ft has no name in the drawing.`,
      });
  }
  for (const label of house.labels)
    if (!roomOf.has(label))
      doubts.push({
        about: label.name,
        level: label.level,
        at: label.at,
        says: `${label.name} is not closed by walls and did not become a room.`,
      });
  return roomOf;
}

/** A wall is outside when no room lies on one of its sides. */
function markExterior(draft: Plan, boundaries: readonly Boundary[]): void {
  const sides = new Map<string, Set<string>>();
  for (const face of boundaries.flatMap((b) => b.faces))
    if (face.wall) sides.set(face.wall, (sides.get(face.wall) ?? new Set()).add(face.side));
  for (const [id, wall] of Object.entries(draft.walls)) if (sides.get(id)?.size === 1) wall.exterior = true;
}

function countsOf(plan: Plan): ImportReport['counts'] {
  const kinds = Object.values(plan.openings).map((o) => o.kind);
  return {
    walls: Object.keys(plan.walls).length,
    doors: kinds.filter((k) => doorKinds.has(k)).length,
    windows: kinds.filter((k) => windowKinds.has(k)).length,
    rooms: Object.keys(plan.rooms).length,
  };
}

/** The report of a plan that came in as it is. */
export function planReport(plan: Plan, doubts: readonly Doubt[] = []): ImportReading {
  return { ok: true, plan, counts: countsOf(plan), rooms: [], doubts };
}

/** What reading a file goes through, in order. */
export const importSteps = ['reading', 'walls', 'rooms', 'checking'] as const;
export type ImportStep = (typeof importSteps)[number];

/** Builds a plan from what was read of a file: walls joined, rooms found and named, outside walls marked. */
export function housePlan(
  house: ImportedHouse,
  name: string,
  read: readonly Doubt[] = [],
  told: (step: ImportStep) => void = () => undefined,
): ImportReading {
  const doubts = [...read];
  const walls = (house.areJoined ? [...house.walls] : joinWalls(house.walls)).sort(byPlace);
  const draft = structuredClone(emptyPlan(name, 'renovation'));
  draft.levels = Object.fromEntries(
    house.levels.map((l) => [
      l.id,
      entrySchemas.levels.parse({
        name: l.name,
        ceiling: l.ceiling,
        elevation: l.elevation,
        ...(l.elevation > 0 ? { below: 'joists' } : {}),
      }),
    ]),
  );
  addWalls(draft, walls);
  const many = tooMany(draft);
  if (many.length > 0) return { ok: false, problems: many };
  told('rooms');
  const boundaries = findBoundaries(framingLines(draft));
  markExterior(draft, boundaries);
  const roomOf = nameRooms(draft, house, boundaries, doubts);
  told('checking');
  const made = readPlan(draft);
  if (!made.ok) return { ok: false, problems: made.problems };
  const { plan } = made;
  const rooms = house.labels.map((l): ImportedRoom => ({
    name: l.name,
    room: roomOf.get(l) ?? null,
    written: l.size,
    measured: clearSize(walls, l.level, l.at),
  }));
  return {
    ok: true,
    plan,
    counts: countsOf(plan),
    rooms,
    doubts,
  };
}
