import { describe, expect, test } from 'vitest';
import { entryOf } from '../lookups/index.ts';
import { houseOf, wallOf } from '../../testing/index.ts';
import { findBays, findCrossings, type Bay } from './bays.ts';

function of(length: number, wall: object = {}, rest: object = {}) {
  const plan = wallOf(length, wall, rest);
  const frame = entryOf(houseOf(plan).framing.walls, 'w1');
  const bays = findBays(frame, Object.values(plan.obstacles));
  return { frame, bays, crossings: findCrossings(frame, bays) };
}
const span = (b: Bay) => [b.start + 0, b.end];
const door = { o1: { wall: 'w1', kind: 'door', at: 40, width: 32, head: 82 } };
const window = { o1: { wall: 'w1', kind: 'window', at: 40, width: 36, sill: 36, head: 80 } };
const pipe = (low: number, high: number) => ({
  x1: { wall: 'w1', kind: 'duct', at: 33, width: 14.5, low, high },
});

describe('bays of a wall', () => {
  test('one between every two studs, from plate to plate', () => {
    const { frame, bays } = of(96);
    expect(bays).toHaveLength(frame.standing.length - 1);
    expect(span(bays[1]!)).toEqual([16.75, 31.25]);
    for (const b of bays)
      expect(b).toMatchObject({ low: 1.5, high: 94.125, meetsBottom: true, meetsTop: true });
  });

  test('a doorway is none; over its header there are some that no floor reaches', () => {
    const { bays } = of(144, {}, { openings: door });
    expect(bays.filter((b) => b.meetsBottom && b.start >= 39 && b.end <= 73)).toEqual([]);
    const over = bays.filter((b) => !b.meetsBottom);
    expect(over.length).toBeGreaterThan(1);
    for (const b of over) expect([b.low, b.high, b.meetsTop]).toEqual([88.5, 94.125, true]);
  });

  test('under a window they end at the sill and reach no ceiling', () => {
    const under = of(144, {}, { openings: window }).bays.filter((b) => b.meetsBottom && !b.meetsTop);
    expect(under.length).toBeGreaterThan(1);
    for (const b of under) expect(b.high).toBe(34);
    expect(Math.min(...under.map((b) => b.start))).toBeGreaterThanOrEqual(40 - 0.5);
  });

  test('foam block: one long bay, cut at doors', () => {
    const { bays, crossings } = of(144, { framing: 'foam-block' }, { openings: door });
    expect(bays.map(span)).toEqual([
      [0, 39],
      [73, 144],
    ]);
    expect(crossings).toEqual([]);
  });

  test('what stands in a bay from floor to ceiling closes it; what is low or high shortens it', () => {
    const whole = of(96).bays.length;
    expect(of(96, {}, { obstacles: pipe(0, 97) }).bays).toHaveLength(whole - 1);
    const [low, high] = [pipe(0, 30), pipe(60, 97)].map((obstacles) =>
      of(96, {}, { obstacles }).bays.find((b) => b.start === 32.75),
    );
    expect(low).toMatchObject({ low: 30, high: 94.125, meetsBottom: false, meetsTop: true });
    expect(high).toMatchObject({ low: 1.5, high: 60, meetsBottom: true, meetsTop: false });
  });
});

describe('crossings between bays', () => {
  test('each from a bay to the next through the one stud between them', () => {
    const { bays, crossings } = of(96);
    expect(crossings.map((c) => [c.from, c.to])).toEqual(bays.slice(1).map((_, i) => [i, i + 1]));
    for (const c of crossings) {
      expect(c.uprights).toHaveLength(1);
      expect(c.end - c.start).toBe(1.5);
    }
  });

  test('beside a door a king and a jack are bored at once, over the header only where they stand', () => {
    const { bays, crossings } = of(144, {}, { openings: door });
    const into = crossings.filter((c) => !bays[c.to]!.meetsBottom && bays[c.from]!.meetsBottom);
    expect(into).toHaveLength(1);
    expect(into[0]!.uprights.map((m) => m.role)).toEqual(['king']);
    expect(into[0]!.low).toBe(88.5);
  });

  test('none goes through the opening itself: nothing below a header joins its two sides', () => {
    const { bays, crossings } = of(144, {}, { openings: door });
    const low = crossings.filter((c) => c.low < 80);
    expect(low.length).toBeGreaterThan(3);
    for (const c of low) expect(bays[c.to]!.end <= 39 || bays[c.from]!.start >= 73).toBe(true);
  });
});
