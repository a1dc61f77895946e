import type { Knex } from 'knex';
import request from 'supertest';
import { afterEach, beforeEach } from 'vitest';
import { type EditArgs, type EditName, makeEdit, type Plan } from '@fieldchalk/core';
import type { ChangeRequest, Job, MadeLink, Role } from '@fieldchalk/contracts';
import { type App, buildApp } from '../app.ts';
import { type Config, readConfig } from '../config.ts';
import { openDatabase } from '../db/connect.ts';
import { TestSchema, testPostgres } from './database.ts';

/** Someone who asks, with a cookie or without; cookies that are answered are not kept. */
export type Asker = Record<'get' | 'post' | 'delete' | 'put', (path: string) => request.Test>;

/** A server on an empty database of its own for each test, with a company and its owner; its clock stands at 1000 until it is moved on. */
export class TestServer {
  db!: Knex;
  app!: App;
  now = 1000;
  /** The company’s owner, who asks unless somebody else is said to. */
  api!: Asker;
  company = '';
  /** The address of its database, where that is PostgreSQL. */
  url = '';
  private people = 0;

  constructor(private readonly set: Partial<Config> = {}) {
    const schema = testPostgres === undefined ? null : new TestSchema(testPostgres);
    beforeEach(async () => {
      this.now = 1000;
      this.url = schema?.url ?? '';
      this.db = schema ? await schema.openEmpty() : await openDatabase(':memory:');
      this.app = this.another();
      this.company = await this.newCompany('Own company');
      this.api = (await this.person('owner')).asks;
    });
    afterEach(() => this.db.destroy());
  }

  /** Another server on the same database. */
  another(): App {
    const config = {
      ...readConfig({}),
      webFolder: 'nowhere',
      dataFile: ':memory:',
      log: 'silent',
      ...this.set,
    } as const;
    return buildApp(this.db, config, () => this.now);
  }

  /** Somebody without a cookie. */
  get anyone(): Asker {
    return this.withCookie('');
  }

  async newCompany(name: string): Promise<string> {
    return (await this.app.services.people.newCompany(name)).id;
  }

  /** A person who is signed in. */
  async person(role: Role, company = this.company): Promise<{ id: string; secret: string; asks: Asker }> {
    const { people, sessions } = this.app.services;
    const signIn = `${role}-${this.people++}`;
    const { id } = await people.add({ company, name: `A ${role}`, role, signIn, password: null });
    const secret = await sessions.begin(id, 'test');
    return { id, secret, asks: this.withCookie(`fieldchalk=${secret}`) };
  }

  withCookie(cookie: string): Asker {
    const ask = (method: keyof Asker) => (path: string) => {
      const asked = request(this.app.express)[method](path);
      return cookie === '' ? asked : asked.set('Cookie', cookie);
    };
    return { get: ask('get'), post: ask('post'), delete: ask('delete'), put: ask('put') };
  }

  /** A phone that a link let into a job; asks with its cookie. */
  async phone(
    job: string,
    role: 'crew' | 'guest' = 'crew',
    label = 'Crew',
  ): Promise<{ asks: Asker; cookie: string }> {
    const link = await this.api.post(`/api/jobs/${job}/phones`).send({ role, label });
    const joined = await this.anyone.post('/api/join').send({ secret: (link.body as MadeLink).secret });
    const cookie = String(joined.headers['set-cookie']).split(';')[0] ?? '';
    return { asks: this.withCookie(cookie), cookie };
  }

  async newJob(plan?: Plan, name = 'Test job'): Promise<Job> {
    const answer = await this.api.post('/api/jobs').send({ name, ...(plan ? { plan } : {}) });
    return answer.body as Job;
  }

  send(job: string, change: Partial<ChangeRequest>) {
    return this.api.post(`/api/jobs/${job}/changes`).send(change);
  }

  async planOf(job: string): Promise<Plan> {
    return ((await this.api.get(`/api/jobs/${job}`)).body as Job).plan;
  }
}

/** A named edit as a window sends it. */
export function changeOf<N extends EditName>(
  plan: Plan,
  [name, args]: readonly [N, EditArgs<N>],
  sent: Partial<ChangeRequest> = {},
): ChangeRequest {
  const done = makeEdit(plan, name, args);
  if (!done.ok) throw new Error(`${name}: ${JSON.stringify(done.problems)}`);
  return { id: 'x1', base: 0, client: 'test', ...done.change, ...sent } as ChangeRequest;
}
