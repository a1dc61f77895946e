import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { compute } from '../src/compute/index.ts';
import type { Plan } from '../src/plan/index.ts';
import type { Figure } from './edits.bench.ts';
import { medianMs } from './timing.ts';
import { connectedHouse, wired } from './wired.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));
/** The last state of the code in which an edit was computed by stages, not by queries. */
const before = '0ae2927';

interface Earlier {
  readonly compute: (plan: Plan) => unknown;
  readonly leave: () => void;
}

/** The code as it was, taken out of the repository's own history beside this; nothing where a clone does not reach back so far. */
async function earlier(): Promise<Earlier | null> {
  const folder = join(mkdtempSync(join(tmpdir(), 'fieldchalk-')), 'before');
  const git = (...args: string[]) => execFileSync('git', args, { cwd: root, stdio: 'pipe' });
  try {
    git('worktree', 'add', '--detach', folder, before);
  } catch {
    return null;
  }
  symlinkSync(join(root, 'node_modules'), join(folder, 'node_modules'));
  const url = pathToFileURL(join(folder, 'core/src/compute/index.ts')).href;
  const { compute: own } = (await import(url)) as Pick<Earlier, 'compute'>;
  return {
    compute: own,
    leave: () => {
      git('worktree', 'remove', '--force', folder);
      rmSync(join(folder, '..'), { recursive: true });
    },
  };
}

/** A full compute as a share of what it was, both in turn in this run. */
export async function figures(): Promise<Figure[]> {
  const then = await earlier();
  if (!then) return [];
  try {
    return [8, 30].map((rooms) => {
      const house = wired(connectedHouse(rooms));
      const [now, was]: [number[], number[]] = [[], []];
      for (let round = 0; round < 5; round++) {
        now.push(medianMs(1, () => void compute(house)));
        was.push(medianMs(1, () => void then.compute(JSON.parse(JSON.stringify(house)) as Plan)));
      }
      const ratio = now.sort((a, b) => a - b)[2]! / was.sort((a, b) => a - b)[2]!;
      return { id: `full ${rooms}`, ratio, of: `a full compute at ${before}` };
    });
  } finally {
    then.leave();
  }
}

export const bench = async (): Promise<string[]> => {
  const list = await figures();
  if (list.length === 0) return [`full: ${before} is not in this clone`];
  return list.map(({ id, ratio, of }) => `${id.padEnd(24)} ${ratio.toFixed(2).padStart(10)} × ${of}`);
};
