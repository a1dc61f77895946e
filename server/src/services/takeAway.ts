import { setImmediate as othersFirst } from 'node:timers/promises';
import type { Knex } from 'knex';

/** So many rows are taken away at once. */
const atOnce = 500;

/** Takes rows away in the order of a key that tells them apart, some at a time: others are answered between. Cut off, the rest stays. */
export async function takeAway(
  db: Knex,
  table: string,
  where: Readonly<Record<string, string>>,
  key: string,
): Promise<void> {
  for (let after: Knex.Value | undefined; ;) {
    await othersFirst();
    const rest = db(table).where(where);
    if (after !== undefined) void rest.andWhere(key, '>', after);
    const last = (await rest
      .clone()
      .orderBy(key)
      .offset(atOnce - 1)
      .first(key)) as Record<string, Knex.Value> | undefined;
    // A range is found by the index, whatever a database makes of a list.
    await (last ? rest.andWhere(key, '<=', last[key] as Knex.Value) : rest).delete();
    if (!last) return;
    after = last[key];
  }
}
