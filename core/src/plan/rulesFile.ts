import { z } from 'zod';
import { ruleCatalogue, type RuleId } from '../rules/index.ts';
import { problemsFrom, type Problem } from './problems.ts';
import { ruleValues } from './index.ts';

/** A company's house rules: what differs from the catalogue, and why. The file people hand on, and what the server keeps. */
export const rulesFileSchema = z.strictObject({
  format: z.literal('fieldchalk.rules').default('fieldchalk.rules'),
  version: z.literal(1).default(1),
  values: ruleValues,
  reasons: z.record(z.string(), z.string().max(1000)).default({}),
});
export type RulesFile = z.infer<typeof rulesFileSchema>;

export type RulesReading = { ok: true; rules: RulesFile } | { ok: false; problems: Problem[] };

export const emptyRules = (): RulesFile => rulesFileSchema.parse({ values: {} });

/** Reads the text of a rules file; every problem comes back with its path. */
export function readRulesText(text: string): RulesReading {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return { ok: false, problems: [{ path: '(file)', message: `is not JSON: ${(error as Error).message}` }] };
  }
  const read = rulesFileSchema.safeParse(value, { reportInput: true });
  return read.success
    ? { ok: true, rules: read.data }
    : { ok: false, problems: problemsFrom(read.error.issues) };
}

/** One rule changed in a set; a value that is the catalogue's own needs no entry. */
export function withRule(rules: RulesFile, rule: RuleId, value: unknown, reason: string): RulesFile {
  const { [rule]: _, ...values } = rules.values;
  const { [rule]: __, ...reasons } = rules.reasons;
  const isDefault = JSON.stringify(value) === JSON.stringify(ruleCatalogue[rule].default);
  return {
    ...rules,
    values: isDefault ? values : { ...values, [rule]: value },
    reasons: reason.trim() === '' ? reasons : { ...reasons, [rule]: reason.trim() },
  };
}
