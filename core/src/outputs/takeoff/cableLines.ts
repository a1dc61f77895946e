import { idsOf, query, nothing, sumsOf } from '../../incremental/index.ts';
import { entryOf, listUnder } from '../../lookups/index.ts';
import { cableNames, itemId } from '../../materials/index.ts';
import { hasWay } from '../../runs/index.ts';
import { leftOnCoil } from '../../plan/index.ts';
import type { House } from '../../stages/index.ts';
import { formatLength, lengthInFeet, toDecimals } from '../../units/index.ts';
import { inOrderOfWork, packCuts, type Coil, type Cut, type Packed } from '../coils/index.ts';
import { cutList } from '../cutList.ts';
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

const moreSizes = { one: [], short: [100], long: [1000], all: [100, 1000] } as const;

/** The coil each cable was last cut from long enough, as it is now. */
const cutAlready = query('cables cut', (house: House): ReadonlyMap<string, string> => {
  const { plan } = house;
  const coilOf = new Map<string, string>();
  for (const id of idsOf(plan.coils)) {
    const coil = entryOf(plan.coils, id);
    for (const [run, feet] of Object.entries(coil.cuts)) {
      const cut = plan.runs[run] ? cutOf(house, run) : null;
      const isSame = cut && itemId({ kind: 'cable', cable: cut.cable }) === coil.item;
      if (isSame && feet >= cut.feet - 0.005) coilOf.set(run, id);
    }
  }
  return coilOf;
});

/** Cuts still to be made, by type of cable; what was cut is not cut again. */
const cutsToMake = query('cuts to make', (house: House): ReadonlyMap<string, readonly Cut[]> => {
  const byCable = new Map<string, Cut[]>();
  for (const id of idsOf(house.runs.runs)) {
    const cut = cutOf(house, id);
    if (cut && !cutAlready(house).has(id))
      listUnder(byCable, cut.cable).push({ run: cut.run, feet: cut.feet });
  }
  return byCable;
});
const cutsOf = query(
  'cuts of cable to make',
  (house: House, cable: string): readonly Cut[] => cutsToMake(house).get(cable) ?? [],
);

/** Which cuts of a type of cable come off which coil. */
const packedOf = query('cuts packed on coils', (house: House, cable: string): Packed => {
  const { plan, rules } = house;
  const cuts = cutsOf(house, cable);
  const item = itemId({ kind: 'cable', cable });
  const stock = idsOf(plan.stock).flatMap((id) => {
    const s = entryOf(plan.stock, id);
    return s.item === item && s.feet ? [{ id, feet: s.feet }] : [];
  });
  const sizes = [rules('coil.feet'), ...moreSizes[rules('coil.sizes')]];
  return packCuts({ cuts, stock, sizes, useful: rules('coil.useful'), spare: rules('coil.spare') });
});

/** Coils of a type of cable that were cut. */
const cutCoilsOf = query('coils that were cut', (house: House, item: string): Coil[] =>
  idsOf(house.plan.coils).flatMap((id): Coil[] => {
    const { feet, from, cuts: all, item: of } = entryOf(house.plan.coils, id);
    if (of !== item) return [];
    const cuts = Object.entries(all).map(([run, cut]) => ({ run, feet: cut }));
    const standing = cuts.filter(({ run }) => cutAlready(house).get(run) === id);
    const wasted = cuts.filter((c) => !standing.includes(c)).reduce((sum, c) => sum + c.feet, 0);
    const left = leftOnCoil({ feet, cuts: all });
    return [{ item, from, feet, cuts: standing, left, cutAs: id, wasted: toDecimals(wasted, 2) }];
  }),
);

/** Where each cable comes in the order of the work. */
const placeInWork = query(
  'place of cuts in the work',
  (house: House): ReadonlyMap<string, number> => new Map(cutList(house).map((c, i) => [c.run, i])),
);

/** The coils of a type of cable, each with its cuts as they are cut: those that were cut first. */
const coilsOf = query('coils of cable', (house: House, cable: string): Coil[] => {
  const item = itemId({ kind: 'cable', cable });
  const useful = house.rules('coil.useful');
  const planned = packedOf(house, cable).coils.map((c): Coil => ({
    ...{ item, ...c, cutAs: null, wasted: 0 },
    cuts: inOrderOfWork(c.cuts, c.left, useful, placeInWork(house)),
  }));
  return [...cutCoilsOf(house, item), ...planned];
});

/** How good the coils of a type of cable are: what is bought, what must be at least, and what is left of no use. Feet. */
export interface CoilFigures {
  readonly item: string;
  readonly bought: number;
  readonly boughtAtLeast: number;
  readonly useless: number;
  readonly isBest: boolean;
}

const figuresOf = query('figures of coils', (house: House, cable: string): CoilFigures => {
  const { bought, boughtAtLeast, useless, isBest } = packedOf(house, cable);
  return { item: itemId({ kind: 'cable', cable }), bought, boughtAtLeast, useless, isBest };
});

/** Cable by type in feet, and the coils it is cut from. */
export function cableLines(house: House): {
  lines: DraftLine[];
  coils: Coil[];
  figures: CoilFigures[];
} {
  const sums = inches(house);
  const types = cableNames.filter((cable) => sums[`${cable} cuts`]);
  const lines = types.map((type): DraftLine => {
    const part = (of: (typeof parts)[number]) => ofWhole(sums[`${type} ${of}`]);
    const [path, loops, ends, margin] = parts.map((of) => formatLength(part(of)));
    return {
      item: { kind: 'cable', cable: type },
      quantity: Math.ceil(lengthInFeet(part('cut')) - 1e-9),
      unit: 'ft',
      why: `${sums[`${type} cuts`]} cuts: ${path} along the runs, ${loops} service loops, ${ends} free ends, ${margin} margin; rounded up to the foot.`,
    };
  });
  return {
    lines,
    // What was cut of a cable that nothing is wired with any more was bought all the same.
    coils: cableNames.flatMap((type) => coilsOf(house, type)),
    figures: types.map((type) => figuresOf(house, type)),
  };
}
