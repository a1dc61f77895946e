import { expect, test } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import type { CompanyEvidence } from '@fieldchalk/contracts';
import { changeOf, TestServer } from '../testing/server.ts';

const server = new TestServer();
const evidence = async () => (await server.api.get('/api/evidence').expect(200)).body as CompanyEvidence;

test('what jobs took is gathered from all that tell something, stored or changed since; of others nothing is seen', async () => {
  await server.newJob(study());
  const hours = {
    kind: 'hours',
    stage: 'boxes',
    hours: 5,
    expected: 4,
    basis: 5,
    on: '',
    by: '',
    note: '',
  } as const;
  const stored = await server.newJob({ ...study(), actuals: { e1: hours } });
  const changed = await server.newJob(study());
  const [run] = Object.keys(study().runs);
  const cable = { kind: 'length', run: run!, item: 'cable-14/2', expected: 20, from: 90, to: 68 } as const;
  await server.send(changed.id, changeOf(await server.planOf(changed.id), ['addActual', cable])).expect(200);
  const own = await evidence();
  expect(own).toHaveLength(2);
  expect(own).toEqual(
    expect.arrayContaining([
      { job: stored.id, kind: 'hours', of: 'boxes', expected: 4, actual: 5, basis: 5 },
      { job: changed.id, kind: 'length', of: 'cable-14/2', expected: 20, actual: 22, basis: null },
    ]),
  );
  const other = await server.person('owner', await server.newCompany('Other'));
  expect((await other.asks.get('/api/evidence')).body).toEqual([]);
  await (await server.person('crew')).asks.get('/api/evidence').expect(403);
});
