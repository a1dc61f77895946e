import { describe, expect, test } from 'vitest';
import { study } from '../../../demo/study.ts';
import { computed, edited, planOf } from '../../../testing/index.ts';
import { makeEdit } from '../../edits/index.ts';
import type { Plan } from '../../plan/index.ts';

const again = (plan: Plan) => makeEdit(plan, 'propose', { only: ['runs'], anew: true });
const laid = edited({ ...study(), runs: {} }, 'propose', { only: ['runs'] });
const ends = (plan: Plan) =>
  Object.values(plan.runs)
    .map((r) => `${r.circuit} ${[r.from, r.to].sort().join(' ')}`)
    .sort();

describe('laying all cable again', () => {
  test('changes nothing where nothing has changed', () => {
    const done = again(laid);
    expect(done.ok && done.change.patches).toEqual([]);
  });

  test('follows a panel that was moved, in one step that can be taken back', () => {
    const moved = edited(laid, 'setPanel', { panel: 'n1', changes: {}, on: { wall: 'w2', at: 60 } });
    const done = again(moved);
    if (!done.ok) throw new Error(done.problems[0]!.message);
    expect(done.change.patches.length).toBeGreaterThan(0);
    const feet = (plan: Plan) => Object.values(computed(plan).runs).reduce((sum, r) => sum + r.length.cut, 0);
    expect(feet(done.plan)).toBeLessThanOrEqual(feet(moved));
    for (const id of Object.keys(done.plan.circuits))
      expect(computed(done.plan).circuits[id]!.unreached).toEqual([]);
  });

  test('leaves a pinned piece as it is, and lays nothing beside it', () => {
    for (const id of Object.keys(laid.runs).slice(1, 5)) {
      const pinned = edited(laid, 'pinRuns', { runs: [id], pinned: true });
      const done = again(pinned);
      if (!done.ok) throw new Error(done.problems[0]!.message);
      expect(done.plan.runs[id]).toEqual(pinned.runs[id]);
      const own = ends(done.plan);
      expect(new Set(own).size, id).toBe(own.length);
      const circuit = laid.runs[id]!.circuit!;
      expect(computed(done.plan).circuits[circuit]!.unreached).toEqual([]);
      expect(own.length).toBe(ends(laid).length);
    }
  });

  test('let go again, it is laid like any other', () => {
    const [id] = Object.keys(laid.runs);
    const pinned = edited(laid, 'pinRuns', { runs: [id!], pinned: true });
    expect(edited(pinned, 'pinRuns', { runs: [id!], pinned: false })).toEqual(laid);
  });
});

describe('switch roles follow the order of the cable', () => {
  /** Three switches of one light along a wall, their roles as given. */
  const switches = (kinds: readonly string[], pinned = false) =>
    planOf({
      points: { a: { x: 0, y: 0 }, b: { x: 300, y: 0 } },
      walls: { w1: { from: 'a', to: 'b' } },
      panels: { n1: { on: { wall: 'w1', side: 'left', at: 20, away: 60 } } },
      circuits: { c1: { panel: 'n1', space: 1 } },
      boxes: Object.fromEntries(
        [60, 120, 180, 240].map((at, i) => [`b${i + 1}`, { on: { wall: 'w1', at } }]),
      ),
      devices: {
        ...Object.fromEntries(
          kinds.map((kind, i) => [`d${i + 1}`, { box: `b${i + 1}`, circuit: 'c1', kind, pinned }]),
        ),
        d4: { box: 'b4', circuit: 'c1', kind: 'light' },
      },
      controls: { q1: { switches: ['d2', 'd1', 'd3'], loads: ['d4'] } },
    });
  const laid = (plan: Plan) => edited(plan, 'propose', { only: ['runs'] });
  const kindsOf = (plan: Plan) => ['d1', 'd2', 'd3'].map((d) => plan.devices[d]!.kind);
  const pairs = (plan: Plan) => Object.values(plan.runs).map((r) => `${r.from}-${r.to} ${r.cable}`);

  test('the one in the middle is the four-way, whatever was said before: one cable to each box', () => {
    const plan = laid(switches(['switch-4way', 'switch-3way', 'switch-3way']));
    expect(kindsOf(plan)).toEqual(['switch-3way', 'switch-4way', 'switch-3way']);
    expect(new Set(pairs(plan).map((p) => p.split(' ')[0])).size).toBe(pairs(plan).length);
    expect(pairs(plan).filter((p) => p.endsWith('/3'))).toHaveLength(2);
  });

  test('a switch that is pinned keeps its role, and the cable bears it', () => {
    const plan = laid(switches(['switch-4way', 'switch-3way', 'switch-3way'], true));
    expect(kindsOf(plan)).toEqual(['switch-4way', 'switch-3way', 'switch-3way']);
  });
});
