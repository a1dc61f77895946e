import { describe, expect, test } from 'vitest';
import type { Result } from '../compute/index.ts';
import type { Plan } from '../plan/index.ts';
import { computed, edited, randomFrom, roomOf } from '../../testing/index.ts';

/**
 * The proposal against an exact search that knows nothing of it: places are read off the members of the result, and the fewest are found
 * by trying every set of places, smallest first. NEC 210.52(A)(1), (2) (from memory).
 */

const reach = 72;
const rooms = Number(process.env['FIELDCHALK_SEEDS'] ?? 100);
const boxWidth = 2.25;
const boxHeight = 3.25;
const usualBottom = 16 - boxHeight / 2 + 0.75;
const trim = 3.5;
type Space = Result['rooms'][string]['spaces'][number];

interface Place {
  readonly along: number;
  readonly wall: string;
}

const between = (a: number, b: number, c: number, d: number) => a < d - 1 / 32 && b > c + 1 / 32;

/** Stud faces of one stretch where a box at some bottom is clear of everything, read from the result's members. */
function clearFaces(plan: Plan, result: Result, piece: Space['pieces'][number], bottom: number): number[] {
  const own = result.members.filter((m) => m.wall === piece.wall);
  const solid = (at: number) =>
    own.some(
      (m) =>
        between(at - boxWidth / 2, at + boxWidth / 2, m.at - m.width / 2, m.at + m.width / 2) &&
        between(bottom, bottom + boxHeight, m.low, m.high),
    ) ||
    Object.values(plan.openings).some(
      (o) =>
        o.wall === piece.wall &&
        between(at - boxWidth / 2, at + boxWidth / 2, o.at - trim, o.at + o.width + trim) &&
        between(bottom, bottom + boxHeight, o.sill - trim, o.head + trim),
    ) ||
    Object.values(plan.obstacles).some(
      (x) =>
        x.wall === piece.wall &&
        between(at - boxWidth / 2, at + boxWidth / 2, x.at, x.at + x.width) &&
        between(bottom, bottom + boxHeight, x.low, x.high),
    ) ||
    Object.values(result.marks).some(
      (m) =>
        m.wall === piece.wall &&
        m.side === piece.side &&
        between(at - boxWidth / 2, at + boxWidth / 2, m.at - boxWidth / 2, m.at + boxWidth / 2),
    );
  return own
    .filter((m) => m.number !== null && m.low <= bottom && m.high >= bottom + boxHeight)
    .flatMap((m) => [m.at - m.width / 2 - boxWidth / 2, m.at + m.width / 2 + boxWidth / 2])
    .filter(
      (at) =>
        at - boxWidth / 2 >= piece.start - 1 / 64 && at + boxWidth / 2 <= piece.end + 1 / 64 && !solid(at),
    );
}

/** Every place of a space a box could be nailed: at the house height, or just over a low board. */
function placesOf(plan: Plan, result: Result, space: Space): Place[] {
  let offset = 0;
  return space.pieces.flatMap((piece) => {
    const boards = Object.values(plan.obstacles).filter((x) => x.wall === piece.wall && x.high <= 40);
    const over = boards.flatMap((x) =>
      clearFaces(plan, result, piece, Math.ceil((x.high + 0.25 - 0.75) * 4) / 4 + 0.75).filter(
        (at) => at + boxWidth / 2 > x.at && at - boxWidth / 2 < x.at + x.width,
      ),
    );
    const all = [...new Set([...clearFaces(plan, result, piece, usualBottom), ...over])];
    const from = offset;
    offset += piece.end - piece.start;
    return all.map((at) => ({
      along: from + (piece.side === 'left' ? at - piece.start : piece.end - at),
      wall: `${piece.wall}/${piece.start}`,
    }));
  });
}

interface Owed {
  readonly along: number;
  /** Set where the school asks for this wall alone. */
  readonly wall: string | null;
}

const apart = (space: Space, a: number, b: number) =>
  space.ring ? Math.min(Math.abs(a - b), space.length - Math.abs(a - b)) : Math.abs(a - b);

/** Points that stand for the whole line: its ends, and just past the reach of every place. */
function owedPoints(space: Space, places: readonly Place[], school: string): Owed[] {
  const edges = places.flatMap((p) => [p.along + reach + 1e-4, p.along - reach - 1e-4]);
  const wrap = (v: number) => (space.ring ? (v + space.length) % space.length : v);
  const inLine = [0, space.length, ...edges.map(wrap)].filter((v) => v >= 0 && v <= space.length);
  const around = [...new Set(inLine)].map((along) => ({ along, wall: null }));
  if (school === 'around') return around;
  let offset = 0;
  const alone = space.pieces.flatMap((piece): Owed[] => {
    const [from, to] = [offset, offset + piece.end - piece.start];
    offset = to;
    if (to - from < 24) return [];
    const wall = `${piece.wall}/${piece.start}`;
    return [from + 1e-7, to - 1e-7, ...edges]
      .filter((v) => v > from && v < to)
      .map((along) => ({ along, wall }));
  });
  return [...around, ...alone];
}

