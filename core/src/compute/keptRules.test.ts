import { expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { houseToWire } from '../../testing/houseToWire.ts';
import { computed, edited, notEmpty } from '../../testing/index.ts';
import { makeEdit } from '../edits/index.ts';
import type { Plan } from '../plan/index.ts';
import { ruleCatalogue, ruleIds, type RuleId } from '../rules/index.ts';
import { Computer } from './index.ts';

/** Values a rule may take besides its own: every school, else less and more. */
function othersOf(id: RuleId): unknown[] {
  const rule = ruleCatalogue[id];
  const own: unknown = rule.default;
  const schools: readonly { readonly value: unknown }[] = ('schools' in rule && rule.schools) || [];
  if (schools.length > 0) return schools.map((s) => s.value).filter((v) => v !== own);
  if (typeof own === 'number') return [Math.floor(own / 2), own + 1, own * 2];
  if (typeof own === 'object' && own !== null && 'value' in own)
    return [{ ...own, value: Number(own.value) + 4 }];
  return [];
}

/** Every rule changed, one after the other, on a plan that a computer has been kept for: it must not stay with what the rule said before. */
function throughRules(house: Plan, turn: number): number {
  const kept = new Computer();
  let plan = house;
  kept.compute(plan);
  const made = ruleIds.filter((rule) => {
    const others = othersOf(rule);
    const done = makeEdit(plan, 'setRule', { rule, value: others[turn % others.length] });
    if (!done.ok) return false;
    ({ plan } = done);
    const [own, anew] = [JSON.stringify(kept.compute(plan)), JSON.stringify(computed(plan))];
    if (own !== anew) throw new Error(`${rule} set to ${JSON.stringify(others[turn % others.length])}`);
    return true;
  });
  return notEmpty(made).length;
}

test('a kept computer answers the same bytes as a new one after each rule of the catalogue is changed', () => {
  expect(throughRules(study(), 0)).toBeGreaterThan(ruleIds.length * 0.8);
  expect(throughRules(edited(houseToWire(6), 'propose', {}), 1)).toBeGreaterThan(ruleIds.length * 0.8);
}, 120_000);
