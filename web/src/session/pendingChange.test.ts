import { beforeAll, describe, expect, test } from 'vitest';
import { applyEdit, type EditArgs, type EditName, editStep, makeEdit, type Plan } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { loadChanging } from './changing.ts';
import { followed, laidAgain, laidAll, type Pending, renamesBetween } from './pendingChange.ts';

beforeAll(loadChanging);
const plan = study();
const wall = Object.keys(plan.walls)[0]!;
const none = new Map<string, string>();

function edited(on: Plan, recipe: (draft: Plan) => void): Plan {
  const done = applyEdit(on, 'edit', recipe);
  if (!done.ok) throw new Error(JSON.stringify(done.problems));
  return done.plan;
}
function pending<N extends EditName>(name: N, args: EditArgs<N>, on = plan): Pending {
  const done = makeEdit(on, name, args);
  if (!done.ok) throw new Error(JSON.stringify(done.problems));
  return { ...done.change, id: 'p1', client: 'w', steps: [editStep(name, args)], undoes: null };
}
const laid = (
  on: Plan,
  change: Pending,
  renames: ReadonlyMap<string, string> = none,
  elsewhere: EditName[] = [],
) => {
  const { change: own, isElse } = followed(change, renames);
  return laidAgain(on, own, isElse, new Set(elsewhere));
};
const at = (on: Plan, box: string) => (on.boxes[box]!.on as { at: number }).at;

describe('a change laid on a plan that has gone on', () => {
  test('stands as it is where nothing it saw is otherwise', () => {
    const change = pending('moveBox', { box: 'b1', at: 60 });
    const on = edited(plan, (d) => void (d.job.name = 'Other'));
    expect(laid(on, change)).toMatchObject({ is: 'laid', says: '', change: { patches: change.patches } });
  });

  test('is made again where it is, and says what of others’ it replaced, by name', () => {
    const change = pending('moveBox', { box: 'b1', at: 60 });
    const again = laid(
      edited(plan, (d) => void ((d.boxes['b1']!.on as { at: number }).at = 44)),
      change,
    );
    if (again.is !== 'laid') throw new Error(again.is);
    expect(at(again.plan, 'b1')).toBe(60);
    expect(again.says).toMatch(
      /^Someone else .* has replaced it: Box 1, Study, wall [A-Z], place along the wall\.$/,
    );
  });

  test('and says nothing where theirs is still to be seen: both are in the list', () => {
    const [control] = Object.keys(plan.controls) as [string];
    const change: Pending = {
      ...pending('moveBox', { box: 'b1', at: 60 }),
      name: 'setCircuit',
      patches: [{ op: 'replace', path: ['job', 'name'], value: 'Mine' }],
      inverse: [{ op: 'replace', path: ['job', 'name'], value: 'Not what was there' }],
    };
    expect(control).toBeDefined();
    const again = laid(plan, change);
    expect(again).toMatchObject({ is: 'laid', says: '' });
  });

  test('comes to nothing where others did the same', () => {
    const change = pending('moveBox', { box: 'b1', at: 60 });
    expect(
      laid(
        edited(plan, (d) => void ((d.boxes['b1']!.on as { at: number }).at = 60)),
        change,
      ),
    ).toEqual({
      is: 'already so',
    });
  });

  test('that is about something gone no longer fits, and says so without an id', () => {
    const change = pending('moveBox', { box: 'b1', at: 60 });
    const gone = makeEdit(plan, 'removeBoxes', { boxes: ['b1'] });
    const again = laid(gone.ok ? gone.plan : plan, change);
    if (again.is !== 'unfit') throw new Error(again.is);
    expect(again.says).not.toBe('');
    expect(again.says).not.toMatch(/\bb1\b/);
  });

  test('that takes another back, or has no named edits, does not fit where it sees otherwise', () => {
    const on = edited(plan, (d) => void ((d.boxes['b1']!.on as { at: number }).at = 44));
    for (const change of [
      { ...pending('moveBox', { box: 'b1', at: 60 }), undoes: 'p0' },
      { ...pending('moveBox', { box: 'b1', at: 60 }), steps: [] },
    ])
      expect(laid(on, change)).toMatchObject({ is: 'unfit' });
  });

  test('that takes long is left to the worker', () => {
    const on = edited(plan, (d) => void ((d.boxes['b1']!.on as { at: number }).at = 44));
    expect(laid(on, pending('moveBox', { box: 'b1', at: 60 }), none, ['moveBox'])).toMatchObject({
      is: 'worked out elsewhere',
      step: { name: 'moveBox' },
    });
  });
});

