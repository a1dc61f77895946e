import { circuitNumber, compareIds, editStep, type EditArgs, otherwiseOf, type Plan } from '@fieldchalk/core';
import { makeEdits } from '@fieldchalk/core/window';

/** New circuits of 15 A, by what they are called: each may be offered at 20 A. */
export const circuitsAt15 = (plan: Plan): { readonly value: string; readonly says: string }[] =>
  Object.entries(plan.circuits)
    .filter(([, c]) => !c.existing && c.amps === 15 && c.poles === 1)
    .sort(([a], [b]) => compareIds(a, b))
    .map(([value, { name }]) => ({
      value,
      says: [circuitNumber(plan, value), name].filter(Boolean).join(' '),
    }));

/** A circuit offered at 20 A on 12 AWG, as an option; null where it cannot be. */
export function at20(plan: Plan, circuit: string): EditArgs<'addOption'> | null {
  const steps = [editStep('setCircuit', { circuit, changes: { amps: 20, gauge: 12 } })];
  const done = makeEdits(plan, 'at 20 A', steps);
  const own = plan.circuits[circuit];
  if (!done.ok || !own) return null;
  return {
    name: `20 A instead of 15 A, ${own.name || `circuit ${circuitNumber(plan, circuit)}`}`,
    says: 'Heavier wire and a larger breaker: more can be plugged in at once.',
    changes: otherwiseOf(done.change.patches),
  };
}
