import { listUnder } from '../lookups/index.ts';
import { coveredOnce, type XY } from '../geometry/index.ts';
import type { LaidRun } from './index.ts';

/** Cables this near to each other lie in one strip. Inches; common practice, no source. */
const stripWidth = 8;

/** Strips of ceilings and floors that are opened for some cables, each once however many lie in it. Inches. */
export function openedInches(runs: Iterable<Pick<LaidRun, 'ceilings'>>): number {
  const opened = new Map<string, XY[][]>();
  for (const { ceilings } of runs)
    for (const { level, of, how, line } of ceilings) {
      if (how !== 'open') continue;
      const key = `${level} ${of}`;
      listUnder(opened, key).push([...line]);
    }
  return [...opened.values()].reduce((sum, lines) => sum + coveredOnce(lines, stripWidth), 0);
}
