import type { Knex } from 'knex';

/** What suppliers ask for their things, beside a company’s own prices. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('price_books', (t) => {
    t.text('suppliers').notNullable().defaultTo('{}');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('price_books', (t) => {
    t.dropColumn('suppliers');
  });
}
