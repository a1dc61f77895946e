import { describe, expect, test } from 'vitest';
import { type EditArgs, type EditName, makeEdit } from '../edits/index.ts';
import { computed, edited, planOf, randomFrom, roomOf } from '../../testing/index.ts';
import { readWalk, unnamedSpaces } from '../rooms/walked.ts';
import { twoRooms as drawnRooms, walkedOn } from '../../testing/drawnRooms.ts';
import { planOfHouse, randomHouse } from '../../testing/randomHouse.ts';
import type { Plan } from '../plan/index.ts';

/** With a door in the long wall and one in the partition. */
const twoRooms = () =>
  drawnRooms({ openings: { o1: { wall: 'w1', at: 150, width: 32 }, o2: { wall: 'w5', at: 40, width: 30 } } });

const area = (plan: Plan, room: string) => computed(plan).rooms[room]!.area;
function refused<N extends EditName>(plan: Plan, name: N, args: EditArgs<N>): string {
  const done = makeEdit(plan, name, args);
  return done.ok ? 'not refused' : done.problems.map((p) => `${p.path} ${p.message}`).join('; ');
}

describe('a wall moved', () => {
  test('the partition to the left: one room grows by what the other loses', () => {
    const plan = edited(twoRooms(), 'moveWall', { wall: 'w5', offset: 12 });
    expect(area(plan, 'r1')).toBeCloseTo((116.5 - 12) * 116.5, 6);
    expect(area(plan, 'r2')).toBeCloseTo((116.5 + 12) * 116.5, 6);
  });

  test('an outside wall with a T on it: the stem follows, doors keep their place in the house', () => {
    const plan = edited(twoRooms(), 'moveWall', { wall: 'w1', offset: -24 });
    expect(plan.points['e']).toMatchObject({ x: 120, y: -24 });
    expect(plan.openings['o1']!.at).toBe(150);
    expect(plan.openings['o2']!.at).toBe(64);
    expect(area(plan, 'r1')).toBeCloseTo(116.5 * 140.5, 6);
  });

  test('moved out and back, 200 seeded houses are as they were', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const plan = planOf(planOfHouse(randomHouse(seed), null));
      const random = randomFrom(seed);
      const wall = `w${1 + Math.floor(random() * Object.keys(plan.walls).length)}`;
      const by = Math.round(random() * 6 * 16) / 16;
      const moved = makeEdit(plan, 'moveWall', { wall, offset: by });
      if (!moved.ok) continue;
      const back = edited(moved.plan, 'moveWall', { wall, offset: -by });
      for (const [id, p] of Object.entries(plan.points)) {
        const off = Math.hypot(back.points[id]!.x - p.x, back.points[id]!.y - p.y);
        if (off > 1e-6) throw new Error(`seed ${seed}: ${wall} by ${by} leaves ${id} ${off} in. off`);
      }
    }
  });

  test('never past another wall, never when locked', () => {
    expect(refused(twoRooms(), 'moveWall', { wall: 'w4', offset: 300 })).toContain('no length');
    expect(refused(twoRooms(), 'moveWall', { wall: 'w4', offset: 130 })).toContain('no longer stand against');
    const locked = edited(twoRooms(), 'setWall', { wall: 'w5', changes: { locked: true } });
    expect(refused(locked, 'moveWall', { wall: 'w5', offset: 3 })).toContain('locked');
  });
});

