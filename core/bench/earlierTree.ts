import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('../..', import.meta.url));
const own = '@fieldchalk';

export interface EarlierTree {
  readonly folder: string;
  readonly leave: () => void;
}

/** Packages as they are installed here, but for the project's own, which are those of the tree. */
function linkPackages(folder: string): void {
  const [from, to] = [join(root, 'node_modules'), join(folder, 'node_modules')];
  mkdirSync(join(to, own), { recursive: true });
  for (const name of readdirSync(from)) if (name !== own) symlinkSync(join(from, name), join(to, name));
  for (const name of ['core', 'contracts']) symlinkSync(join(folder, name), join(to, own, name));
}

/** The code as it was at a commit, taken out of the repository's own history beside this; null where a clone does not reach back so far. */
export function earlierTree(commit: string): EarlierTree | null {
  const folder = join(mkdtempSync(join(tmpdir(), 'fieldchalk-')), 'before');
  const git = (...args: string[]) => execFileSync('git', args, { cwd: root, stdio: 'pipe' });
  try {
    git('worktree', 'add', '--detach', folder, commit);
  } catch {
    return null;
  }
  linkPackages(folder);
  return {
    folder,
    leave: () => {
      git('worktree', 'remove', '--force', folder);
      rmSync(join(folder, '..'), { recursive: true });
    },
  };
}
