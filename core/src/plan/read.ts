import { integrityProblems } from './integrity.ts';
import { tooMany } from './limits.ts';
import { problemsFrom, type Problem } from './problems.ts';
import { planSchema, type Plan } from './plan.ts';
import { migrated } from './versions.ts';

export type PlanReading = { ok: true; plan: Plan } | { ok: false; problems: Problem[] };

/** Brings a value up to this version, and checks it against the format and its invariants. Every problem comes back with its path; nothing is half-read. */
export function readPlan(value: unknown): PlanReading {
  const raised = migrated(value);
  if (!raised.ok) return raised;
  const many = tooMany(raised.document);
  if (many.length > 0) return { ok: false, problems: many };
  const read = planSchema.safeParse(raised.document, { reportInput: true });
  if (!read.success) return { ok: false, problems: problemsFrom(read.error.issues) };
  const problems = integrityProblems(read.data);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, plan: read.data };
}

/** Reads the text of a plan file. */
export function readPlanText(text: string): PlanReading {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return { ok: false, problems: [{ path: '(file)', message: `is not JSON: ${(error as Error).message}` }] };
  }
  return readPlan(value);
}
