import { afterEach, describe, expect, test, vi } from 'vitest';
import { call, importFile, Refusal } from './api.ts';

const asked: { path: string; request: RequestInit }[] = [];
/** A server that answers everything alike. */
function answering(status: number, body: unknown): void {
  asked.length = 0;
  vi.stubGlobal('fetch', async (path: string, request: RequestInit) => {
    asked.push({ path, request });
    if (body instanceof Error) throw body;
    const text = typeof body === 'string' ? body : JSON.stringify(body);
    return new Response(status === 204 ? null : text, { status, statusText: 'As it is' });
  });
}
afterEach(() => vi.unstubAllGlobals());
const refusal = async (work: Promise<unknown>): Promise<Refusal> =>
  work.then(
    () => Promise.reject(new Error('was answered')),
    (error: unknown) => error as Refusal,
  );

describe('asking the server', () => {
  test('sends JSON under /api and gives the answer back', async () => {
    answering(200, { id: 'j1' });
    expect(await call('POST', '/jobs', { name: 'Barn' })).toEqual({ id: 'j1' });
    expect(asked).toMatchObject([
      {
        path: '/api/jobs',
        request: { method: 'POST', body: '{"name":"Barn"}', headers: { 'content-type': 'application/json' } },
      },
    ]);
    await call('GET', '/jobs');
    expect(asked[1]!.request).toMatchObject({ method: 'GET', headers: {}, body: null });
  });

  test('an empty answer is nothing', async () => {
    answering(204, null);
    expect(await call('DELETE', '/jobs/j1')).toBe(undefined);
  });

  test('a refusal says what the server says, field by field, and keeps the rest of it', async () => {
    answering(422, {
      detail: 'Does not fit.',
      problems: [{ path: 'name', message: 'is empty' }],
      changes: [1],
    });
    const told = await refusal(call('POST', '/jobs', {}));
    expect(told).toBeInstanceOf(Refusal);
    expect(told).toMatchObject({
      status: 422,
      message: 'Does not fit.',
      problems: [{ path: 'name', message: 'is empty' }],
      body: { changes: [1] },
    });
  });

  test('what is no problem document is told by its status', async () => {
    answering(502, '<html>');
    expect(await refusal(call('GET', '/jobs'))).toMatchObject({
      status: 502,
      message: 'As it is',
      problems: [],
    });
  });

  test('a server that cannot be reached has status 0 and says what becomes of the work', async () => {
    answering(0, new TypeError('network'));
    const told = await refusal(call('GET', '/jobs'));
    expect([told.status, told.message]).toEqual([0, expect.stringContaining('kept here')]);
  });

  test('a file goes as it is, with its name, unit and layers in the query', async () => {
    answering(200, {});
    const file = new File(['0'], 'Plan & notes.dxf');
    await importFile(file, 'feet', ['A-WALL', 'B']);
    const { path, request } = asked[0]!;
    const query = new URL(path, 'http://here').searchParams;
    expect([query.get('file'), query.get('unit'), query.getAll('layer')]).toEqual([
      'Plan & notes.dxf',
      'feet',
      ['A-WALL', 'B'],
    ]);
    expect(request.body).toBe(file);
  });
});
