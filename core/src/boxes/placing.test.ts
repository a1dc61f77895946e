import { describe, expect, test } from 'vitest';
import type { Plan, RoomUse } from '../plan/index.ts';
import { computed, edited, notEmpty, planOf, roomOf, wallOf } from '../../testing/index.ts';
import { bottomFromSubfloor, heightIn } from './index.ts';

/** A room 200 × 150 on its faces; w1 is its long wall, seen from the wall's right. */
const room = (use: RoomUse, rest: object = {}): Plan =>
  planOf({ ...roomOf('200\n150\n200\n150', use), ...rest });
const on = (at: number, more: object = {}) => ({ wall: 'w1', side: 'right', at, ...more });
const finished = (value: number, to = 'center') => ({ value, to, from: 'finished' });
const fixture = (kind: string, at: number, width: number, more: object = {}) => ({
  room: 'r1',
  kind,
  wall: 'w1',
  side: 'right',
  at,
  width,
  depth: 28,
  ...more,
});
const proposed = (plan: Plan) => edited(plan, 'propose', { only: ['receptacles'] });
const dataProposed = (plan: Plan) => edited(plan, 'propose', { only: ['receptacles', 'data'] });

describe('what counts for the spacing of a wall: NEC 210.52 (from memory)', () => {
  const counts = (
    kind: string,
    more: { box?: object; fixtures?: object; controls?: object; light?: boolean } = {},
  ) => {
    const plan = room('kitchen', {
      boxes: { b1: { on: on(100), ...more.box } },
      devices: { d1: { box: 'b1', kind } },
      fixtures: more.fixtures ?? {},
      controls: more.controls ?? {},
    });
    return computed(plan).marks['b1']!.counts;
  };

  test.each([
    ['receptacle', {}, true, 'Anyone'],
    ['gfci', {}, true, 'Anyone'],
    ['counter-receptacle', {}, false, 'counter'],
    ['appliance-receptacle', {}, false, 'one appliance'],
    ['receptacle', { box: { on: on(100, { height: finished(66) }) } }, true, 'Anyone'],
    ['receptacle', { box: { on: on(100, { height: finished(67) }) } }, false, 'over 5'],
    ['receptacle', { fixtures: { f1: fixture('refrigerator', 80, 36) } }, false, 'behind the refrigerator'],
    ['receptacle', { fixtures: { f1: fixture('refrigerator', 120, 36) } }, true, 'Anyone'],
    ['receptacle', { fixtures: { f1: fixture('counter', 80, 60) } }, false, 'in a cabinet'],
    [
      'receptacle',
      { fixtures: { f1: fixture('counter', 80, 60) }, box: { on: on(100, { height: finished(42) }) } },
      true,
      'Anyone',
    ],
    ['receptacle', { fixtures: { f1: fixture('cabinet', 80, 60) } }, false, 'in a cabinet'],
  ] as const)('a %s %o: %s', (kind, more, does, why) => {
    expect(counts(kind, more)).toMatchObject({ does });
    expect(counts(kind, more)!.why).toContain(why);
  });

  test('wholly switched does not, half-switched does; a box with no receptacle is not asked', () => {
    const halves = (loads: string[]) =>
      computed(
        room('bedroom', {
          boxes: { b1: { on: on(100), gangs: 2 }, b2: { on: on(50) } },
          devices: { d1: { box: 'b1' }, d2: { box: 'b1', slot: 1 }, d3: { box: 'b2', kind: 'switch' } },
          controls: { k1: { switches: ['d3'], loads } },
        }),
      ).marks;
    expect(halves(['d1', 'd2'])['b1']!.counts!.does).toBe(false);
    expect(halves(['d1'])['b1']!.counts!.does).toBe(true);
    expect(halves(['d1'])['b2']!.counts).toBeNull();
  });

  test('a counter does not break the floor line, serves its own stretch, and nothing is put in its cabinet: 210.52(A)(2)(1)', () => {
    const plan = proposed(room('kitchen', { fixtures: { f1: fixture('counter', 20, 160) } }));
    const { rooms, marks } = computed(plan);
    expect(rooms['r1']!.spaces).toHaveLength(1);
    expect(rooms['r1']!.spaces[0]!.ring).toBe(true);
    expect(rooms['r1']!.spaces[0]!.farthest!.distance).toBeLessThanOrEqual(72);
    for (const m of Object.values(marks).filter(
      (x) => x.wall === 'w1' && x.side === 'right' && x.at > 20 && x.at < 180,
    ))
      expect(m.centerFromFinished).toBe(42);
  });

  test('a fixed cabinet without a counter breaks it', () => {
    expect(
      computed(room('kitchen', { fixtures: { f1: fixture('cabinet', 60, 30) } })).rooms['r1']!.spaces[0]!
        .ring,
    ).toBe(false);
  });
});

