import { afterEach, describe, expect, test, vi } from 'vitest';
import { makeSheets, shareOf } from './makeSheets.ts';

afterEach(() => vi.unstubAllGlobals());
const asked: string[] = [];
function answering(status: number, text: string) {
  vi.stubGlobal('fetch', (path: string) => {
    asked.push(path);
    return Promise.resolve(new Response(text, { status }));
  });
}
const set = {
  sheets: ['cover'],
  paper: 'letter',
  turned: 'landscape',
  day: '2026-11-28',
  set: null,
} as const;
const make = (told: (p: { done: number }) => void = () => undefined) =>
  makeSheets('j1', { ...set, sheets: [...set.sheets] }, told);

describe('sheets made by the server', () => {
  test('its steps are heard, then what was made comes', async () => {
    answering(200, '{"told":{"what":"drawing","done":1,"of":2}}\n{"made":{"made":"m","pages":[]}}\n');
    const steps: number[] = [];
    expect(await make((p) => steps.push(p.done))).toEqual({ made: 'm', pages: [] });
    expect(steps).toEqual([1]);
    expect(asked.at(-1)).toBe('/api/jobs/j1/sheets');
    answering(200, '{"made":{"made":"m","pages":[]}}\n');
    await makeSheets('j1', { set: 'h1', number: 2 }, () => undefined);
    expect(asked.at(-1)).toBe('/api/jobs/j1/issues/sheets');
  });

  test('what goes wrong is said, on the way and at once; an answer that ends early is one too', async () => {
    answering(
      200,
      '{"told":{"what":"drawing","done":1,"of":2}}\n{"problem":{"detail":"takes too long","problems":[]}}\n',
    );
    await expect(make()).rejects.toThrow('takes too long');
    answering(200, '{"told":{"what":"drawing","done":1,"of":2}}\n');
    await expect(make()).rejects.toThrow('stopped before the sheets were made');
    answering(429, '{"detail":"Many sheets are being made just now."}');
    await expect(make()).rejects.toThrow('Many sheets');
  });

  test('a share never goes back', () => {
    const steps = [
      { what: 'working out', done: 0, of: 1 },
      { what: 'drawing', done: 1, of: 4 },
      { what: 'drawing', done: 4, of: 4 },
      { what: 'writing', done: 10, of: 20 },
      { what: 'writing', done: 20, of: 20 },
    ] as const;
    const shares = steps.map(shareOf);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect([shares[0], shares.at(-1)]).toEqual([0, 1]);
  });
});
