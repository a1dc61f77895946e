import { entryOf, nth } from '../lookups/index.ts';
import type { XY } from '../geometry/index.ts';
import { entriesOf, valuesOf } from '../incremental/index.ts';
import type { Plan } from '../plan/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { GraphBuilder } from './graphBuilder.ts';

/** How far past a room's own walls an upper wall may stand and still be over it. */
const overhang = 12;

/** Joins what comes through the plates into the open framing over and under each room; walls of no room by themselves. */
export function addCeilingAndFloor(
  b: GraphBuilder,
  plan: Plan,
  rooms: Readonly<Record<string, FoundRoom>>,
): void {
  const groups = valuesOf(rooms).map((room) => ({
    walls: [...new Set(room.boundary?.faces.flatMap((f) => f.wall ?? []))],
    ...overAndUnder(plan, room.id),
  }));
  const grouped = new Set(groups.flatMap((g) => g.walls));
  for (const id of Object.keys(b.baysOfWall)) {
    const level = entryOf(plan.levels, entryOf(b.framing.lines, id).level);
    if (!grouped.has(id)) groups.push({ walls: [id], level, above: level.above, below: level.below });
  }
  for (const { walls, level, above, below } of groups) {
    for (const [kind, lists, passable, bored] of [
      ['above', b.over, above !== 'closed', above === 'joists'],
      ['below', b.under, below !== 'slab', below === 'joists'],
    ] as const) {
      const upstairs = kind === 'above' ? floorsOver(b, plan, walls) : [];
      const nodes = passable
        ? [...walls, ...upstairs].flatMap((w) => (upstairs.includes(w) ? b.under : lists)[w] ?? [])
        : [];
      if (nodes.length < 2) continue;
      const index = b.spaces.push({ kind, nodes, joists: bored ? level.joists : null }) - 1;
      for (const node of nodes) nth(b.spacesOf, node).push(index);
    }
  }
}

/** Walls of the next level up that stand over a room: what is over the room is under them. */
function floorsOver(b: GraphBuilder, plan: Plan, walls: readonly string[]): string[] {
  const own = plan.levels[b.framing.lines[walls[0] ?? '']?.level ?? ''];
  if (!own) return [];
  const higher = entriesOf(plan.levels).filter(([, l]) => l.elevation > own.elevation);
  const next = higher.sort((x, y) => x[1].elevation - y[1].elevation)[0];
  if (!next || next[1].below === 'slab') return [];
  const ends = walls.flatMap((w) => [entryOf(b.framing.lines, w).from, entryOf(b.framing.lines, w).to]);
  const [xs, ys] = [ends.map((p) => p.x), ends.map((p) => p.y)];
  const within = (p: XY) =>
    p.x > Math.min(...xs) - overhang &&
    p.x < Math.max(...xs) + overhang &&
    p.y > Math.min(...ys) - overhang &&
    p.y < Math.max(...ys) + overhang;
  return valuesOf(b.framing.lines)
    .filter((l) => l.level === next[0] && within({ x: (l.from.x + l.to.x) / 2, y: (l.from.y + l.to.y) / 2 }))
    .map((l) => l.id);
}

/** What lies over and under a room: its own, or its level's. */
function overAndUnder(plan: Plan, roomId: string) {
  const room = entryOf(plan.rooms, roomId);
  const level = entryOf(plan.levels, room.level);
  return { level, above: room.above ?? level.above, below: room.below ?? level.below };
}
