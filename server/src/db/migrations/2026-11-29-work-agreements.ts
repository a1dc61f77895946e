import type { Knex } from 'knex';

/** What was agreed with customers: proposals and change orders as they were signed, each with the job as it stood. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('agreements', (t) => {
    t.increments('sequence');
    t.string('job', 64).notNullable().references('jobs.id').onDelete('CASCADE');
    t.integer('number').notNullable();
    t.string('day', 10).notNullable();
    t.string('signer', 120).notNullable();
    t.text('reason').notNullable();
    t.text('taken').notNullable();
    t.integer('cents').notNullable();
    t.integer('revision').notNullable();
    t.text('plan').notNullable();
    t.string('by', 64);
    t.bigInteger('at').notNullable();
    t.unique(['job', 'number']);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('agreements');
}
