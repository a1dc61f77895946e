import type { Knex } from 'knex';

const columns = ['job', 'kind', 'about', 'number'];

/** Which tick stands over the others about the same thing is found without reading them all. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('marks', (t) => t.index(columns));
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('marks', (t) => t.dropIndex(columns));
}
