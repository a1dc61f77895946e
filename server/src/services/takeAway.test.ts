import { expect, test } from 'vitest';
import { TestServer } from '../testing/server.ts';
import { takeAway } from './takeAway.ts';

const server = new TestServer();

test.each([0, 1, 499, 500, 501, 1203])('%s rows go, and no other’s', async (count) => {
  const [mine, theirs] = [await server.newJob(), await server.newJob()];
  const mark = (job: string, n: number) => ({
    ...{ job, id: `m${n}`, kind: 'box', about: 'b1', done: true, by: 'Crew' },
    ...{ device: 'phone', number: n, made_at: n, at: n },
  });
  const rows = Array.from({ length: count }, (_, n) => [mark(mine.id, n), mark(theirs.id, n)]).flat();
  await server.db.batchInsert('marks', rows, 500);
  await takeAway(server.db, 'marks', { job: mine.id }, 'sequence');
  expect(await server.db('marks').where({ job: mine.id })).toEqual([]);
  expect(await server.db('marks').where({ job: theirs.id })).toHaveLength(count);
});
