import { Computer, unrolledRooms, type Unrolled, type UnrolledWall } from '@fieldchalk/core';
import { marlStreet } from '@fieldchalk/core/demo';
import { notEmpty, planOf } from '@fieldchalk/core/testing';
import { describe, expect, test } from 'vitest';
import { framingRects, holesOn, isOn, openingRects, ribbonX, wallAt } from './ribbon.ts';
import { cableLabels, cableLines } from './ribbonCables.ts';

const plan = marlStreet();
const computer = new Computer();
const result = computer.compute(plan);
const rooms = unrolledRooms(computer.house);
const each = notEmpty(Object.entries(rooms));
const wide = (text: string) => text.length * 5;
const wallAtX = (unrolled: Unrolled, x: number): UnrolledWall[] =>
  unrolled.walls.filter((w) => x >= w.x - 3 && x <= w.x + w.length + 3);

describe('places on the ribbon', () => {
  test.each(each)(
    'room %s: there and back is the same place, on the stretch that shows it',
    (_, { walls }) => {
      for (const wall of notEmpty(walls))
        for (const share of [0, 0.25, 0.5, 1]) {
          const at = wall.origin + wall.sign * wall.length * share;
          expect(wallAt(wall, ribbonX(wall, at))).toBeCloseTo(at, 9);
          expect(ribbonX(wall, at)).toBeCloseTo(wall.x + wall.length * share, 9);
          expect(isOn(wall, at)).toBe(true);
          expect(isOn(wall, wall.origin - wall.sign)).toBe(false);
        }
    },
  );

  test.each(each)(
    'room %s: framing and openings stay within their stretch, left edge to right',
    (_, unrolled) => {
      const rects = notEmpty(framingRects(result, unrolled));
      for (const r of rects) {
        expect(r.width, r.key).toBeGreaterThan(0);
        expect(r.x, r.key).toBeGreaterThanOrEqual(r.on.x - 1e-9);
        expect(r.x + r.width, r.key).toBeLessThanOrEqual(r.on.x + r.on.length + 1e-9);
        if (r.member) expect(r.height, r.key).toBeCloseTo(r.member.high - r.member.low, 9);
      }
      expect(new Set(rects.map((r) => r.key)).size).toBe(rects.length);
      for (const o of openingRects(plan, unrolled)) {
        expect(plan.openings[o.id]).toMatchObject({ sill: o.sill, head: o.head, kind: o.kind });
        expect(o.width).toBeGreaterThan(0);
      }
    },
  );
});

