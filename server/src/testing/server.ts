import type { Knex } from 'knex';
import request from 'supertest';
import { afterEach, beforeEach } from 'vitest';
import { type EditArgs, type EditName, makeEdit, type Plan } from '@fieldchalk/core';
import type { ChangeRequest, Job } from '@fieldchalk/contracts';
import { type App, buildApp } from '../app.ts';
import { openDatabase } from '../db/connect.ts';

/** A server on an empty database of its own for each test; its clock stands at 1000. */
export class TestServer {
  db!: Knex;
  app!: App;

  constructor() {
    beforeEach(async () => {
      this.db = await openDatabase(':memory:');
      this.app = buildApp(this.db, { webFolder: 'nowhere', log: 'silent' }, () => 1000);
    });
    afterEach(() => this.db.destroy());
  }

  get api() {
    return request(this.app.express);
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
