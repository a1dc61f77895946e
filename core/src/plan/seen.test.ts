import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { randomFrom } from '../../testing/index.ts';
import { applyChange, applyEdit } from './gate.ts';
import { patched, type Edited, type Patch } from './patches.ts';
import { changeLimits, placeProblem } from './place.ts';
import { listsWhole, seenOtherwise, standsAt } from './seen.ts';

const plan = study();
function expectOk(done: Edited) {
  if (!done.ok) throw new Error(JSON.stringify(done.problems));
  return done;
}
const [wall] = Object.keys(plan.walls) as [string];
const layered = expectOk(
  applyEdit(plan, 'layers', (draft) => {
    const layer = (name: string) => ({ name, thickness: 0.5, combustible: true });
    draft.walls[wall]!.layers.left = ['a', 'b', 'c'].map(layer);
    draft.walls[wall]!.finish.left = 1.5;
  }),
).plan;

describe('what a change saw', () => {
  test('its inverse names each place with what stood there; on the plan it was made on nothing is otherwise', () => {
    const { change } = expectOk(
      applyEdit(plan, 'some', (draft) => {
        draft.job.name = 'Other';
        delete draft.devices[Object.keys(draft.devices)[0]!];
        draft.points['p99'] = { ...draft.points[Object.keys(draft.points)[0]!]!, x: 900 };
      }),
    );
    expect(seenOtherwise(plan, change.inverse)).toEqual([]);
    const after = patched(plan, change.patches);
    expect(seenOtherwise(after, change.inverse).map((s) => s.path.join('.'))).toEqual(
      expect.arrayContaining(['job.name', 'points.p99']) as string[],
    );
  });

  test('another’s value at the same place is told with both; one elsewhere is not', () => {
    const mine = expectOk(applyEdit(plan, 'name', (d) => void (d.job.name = 'Mine'))).change;
    const theirs = expectOk(applyEdit(plan, 'name', (d) => void (d.job.name = 'Theirs'))).plan;
    expect(seenOtherwise(theirs, mine.inverse)).toEqual([
      { path: ['job', 'name'], saw: plan.job.name, stands: 'Theirs' },
    ]);
    const elsewhere = expectOk(applyEdit(plan, 'kind', (d) => void (d.job.kind = 'new'))).plan;
    expect(seenOtherwise(elsewhere, mine.inverse)).toEqual([]);
  });

  test('two that count to the same new id do not both fit', () => {
    const add = (x: number) =>
      expectOk(applyEdit(plan, 'add', (d) => void (d.points['p99'] = { ...Object.values(d.points)[0]!, x })));
    expect(seenOtherwise(add(900).plan, add(950).change.inverse)).toHaveLength(1);
    expect(standsAt(plan, ['points', 'p99'])).toBeUndefined();
    expect(standsAt(plan, ['points', 'constructor'])).toBeUndefined();
  });
});

describe('lists', () => {
  const names = (of: typeof plan) => of.walls[wall]!.layers.left.map((l) => l.name).join('');
  const without = (name: string) =>
    expectOk(
      applyEdit(layered, 'take off', (d) => {
        const own = d.walls[wall]!;
        own.layers.left = own.layers.left.filter((l) => l.name !== name);
        own.finish.left -= 0.5;
      }),
    );

  test('are given whole: one who takes off the first and one who takes off the third do not both fit', () => {
    const [first, third] = [without('a'), without('c')];
    expect(
      first.change.patches.some((p) => p.path.some((k) => typeof k === 'number' || k === 'length')),
    ).toBe(false);
    expect(seenOtherwise(third.plan, first.change.inverse).map((s) => s.path.join('.'))).toContain(
      `walls.${wall}.layers.left`,
    );
    expect(names(patched(third.plan, third.change.inverse))).toBe('abc');
  });

  test('changed in place in any way, 300 seeded: patches lead there and the inverse back, each list once', () => {
    for (let seed = 1; seed <= 300; seed++) {
      const random = randomFrom(seed);
      const edited = applyEdit(layered, 'try', (d) => {
        const own = d.walls[wall]!;
        const list = own.layers.left;
        for (let n = 0; n < 3; n++) {
          const at = Math.floor(random() * (list.length + 1));
          const what = random();
          if (what < 0.3) list.splice(at, 1);
          else if (what < 0.6) list.splice(at, 0, { name: `n${n}`, thickness: 0.25, combustible: true });
          else if (list[at]) list[at].name = `r${n}`;
        }
        own.finish.left = list.reduce((sum, l) => sum + l.thickness, 0);
      });
      const { plan: next, change } = expectOk(edited);
      expect(patched(layered, change.patches)).toEqual(next);
      expect(patched(next, change.inverse)).toEqual(layered);
      const places = change.patches.map((p) => p.path.join('.'));
      expect(new Set(places).size).toBe(places.length);
      expect(seenOtherwise(layered, change.inverse)).toEqual([]);
    }
    expect(listsWhole([], plan, plan)).toEqual([]);
  });
});

describe('where a change from outside may write', () => {
  const refused = (op: Patch['op'], path: Patch['path'], value?: unknown) => {
    const done = applyChange(layered, [{ op, path, value }]);
    if (done.ok) throw new Error(`${path.join('.')} was let through`);
    return done.problems[0]!.message;
  };

  test.each([
    ['the whole plan', [], /whole plan/],
    ['a part that is none', ['extras', 'a'], /no part of a plan/],
    ['a whole collection', ['boxes'], /whole collection/],
    ['the length of a list', ['walls', wall, 'layers', 'left', 'length'], /within a list/],
    ['a place in a list', ['walls', wall, 'layers', 'left', '0'], /within a list/],
    ['a number as a step', ['walls', wall, 'layers', 'left', 4e9], /not a name: 4000000000/],
    ['what every object inherits', ['walls', '__proto__', 'x'], /not a name/],
    ['the making of objects', ['walls', 'constructor', 'prototype'], /not a name/],
    ['what is not there', ['walls', 'w999', 'from'], /no longer there/],
    ['a depth no plan has', Array(changeLimits.depth + 1).fill('walls') as string[], /deeper than/],
    ['a step without end', ['job', 'x'.repeat(5000)], /not a name: x{40}$/],
  ])('%s is refused, and nothing is changed', (_, path, says) => {
    const before = JSON.stringify(layered);
    expect(refused('replace', path, 4_000_000_000)).toMatch(says);
    expect(JSON.stringify(layered)).toBe(before);
  });

  test('a part cannot be taken away; a field is written, and an entry added, as before', () => {
    expect(refused('remove', ['job'])).toMatch(/every plan has/);
    expect(placeProblem(layered, { op: 'replace', path: ['job', 'name'], value: 'x' })).toBe(null);
    expect(placeProblem(layered, { op: 'add', path: ['points', 'p77'], value: {} })).toBe(null);
  });
});
