import { compareIds } from '../plan/ids.ts';
import type { MeasuredHole } from '../plan/index.ts';
import type { MemberRole } from './member.ts';
import { isBroken, thickness, type FrameInput, type RoughOpening, type WallExtent } from './extent.ts';

/** A vertical member on the bottom plate, before it has its number. */
export interface Upright {
  role: MemberRole;
  at: number;
  low: number;
  high: number;
  measured: boolean;
  pack?: number;
  holes?: readonly MeasuredHole[];
}

const clear = thickness - 1e-6;

/** Adds an upright unless it would stand into one already there. Earlier calls win. */
function placeUnlessTaken(list: Upright[], upright: Upright): void {
  const overlaps = (other: Upright) =>
    Math.abs(other.at - upright.at) < clear && other.low < upright.high && upright.low < other.high;
  if (!list.some(overlaps)) list.push(upright);
}

/** Where the layout puts studs: on centre from its own end, inches along the wall. */
export function layoutMarks({ wall, line, rules }: FrameInput, { start, end }: WallExtent): number[] {
  const forward = wall.layoutFrom === 'from';
  const fromPoint = rules('framing.layoutOrigin') === 'point';
  const origin = forward ? (fromPoint ? 0 : start) : fromPoint ? line.length : end;
  const step = forward ? wall.spacing : -wall.spacing;
  const marks: number[] = [];
  for (let k = 1; Math.abs(k * step) < line.length + wall.spacing; k++) {
    const at = origin + k * step;
    if (at > start + clear && at < end - clear) marks.push(at);
  }
  return marks;
}

/** Layout marks over and under an opening, where its cripples stand. */
export function marksWithin(marks: readonly number[], rough: RoughOpening): number[] {
  return marks.filter((m) => m > rough.start + clear / 2 && m < rough.end - clear / 2);
}

/** Kings and jacks beside an opening, and the cripples under its sill. */
function addOpeningUprights(
  list: Upright[],
  rough: RoughOpening,
  { start, end, low, high }: WallExtent,
  marks: readonly number[],
): void {
  for (const [jack, king] of [
    [rough.start - thickness / 2, rough.start - thickness * 1.5],
    [rough.end + thickness / 2, rough.end + thickness * 1.5],
  ] as const) {
    if (king > start && king < end)
      placeUnlessTaken(list, { role: 'king', at: king, low, high, measured: false });
    if (jack > start && jack < end)
      placeUnlessTaken(list, {
        role: 'jack',
        at: jack,
        low,
        high: Math.min(rough.high, high),
        measured: false,
      });
  }
  if (rough.low - thickness - low <= 1) return;
  for (const at of marksWithin(marks, rough))
    list.push({ role: 'cripple', at, low, high: rough.low - thickness, measured: false });
}

/** Studs at the wall's ends, at the corners of walls that butt against it, and where partitions meet it. */
function endUprights(input: FrameInput, { start, end, low, high }: WallExtent): Upright[] {
  const list: Upright[] = [];
  const stand = (role: MemberRole, at: number) => list.push({ role, at, low, high, measured: false });
  const { from, to, tees, crossings } = input.junctions;
  const isCorner = (joint: typeof from) => joint.kind === 'through' || joint.kind === 'butt';
  stand(isCorner(from) ? 'corner' : 'stud', start + thickness / 2);
  stand(isCorner(to) ? 'corner' : 'stud', end - thickness / 2);
  const threeStuds = input.rules('framing.corner') === 'three';
  if (from.covered > 0 && threeStuds) stand('corner', start + from.covered + 0.25);
  if (to.covered > 0 && threeStuds) stand('corner', end - to.covered - 0.25);
  const backed = input.rules('framing.partition') === 'studs' ? tees : [];
  for (const met of [...backed, ...crossings]) {
    const role = 'through' in met && !met.through ? 'stud' : 'partition';
    stand(role, met.at - met.width / 2 - thickness / 2);
    stand(role, met.at + met.width / 2 + thickness / 2);
  }
  return list.filter((u) => u.at > start && u.at < end);
}

const lying: ReadonlySet<MemberRole> = new Set(['header', 'sill', 'bottom-plate', 'top-plate', 'block']);

/** Puts uprights where they were measured: each measured one takes the place of the nearest of its kind, or stands besides. */
function moveToMeasured(list: Upright[], { measured, wall }: FrameInput, { low, high }: WallExtent): void {
  const free = new Set(list);
  const vertical = measured.filter(([, m]) => !lying.has(m.role));
  for (const [, m] of [...vertical].sort((a, b) => a[1].at - b[1].at || compareIds(a[0], b[0]))) {
    const reach = m.role === 'stud' ? wall.spacing / 2 + 1e-6 : 8;
    const alike = (u: Upright) => u.role === m.role || (m.role === 'stud' && u.role !== 'cripple');
    const rank = (u: Upright) => Math.abs(u.at - m.at) + (u.role === m.role ? 0 : 100);
    const nearest = [...free]
      .filter((u) => alike(u) && Math.abs(u.at - m.at) <= reach)
      .sort((a, b) => rank(a) - rank(b))[0];
    const upright = nearest ?? { role: m.role, at: m.at, low, high, measured: true };
    if (nearest) free.delete(nearest);
    else list.push(upright);
    Object.assign(upright, { at: m.at, measured: true });
    if (m.holes.length > 0) upright.holes = m.holes;
    if (m.count > 1) upright.pack = m.count;
    for (let k = 1; k < m.count; k++) {
      const at = m.at + k * thickness;
      for (const other of [...free]) {
        const isTaken = other.role === 'stud' && !other.measured && Math.abs(other.at - at) < clear;
        if (isTaken) list.splice(list.indexOf(other), 1);
      }
      placeUnlessTaken(list, { ...upright, at });
    }
  }
}

/** Every upright of a wall in order along it: at openings, at ends and meetings, at the layout, and as measured. */
export function uprightsOf(
  input: FrameInput,
  extent: WallExtent,
  framed: readonly RoughOpening[],
  marks: readonly number[],
): Upright[] {
  const { low, high } = extent;
  const list: Upright[] = [];
  for (const rough of framed) addOpeningUprights(list, rough, extent, marks);
  for (const upright of endUprights(input, extent)) placeUnlessTaken(list, upright);
  const inOpening = (at: number) =>
    framed.some((o) => at > o.start - thickness * 2 - 0.5 && at < o.end + thickness * 2 + 0.5) ||
    isBroken(input, at, thickness);
  for (const at of marks)
    if (!inOpening(at)) placeUnlessTaken(list, { role: 'stud', at, low, high, measured: false });
  moveToMeasured(list, input, extent);
  return list.sort((a, b) => a.at - b.at || a.low - b.low);
}
