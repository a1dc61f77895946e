import type highsLoader from 'highs';
import type { Packing } from '../src/outputs/coils/index.ts';

type Highs = Awaited<ReturnType<typeof highsLoader>>;

/** What coils for some cuts come to, in feet. */
export interface Needed {
  readonly bought: number;
  readonly useless: number;
}

/** So many feet of useless ends weigh as one foot bought: more than there can be. */
const heavy = 10_000;

/** The least new cable, and of that the least that is left in useless ends, as HiGHS proves it: a mixed-integer solver that knows nothing of ours. */
export function coilsByProgram(highs: Highs, { cuts, stock, sizes, useful, spare }: Packing): Needed {
  const lots = [
    ...stock.map(({ feet }, i) => ({ name: `s${i}`, feet, isNew: false })),
    ...sizes.flatMap((feet, k) => cuts.map((_, i) => ({ name: `n${k}_${i}`, feet, isNew: true }))),
  ];
  const terms = (list: readonly string[]) => list.join(' ');
  const cutsOf = (lot: string, sign = '+') =>
    terms(cuts.map(({ feet }, i) => `${sign} ${feet} x${i}_${lot}`));
  const each = cuts.map((_, i) => ` c${i}: ${terms(lots.map((l) => `+ x${i}_${l.name}`))} = 1`);
  const rows = lots.flatMap(({ name, feet }) => [
    ` room_${name}: ${cutsOf(name)} - ${feet - spare} y_${name} <= 0`,
    // z: what is left is of use.
    ` use_${name}: ${feet} y_${name} ${cutsOf(name, '-')} - ${useful} z_${name} >= 0`,
    ` left_${name}: ${feet} y_${name} ${cutsOf(name, '-')} - ${feet} z_${name} - u_${name} <= 0`,
    ` both_${name}: z_${name} - y_${name} <= 0`,
  ]);
  const inTurn = lots.slice(1).flatMap((lot, i) => {
    const before = lots[i];
    return lot.isNew && before?.isNew && before.feet === lot.feet
      ? [` turn_${lot.name}: y_${before.name} - y_${lot.name} >= 0`]
      : [];
  });
  const objective = terms([
    ...lots.flatMap((l) => (l.isNew ? [`+ ${heavy * l.feet} y_${l.name}`] : [])),
    ...lots.map((l) => `+ u_${l.name}`),
  ]);
  const binary = lots.flatMap(({ name }) => [
    `y_${name}`,
    `z_${name}`,
    ...cuts.map((_, i) => `x${i}_${name}`),
  ]);
  const solved = highs.solve(
    `Minimize\n obj: ${objective}\nSubject To\n${[...each, ...rows, ...inTurn].join('\n')}\nBinary\n ${binary.join('\n ')}\nEnd\n`,
    { mip_rel_gap: 0 },
  );
  if (solved.Status !== 'Optimal') throw new Error(`HiGHS says ${solved.Status}`);
  const is = (name: string): boolean => {
    const column = solved.Columns[name];
    return column !== undefined && 'Primal' in column && column.Primal > 0.5;
  };
  const bought = lots.reduce((sum, l) => sum + (l.isNew && is(`y_${l.name}`) ? l.feet : 0), 0);
  return { bought, useless: solved.ObjectiveValue - heavy * bought };
}
