import type { Plan } from '../src/plan/index.ts';
import type { Result } from '../src/compute/index.ts';

/**
 * Looks over laid cable as an inspector with a tape would, from the plan and the result alone: it shares nothing with the code that finds
 * ways. What it says names the run, and what is wrong where.
 */

interface Point {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** A block of something in a wall: along it, across it from its middle, and up. */
interface Solid {
  readonly id: string;
  readonly along: readonly [number, number];
  readonly across: readonly [number, number];
  readonly up: readonly [number, number];
}

interface Void extends Solid {
  /** Whether cable may go square across all of it, level. */
  readonly mayCross?: boolean;
}

interface WallFacts {
  readonly id: string;
  readonly origin: Point;
  readonly ux: number;
  readonly uy: number;
  readonly length: number;
  readonly half: number;
  readonly floor: number;
  readonly top: number;
  readonly members: readonly (Solid & { readonly role: string })[];
  readonly voids: readonly Void[];
  /** Where its plates are cut through for a shaft, along it. */
  readonly chases: readonly (readonly [number, number])[];
  readonly bounds: readonly [number, number, number, number];
}

const depths: Record<string, number> = { '2x4': 3.5, '2x6': 5.5, '2x8': 7.25, furring: 1.5, 'foam-block': 6 };
/** Cable may graze this much of what it passes. Inches. */
const graze = 0.06;

function factsOf(plan: Plan, result: Result): WallFacts[] {
  return Object.entries(plan.walls).map(([id, wall]): WallFacts => {
    const [a, b] = [plan.points[wall.from]!, plan.points[wall.to]!];
    const level = plan.levels[a.level]!;
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    const half = depths[wall.framing]! / 2;
    const members = result.members
      .filter((m) => m.wall === id)
      .map((m) => ({
        id: m.id,
        role: m.role,
        along: [m.at - m.width / 2, m.at + m.width / 2] as const,
        across: [-half, half] as const,
        up: [m.low, m.high] as const,
      }));
    const open = Object.entries(plan.openings)
      .filter(([, o]) => o.wall === id && o.kind !== 'cabinet')
      .map(([key, o]) => ({ id: key, along: [o.at, o.at + o.width], up: [o.sill, o.head] }));
    const own = Object.entries(plan.obstacles).filter(([, x]) => x.wall === id);
    const chases = own.flatMap(([, x]) =>
      x.kind.includes('chase') ? [[x.at, x.at + x.width] as const] : [],
    );
    const standing = own
      .filter(([, x]) => !x.kind.includes('chase'))
      .map(([key, x]) => ({
        id: key,
        along: [x.at, x.at + x.width],
        up: [x.low, x.high],
        // What air returns through may be crossed square: NEC 300.22(C) exception.
        mayCross: x.kind.includes('air return'),
      }));
    const voids = [...open, ...standing].map((v) => ({ ...v, across: [-half, half] }) as unknown as Void);
    const ends = [a.x, b.x, a.y, b.y];
    return {
      id,
      origin: { x: a.x, y: a.y, z: level.elevation },
      ux: (b.x - a.x) / length,
      uy: (b.y - a.y) / length,
      length,
      half,
      floor: level.elevation,
      top: wall.height ?? level.ceiling,
      members,
      chases,
      voids,
      bounds: [
        Math.min(ends[0]!, ends[1]!) - 10,
        Math.max(ends[0]!, ends[1]!) + 10,
        Math.min(ends[2]!, ends[3]!) - 10,
        Math.max(ends[2]!, ends[3]!) + 10,
      ],
    };
  });
}

/** A point in a wall's own terms: along it, across it, up. */
function inWall(w: WallFacts, p: Point): [number, number, number] {
  const [dx, dy] = [p.x - w.origin.x, p.y - w.origin.y];
  return [dx * w.ux + dy * w.uy, dy * w.ux - dx * w.uy, p.z - w.floor];
}

/** How long a piece of a line lies inside a block, and where its middle is; null where it does not. */
function insideOf(
  s: Solid,
  a: readonly number[],
  b: readonly number[],
): { length: number; at: number; z: number } | null {
  let [from, to] = [0, 1];
  const ranges = [s.along, s.across, s.up];
  for (let k = 0; k < 3; k++) {
    const [low, high] = ranges[k]!;
    const step = b[k]! - a[k]!;
    if (Math.abs(step) < 1e-9) {
      if (a[k]! <= low + graze / 2 || a[k]! >= high - graze / 2) return null;
      continue;
    }
    const [t0, t1] = [(low - a[k]!) / step, (high - a[k]!) / step];
    from = Math.max(from, Math.min(t0, t1));
    to = Math.min(to, Math.max(t0, t1));
  }
  const length = (to - from) * Math.hypot(b[0]! - a[0]!, b[1]! - a[1]!, b[2]! - a[2]!);
  if (length <= graze) return null;
  const middle = (from + to) / 2;
  return { length, at: a[0]! + middle * (b[0]! - a[0]!), z: a[2]! + middle * (b[2]! - a[2]!) };
}

/** Whether a straight piece of cable goes level across the whole of something. */
function isSquareAcross({ along }: Solid, a: readonly number[], b: readonly number[]): boolean {
  const [low, high] = [Math.min(a[0]!, b[0]!), Math.max(a[0]!, b[0]!)];
  return Math.abs(a[2]! - b[2]!) < 1e-6 && low <= along[0] + graze && high >= along[1] - graze;
}

const isNear = (w: WallFacts, a: Point, b: Point): boolean =>
  Math.max(a.x, b.x) >= w.bounds[0] &&
  Math.min(a.x, b.x) <= w.bounds[1] &&
  Math.max(a.y, b.y) >= w.bounds[2] &&
  Math.min(a.y, b.y) <= w.bounds[3];

/** The length of a stretch that lies in no wall, between the floor and the ceiling of some level. */
function inOpenAir(walls: readonly WallFacts[], plan: Plan, a: Point, b: Point): number {
  const levels = Object.values(plan.levels);
  const steps = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z) / 2));
  let outside = 0;
  for (let k = 0; k <= steps; k++) {
    const t = k / steps;
    const p = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t };
    const inRoom = levels.some((l) => p.z > l.elevation + 0.01 && p.z < l.elevation + l.ceiling - 0.01);
    if (!inRoom) continue;
    const held = walls.some((w) => {
      const [along, across, z] = inWall(w, p);
      const reach = w.half + 0.1;
      return (
        Math.abs(across) <= reach && along >= -9 && along <= w.length + 9 && z >= -0.01 && z <= w.top + 0.01
      );
    });
    if (!held) outside++;
  }
  return (outside / (steps + 1)) * Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z);
}