describe('walls cut, joined, drawn, copied', () => {
  test('cut and joined again, everything hangs where it hung', () => {
    const plan = twoRooms();
    const cut = edited(plan, 'splitWall', { wall: 'w1', at: 130 });
    expect(cut.openings['o1']).toMatchObject({ wall: 'w6', at: 20 });
    expect(area(cut, 'r2')).toBeCloseTo(area(plan, 'r2'), 6);
    const whole = edited(cut, 'joinWalls', { walls: ['w1', 'w6'] });
    expect(whole.walls).toEqual(plan.walls);
    expect(whole.openings).toEqual(plan.openings);
  });

  test('joined the other way round, and onto a wall that runs against it', () => {
    const cut = edited(twoRooms(), 'splitWall', { wall: 'w1', at: 130 });
    const whole = edited(cut, 'joinWalls', { walls: ['w6', 'w1'] });
    expect(whole.openings['o1']).toMatchObject({ wall: 'w6', at: 150 });
    const { w6 } = cut.walls;
    const turned = planOf({
      ...cut,
      walls: { ...cut.walls, w6: { ...w6, from: w6!.to, to: w6!.from } },
      openings: { o1: { wall: 'w6', at: 58, width: 32, hinge: 'from', swing: 'left' } },
    });
    const joined = edited(turned, 'joinWalls', { walls: ['w1', 'w6'] });
    expect(joined.openings['o1']).toMatchObject({ wall: 'w1', at: 150, hinge: 'to', swing: 'right' });
  });

  test('what cannot be is refused with its reason', () => {
    expect(refused(twoRooms(), 'splitWall', { wall: 'w1', at: 160 })).toContain(
      'cuts through the door in wall A of',
    );
    expect(refused(twoRooms(), 'joinWalls', { walls: ['w1', 'w2'] })).toContain('in line');
    expect(
      refused(twoRooms(), 'addWall', { level: 'L1', from: { x: 0, y: 0 }, to: { x: 0.1, y: 0 } }),
    ).toContain('inch');
  });

  test('a wall drawn across a room makes two', () => {
    const plan = edited(twoRooms(), 'addWall', { level: 'L1', from: { x: 0, y: 60 }, to: { x: 120, y: 60 } });
    const named = edited(plan, 'nameRoom', { level: 'L1', at: { x: 60, y: 90 }, name: 'Nook', use: 'den' });
    expect(area(named, 'r3')).toBeCloseTo(116.5 * 56.5, 6);
  });

  test('the space it closes off is there to be named, once', () => {
    const plan = edited(twoRooms(), 'addWall', { level: 'L1', from: { x: 0, y: 60 }, to: { x: 120, y: 60 } });
    const [space, ...others] = unnamedSpaces(plan, 'L1');
    expect(others).toEqual([]);
    const named = edited(plan, 'nameRoom', { level: 'L1', at: space!, name: 'Nook', use: 'den' });
    expect(unnamedSpaces(named, 'L1')).toEqual([]);
    expect(area(named, 'r3')).toBeCloseTo(space!.area, 6);
  });

  test('a wall drawn through another crosses it, and four rooms come of two', () => {
    const plan = edited(twoRooms(), 'addWall', { level: 'L1', from: { x: 0, y: 70 }, to: { x: 240, y: 70 } });
    const ids = [...'abcd'].map((_, i) => ({ x: i % 2 ? 180 : 60, y: i < 2 ? 30 : 100 }));
    const named = ids.reduce(
      (p, at, i) => edited(p, 'nameRoom', { level: 'L1', at, name: `N${i}`, use: 'den' }),
      plan,
    );
    const { rooms, members } = computed(named);
    expect(['r3', 'r4', 'r5', 'r6'].map((r) => Math.round(rooms[r]!.area))).toEqual([7747, 7747, 5417, 5417]);
    // The longer wall runs through; the other is framed in two pieces with a stud at each side of it.
    const broken = members.filter((m) => m.wall === 'w5' && m.role === 'top-plate');
    expect(broken).toHaveLength(4);
    expect(members.some((m) => m.wall === 'w5' && m.number !== null && Math.abs(m.at - 70) < 1.7)).toBe(
      false,
    );
  });

  test('a room copied beside itself, mirrored: same area, the door hung the other way', () => {
    const plan = edited(roomOf('140\n110\n140\n110'), 'addOpening', {
      wall: 'w2',
      at: 21.75,
      width: 32,
      swing: 'left',
    });
    const copy = edited(plan, 'copyRoom', { room: 'r1', by: { x: 200, y: 0 }, mirrored: true });
    expect(area(copy, 'r2')).toBeCloseTo(area(plan, 'r1'), 6);
    expect(Object.values(copy.openings).map((o) => o.swing)).toEqual(['left', 'right']);
  });
});

