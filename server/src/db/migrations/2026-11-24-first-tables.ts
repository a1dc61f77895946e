import type { Knex } from 'knex';

/** Jobs with their changes, share links, and what the crew ticks off. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('jobs', (t) => {
    t.string('id').primary();
    t.string('name').notNullable();
    t.integer('revision').notNullable();
    t.text('plan').notNullable();
    t.bigInteger('changed_at').notNullable();
  });
  await knex.schema.createTable('revisions', (t) => {
    t.string('job').notNullable().references('jobs.id').onDelete('CASCADE');
    t.integer('revision').notNullable();
    t.string('change').notNullable().unique();
    t.string('name').notNullable();
    t.string('client').notNullable();
    t.text('patches').notNullable();
    t.text('inverse').notNullable();
    t.bigInteger('at').notNullable();
    t.primary(['job', 'revision']);
  });
  await knex.schema.createTable('shares', (t) => {
    t.string('token').primary();
    t.string('job').notNullable().references('jobs.id').onDelete('CASCADE');
    t.string('label').notNullable();
    t.bigInteger('made_at').notNullable();
    t.bigInteger('revoked_at');
  });
  await knex.schema.createTable('marks', (t) => {
    t.increments('sequence');
    t.string('id').notNullable().unique();
    t.string('job').notNullable().references('jobs.id').onDelete('CASCADE');
    t.string('kind').notNullable();
    t.string('about').notNullable();
    t.boolean('done').notNullable();
    t.string('by').notNullable();
    t.bigInteger('at').notNullable();
    t.index(['job', 'sequence']);
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['marks', 'shares', 'revisions', 'jobs']) await knex.schema.dropTable(table);
}
