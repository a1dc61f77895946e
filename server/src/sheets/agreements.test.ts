import { describe, expect, test } from 'vitest';
import { offerOf, compute, type Plan } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { priced } from '@fieldchalk/core/testing';
import type { Agreement, AgreementSigned, OfferShown } from '@fieldchalk/contracts';
import { changeOf, TestServer } from '../testing/server.ts';

const server = new TestServer();
const asked = { paper: 'letter', turned: 'portrait', day: '2026-11-29', taken: [] as string[], reason: '' };

const offered = (): Plan => ({
  ...study(),
  options: {
    v1: {
      name: '20 A in the study',
      says: 'Room for a heater.',
      changes: [
        { op: 'replace', path: ['circuits', 'c1', 'amps'], value: 20 },
        { op: 'replace', path: ['circuits', 'c1', 'gauge'], value: 12 },
      ],
    },
    v2: {
      name: 'Another name',
      says: '',
      changes: [{ op: 'replace', path: ['rooms', 'r1', 'name'], value: 'Library' }],
    },
  },
});

/** With a price for all it has. */
const whole = priced(offered());
const newJob = async () => (await server.newJob(whole, 'Study')).id;
const offer = async (job: string, more: Partial<typeof asked> = {}) =>
  (
    await server.api
      .post(`/api/jobs/${job}/offers`)
      .send({ ...asked, ...more })
      .expect(200)
  ).body as OfferShown;
const sign = (job: string, made: string, signer = 'A. Customer') =>
  server.api.post(`/api/jobs/${job}/agreements`).send({ made, signer });
const pageOf = async (job: string, made: string, page = 1) =>
  (
    (await server.api.get(`/api/jobs/${job}/sheets/${made}/pages/${page}`).expect(200)).body as Buffer
  ).toString();

