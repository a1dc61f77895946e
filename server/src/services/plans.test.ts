import { beforeEach, describe, expect, test } from 'vitest';
import type { Plan } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import type { Job } from '@fieldchalk/contracts';
import { changeOf, TestServer } from '../testing/server.ts';
import { Plans } from './plans.ts';

const server = new TestServer();
let job: Job;
let plans: Plans;
let plan: Plan;
let sent = 0;
/** Moves a box by another server than the one whose plans are looked at. */
async function moved(times: number) {
  for (let i = 0; i < times; i++, sent++) {
    const change = changeOf(plan, ['moveBox', { box: 'b1', at: 40 + (sent % 20) }], {
      id: `x${sent}`,
      base: sent,
    });
    expect((await server.send(job.id, change)).status).toBe(200);
    plan = await server.planOf(job.id);
  }
}
/** Opens the job, and says whether its document was read for it. */
async function opened() {
  const asked: string[] = [];
  const hear = ({ sql }: { sql: string }) => void asked.push(sql);
  server.db.on('query', hear);
  try {
    const open = await plans.open(server.db, job.id);
    return { open, isRead: asked.some((sql) => /"plan"|`plan`/.test(sql)) };
  } finally {
    server.db.removeListener('query', hear);
  }
}

describe('a plan that another process has changed', () => {
  beforeEach(async () => {
    job = await server.newJob(study());
    [plans, plan, sent] = [new Plans(), job.plan, 0];
    await moved(2);
    expect((await opened()).isRead).toBe(true);
  });

  test('is led on by the changes, and what they leave alone stays the same', async () => {
    const before = (await opened()).open.plan;
    await moved(3);
    const { open, isRead } = await opened();
    expect([isRead, open.revision, open.lastChange]).toEqual([false, 5, 'x4']);
    expect(open.plan).toEqual(plan);
    expect(open.plan.walls).toBe(before.walls);
    expect((await opened()).open.plan).toBe(open.plan);
  });

  test('from the beginning as well, where nobody had changed it when it was read', async () => {
    job = await server.newJob(study());
    [plan, sent] = [job.plan, 0];
    await opened();
    await moved(1);
    expect(await opened()).toMatchObject({ isRead: false, open: { revision: 1, plan } });
  });

  test('is read anew where it went on by many', async () => {
    await moved(51);
    const { open, isRead } = await opened();
    expect([isRead, open.revision, open.plan]).toEqual([true, 53, plan]);
  });

  test('is read anew where its history is another: data that were put back and went on otherwise', async () => {
    await moved(2);
    await server.db('revisions').where({ job: job.id, revision: 2 }).update({ change: 'another' });
    expect(await opened()).toMatchObject({ isRead: true, open: { revision: 4, plan } });
    await moved(1);
    await server.db('revisions').where({ job: job.id, revision: 4 }).delete();
    expect((await opened()).isRead).toBe(true);
  });
});
