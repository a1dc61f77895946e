import { describe, expect, test } from 'vitest';
import type { AuditEntry, Colleague, MadeLink, Own, SessionState } from '@fieldchalk/contracts';
import { study } from '@fieldchalk/core/demo';
import { type Asker, TestServer } from '../testing/server.ts';
import { isPassword, passwordHash } from './secrets.ts';
import { sessionLimits } from './sessions.ts';

const server = new TestServer();
const password = 'chalk lines on every stud';
const day = 86_400_000;

const cookieOf = (answer: { headers: Record<string, unknown> }): string =>
  String(answer.headers['set-cookie']).split(';')[0] ?? '';

async function link(kind: 'invitations', body: object): Promise<string> {
  return ((await server.api.post(`/api/${kind}`).send(body)).body as MadeLink).secret;
}
const joined = (secret: string, more: object = {}) =>
  server.anyone.post('/api/join').send({ secret, name: 'Alder', signIn: 'alder', password, ...more });
const mayAsk = async (asks: Asker) => (await asks.get('/api/own')).status === 200;
const trail = async () =>
  ((await server.api.get('/api/audit')).body as AuditEntry[]).map((e) => `${e.name} ${e.what}`);

describe('an invitation', () => {
  test('lets one person in, with the role it says, and is used then', async () => {
    const secret = await link('invitations', { role: 'lead', label: 'Alder' });
    const look = await server.anyone.post('/api/join/look').send({ secret });
    expect(look.body).toMatchObject({ kind: 'person', role: 'lead', company: 'Own company' });
    const first = await joined(secret);
    expect(first.body).toEqual({ kind: 'person', job: null });
    const own = (await server.withCookie(cookieOf(first)).get('/api/own')).body as Own;
    expect(own).toMatchObject({ person: { name: 'Alder', role: 'lead' }, hasPassword: true });
    const again = await joined(secret, { signIn: 'other' });
    expect([again.status, again.body.code]).toEqual([410, 'link-over']);
    expect(await trail()).toEqual(expect.arrayContaining(['A owner invited', 'Alder joined']));
  });

  test('of two who open it at one moment lets in one', async () => {
    const secret = await link('invitations', { role: 'lead' });
    const answers = await Promise.all([joined(secret), joined(secret, { signIn: 'birch' })]);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 410]);
    expect(((await server.api.get('/api/people')).body as Colleague[]).length).toBe(2);
  });

  test('is over when withdrawn or too old; the secret is stored nowhere', async () => {
    const made = (await server.api.post('/api/invitations').send({ role: 'crew' })).body as MadeLink;
    const stored = JSON.stringify(await server.db('invitations'));
    expect(stored).not.toContain(made.secret);
    server.now += 8 * day;
    expect((await joined(made.secret)).body.detail).toContain('too old');
    const other = (await server.api.post('/api/invitations').send({ role: 'crew' })).body as MadeLink;
    expect(Object.keys(((await server.api.get('/api/invitations')).body as object[])[0] ?? {})).not.toContain(
      'secret',
    );
    await server.api.delete(`/api/invitations/${other.id}`);
    expect((await joined(other.secret)).body.detail).toContain('withdrawn');
  });

  test('says what is missing, field by field, and is not used by that', async () => {
    const secret = await link('invitations', { role: 'lead' });
    const wrong = [
      [{ password: 'short' }, 'password'],
      [{ password: undefined }, 'password'],
      [{ name: '  ' }, 'name'],
      [{ signIn: 'two words' }, 'signIn'],
    ] as const;
    for (const [more, path] of wrong)
      expect((await joined(secret, more)).body.problems).toEqual([expect.objectContaining({ path })]);
    expect((await joined(secret)).status).toBe(200);
    const second = await link('invitations', { role: 'lead' });
    const taken = await joined(second);
    expect(taken.body.problems).toEqual([{ path: 'signIn', message: '“alder” is taken; choose another' }]);
    expect((await joined(second, { signIn: 'birch' })).status).toBe(200);
  });
});

test('the first owner comes by a link that makes the company, or takes over the one that was there', async () => {
  const { invitations, people } = server.app.services;
  const make = async (company: string | null) =>
    (await invitations.make({ kind: 'owner', company, role: 'owner', label: '', days: 1 })).secret;
  const answer = await joined(await make(null), { company: 'New one' });
  const session = (await server.withCookie(cookieOf(answer)).get('/api/session')).body as SessionState;
  expect(session).toMatchObject({ person: { role: 'owner', company: 'New one' }, isNew: false });
  const there = await server.newCompany('There before');
  expect(await people.orphan()).toMatchObject({ id: there });
  const took = await joined(await make(there), { signIn: 'birch' });
  const other = (await server.withCookie(cookieOf(took)).get('/api/session')).body as SessionState;
  expect(other.person?.company).toBe('There before');
  expect(await people.orphan()).toBe(null);
});