describe('new things that others gave the same id', () => {
  test('are followed to their next id, and to the one after that: what is done with them never reaches others’', () => {
    const kind = { kind: 'receptacle' } as const;
    const add = { ...pending('addBox', { wall, side: 'right', at: 30, ...kind }), id: 'add' };
    const added = makeEdit(plan, 'addBox', { wall, side: 'right', at: 30, ...kind });
    if (!added.ok) throw new Error('refused');
    const box = Object.keys(added.plan.boxes).find((id) => !plan.boxes[id])!;
    const own = [add, { ...pending('moveBox', { box, at: 33 }, added.plan), id: 'move' }];
    const other = (on: Plan, place: number) => {
      const done = makeEdit(on, 'addBox', { wall, side: 'left', at: place, ...kind });
      return done.ok ? done.plan : on;
    };
    let [server, waiting] = [plan, own as readonly Pending[]];
    for (const place of [50, 54, 58]) {
      server = other(server, place);
      const all = laidAll(server, waiting, () => undefined, new Set());
      waiting = all.kept;
      const news = Object.keys(all.plan.boxes).filter((id) => !server.boxes[id]);
      expect(news.map((id) => at(all.plan, id))).toEqual([33]);
      for (const id of Object.keys(server.boxes)) expect(all.plan.boxes[id]).toBe(server.boxes[id]);
    }
    // Taken back, it is the one that was added.
    const undo: Pending = { ...own[0]!, id: 'undo', steps: [], undoes: 'add', patches: [], inverse: [] };
    const all = laidAll(server, [waiting[0]!, undo], () => undefined, new Set());
    expect([all.unfit, Object.keys(all.plan.boxes)]).toEqual([[], Object.keys(server.boxes)]);
    expect(JSON.stringify(waiting[1]!.steps)).toContain(`"${waiting[1]!.patches[0]!.path[1]}"`);
  });

  const add = (at: number, on = plan) =>
    pending('addBox', { wall, side: 'right', at, kind: 'receptacle' }, on);

  test('get another, and it is known which', () => {
    const theirs = add(20);
    const done = laid(plan, theirs);
    const mine = add(50);
    const again = done.is === 'laid' ? laid(done.plan, mine) : null;
    if (again?.is !== 'laid') throw new Error('not laid');
    const renames = renamesBetween(mine.patches, again.change.patches);
    const [from, to] = [...renames].find(([id]) => id.startsWith('b'))!;
    expect([at(again.plan, from), at(again.plan, to)]).toEqual([20, 50]);
    expect(renamesBetween(mine.patches, mine.patches).size).toBe(0);
  });

  test('and what is done with one of them afterwards is done with that one, even where nothing else tells them apart', () => {
    const theirs = laid(plan, add(20));
    const mine = laid(plan, add(50));
    if (theirs.is !== 'laid' || mine.is !== 'laid') throw new Error('not laid');
    const id = Object.keys(mine.plan.boxes).find((b) => !plan.boxes[b])!;
    const label = pending('setBox', { box: id, changes: { reason: `kept ${id}` } }, mine.plan);
    const both = laid(theirs.plan, add(50));
    if (both.is !== 'laid') throw new Error('not laid');
    const renames = renamesBetween(add(50).patches, both.change.patches);
    const after = laid(both.plan, label, renames);
    if (after.is !== 'laid') throw new Error(after.is);
    expect(after.plan.boxes[renames.get(id)!]!.reason).toBe(`kept ${id}`);
    expect(after.plan.boxes[id]!.reason).toBe('');
  });
});
