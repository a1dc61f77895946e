import { dequal } from 'dequal';
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

/** What house rules say of one rule: its value, null for the usual one, and the reason, empty for none. */
export interface RuleSaid {
  readonly value?: unknown;
  readonly reason: string;
}

/** One rule set anew, with what its maker saw of it. */
export interface RuleChange {
  readonly rule: string;
  readonly saw: RuleSaid;
  readonly set: RuleSaid;
}

const saidOf = ({ values, reasons }: RulesFile, rule: string): RuleSaid => ({
  value: Object.hasOwn(values, rule) ? values[rule] : null,
  reason: Object.hasOwn(reasons, rule) ? (reasons[rule] ?? '') : '',
});

/** What leads from one set of rules to another, rule by rule. */
export function ruleChanges(from: RulesFile, to: RulesFile): RuleChange[] {
  const named = [from, to].flatMap(({ values, reasons }) => [
    ...Object.keys(values),
    ...Object.keys(reasons),
  ]);
  return [...new Set(named)].sort().flatMap((rule) => {
    const [saw, set] = [saidOf(from, rule), saidOf(to, rule)];
    return dequal(saw, set) ? [] : [{ rule, saw, set }];
  });
}

/** A set of rules with some set anew, and those rules that were not as their change saw them: where there are any, nothing is to be kept. */
export function withRuleChanges(
  rules: RulesFile,
  changes: readonly RuleChange[],
): { readonly rules: RulesFile; readonly otherwise: readonly string[] } {
  const [values, reasons] = [{ ...rules.values } as Record<string, unknown>, { ...rules.reasons }];
  for (const { rule, set } of changes) {
    if (set.value === null || set.value === undefined) delete values[rule];
    else values[rule] = set.value;
    if (set.reason === '') delete reasons[rule];
    else reasons[rule] = set.reason;
  }
  const otherwise = changes.filter(({ rule, saw }) => !dequal(saidOf(rules, rule), { value: null, ...saw }));
  return { rules: { ...rules, values, reasons }, otherwise: otherwise.map((c) => c.rule) };
}
