import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, test } from 'vitest';
import { readConfig } from '../config.ts';
import { TestServer } from '../testing/server.ts';
import { labelText, readLabelText } from './format.ts';
import { LabelPrinter } from './labelPrinter.ts';
import { startLabelStandIn } from './standIn.ts';

const closing: (() => void)[] = [];
afterEach(() => closing.splice(0).forEach((close) => close()));
const labels = ['23 · FROM Kitchen 79 · HOT', '23 · TO Study 85', '25 · TO Pantry 89', '26 · OUT & <back>'];

async function standIn() {
  const printer = await startLabelStandIn();
  closing.push(printer.close);
  return { ...printer, post: (path: string) => fetch(`${printer.url}${path}`, { method: 'POST' }) };
}

describe('labels in their plain format', () => {
  test('are read as they were written; what is not of the format is said by its line', () => {
    expect(readLabelText(labelText({ tape: 9, labels }))).toEqual({ ok: true, job: { tape: 9, labels } });
    const says = (text: string) => readLabelText(text);
    expect(says('label a')).toEqual({ ok: false, says: 'line 1: must be “labels 1”' });
    expect(says('labels 1\ntape 13')).toMatchObject({
      says: expect.stringContaining('line 2: tape is') as string,
    });
    expect(says('labels 1\n\nprint a')).toMatchObject({ says: 'line 3: “print” is neither tape nor label' });
    expect(says('labels 1\nlabel ')).toMatchObject({ says: 'line 2: a label needs words' });
  });
});

describe('a label printer', () => {
  test('prints, shows its strip, and jams: so many came out, and the rest goes on when it is cleared', async () => {
    const { url, post } = await standIn();
    const printer = new LabelPrinter(url);
    await post('/jam?after=3');
    expect(await printer.print({ tape: 12, labels: labels.slice(0, 2) })).toEqual({ printed: 2, says: '' });
    expect(await printer.print({ tape: 12, labels: labels.slice(2) })).toEqual({
      printed: 1,
      says: 'is jammed',
    });
    expect(await printer.print({ tape: 12, labels: labels.slice(3) })).toEqual({
      printed: 0,
      says: 'is jammed',
    });
    await post('/clear');
    expect(await printer.print({ tape: 12, labels: labels.slice(3) })).toEqual({ printed: 1, says: '' });
    const strip = await printer.strip();
    expect(strip.match(/<text /g)).toHaveLength(4);
    expect(strip).toContain('26 · OUT &amp; &lt;back&gt;');
  });

  test('that is off, hangs, or answers nonsense is said so', async () => {
    const { url, close } = await standIn();
    close();
    expect(await new LabelPrinter(url).print({ tape: 12, labels })).toEqual({
      printed: 0,
      says: 'cannot be reached',
    });
    const odd = createServer((request, response) => {
      if (request.url === '/print') response.end('{"printed":"all"}');
    }).listen(0, '127.0.0.1');
    await new Promise((done) => odd.once('listening', done));
    closing.push(() => odd.close());
    const port = (odd.address() as AddressInfo).port;
    const printer = new LabelPrinter(`http://127.0.0.1:${port}`, 0.3);
    expect((await printer.print({ tape: 12, labels })).says).toBe('answers something that is no answer');
    await expect(printer.strip()).rejects.toThrow('shows no strip');
  });
});

describe('over the API', () => {
  const server = new TestServer();
  test('a server without a printer says so', async () => {
    const { id } = await server.newJob();
    expect((await server.api.get('/api/label-printer').expect(200)).body).toEqual({ address: null });
    const answer = await server.api.post(`/api/jobs/${id}/labels`).send({ tape: 12, labels }).expect(404);
    expect(JSON.stringify(answer.body)).toContain('FIELDCHALK_LABEL_PRINTER');
    await server.api.post(`/api/jobs/${id}/labels`).send({ tape: 13, labels }).expect(400);
    expect(readConfig({ FIELDCHALK_LABEL_PRINTER: 'http://p.local' }).labelPrinter).toBe('http://p.local');
    expect(() => readConfig({ FIELDCHALK_LABEL_PRINTER: 'p' })).toThrow('FIELDCHALK_LABEL_PRINTER');
  });
});
