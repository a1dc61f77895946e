import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { study } from '../../demo/index.ts';
import { planHash } from './hash.ts';
import { readPlan, readPlanText } from './read.ts';
import { currentVersion, migrated, type Document, type VersionSteps } from './versions.ts';

describe('documents of other versions', () => {
  test('a version-1 file, written before fields that came later, reads as the plan it was', () => {
    const text = readFileSync('core/testing/plans/version-1.json', 'utf8');
    expect(JSON.parse(text)).toMatchObject({ format: 'fieldchalk.plan', version: 1 });
    expect(text).not.toContain('"models"');
    const read = readPlanText(text);
    if (!read.ok) throw new Error(read.problems.map((p) => `${p.path} ${p.message}`).join('\n'));
    // The hash of that plan when it was written, with what came since filled in as usual.
    expect(planHash(read.plan)).toBe('ae3759badba4ea66');
  });

  const steps: VersionSteps = {
    1: (d) => ({ ...d, storeys: d['levels'], levels: undefined }),
    2: (d) => ({ ...d, storeys: Object.keys(d['storeys'] as object) }),
  };

  test('are led on step by step, and the one given is not touched', () => {
    const old: Document = Object.freeze({ version: 1, levels: { L1: {} } });
    expect(migrated(old, 3, steps)).toMatchObject({ ok: true, document: { version: 3, storeys: ['L1'] } });
    expect(old).toEqual({ version: 1, levels: { L1: {} } });
    expect(migrated({ version: 2, storeys: {} }, 3, steps)).toMatchObject({ document: { version: 3 } });
  });

  test.each([
    [{ version: 9 }, 'is 9; this Field Chalk reads version 3'],
    [{ version: 0 }, 'no step leads on'],
    [[], 'must be an object'],
    [null, 'must be an object'],
  ])('%j says what is wrong', (document, says) => {
    const read = migrated(document, 3, steps);
    expect(read.ok ? '' : read.problems.map((p) => p.message).join()).toContain(says);
  });

  test('a file of a later version is not half-read', () => {
    expect(readPlan({ ...study(), version: currentVersion + 1 })).toMatchObject({
      ok: false,
      problems: [{ path: 'version' }],
    });
  });
});
