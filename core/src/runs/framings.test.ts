import { describe, expect, test } from 'vitest';
import { computed, notEmpty, planOf, roomOf } from '../../testing/index.ts';
import { twoInWall } from '../../testing/twoInWall.ts';
import { wrongRuns } from '../../testing/checkRuns.ts';
import type { Plan } from '../plan/index.ts';

const laid = (plan: Plan) => computed(plan).runs['k1']!;

/** Worked by hand from the trade: cable lies in grooves, each box is reached by a drop of its own from above, nothing is bored. */
describe('foam block', () => {
  test('two drops a box and no bores: up to the top, over, and down', () => {
    const run = laid(twoInWall('foam-block'));
    const marks = computed(twoInWall('foam-block')).marks;
    const [a, b] = [marks['b1']!, marks['b2']!] as unknown as { at: number; topFromSubfloor: number }[];
    expect(run.bores).toEqual([]);
    expect(run.way).toBe('over');
    expect(Math.max(...run.path.map((p) => p.z))).toBeGreaterThan(97);
    const over = 97.125 + 1.5 - a!.topFromSubfloor + (97.125 + 1.5 - b!.topFromSubfloor);
    expect(run.length.path).toBeCloseTo(
      over + Math.abs(b!.at - a!.at) + 2 * 7.75 * Number(run.path.length > 6),
      1,
    );
  });

  test('the groove is wedged every 24 in. and, cut less deep than 1-1/4, guarded along its length', () => {
    const [groove] = laid(twoInWall('foam-block')).grooves;
    expect(groove!.inches).toBeGreaterThan(2 * 70);
    expect(groove!.wedges).toBe(Math.ceil(groove!.inches / 24));
    expect(groove!.guarded).toBe(false);
    const shallow = twoInWall('foam-block', {}, { rules: { values: { 'groove.depth': 1 } } });
    expect(laid(shallow).grooves[0]!.guarded).toBe(true);
  });

  test('under a closed ceiling the groove runs level from box to box', () => {
    const run = laid(twoInWall('foam-block', {}, { levels: { L1: { above: 'closed', below: 'slab' } } }));
    expect(run.way).toBe('wall');
    expect(run.length.path).toBeLessThan(70);
    expect(run.grooves[0]!.inches).toBeCloseTo(run.length.path, 3);
  });
});

describe('a window in foam block', () => {
  const windowed = (above: string, x: number) =>
    twoInWall(
      'foam-block',
      {},
      {
        levels: { L1: { above, below: 'slab' } },
        openings: { o1: { wall: 'w1', kind: 'window', at: 52, width: 36, sill: 36, head: 80 } },
        boxes: { b1: { on: { wall: 'w1', at: 40 } }, b2: { on: { wall: 'w1', at: x } } },
      },
    );
  const inWindow = (p: { x: number; z: number }) => p.x > 51 && p.x < 89 && p.z > 35 && p.z < 81;

  test('has grooves under it and none through it', () => {
    for (const x of [100, 70]) {
      const run = laid(windowed('closed', x));
      expect(run.way).toBe('wall');
      expect(notEmpty(run.path).some(inWindow)).toBe(false);
      expect(wrongRuns(windowed('closed', x), computed(windowed('closed', x)))).toEqual([]);
    }
    // Where cable drops from the top it goes over to a box past it.
    const past = windowed('attic', 100);
    expect(laid(past).way).toBe('over');
    expect(wrongRuns(past, computed(past))).toEqual([]);
  });
});

