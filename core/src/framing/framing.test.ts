import { describe, expect, test } from 'vitest';
import { computed, edited, roomOf, uprights, wallOf } from '../../testing/index.ts';

describe('studs of one wall', () => {
  test('on centre from the from end, and from the to end', () => {
    expect(uprights(computed(wallOf(96)))).toBe(
      'stud 0.75, stud 16, stud 32, stud 48, stud 64, stud 80, stud 95.25',
    );
    expect(uprights(computed(wallOf(90, { layoutFrom: 'to' })))).toBe(
      'stud 0.75, stud 10, stud 26, stud 42, stud 58, stud 74, stud 89.25',
    );
    expect(uprights(computed(wallOf(72, { spacing: 24 })))).toBe('stud 0.75, stud 24, stud 48, stud 71.25');
  });

  test('sizes: 2x plates are 1-1/2 in. (actual size of 2x lumber, American Softwood Lumber Standard PS 20, from memory)', () => {
    const { members } = computed(wallOf(96));
    expect(members.find((m) => m.id === 'w1/s3')).toMatchObject({ number: 3, low: 1.5, high: 94.125 });
    expect(members.filter((m) => m.role === 'top-plate').map((m) => [m.low, m.high])).toEqual([
      [94.125, 95.625],
      [95.625, 97.125],
    ]);
  });

  test('a door: king and jack each side, no studs inside, header over, plate cut', () => {
    const { members } = computed(
      wallOf(144, {}, { openings: { o1: { wall: 'w1', kind: 'door', at: 40, width: 32, head: 82 } } }),
    );
    const row = members.filter((m) => m.number !== null).map((m) => `${m.role} ${m.at}`);
    expect(row.slice(2, 8)).toEqual([
      'stud 32',
      'king 36.75',
      'jack 38.25',
      'jack 73.75',
      'king 75.25',
      'stud 80',
    ]);
    expect(members.find((m) => m.role === 'header')).toMatchObject({
      low: 83,
      high: 88.5,
      at: 56,
      width: 37,
    });
    expect(members.filter((m) => m.role === 'cripple').map((m) => m.at)).toEqual([48, 64]);
    expect(members.filter((m) => m.role === 'bottom-plate')).toHaveLength(2);
  });

  test('a window: sill, cripples below it counted at the floor line, cripples above not', () => {
    const { members } = computed(
      wallOf(
        144,
        { exterior: true },
        { openings: { o1: { wall: 'w1', kind: 'window', at: 40, width: 36, sill: 36, head: 80 } } },
      ),
    );
    expect(
      members.filter((m) => m.role === 'cripple' && m.number !== null).map((m) => [m.at, m.high]),
    ).toEqual([
      [48, 34],
      [64, 34],
    ]);
    expect(members.find((m) => m.role === 'header')!.high).toBe(80.5 + 9.25);
    expect(members.find((m) => m.role === 'sill')).toMatchObject({ low: 34, high: 35.5 });
  });

  test('a measured stud takes the place of the generated one and keeps its number', () => {
    const { members } = computed(wallOf(96, {}, { members: { m1: { wall: 'w1', role: 'stud', at: 47.5 } } }));
    expect(members.find((m) => m.measured)).toMatchObject({ at: 47.5, number: 4 });
    expect(members.filter((m) => m.number !== null)).toHaveLength(7);
  });

  test('foam block has no studs', () =>
    expect(computed(wallOf(96, { framing: 'foam-block' })).members).toEqual([]));
});

describe('walls that meet', () => {
  test('the longer wall runs through its corners, the shorter butts', () => {
    const result = computed(roomOf('140\n110\n140\n110'));
    const ends = (wall: string) => {
      const plate = result.members.find((m) => m.wall === wall && m.role === 'top-plate')!;
      return [plate.at - plate.width / 2, plate.at + plate.width / 2];
    };
    expect(ends('w1')).toEqual([-1.75, 145.25]);
    expect(ends('w2')).toEqual([1.75, 111.75]);
    expect(uprights(result, 'w1')).toMatch(/^corner -1, corner 2, stud 16/);
  });

  test('a T gets a partition stud on each side of the stem', () => {
    const plan = wallOf(
      144,
      {},
      {
        points: { a: { x: 0, y: 0 }, b: { x: 144, y: 0 }, c: { x: 70, y: 0 }, d: { x: 70, y: 90 } },
        walls: { w1: { from: 'a', to: 'b' }, w2: { from: 'c', to: 'd' } },
      },
    );
    expect(uprights(computed(plan), 'w1')).toContain('partition 67.5, partition 72.5');
    expect(uprights(computed(plan), 'w2')).toMatch(/^stud 2.5/);
  });

  test('direction of a wall changes nothing but the numbers', () => {
    const plan = roomOf('150\n100\n150\n100');
    const turned = {
      ...plan,
      walls: {
        ...plan.walls,
        w2: {
          ...plan.walls.w2!,
          from: plan.walls.w2!.to,
          to: plan.walls.w2!.from,
          layoutFrom: 'to' as const,
        },
      },
    };
    const places = (p: typeof plan) =>
      computed(p)
        .members.filter((m) => m.wall === 'w2' && m.number !== null)
        .map((m) => (p === plan ? m.at : 103.5 - m.at))
        .sort((a, b) => a - b);
    expect(places(turned)).toEqual(places(plan));
  });

  test('editing one wall leaves the frames of the others as they were', () => {
    const plan = edited(roomOf('150\n100\n150\n100'), 'addOpening', { wall: 'w1', at: 30, width: 32 });
    expect(computed(plan).members.some((m) => m.wall === 'w1' && m.role === 'header')).toBe(true);
    expect(computed(plan).members.some((m) => m.wall === 'w3' && m.role === 'header')).toBe(false);
  });
});