describe('heights: worked conversions, box height, floor build-up', () => {
  test.each([
    [16, 'center', 'finished', 3.25, 0.75, 15.125],
    [12, 'bottom', 'finished', 3.25, 0.75, 12.75],
    [14, 'bottom', 'finished', 3.25, 0.5, 14.5],
    [15, 'bottom', 'finished', 3.25, 0, 15],
    [16, 'top', 'finished', 3.25, 0.75, 13.5],
    [18, 'top', 'finished', 3.6, 0.75, 15.15],
    [18, 'center', 'finished', 3.6, 0.75, 16.95],
    [45, 'bottom', 'finished', 3.25, 1.25, 46.25],
    [48, 'bottom', 'subfloor', 3.25, 1.25, 48],
    [48, 'top', 'finished', 3.25, 0.75, 45.5],
    [48.5, 'top', 'finished', 3.25, 0.75, 46],
    [48, 'center', 'subfloor', 4, 0.75, 46],
    [66, 'center', 'finished', 4, 0.625, 64.625],
    [42, 'center', 'finished', 3.25, 2, 42.375],
  ] as const)(
    '%d to %s from the %s floor, a box %d high, %d of floor: bottom %d from the subfloor',
    (value, to, from, tall, floor, bottom) => {
      expect(bottomFromSubfloor({ value, to, from }, tall, floor)).toBeCloseTo(bottom, 9);
      expect(heightIn(bottom, tall, floor, to, from)).toBeCloseTo(value, 9);
    },
  );

  test('a tool of known length is a gauge: its length less the floor is the height of the bottom above the finished floor', () => {
    expect(heightIn(13.5, 3.25, 0.75, 'bottom', 'finished')).toBe(12.75);
  });
});

describe('a height of its own, with its reason', () => {
  test('a band board too high for the house height lifts the boxes that stand on it, and only those', () => {
    const plan = proposed(
      room('bedroom', {
        obstacles: { x1: { wall: 'w1', at: 0, width: 204, low: 0, high: 20, kind: 'band board' } },
      }),
    );
    const { marks, findings } = computed(plan);
    const lifted = Object.entries(plan.boxes).filter(([, b]) => b.reason !== '');
    expect(lifted.length).toBeGreaterThan(0);
    for (const [id, b] of lifted) {
      expect(b.reason).toBe('Over the band board, which is 20″ high.');
      expect(marks[id]!.bottomFromSubfloor).toBeGreaterThanOrEqual(20.25);
      expect(marks[id]!.centerFromFinished).toBeLessThanOrEqual(66);
    }
    for (const id of Object.keys(plan.boxes).filter((b) => plan.boxes[b]!.reason === ''))
      expect(marks[id]!.centerFromFinished).toBe(16);
    expect(findings.filter((f) => f.level === 'error')).toEqual([]);
  });

  test('a box put back to the house height forgets its reason', () => {
    const plan = edited(
      room('bedroom', { boxes: { b1: { on: on(60) } }, devices: { d1: { box: 'b1' } } }),
      'setBoxHeight',
      { box: 'b1', height: { value: 44, to: 'bottom', from: 'finished' }, reason: 'The dog' },
    );
    expect(computed(plan).marks['b1']).toMatchObject({ bottomFromSubfloor: 44.75, reason: 'The dog' });
    expect(edited(plan, 'setBoxHeight', { box: 'b1', height: null }).boxes['b1']!.reason).toBe('');
  });
});