/** What is wrong with the cable of a computed plan. `limits`: what the job's own rules say of holes. */
export function wrongRuns(
  plan: Plan,
  result: Result,
  limits: { readonly edge: number; readonly perHole: number } = { edge: 1.25, perHole: 3 },
): string[] {
  const walls = factsOf(plan, result);
  const wrong: string[] = [];
  const holes = new Map<
    string,
    Map<string, { at: number; z: number; diameter: number; cables: Set<string> }>
  >();
  for (const [id, run] of Object.entries(result.runs)) {
    if (run.path.length === 0) continue;
    let length = 0;
    for (let k = 1; k < run.path.length; k++) {
      const [a, b] = [run.path[k - 1]!, run.path[k]!];
      length += Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z);
      if (run.way === 'surface') continue;
      const air = inOpenAir(walls, plan, a, b);
      if (air > 4) wrong.push(`${id} hangs ${air.toFixed(1)} in. in the open at ${place(a)} to ${place(b)}`);
      for (const w of walls) {
        if (!isNear(w, a, b)) continue;
        const [la, lb] = [inWall(w, a), inWall(w, b)];
        for (const m of w.members) {
          const met = insideOf(m, la, lb);
          if (!met) continue;
          if (isPlate(m.role) && w.chases.some(([low, high]) => met.at > low && met.at < high)) continue;
          const bored = run.bores.some(
            (x) =>
              x.member === m.id &&
              (isPlate(m.role) ? Math.abs(x.at - met.at) < 0.2 : Math.abs(x.z - met.z) < 0.2),
          );
          if (!bored) wrong.push(`${id} passes ${m.id} with no hole at ${place(a)} to ${place(b)}`);
        }
        for (const v of w.voids)
          if (insideOf(v, la, lb) && !(v.mayCross && isSquareAcross(v, la, lb)))
            wrong.push(`${id} crosses ${v.id} at ${place(a)} to ${place(b)}`);
      }
    }
    const [first, last] = [run.path[0]!, run.path.at(-1)!];
    const straight = Math.hypot(last.x - first.x, last.y - first.y, last.z - first.z);
    if (Math.abs(length - run.length.path) > 1e-3)
      wrong.push(`${id} is ${length} long, not ${run.length.path}`);
    if (run.length.path < straight - 1e-3) wrong.push(`${id} is shorter than the distance`);
    for (const bore of run.bores) {
      const own = holes.get(bore.member) ?? new Map<string, never>();
      holes.set(bore.member, own);
      const hole = own.get(bore.hole) ?? {
        at: bore.at,
        z: bore.z,
        diameter: bore.diameter,
        cables: new Set(),
      };
      own.set(bore.hole, hole);
      hole.cables.add(id);
      if (hole.at !== bore.at || hole.z !== bore.z || hole.diameter !== bore.diameter)
        wrong.push(`${id} has another hole ${bore.hole} than its neighbours`);
      if (bore.plate !== bore.edge < limits.edge - 1e-9) wrong.push(`${id} wants steel at ${bore.member}`);
      const w = walls.find((x) => x.id === bore.wall)!;
      const m = w.members.find((x) => x.id === bore.member)!;
      const [low, high] = isPlate(m.role) ? m.along : m.up;
      const where = isPlate(m.role) ? bore.at : bore.z;
      if (where - bore.diameter / 2 < low || where + bore.diameter / 2 > high)
        wrong.push(`${id} is bored at the end of ${bore.member}: ${where} of ${low} to ${high}`);
      if (Math.abs((w.half * 2 - bore.diameter) / 2 - Math.abs(bore.off) - bore.edge) > 1e-3)
        wrong.push(`${id} has another edge at ${bore.member}`);
    }
  }
  for (const [member, own] of holes) {
    const plate = /top|bottom|block/.test(member);
    const list = [...own.values()].sort((a, b) => (plate ? a.at - b.at : a.z - b.z));
    list.forEach((hole, k) => {
      if (hole.cables.size > limits.perHole) wrong.push(`${member} has ${hole.cables.size} cables in a hole`);
      const next = list[k + 1];
      if (!next) return;
      const apart = (plate ? next.at - hole.at : next.z - hole.z) - (hole.diameter + next.diameter) / 2;
      if (apart < 0.25) wrong.push(`${member} has two holes ${apart.toFixed(2)} in. apart`);
    });
  }
  return wrong;
}