describe('signing in', () => {
  const signIn = (more: object = {}) =>
    server.anyone.post('/api/session').send({ signIn: 'alder', password, ...more });

  test('with the right password; a wrong one and an unknown name are told alike', async () => {
    await joined(await link('invitations', { role: 'lead' }));
    const right = await signIn({ signIn: ' ALDER ' });
    expect(right.body).toMatchObject({ person: { name: 'Alder' } });
    expect(String(right.headers['set-cookie'])).toMatch(
      /^fieldchalk=[\w-]{32}; .*HttpOnly; SameSite=Strict$/,
    );
    expect(await mayAsk(server.withCookie(cookieOf(right)))).toBe(true);
    const [wrong, unknown] = [
      await signIn({ password: 'not this one at all' }),
      await signIn({ signIn: 'nobody' }),
    ];
    expect([wrong.status, wrong.body]).toEqual([unknown.status, unknown.body]);
    expect([wrong.status, wrong.headers['set-cookie']]).toEqual([401, undefined]);
    expect(await trail()).toContain('Alder failed to sign in');
    const stored = JSON.stringify([await server.db('people'), await server.db('sessions')]);
    expect(stored).not.toContain(password);
    expect(stored).not.toContain(cookieOf(right).split('=')[1]);
  });

  test('guesses are few', async () => {
    const statuses = new Set<number>();
    for (let i = 0; i < 25; i++) statuses.add((await signIn({ password: 'x' })).status);
    expect([...statuses]).toEqual([401, 429]);
  });

  test('behind HTTPS the cookie goes to this host alone and never in the clear', async () => {
    await joined(await link('invitations', { role: 'lead' }));
    const answer = await signIn().set('x-forwarded-proto', 'https');
    expect(String(answer.headers['set-cookie'])).toMatch(/^__Host-fieldchalk=.*Secure/);
  });

  test('passkeys need a name in the address, and are refused in words for what is none', async () => {
    const asks = (host: string) => server.anyone.post('/api/session/passkey-options').set('host', host);
    expect((await asks('127.0.0.1')).body.detail).toContain('Passkeys need HTTPS');
    const { challenge } = (await asks('localhost')).body as { challenge: string };
    const credential = { id: 'a', rawId: 'a', type: 'public-key', response: {}, clientExtensionResults: {} };
    const answer = await server.anyone.post('/api/session/passkey').send({ challenge, credential });
    expect(answer.body.detail).toContain('This passkey was not taken');
    expect(await server.db('challenges')).toEqual([]);
  });
});

describe('a session', () => {
  test('ends when it is idle too long, and at last in any case', async () => {
    const { secret } = await server.person('lead');
    const asks = () => server.withCookie(`fieldchalk=${secret}`);
    server.now += sessionLimits.idle - day;
    const turned = await asks().get('/api/own');
    expect(turned.status).toBe(200);
    server.now += sessionLimits.idle + 1;
    expect(await mayAsk(server.withCookie(cookieOf(turned)))).toBe(false);
    const long = await server.person('lead');
    let cookie = `fieldchalk=${long.secret}`;
    for (let spent = 0; spent < sessionLimits.whole - 10 * day; spent += 10 * day) {
      server.now += 10 * day;
      const answer = await server.withCookie(cookie).get('/api/own');
      expect(answer.status).toBe(200);
      cookie = cookieOf(answer);
    }
    server.now += 10 * day + 1;
    expect(await mayAsk(server.withCookie(cookie))).toBe(false);
  });

  test('gets a new secret each day; the one before serves until the new one has come back, and a little after', async () => {
    const { secret } = await server.person('lead');
    const before = server.withCookie(`fieldchalk=${secret}`);
    server.now += sessionLimits.turn + 1;
    const lost = await before.get('/api/own');
    expect(cookieOf(lost)).toMatch(/^fieldchalk=/);
    // The answer was lost on the way: nobody is signed out for it.
    server.now += day / 2;
    expect(await mayAsk(before)).toBe(true);
    const after = server.withCookie(cookieOf(lost));
    expect(await mayAsk(after)).toBe(true);
    expect(await mayAsk(before)).toBe(true);
    server.now += sessionLimits.grace + 1;
    expect([await mayAsk(before), await mayAsk(after)]).toEqual([false, true]);
  });

  test('is signed out, or cut off from another device, at once', async () => {
    const { id, asks, secret } = await server.person('lead');
    const other = await server.app.services.sessions.begin(id, 'Phone');
    const { sessions } = (await asks.get('/api/own')).body as Own;
    expect(sessions.map((s) => [s.agent, s.isThis]).sort()).toEqual([
      ['Phone', false],
      ['test', true],
    ]);
    const phone = sessions.find((s) => !s.isThis)!;
    expect((await asks.delete(`/api/own/sessions/${phone.id}`)).status).toBe(204);
    expect(await mayAsk(server.withCookie(`fieldchalk=${other}`))).toBe(false);
    expect((await asks.delete('/api/session')).status).toBe(204);
    expect(await mayAsk(server.withCookie(`fieldchalk=${secret}`))).toBe(false);
  });
});

