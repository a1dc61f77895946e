import type { Knex } from 'knex';

/** News between server processes that are too long for a notice of PostgreSQL; kept for a minute. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('notices', (t) => {
    t.increments('id');
    t.text('news').notNullable();
    t.bigInteger('at').notNullable();
    t.index('at');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('notices');
}
