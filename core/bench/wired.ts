import { propose, type ProposalKind } from '../src/proposals/index.ts';
import type { Plan, RoomUse } from '../src/plan/index.ts';
import { planOf } from '../testing/index.ts';

/** A plan with everything that can be proposed in it: boxes, circuits in a panel with room for them, and the cables laid. */
export function wired(plan: Plan, parts: readonly ProposalKind[] = ['boxes', 'circuits', 'runs']): Plan {
  const house = structuredClone(plan);
  for (const panel of Object.values(house.panels)) panel.spaces = 84;
  for (const part of parts) propose(house, { only: [part] });
  const { boxes, circuits, runs } = house;
  for (const [name, list] of Object.entries({ boxes, circuits, runs }))
    if (parts.includes(name as ProposalKind))
      if (Object.keys(list).length === 0) throw new Error(`a wired house has ${name}; this one has none`);
  return house;
}

/** Rooms in rows: long walls run through, partitions stand between them, every room with a door and every outer one with a window. */
export function gridHouse(columns: number, rows: number): Plan {
  const [w, h] = [144, 132];
  const points: Record<string, { x: number; y: number }> = {};
  const walls: Record<string, object> = {};
  const openings: Record<string, object> = {};
  const add = (id: string, from: [number, number], to: [number, number]) => {
    points[`${id}a`] = { x: from[0], y: from[1] };
    points[`${id}b`] = { x: to[0], y: to[1] };
    walls[id] = { from: `${id}a`, to: `${id}b` };
  };
  for (let r = 0; r <= rows; r++) add(`h${r}`, [0, r * h], [columns * w, r * h]);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c <= columns; c++) add(`v${r}_${c}`, [c * w, r * h], [c * w, (r + 1) * h]);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++)
      openings[`o${r}_${c}`] = {
        wall: `h${r}`,
        at: c * w + 40,
        width: 32,
        kind: r === 0 ? 'window' : 'door',
        sill: r === 0 ? 36 : 0,
        head: 80,
      };
  const rooms = Object.fromEntries(
    Array.from({ length: rows * columns }, (_, i) => [
      `r${i}`,
      { x: ((i % columns) + 0.5) * w, y: (Math.floor(i / columns) + 0.5) * h, use: 'bedroom' },
    ]),
  );
  const panels = { n1: { on: { wall: 'h0', side: 'left', at: 20, away: 60 } } };
  return planOf({ points, walls, openings, rooms, panels });
}

const uses: readonly RoomUse[] = ['bedroom', 'living', 'kitchen', 'bath', 'hall', 'office'];

/** A house of 1, 8, 30 or 60 rooms that share walls, every use in turn, with a panel outside. */
export function connectedHouse(rooms: number): Plan {
  const columns = { 1: 1, 8: 4, 30: 6, 60: 10 }[rooms];
  if (!columns) throw new Error(`no house of ${rooms} rooms is laid out`);
  const house = gridHouse(columns, rooms / columns);
  Object.values(house.rooms).forEach((room, i) => (room.use = uses[i % uses.length]!));
  for (const panel of Object.values(house.panels)) panel.spaces = 84;
  return house;
}
