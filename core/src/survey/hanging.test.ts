import { produce } from 'immer';
import { beforeEach, describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { integrityProblems } from '../plan/integrity.ts';
import { isOnWall, type Plan } from '../plan/index.ts';
import { edited, notEmpty, planOf } from '../../testing/index.ts';
import { dropDevices, dropEnd, dropWall, hungOn, shiftThings } from './hanging.ts';

/** A wall with one of everything that can hang on it. */
let plan: Plan;
beforeEach(() => {
  plan = planOf({
    points: { a: { x: 0, y: 0 }, b: { x: 200, y: 0 }, c: { x: 0, y: 100 }, d: { x: 200, y: 100 } },
    walls: { w1: { from: 'a', to: 'b' }, w2: { from: 'c', to: 'd' } },
    rooms: { r1: { name: 'Room', use: 'bedroom', level: 'L1', x: 100, y: 50 } },
    openings: { o1: { wall: 'w1', kind: 'door', at: 20, width: 32, head: 80, hinge: 'from', swing: 'left' } },
    members: { m1: { wall: 'w1', role: 'stud', at: 100 } },
    obstacles: { x1: { wall: 'w1', kind: 'duct', at: 120, width: 10, low: 0, high: 20 } },
    fixtures: { f1: { room: 'r1', kind: 'bench', wall: 'w1', side: 'left', at: 130, width: 30 } },
    boxes: {
      b1: { on: { wall: 'w1', side: 'left', at: 70 } },
      b2: { on: { wall: 'w2', side: 'left', at: 70 } },
    },
    panels: { p1: { on: { wall: 'w1', side: 'left', at: 180 } } },
  });
});
const places = (p: Plan, wall: string) =>
  hungOn(p, wall)
    .map((h) => h.at)
    .sort((x, y) => x - y);

describe('what hangs on a wall', () => {
  test('is everything on it and nothing of another', () => {
    expect(places(plan, 'w1')).toEqual([20, 70, 100, 120, 130, 180]);
    expect(places(plan, 'w2')).toEqual([70]);
    expect(hungOn(plan, 'w1').map((h) => h.width)).toEqual([32, 0, 10, 30, 0, 0]);
  });

  test('is shifted along with it, by nothing where nothing moved', () => {
    const moved = produce(plan, (draft) => shiftThings(draft, 'w1', 8));
    expect(places(moved, 'w1')).toEqual([28, 78, 108, 128, 138, 188]);
    expect(places(moved, 'w2')).toEqual([70]);
    expect(produce(plan, (draft) => shiftThings(draft, 'w1', 1e-12))).toBe(plan);
  });

  test('put on a wall that runs the other way changes hands', () => {
    const turned = produce(plan, (draft) => {
      for (const h of hungOn(draft, 'w1')) h.put('w2', 200 - h.at - h.width, true);
    });
    expect(places(turned, 'w1')).toEqual([]);
    expect(turned.openings.o1).toMatchObject({ wall: 'w2', at: 148, hinge: 'to', swing: 'right' });
    expect(turned.fixtures.f1).toMatchObject({ wall: 'w2', side: 'right', at: 40 });
    expect(isOnWall(turned.boxes.b1!.on) && turned.boxes.b1!.on.side).toBe('right');
    expect(turned.panels.p1!.on).toMatchObject({ wall: 'w2', side: 'right', at: 20 });
  });
});

describe('taking away', () => {
  test('a wall goes with all that hangs on it and the points only it used', () => {
    const left = produce(plan, (draft) => dropWall(draft, 'w1'));
    for (const name of ['openings', 'members', 'obstacles', 'fixtures', 'panels'] as const)
      expect(left[name]).toEqual({});
    expect(Object.keys(left.boxes)).toEqual(['b2']);
    expect(Object.keys(left.points)).toEqual(['c', 'd']);
    expect(integrityProblems(left)).toEqual([]);
  });

  test('a box goes with its devices and cables, a panel leaves its circuits without one: nothing points at what is gone', () => {
    const wired = study();
    const [panel] = Object.keys(wired.panels) as [string];
    for (const [name, ids] of [
      ['boxes', Object.keys(wired.boxes)],
      ['panels', [panel]],
    ] as const)
      for (const id of ids) {
        const left = produce(wired, (draft) => dropEnd(draft, name, id));
        expect(integrityProblems(left), id).toEqual([]);
        expect(Object.values(left.devices).filter((d) => d.box === id)).toEqual([]);
        expect(Object.values(left.runs).filter((r) => r.from === id || r.to === id)).toEqual([]);
      }
    const without = produce(wired, (draft) => dropEnd(draft, 'panels', panel));
    expect(notEmpty(Object.values(without.circuits)).every((c) => c.panel === null)).toBe(true);
    expect(Object.keys(wired.circuits).length).toBeGreaterThan(0);
  });

  test('a control goes with its last switch or its last light, and stays while it has one of each', () => {
    const wired = study();
    const [id, control] = Object.entries(wired.controls).find(([, c]) => c.loads.length > 1)!;
    const fewer = produce(wired, (draft) => dropDevices(draft, control.loads.slice(1)));
    expect(fewer.controls[id]!.loads).toEqual(control.loads.slice(0, 1));
    expect(produce(wired, (draft) => dropDevices(draft, control.loads)).controls[id]).toBe(undefined);
    expect(produce(wired, (draft) => dropDevices(draft, control.switches)).controls[id]).toBe(undefined);
  });

  test('every wall of a wired room can be deleted by hand, and what is left is a plan', () => {
    const wired = study();
    for (const wall of Object.keys(wired.walls))
      expect(integrityProblems(edited(wired, 'removeWalls', { walls: [wall] })), wall).toEqual([]);
  });
});
