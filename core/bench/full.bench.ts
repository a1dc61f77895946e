import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { compute } from '../src/compute/index.ts';
import type { Plan } from '../src/plan/index.ts';
import { earlierTree } from './earlierTree.ts';
import type { Figure } from './edits.bench.ts';
import { medianMs } from './timing.ts';
import { connectedHouse, wired } from './wired.ts';

/** The last state of the code in which an edit was computed by stages, not by queries. */
const before = '0ae2927';

/** A full compute as a share of what it was, both in turn in this run. */
export async function figures(): Promise<Figure[]> {
  const tree = earlierTree(before);
  if (!tree) return [];
  try {
    const url = pathToFileURL(join(tree.folder, 'core/src/compute/index.ts')).href;
    const then = (await import(url)) as { readonly compute: (plan: Plan) => unknown };
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
    tree.leave();
  }
}

export const bench = async (): Promise<string[]> => {
  const list = await figures();
  if (list.length === 0) return [`full: ${before} is not in this clone`];
  return list.map(({ id, ratio, of }) => `${id.padEnd(24)} ${ratio.toFixed(2).padStart(10)} × ${of}`);
};
