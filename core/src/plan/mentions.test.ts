import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { notEmpty } from '../../testing/index.ts';
import { collections, type CollectionName, type Plan } from './index.ts';
import { integrityProblems, type Looked } from './integrity.ts';
import { mentioning } from './mentions.ts';

type Ids = Partial<Record<CollectionName, readonly string[]>>;
const looked = (plan: Plan, there: Ids, gone: Ids = {}): Looked =>
  mentioning(plan, { there: (name) => there[name] ?? [], gone: (name) => gone[name] ?? [] });
const without = (plan: Plan, name: CollectionName, id: string): Plan => {
  const { [id]: _, ...rest } = plan[name] as Record<string, unknown>;
  return { ...plan, [name]: rest };
};
const plan = study();

describe('what is looked at after a change', () => {
  test('a box moved: the box, and nothing that hangs on it', () => {
    const look = looked(plan, { boxes: ['b1'] });
    expect(look.boxes).toEqual(['b1']);
    for (const name of collections) if (name !== 'boxes') expect(look[name], name).toEqual([]);
  });

  test('a corner moved: its walls, and all that stands on those', () => {
    const { walls, boxes, openings } = looked(plan, { points: ['p1'] });
    const own = Object.entries(plan.walls).flatMap(([id, w]) =>
      w.from === 'p1' || w.to === 'p1' ? [id] : [],
    );
    expect([...walls].sort()).toEqual(own.sort());
    const on = (wall: string) => own.includes(wall);
    const hung = Object.entries(plan.boxes).flatMap(([id, x]) =>
      'wall' in x.on && on(x.on.wall) ? [id] : [],
    );
    expect([...boxes].sort()).toEqual(notEmpty(hung).toSorted());
    const cut = Object.entries(plan.openings).flatMap(([id, o]) => (on(o.wall) ? [id] : []));
    expect([...openings].sort()).toEqual(cut.sort());
  });

  test('a name or a rule changed: no entry at all', () => {
    const look = looked(plan, {});
    expect(collections.flatMap((name) => [...look[name]])).toEqual([]);
    expect(integrityProblems(plan, look)).toEqual([]);
  });

  test.each(
    collections.flatMap((name) =>
      Object.keys(plan[name])
        .slice(0, 3)
        .map((id) => [name, id] as const),
    ),
  )('%s: %s taken out is missed by the same entries as looking at everything finds', (name, id) => {
    const left = without(plan, name, id);
    const part = integrityProblems(left, looked(left, {}, { [name]: [id] }));
    expect(part).toEqual(integrityProblems(left));
  });

  test('a box that takes the id of a panel is found, whichever of them came', () => {
    const [panel] = notEmpty(Object.keys(plan.panels));
    const both: Plan = { ...plan, boxes: { ...plan.boxes, [panel!]: plan.boxes['b1']! } };
    for (const there of [{ boxes: [panel!] }, { panels: [panel!] }])
      expect(integrityProblems(both, looked(both, there)).map((p) => p.path)).toContain(`panels.${panel}`);
  });
});
