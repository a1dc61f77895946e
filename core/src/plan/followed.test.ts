import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../demo/marlStreet.ts';
import { study } from '../../demo/study.ts';
import { edited, randomFrom } from '../../testing/index.ts';
import { randomEdit, triedEdits } from '../../testing/triedEdits.ts';
import type { EditName } from '../edits/index.ts';
import { query, countRuns } from '../incremental/index.ts';
import { FollowedPlan } from './followed.ts';
import { entriesIn, groups, idsIn, keysIn, type GroupName } from './groups.ts';
import { PlanHash, planHash } from './hash.ts';
import { collections, type Plan } from './index.ts';

const groupNames = Object.keys(groups) as GroupName[];

/** Every key that any entry of a plan is grouped under. */
const keysOf = (plan: Plan, name: GroupName): string[] => [
  ...new Set(Object.values(plan[groups[name].of]).flatMap((entry) => keysIn(name, entry))),
];

describe('a plan that is followed', () => {
  test('reads like the plan it was given, record for record', () => {
    const plan = marlStreet();
    const { view, ...followed } = { followed: new FollowedPlan(), view: null as Plan | null };
    followed.followed.take(plan);
    const read = followed.followed.view;
    expect(view).toBe(null);
    for (const name of [...collections, 'prices'] as const)
      expect({ ...read[name] }, name).toEqual(plan[name]);
    expect({ ...read.job }).toEqual(plan.job);
    expect([read.service, read.rules.edition]).toEqual([plan.service, plan.rules.edition]);
    expect({ ...read.rules.values }).toEqual(plan.rules.values);
  });

  test('says which entries went, and keeps those that came out the same', () => {
    const followed = new FollowedPlan();
    const plan = study();
    expect(followed.take(plan)).toEqual([]);
    const box = followed.view.boxes['b1'];
    expect(followed.take(JSON.parse(JSON.stringify(plan)) as Plan)).toEqual([]);
    expect(followed.view.boxes['b1']).toBe(box);
    const gone = followed.take(edited(plan, 'removeBoxes', { boxes: ['b1'] }));
    expect(gone).toContain('b1');
    expect(followed.view.boxes['b1']).toBe(undefined);
  });

  test('groups stay those of the plan through 120 edits of every kind', () => {
    const followed = new FollowedPlan();
    const random = randomFrom(12);
    const names = Object.keys(triedEdits) as EditName[];
    let plan = study();
    let made = 0;
    for (let n = 0; n < 120; n++) {
      const { done } = randomEdit(names[Math.floor(random() * names.length)]!, plan, random);
      if (!done.ok) continue;
      made++;
      const before = plan;
      plan = done.plan;
      followed.take(plan);
      for (const name of groupNames)
        for (const key of new Set([...keysOf(before, name), ...keysOf(plan, name)]))
          expect(idsIn(followed.view, name, key), `edit ${n}, ${name} ${key}`).toEqual(
            idsIn(plan, name, key),
          );
    }
    expect(made).toBeGreaterThan(50);
  });

  test('who reads one entry or one group depends on nothing else', () => {
    const boxOf = query('read one box', (plan: Plan) => plan.boxes['b1']);
    const onWall = query('read one wall', (plan: Plan) => entriesIn(plan, 'boxesOnWall', 'w1').length);
    const followed = new FollowedPlan();
    const plan = study();
    const read = () => [boxOf(followed.view), onWall(followed.view)];
    followed.take(plan);
    read();
    followed.take(edited(plan, 'renameJob', { name: 'Else' }));
    expect(countRuns(read).ran).toEqual({});
    followed.take(edited(plan, 'moveBox', { box: 'b2', at: 60 }));
    expect(Object.keys(countRuns(read).ran)).not.toContain('read one box');
    followed.take(edited(plan, 'moveBox', { box: 'b1', at: 61 }));
    expect(Object.keys(countRuns(read).ran)).toContain('read one box');
  });

  test('whether a wall is locked changes nothing that follows', () => {
    const wallOf = query('read one wall entry', (plan: Plan) => plan.walls['w1']);
    const followed = new FollowedPlan();
    const plan = study();
    followed.take(plan);
    wallOf(followed.view);
    followed.take(edited(plan, 'setWall', { wall: 'w1', changes: { locked: true } }));
    expect(countRuns(() => wallOf(followed.view)).ran).toEqual({});
    followed.take(edited(plan, 'setWall', { wall: 'w1', changes: { spacing: 24 } }));
    expect(countRuns(() => wallOf(followed.view)).ran).toEqual({ 'read one wall entry': 1 });
  });
});

describe('the hash of a plan', () => {
  test('kept from edit to edit it is that of a new one; another plan has another', () => {
    const kept = new PlanHash();
    const random = randomFrom(5);
    const names = Object.keys(triedEdits) as EditName[];
    let plan = study();
    const seen = new Map<string, string>();
    for (let n = 0; n < 60; n++) {
      const { done } = randomEdit(names[n % names.length]!, plan, random);
      if (!done.ok || done.change.patches.length === 0) continue;
      plan = done.plan;
      const hash = kept.of(plan);
      expect(hash).toBe(planHash(plan));
      // An edit may lead back to a plan that was there before; no other may have its hash.
      expect(plan, `edit ${n}`).toEqual(JSON.parse(seen.get(hash) ?? JSON.stringify(plan)));
      seen.set(hash, JSON.stringify(plan));
    }
    expect(seen.size).toBeGreaterThan(20);
  });

  test('does not depend on the order in which anything was written', () => {
    const plan = study();
    const turned = Object.fromEntries(
      Object.entries(plan)
        .reverse()
        .map(([key, value]) => [
          key,
          typeof value === 'object' ? Object.fromEntries(Object.entries(value).reverse()) : value,
        ]),
    ) as unknown as Plan;
    expect(planHash(turned)).toBe(planHash(plan));
    expect(planHash(plan)).toMatch(/^[0-9a-f]{16}$/);
  });
});
