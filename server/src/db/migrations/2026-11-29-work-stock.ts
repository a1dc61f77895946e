import type { Knex } from 'knex';

/** What a company has on its vans and in its shop, that no job has taken. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('stock_books', (t) => {
    t.string('id').primary();
    t.text('stock').notNullable();
    t.bigInteger('changed_at').notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('stock_books');
}
