import { heightWords } from '../boxes/index.ts';
import type { Height, Rule } from '../rules/index.ts';
import { formatLength } from '../units/index.ts';

/** What a rule is set to, as it is said: the school it follows, a height, a length, a number with its unit. */
export function ruleValueWords(rule: Rule, value: unknown): string {
  const school = rule.schools?.find((s) => JSON.stringify(s.value) === JSON.stringify(value));
  if (school) return school.says;
  if (rule.unit === 'height') return heightWords(value as Height);
  if (Array.isArray(value)) return value.join(', ');
  if (rule.unit === 'in' && typeof value === 'number') return formatLength(value);
  return rule.unit === 'choice' || rule.unit === 'count'
    ? `${String(value)}`
    : `${String(value)} ${rule.unit}`;
}
