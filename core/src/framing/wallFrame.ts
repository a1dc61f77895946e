import type { MeasuredMember, Opening, Wall } from '../plan/index.ts';
import { compareIds } from '../plan/ids.ts';
import { framingKinds } from '../materials/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { tidy } from '../units/index.ts';
import type { WallJunctions, WallLine } from './junctions.ts';

export type MemberRole = MeasuredMember['role'];

/** One piece of framing. `at` is its centre along its wall, `width` its extent along the wall; heights above the subfloor. */
export interface Member {
  readonly id: string;
  readonly wall: string;
  readonly role: MemberRole;
  readonly at: number;
  readonly width: number;
  readonly low: number;
  readonly high: number;
  /** Place among the vertical members at the floor line, counted from the wall's `from`; null for the rest. */
  readonly number: number | null;
  readonly measured: boolean;
}

/** An opening with the rough opening its framing leaves. */
export interface RoughOpening {
  readonly id: string;
  readonly opening: Opening;
  readonly start: number;
  readonly end: number;
  readonly low: number;
  readonly high: number;
}

export interface WallFrame {
  readonly wall: string;
  readonly line: WallLine;
  /** The framing's own ends along the wall, which differ from 0 and its length where walls meet. */
  readonly start: number;
  readonly end: number;
  /** Clear height for studs: top of the bottom plate to underside of the top plates. */
  readonly low: number;
  readonly high: number;
  readonly top: number;
  readonly members: readonly Member[];
  /** Vertical members that stand on the bottom plate, in order of their number. */
  readonly standing: readonly Member[];
  readonly openings: readonly RoughOpening[];
}

export interface FrameInput {
  readonly line: WallLine;
  readonly wall: Wall;
  readonly junctions: WallJunctions;
  readonly ceiling: number;
  readonly openings: readonly (readonly [string, Opening])[];
  readonly measured: readonly (readonly [string, MeasuredMember])[];
  readonly rules: RuleBook;
}

interface Upright {
  role: MemberRole;
  at: number;
  low: number;
  high: number;
  measured: boolean;
  name?: string;
}

const thickness = 1.5;
const clear = thickness - 1e-6;
const unframed = new Set<Opening['kind']>(['cabinet']);

function roughOpening(id: string, opening: Opening, rules: RuleBook): RoughOpening {
  const glazed = opening.kind === 'window' || opening.kind === 'fixed-glass';
  const gap = rules(glazed ? 'framing.roughWindow' : 'framing.roughDoor');
  return {
    id,
    opening,
    start: opening.at - gap,
    end: opening.at + opening.width + gap,
    low: opening.sill > 0 ? Math.max(thickness, opening.sill - gap) : 0,
    high: opening.head + gap,
  };
}

/** Adds an upright unless it would stand into one already there. Earlier calls win. */
function placeUnlessTaken(list: Upright[], upright: Upright): void {
  const overlaps = (other: Upright) =>
    Math.abs(other.at - upright.at) < clear && other.low < upright.high && upright.low < other.high;
  if (!list.some(overlaps)) list.push(upright);
}

