import type { Knex } from 'knex';

/** What things cost a company, which its new jobs start with. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('price_books', (t) => {
    t.string('id').primary();
    t.text('prices').notNullable();
    t.bigInteger('changed_at').notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('price_books');
}
