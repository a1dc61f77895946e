import type { Knex } from 'knex';
import type { Join, Joined, LinkLook, PasskeyAsked } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';
import type { Audit } from './audit.ts';
import type { CookieName } from './cookies.ts';
import type { GivenJobs } from './given.ts';
import type { InvitationRow, Invitations } from './invitations.ts';
import type { Passkeys } from './passkeys.ts';
import type { People, PersonRow } from './people.ts';
import { passwordHash } from './secrets.ts';
import type { Sessions } from './sessions.ts';
import type { Site } from './site.ts';

interface Means {
  readonly db: Knex;
  readonly invitations: Invitations;
  readonly people: People;
  readonly passkeys: Passkeys;
  readonly sessions: Sessions;
  readonly given: GivenJobs;
  readonly audit: Audit;
}

/** The browser that takes a link up. */
export interface Browser {
  readonly site: Site;
  readonly agent: string;
  /** The secret it holds as a phone already. */
  readonly phone: string | null;
}

type Taken = Joined & { readonly cookies: readonly (readonly [CookieName, string])[] };

const needed = (path: string, message: string) =>
  new ApiError('bad-request', 'Some fields need another look.', [{ path, message }]);

/** What a link opens, and letting in who takes it up: an owner, a person, somebody who forgot, or a phone. */
export class Joining {
  constructor(private readonly means: Means) {}

  async look(secret: string): Promise<LinkLook> {
    const { db, people, invitations } = this.means;
    const row = await invitations.find(secret);
    const company = row.company === null ? null : await people.company(row.company);
    const job = row.job === null ? undefined : await db('jobs').where({ id: row.job }).first('name');
    const person =
      row.person === null ? undefined : await db<PersonRow>('people').where({ id: row.person }).first();
    return {
      kind: row.kind,
      role: row.role,
      company: company?.name ?? '',
      job: (job?.name as string | undefined) ?? '',
      label: row.label,
      signIn: person?.sign_in ?? '',
    };
  }

  async askPasskey(site: Site, secret: string, name: string, signIn: string): Promise<PasskeyAsked> {
    const row = await this.means.invitations.find(secret);
    return this.means.passkeys.askNew(site, row.id, name, signIn);
  }

  async take(asked: Join, browser: Browser): Promise<Taken> {
    const row = await this.means.invitations.find(asked.secret);
    if (row.kind === 'phone') return this.letPhoneIn(row, browser);
    const passkey = asked.passkey
      ? await this.means.passkeys.checkNew(browser.site, row.id, asked.passkey)
      : null;
    if (passkey === null && asked.password === undefined) throw needed('password', 'is needed, or a passkey');
    const password = asked.password === undefined ? null : await passwordHash(asked.password);
    const person = await this.means.db.transaction(async (tx) => {
      await this.means.invitations.use(row, tx);
      const one =
        row.kind === 'recovery'
          ? await this.helpBackIn(row, password, tx)
          : await this.letPersonIn(row, asked, password, tx);
      if (passkey) await this.means.passkeys.keep(one.id, passkey, tx);
      return one;
    });
    const session = await this.means.sessions.begin(person.id, browser.agent);
    return { kind: row.kind, job: row.job, cookies: [['session', session]] };
  }

  private async letPersonIn(
    row: InvitationRow,
    asked: Join,
    password: string | null,
    tx: Knex,
  ): Promise<PersonRow> {
    const { people, given, audit } = this.means;
    const { name, signIn } = asked;
    if (name === undefined) throw needed('name', 'is needed: what others call you');
    if (signIn === undefined) throw needed('signIn', 'is needed: what you sign in with');
    const company = row.company ?? (await people.newCompany(asked.company ?? `${name}’s company`, tx)).id;
    const person = await people.add({ company, name, role: row.role, signIn, password }, tx);
    if (row.job !== null) await given.give(row.job, { person: person.id }, row.role, name, tx);
    await audit.add(
      { company, who: person.id, name, what: 'joined', about: row.role, job: row.job ?? undefined },
      tx,
    );
    return person;
  }

  /** A new password or passkey; whoever was signed in as this person before is not any more. */
  private async helpBackIn(row: InvitationRow, password: string | null, tx: Knex): Promise<PersonRow> {
    const { people, sessions, audit } = this.means;
    const person = await people.get(row.person ?? '', row.company ?? '', tx);
    if (password !== null) await people.setPassword(person.id, password, tx);
    await sessions.endAll(person.id, '', tx);
    await audit.add(
      { company: person.company, who: person.id, name: person.name, what: 'changed a sign-in' },
      tx,
    );
    return person;
  }

  /** A phone that is known keeps its secret, and gets one job more. */
  private async letPhoneIn(row: InvitationRow, { agent, phone }: Browser): Promise<Taken> {
    const { db, invitations, given, audit } = this.means;
    const job = row.job ?? '';
    const away = await db('jobs').where({ id: job }).first('put_away_at');
    if (!away || away.put_away_at !== null)
      throw new ApiError('link-over', 'The job this link is for was put away. Ask for a new one.');
    const known = phone === null ? null : await given.phone(phone);
    return db.transaction(async (tx) => {
      await invitations.use(row, tx);
      const made = known ? null : await given.newPhone(agent, tx);
      const id = known?.id ?? made?.phone.id ?? '';
      await given.give(job, { device: id }, row.role, row.label, tx);
      const act = { company: row.company ?? '', who: id, name: row.label, about: agent.slice(0, 120), job };
      await audit.add({ ...act, what: 'let a phone in' }, tx);
      return { kind: 'phone', job, cookies: made ? [['phone', made.secret] as const] : [] };
    });
  }
}
