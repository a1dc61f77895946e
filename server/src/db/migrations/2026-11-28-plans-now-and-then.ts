import type { Knex } from 'knex';

/** A job's plan is written now and then; `plan_at` is the revision it stands at, and the changes after it lead on. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('jobs', (t) => t.integer('plan_at').notNullable().defaultTo(0));
  await knex('jobs').update({ plan_at: knex.ref('revision') });
}

export async function down(knex: Knex): Promise<void> {
  const behind = await knex('jobs').whereRaw('plan_at < revision').count({ n: '*' });
  if (Number(behind[0]?.['n']) > 0) throw new Error('some plans are written to a revision before the last');
  await knex.raw('alter table jobs drop column plan_at');
}
