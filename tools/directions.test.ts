import { existsSync, readdirSync } from 'node:fs';
import { ESLint } from 'eslint';
import { describe, expect, test } from 'vitest';
import { order } from './directions.js';

const eslint = new ESLint();

async function refusals(filePath: string, code: string): Promise<string[]> {
  const [result] = await eslint.lintText(code, { filePath });
  return (result?.messages ?? []).flatMap((m) => (m.ruleId === 'no-restricted-imports' ? [m.message] : []));
}

describe('imports go one way', () => {
  test('every folder of core is in the order, and every name of the order is a folder', () => {
    const folders = readdirSync('core/src', { withFileTypes: true }).flatMap((e) =>
      e.isDirectory() ? [e.name] : [],
    );
    expect([...folders].sort()).toEqual([...order].sort());
  });

  test.each([
    ['core/src/boxes/x.ts', '../proposals/index.ts'],
    ['core/src/plan/x.ts', '../edits/index.ts'],
    ['core/src/boxes/duties/x.ts', '../../circuits/index.ts'],
    ['core/src/geometry/x.ts', '../plan/index.ts'],
    ['core/src/units/x.ts', 'node:fs'],
    ['core/src/findings/x.ts', 'vue'],
    ['web/src/x.ts', '@fieldchalk/server'],
    ['server/src/x.ts', '../../web/src/names.ts'],
    ['cli/src/x.ts', '@fieldchalk/contracts'],
    ['e2e/x.ts', '@fieldchalk/core'],
  ])('lint refuses in %s an import of %s', async (file, from) => {
    expect(await refusals(file, `import '${from}';\n`)).toHaveLength(1);
  });

  test.each([
    ['core/src/proposals/x.ts', '../boxes/index.ts'],
    ['core/src/boxes/duties/x.ts', '../place.ts'],
    ['core/src/edits/x.ts', '../plan/gate.ts'],
    ['web/src/x.ts', '@fieldchalk/core'],
    ['server/src/x.ts', '@fieldchalk/core/demo'],
  ])('and lets pass in %s an import of %s', async (file, from) => {
    expect(await refusals(file, `import '${from}';\n`)).toEqual([]);
  });

  test('every workspace that has a rule is there', () => {
    for (const folder of ['core', 'cli', 'server', 'web', 'e2e']) expect(existsSync(folder)).toBe(true);
  });
});