describe('density schools (common practice, no source)', () => {
  const withRules = (use: RoomUse, values: object, rest: object = {}) =>
    room(use, { rules: { values }, ...rest });
  test('a closer gap in a workshop: nowhere more than it between two', () => {
    const plan = proposed(withRules('workshop', { 'density.school': 'gap', 'density.gap': 72 }));
    const along = computed(plan)
      .rooms['r1']!.spaces[0]!.receptacles.map((r) => r.along)
      .sort((a, b) => a - b);
    const gaps = along.slice(1).map((v, i) => v - along[i]!);
    expect(Math.max(...gaps, along[0]! + 700 - along.at(-1)!)).toBeLessThanOrEqual(72);
    expect(Object.keys(proposed(withRules('workshop', {})).boxes)).toEqual([]);
  });

  test.each([1, 2, 3])('%d on every wall', (n) => {
    const plan = proposed(withRules('bedroom', { 'density.school': 'per-wall', 'density.perWall': n }));
    const { marks } = computed(plan);
    for (const wall of ['w1', 'w2', 'w3', 'w4'])
      expect(Object.values(marks).filter((m) => m.wall === wall).length).toBeGreaterThanOrEqual(n);
  });

  test('a bench is reason enough for its row, and receptacles of the wall go over it, not under; a company that wants none has none', () => {
    const bench = { fixtures: { f1: fixture('bench', 30, 120) } };
    const under = (plan: Plan) =>
      Object.values(computed(plan).marks).filter(
        (m) => m.wall === 'w1' && m.at > 30 && m.at < 150 && m.centerFromFinished < 34,
      );
    const plan = proposed(withRules('recreation', {}, bench));
    expect(under(plan)).toEqual([]);
    const over = Object.values(plan.boxes).filter((b) => /[Bb]ench|bench/.test(b.reason));
    expect(over.length).toBeGreaterThanOrEqual(3);
    expect(computed(plan).findings.filter((f) => f.rule.startsWith('spacing'))).toEqual([]);
    const without = proposed(withRules('recreation', { 'bench.row': 'none' }, bench));
    expect(under(without).length).toBeGreaterThan(0);
  });

  test('a second row over a bench at its own height, none over 4 ft apart', () => {
    const plan = proposed(
      withRules('workshop', { 'bench.row': 'row' }, { fixtures: { f1: fixture('bench', 30, 120) } }),
    );
    const row = Object.values(computed(plan).marks)
      .filter((m) => m.centerFromFinished === 40)
      .map((m) => m.at)
      .sort((a, b) => a - b);
    expect(row.length).toBeGreaterThanOrEqual(3);
    row.slice(1).forEach((at, i) => expect(at - row[i]!).toBeLessThanOrEqual(48));
    expect(row[0]! - 30).toBeLessThanOrEqual(24);
    expect(150 - row.at(-1)!).toBeLessThanOrEqual(24);
  });
});

test('boxes of different height by the house’s height stand with their devices on one line, and each has its own mark', () => {
  const plan = planOf({
    ...wallOf(144),
    rules: { values: { 'height.receptacle': { value: 16, to: 'top', from: 'finished' } } },
    boxes: {
      b1: { on: { wall: 'w1', at: 40 }, model: 'plastic-1g-18' },
      b2: { on: { wall: 'w1', at: 80 }, model: 'metal-device-18' },
      b3: {
        on: { wall: 'w1', at: 100, height: { value: 16, to: 'top', from: 'finished' } },
        model: 'metal-device-18',
      },
    },
    devices: { d1: { box: 'b1' }, d2: { box: 'b2' }, d3: { box: 'b3' } },
  });
  const marks = computed(plan).marks;
  // Middles 16 − 3-1/4 / 2; a metal box 3 in. high is marked 1/8 lower at its top, unless a person said where its top goes.
  expect([marks['b1'], marks['b2'], marks['b3']].map((m) => m!.centerFromFinished)).toEqual([
    14.375, 14.375, 14.5,
  ]);
  expect(marks['b1']!.topFromSubfloor - marks['b2']!.topFromSubfloor).toBe(0.125);
});

