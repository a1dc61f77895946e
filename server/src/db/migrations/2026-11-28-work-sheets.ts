import type { Knex } from 'knex';

/** Sets of sheets as they were issued: what was in them, and the job as it stood. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('issues', (t) => {
    t.increments('sequence');
    t.string('job', 64).notNullable().references('jobs.id').onDelete('CASCADE');
    t.string('set_id', 64).notNullable();
    t.integer('number').notNullable();
    t.string('name', 200).notNullable();
    t.string('day', 10).notNullable();
    t.integer('revision').notNullable();
    t.text('asked').notNullable();
    t.text('plan').notNullable();
    t.string('by', 64);
    t.bigInteger('at').notNullable();
    t.unique(['job', 'set_id', 'number']);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('issues');
}