describe('walls framed otherwise', () => {
  const tee = (values: object) =>
    wallOf(
      144,
      {},
      {
        rules: { values },
        points: { a: { x: 0, y: 0 }, b: { x: 144, y: 0 }, c: { x: 70, y: 0 }, d: { x: 70, y: 90 } },
        walls: { w1: { from: 'a', to: 'b' }, w2: { from: 'c', to: 'd' } },
      },
    );

  test('a half wall stops at its own height, plates and all', () => {
    const { members } = computed(wallOf(96, { height: 42 }));
    expect(members.filter((m) => m.role === 'top-plate').map((m) => m.high)).toEqual([40.5, 42]);
    expect(members.find((m) => m.id === 'w1/s3')).toMatchObject({ low: 1.5, high: 39 });
  });

  test('ladder backing: blocks between the studs there are, no partition studs', () => {
    const result = computed(tee({ 'framing.partition': 'ladder' }));
    expect(uprights(result, 'w1')).not.toContain('partition');
    const blocks = result.members.filter((m) => m.wall === 'w1' && m.role === 'block');
    expect(blocks.map((m) => [m.at, m.width, m.high])).toEqual([
      [72, 14.5, 25.5],
      [72, 14.5, 49.5],
      [72, 14.5, 73.5],
    ]);
  });

  test('a two-stud corner leaves the second corner stud out', () => {
    const plan = roomOf('140\n110\n140\n110');
    const two = edited(plan, 'setRule', { rule: 'framing.corner', value: 'two' });
    expect(uprights(computed(plan), 'w1')).toMatch(/^corner -1, corner 2, stud 16/);
    expect(uprights(computed(two), 'w1')).toMatch(/^corner -1, stud 16/);
  });

  test('furring stands 1-1/2 deep at its own spacing; its bores are all too near a face', () => {
    const plan = wallOf(96, { framing: 'furring', spacing: 24 });
    expect(uprights(computed(plan))).toBe('stud 0.75, stud 24, stud 48, stud 72, stud 95.25');
  });

  test('a measured king takes the king’s place, a measured cripple the cripple’s', () => {
    const plan = wallOf(
      144,
      {},
      {
        openings: { o1: { wall: 'w1', kind: 'door', at: 40, width: 32, head: 82 } },
        members: { m1: { wall: 'w1', role: 'king', at: 36 } },
      },
    );
    expect(uprights(computed(plan))).toContain('stud 32, king 36, jack 38.25');
  });
});

describe('closed walls', () => {
  /** Panel and box in one wall, the wall between them closed. */
  const closed = (access: string) =>
    wallOf(
      144,
      { cover: 'closed', access },
      {
        panels: { n1: { on: { wall: 'w1', side: 'left', at: 24 } } },
        circuits: { c1: { panel: 'n1' } },
        boxes: { b1: { on: { wall: 'w1', side: 'left', at: 120 } } },
        devices: { d1: { box: 'b1', circuit: 'c1' } },
        runs: { k1: { from: 'n1', to: 'b1', circuit: 'c1', way: 'wall' } },
      },
    );

  test('are not bored blindly: left alone there is no way through', () => {
    const result = computed(closed('leave'));
    expect(result.runs['k1']!.path).toEqual([]);
    expect(result.findings.some((f) => f.rule === 'run.no-route')).toBe(true);
  });

  test('may be fished or opened, each at its cost in minutes, and both are shown', () => {
    const fished = computed(closed('fish'));
    const [passage] = fished.runs['k1']!.closed;
    expect(passage).toMatchObject({ how: 'fish', studs: 6, fishMinutes: 150, openMinutes: 112 });
    expect(fished.hours.stages.find((s) => s.stage === 'closed walls')!.hours).toBe(2.5);
    const note = fished.findings.find((f) => f.rule === 'run.closed')!;
    expect(note.says).toContain('fished 150 min, or a strip opened 112 min');
    expect(note.fix).toContain('Opening a strip would take less');
    expect(computed(closed('open')).hours.stages.find((s) => s.stage === 'closed walls')!.hours).toBe(1.87);
  });
});
