import { idsOf, nothing, sumsOf } from '../../incremental/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { hasWay, toDrill } from '../../runs/index.ts';
import type { House } from '../../stages/index.ts';
import { labelsOf } from '../labels.ts';
import { counted, each, keyOf, type DraftLine } from './line.ts';

const isPlate = (role: string): boolean => role === 'top-plate' || role === 'bottom-plate';

/** Holes by the bit that drills them, and those through plates, which are sealed. */
export const drilled = sumsOf(
  'holes by bit',
  ({ runs }: House) => idsOf(runs.holes),
  ({ runs }, wall) => {
    const holes = toDrill(entryOf(runs.holes, wall));
    if (holes.length === 0) return nothing;
    const sums: Record<string, number> = {};
    for (const { diameter, role } of holes) {
      const key = keyOf({ kind: 'bit', diameter });
      sums[key] = (sums[key] ?? 0) + 1;
      if (isPlate(role)) sums['through plates'] = (sums['through plates'] ?? 0) + 1;
    }
    return sums;
  },
);

/** Labels on cables, one at each end that is labelled. */
export const flags = sumsOf(
  'labels on cables',
  ({ plan }: House) => idsOf(plan.runs),
  (house, run) => {
    const count = hasWay(entryOf(house.runs.runs, run)) ? labelsOf(house, run).length : 0;
    return count > 0 ? { [keyOf({ kind: 'label' })]: count } : nothing;
  },
);

/** What is used up at work: bits, labels, sealant. */
export function useUpLines(house: House): DraftLine[] {
  const [perBit, perTube] = [house.rules('parts.bit'), house.rules('parts.sealant')];
  const holes = drilled(house);
  const through = holes['through plates'] ?? 0;
  const bits = Object.fromEntries(Object.entries(holes).filter(([key]) => key.startsWith('{')));
  return [
    ...counted(bits, 'bit').flatMap(({ item, count }) =>
      each(
        item,
        Math.round(count / perBit),
        `Worn by ${count} holes; one lasts about ${perBit}. Less than half of one is not counted.`,
      ),
    ),
    ...counted(flags(house), 'label').flatMap(({ item, count }) =>
      each(item, count, 'One at each end of every power cable.'),
    ),
    ...each(
      { kind: 'sealant' },
      Math.ceil(through / perTube),
      `Closes ${through} ${through === 1 ? 'hole' : 'holes'} through plates; a tube does about ${perTube}. IRC R302.11, NEC 300.21 (from memory).`,
    ),
  ];
}
