import { boxModels } from '../src/materials/index.ts';
import type { Result } from '../src/compute/index.ts';
import type { Plan } from '../src/plan/index.ts';

/**
 * Recounts what holds each cable, as an inspector with a tape would along the sheath: from the plan and the result alone. It shares nothing
 * with the code that sets staples.
 */

interface Point {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** What the house says of staples and loops. */
export interface SupportRules {
  readonly first: number;
  readonly every: number;
  readonly loop: number;
}
const usual: SupportRules = { first: 8, every: 54, loop: 6 };

const apart = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);

/** How far along a line it comes nearest to a place. */
function alongOf(path: readonly Point[], p: Point): number {
  let [best, at, passed] = [Infinity, 0, 0];
  path.slice(1).forEach((b, i) => {
    const a = path[i]!;
    const length = apart(a, b);
    const dot = (p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y) + (p.z - a.z) * (b.z - a.z);
    const t = length === 0 ? 0 : Math.max(0, Math.min(1, dot / length ** 2));
    const away = apart(p, { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t });
    if (away < best - 1e-9) [best, at] = [away, passed + t * length];
    passed += length;
  });
  return at;
}

/** Where a cable goes through wood, along it. */
function holesAlong(run: Result['runs'][string], plan: Plan): number[] {
  return run.bores.map((bore) => {
    const wall = plan.walls[bore.wall]!;
    const [a, b] = [plan.points[wall.from]!, plan.points[wall.to]!];
    const t = bore.at / Math.hypot(b.x - a.x, b.y - a.y);
    const floor = plan.levels[a.level]!.elevation;
    return alongOf(run.path, { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: floor + bore.z });
  });
}

/** How far from an end along its cable a staple may be at most; null where none has to be. */
function firstOf(plan: Plan, end: string | null, rules: SupportRules): number | null {
  if (end === null) return null;
  const box = plan.boxes[end];
  if (!box) return Math.min(rules.first, 12, 18);
  if ('wall' in box.on && plan.walls[box.on.wall]!.cover === 'closed') return null;
  const kinds = Object.values(plan.devices).filter((d) => d.box === end);
  const isBare = 'ceiling' in box.on && kinds.length > 0 && kinds.every((d) => d.kind === 'wafer-light');
  if (isBare) return Math.min(rules.first, 12, 18);
  const model = boxModels[box.model] ?? null;
  const isPlain = 'wall' in box.on && box.gangs === 1;
  const isClamped = model ? model.clamps !== 'none' || model.gangs > 1 : !isPlain;
  return Math.max(
    1,
    isClamped ? Math.min(rules.first, 12, 18 - rules.loop) : Math.min(rules.first, 8 - rules.loop),
  );
}

/** What is wrong with the staples of a computed plan. Cable fished through closed walls, and cable that bores joists, is looked at only near its ends. */
export function wrongSupports(plan: Plan, result: Result, rules: SupportRules = usual): string[] {
  const wrong: string[] = [];
  for (const [id, run] of Object.entries(result.runs)) {
    if (run.path.length < 2) continue;
    const length = run.path.slice(1).reduce((sum, b, i) => sum + apart(run.path[i]!, b), 0);
    const own = plan.runs[id]!;
    const staples = run.stapled.map((s) => s.along);
    for (const s of run.stapled)
      if (apart(pointAt(run.path, s.along), s.at) > 0.01) wrong.push(`${id} has a staple that is not on it`);
    const ends = [firstOf(plan, own.from, rules), firstOf(plan, own.to, rules)];
    const [from, to] = ends;
    const slack = 0.01;
    const both = from === null || to === null ? null : from! + to!;
    const meets = both !== null && both >= length;
    if (from !== null && !meets && !staples.some((s) => s <= from! + slack))
      wrong.push(`${id} has no staple within ${from} of ${own.from}`);
    if (to !== null && !meets && !staples.some((s) => s >= length - to! - slack))
      wrong.push(`${id} has no staple within ${to} of ${own.to}`);
    // One staple or two where both ends come to the same place: either is right.
    if (both !== null && Math.abs(both - length) < 0.05) continue;
    const isFished = run.bores.some((b) => plan.walls[b.wall]!.cover === 'closed');
    if (isFished || run.joists > 0) continue;
    const holes = holesAlong(run, plan);
    const held = [...staples, ...holes].sort((a, b) => a - b);
    held.slice(1).forEach((at, i) => {
      if (at - held[i]! > rules.every + slack)
        wrong.push(`${id} hangs ${(at - held[i]!).toFixed(1)} in. between supports`);
    });
    // By hand: one near each end, or one where both come to the same; between what holds it as few as reach.
    const near = meets
      ? [Math.max(length - to!, Math.min(from!, length / 2))]
      : [
          ...(from === null ? [] : [Math.min(from!, length)]),
          ...(to === null ? [] : [Math.max(0, length - to!)]),
        ];
    const fixed = [...near, ...holes].sort((a, b) => a - b);
    const count = fixed
      .slice(1)
      .reduce(
        (sum, at, i) => sum + Math.max(0, Math.ceil((at - fixed[i]!) / rules.every - 1e-6) - 1),
        near.length,
      );
    if (count !== staples.length) wrong.push(`${id} has ${staples.length} staples, by hand ${count}`);
  }
  return wrong;
}

function pointAt(path: readonly Point[], along: number): Point {
  let left = along;
  for (let i = 1; i < path.length; i++) {
    const [a, b] = [path[i - 1]!, path[i]!];
    const length = apart(a, b);
    if (left <= length + 1e-9 && length > 0) {
      const t = left / length;
      return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t };
    }
    left -= length;
  }
  return path.at(-1)!;
}
