import { describe, expect, test } from 'vitest';
import { marlStreet } from '@fieldchalk/core/demo';
import { notEmpty } from '@fieldchalk/core/testing';
import type { Issue, Job, SheetsMade } from '@fieldchalk/contracts';
import { changeOf, TestServer } from '../testing/server.ts';

const server = new TestServer();
const some = { sheets: ['cover', 'boxes', 'rooms'], paper: 'letter', turned: 'landscape' } as const;
const asked = { ...some, day: '2026-11-28', set: null };

async function jobWithSet(): Promise<Job> {
  const set = { name: 'For the crew', ...some, sheets: [...some.sheets] };
  const plan = { ...marlStreet(), sheetSets: { h1: set } };
  return server.newJob(plan, 'Marl Street');
}
const ndjson = (text: string) =>
  text
    .trim()
    .split('\n')
    .map(
      (line) => JSON.parse(line) as { told?: { what: string; done: number; of: number }; made?: SheetsMade },
    );

describe('sheets over the API', () => {
  test('are made with a line for each step, then fetched whole and page by page', async () => {
    const { id } = await jobWithSet();
    const made = await server.api
      .post(`/api/jobs/${id}/sheets`)
      .set('accept', 'application/x-ndjson')
      .send(asked)
      .buffer(true)
      .parse((response, done) => {
        let text = '';
        response.on('data', (chunk: Buffer) => (text += chunk.toString()));
        response.on('end', () => done(null, text));
      });
    const lines = ndjson(made.body as string);
    const steps = notEmpty(lines.slice(0, -1)).map((l) => l.told!.what);
    expect([...new Set(steps)]).toEqual(['working out', 'drawing', 'writing']);
    const { made: key, pages } = lines.at(-1)!.made!;
    expect(pages[0]).toEqual({ sheet: 'cover', title: 'Marl Street', width: 792, height: 612 });

    const pdf = await server.api.get(`/api/jobs/${id}/sheets/${key}`).buffer(true).expect(200);
    expect(pdf.headers['content-type']).toBe('application/pdf');
    expect((pdf.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
    const picture = await server.api.get(`/api/jobs/${id}/sheets/${key}/pages/1`).expect(200);
    expect(picture.headers['content-type']).toContain('image/svg+xml');
    expect((picture.body as Buffer).toString()).toContain('Marl Street');
    await server.api.get(`/api/jobs/${id}/sheets/${key}/pages/${pages.length + 1}`).expect(404);
  });

  test('the same job has the same sheets, made once; of another job nobody gets them', async () => {
    const { id } = await jobWithSet();
    const other = await jobWithSet();
    const first = (await server.api.post(`/api/jobs/${id}/sheets`).send(asked).expect(200))
      .body as SheetsMade;
    const again = (await server.api.post(`/api/jobs/${id}/sheets`).send(asked).expect(200))
      .body as SheetsMade;
    expect(again.made).toBe(first.made);
    await server.api.get(`/api/jobs/${other.id}/sheets/${first.made}`).expect(404);
    const crew = (await server.person('crew')).asks;
    await crew.get(`/api/jobs/${id}/sheets/${first.made}`).expect(404);
  });

  test('what is asked wrongly is said by its field', async () => {
    const { id } = await jobWithSet();
    const bad = await server.api.post(`/api/jobs/${id}/sheets`).send({ ...asked, sheets: ['walls'] });
    expect(bad.status).toBe(400);
    expect(JSON.stringify(bad.body)).toContain('sheets.0');
    const none = await server.api.post(`/api/jobs/${id}/sheets`).send({ ...asked, sheets: [] });
    expect(JSON.stringify(none.body)).toContain('must have at least 1 entry');
  });

  test('a set is issued under numbers that go up; an issue is made again as it was, what changed since the one before is clouded', async () => {
    const { id } = await jobWithSet();
    const issue = (day: string) => server.api.post(`/api/jobs/${id}/issues`).send({ set: 'h1', day });
    expect((await issue('2026-11-28').expect(201)).body).toMatchObject({ number: 1, name: 'For the crew' });
    const height = { value: 30, to: 'bottom', from: 'subfloor' } as const;
    const change = changeOf(await server.planOf(id), ['setBoxHeight', { box: 'b7', height }]);
    await server.send(id, change).expect(200);
    await issue('2026-12-01').expect(201);
    const issues = (await server.api.get(`/api/jobs/${id}/issues`).expect(200)).body as Issue[];
    expect(issues.map((i) => [i.number, i.day, i.revision])).toEqual([
      [2, '2026-12-01', 1],
      [1, '2026-11-28', 0],
    ]);
    const cover = async (number: number) => {
      const made = (
        await server.api.post(`/api/jobs/${id}/issues/sheets`).send({ set: 'h1', number }).expect(200)
      ).body as SheetsMade;
      const at = (n: number) => server.api.get(`/api/jobs/${id}/sheets/${made.made}/pages/${n}`);
      return ((await at(1)).body as Buffer).toString();
    };
    const [first, second] = [await cover(1), await cover(2)];
    expect(first).toContain('Issue 1');
    expect(first).not.toContain('Clouds are drawn');
    expect(second).toContain('Issue 2 · 2026-12-01');
    expect(second).toContain('Clouds are drawn');
    expect(await cover(1)).toBe(first);
    await server.api.post(`/api/jobs/${id}/issues/sheets`).send({ set: 'h1', number: 3 }).expect(404);
    await server.api.post(`/api/jobs/${id}/issues`).send({ set: 'h9', day: '2026-12-01' }).expect(404);
  });

  test('two who issue at once have two numbers', async () => {
    const { id } = await jobWithSet();
    const issue = () => server.api.post(`/api/jobs/${id}/issues`).send({ set: 'h1', day: '2026-11-28' });
    const both = await Promise.all([issue(), issue(), issue()]);
    expect(both.map((a) => a.status)).toEqual([201, 201, 201]);
    expect(both.map((a) => (a.body as Issue).number).sort()).toEqual([1, 2, 3]);
  });

  test('the job as IFC, under its name', async () => {
    const { id } = await jobWithSet();
    const answer = await server.api.get(`/api/jobs/${id}/ifc`).responseType('blob').expect(200);
    expect(answer.headers['content-disposition']).toContain('Marl Street.ifc');
    expect((answer.body as Buffer).subarray(0, 13).toString()).toBe('ISO-10303-21;');
  });
});
