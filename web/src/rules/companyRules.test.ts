// @vitest-environment happy-dom
import { emptyRules, type RulesFile } from '@fieldchalk/core';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { JobServer } from '../testing/jobServer.ts';
import { CompanyRules } from './companyRules.ts';

const rulesWith = (feet: number): RulesFile => ({ ...emptyRules(), values: { 'coil.feet': feet } });
const change = { rule: 'coil.feet', saw: { value: null, reason: '' }, set: { value: 500, reason: '' } };

let server: JobServer;
let onServer: RulesFile;
let heard: [unknown, unknown][];
let rules: CompanyRules;
beforeEach(async () => {
  server = new JobServer();
  onServer = emptyRules();
  server.instead = (path) => (path === '/api/rules' ? { status: 200, body: onServer } : null);
  heard = [];
  rules = new CompanyRules((now, before) =>
    heard.push([now.values['coil.feet'], before.values['coil.feet']]),
  );
  expect(await rules.open()).toEqual(emptyRules());
});
afterEach(() => {
  rules.close();
  vi.unstubAllGlobals();
});
const ear = () => server.listeners[0]!;

test('what others set is heard with what it was, once', () => {
  ear().hear('rules', rulesWith(1000));
  ear().hear('rules', rulesWith(1000));
  expect(heard).toEqual([[1000, undefined]]);
});

test('what was missed while out of touch is read when the stream opens again', async () => {
  onServer = rulesWith(250);
  ear().hear('open', '');
  await vi.waitFor(() => expect(heard).toEqual([[250, undefined]]));
});

test('own changes are not heard as others’; what came while they were on their way is read after', async () => {
  let answer = () => undefined as void;
  server.delay = () => new Promise<void>((done) => (answer = done));
  server.instead = (path) => {
    if (path === '/api/rules/changes') return { status: 200, body: rulesWith(500) };
    return path === '/api/rules' ? { status: 200, body: onServer } : null;
  };
  const taking = rules.take([change]);
  ear().hear('rules', rulesWith(500));
  onServer = rulesWith(750);
  ear().hear('rules', onServer);
  expect(heard).toEqual([]);
  server.delay = async () => undefined;
  answer();
  expect((await taking).values).toEqual({ 'coil.feet': 500 });
  await vi.waitFor(() => expect(heard).toEqual([[750, 500]]));
});

test('a refusal is thrown with the rules as they are, which are then known', async () => {
  server.instead = (path) =>
    path === '/api/rules/changes' ? { status: 409, body: { detail: 'Taken.', rules: rulesWith(900) } } : null;
  await expect(rules.take([change])).rejects.toThrow('Taken.');
  ear().hear('rules', rulesWith(900));
  expect(heard).toEqual([]);
});
