import type { Knex } from 'knex';

/**
 * What is said of a job besides its name, so that the list of jobs needs to read no plan: kind, address, customer and dates. And when a job was archived: it is
 * kept, out of the way of those under way.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('jobs', (t) => {
    t.text('details').nullable();
    t.bigInteger('archived_at').nullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('jobs', (t) => t.dropColumns('details', 'archived_at'));
}
