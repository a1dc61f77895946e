import { boxesRules } from './boxes.ts';
import { circuitsRules } from './circuits.ts';
import { costsRules } from './costs.ts';
import { crewRules } from './crew.ts';
import { framingRules } from './framing.ts';
import { lightingRules } from './lighting.ts';
import { receptaclesRules } from './receptacles.ts';
import type { Rule } from './rule.ts';
import { runsRules } from './runs.ts';

/**
 * Every rule Field Chalk works by, as data: default, unit, bounds, where it comes from, and the schools that disagree.
 * Sources marked "from memory" were written without the text at hand; local code and amendments decide.
 */
export const ruleCatalogue = {
  ...receptaclesRules,
  ...lightingRules,
  ...boxesRules,
  ...framingRules,
  ...runsRules,
  ...circuitsRules,
  ...costsRules,
  ...crewRules,
} as const satisfies Record<string, Rule<never> | Rule>;

export type RuleId = keyof typeof ruleCatalogue;
export type RuleValue<K extends RuleId> = (typeof ruleCatalogue)[K] extends Rule<infer T> ? T : never;

export const ruleIds = Object.keys(ruleCatalogue) as RuleId[];

export function isRuleId(id: string): id is RuleId {
  return Object.hasOwn(ruleCatalogue, id);
}
