import { describe, expect, test } from 'vitest';
import { computed, edited, notEmpty, planOf, roomOf } from '../../../testing/index.ts';
import type { Plan, RoomUse } from '../../plan/index.ts';

/** A room 200 × 150 on its faces, of one use, with what stands in it; wall w1 is the long wall its walk begins on. */
function room(use: RoomUse, rest: { fixtures?: object; openings?: object } = {}): Plan {
  const plan = roomOf('200\n150\n200\n150', use);
  return planOf({ ...plan, ...rest });
}
const open = (plan: Plan) =>
  computed(plan)
    .findings.filter((f) => f.level === 'error' || f.rule === 'appliance.far')
    .map((f) => f.rule);
const proposed = (plan: Plan) => edited(plan, 'propose', { only: ['receptacles'] });
const kinds = (plan: Plan) =>
  Object.values(plan.devices)
    .map((d) => d.kind)
    .sort();

describe('counters: NEC 210.52(C) (from memory)', () => {
  // w1 is 203.5 between centres; its face runs from 1.75 to 201.75, seen from its right.
  const counter = (at: number, width: number) => ({
    room: 'r1',
    kind: 'counter',
    wall: 'w1',
    side: 'right',
    at,
    width,
    depth: 25,
  });

  test.each([
    [11, 0],
    [12, 1],
    [30, 1],
    [80, 2],
    [126, 3],
  ])('a counter of %d in. needs %d', (width, needed) => {
    const plan = proposed(room('kitchen', { fixtures: { f1: counter(20, width) } }));
    expect(kinds(plan).filter((k) => k === 'counter-receptacle')).toHaveLength(needed);
    expect(open(plan)).toEqual([]);
  });

  test('a sink parts it: 100 in. with a 33 in. sink leaves two short counters, each with its own', () => {
    const sink = { ...counter(55, 33), kind: 'sink' };
    const plan = room('kitchen', { fixtures: { f1: counter(20, 100), f2: sink } });
    expect(open(plan).filter((r) => r === 'counter.maxGap')).toHaveLength(2);
    const done = proposed(plan);
    expect(kinds(done).filter((k) => k === 'counter-receptacle')).toHaveLength(2);
    expect(open(done)).toEqual([]);
  });

  test('no inch of counter is over 24 in. from one, and none stands over 20 in. above the top', () => {
    const plan = proposed(room('kitchen', { fixtures: { f1: counter(8, 180) } }));
    const { marks } = computed(plan);
    const over = Object.keys(plan.boxes).filter((id) =>
      Object.values(plan.devices).some((d) => d.box === id && d.kind === 'counter-receptacle'),
    );
    for (let at = 8; at <= 188; at++)
      expect(Math.min(...over.map((id) => Math.abs(marks[id]!.at - at)))).toBeLessThanOrEqual(24);
    for (const id of over) expect(marks[id]!.centerFromFinished).toBe(42);
    const high = edited(plan, 'setBoxHeight', {
      box: over[0]!,
      height: { value: 57, to: 'center', from: 'finished' },
    });
    expect(open(high)).toContain('counter.maxGap');
  });

  test('counter receptacles do not count for the wall, nor wall ones for the counter', () => {
    const plan = proposed(room('kitchen', { fixtures: { f1: counter(20, 96) } }));
    const over = Object.values(plan.devices)
      .filter((d) => d.kind === 'counter-receptacle')
      .map((d) => d.box);
    const { spaces } = computed(plan).rooms['r1']!;
    expect(spaces.flatMap((s) => s.receptacles.map((r) => r.box)).some((b) => over.includes(b))).toBe(false);
  });
});

