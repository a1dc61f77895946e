import { EditRefused } from '../gate.ts';

/** The entry an edit is about; refuses when it has gone since. `field` is what the person will see named. */
export function need<T>(record: Record<string, T>, id: string, field: string): T {
  const entry = record[id];
  if (entry === undefined) throw new EditRefused(field, `“${id}” is not in the plan any more`);
  return entry;
}
