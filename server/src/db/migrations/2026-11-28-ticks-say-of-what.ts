import type { Knex } from 'knex';

const tables = ['marks', 'late_marks'];

/** What a thing said when it was ticked, so that both sides hear where it says something else since. */
export async function up(knex: Knex): Promise<void> {
  for (const table of tables)
    await knex.schema.alterTable(table, (t) => t.string('stood', 300).notNullable().defaultTo(''));
}

export async function down(knex: Knex): Promise<void> {
  for (const table of tables) await knex.schema.alterTable(table, (t) => t.dropColumn('stood'));
}
