import { afterEach, expect, test, vi } from 'vitest';
import type { Phones } from '@fieldchalk/contracts';
import { JobPhones } from './phones.ts';

afterEach(() => vi.unstubAllGlobals());

/** A server that answers with these, one after another. */
function answering(...answers: (Partial<Phones> | null)[]): string[] {
  const asked: string[] = [];
  vi.stubGlobal('fetch', async (path: string) => {
    asked.push(path);
    const answer = answers.shift();
    if (!answer) throw new Error('no network');
    return { ok: true, status: 200, json: async () => ({ links: [], given: [], ...answer }) };
  });
  return asked;
}
const phone = { id: 'p1' } as Phones['given'][number];
const link = { id: 'l1' } as Phones['links'][number];

test('a job is taken to be given until the server has said that it is not', async () => {
  const phones = new JobPhones();
  const asked = answering(null, {});
  phones.of('j1');
  await expect(phones.fetch()).rejects.toThrow();
  expect(phones.isGiven).toBe(true);
  await phones.fetch();
  expect(phones.isGiven).toBe(false);
  expect(asked).toEqual(['/api/jobs/j1/phones', '/api/jobs/j1/phones']);
});

test('by a link or a phone it is given; a link withdrawn unopened is not, a phone cut off has seen it', async () => {
  const phones = new JobPhones();
  phones.of('j1');
  answering({ links: [link] }, {}, { given: [phone] }, {}, {});
  const said: boolean[] = [];
  for (let n = 0; n < 5; n++) {
    await phones.fetch();
    said.push(phones.isGiven);
  }
  expect(said).toEqual([true, false, true, true, true]);
});

test('what is answered for a job that was left is not taken for the next; with none open nothing is asked', async () => {
  const phones = new JobPhones();
  const asked = answering({ given: [phone] });
  phones.of('j1');
  const late = phones.fetch();
  phones.of('j2');
  await late;
  expect(phones.list.value.given).toEqual([]);
  phones.of(null);
  await phones.fetch();
  expect(asked).toHaveLength(1);
});
