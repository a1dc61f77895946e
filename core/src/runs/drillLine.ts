import type { RuleBook } from '../rules/index.ts';

/** Above a receptacle box, and just below the hip: heights of a line of holes by school, inches. Common practice, no source. */
const aboveBox = 12;
const belowHip = 34;
const halfBox = 1.875;

/** The height of a house's line of holes above the subfloor, by its school. The boxes it clears are those at the house's receptacle height. */
export function drillLine({ rules }: { readonly rules: RuleBook }): number {
  const line = rules('drill.line');
  switch (line) {
    case 'fixed':
      return rules('drill.height');
    case 'above-box':
      return rules('height.receptacle').value + halfBox + aboveBox;
    case 'below-hip':
      return belowHip;
    default:
      return line satisfies never;
  }
}
