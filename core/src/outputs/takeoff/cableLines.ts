import { cableNames, isData, itemId } from '../../materials/index.ts';
import type { Plan } from '../../plan/index.ts';
import type { RuleBook } from '../../rules/index.ts';
import type { RunLayout } from '../../runs/index.ts';
import { formatLength, lengthInFeet, toDecimals } from '../../units/index.ts';
import { planCoils, type Coil } from './coils.ts';
import type { DraftLine } from './line.ts';

/** Cable by type in feet, and the coils it is cut from. */
export function cableLines(
  plan: Plan,
  runs: RunLayout,
  rules: RuleBook,
): { lines: DraftLine[]; coils: Coil[] } {
  const laid = Object.values(runs.runs).filter((r) => r.path.length > 0);
  const types = cableNames.filter((c) => laid.some((r) => r.cable === c));
  const coils: Coil[] = [];
  const lines = types.map((type): DraftLine => {
    const own = laid.filter((r) => r.cable === type);
    const item = { kind: 'cable', cable: type } as const;
    const inches = own.reduce((sum, r) => sum + r.length.cut, 0);
    const part = (of: 'path' | 'loops' | 'ends' | 'margin') =>
      formatLength(own.reduce((sum, r) => sum + r.length[of], 0));
    const cuts = own.map((r) => ({ run: r.id, feet: toDecimals(lengthInFeet(r.length.cut), 2) }));
    const stock = Object.entries(plan.stock).flatMap(([id, s]) =>
      s.item === itemId(item) && s.feet ? [{ id, feet: s.feet }] : [],
    );
    coils.push(...planCoils(itemId(item), cuts, stock, rules('coil.feet')));
    return {
      item,
      name: isData(type) ? 'Data cable, four pairs' : `${type} NM-B cable with ground`,
      quantity: Math.ceil(lengthInFeet(inches) - 1e-9),
      unit: 'ft',
      why: `${own.length} cuts: ${part('path')} along the runs, ${part('loops')} service loops, ${part('ends')} free ends, ${part('margin')} margin; rounded up to the foot.`,
    };
  });
  return { lines, coils };
}
