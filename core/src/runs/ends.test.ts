import { describe, expect, test } from 'vitest';
import type { Plan } from '../plan/index.ts';
import { edited, roomOf, houseOf } from '../../testing/index.ts';
import { openEnd, runEnd, type RunEnd } from './ends.ts';
import { wallPiece } from './wallPiece.ts';

function ends(plan: Plan) {
  const house = houseOf(plan);
  return {
    house,
    of: (id: string): RunEnd | null => runEnd(house, id),
    open: (run: Plan['runs'][string]) => openEnd(house, run),
  };
}
const room = roomOf('140\n110\n140\n110');
const panel = (on: object): Plan => ({
  ...room,
  panels: {
    p1: {
      ...edited(room, 'addPanel', { wall: 'w1', side: 'right', at: 40 }).panels.p1!,
      on: { wall: 'w1', side: 'right', at: 40, away: 0, leaves: 'above', ...on } as never,
    },
  },
});

describe('where a cable begins and ends', () => {
  test('a box in a wall: in the bay it is nailed in, by the knockouts at its bottom and top', () => {
    const plan = edited(room, 'addBox', { wall: 'w1', side: 'right', at: 50 });
    const { of, house } = ends(plan);
    const placed = house.layout.placed.b1!;
    const end = of('b1');
    expect(end).toMatchObject({
      kind: 'wall',
      wall: 'w1',
      along: placed.at,
      knockouts: [placed.bottom, placed.top],
    });
    const bay = end?.kind === 'wall' ? wallPiece(house, 'w1').bays[end.bay]! : null;
    expect(bay!.start).toBeLessThan(placed.at);
    expect(bay!.end).toBeGreaterThan(placed.at);
  });

  test('a box in the ceiling hangs over the plates, one in the floor under the boards', () => {
    const ceiling = ends(edited(room, 'addCeilingBox', { room: 'r1', x: 70, y: -50 } as never)).of('b1');
    expect(ceiling).toEqual({
      kind: 'hanging',
      at: { x: 70, y: -50, z: 97.125 + 1.5 },
      space: 'L1 above attic',
      isLoose: false,
    });
    const floor = ends({
      ...room,
      boxes: {
        b1: {
          ...edited(room, 'addBox', { wall: 'w1', side: 'right', at: 50 }).boxes.b1!,
          on: { floor: 'r1', x: 70, y: -50 },
        },
      },
    }).of('b1');
    expect(floor).toMatchObject({ kind: 'hanging', at: { z: -2.25 }, space: 'L1 below crawl' });
  });

  test('a panel in the wall is entered at its bottom and top; one that stands elsewhere by the nearest plate', () => {
    const own = ends(panel({})).of('p1');
    expect(own).toMatchObject({ kind: 'wall', wall: 'w1', along: 40 });
    const away = ends(panel({ away: 240 }));
    const end = away.of('p1');
    if (end?.kind !== 'open') throw new Error('not open');
    expect([end.away, end.joins.length]).toEqual([240, 6]);
    const joint = end.joins[0]!;
    expect(Math.abs(joint.along - 40)).toBeLessThan(12);
    expect(Math.hypot(end.at.x - joint.at.x, end.at.y - joint.at.y)).toBeCloseTo(240, 6);
  });

  test('an open end joins the framing nearest to it; what is not there has no end', () => {
    const { open, of } = ends(room);
    const run = {
      from: 'b1',
      to: null,
      circuit: null,
      cable: '14/2',
      way: 'auto',
      pinned: false,
      through: [] as never[],
      tail: 0,
      endsAt: { level: 'L1', x: 3, y: -3, z: 40 },
    } as const;
    const end = open(run);
    if (end?.kind !== 'open') throw new Error('not open');
    expect(end.joins).toHaveLength(4);
    for (const n of end.joins) expect(Math.hypot(n.at.x - 3, n.at.y + 3)).toBeLessThan(40);
    expect(open({ ...run, endsAt: undefined } as never)).toBe(null);
    expect(of('b99')).toBe(null);
  });
});
