import { expect, test } from 'vitest';
import { TestServer } from '../testing/server.ts';
import { pagesOf } from './pages.ts';

const server = new TestServer();

async function pages(table: string, key: readonly string[], where: object = {}): Promise<unknown[][]> {
  const all = [];
  for await (const page of pagesOf(() => server.db(table).where(where), key)) all.push(page);
  return all;
}
const change = (job: string, revision: number, patches = '[]') => ({
  ...{ job, revision, change: `x${revision}`, name: 'n', client: 'w', patches, inverse: '[]', at: 1 },
});

test.each([0, 1, 9, 10, 11, 510, 1300])(
  '%s rows come once, in their order, and no page is empty',
  async (count) => {
    const jobs = [await server.newJob(), await server.newJob()].map(({ id }) => id).sort();
    const rows = jobs.flatMap((job) => Array.from({ length: count }, (_, n) => change(job, n + 1)));
    await server.db.batchInsert('revisions', rows.toReversed(), 500);
    const read = await pages('revisions', ['job', 'revision']);
    expect(read.filter((page) => page.length === 0 || page.length > 500)).toEqual([]);
    expect(read.flat()).toMatchObject(rows.map(({ job, revision }) => ({ job, revision })));
    const own = await pages('revisions', ['revision'], { job: jobs[0] });
    expect(own.flat()).toMatchObject(rows.slice(0, count).map(({ job, revision }) => ({ job, revision })));
  },
);

test('rows that are long come by few', async () => {
  const { id } = await server.newJob();
  await server.db.batchInsert(
    'revisions',
    Array.from({ length: 30 }, (_, n) => change(id, n, 'x'.repeat(90_000))),
    5,
  );
  expect((await pages('revisions', ['revision'])).map((page) => page.length)).toEqual([
    10,
    ...Array<number>(20).fill(1),
  ]);
});
