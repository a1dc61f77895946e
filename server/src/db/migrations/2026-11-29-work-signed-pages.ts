import type { Knex } from 'knex';

/** A page as it was signed, whatever a later Field Chalk would make of the same job; none of those signed before. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('agreements', (t) => {
    t.text('page');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('agreements', (t) => {
    t.dropColumn('page');
  });
}