describe('furring', () => {
  test('both faces of every hole are too near, and cable along it is guarded for its length', () => {
    const run = laid(
      twoInWall(
        'furring',
        {},
        { runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2', way: 'wall' } } },
      ),
    );
    expect(run.bores.length).toBeGreaterThan(2);
    expect(notEmpty(run.bores).every((b) => b.plates === 2)).toBe(true);
    expect(run.guarded).toEqual([{ wall: 'w1', inches: run.length.path }]);
  });
});

/** A wall whose third bay, 32.75 to 47.25 along, is an air return from plate to plate. */
const returning = (kind: string, above: string) =>
  twoInWall(
    '2x4',
    {},
    {
      levels: { L1: { above, below: 'slab' } },
      obstacles: { x1: { wall: 'w1', at: 64.75, width: 14.5, low: 0, high: 97, kind } },
    },
  );

// NEC 300.22(C) exception (from memory): in dwellings cable may pass through square to the length of such a space.
describe('an air return', () => {
  test('is crossed square at one height, and never followed', () => {
    const plan = returning('air return', 'closed');
    const run = laid(plan);
    const inside = run.path.filter((p) => p.x > 64.8 && p.x < 79.2);
    expect(run.path.length).toBeGreaterThan(0);
    expect(inside.length).toBe(0);
    expect(run.bores.map((b) => b.at)).toEqual(expect.arrayContaining([64, 80]));
    expect(new Set(run.bores.map((b) => b.z)).size).toBe(1);
  });
  test('a duct in the same place is not crossed at all', () => {
    expect(laid(returning('duct', 'closed')).path).toEqual([]);
    const over = laid(returning('duct', 'attic'));
    expect(over.way).toBe('over');
  });
});

test('a pipe drawn over a stud is not bored with it: cable passes where the stud is bare, or goes another way', () => {
  const piped = (low: number, above: string) =>
    laid(
      twoInWall(
        '2x4',
        {},
        {
          levels: { L1: { above, below: 'slab' } },
          obstacles: { x1: { wall: 'w1', at: 63, width: 2, low, high: 97, kind: 'pipe' } },
        },
      ),
    );
  expect(piped(0, 'closed').path).toEqual([]);
  expect(piped(0, 'attic').way).toBe('over');
  const under = piped(40, 'closed');
  expect(under.bores.map((b) => [b.at, b.z])).toContainEqual([64, 24]);
});

describe('a closed ceiling', () => {
  const lights = (level: object, room: object = {}): Plan => {
    const plan = JSON.parse(JSON.stringify(roomOf('192\n144\n192\n144'))) as { rooms: { r1: object } };
    return planOf({
      ...plan,
      levels: { L1: { above: 'closed', ...level } },
      rooms: { r1: { ...plan.rooms.r1, ...room } },
      boxes: {
        b1: { on: { ceiling: 'r1', x: 56, y: -40 } },
        b2: { on: { ceiling: 'r1', x: 56, y: -109 } },
      },
      circuits: { c1: {} },
      runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' } },
    });
  };
  test('left alone there is no way; fished or opened there is, and the minutes of both are told', () => {
    expect(laid(lights({})).path).toEqual([]);
    for (const access of ['fish', 'open'] as const) {
      const run = laid(lights({ ceilingAccess: access }));
      expect(run.length.path).toBe(69);
      // Past four joists: 25 minutes each and once to get in; 69 in. of strip at 14 minutes a foot.
      expect(run.ceilings).toMatchObject([
        { level: 'L1', how: access, joists: 4, inches: 69, fishMinutes: 125, openMinutes: 80.5 },
      ]);
    }
  });
  test('a room may say otherwise than its level', () => {
    expect(laid(lights({}, { ceilingAccess: 'fish' })).ceilings).toHaveLength(1);
    expect(laid(lights({ ceilingAccess: 'fish' }, { ceilingAccess: 'leave' })).path).toEqual([]);
    expect(laid(lights({}, { above: 'attic' })).ceilings).toEqual([]);
  });
  test('its minutes are in the hours', () => {
    const hours = (plan: Plan) => computed(plan).hours.stages.find((s) => s.stage === 'closed walls')!.hours;
    expect(hours(lights({ ceilingAccess: 'fish' }))).toBeCloseTo(125 / 60, 1);
    expect(hours(lights({ above: 'attic' }))).toBe(0);
  });
});

describe('a closed floor', () => {
  const under = (level: object, room: object = {}) => {
    const plan = JSON.parse(JSON.stringify(roomOf('192\n144\n192\n144'))) as { rooms: { r1: object } };
    return planOf({
      ...plan,
      levels: { L1: { above: 'closed', below: 'closed', ...level } },
      rooms: { r1: { ...plan.rooms.r1, ...room } },
      boxes: { b1: { on: { floor: 'r1', x: 56, y: -40 } }, b2: { on: { floor: 'r1', x: 56, y: -109 } } },
      circuits: { c1: {} },
      runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' } },
    });
  };
  test('is no way while it is left alone; fished or opened it is, by level or by room', () => {
    expect(laid(under({})).path).toEqual([]);
    const run = laid(under({ floorAccess: 'open' }));
    expect(run.way).toBe('under');
    expect(run.ceilings).toMatchObject([
      { of: 'floor', how: 'open', joists: 4, inches: 69, openMinutes: 80.5 },
    ]);
    expect(laid(under({}, { floorAccess: 'fish' })).ceilings).toMatchObject([{ of: 'floor', how: 'fish' }]);
    expect(laid(under({}, { below: 'crawl' })).ceilings).toEqual([]);
  });
});

test('a strip of a ceiling is opened once however many cables lie in it, and a second one beside it is not', () => {
  const hours = (xs: readonly number[]) => {
    const plan = JSON.parse(JSON.stringify(roomOf('192\n144\n192\n144'))) as object;
    const at = (x: number, y: number) => ({ on: { ceiling: 'r1', x, y } });
    const own = planOf({
      ...plan,
      levels: { L1: { above: 'closed', ceilingAccess: 'open' } },
      boxes: Object.fromEntries(
        xs.flatMap((x, i) => [
          [`b${2 * i + 1}`, at(x, -40)],
          [`b${2 * i + 2}`, at(x, -109)],
        ]),
      ),
      circuits: { c1: {} },
      runs: Object.fromEntries(
        xs.map((_, i) => [
          `k${i + 1}`,
          { from: `b${2 * i + 1}`, to: `b${2 * i + 2}`, circuit: 'c1', cable: '14/2' },
        ]),
      ),
    });
    return computed(own).hours.stages.find((s) => s.stage === 'closed walls')!.hours;
  };
  // 69 in. at 14 minutes a foot: 80.5 minutes.
  expect(hours([56])).toBeCloseTo(80.5 / 60, 1);
  expect(hours([56, 60])).toBe(hours([56]));
  expect(hours([56, 100])).toBeCloseTo(161 / 60, 1);
});

describe('a chase', () => {
  const chase = (wall: string, kind = 'chase') => ({ wall, at: 65, width: 10, low: 0, high: 97, kind });
  test('takes cable up to the attic and down again with nothing drilled', () => {
    const way = { runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2', way: 'over' } } };
    const plan = twoInWall(
      '2x4',
      {},
      { ...way, boxes: { b1: { on: { wall: 'w1', at: 78 } }, b2: { on: { wall: 'w1', at: 100 } } } },
    );
    const plates = (p: Plan) => laid(p).bores.filter((b) => b.role === 'top-plate').length;
    expect(plates(plan)).toBe(4);
    const cut = planOf({ ...(JSON.parse(JSON.stringify(plan)) as object), obstacles: { x1: chase('w1') } });
    expect(plates(cut)).toBe(2);
    expect(wrongRuns(cut, computed(cut))).toEqual([]);
  });

  test('one that a stud stands in leads through the bays beside it', () => {
    const boxes = { b1: { on: { wall: 'w1', at: 78 } }, b2: { on: { wall: 'w1', at: 100 } } };
    const runs = { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2', way: 'over' } };
    const obstacles = { x1: { ...chase('w1'), at: 75, width: 10 } };
    const plan = twoInWall('2x4', {}, { boxes, runs, obstacles });
    // A stud stands at 80, in the middle of it.
    expect(laid(plan).bores.filter((b) => b.role === 'top-plate')).toHaveLength(2);
    expect(wrongRuns(plan, computed(plan))).toEqual([]);
  });

  test('leads from level to level through closed ceilings and floors where one stands over the other', () => {
    const twoLevels = (obstacles: object) =>
      planOf({
        levels: {
          L1: { ceiling: 96, above: 'closed', below: 'slab' },
          L2: { elevation: 108, ceiling: 96, above: 'closed', below: 'closed' },
        },
        points: {
          a: { x: 0, y: 0 },
          b: { x: 144, y: 0 },
          c: { x: 0, y: 0, level: 'L2' },
          d: { x: 144, y: 0, level: 'L2' },
        },
        walls: { w1: { from: 'a', to: 'b' }, w2: { from: 'c', to: 'd' } },
        obstacles,
        boxes: { b1: { on: { wall: 'w1', at: 40 } }, b2: { on: { wall: 'w2', at: 100 } } },
        circuits: { c1: {} },
        runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' } },
      });
    expect(laid(twoLevels({})).path).toEqual([]);
    expect(laid(twoLevels({ x1: chase('w1'), x2: chase('w2', 'duct') })).path).toEqual([]);
    const plan = twoLevels({ x1: chase('w1'), x2: chase('w2', 'plumbing chase') });
    const run = laid(plan);
    expect(run.path.some((p) => p.z > 96 && p.x > 65 && p.x < 75) || run.length.path > 108).toBe(true);
    expect(run.bores.every((b) => b.role === 'stud') && run.bores.length > 0).toBe(true);
    expect(wrongRuns(plan, computed(plan))).toEqual([]);
  });
});

test('two cables past the same studs of a closed wall open them once', () => {
  const hours = (runs: number) => {
    const all = Array.from({ length: runs }, (_, i) => [
      `k${i + 1}`,
      { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' },
    ]);
    const plan = twoInWall(
      '2x4',
      { cover: 'closed', access: 'open' },
      { levels: { L1: { above: 'closed', below: 'slab' } }, runs: Object.fromEntries(all) },
    );
    return computed(plan).hours.stages.find((s) => s.stage === 'closed walls')!.hours;
  };
  expect(hours(1)).toBeGreaterThan(0.5);
  expect(hours(2)).toBe(hours(1));
});

test('no framing of these is passed where it may not be', () => {
  for (const plan of [twoInWall('foam-block'), twoInWall('furring'), returning('air return', 'attic')])
    expect(wrongRuns(plan, computed(plan))).toEqual([]);
});
