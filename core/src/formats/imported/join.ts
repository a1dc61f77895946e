import { must, nth } from '../../lookups/index.ts';
import {
  add,
  cross,
  direction,
  distance,
  intersectLineLine,
  scale,
  subtract,
  type XY,
} from '../../geometry/index.ts';
import type { ImportedWall } from './house.ts';

const reachBeyond = 4;

interface Snap {
  readonly at: XY;
  readonly extension: number;
}

/** Where a wall's end should stand: on the middle of the wall it runs into, if one is within both walls' thickness. */
function snapEnd(wall: ImportedWall, end: 'a' | 'b', others: readonly ImportedWall[]): Snap | null {
  const u = direction(wall.a, wall.b);
  if (!u) return null;
  const out = end === 'b' ? 1 : -1;
  let best: Snap | null = null;
  for (const other of others) {
    if (other === wall || other.level !== wall.level) continue;
    const v = direction(other.a, other.b);
    if (!v) continue;
    const sine = Math.abs(cross(u, v));
    if (sine < 0.1) continue;
    const at = intersectLineLine(wall.a, u, other.a, v);
    if (!at) continue;
    const tolerance = (wall.thickness / 2 + other.thickness / 2) / sine + reachBeyond;
    const extension = ((at.x - wall[end].x) * u.x + (at.y - wall[end].y) * u.y) * out;
    const along = (at.x - other.a.x) * v.x + (at.y - other.a.y) * v.y;
    if (Math.abs(extension) > tolerance) continue;
    if (along < -tolerance || along > distance(other.a, other.b) + tolerance) continue;
    if (!best || Math.abs(extension) < Math.abs(best.extension) - 1e-6) best = { at, extension };
  }
  return best;
}

function shifted(wall: ImportedWall, a: XY, b: XY): ImportedWall {
  const u = must(direction(wall.a, wall.b), 'the direction of a wall');
  const moved = (wall.a.x - a.x) * u.x + (wall.a.y - a.y) * u.y;
  const openings = wall.openings.map((o) => ({ ...o, start: o.start + moved, end: o.end + moved }));
  return { ...wall, a, b, openings };
}

/** Two walls in line whose ends nearly touch are one wall: the second runs on from the first. */
function mergeInLine(walls: readonly ImportedWall[]): ImportedWall[] {
  const merged: ImportedWall[] = [];
  for (const wall of walls) {
    const u = direction(wall.a, wall.b);
    const i = merged.findIndex((m) => {
      const v = direction(m.a, m.b);
      if (!u || !v || m.level !== wall.level || Math.abs(m.thickness - wall.thickness) > 0.75) return false;
      const off = Math.abs(cross(v, subtract(wall.a, m.a)));
      const touches =
        Math.min(distance(m.b, wall.a), distance(m.a, wall.b), distance(m.a, wall.a), distance(m.b, wall.b)) <
        1;
      return Math.abs(cross(u, v)) < 0.01 && off < 0.5 && touches;
    });
    if (i < 0 || !u) {
      merged.push(wall);
      continue;
    }
    const m = nth(merged, i);
    const v = must(direction(m.a, m.b), 'the direction of a wall');
    const along = (p: XY) => (p.x - m.a.x) * v.x + (p.y - m.a.y) * v.y;
    const ends = [0, distance(m.a, m.b), along(wall.a), along(wall.b)];
    const [low, high] = [Math.min(...ends), Math.max(...ends)];
    const forward = u.x * v.x + u.y * v.y > 0;
    const base = along(wall.a);
    const theirs = wall.openings.map((o) =>
      forward
        ? { ...o, start: base + o.start, end: base + o.end }
        : {
            ...o,
            start: base - o.end,
            end: base - o.start,
            hinge: o.hinge === 'from' ? ('to' as const) : ('from' as const),
            swing: o.swing === 'left' ? ('right' as const) : ('left' as const),
          },
    );
    const openings = [...m.openings, ...theirs]
      .map((o) => ({ ...o, start: o.start - low, end: o.end - low }))
      .sort((x, y) => x.start - y.start);
    merged[i] = { ...m, a: add(m.a, scale(v, low)), b: add(m.a, scale(v, high)), openings };
  }
  return merged;
}

const postLength = 18;

/** Without short pieces that meet nothing: those are posts or marks, not walls. */
function withoutPosts(walls: readonly ImportedWall[]): ImportedWall[] {
  const isLong = (w: ImportedWall) => distance(w.a, w.b) >= postLength;
  const long = walls.filter(isLong);
  return walls.filter((w) => isLong(w) || snapEnd(w, 'a', long) || snapEnd(w, 'b', long));
}

const overhang = 8;

/** Where a wall meets another's line just past its end, the other runs on to there; so walls flush on one face still close a room. */
function extendToCover(walls: ImportedWall[]): void {
  for (const { level, a, b } of [...walls])
    for (const p of [a, b])
      walls.forEach((other, i) => {
        const v = direction(other.a, other.b);
        if (!v || other.level !== level || Math.abs(cross(v, subtract(p, other.a))) > 0.05) return;
        const along = (p.x - other.a.x) * v.x + (p.y - other.a.y) * v.y;
        const length = distance(other.a, other.b);
        if (along < -0.02 && along > -overhang) walls[i] = shifted(other, p, other.b);
        if (along > length + 0.02 && along < length + overhang) walls[i] = shifted(other, other.a, p);
      });
}

/** Walls with their ends brought onto the middles of the walls they meet: corners share a point, T's end on a line. */
export function joinWalls(walls: readonly ImportedWall[]): ImportedWall[] {
  const merged = mergeInLine(walls);
  const whole = withoutPosts(merged);
  const joined = whole.map((wall) => {
    const a = snapEnd(wall, 'a', whole)?.at ?? wall.a;
    const b = snapEnd(wall, 'b', whole)?.at ?? wall.b;
    return distance(a, b) < 1 ? wall : shifted(wall, a, b);
  });
  extendToCover(joined);
  return joined;
}
