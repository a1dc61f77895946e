import { hostname } from 'node:os';
import { describe, expect, test } from 'vitest';
import { TestServer } from '../testing/server.ts';
import { isOwnHost } from './site.ts';

const server = new TestServer();

test('a server is known by numbers, by this machine’s names and by the one it is told, and by no other', () => {
  const known = [
    '127.0.0.1:4170',
    '[::1]:4170',
    '192.168.4.20',
    'localhost:1',
    hostname(),
    `${hostname()}.local:4170`,
  ];
  expect(known.map((host) => isOwnHost(host, null))).toEqual(known.map(() => true));
  const others = [
    '',
    'evil.example',
    'localhost.evil.example',
    '127.0.0.1.evil.example',
    'chalk.example.com',
  ];
  expect(others.map((host) => isOwnHost(host, null))).toEqual(others.map(() => false));
  expect(isOwnHost('chalk.example.com:443', 'https://chalk.example.com')).toBe(true);
  expect(isOwnHost('evil.example', 'https://chalk.example.com')).toBe(false);
});

describe('a request', () => {
  test('under another’s name is sent away: it may come through a name that was turned to here', async () => {
    const answer = await server.api.get('/api/jobs').set('host', 'evil.example');
    expect([answer.status, answer.body.code]).toEqual([403, 'wrong-site']);
    expect(answer.body.detail).toContain('FIELDCHALK_ORIGIN');
  });

  test.each([
    ['another site’s page', { origin: 'https://evil.example' }],
    ['another port of this machine', { origin: 'http://127.0.0.1:1' }],
    ['a page without an origin', { origin: 'null' }],
    ['another site by a browser that says so', { 'sec-fetch-site': 'cross-site' }],
    ['a neighbour of this site', { 'sec-fetch-site': 'same-site' }],
  ])('of %s changes nothing', async (_from, headers) => {
    const answer = await server.api
      .post('/api/jobs')
      .set('host', '127.0.0.1:4170')
      .set(headers)
      .send({ name: 'Theirs' });
    expect([answer.status, answer.body.code]).toEqual([403, 'wrong-site']);
    expect((await server.api.get('/api/jobs')).body).toEqual([]);
  });

  test.each([
    ['our own page', { origin: 'http://127.0.0.1:4170', 'sec-fetch-site': 'same-origin' }],
    ['a program', {}],
  ])('of %s is taken', async (_from, headers) => {
    const answer = await server.api
      .post('/api/jobs')
      .set('host', '127.0.0.1:4170')
      .set(headers)
      .send({ name: 'Ours' });
    expect(answer.status).toBe(201);
  });

  test('is answered with what keeps other sites out: no embedding, no referrer, nothing kept', async () => {
    const { headers } = await server.api.get('/api/jobs');
    expect(headers).toMatchObject({
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'no-referrer',
      'cache-control': 'no-store',
      'content-security-policy': expect.stringMatching(
        /default-src 'self'.*frame-ancestors 'none'.*object-src 'none'/,
      ),
    });
    expect(headers['access-control-allow-origin']).toBe(undefined);
  });
});
