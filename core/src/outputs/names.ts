import { listUnder, nth } from '../lookups/index.ts';
import { deviceWords } from '../boxes/index.ts';
import { idsOf, query } from '../incremental/index.ts';
import { boxNumber, isOnWall, type Names, type Plan, type Side } from '../plan/index.ts';
import { roomHolding } from '../rooms/seeing.ts';
import { lettersOf } from '../rooms/letters.ts';
import { readWalk, type WalkedStretch } from '../rooms/walked.ts';
import { wallAtPoint } from '../survey/pointing.ts';
import { formatLength } from '../units/index.ts';

interface SeenWall {
  readonly room: string;
  readonly letter: string;
  readonly wall: string;
  readonly side: Side;
  readonly start: number;
  readonly end: number;
  /** Where its left corner is, along the wall, as the room faces it. */
  readonly left: number;
}

const withLetters = (plan: Plan, room: string, stretches: readonly WalkedStretch[]) => {
  const letters = lettersOf(plan, room, stretches);
  return stretches.map((s, i) => ({ ...s, letter: nth(letters, i) }));
};

/** Every stretch of wall a room sees, with the letter it has there. */
const seenFrom = query('walls seen from room', (plan: Plan, room: string): SeenWall[] =>
  withLetters(plan, room, readWalk(plan, room)?.stretches ?? []).map(({ letter, ...s }) => ({
    room,
    letter,
    wall: s.wall,
    side: s.side,
    start: Math.min(s.start, s.end),
    end: Math.max(s.start, s.end),
    left: s.start,
  })),
);

/** By wall, in the order of the rooms. */
const seenWalls = query('walls seen', (plan: Plan): Map<string, SeenWall[]> => {
  const byWall = new Map<string, SeenWall[]>();
  for (const room of idsOf(plan.rooms))
    for (const seen of seenFrom(plan, room)) listUnder(byWall, seen.wall).push(seen);
  return byWall;
});
const nobody: readonly SeenWall[] = [];
const seenWall = query(
  'wall seen',
  (plan: Plan, wall: string): readonly SeenWall[] => seenWalls(plan).get(wall) ?? nobody,
);

const slack = 1;

/**
 * What the things of a plan are called on site. Walls have the letter of the room that sees them; what has no name is called by what
 * it is. Made for one plan; nothing is worked out before it is asked for, and nothing throws for a thing that is gone.
 */
export function namesOf(plan: Plan): Names {
  const room = (id: string) => {
    const known = plan.rooms[id];
    return known ? known.name || `the ${known.use} without a name` : 'a room that is gone';
  };
  const wall = (id: string, of?: string): string => {
    const here = seenWall(plan, id);
    const own = here.find((s) => s.room === of) ?? here[0];
    if (own) return `wall ${own.letter} of ${room(own.room)}`;
    const known = plan.walls[id];
    if (!known) return 'a wall that is gone';
    const level = plan.levels[plan.points[known.from]?.level ?? '']?.name;
    return `a wall outside every room${level ? ` on ${level}` : ''}`;
  };
  const onWall = (id: string, side: Side, at: number): string => {
    const here = seenWall(plan, id).find(
      (s) => s.side === side && at >= s.start - slack && at <= s.end + slack,
    );
    return here ? `${room(here.room)}, wall ${here.letter}` : 'on a wall outside every room';
  };
  const box = (id: string): string => {
    const on = plan.boxes[id]?.on;
    if (!on) return `box ${boxNumber(id)}`;
    const where = isOnWall(on)
      ? onWall(on.wall, on.side, on.at)
      : 'ceiling' in on
        ? `${room(on.ceiling)}, ceiling`
        : `${room(on.floor)}, floor`;
    return `box ${boxNumber(id)}, ${where}`;
  };
  const panel = (id: string) => plan.panels[id]?.name || 'the panel';
  const end = (id: string | null): string => {
    if (id === null) return 'an open end';
    return plan.panels[id] ? panel(id) : `box ${boxNumber(id)}`;
  };
  return {
    room,
    wall,
    wallIn: (of, id) => {
      const own = seenWall(plan, id).find((s) => s.room === of);
      return own ? `wall ${own.letter}` : 'a wall';
    },
    box,
    panel,
    end,
    boxNumber: (id) => `box ${boxNumber(id)}`,
    opening: (id) => {
      const o = plan.openings[id];
      return o ? `the ${o.kind.replaceAll('-', ' ')} in ${wall(o.wall)}` : 'an opening that is gone';
    },
    fixture: (id) => {
      const f = plan.fixtures[id];
      return f
        ? `the ${f.label || f.kind.replaceAll('-', ' ')} in ${room(f.room)}`
        : 'a fixture that is gone';
    },
    device: (id) => {
      const d = plan.devices[id];
      return d ? `the ${d.label || deviceWords(d.kind)} in ${box(d.box)}` : 'a device that is gone';
    },
    circuit: (id) => {
      const c = plan.circuits[id];
      if (!c) return 'a circuit that is gone';
      return c.name || (c.space === null ? 'without a name' : `in space ${c.space}${c.half ?? ''}`);
    },
    place: (at) => {
      const inWall = wallAtPoint(plan, at.level, at);
      if (inWall) {
        const seen = seenWall(plan, inWall.wall);
        const isIn = (s: SeenWall) => inWall.at >= s.start - slack && inWall.at <= s.end + slack;
        const here = seen.find(isIn) ?? seen[0];
        const along = formatLength(Math.abs(inWall.at - (here?.left ?? 0)));
        const from = here ? 'from its left corner' : 'along';
        return `${wall(inWall.wall, here?.room)}, ${along} ${from}, ${formatLength(at.z)} up`;
      }
      const holding = roomHolding(plan, at.level, at);
      const where = at.z > 0 ? 'over' : 'under';
      return `${where} ${holding === null ? 'open ground' : room(holding)}`;
    },
    run: (id) => {
      const r = plan.runs[id];
      return r ? `the cable from ${end(r.from)} to ${end(r.to)}` : 'a cable that is gone';
    },
  };
}

/** A sentence with its first letter large. */
export const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
