import { marlStreet } from '../../../demo/index.ts';
import { notEmpty, planOf } from '../../../testing/index.ts';
import { Computer } from '../../compute/index.ts';
import { describe, expect, test } from 'vitest';
import { cableAnchors, cableLines } from './ribbonCables.ts';
import { framingRects, holesOn, isOn, openingRects } from './ribbonShapes.ts';
import { alongWall, onRibbon, unrolledRooms, type Unrolled, type UnrolledWall } from './unrolled.ts';

const plan = marlStreet();
const computer = new Computer();
const result = computer.compute(plan);
const rooms = unrolledRooms(computer.house);
const each = notEmpty(Object.entries(rooms));
const wallAtX = (unrolled: Unrolled, x: number): UnrolledWall[] =>
  unrolled.walls.filter((w) => x >= w.x - 3 && x <= w.x + w.length + 3);

describe('places on the ribbon', () => {
  test.each(each)(
    'room %s: there and back is the same place, on the stretch that shows it',
    (_, { walls }) => {
      for (const wall of notEmpty(walls))
        for (const share of [0, 0.25, 0.5, 1]) {
          const at = wall.origin + wall.sign * wall.length * share;
          expect(alongWall(wall, onRibbon(wall, at))).toBeCloseTo(at, 9);
          expect(onRibbon(wall, at)).toBeCloseTo(wall.x + wall.length * share, 9);
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

  test.each(each)('room %s: one place for a label of each run, over a level stretch of it', (_, unrolled) => {
    const lines = cableLines(plan, result, unrolled);
    const anchors = cableAnchors(plan, lines);
    expect(new Set(anchors.map((l) => l.run)).size).toBe(anchors.length);
    for (const anchor of anchors) {
      const own = lines.filter((l) => l.run === anchor.run);
      const under = own.some(({ points }) =>
        points.slice(1).some((p, i) => {
          const before = points[i]!;
          const isLevel = Math.abs(p.y - before.y) < 0.02 && Math.abs(p.y - anchor.y) < 0.02;
          const [left, right] = [Math.min(p.x, before.x), Math.max(p.x, before.x)];
          return isLevel && left <= anchor.x && anchor.x <= right && right - left > anchor.span - 0.01;
        }),
      );
      expect(under, anchor.text).toBe(true);
    }
  });

  const anchors = each.flatMap(([, u]) => cableAnchors(plan, cableLines(plan, result, u)));
  test('a label tells the cable and its circuit by the space its breaker sits in', () => {
    const onCircuit = notEmpty(anchors.filter((l) => plan.runs[l.run]!.circuit !== null));
    for (const label of onCircuit) {
      const run = plan.runs[label.run]!;
      const circuit = plan.circuits[run.circuit!]!;
      expect(label.text).toBe(
        `${run.cable} · ${circuit.space === null ? circuit.name : `circuit ${circuit.space}`}`,
      );
    }
  });

  test('a label of cable on no circuit is its kind alone, and no label tells an id', () => {
    const alone = anchors.filter((l) => plan.runs[l.run]!.circuit === null);
    expect(notEmpty(alone).every((l) => l.text === plan.runs[l.run]!.cable)).toBe(true);
    expect(anchors.filter((l) => l.text.split(' ').includes(l.run))).toEqual([]);
  });
});