describe('keeping apart', () => {
  test('no receptacle within 3 ft of a tub, by proposal: NEC 406.9(C) (from memory)', () => {
    const plan = proposed(
      room('bath', { fixtures: { f1: fixture('tub', 20, 60), f2: fixture('basin', 130, 24) } }),
    );
    expect(computed(plan).findings.filter((f) => f.rule === 'box.wet' || f.rule === 'bath.basin')).toEqual(
      [],
    );
    expect(Object.values(plan.devices).length).toBeGreaterThan(0);
  });

  test('the zone of a tub ends at the walls of its room', () => {
    // Two rooms apart by a wall; the tub stands in the first, in the corner against that wall.
    const plan = planOf({
      points: Object.fromEntries(
        [0, 120, 240].flatMap((x, i) => [
          [`a${i}`, { x, y: 0 }],
          [`b${i}`, { x, y: 120 }],
        ]),
      ),
      walls: {
        ...Object.fromEntries([0, 1, 2].map((i) => [`v${i}`, { from: `a${i}`, to: `b${i}` }])),
        s0: { from: 'a0', to: 'a1' },
        s1: { from: 'a1', to: 'a2' },
        n0: { from: 'b0', to: 'b1' },
        n1: { from: 'b1', to: 'b2' },
      },
      rooms: { r1: { x: 60, y: 60, use: 'bath' }, r2: { x: 180, y: 60, use: 'den' } },
      fixtures: { f1: { room: 'r1', kind: 'tub', wall: 's0', side: 'left', at: 58, width: 60, depth: 30 } },
      boxes: {
        b1: { on: { wall: 's1', side: 'left', at: 18 } },
        b2: { on: { wall: 'v1', side: 'left', at: 50 } },
      },
      devices: { d1: { box: 'b1' }, d2: { box: 'b2' } },
    });
    const wet = computed(plan).findings.filter((f) => f.rule === 'box.wet');
    expect(wet.map((f) => f.about[0]!.id)).toEqual(['b2']);
  });

  test('a wall rated for fire: proposals on its two sides keep 24 in. apart; an unrated one does not ask', () => {
    const rooms = (rated: string) =>
      planOf({
        points: {
          a: { x: 0, y: 150 },
          b: { x: 200, y: 150 },
          c: { x: 400, y: 150 },
          d: { x: 0, y: 0 },
          e: { x: 200, y: 0 },
          f: { x: 400, y: 0 },
        },
        walls: {
          w1: { from: 'a', to: 'c' },
          w2: { from: 'd', to: 'a' },
          w3: { from: 'b', to: 'e', framing: '2x8', rated },
          w4: { from: 'f', to: 'd' },
          w5: { from: 'c', to: 'f' },
        },
        rooms: { r1: { x: 100, y: 75, use: 'bedroom' }, r2: { x: 300, y: 75, use: 'living' } },
      });
    const plan = proposed(rooms('fire'));
    expect(computed(plan).findings.map((f) => f.rule)).not.toContain('box.back-to-back');
    const both = edited(edited(rooms('fire'), 'addBox', { wall: 'w3', side: 'left', at: 60 }), 'addBox', {
      wall: 'w3',
      side: 'right',
      at: 60,
    });
    expect(computed(both).findings.find((f) => f.rule === 'box.back-to-back')).toMatchObject({
      level: 'error',
    });
    expect(
      computed(edited(both, 'setWalls', { walls: ['w3'], changes: { rated: 'sound' } })).findings.find(
        (f) => f.rule === 'box.back-to-back',
      ),
    ).toMatchObject({ level: 'warning' });
  });
});

describe('desks and screens (common practice, no source)', () => {
  test('data beside the power at a desk, in a bracket, the house distance apart and at one height', () => {
    const plan = dataProposed(room('office', { fixtures: { f1: fixture('desk', 60, 60) } }));
    const { marks, boxes, findings } = computed(plan);
    const data = Object.entries(plan.devices).filter(([, d]) => d.kind === 'data');
    expect(data).toHaveLength(1);
    const own = marks[data[0]![1].box]!;
    expect([own.centerFromFinished, boxes[data[0]![1].box]!.model]).toEqual([16, 'bracket-1g']);
    expect(findings.map((f) => f.rule)).not.toContain('box.data-near');
    expect(dataProposed(plan)).toEqual(plan);
  });

  test('a screen: power and television behind it, a foot for the tube below, and the tube in the list', () => {
    const plan = dataProposed(room('family', { fixtures: { f1: fixture('television', 70, 50) } }));
    const { marks, takeoff } = computed(plan);
    const at62 = Object.values(marks).filter((m) => m.centerFromFinished === 62);
    expect(at62).toHaveLength(2);
    const tube = takeoff.lines.find((l) => l.item === 'tube-1-1/4')!;
    expect([tube.unit, tube.quantity >= 46 + 12]).toEqual(['in', true]);
    const none = dataProposed(
      room('family', {
        rules: { values: { 'data.layout': 'none' } },
        fixtures: { f1: fixture('television', 70, 50) },
      }),
    );
    expect(notEmpty(Object.values(none.devices)).every((d) => d.kind === 'receptacle')).toBe(true);
  });
});