describe('cables on the ribbon', () => {
  test.each(each)(
    'room %s: each part is of a run, in its jacket’s colour, on a stretch of the room',
    (_, unrolled) => {
      const lines = cableLines(plan, result, unrolled);
      expect(new Set(lines.map((l) => l.id)).size).toBe(lines.length);
      for (const line of lines) {
        expect(line.cable).toBe(plan.runs[line.run]!.cable);
        expect(line.points.length).toBeGreaterThan(1);
        for (const p of line.points) expect(wallAtX(unrolled, p.x), line.id).not.toEqual([]);
      }
    },
  );

  test('wherever a hole is drawn, cable is drawn through it; on a wall that three rooms share as well', () => {
    // A long wall with partitions on its far side: what goes along it bends in the first and the last room only.
    const house = planOf({
      points: Object.fromEntries(
        [0, 120, 240, 360].flatMap((x, i) => [
          [`a${i}`, { x, y: 0 }],
          [`b${i}`, { x, y: 120 }],
        ]),
      ),
      walls: {
        long: { from: 'a0', to: 'a3' },
        far: { from: 'b0', to: 'b3' },
        ...Object.fromEntries([0, 1, 2, 3].map((i) => [`v${i}`, { from: `a${i}`, to: `b${i}` }])),
      },
      rooms: Object.fromEntries([60, 180, 300].map((x, i) => [`r${i + 1}`, { x, y: 60, use: 'den' }])),
      circuits: { c1: {} },
      boxes: {
        b1: { on: { wall: 'long', side: 'left', at: 50 } },
        b2: { on: { wall: 'long', side: 'left', at: 310 } },
      },
      devices: { d1: { box: 'b1', circuit: 'c1' }, d2: { box: 'b2', circuit: 'c1' } },
      runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', way: 'wall' } },
    });
    const own = new Computer();
    const laid = own.compute(house);
    for (const unrolled of Object.values(unrolledRooms(own.house))) {
      const lines = cableLines(house, laid, unrolled);
      const holes = notEmpty(holesOn(laid, unrolled).filter((h) => h.wall === 'long'));
      for (const hole of holes) {
        const near = lines.some(({ points }) =>
          points.slice(1).some((p, i) => {
            const before = points[i]!;
            const [left, right] = [Math.min(p.x, before.x), Math.max(p.x, before.x)];
            return hole.x >= left - 0.1 && hole.x <= right + 0.1;
          }),
        );
        expect(near, hole.hole).toBe(true);
      }
    }
  });

  test('what is drawn of a run in all rooms is no longer than the run, seen from both sides and round the corners it goes up in', () => {
    const drawn = new Map<string, number>();
    for (const [, unrolled] of each)
      for (const { run, points } of cableLines(plan, result, unrolled))
        points.slice(1).forEach((p, i) => {
          const length = Math.hypot(p.x - points[i]!.x, p.y - points[i]!.y);
          drawn.set(run, (drawn.get(run) ?? 0) + length);
        });
    expect(drawn.size).toBeGreaterThan(10);
    for (const [run, length] of drawn)
      expect(length, run).toBeLessThan(4 * result.runs[run]!.length.path + 24);
  });

  test.each(each)(
    'room %s: one label for a run at most, over a level stretch wider than it, and none over another',
    (_, unrolled) => {
      const lines = cableLines(plan, result, unrolled);
      const labels = cableLabels(plan, lines, wide);
      expect(new Set(labels.map((l) => l.id)).size).toBe(labels.length);
      for (const label of labels) {
        const own = lines.filter((l) => l.run === label.id);
        const under = own.some(({ points }) =>
          points.slice(1).some((p, i) => {
            const before = points[i]!;
            const isLevel = Math.abs(p.y - before.y) < 0.02 && Math.abs(p.y - label.y) < 0.02;
            const [left, right] = [Math.min(p.x, before.x), Math.max(p.x, before.x)];
            return isLevel && left <= label.x && label.x <= right && right - left > wide(label.text);
          }),
        );
        expect(under, label.text).toBe(true);
        for (const other of labels)
          if (other !== label && Math.abs(other.y - label.y) < 8)
            expect(Math.abs(other.x - label.x)).toBeGreaterThanOrEqual(
              Math.min(wide(label.text), wide(other.text)),
            );
      }
    },
  );

  test('a label tells the cable and its circuit by the space its breaker sits in', () => {
    const [, unrolled] = each.find(
      ([, u]) => cableLabels(plan, cableLines(plan, result, u), () => 1).length > 0,
    )!;
    const [label] = cableLabels(plan, cableLines(plan, result, unrolled), () => 1);
    const run = plan.runs[label!.id]!;
    const circuit = plan.circuits[run.circuit!]!;
    expect(label!.text).toBe(
      `${run.cable} · ${circuit.space === null ? circuit.name : `circuit ${circuit.space}`}`,
    );
  });

  test('a label of cable on no circuit is its kind alone, and no label tells an id', () => {
    const labels = each.flatMap(([, u]) => cableLabels(plan, cableLines(plan, result, u), () => 1));
    const alone = labels.filter((l) => plan.runs[l.id]!.circuit === null);
    expect(notEmpty(alone).every((l) => l.text === plan.runs[l.id]!.cable)).toBe(true);
    expect(labels.filter((l) => l.text.split(' ').includes(l.id))).toEqual([]);
  });
});