const isPlate = (role: string): boolean =>
  role === 'top-plate' || role === 'bottom-plate' || role === 'block';
const place = ({ x, y, z }: Point): string => `(${x.toFixed(1)}, ${y.toFixed(1)}, ${z.toFixed(1)})`;

/** Whether two walls of a plan stand in each other along their length, as no one can build them: nearly parallel, and nearer than they are deep. */
export function wallsOverlap(plan: Plan): boolean {
  const walls = Object.values(plan.walls).map((w) => {
    const [a, b] = [plan.points[w.from]!, plan.points[w.to]!];
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    return {
      a,
      level: a.level,
      ux: (b.x - a.x) / length,
      uy: (b.y - a.y) / length,
      length,
      half: depths[w.framing]! / 2,
    };
  });
  return walls.some((w, i) =>
    walls.some((v, k) => {
      if (i === k || w.level !== v.level || Math.abs(w.ux * v.uy - w.uy * v.ux) > 0.42) return false;
      for (let at = 12; at < w.length - 12; at += 4) {
        const [dx, dy] = [w.a.x + w.ux * at - v.a.x, w.a.y + w.uy * at - v.a.y];
        const [along, off] = [dx * v.ux + dy * v.uy, Math.abs(dy * v.ux - dx * v.uy)];
        if (off < w.half + v.half - 0.25 && along > 0 && along < v.length) return true;
      }
      return false;
    }),
  );
}