describe('the home of the data cables (common practice, no source)', () => {
  const wiredHome = () => {
    let plan = dataProposed(
      room('family', {
        fixtures: { f1: fixture('television', 70, 50), f2: { ...fixture('desk', 20, 40), wall: 'w3' } },
      }),
    );
    expect(computed(plan).findings.map((f) => f.rule)).toContain('data.home');
    plan = edited(plan, 'addBox', { wall: 'w2', side: 'right', at: 60, kind: 'data', label: 'home' });
    plan = edited(plan, 'addPanel', { wall: 'w2', side: 'right', at: 100, away: 60, name: 'Main' });
    return edited(plan, 'propose', { only: ['circuits', 'runs'] });
  };

  test('a cable of its own from home to every outlet; boxes it enters hold no more for it; proposing again adds none', () => {
    const plan = wiredHome();
    const home = Object.values(plan.devices).find((d) => d.label === 'home')!.box;
    const data = Object.values(plan.runs).filter((r) => r.cable === 'data');
    const outlets = Object.values(plan.devices).filter(
      (d) => d.kind === 'tv' || (d.kind === 'data' && d.label === ''),
    );
    expect(data.map((r) => r.from)).toEqual(outlets.map(() => home));
    expect(data.map((r) => r.to).sort()).toEqual(outlets.map((d) => d.box).sort());
    const { boxes, findings } = computed(plan);
    for (const r of data) expect(boxes[r.to!]!.used).toBe(0);
    expect(findings.map((f) => f.rule)).not.toContain('data.home');
    expect(edited(plan, 'propose', { only: ['runs'] })).toEqual(plan);
  });

  test('no hole holds power and data together, and the line of holes for data is 12 in. over the power’s', () => {
    const { runs, takeoff } = computed(wiredHome());
    const byHole = new Map<string, Set<boolean>>();
    for (const r of Object.values(runs))
      for (const b of r.bores) byHole.set(b.hole, (byHole.get(b.hole) ?? new Set()).add(r.cable === 'data'));
    expect(notEmpty([...byHole.values()]).every((kinds) => kinds.size === 1)).toBe(true);
    const level = (data: boolean) =>
      Object.values(runs)
        .filter((r) => (r.cable === 'data') === data)
        .flatMap((r) => r.bores)
        .filter((b) => b.number !== null && b.z < 60)
        .map((b) => b.z);
    expect(new Set(level(true))).toEqual(new Set([36]));
    expect(Math.min(...level(false))).toBe(24);
    expect(takeoff.lines.map((l) => l.item)).toEqual(
      expect.arrayContaining(['cable-data', 'strap-data', 'device-data', 'device-tv']),
    );
  });
});