function layoutMarks(input: FrameInput, start: number, end: number): number[] {
  const { wall, line, rules } = input;
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

function endUprights(input: FrameInput, start: number, end: number, low: number, high: number): Upright[] {
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

function openingMembers(rough: RoughOpening, high: number, bearing: boolean, rules: RuleBook) {
  const headerDepth = Math.min(
    rules(bearing ? 'framing.headerBearing' : 'framing.header'),
    high - rough.high,
  );
  const headerTop = rough.high + Math.max(0, headerDepth);
  const headerFits = headerDepth >= thickness;
  return { headerTop: headerFits ? headerTop : high, headerFits };
}

function moveToMeasured(
  uprights: Upright[],
  measured: FrameInput['measured'],
  low: number,
  high: number,
  spacing: number,
): void {
  const free = new Set(uprights);
  const vertical = measured.filter(
    ([, m]) => !['header', 'sill', 'bottom-plate', 'top-plate', 'block'].includes(m.role),
  );
  for (const [, m] of [...vertical].sort((a, b) => a[1].at - b[1].at || compareIds(a[0], b[0]))) {
    const reach = m.role === 'stud' ? spacing / 2 + 1e-6 : 8;
    const alike = (u: Upright) => u.role === m.role || (m.role === 'stud' && u.role !== 'cripple');
    const rank = (u: Upright) => Math.abs(u.at - m.at) + (u.role === m.role ? 0 : 100);
    const nearest = [...free]
      .filter((u) => alike(u) && Math.abs(u.at - m.at) <= reach)
      .sort((a, b) => rank(a) - rank(b))[0];
    if (nearest) {
      free.delete(nearest);
      nearest.at = m.at;
      nearest.measured = true;
    } else uprights.push({ role: m.role, at: m.at, low, high, measured: true });
  }
}

/** Ladder blocks behind partitions: flat pieces between the studs that stand on either side, every 24 in. */
function ladderBlocks(input: FrameInput, uprights: readonly Upright[], low: number, high: number) {
  if (input.rules('framing.partition') !== 'ladder') return [];
  return input.junctions.tees.flatMap((tee, t) => {
    const before = uprights.filter((u) => u.at < tee.at && u.high >= high - 1).at(-1);
    const after = uprights.find((u) => u.at > tee.at && u.high >= high - 1);
    if (!before || !after) return [];
    const width = after.at - before.at - thickness;
    const count = Math.floor((high - low - thickness) / 24);
    return Array.from({ length: count }, (_, i): Omit<Member, 'wall' | 'number'> => ({
      id: `block-${t + 1}-${i + 1}`,
      role: 'block',
      at: (before.at + after.at) / 2,
      width,
      low: low + 24 * (i + 1) - thickness,
      high: low + 24 * (i + 1),
      measured: false,
    }));
  });
}

interface Break {
  readonly start: number;
  readonly end: number;
}

/** Stretches where a wall that runs through interrupts this one. */
function brokenBy(input: FrameInput): Break[] {
  return input.junctions.crossings
    .filter((c) => !c.through)
    .map((c) => ({ start: c.at - c.width / 2, end: c.at + c.width / 2 }));
}

function platePieces(start: number, end: number, gaps: readonly Break[]): [number, number][] {
  const pieces: [number, number][] = [];
  let at = start;
  for (const gap of gaps) {
    if (gap.start > at) pieces.push([at, gap.start]);
    at = Math.max(at, gap.end);
  }
  if (end > at) pieces.push([at, end]);
  return pieces;
}

/** Generates one wall's framing from its plan entry, its openings and what was measured on site. Pure; foam-block walls have no members. */
export function frameWall(input: FrameInput): WallFrame {
  const { line, wall, rules, ceiling } = input;
  const start = -input.junctions.from.reach;
  const end = line.length + input.junctions.to.reach;
  const low = thickness;
  const high = ceiling - thickness * rules('framing.plates');
  const openings = input.openings
    .map(([id, o]) => roughOpening(id, o, rules))
    .sort((a, b) => a.start - b.start || compareIds(a.id, b.id));
  const base = { wall: line.id, line, start, end, low, high, top: ceiling, openings };
  if (!framingKinds[wall.framing].studs) return { ...base, members: [], standing: [] };

  const framed = openings.filter((o) => !unframed.has(o.opening.kind));
  const bearing = wall.bearing || wall.exterior;
  const uprights: Upright[] = [];
  const others: Omit<Member, 'wall' | 'number'>[] = [];
  const marks = layoutMarks(input, start, end);

  for (const rough of framed) {
    const { headerTop, headerFits } = openingMembers(rough, high, bearing, rules);
    for (const [jack, king] of [
      [rough.start - thickness / 2, rough.start - thickness * 1.5],
      [rough.end + thickness / 2, rough.end + thickness * 1.5],
    ] as const) {
      if (king > start && king < end)
        placeUnlessTaken(uprights, { role: 'king', at: king, low, high, measured: false });
      if (jack > start && jack < end)
        placeUnlessTaken(uprights, { role: 'jack', at: jack, low, high: rough.high, measured: false });
    }
    const middle = (rough.start + rough.end) / 2;
    const width = rough.end - rough.start + thickness * 2;
    if (headerFits)
      others.push({
        id: `header-${rough.id}`,
        role: 'header',
        at: middle,
        width,
        low: rough.high,
        high: headerTop,
        measured: false,
      });
    if (rough.low > 0)
      others.push({
        id: `sill-${rough.id}`,
        role: 'sill',
        at: middle,
        width: width - thickness * 2,
        low: rough.low - thickness,
        high: rough.low,
        measured: false,
      });
    const within = marks.filter((m) => m > rough.start + clear / 2 && m < rough.end - clear / 2);
    within.forEach((at, i) => {
      if (high - headerTop > 0.5)
        others.push({
          id: `cripple-${rough.id}-${i + 1}`,
          role: 'cripple',
          at,
          width: thickness,
          low: headerTop,
          high,
          measured: false,
        });
      if (rough.low - thickness - low > 1)
        uprights.push({ role: 'cripple', at, low, high: rough.low - thickness, measured: false });
    });
  }
  for (const upright of endUprights(input, start, end, low, high)) placeUnlessTaken(uprights, upright);
  const broken = brokenBy(input);
  const inOpening = (at: number) =>
    framed.some((o) => at > o.start - thickness * 2 - 0.5 && at < o.end + thickness * 2 + 0.5) ||
    broken.some((b) => at > b.start - thickness && at < b.end + thickness);
  for (const at of marks)
    if (!inOpening(at)) placeUnlessTaken(uprights, { role: 'stud', at, low, high, measured: false });
  moveToMeasured(uprights, input.measured, low, high, wall.spacing);

  uprights.sort((a, b) => a.at - b.at || a.low - b.low);
  others.push(...ladderBlocks(input, uprights, low, high));
  const standing = uprights.map((u, i): Member => ({
    id: `${line.id}/s${i + 1}`,
    wall: line.id,
    role: u.role,
    at: tidy(u.at),
    width: thickness,
    low: tidy(u.low),
    high: tidy(u.high),
    number: i + 1,
    measured: u.measured,
  }));
  const doorways = [...framed.filter((o) => o.low === 0), ...broken].sort((a, b) => a.start - b.start);
  platePieces(start, end, doorways).forEach(([a, b], i) =>
    others.push({
      id: `bottom-${i + 1}`,
      role: 'bottom-plate',
      at: (a + b) / 2,
      width: b - a,
      low: 0,
      high: thickness,
      measured: false,
    }),
  );
  for (let i = 0; i < rules('framing.plates'); i++)
    platePieces(start, end, broken).forEach(([a, b], piece) =>
      others.push({
        id: piece === 0 ? `top-${i + 1}` : `top-${i + 1}-${piece + 1}`,
        role: 'top-plate',
        at: (a + b) / 2,
        width: b - a,
        low: high + i * thickness,
        high: high + (i + 1) * thickness,
        measured: false,
      }),
    );
  const rest = others.map((m): Member => ({
    ...m,
    id: `${line.id}/${m.id}`,
    wall: line.id,
    at: tidy(m.at),
    width: tidy(m.width),
    low: tidy(m.low),
    high: tidy(m.high),
    number: null,
  }));
  return { ...base, members: [...standing, ...rest], standing };
}
