import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { namesOf } from '../outputs/names.ts';
import { applyChange, applyEdit, EditRefused } from './gate.ts';
import { entrySchemas } from './index.ts';

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
    if (!lost.ok) expect(lost.problems[0]!.message).toContain('no longer fits');
    const bare = applyChange(plan, [{ op: 'add', path: ['points', 'p99'], value: { x: 0, y: 0 } }]);
    expect(bare.ok).toBe(false);
    if (!bare.ok) expect(bare.problems[0]!.path).toMatch(/^points\.p99\./);
  });
});