describe('rooms that owe a receptacle', () => {
  test('a basin: one within 3 ft of its edge [210.52(D), from memory]', () => {
    const basin = { room: 'r1', kind: 'basin', wall: 'w1', side: 'right', at: 80, width: 24, depth: 20 };
    const plan = room('bath', { fixtures: { f1: basin } });
    expect(open(plan)).toEqual(['bath.basin']);
    const done = proposed(plan);
    expect(open(done)).toEqual([]);
    const [mark] = Object.values(computed(done).marks);
    expect(Math.max(80 - mark!.at, mark!.at - 104)).toBeLessThanOrEqual(36);
    const far = planOf({
      ...plan,
      boxes: { b1: { on: { wall: 'w1', side: 'right', at: 150 } } },
      devices: { d1: { box: 'b1' } },
    });
    expect(open(far)).toEqual(['bath.basin']);
  });

  test('a hall of 10 ft owes one, a shorter one none [210.52(H), from memory]', () => {
    const hall = (length: number) => roomOf(`${length}\n40\n${length}\n40`, 'hall');
    expect(open(hall(119))).toEqual([]);
    expect(open(hall(120))).toEqual(['hall.none']);
    expect(Object.keys(proposed(hall(200)).boxes)).toHaveLength(1);
  });

  test('a foyer over 60 sq ft: each wall of 3 ft or more [210.52(I), from memory]', () => {
    expect(open(roomOf('90\n90\n90\n90', 'foyer'))).toEqual([]);
    const large = roomOf('100\n100\n100\n100', 'foyer');
    expect(open(large)).toEqual(['foyer.wall', 'foyer.wall', 'foyer.wall', 'foyer.wall']);
    expect(open(proposed(large))).toEqual([]);
  });

  test('a garage: one for each vehicle bay, not over 66 in. [210.52(G), from memory]', () => {
    const doors = {
      o1: { wall: 'w1', kind: 'garage-door', at: 10, width: 84, head: 84 },
      o2: { wall: 'w1', kind: 'garage-door', at: 108, width: 84, head: 84 },
    };
    const plan = room('garage', { openings: doors });
    expect(open(plan)).toEqual(['garage.bay']);
    const done = proposed(plan);
    expect(Object.keys(computed(done).marks)).toHaveLength(2);
    expect(notEmpty(Object.values(computed(done).marks)).every((m) => m.centerFromFinished === 44)).toBe(
      true,
    );
    const both = {
      b1: { on: { wall: 'w3', side: 'right', at: 20 } },
      b2: { on: { wall: 'w3', side: 'right', at: 50 } },
    };
    const inOne = planOf({
      ...plan,
      boxes: both,
      devices: { d1: { box: 'b1' }, d2: { box: 'b2' } },
    });
    expect(open(inOne)).toEqual(['garage.bay']);
    expect(Object.keys(computed(proposed(inOne)).marks)).toHaveLength(3);
    const high = edited(done, 'setBoxHeight', {
      box: 'b1',
      height: { value: 70, to: 'center', from: 'finished' },
    });
    expect(open(high)).toEqual(['garage.bay']);
  });

  test.each([
    ['laundry', 'laundry.none'],
    ['basement', 'basement.none'],
    ['porch', 'outdoor.none'],
    ['outdoor', 'outdoor.none'],
  ] as const)('%s: at least one', (use, rule) => {
    expect(open(room(use))).toEqual([rule]);
    const done = proposed(room(use));
    expect(Object.keys(done.boxes)).toHaveLength(1);
    expect(open(done)).toEqual([]);
  });

  test.each(['closet', 'pantry', 'stair', 'storage'] as const)('%s: none', (use) => {
    expect(open(room(use))).toEqual([]);
    expect(proposed(room(use)).boxes).toEqual({});
  });

  test('an existing room with all its walls closed is left as it is', () => {
    const hall = roomOf('200\n40\n200\n40', 'hall');
    const closed = edited(hall, 'setWalls', { walls: Object.keys(hall.walls), changes: { cover: 'closed' } });
    expect(open(closed)).toEqual([]);
  });
});

