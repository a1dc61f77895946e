import { medianMs } from './timing.ts';
import { Computer, compute } from '../src/compute/index.ts';
import { propose } from '../src/proposals/index.ts';
import { isOnWall, type Plan } from '../src/plan/index.ts';
import { edited } from '../testing/index.ts';
import { roomsInRows } from './boxes.bench.ts';
import { wired } from './wired.ts';

const line = (what: string, ms: number, ratio: string) =>
  `${what.padEnd(52)} ${ms.toFixed(1).padStart(8)} ms   ${ratio}`;

/** The wired house with its circuits, or its cables, taken out again. */
const without = (plan: Plan, what: 'circuits' | 'runs'): Plan => ({
  ...structuredClone(plan),
  runs: {},
  ...(what === 'circuits'
    ? {
        circuits: {},
        devices: Object.fromEntries(
          Object.entries(plan.devices).map(([id, d]) => [id, { ...structuredClone(d), circuit: null }]),
        ),
      }
    : {}),
});

/** What one edit costs in a wired house, and what proposing its circuits and cables does, each against a full compute of that house. */
export function bench(): string[] {
  const lines: string[] = [];
  let one: { circuits: number; runs: number } | null = null;
  for (const count of [1, 8, 30]) {
    const house = wired(roomsInRows(count));
    const rounds = count > 8 ? 3 : 5;
    const full = medianMs(rounds, () => compute(house));
    const size = `${count} ${count === 1 ? 'room' : 'rooms'}, ${Object.keys(house.boxes).length} boxes, ${Object.keys(house.runs).length} runs`;
    lines.push(line(`full compute, ${size}`, full, '1.0 ×'));
    const ms = Object.fromEntries(
      (['circuits', 'runs'] as const).map((what) => {
        const bare = without(house, what);
        return [what, medianMs(rounds, () => propose(structuredClone(bare), { only: [what] }))];
      }),
    ) as { circuits: number; runs: number };
    one ??= ms;
    for (const what of ['circuits', 'runs'] as const)
      lines.push(
        line(
          `propose ${what}`,
          ms[what],
          `${(ms[what] / full).toFixed(1)} × a full compute, ${(ms[what] / count / one[what]).toFixed(1)} × one room’s, a room`,
        ),
      );
    const onWalls = Object.keys(house.boxes).filter((id) => isOnWall(house.boxes[id]!.on));
    const box = onWalls[Math.floor(onWalls.length / 2)]!;
    const edits = {
      'one wall moved': (i: number) => edited(house, 'moveWall', { wall: 'w0_2', offset: i % 2 ? 2 : -2 }),
      'one box moved': (i: number) => edited(house, 'moveBox', { box, at: i % 2 ? 46 : 80 }),
      'one circuit’s cables taken out': (i: number) =>
        edited(house, 'clearRuns', {
          circuit: Object.keys(house.circuits)[i % Object.keys(house.circuits).length]!,
        }),
    };
    for (const [what, make] of Object.entries(edits)) {
      const plans = Array.from({ length: rounds + 1 }, (_, i) => make(i));
      const computer = new Computer();
      computer.compute(plans[0]!);
      const moved = medianMs(rounds, (i) => computer.compute(plans[i + 1]!));
      lines.push(line(what, moved, `${(moved / full).toFixed(2)} × a full compute`));
    }
  }
  return lines;
}
