import type { FoundRoom } from '../src/rooms/index.ts';
import type { Fixture, Plan } from '../src/plan/index.ts';
import { Computer } from '../src/compute/index.ts';
import { planOf, randomFrom } from './index.ts';
import { houseToWire } from './houseToWire.ts';

/** Besides those of `houseToWire`. */
const schools: Record<string, unknown>[] = [
  {}, { 'box.material': 'metal' }, { 'box.size': 'deepest' }, { 'route.prefer': 'holes' }, { 'route.prefer': 'cable' },
  { 'drill.line': 'below-hip' }, { 'route.prefer': 'in-wall' }, { 'light.layout': 'middle' },
]; // prettier-ignore

interface Stretch {
  readonly wall: string;
  readonly side: 'left' | 'right';
  readonly from: number;
  readonly length: number;
}

/** A house to wire with windows in its outer walls, and with what its kitchens, baths and laundries need standing in them. */
export function furnishedHouse(seed: number): Plan {
  const bare = houseToWire(seed);
  const { rooms } = new Computer().take(bare);
  const random = randomFrom(seed * 13 + 5);
  const all = Object.keys(bare.rooms).flatMap((room) => stretchesOf(rooms[room]!, room));
  const outer = new Set(all.map((s) => s.wall).filter((w) => new Set(sidesOf(w, all)).size === 1));
  const hasDoor = (s: Stretch) =>
    Object.values(bare.openings).some(
      (o) => o.wall === s.wall && o.at + o.width > s.from && o.at < s.from + s.length,
    );
  const free = all.filter((s) => !hasDoor(s) && s.length > 64);
  const isKitchen = (s: RoomStretch) => bare.rooms[s.room]!.use === 'kitchen';
  const windows = free
    // A window over all of a counter leaves no wall for its receptacle.
    .filter((s) => outer.has(s.wall) && s.length > (isKitchen(s) ? 110 : 70) && random() < 0.8)
    .map((s) => ({
      wall: s.wall,
      kind: 'window',
      at: Math.round(s.from + s.length / 2 - 18),
      width: 36,
      sill: 36,
      head: 80,
    }));
  const fixtures: Partial<Fixture>[] = [];
  for (const s of free) furnish(fixtures, s, bare);
  const keyed = (letter: string, list: readonly object[]) =>
    Object.fromEntries(list.map((x, i) => [`${letter}${i + 1}`, x]));
  return planOf({
    ...bare,
    walls: Object.fromEntries(
      Object.entries(bare.walls).map(([id, w]) => [id, { ...w, exterior: outer.has(id) }]),
    ),
    openings: { ...bare.openings, ...keyed('v', windows) },
    fixtures: keyed('f', fixtures),
    rules: { ...bare.rules, values: { ...bare.rules.values, ...schools[seed % schools.length] } },
  });
}

type RoomStretch = Stretch & { readonly room: string };

const stretchesOf = (room: FoundRoom, id: string): RoomStretch[] =>
  (room.boundary?.faces ?? []).flatMap(({ wall, side, startAt, endAt }) =>
    wall === null
      ? []
      : [{ room: id, wall, side, from: Math.min(startAt, endAt), length: Math.abs(endAt - startAt) }],
  );

const sidesOf = (wall: string, all: readonly Stretch[]) =>
  all.filter((s) => s.wall === wall).map((s) => s.side);

/** What the room's use still lacks goes on a stretch of wall. */
function furnish(fixtures: Partial<Fixture>[], s: RoomStretch, plan: Plan): void {
  const { room, wall, side, from, length } = s;
  const lacks = (kind: Fixture['kind']) => !fixtures.some((f) => f.room === room && f.kind === kind);
  const put = (kind: Fixture['kind'], at: number, width: number, depth: number) =>
    fixtures.push({ room, kind, wall, side, at, width, depth });
  const middle = from + length / 2;
  switch (plan.rooms[room]!.use) {
    case 'kitchen':
      if (lacks('sink')) {
        put('counter', from + 2, length - 4, 25);
        put('sink', middle - 15, 30, 22);
      } else if (lacks('range') && length > 96) {
        put('counter', from + 34, length - 38, 25);
        put('range', from + 34 + (length - 38) / 2 - 15, 30, 26);
      } else if (lacks('refrigerator')) put('refrigerator', from + 4, 36, 30);
      break;
    case 'bath':
      if (lacks('tub')) put('tub', from, 60, 30);
      else if (lacks('basin')) put('basin', middle - 10, 20, 18);
      break;
    case 'powder':
      if (lacks('basin')) put('basin', middle - 10, 20, 18);
      break;
    case 'laundry':
      if (lacks('washer')) put('washer', from + 3, 28, 30);
      else if (lacks('dryer')) put('dryer', from + 3, 28, 30);
      break;
    default:
  }
}
