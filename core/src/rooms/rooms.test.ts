import { describe, expect, test } from 'vitest';
import { twoRooms } from '../../testing/drawnRooms.ts';
import { computed, edited, randomFrom, roomOf } from '../../testing/index.ts';
import { walkClosure } from '../survey/walk.ts';
import { readWalk } from './walked.ts';

describe('rooms from a walk', () => {
  test('area and perimeter are the faces’, in both directions of walking', () => {
    expect(computed(roomOf('140\n110\n140\n110')).rooms.r1).toMatchObject({
      closed: true,
      area: 15400,
      perimeter: 500,
    });
    expect(computed(roomOf('140 left\n110 left\n140 left\n110 left')).rooms.r1).toMatchObject({
      closed: true,
      area: 15400,
      perimeter: 500,
    });
  });

  test('an L: 170 × 140 less a 60 × 50 corner', () => {
    const { r1 } = computed(
      roomOf('170\n140\n110\n50 left\n60 right\n90'.replace('110\n50 left', '110 right\n50 left')),
    ).rooms;
    expect(r1).toMatchObject({ closed: true, area: 170 * 140 - 60 * 50 });
  });

  test('a room with no break is a ring', () => {
    const [space] = computed(roomOf('140\n110\n140\n110')).rooms.r1!.spaces;
    expect(space).toMatchObject({ ring: true, length: 500, required: true });
  });

  test('the worked example: 20 in. return, corner, 140 in. wall: one space of 160; a box at its middle leaves 90 at the door', () => {
    // common practice, no source; rule NEC 210.52(A)(1), from memory
    let plan = roomOf('140\n120\n140\n120');
    plan = edited(plan, 'addOpening', { wall: 'w2', kind: 'door', at: 21.75, width: 98.5 });
    plan = edited(plan, 'addOpening', { wall: 'w4', kind: 'door', at: 1.75, width: 120 });
    plan = edited(plan, 'addBox', { wall: 'w1', side: 'right', at: 71.75, exact: true });
    const result = computed(plan);
    const space = result.rooms.r1!.spaces.find((s) => s.length === 160)!;
    expect(space.receptacles).toEqual([{ box: 'b1', along: 90 }]);
    expect(space.farthest).toEqual({ along: 0, distance: 90 });
    expect(result.findings.some((f) => f.rule === 'spacing.maxGap' && f.level === 'error')).toBe(true);
  });

  test('windows do not break a wall space, doors do; under 24 in. is not required', () => {
    let plan = roomOf('140\n110\n140\n110');
    plan = edited(plan, 'addOpening', { wall: 'w1', kind: 'window', at: 40, width: 36, sill: 36, head: 80 });
    expect(computed(plan).rooms.r1!.spaces).toHaveLength(1);
    plan = edited(plan, 'addOpening', { wall: 'w3', kind: 'door', at: 40, width: 32 });
    expect(computed(plan).rooms.r1!.spaces).toMatchObject([{ ring: false, length: 468 }]);
    plan = edited(plan, 'addOpening', { wall: 'w3', kind: 'cased', at: 92, width: 40 });
    expect(
      computed(plan)
        .rooms.r1!.spaces.map((s) => [s.length, s.required])
        .sort(),
    ).toEqual([
      [20, false],
      [408, true],
    ]);
  });

  test('two rooms either side of a T share the wall', () => {
    const result = computed(twoRooms());
    expect(result.rooms.r1!.area).toBeCloseTo(116.5 * 116.5, 6);
    expect(result.rooms.r2!.area).toBeCloseTo(116.5 * 116.5, 6);
  });
});

describe('a walk that does not close', () => {
  const crooked = {
    start: { x: 0, y: 0 },
    heading: 0,
    legs: [
      { length: 140, turn: 90 },
      { length: 110, turn: 90 },
      { length: 139, turn: 90 },
      { length: 111.5, turn: 90 },
    ],
  };
  test('says by how much and where, then squares or spreads the error', () => {
    expect(walkClosure(crooked)).toMatchObject({ gap: { x: -1, y: -1.5 } });
    let plan = edited(roomOf('140\n110\n140\n110'), 'setWalk', { room: 'r1', walk: crooked });
    const before = computed(plan);
    expect(before.rooms.r1!.closed).toBe(false);
    expect(before.findings.find((f) => f.rule === 'rooms.open')!.says).toContain('apart');
    const square = computed(edited(plan, 'closeRoom', { room: 'r1', closing: 'square' }));
    expect(square.rooms.r1!.closed).toBe(true);
    expect(square.rooms.r1!.area).toBeCloseTo(139.498 * 110.745, -1);
    plan = edited(plan, 'closeRoom', { room: 'r1', closing: 'distribute' });
    expect(computed(plan).rooms.r1!.closed).toBe(true);
  });

  test('reading a walk back gives what was typed, 200 seeded rooms with jogs', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const random = randomFrom(seed);
      const tick = (low: number, high: number) => Math.round((low + random() * (high - low)) * 16) / 16;
      const [w, h, jx, jy] = [tick(120, 300), tick(100, 250), tick(20, 60), tick(20, 60)];
      const plan = roomOf(
        `${w}\n${h}\n${w - jx}\n${jy} left\n${jx} right\n${h - jy}`.replace(
          `${w - jx}\n`,
          `${w - jx} right\n`,
        ),
      );
      const back = readWalk(plan, 'r1')!;
      const lengths = back.walk.legs.map((l) => l.length);
      if (!back.closed || JSON.stringify(lengths) !== JSON.stringify([w, h, w - jx, jy, jx, h - jy]))
        throw new Error(`seed ${seed}: ${lengths}`);
    }
  });

  test('one length changed: the opposite wall follows and what hangs on walls keeps its place from the corner', () => {
    let plan = edited(roomOf('140\n110\n140\n110'), 'addOpening', { wall: 'w2', at: 21.75, width: 32 });
    plan = edited(plan, 'setWallLength', { room: 'r1', wall: 'w1', length: 150 });
    expect(readWalk(plan, 'r1')!.walk.legs.map((l) => l.length)).toEqual([150, 110, 150, 110]);
    expect(plan.openings.o1!.at).toBeCloseTo(21.75, 9);
  });
});
