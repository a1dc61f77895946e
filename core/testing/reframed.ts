import type { Plan } from '../src/plan/index.ts';
import { planOf, randomFrom } from './index.ts';

/** A house framed otherwise, with things in the way: deeper walls and foam block, joists or trusses over it, a slab or a basement under it, pipes, ducts and air returns in its walls. */
export function reframed(plan: Plan, seed: number): Plan {
  const random = randomFrom(seed * 19 + 11);
  const pick = <T>(...list: T[]): T => list[Math.floor(random() * list.length)]!;
  const angles = Object.values(plan.walls).map((w) => {
    const [a, b] = [plan.points[w.from]!, plan.points[w.to]!];
    return (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI + 720;
  });
  // Where walls meet aslant the last stud is ripped to a bevel, and drawn square: in deep walls it would stand in the other.
  const isSquare = angles.every((a) => Math.abs(((a - angles[0]! + 765) % 90) - 45) < 0.1);
  const walls = Object.entries(plan.walls).map(([id, w]) => {
    // Cable to the panel leaves by the first wall, through its plates.
    const isAsItWas = id === 'w1' || !isSquare || random() < 0.5;
    const framing = isAsItWas ? w.framing : pick('2x4', '2x6', '2x8', 'foam-block');
    const bearing = framing.startsWith('2x') && random() < 0.3;
    return [id, { ...w, framing, spacing: pick(12, 16, 19.2, 24), bearing }] as const;
  });
  const obstacles = Object.entries(plan.walls).flatMap(([wall, w], i) => {
    const [a, b] = [plan.points[w.from]!, plan.points[w.to]!];
    const length = Math.hypot(a.x - b.x, a.y - b.y);
    if (random() < 0.6 || length < 60) return [];
    const size = pick(
      { kind: 'pipe', width: 2, low: 0, high: 97 },
      { kind: 'duct', width: 12, low: 0, high: 97 },
      { kind: 'air return', width: 14, low: 0, high: 97 },
      { kind: 'vent', width: 10, low: 60, high: 72 },
      { kind: 'chase', width: 8, low: 0, high: 97 },
    );
    return [[`x${i + 1}`, { wall, at: Math.round(20 + random() * (length - 56)), ...size }] as const];
  });
  const level = plan.levels['L1']!;
  const joists = { direction: pick(0, 90, 30), spacing: pick(16, 24), depth: pick(9.25, 11.25) };
  const below = pick('crawl', 'slab', 'basement');
  const L1 = { ...level, above: pick('attic', 'joists', 'truss'), below, joists };
  const leaves = below === 'slab' ? 'above' : 'below';
  const panels = Object.entries(plan.panels).map(([id, p]) => [id, { ...p, on: { ...p.on, leaves } }]);
  return planOf({
    ...plan,
    levels: { ...plan.levels, L1 },
    walls: Object.fromEntries(walls),
    panels: Object.fromEntries(panels),
    obstacles: Object.fromEntries(obstacles),
  });
}
