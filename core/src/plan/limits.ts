import type { CollectionName } from './index.ts';
import type { Problem } from './problems.ts';

/** So many entries a job may have of each kind: several times what a house of 130 rooms, wired, needs. */
export const mostEntries: Readonly<Record<CollectionName | 'prices', number>> = {
  levels: 20,
  points: 5000,
  walls: 5000,
  openings: 5000,
  members: 20_000,
  obstacles: 5000,
  rooms: 500,
  fixtures: 5000,
  boxes: 10_000,
  devices: 20_000,
  controls: 5000,
  panels: 100,
  circuits: 2000,
  runs: 20_000,
  stock: 2000,
  coils: 2000,
  sheetSets: 50,
  schedule: 50,
  options: 100,
  crew: 50,
  actuals: 20_000,
  accepted: 5000,
  models: 500,
  prices: 5000,
};

/** So much may be otherwise with one option. */
export const mostPatches = 20_000;

/** Kinds a document has more of than a job may have; asked before anything that takes time with their number. */
export function tooMany(document: unknown): Problem[] {
  const parts = (document ?? {}) as Readonly<Record<string, unknown>>;
  return Object.entries(mostEntries).flatMap(([name, most]) => {
    const part = parts[name];
    const count = typeof part === 'object' && part !== null ? Object.keys(part).length : 0;
    return count > most
      ? [{ path: name, message: `are ${count}; a job may have ${most}. Make two jobs of it` }]
      : [];
  });
}