describe('a company’s people', () => {
  test('get another role, are helped back in, and lose access, each at once', async () => {
    await joined(await link('invitations', { role: 'lead' }));
    const { id, asks } = await server.person('lead');
    const job = await server.newJob(study());
    expect((await asks.get(`/api/jobs/${job.id}`)).status).toBe(200);
    await server.api.post(`/api/people/${id}`).send({ role: 'crew' });
    expect((await asks.get(`/api/jobs/${job.id}`)).status).toBe(404);

    const people = (await server.api.get('/api/people')).body as Colleague[];
    const alder = people.find((p) => p.name === 'Alder')!;
    const recovery = (await server.api.post(`/api/people/${alder.id}/recovery`)).body as MadeLink;
    const look = await server.anyone.post('/api/join/look').send({ secret: recovery.secret });
    expect(look.body).toMatchObject({ kind: 'recovery', signIn: 'alder' });
    const back = await server.anyone
      .post('/api/join')
      .send({ secret: recovery.secret, password: 'another long sentence' });
    expect(await mayAsk(server.withCookie(cookieOf(back)))).toBe(true);
    expect(await server.app.services.people.check('alder', password)).toBe(null);
    expect(await server.db('sessions').where({ person: alder.id })).toHaveLength(1);

    expect((await server.api.delete(`/api/people/${alder.id}`)).status).toBe(204);
    expect(await mayAsk(server.withCookie(cookieOf(back)))).toBe(false);
    expect(await server.app.services.people.check('alder', 'another long sentence')).toBe(null);
    // The sign-in is free for somebody new.
    expect((await joined(await link('invitations', { role: 'lead' }))).status).toBe(200);
  });

  test('always keep an owner', async () => {
    const [{ id } = { id: '' }] = (await server.api.get('/api/people')).body as Colleague[];
    expect((await server.api.post(`/api/people/${id}`).send({ role: 'lead' })).body.detail).toContain(
      'keeps an owner',
    );
    expect((await server.api.delete(`/api/people/${id}`)).body.detail).toContain('keeps an owner');
    await server.person('owner');
    expect((await server.api.post(`/api/people/${id}`).send({ role: 'lead' })).status).toBe(204);
  });

  test('change what they sign in with; other devices are signed out, and something to sign in with stays', async () => {
    const answer = await joined(await link('invitations', { role: 'lead' }));
    const asks = server.withCookie(cookieOf(answer));
    const { id } = ((await asks.get('/api/own')).body as Own).person;
    const other = server.withCookie(`fieldchalk=${await server.app.services.sessions.begin(id, 'Van')}`);
    const next = { old: password, password: 'a sentence that is newer' };
    expect((await asks.post('/api/own/password').send({ ...next, old: 'no' })).body.problems[0].path).toBe(
      'old',
    );
    expect((await asks.post('/api/own/password').send(next)).status).toBe(204);
    expect([await mayAsk(asks), await mayAsk(other)]).toEqual([true, false]);
    expect(
      (await asks.post('/api/own').send({ name: 'A. Alder', signIn: 'a.alder' })).body.person,
    ).toMatchObject({
      name: 'A. Alder',
      signIn: 'a.alder',
    });
  });
});

test('the trail only grows: the database itself takes nothing of it back', async () => {
  await server.newJob();
  expect(await trail()).toEqual(['A owner made a job']);
  await expect(server.db('audit').update({ name: 'nobody' })).rejects.toThrow(/only grows/);
  await expect(server.db('audit').delete()).rejects.toThrow(/only grows/);
  expect(await trail()).toHaveLength(1);
});

test('a password is known again by its hash, and by nothing near it', async () => {
  const hash = await passwordHash(password);
  expect(hash).toMatch(/^scrypt\$32768\$8\$1\$/);
  expect(await isPassword(password, hash)).toBe(true);
  expect(await isPassword(`${password} `, hash)).toBe(false);
  expect(await isPassword(password, null)).toBe(false);
  expect(await passwordHash(password)).not.toBe(hash);
});
