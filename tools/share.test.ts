import { describe, expect, test } from 'vitest';
import { shareOf, verdict } from './share.mjs';

const files: Record<string, string> = {
  'core/src/a.ts': 'one\n\n  \ntwo\nthree\n',
  'web/src/b.vue': 'four\n',
  'core/src/a.test.ts': 'one\n\ntwo\n',
  'e2e/helpers.ts': 'three\n',
  'core/bench/c.bench.ts': 'not\ncounted\n',
  'docs/d.md': 'not counted\n',
};

describe('how much of the code is tests', () => {
  test('lines that are not blank, in tests and in code; benches and papers are neither', () => {
    const share = shareOf(Object.keys(files), (file: string) => files[file]);
    expect(share).toEqual({ tests: 3, code: 4, percent: 42.9 });
  });

  test.each([
    [23.9, false],
    [24, true],
    [34, true],
    [34.1, false],
  ])('%d %% passes: %s', (percent, ok) => expect(verdict({ tests: 1, code: 2, percent }).ok).toBe(ok));
});
