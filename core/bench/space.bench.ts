import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { medianMs } from './timing.ts';
import { Computer, compute } from '../src/compute/index.ts';
import { planFromDxf } from '../src/formats/dxf/index.ts';
import type { Plan } from '../src/plan/index.ts';
import { edited, planOf } from '../testing/index.ts';
import { valuesOf } from '../src/incremental/index.ts';
import { wired } from './wired.ts';

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

export function bench(): string[] {
  const line = (what: string, ms: number, note: string) =>
    `${what.padEnd(44)} ${ms.toFixed(1).padStart(8)} ms   ${note}`;
  const houses = [gridHouse(1, 1), gridHouse(4, 2), gridHouse(6, 5)];
  const spaces = houses.map((plan) =>
    medianMs(9, () => {
      const { framing, rooms } = new Computer().take(plan);
      return void [valuesOf(framing.walls), valuesOf(rooms)];
    }),
  );
  const big = wired(houses[2]!);
  const studs = compute(big).members.filter((m) => m.number !== null).length;
  const full = medianMs(5, () => compute(big));
  const computer = new Computer();
  computer.compute(big);
  const moves = Array.from({ length: 10 }, (_, i) =>
    edited(big, 'moveWall', { wall: 'v2_3', offset: i % 2 ? 4 : -4 }),
  );
  const moved = medianMs(9, (i) => computer.compute(moves[i + 1]!));
  const drawing = readFileSync(
    fileURLToPath(new URL('../../node_modules/dxf/test/resources/floorplan.dxf', import.meta.url)),
    'utf8',
  );
  const imported = medianMs(5, () => planFromDxf(drawing));
  return [
    line('framing and rooms, 1 room', spaces[0]!, '1.0 ×'),
    line('framing and rooms, 8 rooms', spaces[1]!, `${(spaces[1]! / spaces[0]!).toFixed(1)} × one room`),
    line(
      `framing and rooms, 30 rooms, ${studs} uprights`,
      spaces[2]!,
      `${(spaces[2]! / spaces[0]!).toFixed(1)} × one room`,
    ),
    line(
      'one wall moved in 30 wired rooms',
      moved,
      `${(moved / full).toFixed(2)} × a full compute (${full.toFixed(0)} ms)`,
    ),
    line('a real one-storey house read from DXF', imported, ''),
  ];
}
