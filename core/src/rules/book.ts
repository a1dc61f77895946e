import { ruleCatalogue, type RuleId, type RuleValue } from './catalogue.ts';

/** The rules in force for a job: the catalogue's defaults under what the job has changed. */
export interface RuleBook {
  <K extends RuleId>(id: K): RuleValue<K>;
}

/** Reads rule values already checked by the plan's schema; an id that is not set gives its default. */
export function ruleBook(values: Readonly<Record<string, unknown>>): RuleBook {
  return ((id: RuleId) => values[id] ?? ruleCatalogue[id].default) as RuleBook;
}

/** The catalogue as plain data, for the command line and the rules screen. */
export function listRules() {
  return Object.entries(ruleCatalogue).map(([id, rule]) => ({
    id,
    title: rule.title,
    default: rule.default,
    unit: rule.unit,
    source: rule.source,
    says: rule.says,
    schools: 'schools' in rule ? (rule.schools ?? []) : [],
  }));
}
