import { afterEach, describe, expect, test, vi } from 'vitest';
import { importFile } from '../importing/importFile.ts';
import { call, Refusal } from './api.ts';

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

  test.each([502, 413, 429])('a proxy may answer %d for the server, in its own words', async (status) => {
    answering(status, '<html>');
    expect(await refusal(call('GET', '/jobs'))).toMatchObject({ status, message: 'As it is', problems: [] });
  });

  test.each([200, 201, 400, 401, 403, 404, 409, 511])(
    'a page in the place of an answer, %d, is none: nothing was taken, and nothing refused',
    async (status) => {
      answering(status, '<html>Sign in to this network</html>');
      const told = await refusal(call('POST', '/jobs', {}));
      expect(told.isFinal).toBe(false);
      expect(told.status).toBe(status === 511 ? 511 : 0);
      answering(status, { ok: true });
      if (status >= 400) expect((await refusal(call('GET', '/jobs'))).isFinal).toBe(false);
    },
  );

  test('a server that cannot be reached has status 0 and says what becomes of the work', async () => {
    answering(0, new TypeError('network'));
    const told = await refusal(call('GET', '/jobs'));
    expect([told.status, told.message]).toEqual([0, expect.stringContaining('kept here')]);
  });

  describe('a file', () => {
    const file = new File(['0'], 'Plan & notes.dxf');
    const read = (told: (step: string) => void = () => undefined, given = new AbortController().signal) =>
      importFile(file, {
        drawing: { unit: 'feet', layers: ['A-WALL', 'B'], walls: 'single', gaps: 'doors' },
        ...{ told, given },
      });

    test('goes as it is, with its name, unit and layers in the query; its steps are heard, then the report comes', async () => {
      answering(200, '{"step":"reading"}\n{"step":"walls"}\n{"report":{"counts":{"walls":4}}}\n');
      const steps: string[] = [];
      expect(await read((step) => steps.push(step))).toEqual({ counts: { walls: 4 } });
      expect(steps).toEqual(['reading', 'walls']);
      const { path, request } = asked[0]!;
      const query = new URL(path, 'http://here').searchParams;
      expect([query.get('walls'), query.get('gaps')]).toEqual(['single', 'doors']);
      expect([query.get('file'), query.get('unit'), query.getAll('layer')]).toEqual([
        'Plan & notes.dxf',
        'feet',
        ['A-WALL', 'B'],
      ]);
      expect(request.body).toBe(file);
    });

    test('that cannot be read, or whose reading ends early, says so', async () => {
      answering(200, '{"step":"reading"}\n{"problem":{"detail":"has no walls","problems":[]}}\n');
      expect(await refusal(read())).toMatchObject({ status: 422, message: 'has no walls' });
      answering(200, '{"step":"reading"}\n');
      expect((await refusal(read())).message).toContain('stopped before');
      answering(200, '<html>\nSign in</html>\n');
      expect(await refusal(read())).toMatchObject({
        status: 0,
        message: expect.stringContaining('this network'),
      });
      answering(429, { detail: 'Another file of yours is being read.' });
      expect((await refusal(read())).status).toBe(429);
    });

    test('that was given up is no fault of the server', async () => {
      answering(0, new DOMException('given up', 'AbortError'));
      await expect(read()).rejects.toMatchObject({ name: 'AbortError' });
    });
  });
});
