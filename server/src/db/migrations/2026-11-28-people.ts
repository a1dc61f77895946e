import { createHash, randomBytes } from 'node:crypto';
import type { Knex } from 'knex';

const isPostgres = (knex: Knex) => knex.client.config.client === 'pg';

/** The trail of who did what only grows: rows are neither changed nor taken away, but for those of a company that was removed whole. */
async function onlyGrows(knex: Knex): Promise<void> {
  if (isPostgres(knex)) {
    await knex.raw(`create function audit_only_grows() returns trigger as $$ begin
      if tg_op = 'DELETE' and not exists (select 1 from companies where id = old.company) then return old; end if;
      raise exception 'the audit trail only grows'; end $$ language plpgsql`);
    await knex.raw(
      'create trigger audit_kept before update or delete on audit for each row execute function audit_only_grows()',
    );
    return;
  }
  await knex.raw(
    `create trigger audit_not_changed before update on audit begin select raise(abort, 'the audit trail only grows'); end`,
  );
  await knex.raw(
    `create trigger audit_not_taken before delete on audit when exists (select 1 from companies where id = old.company)
     begin select raise(abort, 'the audit trail only grows'); end`,
  );
}

/** What was there before people belongs to one company; links for the crew become ones that let phones in, as often as they are opened. */
async function handOver(knex: Knex): Promise<void> {
  const rules = await knex('rule_books').where('id', 'company').first();
  const jobs = await knex('jobs').select('id');
  if (!rules && jobs.length === 0) return;
  const [company, now] = [randomBytes(9).toString('base64url'), Date.now()];
  await knex('companies').insert({ id: company, name: 'Our company', made_at: now });
  await knex('jobs').update({ company });
  await knex('rule_books').where('id', 'company').update({ id: company });
  for (const { token, job, label, made_at } of await knex('shares').whereNull('revoked_at'))
    await knex('invitations').insert({
      id: randomBytes(9).toString('base64url'),
      hash: createHash('sha256').update(token).digest('base64url'),
      kind: 'phone',
      company,
      job,
      role: 'crew',
      label,
      made_at,
      expires_at: now + 365 * 86_400_000,
      is_for_many: true,
    });
}

/** Companies, their people and phones, what they may open, and who did what. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('companies', (t) => {
    t.string('id').primary();
    t.string('name').notNullable();
    t.bigInteger('made_at').notNullable();
  });
  await knex.schema.createTable('people', (t) => {
    t.string('id').primary();
    t.string('company').notNullable().references('companies.id').onDelete('CASCADE');
    t.string('name').notNullable();
    t.string('sign_in').notNullable().unique();
    t.string('role').notNullable();
    t.text('password');
    t.bigInteger('made_at').notNullable();
    t.bigInteger('ended_at');
    t.index('company');
  });
  await knex.schema.createTable('passkeys', (t) => {
    t.string('id', 1400).primary();
    t.string('person').notNullable().references('people.id').onDelete('CASCADE');
    t.text('public_key').notNullable();
    t.bigInteger('counter').notNullable();
    t.string('transports').notNullable();
    t.string('label').notNullable();
    t.bigInteger('made_at').notNullable();
    t.bigInteger('used_at');
    t.index('person');
  });
  await knex.schema.createTable('challenges', (t) => {
    t.string('id').primary();
    t.string('challenge').notNullable();
    t.string('person').notNullable();
    t.bigInteger('expires_at').notNullable();
  });
  await knex.schema.createTable('sessions', (t) => {
    t.string('id').primary();
    t.string('hash').notNullable().unique();
    t.string('hash_before').unique();
    t.bigInteger('before_until');
    t.string('person').notNullable().references('people.id').onDelete('CASCADE');
    t.string('agent').notNullable();
    t.bigInteger('made_at').notNullable();
    t.bigInteger('turned_at').notNullable();
    t.bigInteger('seen_at').notNullable();
    t.index('person');
  });
  await knex.schema.createTable('devices', (t) => {
    t.string('id').primary();
    t.string('hash').notNullable().unique();
    t.string('agent').notNullable();
    t.bigInteger('made_at').notNullable();
    t.bigInteger('seen_at').notNullable();
  });
  await knex.schema.alterTable('jobs', (t) => {
    // No reference: SQLite would make the table anew when it is taken back, and what hangs on it would go.
    t.string('company');
    t.bigInteger('put_away_at');
    t.index('company');
  });
  await knex.schema.alterTable('revisions', (t) => t.string('made_by').notNullable().defaultTo(''));
  await knex.schema.createTable('invitations', (t) => {
    t.string('id').primary();
    t.string('hash').notNullable().unique();
    t.string('kind').notNullable();
    t.string('company').references('companies.id').onDelete('CASCADE');
    t.string('person').references('people.id').onDelete('CASCADE');
    t.string('job').references('jobs.id').onDelete('CASCADE');
    t.string('role').notNullable();
    t.string('label').notNullable();
    t.bigInteger('made_at').notNullable();
    t.bigInteger('expires_at').notNullable();
    t.boolean('is_for_many').notNullable().defaultTo(false);
    t.bigInteger('used_at');
    t.bigInteger('ended_at');
    t.index('company');
    t.index('job');
  });
  await knex.schema.createTable('given', (t) => {
    t.string('id').primary();
    t.string('job').notNullable().references('jobs.id').onDelete('CASCADE');
    t.string('person').references('people.id').onDelete('CASCADE');
    t.string('device').references('devices.id').onDelete('CASCADE');
    t.string('role').notNullable();
    t.string('label').notNullable();
    t.bigInteger('made_at').notNullable();
    t.bigInteger('ended_at');
    t.index('job');
    t.index('device');
    t.index('person');
  });
  await knex.schema.createTable('audit', (t) => {
    t.increments('sequence');
    t.string('company').notNullable();
    t.bigInteger('at').notNullable();
    t.string('who').notNullable();
    t.string('name').notNullable();
    t.string('what').notNullable();
    t.string('job');
    t.text('about').notNullable();
    t.index(['company', 'sequence']);
  });
  await onlyGrows(knex);
  await handOver(knex);
  await knex.schema.dropTable('shares');
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.createTable('shares', (t) => {
    t.string('token').primary();
    t.string('job').notNullable().references('jobs.id').onDelete('CASCADE');
    t.string('label').notNullable();
    t.bigInteger('made_at').notNullable();
    t.bigInteger('revoked_at');
  });
  await knex.schema.dropTable('audit');
  if (isPostgres(knex)) await knex.raw('drop function audit_only_grows');
  for (const table of ['given', 'invitations']) await knex.schema.dropTable(table);
  await knex.schema.alterTable('jobs', (t) => t.dropIndex(['company']));
  for (const [table, column] of [
    ['revisions', 'made_by'],
    ['jobs', 'company'],
    ['jobs', 'put_away_at'],
  ])
    await knex.raw(`alter table ${table} drop column ${column}`);
  await knex('rule_books').update({ id: 'company' });
  for (const table of ['devices', 'sessions', 'challenges', 'passkeys', 'people', 'companies'])
    await knex.schema.dropTable(table);
}
