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
