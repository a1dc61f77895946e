import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { edited } from '../../testing/index.ts';
import { editStep, makeEdit, makeEdits } from '../edits/index.ts';
import { applyChange } from './gate.ts';
import { patched, type Edited } from './patches.ts';
import { emptyPlan, type Plan } from './index.ts';
import { nextId, nextIds } from './ids.ts';
import { seenOtherwise } from './seen.ts';
import { withoutSpent } from './spent.ts';

const lastBox = (plan: Plan) => nextIds(plan, 'boxes', 1)[0]!;
const addBox = (plan: Plan) =>
  makeEdit(plan, 'addBox', { wall: 'w1', side: 'left', at: 70, kind: 'receptacle' });
const removeBoxes = (plan: Plan, boxes: string[]) => makeEdit(plan, 'removeBoxes', { boxes });
function taken(done: Edited) {
  if (!done.ok) throw new Error(JSON.stringify(done.problems));
  return done;
}

describe('ids that were given', () => {
  const highest = Object.keys(study().boxes).length;

  test('the box added after the last was removed has a number of its own', () => {
    const last = `b${highest}`;
    const removed = taken(removeBoxes(study(), [last]));
    expect(removed.plan.spent).toMatchObject({ boxes: highest });
    const added = taken(addBox(removed.plan));
    expect(added.change.patches.map((p) => p.path.join('.'))).toContain(`boxes.b${highest + 1}`);
    expect(Object.keys(added.plan.boxes)).not.toContain(last);
  });

  test('within one gesture as well', () => {
    const done = taken(
      makeEdits(study(), 'move', [
        editStep('removeBoxes', { boxes: [`b${highest}`] }),
        editStep('addBox', { wall: 'w1', side: 'left', at: 70, kind: 'receptacle' }),
      ]),
    );
    expect(Object.keys(done.plan.boxes)).toContain(`b${highest + 1}`);
    expect(Object.keys(done.plan.boxes)).not.toContain(`b${highest}`);
  });

  test('a removed one that is not the last spends nothing: what stands says it', () => {
    expect(taken(removeBoxes(study(), ['b1'])).plan.spent['boxes']).toBeUndefined();
  });

  test('taken back, the box has its own number again, and the next is a new one', () => {
    const removed = taken(removeBoxes(study(), [`b${highest}`]));
    const back = taken(applyChange(removed.plan, removed.change.inverse));
    expect(back.plan.boxes).toEqual(study().boxes);
    expect(lastBox(back.plan)).toBe(`b${highest + 1}`);
  });

  test('every collection is counted, from one', () => {
    const plan = emptyPlan();
    expect([
      nextId(plan, 'boxes'),
      nextId(plan, 'runs'),
      nextId(plan, 'levels'),
      nextId(plan, 'models'),
    ]).toEqual(['b1', 'k1', 'L2', 'model1']);
    expect(nextIds({ ...plan, spent: { runs: 7 } }, 'runs', 2)).toEqual(['k8', 'k9']);
  });

  test('an id that only looks like a number beyond all counting is not counted on from', () => {
    const plan = emptyPlan();
    const walls = { w99999999999999999999: {} } as unknown as Plan['walls'];
    expect(nextId({ ...plan, walls }, 'walls')).toBe('w1');
    const most = { w1000000000: {}, w1000000001: {} } as unknown as Plan['walls'];
    expect(nextIds({ ...plan, walls: most }, 'walls', 2)).toEqual(['w1000000002', 'w1000000003']);
  });
});

describe('changes of several windows', () => {
  const plan = study();
  const highest = Object.keys(plan.boxes).length;

  test('numbers only rise, in whatever order changes arrive', () => {
    const one = taken(removeBoxes(plan, [`b${highest}`]));
    const two = taken(removeBoxes(plan, [`b${highest}`, `b${highest - 1}`]));
    expect(
      patched(two.plan, withoutSpent(one.change.patches).length > 0 ? [one.change.patches.at(-1)!] : []),
    ).toEqual(two.plan);
    const lower = [{ op: 'add' as const, path: ['spent', 'boxes'], value: 1 }];
    expect(patched(one.plan, lower)).toEqual(one.plan);
    expect(taken(applyChange(one.plan, lower)).change.patches).toEqual([]);
    const gone = [{ op: 'remove' as const, path: ['spent', 'boxes'] }];
    expect(patched(one.plan, gone)).toEqual(one.plan);
    expect(taken(applyChange(one.plan, gone)).plan).toEqual(one.plan);
  });

  test('a number that another window gave and took away meanwhile is not given here: what was seen has changed', () => {
    const here = taken(addBox(plan));
    const added = taken(addBox(plan));
    const there = taken(removeBoxes(added.plan, [`b${highest + 1}`]));
    expect(seenOtherwise(there.plan, here.change.inverse).map((s) => s.path.join('.'))).toContain(
      'spent.boxes',
    );
    expect(Object.keys(taken(addBox(there.plan)).plan.boxes)).toContain(`b${highest + 2}`);
  });

  test('what is spent cannot be replaced whole, nor be no number', () => {
    const refused = (value: unknown, path = ['spent', 'boxes']) => {
      const done = applyChange(plan, [{ op: 'add', path, value }]);
      return done.ok ? 'taken' : done.problems.map((p) => p.path).join();
    };
    expect(refused({}, ['spent'])).toBe('spent');
    expect(refused('12')).toBe('spent.boxes');
    expect(refused(1e12)).toBe('spent.boxes');
    expect(refused(3.5)).toBe('spent.boxes');
    expect(refused(5, ['spent', 'prices'])).toContain('spent');
    expect(refused(highest + 40)).toBe('taken');
  });
});

describe('proposed anew', () => {
  const wired = edited(study(), 'propose', { anew: true });

  test('circuits and cables that come out the same keep their ids', () => {
    const again = taken(makeEdit(wired, 'propose', { anew: true }));
    expect(Object.keys(again.plan.runs).sort()).toEqual(Object.keys(wired.runs).sort());
    expect(again.change.patches).toEqual([]);
  });

  test('a cable that is another has an id nobody has ticked', () => {
    const box = Object.values(wired.runs)[1]!.to!;
    const fewer = edited(wired, 'removeBoxes', { boxes: [box] });
    const again = edited(fewer, 'propose', { anew: true });
    for (const [id, run] of Object.entries(again.runs)) {
      const was = wired.runs[id];
      if (was) expect([run.from, run.to]).toEqual([was.from, was.to]);
    }
    expect(Object.keys(again.runs).some((id) => id in wired.runs)).toBe(true);
    expect(Object.keys(again.runs).some((id) => !(id in wired.runs))).toBe(true);
  });
});
