import { aboveKinds, accessKinds, belowKinds, fixtureKinds, type Fixture } from '@fieldchalk/core';
import type { EntryContext, Order } from './order.ts';
import { edgeAt, fieldsOf, lengthOf, order, placeOf, problem, wallOf } from './verbs.ts';

/** What stands in a wall, by its first word; low and high where it usually is, above the subfloor, in inches. Common practice, no source. */
export const inWalls: Readonly<
  Record<string, { readonly kind: string; readonly low: number; readonly high: number }>
> = {
  band: { kind: 'band board', low: 0, high: 12 },
  ledger: { kind: 'ledger', low: 0, high: 12 },
  shelf: { kind: 'shelf', low: 12, high: 30 },
  duct: { kind: 'duct', low: 0, high: 97 },
  pipe: { kind: 'pipe', low: 0, high: 97 },
  post: { kind: 'post', low: 0, high: 97 },
  beam: { kind: 'beam', low: 84, high: 97 },
  block: { kind: 'fire block', low: 46, high: 50 },
  chase: { kind: 'chase', low: 0, high: 97 },
};

/** `band board 120 at 24 wall B high 14`: something in a wall that boxes and cable keep clear of. */
export function inWallOrder(word: string, rest: string, context: EntryContext): Order {
  const usual = inWalls[word];
  if (!usual)
    return problem(
      `What is in the wall? ${Object.values(inWalls)
        .map((x) => x.kind)
        .join(', ')}.`,
    );
  const f = fieldsOf(rest.replace(/^board\s+/i, ''));
  const wall = wallOf(context, f['wall'] || undefined);
  const width = lengthOf(f[''], 'Width');
  const at = edgeAt(wall, lengthOf(placeOf(f), 'Distance from the left corner (at …)'), width);
  const low = f['low'] ? lengthOf(f['low'], 'Its lower edge (low …)') : usual.low;
  const high = f['high'] ? lengthOf(f['high'], 'Its upper edge (high …)') : usual.high;
  if (high <= low) return problem('Its upper edge (high …): must be above the lower one.');
  return order('addObstacle', { wall: wall.wall, kind: usual.kind, at, width, low, high });
}

/** What stands on the floor of a room and on no wall. */
const freeStanding: ReadonlySet<Fixture['kind']> = new Set(['island', 'peninsula']);

/** `bench 96 at 20 wall B`, `counter 120 wall A 0 deep 25`: what stands along a wall of the room in hand; an island in its middle. */
export function fixtureOrder(kind: Fixture['kind'], rest: string, context: EntryContext): Order {
  const { room, plan } = context;
  const own = room === null ? undefined : plan.rooms[room];
  if (room === null || !own) return problem('Name the room first: room Study office.');
  const f = fieldsOf(rest);
  const width = lengthOf(f[''], 'Width');
  const depth = f['deep'] ? { depth: lengthOf(f['deep'], 'Depth (deep …)') } : {};
  if (freeStanding.has(kind)) return order('addFixture', { room, kind, width, ...depth, x: own.x, y: own.y });
  const wall = wallOf(context, f['wall'] || undefined);
  const at = edgeAt(wall, lengthOf(placeOf(f), 'Distance from the left corner (at …)'), width);
  return order('addFixture', { room, kind, wall: wall.wall, side: wall.side, at, width, ...depth });
}

const oneOf = <T extends string>(list: readonly T[], word: string): T | undefined =>
  list.find((kind) => kind === word.toLowerCase());

/** `over closed fish`, `under slab`, `grade below`: what is around the room in hand, where that is not as its level. */
export function aroundOrder(what: 'over' | 'under' | 'grade', rest: string, { room }: EntryContext): Order {
  if (room === null) return problem('Name the room first: room Study office.');
  if (what === 'grade') {
    if (!/^(above|below)$/i.test(rest)) return problem('Above grade or below it? grade below.');
    return order('setRoom', { room, changes: { belowGrade: /below/i.test(rest) } });
  }
  const [kind = '', does = ''] = rest.split(/\s+/);
  const access = oneOf(accessKinds, does);
  if (what === 'over') {
    const above = oneOf(aboveKinds, kind);
    return above
      ? order('setRoom', { room, changes: { above, ...(access ? { ceilingAccess: access } : {}) } })
      : problem(`What is over the room? ${aboveKinds.join(', ')}.`);
  }
  const below = oneOf(belowKinds, kind);
  return below
    ? order('setRoom', { room, changes: { below, ...(access ? { floorAccess: access } : {}) } })
    : problem(`What is under the room? ${belowKinds.join(', ')}.`);
}

/** `closed wall B`, `open wall B`, `closed walls`: whether walls have their finish on. */
export function coverOrder(cover: 'open' | 'closed', rest: string, context: EntryContext): Order {
  const all = (context.unrolled?.walls ?? []).map((w) => w.wall);
  if (/^walls$/i.test(rest)) {
    if (all.length === 0) return problem('There are no walls here yet.');
    return order('setWalls', { walls: [...new Set(all)], changes: { cover } });
  }
  const [, letter] = /^wall\s+(\S+)$/i.exec(rest) ?? [];
  if (!letter) return problem(`Which walls? ${cover} wall B, or ${cover} walls for all of the room.`);
  return order('setWall', { wall: wallOf(context, letter).wall, changes: { cover } });
}

/** Lines that show how these are written, for a room whose first wall has this letter. */
export const thingWords = (first: string): string[] => [
  ...Object.entries(inWalls).map(([word, { high }]) =>
    word === 'band' ? `band board 96 at 0 wall ${first} high ${high}` : `${word} 12 at 40 wall ${first}`,
  ),
  ...fixtureKinds.filter((kind) => kind !== 'other').map((kind) => `${kind} 60 at 20 wall ${first}`),
  ...aboveKinds.map((kind) => `over ${kind}`),
  ...belowKinds.map((kind) => `under ${kind}`),
  'over closed fish',
  'over closed open',
  'grade below',
  `closed wall ${first}`,
  'closed walls',
  `open wall ${first}`,
];
