import type { Knex } from 'knex';

/**
 * Ids of changes and marks are their maker’s own: unique within a job and a window or phone. Marks carry who made them, in what order and when;
 * those that come after their link was withdrawn wait for the lead.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('revisions', (t) => {
    t.dropUnique(['change']);
    t.unique(['job', 'client', 'change']);
  });
  await knex.schema.alterTable('marks', (t) => {
    t.dropUnique(['id']);
    t.string('device').notNullable().defaultTo('');
    t.integer('number').notNullable().defaultTo(0);
    t.bigInteger('made_at').notNullable().defaultTo(0);
    t.unique(['job', 'device', 'id']);
  });
  // Those made before were numbered by nobody; they stand in the order they came.
  await knex('marks').update({ made_at: knex.ref('at'), number: knex.ref('sequence') });
  await knex.schema.createTable('late_marks', (t) => {
    t.increments('sequence');
    t.string('job').notNullable().references('jobs.id').onDelete('CASCADE');
    t.string('label').notNullable();
    t.string('id').notNullable();
    t.string('device').notNullable();
    t.integer('number').notNullable();
    t.bigInteger('made_at').notNullable();
    t.string('kind').notNullable();
    t.string('about').notNullable();
    t.boolean('done').notNullable();
    t.string('by').notNullable();
    t.bigInteger('at').notNullable();
    t.boolean('settled').notNullable().defaultTo(false);
    t.unique(['job', 'device', 'id']);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('late_marks');
  await knex.schema.alterTable('marks', (t) => {
    t.dropUnique(['job', 'device', 'id']);
    t.unique(['id']);
    t.dropColumns('device', 'number', 'made_at');
  });
  await knex.schema.alterTable('revisions', (t) => {
    t.dropUnique(['job', 'client', 'change']);
    t.unique(['change']);
  });
}
