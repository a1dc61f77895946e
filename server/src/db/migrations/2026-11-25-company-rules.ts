import type { Knex } from 'knex';

/** The company’s house rules. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('rule_books', (t) => {
    t.string('id').primary();
    t.text('rules').notNullable();
    t.bigInteger('changed_at').notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('rule_books');
}