describe('appliances: an outlet of their own within 6 ft [210.50(C), from memory]', () => {
  const at = (kind: string, place: number, width: number, va: number) => ({
    room: 'r1',
    kind,
    wall: 'w1',
    side: 'right',
    at: place,
    width,
    va,
  });
  const fixtures = {
    f1: at('range', 20, 30, 8000),
    f2: at('dishwasher', 80, 24, 1200),
    f3: at('refrigerator', 140, 34, 700),
    f4: { room: 'r1', kind: 'island', x: 60, y: -70, width: 48 },
  };

  test('each gets one behind it, with its load; what has no cord gets none', () => {
    const plan = room('kitchen', { fixtures });
    expect(open(plan).filter((r) => r === 'appliance.far')).toHaveLength(3);
    const done = proposed(plan);
    const own = Object.values(done.devices).filter((d) => d.kind === 'appliance-receptacle');
    expect(own.map((d) => `${d.label} ${d.va}`).sort()).toEqual([
      'dishwasher 1200',
      'range 8000',
      'refrigerator 700',
    ]);
    expect(open(done)).toEqual([]);
  });

  test('each is on a circuit to itself, of its own size, and nothing else is', () => {
    let plan = room('kitchen', { fixtures });
    plan = planOf({ ...plan, panels: { n1: { on: { wall: 'w3', side: 'right', at: 60 } } } });
    plan = edited(plan, 'propose', {});
    const of = (label: string) =>
      plan.circuits[Object.values(plan.devices).find((d) => d.label === label)!.circuit!]!;
    expect(of('range')).toMatchObject({ amps: 50, gauge: 6, poles: 2, volts: 240 });
    expect(of('dishwasher')).toMatchObject({ amps: 20, gauge: 12, poles: 1 });
    for (const label of ['range', 'dishwasher', 'refrigerator']) {
      const circuit = Object.values(plan.devices).find((d) => d.label === label)!.circuit;
      expect(Object.values(plan.devices).filter((d) => d.circuit === circuit)).toHaveLength(1);
    }
    expect(Object.values(plan.runs).find((r) => plan.circuits[r.circuit!]!.amps === 50)!.cable).toBe('6/3');
    expect(
      computed(plan)
        .findings.filter((f) => f.level === 'error')
        .map((f) => f.says),
    ).toEqual([]);
  });
});

test('the receptacle of a bay stands as near its door’s middle as a stud lets it, whichever bay it is', () => {
  const doors = [10, 108].map((at) => ({ wall: 'w1', kind: 'garage-door', at, width: 84, head: 84 }));
  const plan = proposed(room('garage', { openings: { o1: doors[0], o2: doors[1] } }));
  // Along the wall of the doors; what faces them across the room is as near as what stands beside them.
  const along = Object.values(computed(plan).marks).map((m) => {
    const { from, to } = plan.walls[m.wall]!;
    const [a, b] = [plan.points[from]!, plan.points[to]!];
    const x = a.x + ((b.x - a.x) * m.at) / Math.hypot(b.x - a.x, b.y - a.y);
    return Math.abs(x - plan.points[plan.walls['w1']!.from]!.x);
  });
  expect(along).toHaveLength(2);
  const off = [52, 150].map((middle) => Math.min(...along.map((x) => Math.abs(x - middle))));
  for (const inches of off) expect(inches).toBeLessThanOrEqual(16);
});

test.each(['garage', 'hall', 'laundry'] as const)(
  'the one receptacle a %s owes anywhere stands near the middle of its longest wall, not in a corner',
  (use) => {
    const plan = proposed(room(use));
    const marks = Object.values(computed(plan).marks);
    expect(marks).toHaveLength(1);
    // The long walls are 203.5 between centres: within a stud of the middle.
    for (const { wall, at } of marks) {
      expect(['w1', 'w3']).toContain(wall);
      expect(Math.abs(at - 101.75)).toBeLessThanOrEqual(16);
    }
  },
);
