import { idsOf, query, nothing, sumsOf } from '../../incremental/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { cableNames, isData, itemId } from '../../materials/index.ts';
import { hasWay } from '../../runs/index.ts';
import type { House } from '../../stages/index.ts';
import { formatLength, lengthInFeet, toDecimals } from '../../units/index.ts';
import { planCoils, type Coil, type Cut } from './coils.ts';
import { ofWhole, whole, type DraftLine } from './line.ts';

const parts = ['path', 'loops', 'ends', 'margin', 'cut'] as const;

/** Inches of cable by type and part, and how many cuts. */
export const inches = sumsOf(
  'cable',
  ({ runs }: House) => idsOf(runs.runs),
  ({ runs }, id) => {
    const laid = entryOf(runs.runs, id);
    if (!hasWay(laid)) return nothing;
    const { cable, length } = laid;
    const own = Object.fromEntries(parts.map((part) => [`${cable} ${part}`, whole(length[part])]));
    return { ...own, [`${cable} cuts`]: 1 };
  },
);

const cutOf = query('cut of run', ({ runs }: House, id: string): (Cut & { cable: string }) | null => {
  const laid = entryOf(runs.runs, id);
  const { cable, length } = laid;
  return !hasWay(laid) ? null : { run: id, feet: toDecimals(lengthInFeet(length.cut), 2), cable };
});

/** Which cuts of a type of cable come off which coil. */
const coilsOf = query('coils of cable', (house: House, cable: string): Coil[] => {
  const cuts = idsOf(house.runs.runs).flatMap((id): Cut[] => {
    const cut = cutOf(house, id);
    return cut?.cable === cable ? [{ run: cut.run, feet: cut.feet }] : [];
  });
  const item = itemId({ kind: 'cable', cable });
  const stock = idsOf(house.plan.stock).flatMap((id) => {
    const s = entryOf(house.plan.stock, id);
    return s.item === item && s.feet ? [{ id, feet: s.feet }] : [];
  });
  return planCoils(item, cuts, stock, house.rules('coil.feet'));
});

/** Cable by type in feet, and the coils it is cut from. */
export function cableLines(house: House): { lines: DraftLine[]; coils: Coil[] } {
  const sums = inches(house);
  const types = cableNames.filter((cable) => sums[`${cable} cuts`]);
  const lines = types.map((type): DraftLine => {
    const part = (of: (typeof parts)[number]) => ofWhole(sums[`${type} ${of}`]);
    const [path, loops, ends, margin] = parts.map((of) => formatLength(part(of)));
    return {
      item: { kind: 'cable', cable: type },
      name: isData(type) ? 'Data cable, four pairs' : `${type} NM-B cable with ground`,
      quantity: Math.ceil(lengthInFeet(part('cut')) - 1e-9),
      unit: 'ft',
      why: `${sums[`${type} cuts`]} cuts: ${path} along the runs, ${loops} service loops, ${ends} free ends, ${margin} margin; rounded up to the foot.`,
    };
  });
  return { lines, coils: types.flatMap((type) => coilsOf(house, type)) };
}
