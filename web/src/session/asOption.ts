import { editWords, otherwiseOf, patched, type Problem, seenOtherwise, withoutSpent } from '@fieldchalk/core';
import type { JobSession } from './jobSession.ts';

/** Makes an option of the last steps of a job: they leave the plan, and are offered instead. One step to take back. */
export function asOption(job: JobSession, count: number, name: string): readonly Problem[] {
  const last = job.last(count);
  const backwards = [...last].reverse();
  let { plan } = job;
  for (const { name: done, change } of backwards) {
    if (seenOtherwise(plan, withoutSpent(change.patches)).length > 0)
      return [
        { path: 'instead', message: `cannot take “${editWords(done)}” back: the same thing changed since` },
      ];
    plan = patched(plan, withoutSpent(change.inverse));
  }
  const changes = otherwiseOf(last.flatMap(({ change }) => change.patches));
  const instead = otherwiseOf(backwards.flatMap(({ change }) => change.inverse));
  const wrong = job.edit('addOption', { name, changes, instead });
  if (wrong.length === 0) for (const { id } of last) job.forget(id);
  return wrong;
}
