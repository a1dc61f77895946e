import type { Knex } from 'knex';
import type { Role } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';
import { held } from '../db/dialect.ts';
import { isPassword, newId } from './secrets.ts';

export interface PersonRow {
  id: string;
  company: string;
  name: string;
  sign_in: string;
  role: Role;
  password: string | null;
  made_at: number;
  ended_at: number | null;
}
export interface CompanyRow {
  id: string;
  name: string;
  made_at: number;
}

/** How a person is let in from now on. */
export type NewPerson = Pick<PersonRow, 'company' | 'name' | 'role'> & {
  readonly signIn: string;
  /** Its hash: making one takes a while, and no transaction waits for it. */
  readonly password: string | null;
};

const isTaken = (error: unknown) =>
  ['23505', 'SQLITE_CONSTRAINT_UNIQUE'].includes(String((error as { code?: unknown }).code));

const taken = (signIn: string) =>
  new ApiError('bad-request', 'Some fields need another look.', [
    { path: 'signIn', message: `“${signIn}” is taken; choose another` },
  ]);

/** Companies and the people in them. A person is never deleted but with the company: what they did keeps their name. */
export class People {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  async company(id: string, db: Knex = this.db): Promise<CompanyRow> {
    const row = await db<CompanyRow>('companies').where({ id }).first();
    if (!row) throw new ApiError('not-found', 'There is no such company.');
    return row;
  }

  async newCompany(name: string, db: Knex = this.db): Promise<CompanyRow> {
    const row = { id: newId(), name, made_at: this.now() };
    await db('companies').insert(row);
    return row;
  }

  async nameCompany(id: string, name: string): Promise<void> {
    await this.db('companies').where({ id }).update({ name });
  }

  /** Whether anybody owns anything on this server. */
  async isOwned(): Promise<boolean> {
    return (await this.db('people').where({ role: 'owner', ended_at: null }).first('id')) !== undefined;
  }

  /** A company nobody owns: one that was there before there were people. */
  async orphan(): Promise<CompanyRow | null> {
    const owned = this.db('people').where({ role: 'owner', ended_at: null }).select('company');
    return (await this.db<CompanyRow>('companies').whereNotIn('id', owned).first()) ?? null;
  }

  async add({ signIn, password, ...person }: NewPerson, db: Knex = this.db): Promise<PersonRow> {
    if (await db('people').where({ sign_in: signIn }).first('id')) throw taken(signIn);
    const row = {
      ...person,
      id: newId(),
      sign_in: signIn,
      password,
      made_at: this.now(),
      ended_at: null,
    };
    await db('people')
      .insert(row)
      .catch((error: unknown) => {
        // Another took it at the same moment.
        throw isTaken(error) ? taken(signIn) : error;
      });
    return row;
  }

  async get(id: string, company: string, db: Knex = this.db): Promise<PersonRow> {
    const row = await db<PersonRow>('people').where({ id, company, ended_at: null }).first();
    if (!row) throw new ApiError('not-found', 'There is no such person.');
    return row;
  }

  /** A person by id alone, as a passkey names them. */
  async known(id: string): Promise<PersonRow> {
    const row = await this.db<PersonRow>('people').where({ id, ended_at: null }).first();
    if (!row) throw new ApiError('not-found', 'There is no such person.');
    return row;
  }

  list(company: string): Promise<PersonRow[]> {
    return this.db<PersonRow>('people').where({ company, ended_at: null }).orderBy('made_at');
  }

  /** The person with this sign-in and password; null for any other, whichever of the two is wrong. */
  async check(signIn: string, password: string): Promise<PersonRow | null> {
    const row = await this.bySignIn(signIn);
    return (await isPassword(password, row?.password ?? null)) && row ? row : null;
  }

  async bySignIn(signIn: string): Promise<PersonRow | null> {
    return (await this.db<PersonRow>('people').where({ sign_in: signIn, ended_at: null }).first()) ?? null;
  }

  /** `password`: its hash. */
  async setPassword(id: string, password: string, db: Knex = this.db): Promise<void> {
    await db('people').where({ id }).update({ password });
  }

  async setOwn(
    id: string,
    { name, signIn }: { name?: string | undefined; signIn?: string | undefined },
  ): Promise<void> {
    if (
      signIn !== undefined &&
      (await this.db('people').where({ sign_in: signIn }).whereNot({ id }).first('id'))
    )
      throw taken(signIn);
    const values = {
      ...(name === undefined ? {} : { name }),
      ...(signIn === undefined ? {} : { sign_in: signIn }),
    };
    if (Object.keys(values).length > 0) await this.db('people').where({ id }).update(values);
  }

  /** A company always keeps one owner. */
  private async expectOther(company: string, id: string, db: Knex): Promise<void> {
    await held(db, 'companies', company);
    const other = await db('people')
      .where({ company, role: 'owner', ended_at: null })
      .whereNot({ id })
      .first('id');
    if (!other) throw new ApiError('bad-request', 'A company keeps an owner. Make someone else one first.');
  }

  async setRole(row: PersonRow, role: Role): Promise<void> {
    await this.db.transaction(async (tx) => {
      if (row.role === 'owner' && role !== 'owner') await this.expectOther(row.company, row.id, tx);
      await tx('people').where({ id: row.id }).update({ role });
    });
  }

  /** Ends a person’s access. Their sign-in is free again. */
  async end(row: PersonRow, db: Knex): Promise<void> {
    if (row.role === 'owner') await this.expectOther(row.company, row.id, db);
    const gone = { ended_at: this.now(), password: null, sign_in: `${row.sign_in} ended ${row.id}` };
    await db('people').where({ id: row.id }).update(gone);
    await db('passkeys').where({ person: row.id }).delete();
  }
}
