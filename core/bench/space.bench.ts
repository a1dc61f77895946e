import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { medianMs } from './timing.ts';
import { Computer, compute } from '../src/compute/index.ts';
import { planFromDxf } from '../src/formats/dxf/index.ts';
import { edited } from '../testing/index.ts';
import { valuesOf } from '../src/incremental/index.ts';
import { gridHouse, wired } from './wired.ts';

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
