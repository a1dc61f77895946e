export { ruleCatalogue, ruleIds, isRuleId, heightSchema } from './catalogue.ts';
export type { Rule, RuleId, RuleValue, Height } from './catalogue.ts';
export { ruleBook, listRules } from './book.ts';
export type { RuleBook } from './book.ts';
