import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { randomFrom } from '../../testing/index.ts';
import { namesOf } from '../outputs/names.ts';
import { applyChange, applyEdit, EditRefused } from './gate.ts';
import { patched, type Patch } from './patches.ts';
import { entrySchemas, planSchema } from './index.ts';
import { integrityProblems } from './integrity.ts';
import { placeProblem } from './place.ts';

const plan = study();
const before = JSON.stringify(plan);
const refused = (recipe: Parameters<typeof applyEdit>[2], given: Parameters<typeof applyEdit>[3] = {}) => {
  const done = applyEdit(plan, 'try', recipe, given);
  expect(JSON.stringify(plan)).toBe(before);
  if (done.ok) throw new Error('was let through');
  return done.problems;
};

describe('the gate', () => {
  test('an entry its own schema refuses comes back as problems of its fields, not as a throw', () => {
    const problems = refused((draft) => {
      draft.boxes['b99'] = entrySchemas.boxes.parse({
        on: { wall: 'w1', side: 'right', at: 'far' },
        gangs: 0,
      });
    });
    expect(problems.map((p) => p.path)).toContain('gangs');
    for (const p of problems) expect(p.message).not.toBe('');
  });

  test('what the whole plan’s schema or its integrity refuses names the field; nothing is changed', () => {
    const far = refused((draft) => {
      draft.points['p1']!.x = Number.NaN;
    });
    expect(far.map((p) => p.path)).toEqual(['points.p1.x']);
    const gone = refused((draft) => {
      delete draft.walls['w1'];
    });
    expect(gone.some((p) => p.path.includes('w1') || /w1|wall/.test(p.message))).toBe(true);
  });

  test('a refusal says its sentence with things by their names; without names to call them by it is our own mistake', () => {
    const box = Object.keys(plan.boxes)[0]!;
    const recipe = () => {
      throw new EditRefused('box', (names) => `stands beside ${names.box(box)}`);
    };
    expect(refused(recipe, { names: namesOf })).toEqual([
      { path: 'box', message: expect.stringMatching(/^stands beside box \d+, Study, wall [A-Z]$/) as string },
    ]);
    expect(() => applyEdit(plan, 'try', recipe)).toThrow('needs their names');
  });

  test('a mistake of the program is thrown on, not told as a wrong input', () => {
    const broken = () => {
      throw new RangeError('member 7 of 6');
    };
    expect(() => applyEdit(plan, 'try', broken)).toThrow('member 7 of 6');
  });

  test('a change from outside that no longer fits, or leaves out what a default would fill, is refused with its place', () => {
    const lost = applyChange(plan, [{ op: 'replace', path: ['boxes', 'b99', 'gangs'], value: 2 }]);
    expect(lost.ok).toBe(false);
    if (!lost.ok) expect(lost.problems[0]!.message).toContain('no longer there');
    const bare = applyChange(plan, [{ op: 'add', path: ['points', 'p99'], value: { x: 0, y: 0 } }]);
    expect(bare.ok).toBe(false);
    if (!bare.ok) expect(bare.problems[0]!.path).toMatch(/^points\.p99\./);
  });
});

describe('what a change has not touched is not checked again', () => {
  const junk = [null, -1, 30, 300, 1e9, '', 'zz9', 'b1', 'w2', 'p1', [], {}, true, undefined];

  /** A patch that writes, adds or takes away something anywhere in the plan. */
  function anyPatch(random: () => number): Patch {
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
    const path: (string | number)[] = [];
    let at: unknown = plan;
    do {
      const keys = Object.keys(at as object);
      const key = random() < 0.05 || keys.length === 0 ? `new${Math.floor(random() * 9)}` : pick(keys);
      path.push(Array.isArray(at) ? Number(key) || 0 : key);
      at = (at as Record<string, unknown>)[key];
    } while (typeof at === 'object' && at !== null && random() < 0.85);
    return random() < 0.25 ? { op: 'remove', path } : { op: 'replace', path, value: pick(junk) };
  }

  /** Whether all of a plan is as it must be, with nothing left to the defaults. */
  function isSound(changed: unknown): boolean {
    const read = planSchema.safeParse(changed);
    return (
      read.success &&
      JSON.stringify(read.data) === JSON.stringify(changed) &&
      integrityProblems(read.data).length === 0
    );
  }

  test('and yet a change is taken exactly where it may write and the whole plan is sound after it, 6,000 seeded patches', () => {
    const counts = { taken: 0, refused: 0 };
    for (let seed = 1; seed <= 6000; seed++) {
      const patch = anyPatch(randomFrom(seed));
      let changed: unknown;
      try {
        changed = patched(plan, [patch]);
      } catch {
        continue;
      }
      // Of spent numbers a patch that raises none is no change: see spent.test.ts.
      if (patch.path[0] === 'spent') continue;
      const { ok } = applyChange(plan, [patch]);
      const mayWrite = placeProblem(plan, patch) === null;
      if (ok !== (mayWrite && isSound(changed)))
        throw new Error(`seed ${seed}: ${ok} for ${JSON.stringify(patch)}`);
      counts[ok ? 'taken' : 'refused']++;
    }
    expect(counts.taken).toBeGreaterThan(100);
    expect(counts.refused).toBeGreaterThan(1000);
  });
});
