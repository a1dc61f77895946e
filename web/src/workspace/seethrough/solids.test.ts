import { compute, type Plan } from '@fieldchalk/core';
import { marlStreet, study } from '@fieldchalk/core/demo';
import { describe, expect, test } from 'vitest';
import { solidsOf, type Solid } from './solids.ts';

const whole = { room: null, circuit: null };
const of = (plan: Plan, shown: Parameters<typeof solidsOf>[2] = whole) =>
  solidsOf(plan, compute(plan), shown);
const count = (solids: readonly Solid[], kind: Solid['kind']) => solids.filter((s) => s.kind === kind).length;

/** How far a point is from a wall's line, and along it; worked out anew from the plan. */
function fromWall(plan: Plan, wall: string, p: { x: number; y: number }) {
  const [a, b] = [plan.points[plan.walls[wall]!.from]!, plan.points[plan.walls[wall]!.to]!];
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  const [dx, dy] = [p.x - a.x, p.y - a.y];
  return {
    along: (dx * (b.x - a.x) + dy * (b.y - a.y)) / length,
    left: (dy * (b.x - a.x) - dx * (b.y - a.y)) / length,
  };
}

describe('the house seen through', () => {
  const plan = study();
  const result = compute(plan);
  const { solids, cables } = solidsOf(plan, result, whole);

  test('every member is a block on its wall’s line, as tall as it stands', () => {
    expect(count(solids, 'framing')).toBe(result.members.length);
    result.members.forEach((m, i) => {
      const s = solids[i]!;
      expect(fromWall(plan, m.wall, s.middle).along).toBeCloseTo(m.at, 6);
      expect(fromWall(plan, m.wall, s.middle).left).toBeCloseTo(0, 6);
      expect(s.size[2]).toBeCloseTo(m.high - m.low, 6);
      expect(s.middle.z - s.size[2] / 2).toBeCloseTo(m.low, 6);
    });
  });

  test('a box stands in its wall with its face ahead of the framing, on its own side and at its mark', () => {
    for (const [id, mark] of Object.entries(result.marks)) {
      const s = solids.find((x) => x.kind === 'box' && x.id === id)!;
      const { along, left } = fromWall(plan, mark.wall, s.middle);
      expect(along).toBeCloseTo(mark.at, 6);
      expect(Math.sign(left)).toBe(mark.side === 'left' ? 1 : -1);
      expect(Math.abs(left) + s.size[1] / 2).toBeCloseTo(1.75 + mark.setback, 6);
      expect(s.middle.z - s.size[2] / 2).toBeCloseTo(mark.bottomFromSubfloor, 6);
    }
  });

  test('every cable that has a way is drawn along it in its jacket', () => {
    expect(cables.map((c) => c.run)).toEqual(Object.keys(plan.runs));
    for (const c of cables) expect(c.path).toEqual(result.runs[c.run]!.path);
    expect(cables[0]!.jacket).toBe('white');
  });
});

describe('a part of it alone', () => {
  const plan = marlStreet();
  const all = of(plan);
  test('of a room: the walls around it, its boxes, and the cable that comes to them', () => {
    const room = Object.keys(plan.rooms).find((id) => plan.rooms[id]!.name === 'Study')!;
    const part = of(plan, { room, circuit: null });
    expect(count(part.solids, 'framing')).toBeGreaterThan(10);
    expect(count(part.solids, 'framing')).toBeLessThan(count(all.solids, 'framing') / 2);
    const boxes = part.solids.filter((s) => s.kind === 'box').map((s) => s.id);
    for (const { run } of part.cables) {
      const { from, to } = plan.runs[run]!;
      expect(boxes.includes(from) || boxes.includes(to ?? '')).toBe(true);
    }
  });
  test('of a circuit: its cable and boxes among all the framing', () => {
    const circuit = Object.keys(plan.circuits).find((c) =>
      Object.values(plan.runs).some((r) => r.circuit === c),
    )!;
    const part = of(plan, { room: null, circuit });
    expect(count(part.solids, 'framing')).toBe(count(all.solids, 'framing'));
    expect(part.cables.length).toBeGreaterThan(0);
    for (const c of part.cables) expect(plan.runs[c.run]!.circuit).toBe(circuit);
    expect(count(part.solids, 'box')).toBeLessThan(count(all.solids, 'box'));
  });
});
