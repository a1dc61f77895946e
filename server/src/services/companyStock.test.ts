import { describe, expect, test } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import type { CompanyStock } from '@fieldchalk/contracts';
import { TestServer } from '../testing/server.ts';

const server = new TestServer();
const count = (stock: object) => server.api.post('/api/stock/changes').send({ stock });
const stock = async () => (await server.api.get('/api/stock').expect(200)).body as CompanyStock;
const take = (job: string, asked: object) => server.api.post(`/api/jobs/${job}/stock/taken`).send(asked);
const back = (job: string, id: string) => server.api.post(`/api/jobs/${job}/stock/back`).send({ stock: id });
const coil = { item: 'cable-14/2', feet: 180, where: 'van' };
const plates = { item: 'plate-1g', count: 40, where: 'shop' };

describe('what a company has on hand', () => {
  test('is counted, taken by a job in part or whole, and given back: nothing is in two places', async () => {
    await count({ a: coil, b: plates }).expect(200);
    const { id } = await server.newJob(study());
    await take(id, { stock: 'b', count: 12 }).expect(200);
    await take(id, { stock: 'a' }).expect(200);
    expect(await stock()).toEqual({ b: { ...plates, count: 28 } });
    const own = (await server.planOf(id)).stock;
    expect(Object.values(own)).toEqual([{ ...plates, count: 12 }, coil]);
    const [first] = Object.keys(own);
    await back(id, first!).expect(200);
    expect(await stock()).toEqual({ b: plates });
    expect(Object.values((await server.planOf(id)).stock)).toEqual([coil]);
    await back(id, first!).expect(404);
    expect(await stock()).toEqual({ b: plates });
  });

  test('a job that has used some gives back what is left of it', async () => {
    const plan = { ...study(), stock: { s1: { item: 'cable-12/2', feet: 62.5, where: 'van' as const } } };
    const { id } = await server.newJob(plan);
    await back(id, 's1').expect(200);
    expect(Object.values(await stock())).toEqual([{ item: 'cable-12/2', feet: 62.5, where: 'van' }]);
  });

  test('of two jobs that take the same coil one has it, and the other is told', async () => {
    await count({ a: coil }).expect(200);
    const [one, two] = [await server.newJob(study()), await server.newJob(study())];
    const both = await Promise.all([take(one.id, { stock: 'a' }), take(two.id, { stock: 'a' })]);
    expect(both.map((b) => b.status).sort()).toEqual([200, 409]);
    const held = await Promise.all(
      [one.id, two.id].map(async (id) => Object.keys((await server.planOf(id)).stock)),
    );
    expect(held.flat()).toHaveLength(1);
    expect(await stock()).toEqual({});
  });

  test('what cannot be counted so is refused by its field; more than there is is not taken; others see nothing of it', async () => {
    const wrong = await count({ a: { item: 'cable-14/2', count: 3 } }).expect(400);
    expect(JSON.stringify(wrong.body)).toContain('must say how many feet there are');
    await count({ b: plates }).expect(200);
    const { id } = await server.newJob(study());
    await take(id, { stock: 'b', count: 41 }).expect(409);
    await take(id, { stock: 'x' }).expect(409);
    expect(await stock()).toEqual({ b: plates });
    await count({ b: null }).expect(200);
    expect(await stock()).toEqual({});
    const crew = (await server.person('crew')).asks;
    await crew.get('/api/stock').expect(403);
    const other = await server.person('owner', await server.newCompany('Other'));
    await count({ b: plates }).expect(200);
    expect((await other.asks.get('/api/stock')).body).toEqual({});
    await other.asks.post(`/api/jobs/${id}/stock/taken`).send({ stock: 'b' }).expect(404);
    expect((await server.api.get('/api/company/export')).text).toContain('"stock":{"b":{"item":"plate-1g"');
  });
});
