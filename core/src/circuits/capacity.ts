import type { RuleBook } from '../rules/index.ts';

/** What one circuit of a class may carry. Caps by count, by load, or both, as the house has it. */
export function capacityOf(amps: number, volts: number, rules: RuleBook): { outlets: number; va: number } {
  const by = rules('circuit.capBy');
  return {
    outlets: by === 'va' ? Infinity : rules(amps <= 15 ? 'circuit.cap15' : 'circuit.cap20'),
    va: by === 'count' ? Infinity : (amps * volts * rules('circuit.loadPercent')) / 100,
  };
}
