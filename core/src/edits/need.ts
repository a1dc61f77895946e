import { must, nth } from '../lookups/index.ts';
import { EditRefused } from '../plan/gate.ts';
import type { Plan } from '../plan/index.ts';

/** The entry an edit is about; refuses when it has gone since. `field` is what the person will see named. */
export function need<T>(record: Record<string, T>, id: string, field: string): T {
  const entry = record[id];
  if (entry === undefined) throw new EditRefused(field, 'is not in the plan any more');
  return entry;
}

/** Parses a new entry; the first thing wrong with it is refused by its field. */
export function parsed<T>(
  schema: {
    safeParse(value: unknown): {
      success: boolean;
      data?: T;
      error?: { issues: readonly { path: readonly PropertyKey[]; message: string }[] };
    };
  },
  value: unknown,
  what: string,
): T {
  const read = schema.safeParse(value);
  if (read.success) return must(read.data, what);
  const issue = nth(must(read.error, 'the error').issues, 0);
  throw new EditRefused(String(issue.path[0] ?? what), issue.message);
}

/** The member that was measured at a place along a wall; null where none was. */
export const measuredAt = (draft: Plan, wall: string, at: number): string | null =>
  Object.entries(draft.members).find(([, m]) => m.wall === wall && Math.abs(m.at - at) < 0.05)?.[0] ?? null;
