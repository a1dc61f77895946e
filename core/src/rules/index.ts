export { ruleCatalogue, ruleIds, isRuleId } from './catalogue.ts';
export { groupOfRule, ruleGroups, type RuleGroup } from './groups.ts';
export type { RuleId, RuleValue } from './catalogue.ts';
export { heightSchema, valueSchema } from './valueSchema.ts';
export type { Height, Rule } from './rule.ts';
export { ruleBook, listRules } from './book.ts';
export type { RuleBook } from './book.ts';
