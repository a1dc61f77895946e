import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from 'vitest';

const run = (args: string[], env: Record<string, string> = {}) =>
  spawnSync(process.execPath, ['tools/command.mjs', ...args], {
    env: { ...process.env, ...env },
    encoding: 'utf8',
    timeout: 60_000,
  });

test('a command of the server runs as it was built, with its words and how it ended', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fieldchalk-'));
  try {
    const owner = run(['ownerCommand'], { FIELDCHALK_DATA: join(folder, 'own.sqlite') });
    expect([owner.status, owner.stdout]).toEqual([0, expect.stringMatching(/\/join#[\w-]{20,}/)]);
    const move = run(['moveCommand']);
    expect([move.status, move.stderr]).toEqual([1, expect.stringContaining('Say --from')]);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