describe('what is agreed with a customer', () => {
  test('a proposal is made, signed with an option, and the option becomes part of the job', async () => {
    const job = await newJob();
    const made = await offer(job, { taken: ['v1'] });
    const { total } = offerOf(whole, (p) => compute(p), ['v1']);
    expect(made).toMatchObject({ number: 1, before: null, cents: total });
    const page = await pageOf(job, made.made);
    expect(page).toContain('20 A in the study');
    expect(page).not.toContain('A. Customer');
    const signed = (await sign(job, made.made).expect(201)).body as AgreementSigned;
    expect(signed).toMatchObject({
      ...{ number: 1, signer: 'A. Customer', cents: total, taken: ['20 A in the study'], left: '' },
      ...{ day: '2026-11-29', revision: 0, by: 'A owner' },
    });
    const plan = await server.planOf(job);
    expect(plan.circuits.c1).toMatchObject({ amps: 20, gauge: 12 });
    expect(Object.keys(plan.options)).toEqual(['v2']);
    const again = (
      await server.api
        .post(`/api/jobs/${job}/agreements/1/sheets`)
        .send({ paper: 'a4', turned: 'portrait' })
        .expect(200)
    ).body as OfferShown;
    expect(await pageOf(job, again.made)).toContain('A. Customer');
    expect(again.cents).toBe(total);
  });

  test('after it comes a change order for what is otherwise since, with both prices; its options count', async () => {
    const job = await newJob();
    const first = await offer(job);
    await sign(job, first.made).expect(201);
    await server
      .send(job, changeOf(await server.planOf(job), ['removeBoxes', { boxes: ['b1'] }]))
      .expect(200);
    const order = await offer(job, { taken: ['v1'], reason: 'The desk moved.' });
    expect(order).toMatchObject({ number: 2, before: first.cents });
    expect(order.cents).not.toBe(first.cents);
    const text = await pageOf(job, order.made);
    for (const says of ['Change order 1', 'The desk moved.', 'Agreed before', '20 A instead of 15 A'])
      expect(text).toContain(says);
    await sign(job, order.made, 'B. Customer').expect(201);
    const all = (await server.api.get(`/api/jobs/${job}/agreements`).expect(200)).body as Agreement[];
    expect(all.map((a) => [a.number, a.signer, a.cents])).toEqual([
      [2, 'B. Customer', order.cents],
      [1, 'A. Customer', first.cents],
    ]);
    // With nothing done since, the next changes nothing.
    expect(await offer(job)).toMatchObject({ number: 3, before: order.cents, cents: order.cents });
    const agreed = await server.api.get(`/api/jobs/${job}/agreements/2/plan`).expect(200);
    expect(agreed.body).toMatchObject({ taken: ['v1'], plan: { format: 'fieldchalk.plan' } });
  });

  test('what was shown is what is signed: a job that has gone on since asks for another look, and a page is signed once', async () => {
    const job = await newJob();
    const made = await offer(job);
    await server
      .send(job, changeOf(await server.planOf(job), ['removeBoxes', { boxes: ['b1'] }]))
      .expect(200);
    expect((await sign(job, made.made).expect(409)).body).toMatchObject({
      detail: 'The job has changed since this page was made. Make it again, and look at it once more.',
    });
    const next = await offer(job);
    const both = await Promise.all([sign(job, next.made), sign(job, next.made)]);
    expect(both.filter((b) => b.status === 201)).toHaveLength(1);
    expect(both.some((b) => b.status === 404 || b.status === 409)).toBe(true);
    await sign(job, next.made).expect(404);
    expect((await server.api.get(`/api/jobs/${job}/agreements`)).body).toHaveLength(1);
  });

  test('a page that was signed stays as it was, whatever would be made of the job today; one signed before pages were kept is made again', async () => {
    const job = await newJob();
    await sign(job, (await offer(job, { taken: ['v1'] })).made).expect(201);
    const shown = async (paper: string) => {
      const { body } = await server.api
        .post(`/api/jobs/${job}/agreements/1/sheets`)
        .send({ paper, turned: 'portrait' })
        .expect(200);
      const { made, pages } = body as OfferShown;
      const pdf = await server.api.get(`/api/jobs/${job}/sheets/${made}`).buffer(true).expect(200);
      return { text: await pageOf(job, made), width: pages[0]!.width, pdf: pdf.body as Buffer };
    };
    const signed = await shown('letter');
    expect(signed.text).toContain('A. Customer');
    const otherwise = JSON.stringify({ ...whole, job: { ...whole.job, name: 'Something else' } });
    await server.db('agreements').where({ job }).update({ plan: otherwise });
    expect(await shown('a4')).toEqual(signed);
    await server.db('agreements').where({ job }).update({ page: null });
    const again = await shown('a4');
    expect(again.text).toContain('Something else');
    expect(again.width).not.toBe(signed.width);
  });

  test('what was recorded by mistake is taken back, the last first; then the next stands on what is left', async () => {
    const job = await newJob();
    const back = (number: number) => server.api.delete(`/api/jobs/${job}/agreements/${number}`);
    const first = await offer(job, { taken: ['v1'] });
    await sign(job, first.made).expect(201);
    await server
      .send(job, changeOf(await server.planOf(job), ['removeBoxes', { boxes: ['b1'] }]))
      .expect(200);
    await sign(job, (await offer(job)).made, 'B. Customer').expect(201);
    expect((await back(1).expect(409)).body).toMatchObject({
      detail: 'Something was agreed after it, and stands on it. Take that back first.',
    });
    const both = await Promise.all([back(2), back(2)]);
    expect(both.map((b) => b.status).sort()).toEqual([204, 404]);
    expect(await offer(job)).toMatchObject({ number: 2, before: first.cents });
    await back(1).expect(204);
    expect(await offer(job)).toMatchObject({ number: 1, before: null });
    // What became part of the job stays in it.
    expect((await server.planOf(job)).circuits.c1).toMatchObject({ amps: 20 });
    await back(7).expect(404);
    const crew = (await server.person('crew')).asks;
    await crew.delete(`/api/jobs/${job}/agreements/1`).expect(404);
  });

  test('a page made before something was taken back and agreed otherwise is no more to be signed, and is made anew', async () => {
    const job = await newJob();
    const sold = async (day: string) => sign(job, (await offer(job, { day })).made).expect(201);
    await sold('2026-11-29');
    const stale = await offer(job);
    await server.api.delete(`/api/jobs/${job}/agreements/1`).expect(204);
    await sold('2026-11-30');
    await sign(job, stale.made).expect(409);
    const next = await offer(job);
    expect(next.made).not.toBe(stale.made);
    await sign(job, next.made).expect(201);
  });

  test('a page without a price for all of it is a draft: nobody signs it, and what is missing is named', async () => {
    const { 'cable-14/2': _, ...prices } = whole.prices;
    const { id } = await server.newJob({ ...whole, prices });
    const draft = await offer(id);
    expect(draft.unpriced).toEqual(['14/2 NM-B cable with ground']);
    const refused = await sign(id, draft.made).expect(400);
    expect(refused.body).toMatchObject({
      detail: expect.stringContaining('no price yet for 14/2 NM-B cable with ground. Give it one') as string,
    });
    expect((await server.api.get(`/api/jobs/${id}/agreements`)).body).toEqual([]);
    await server
      .send(id, changeOf(await server.planOf(id), ['setPrice', { item: 'cable-14/2', cents: 0, per: 'ft' }]))
      .expect(200);
    const next = await offer(id);
    expect(next.unpriced).toEqual([]);
    await sign(id, next.made).expect(201);
  });

  test('what is asked wrongly is said by its field; others’ pages are nobody’s', async () => {
    const job = await newJob();
    const other = await newJob();
    const made = await offer(job);
    await sign(other, made.made).expect(404);
    await sign(job, made.made, '   ').expect(400);
    const unknown = await server.api
      .post(`/api/jobs/${job}/offers`)
      .send({ ...asked, taken: ['v9'] })
      .expect(400);
    expect(JSON.stringify(unknown.body)).toContain('taken');
    await server.api
      .post(`/api/jobs/${job}/offers`)
      .send({ ...asked, day: 'soon' })
      .expect(400);
    await server.api.get(`/api/jobs/${job}/agreements/1/plan`).expect(404);
    await server.api.post(`/api/jobs/${job}/agreements/x/sheets`).send({}).expect(400);
    const crew = (await server.person('crew')).asks;
    for (const path of ['agreements', 'agreements/1/plan'])
      await crew.get(`/api/jobs/${job}/${path}`).expect(404);
    await crew.post(`/api/jobs/${job}/agreements`).send({ made: made.made, signer: 'C' }).expect(404);
  });

  test('an option that fits the job no more cannot be taken, and the page says which', async () => {
    const plan = offered();
    const { c1: _, ...circuits } = plan.circuits;
    const devices = Object.fromEntries(
      Object.entries(plan.devices).map(([id, d]) => [id, d.circuit === 'c1' ? { ...d, circuit: null } : d]),
    );
    const runs = Object.fromEntries(Object.entries(plan.runs).filter(([, r]) => r.circuit !== 'c1'));
    const { id } = await server.newJob({ ...plan, circuits, devices, runs });
    const refused = await server.api
      .post(`/api/jobs/${id}/offers`)
      .send({ ...asked, taken: ['v1'] })
      .expect(422);
    expect(JSON.stringify(refused.body)).toContain('“20 A in the study”');
  });

  test('the job as a set was issued, to be compared with', async () => {
    const set = { name: 'Crew', sheets: ['cover'] as const, paper: 'letter', turned: 'landscape' } as const;
    const { id } = await server.newJob({ ...study(), sheetSets: { h1: { ...set, sheets: ['cover'] } } });
    await server.api.post(`/api/jobs/${id}/issues`).send({ set: 'h1', day: '2026-11-29' }).expect(201);
    const { body } = await server.api.get(`/api/jobs/${id}/issues/h1/1/plan`).expect(200);
    expect(body).toMatchObject({ taken: [], plan: { job: { name: 'Test job' } } });
    await server.api.get(`/api/jobs/${id}/issues/h1/2/plan`).expect(404);
  });
});
