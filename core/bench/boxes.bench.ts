import { medianMs } from './timing.ts';
import { Computer } from '../src/compute/index.ts';
import { propose } from '../src/proposals/index.ts';
import type { Plan } from '../src/plan/index.ts';
import { planOf } from '../testing/index.ts';

/** Rooms of one floor in rows of six, each 14 by 12 ft between centres with a door and a window, every use in turn. */
export function roomsInRows(count: number): Plan {
  const uses = ['bedroom', 'living', 'kitchen', 'bath', 'hall', 'office'];
  const [wide, deep] = [168, 144];
  const all: Record<string, Record<string, object>> = { points: {}, walls: {}, openings: {}, rooms: {} };
  for (let i = 0; i < count; i++) {
    const [x, y] = [(i % 6) * (wide + 40), Math.floor(i / 6) * (deep + 40)];
    const corners = [
      [0, 0],
      [wide, 0],
      [wide, deep],
      [0, deep],
    ];
    corners.forEach(([dx, dy], k) => (all['points']![`p${i}_${k}`] = { x: x + dx!, y: y + dy! }));
    corners.forEach(
      (_, k) => (all['walls']![`w${i}_${k}`] = { from: `p${i}_${k}`, to: `p${i}_${(k + 1) % 4}` }),
    );
    all['openings']![`d${i}`] = { wall: `w${i}_0`, kind: 'door', at: 30, width: 32 };
    all['openings']![`o${i}`] = { wall: `w${i}_2`, kind: 'window', at: 60, width: 48, sill: 36, head: 80 };
    all['rooms']![`r${i}`] = {
      x: x + wide / 2,
      y: y + deep / 2,
      name: `Room ${i}`,
      use: uses[i % uses.length],
    };
  }
  return planOf({ ...all, panels: { n1: { on: { wall: 'w0_0', side: 'right', at: 20, away: 120 } } } });
}

/** All boxes of 1, 8 and 30 rooms proposed, against a full compute of the same rooms with their boxes in. */
export function bench(): string[] {
  const line = (what: string, ms: number, ratio: string) =>
    `${what.padEnd(44)} ${ms.toFixed(1).padStart(8)} ms   ${ratio}`;
  const sizes = [1, 8, 30];
  const measured = sizes.map((count) => {
    const bare = roomsInRows(count);
    const ms = medianMs(count > 8 ? 3 : 5, () => propose(structuredClone(bare), { only: ['boxes'] }));
    const full = structuredClone(bare);
    propose(full, { only: ['boxes'] });
    const compute = medianMs(3, () => new Computer().compute(full));
    return { count, ms, compute, boxes: Object.keys(full.boxes).length };
  });
  const [one] = measured;
  return measured.map(({ count, ms, compute, boxes }) =>
    line(
      `propose boxes, ${count} ${count === 1 ? 'room' : 'rooms'} (${boxes} boxes)`,
      ms,
      `${(ms / compute).toFixed(1)} × a full compute, ${(ms / count / one!.ms).toFixed(1)} × one room’s, a room`,
    ),
  );
}
