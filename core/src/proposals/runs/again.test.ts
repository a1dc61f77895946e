import { describe, expect, test } from 'vitest';
import { study } from '../../../demo/study.ts';
import { computed, edited } from '../../../testing/index.ts';
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
