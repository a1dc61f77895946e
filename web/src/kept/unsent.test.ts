// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { fillStorage, stubLocks } from '../testing/jobServer.ts';
import { database } from './database.ts';
import { Unsent, type UnsentChange } from './unsent.ts';

const change = (id: string, aside: string | null = null) => ({ change: { id }, aside }) as UnsentChange;
const ids = (list: readonly UnsentChange[]) => list.map((u) => u.change.id);
beforeEach(async () => {
  localStorage.clear();
  stubLocks();
  await (await database()).clear('unsent');
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

test('what a closed window left is the next one’s, once, with what was set aside; another job’s is not', async () => {
  const [first, other] = [new Unsent('j1', 'w1'), new Unsent('j2', 'w2')];
  expect(await first.keep([change('a', 'will not do'), change('b')])).toBe(true);
  await other.keep([change('c')]);
  first.close();
  await Promise.resolve();
  const next = new Unsent('j1', 'w3');
  expect(await next.adopt()).toMatchObject([{ aside: 'will not do' }, { aside: null }]);
  expect(Object.keys(localStorage).sort()).toEqual(['fieldchalk.unsent.j1.w3', 'fieldchalk.unsent.j2.w2']);
  expect(await new Unsent('j1', 'w4').adopt()).toEqual([]);
  await next.keep([]);
  expect(Object.keys(localStorage)).toEqual(['fieldchalk.unsent.j2.w2']);
});

test('a window that is open keeps its own; without locks nobody knows, and it is taken', async () => {
  await new Unsent('j1', 'w1').keep([change('a')]);
  expect(await new Unsent('j1', 'w2').adopt()).toEqual([]);
  vi.stubGlobal('navigator', {});
  expect(ids(await new Unsent('j1', 'w3').adopt())).toEqual(['a']);
});

test('where plain storage is full the database keeps it; and lets it go when it fits again', async () => {
  vi.stubGlobal('navigator', {});
  const first = new Unsent('j1', 'w1');
  let roomy = fillStorage();
  expect(await first.keep([change('a')])).toBe(true);
  expect(localStorage.length).toBe(0);
  expect(await (await database()).count('unsent')).toBe(1);
  roomy();
  await first.keep([change('a'), change('b')]);
  expect(await (await database()).count('unsent')).toBe(0);
  roomy = fillStorage();
  await first.keep([change('a'), change('b'), change('c')]);
  roomy();
  expect(ids(await new Unsent('j1', 'w2').adopt())).toEqual(['a', 'b', 'c']);
  expect(await (await database()).count('unsent')).toBe(0);
});

test('where neither has room it is said; what cannot be read is passed over', async () => {
  const db = await database();
  vi.spyOn(db, 'put').mockRejectedValue(new DOMException('full', 'QuotaExceededError'));
  const roomy = fillStorage();
  expect(await new Unsent('j1', 'w1').keep([change('a')])).toBe(false);
  roomy();
  vi.restoreAllMocks();
  localStorage.setItem('fieldchalk.unsent.j1.w9', '{broken');
  expect(await new Unsent('j1', 'w2').adopt()).toEqual([]);
});

test('changes kept before they said whose they are go with the others', async () => {
  const old = [{ id: 'a', name: 'moveBox', patches: [], inverse: [] }];
  localStorage.setItem('fieldchalk.unsent.j1.w9', JSON.stringify(old));
  expect(await new Unsent('j1', 'w2').adopt()).toEqual([
    { change: { ...old[0], client: 'w9', steps: [], undoes: null }, aside: null },
  ]);
});

test('what another person left in this browser is theirs: it waits for them', async () => {
  const first = new Unsent('j1', 'w1', 'hazel');
  await first.keep([change('a')]);
  first.close();
  await Promise.resolve();
  const other = new Unsent('j1', 'w2', 'rowan');
  expect(await other.adopt()).toEqual([]);
  other.close();
  expect(ids(await new Unsent('j1', 'w3', 'hazel').adopt())).toEqual(['a']);
});