describe('rooms walked on from other rooms', () => {
  const study = () => roomOf('150\n120\n150\n120', 'office');

  test('behind a wall: the wall met twice is one wall', () => {
    let plan = edited(study(), 'startRoom', {
      name: 'Pantry',
      use: 'pantry',
      behind: { wall: 'w2', side: 'right' },
    });
    expect(Object.keys(plan.walls)).toHaveLength(4);
    plan = walkedOn(plan, 'r2', [
      [120, 0],
      [60, 90],
      [120, 90],
    ]);
    plan = edited(plan, 'closeRoom', { room: 'r2', closing: 'last-wall' });
    expect(Object.keys(plan.walls)).toHaveLength(7);
    expect(plan.rooms['r2']!.walk).toBeUndefined();
    expect(computed(plan).rooms['r2']).toMatchObject({ closed: true, area: 120 * 60 });
    expect(computed(plan).rooms['r1']).toMatchObject({ closed: true, area: 150 * 120 });
    expect(
      readWalk(plan, 'r2')!
        .walk.legs.map((l) => l.length)
        .sort((a, b) => a - b),
    ).toEqual([60, 60, 120, 120]);
  });

  test('a leg longer than the wall it meets gets a wall of its own for the rest; a shorter one T’s into it', () => {
    let plan = edited(study(), 'startRoom', {
      name: 'Hall',
      use: 'hall',
      behind: { wall: 'w2', side: 'right', at: 40 },
    });
    plan = walkedOn(plan, 'r2', [
      [80, 0],
      [48, 90],
      [80, 90],
      [48, 90],
    ]);
    expect(computed(plan).rooms['r2']).toMatchObject({ closed: true, area: 80 * 48 });
    let long = edited(study(), 'startRoom', {
      name: 'Hall',
      use: 'hall',
      behind: { wall: 'w2', side: 'right' },
    });
    long = walkedOn(long, 'r2', [
      [200, 0],
      [48, 90],
      [200, 90],
      [48, 90],
    ]);
    expect(computed(long).rooms['r2']).toMatchObject({ closed: true, area: 200 * 48 });
    expect(computed(long).rooms['r1']).toMatchObject({ closed: true, area: 150 * 120 });
  });

  test('a small error against a wall that is there is taken up by it', () => {
    let plan = edited(study(), 'startRoom', {
      name: 'Pantry',
      use: 'pantry',
      behind: { wall: 'w2', side: 'right' },
    });
    plan = walkedOn(plan, 'r2', [
      [120, 0],
      [60, 90],
      [120, 90],
      [59.25, 90],
    ]);
    plan = edited(plan, 'closeRoom', { room: 'r2', closing: 'distribute' });
    expect(computed(plan).rooms['r2']!.closed).toBe(true);
    expect(computed(plan).rooms['r1']).toMatchObject({ area: 150 * 120 });
  });

  test('the last wall can be taken back, and a wall of a closed room changed: its neighbours follow', () => {
    let plan = edited(study(), 'startRoom', {
      name: 'Pantry',
      use: 'pantry',
      behind: { wall: 'w2', side: 'right' },
    });
    plan = walkedOn(plan, 'r2', [
      [120, 0],
      [60, 90],
    ]);
    plan = edited(plan, 'walkBack', { room: 'r2' });
    expect(Object.keys(plan.walls)).toHaveLength(4);
    plan = walkedOn(plan, 'r2', [
      [60, 90],
      [120, 90],
    ]);
    plan = edited(plan, 'closeRoom', { room: 'r2', closing: 'last-wall' });
    const grown = edited(plan, 'setWallLength', { room: 'r1', wall: 'w1', length: 160 });
    expect(computed(grown).rooms['r1']!.area).toBeCloseTo(160 * 120, 6);
    expect(computed(grown).rooms['r2']!.area).toBeCloseTo(50 * 120, 6);
  });
});
