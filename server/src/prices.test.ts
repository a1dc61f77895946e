import { expect, test } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import { TestServer } from './testing/server.ts';

const server = new TestServer();
const wire = { cents: 65, per: 'ft', on: '2026-11-20' } as const;
const set = (prices: object) => server.api.post('/api/prices/changes').send({ prices });

test('the company’s prices are kept with their day; new jobs start with them, old ones and plans read in keep their own', async () => {
  const before = await server.newJob();
  expect((await server.api.get('/api/prices')).body).toEqual({});
  expect((await set({ 'cable-14/2': wire, 'plate-1g': { cents: 70 } })).status).toBe(200);
  const book = { 'cable-14/2': wire, 'plate-1g': { cents: 70, per: 'each' } };
  expect((await server.api.get('/api/prices')).body).toEqual(book);
  expect((await server.newJob()).plan.prices).toEqual(book);
  expect((await server.newJob(study())).plan.prices).toEqual(study().prices);
  expect((await server.planOf(before.id)).prices).toEqual({});
  expect((await set({ 'plate-1g': null })).body).toEqual({ 'cable-14/2': wire });
});

test('a price that is none is refused by its item; another company has a book of its own', async () => {
  await set({ 'cable-14/2': wire });
  const bad = await set({ 'cable-12/2': { cents: -4 } });
  expect(bad.status).toBe(400);
  expect(JSON.stringify(bad.body.problems)).toContain('cable-12/2');
  const other = await server.person('owner', await server.newCompany('Other'));
  expect((await other.asks.get('/api/prices')).body).toEqual({});
  expect((await server.api.get('/api/company/export')).text).toContain('"prices":{"cable-14/2"');
});

test('suppliers are kept with what they ask, each whole; two of one name are refused, and a price that is none is named', async () => {
  const changes = (suppliers: object) => server.api.post('/api/suppliers/changes').send({ suppliers });
  expect((await server.api.get('/api/suppliers')).body).toEqual({});
  await set({ 'cable-14/2': wire });
  const quarry = { name: 'Quarry Electric', freight: 2500, freeFrom: 40_000, prices: { 'cable-14/2': wire } };
  expect((await changes({ q: quarry, n: { name: 'North' } })).body).toEqual({
    q: quarry,
    n: { name: 'North', freight: 0, freeFrom: null, prices: {} },
  });
  expect((await server.api.get('/api/prices')).body).toEqual({ 'cable-14/2': wire });
  const same = await changes({ x: { name: ' north' } });
  expect([same.status, same.body.detail]).toEqual([400, expect.stringContaining('north')]);
  const bad = await changes({ n: { name: 'North', prices: { 'plate-1g': { cents: 'cheap' } } } });
  expect([bad.status, JSON.stringify(bad.body.problems)]).toEqual([400, expect.stringContaining('plate-1g')]);
  expect(Object.keys((await changes({ n: null })).body as object)).toEqual(['q']);
  const many = Object.fromEntries(Array.from({ length: 10 }, (_, i) => [`m${i}`, { name: `M ${i}` }]));
  expect((await changes(many)).body.detail).toContain('at most 10');
  expect((await server.api.get('/api/company/export')).text).toContain('"suppliers":{"q"');
});