describe('models', () => {
  const chosen = (values: object, box: object, runs = 2) => {
    const plan = planOf({
      rules: { values },
      points: { a: { x: 0, y: 0 }, b: { x: 240, y: 0 } },
      walls: { w1: { from: 'a', to: 'b' } },
      boxes: {
        b1: { on: { wall: 'w1', at: 60 }, ...box },
        b2: { on: { wall: 'w1', at: 100 } },
        b3: { on: { wall: 'w1', at: 140 } },
      },
      devices: { d1: { box: 'b1' }, d2: { box: 'b2' }, d3: { box: 'b3' } },
      runs: Object.fromEntries(
        ['b2', 'b3'].slice(0, runs).map((to, i) => [`k${i}`, { from: 'b1', to, cable: '14/2' }]),
      ),
    });
    return computed(plan).boxes['b1']!;
  };
  test('by fill, the deepest, metal, and one’s own', () => {
    expect(chosen({}, {}).model).toBe('plastic-1g-18');
    expect(chosen({ 'box.size': 'deepest' }, {}).model).toBe('plastic-1g-22.5');
    expect(chosen({ 'box.material': 'metal' }, {}).model).toBe('metal-device-18');
  });

  test('a shallow pan takes one 14/2 exactly and no second: Table 314.16(A) (from memory)', () => {
    const pan = (runs: number) =>
      computed(
        planOf({
          ...roomOf('200\n150\n200\n150', 'bedroom'),
          boxes: {
            b1: { on: { ceiling: 'r1', x: 100, y: -75 }, model: 'pan-6' },
            b2: { on: on(60) },
            b3: { on: on(90) },
          },
          devices: { d1: { box: 'b1', kind: 'light' } },
          runs: Object.fromEntries(
            ['b2', 'b3'].slice(0, runs).map((from, i) => [`k${i}`, { from, to: 'b1', cable: '14/2' }]),
          ),
        }),
      ).boxes['b1']!;
    expect(pan(1)).toMatchObject({ used: 6, volume: 6, fits: true });
    expect(pan(2).fits).toBe(false);
  });

  test('a fan hangs from a rated box, a light does not ask for one: NEC 314.27 (from memory)', () => {
    const model = (kind: string) =>
      computed(
        room('bedroom', {
          boxes: { b1: { on: { ceiling: 'r1', x: 100, y: -75 } } },
          devices: { d1: { box: 'b1', kind } },
        }),
      ).boxes['b1']!.model;
    expect([model('fan'), model('light'), model('wafer-light')]).toEqual([
      'fan-21.5',
      'plastic-ceiling-20',
      'none',
    ]);
  });

  test('closed walls take old-work boxes held by their wings, with no backing', () => {
    const plan = room('bedroom', {
      boxes: { b1: { on: on(54), exact: true } },
      devices: { d1: { box: 'b1' } },
    });
    const closed = edited(plan, 'setWalls', { walls: ['w1'], changes: { cover: 'closed' } });
    expect(computed(closed).boxes['b1']!.model).toBe('old-work-1g-14');
    expect(computed(closed).marks['b1']).toMatchObject({ fixing: 'wings', backing: null });
    expect(computed(plan).marks['b1']).toMatchObject({ fixing: 'backing' });
  });
});

describe('on the ceiling and in the floor', () => {
  const flat = (plan: Plan) =>
    Object.entries(plan.boxes)
      .filter(([, b]) => !('wall' in b.on))
      .map(([id, b]) => ({
        on: b.on as { x: number; y: number },
        kind: Object.values(plan.devices).find((d) => d.box === id)!.kind,
      }));

  test('an opener for each vehicle door, inside the garage and over the middle of its door (common practice, no source)', () => {
    const doors = {
      o1: { wall: 'w1', kind: 'garage-door', at: 10, width: 84 },
      o2: { wall: 'w1', kind: 'garage-door', at: 110, width: 84 },
    };
    const plan = proposed(room('garage', { openings: doors }));
    const openers = flat(plan).filter((b) => b.kind === 'opener');
    // w1 begins at the room's first corner and runs along x; the room lies below it.
    const corner = plan.points[plan.walls['w1']!.from]!;
    expect(openers.map((b) => b.on.x - corner.x)).toEqual([52, 152]);
    for (const b of openers) expect(b.on.y).toBeLessThan(corner.y - 90);
    expect(proposed(plan)).toEqual(plan);
  });

  test.each([
    ['2023', 'splice', 'no way to add'],
    ['2020', 'counter-receptacle', 'the 2020 code'],
  ] as const)(
    'an island by the %s edition: %s: NEC 210.52(C)(2), (3) (from memory)',
    (edition, kind, words) => {
      const bare = room('kitchen', {
        rules: { edition },
        fixtures: { f1: { room: 'r1', kind: 'island', x: 100, y: -75, width: 60, depth: 36 } },
      });
      expect(computed(bare).findings.find((f) => f.rule === 'counter.island')!.says).toContain(words);
      const plan = proposed(bare);
      expect(flat(plan)).toMatchObject([{ on: { x: 100, y: -75 }, kind }]);
      expect(computed(plan).findings.map((f) => f.rule)).not.toContain('counter.island');
    },
  );
});
