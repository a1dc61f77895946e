import { roomUses, type Plan } from '../src/plan/index.ts';
import { readPlan } from '../src/plan/read.ts';
import { randomFrom } from './index.ts';
import { planOfHouse, randomHouse } from './randomHouse.ts';

const schools: Record<string, unknown>[] = [
  {}, { 'control.feed': 'light' }, { 'control.feed': 'far', 'circuit.dark': 'split' }, { shape: 'tree' },
  { 'protect.gfci': 'breaker', 'circuit.general': 20 }, { 'circuit.lighting': 'with-receptacles', 'circuit.bath': 'one-room' },
  { 'control.neutral': 'one', 'circuit.alarms': 'own', 'circuit.own': 'more' }, { 'circuit.capBy': 'va', 'protect.gfci': 'dual' },
]; // prettier-ignore

/** A random house with a use for each room, a door in each wall that is long enough, and a panel. */
export function houseToWire(seed: number): Plan {
  const random = randomFrom(seed * 7 + 1);
  const given = planOfHouse(randomHouse(seed), null);
  const points = given.points!;
  const rooms = Object.fromEntries(
    Object.entries(given.rooms!).map(([id, at]) => [
      id,
      { ...at, name: `Room ${id}`, use: roomUses[Math.floor(random() * roomUses.length)] },
    ]),
  );
  const doors = Object.entries(given.walls!).flatMap(([wall, w]) => {
    const [a, b] = [points[w.from]!, points[w.to]!];
    const length = Math.hypot(a.x - b.x, a.y - b.y);
    if (length < 110) return [];
    const [ux, uy] = [(b.x - a.x) / length, (b.y - a.y) / length];
    // No door where another wall ends against this one: in the middle of the longest stretch between.
    const met = Object.values(points)
      .map((p) => ({ along: (p.x - a.x) * ux + (p.y - a.y) * uy, off: (p.y - a.y) * ux - (p.x - a.x) * uy }))
      .filter((p) => Math.abs(p.off) < 1 && p.along > 1 && p.along < length - 1)
      .map((p) => p.along);
    const edges = [0, ...met, length].sort((x, y) => x - y);
    const stretches = edges.slice(1).map((end, i) => ({ start: edges[i]!, end }));
    const { start, end } = stretches.reduce((x, y) => (y.end - y.start > x.end - x.start + 0.1 ? y : x));
    if (end - start < 64) return [];
    return [[`o${wall}`, { wall, kind: 'door', at: Math.round((start + end) / 2 - 16), width: 32 }] as const];
  });
  const read = readPlan({
    ...given,
    rules: { values: schools[seed % schools.length] },
    rooms,
    openings: Object.fromEntries(doors),
    panels: {
      n1: { on: { wall: Object.keys(given.walls!)[0], side: 'left', at: 20, away: 120 }, spaces: 60 },
    },
  });
  if (!read.ok)
    throw new Error(`seed ${seed}: ${read.problems.map((p) => `${p.path} ${p.message}`).join('; ')}`);
  return read.plan;
}
