import type { Patch } from 'immer';
import { isCollection } from './collections.ts';
import { planSchema, type Plan } from './plan.ts';
import type { Problem } from './problems.ts';
import { recordOf } from './seen.ts';

/** What a change may ask of a plan at most. */
export const changeLimits = { depth: 8, keyLength: 120 } as const;

const unsafe: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);

const isPart = (name: string) => Object.hasOwn(planSchema.shape, name);

/**
 * What is wrong with where a patch from outside would write: it must lead by the plan’s own keys to a place within a part of the plan, and never into a
 * list, which is given whole. Null where nothing is.
 */
export function placeProblem(plan: Plan, { op, path }: Patch): Problem | null {
  const here = path.join('.').slice(0, 200);
  const wrong = (message: string): Problem => ({ path: here, message });
  const [part, ...rest] = path;
  if (part === undefined) return wrong('is the whole plan, which a change cannot replace');
  if (path.length > changeLimits.depth) return wrong(`leads deeper than ${changeLimits.depth} steps`);
  const bad = path.find(
    (key) => typeof key !== 'string' || unsafe.has(key) || key.length > changeLimits.keyLength,
  );
  if (bad !== undefined) return wrong(`has a step that is not a name: ${String(bad).slice(0, 40)}`);
  if (!isPart(String(part))) return wrong('is no part of a plan');
  if (rest.length === 0 && op === 'remove') return wrong('is a part every plan has');
  if (rest.length === 0 && (part === 'spent' || isCollection(part)))
    return wrong('is a whole collection: change its entries');
  const within = path.slice(0, -1).reduce<unknown>((at, key) => {
    const record = recordOf(at);
    return record && Object.hasOwn(record, key) ? record[key] : undefined;
  }, plan);
  const record = recordOf(within);
  if (!record)
    return wrong(Array.isArray(within) ? 'is within a list, which is given whole' : 'is no longer there');
  return op === 'add' || Object.hasOwn(record, path.at(-1) ?? '') ? null : wrong('is no longer there');
}