/** The fewest further places that cover every owed point; null when all of them together do not. */
function fewest(
  space: Space,
  fixed: readonly Place[],
  places: readonly Place[],
  school: string,
): number | null {
  const covers = (p: Place, o: Owed) =>
    o.wall === null
      ? apart(space, p.along, o.along) <= reach
      : p.wall === o.wall && Math.abs(p.along - o.along) <= reach;
  const owed = owedPoints(space, [...fixed, ...places], school).filter(
    (o) => !fixed.some((f) => covers(f, o)),
  );
  if (owed.length === 0) return 0;
  if (owed.some((o) => !places.some((p) => covers(p, o)))) return null;
  owed.sort((a, b) => a.along - b.along);
  const masks = places.map((p) => owed.reduce((m, o, i) => (covers(p, o) ? m | (1n << BigInt(i)) : m), 0n));
  const kept = [...new Set(masks)].filter((m) => !masks.some((other) => other !== m && (other & m) === m));
  const all = (1n << BigInt(owed.length)) - 1n;
  let reached = new Set([0n]);
  for (let count = 0; ; count++) {
    if (reached.has(all)) return count;
    const next = new Set<bigint>();
    for (const done of reached) {
      const missing = all & ~done;
      const lowest = missing & -missing;
      for (const m of kept) if ((m & lowest) !== 0n) next.add(done | m);
    }
    reached = new Set([...next].filter((m) => ![...next].some((other) => other !== m && (other & m) === m)));
  }
}

/** A room with a door, a window, perhaps a fireplace, a duct, a band board, a jog and a box somebody pinned. */
function randomRoom(seed: number, school: string): Plan {
  const random = randomFrom(seed);
  const between_ = (low: number, high: number) => low + Math.floor(random() * (high - low));
  const [w, h, jog] = [between_(90, 300), between_(90, 220), random() < 0.5];
  const rows = jog ? `${w}\n${h}\n${w - 36}\n20 left\n36\n${h - 20}` : `${w}\n${h}\n${w}\n${h}`;
  let plan = edited(roomOf(rows), 'setRule', { rule: 'spacing.corners', value: school });
  if (random() < 0.9)
    plan = edited(plan, 'addOpening', {
      wall: 'w1',
      kind: 'door',
      at: between_(8, 40),
      width: 32,
      swing: 'right',
    });
  if (random() < 0.6)
    plan = edited(plan, 'addOpening', {
      wall: 'w2',
      kind: random() < 0.5 ? 'window' : 'fireplace',
      at: between_(20, 40),
      width: 36,
      sill: 0,
      head: 60,
    });
  if (random() < 0.5)
    plan = edited(plan, 'addObstacle', {
      wall: 'w1',
      at: between_(50, 70),
      width: 14,
      low: 0,
      high: 97,
      kind: 'duct',
    });
  if (random() < 0.3)
    plan = edited(plan, 'addObstacle', {
      wall: 'w3',
      at: 4,
      width: between_(30, 80),
      low: 0,
      high: between_(14, 26),
      kind: 'band board',
    });
  if (random() < 0.5) plan = edited(plan, 'measureStud', { wall: 'w2', at: 64 + random() * 2, was: 64 });
  if (random() < 0.4) {
    plan = edited(plan, 'addBox', { wall: 'w3', side: 'right', at: between_(30, 50) });
    plan = edited(plan, 'setBox', { box: 'b1', changes: { pinned: true } });
  }
  return plan;
}

describe.each(['around', 'each-wall'] as const)('corners %s', (school) => {
  test(`${rooms} seeded rooms: the proposal is as few as an exact search finds, and every inch is in reach`, () => {
    const tried = { compared: 0, blocked: 0 };
    for (let seed = 1; seed <= rooms; seed++) {
      const plan = randomRoom(school === 'around' ? seed : 5000 + seed, school);
      const before = computed(plan);
      const done = edited(plan, 'propose', { only: ['receptacles'] });
      const after = computed(done);
      const added = Object.keys(done.boxes).filter((id) => !(id in plan.boxes));
      const spaces = before.rooms.r1!.spaces.filter((s) => s.required);
      const answers = spaces.map((space) => {
        const fixed = space.receptacles.map((r) => ({ along: r.along, wall: wallAlong(space, r.along) }));
        return fewest(space, fixed, placesOf(plan, before, space), school);
      });
      const worst = worstInch(after, school);
      if (answers.some((a) => a === null)) {
        tried.blocked++;
        expect(added.some((id) => done.boxes[id]!.exact) || worst > reach, `seed ${seed}`).toBe(true);
        continue;
      }
      tried.compared++;
      const exact = answers.reduce<number>((sum, a) => sum + a!, 0);
      if (added.length !== exact) throw new Error(`seed ${seed}: proposed ${added.length}, exact ${exact}`);
      if (worst > reach) throw new Error(`seed ${seed}: an inch is ${worst} from the nearest`);
    }
    expect(tried.compared).toBeGreaterThan(rooms * 0.8);
  }, 90_000);
});

function wallAlong(space: Space, along: number): string {
  let offset = 0;
  for (const piece of space.pieces) {
    offset += piece.end - piece.start;
    if (along <= offset + 1e-6) return `${piece.wall}/${piece.start}`;
  }
  return '';
}

/** Every inch of floor line, and for the second school every inch of every straight wall of 2 ft and more by itself. */
function worstInch(result: Result, school: string): number {
  let worst = 0;
  for (const space of result.rooms.r1!.spaces.filter((s) => s.required)) {
    const at = space.receptacles.map((r) => ({ along: r.along, wall: wallAlong(space, r.along) }));
    for (let inch = 0; inch <= space.length; inch++)
      worst = Math.max(worst, Math.min(...at.map((r) => apart(space, r.along, inch)), Infinity));
    let offset = 0;
    for (const piece of space.pieces) {
      const span = piece.end - piece.start;
      const own = at.filter((r) => r.wall === `${piece.wall}/${piece.start}`);
      for (let inch = 0; school === 'each-wall' && span >= 24 && inch <= span; inch++)
        worst = Math.max(worst, Math.min(...own.map((r) => Math.abs(r.along - offset - inch)), Infinity));
      offset += span;
    }
  }
  return worst;
}
