import { type EditArgs, type EditName, makeEdit } from '../src/edits/index.ts';
import type { Plan } from '../src/plan/index.ts';

/** Applies an edit that is known to fit; a refusal is a fault of the demo itself. */
export function done<N extends EditName>(plan: Plan, name: N, args: EditArgs<N>): Plan {
  const edited = makeEdit(plan, name, args);
  if (!edited.ok)
    throw new Error(
      `Demo: ${name} refused: ${edited.problems.map((p) => `${p.path} ${p.message}`).join('; ')}`,
    );
  return edited.plan;
}
