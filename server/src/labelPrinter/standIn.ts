import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { readLabelText } from './format.ts';

const escaped = (words: string) =>
  words.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** A strip of labels as it hangs out of the printer, newest first: millimetres. */
function stripSvg(strip: readonly { readonly text: string; readonly tape: number }[]): string {
  const long = 90;
  let y = 2;
  const labels = [...strip].reverse().map(({ text, tape }) => {
    const at = y;
    y += tape + 1;
    return `<rect x="2" y="${at}" width="${long}" height="${tape}" fill="#fff" stroke="#222" stroke-width="0.3" stroke-dasharray="2 1"/><text x="${2 + long / 2}" y="${at + tape / 2 + 1.4}" font-size="4" text-anchor="middle" textLength="${Math.min(long - 6, text.length * 2.3)}" lengthAdjust="spacingAndGlyphs">${escaped(text)}</text>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${long + 4}mm" height="${y + 2}mm" viewBox="0 0 ${long + 4} ${y + 2}" font-family="sans-serif">${labels.join('')}</svg>`;
}

/** So many labels hang out of it; older ones are torn off. */
const mostShown = 200;

/** A label printer that is made up: takes jobs on loopback in the documented format, shows its strip, and jams when it is told to. */
export async function startLabelStandIn(port = 0): Promise<{ url: string; close: () => void }> {
  let strip: { text: string; tape: number }[] = [];
  /** It jams after so many more labels; null for not. */
  let jamAfter: number | null = null;
  let isJammed = false;
  const app = express();
  app.post('/print', express.text({ type: () => true, limit: '500kb' }), (request, response) => {
    const read = readLabelText(typeof request.body === 'string' ? request.body : '');
    if (!read.ok) return void response.status(400).json({ printed: 0, says: read.says });
    let printed = 0;
    for (const text of read.job.labels) {
      if (jamAfter === printed) isJammed = true;
      if (isJammed) break;
      strip = [...strip, { text, tape: read.job.tape }].slice(-mostShown);
      printed++;
    }
    if (isJammed) jamAfter = null;
    else if (jamAfter !== null) jamAfter -= printed;
    response.status(isJammed ? 409 : 200).json({ printed, says: isJammed ? 'is jammed' : '' });
  });
  app.post('/jam', (request, response) => {
    jamAfter = Math.max(0, Number(request.query['after'] ?? 0) || 0);
    response.redirect(303, '/');
  });
  app.post('/clear', (_request, response) => {
    [isJammed, jamAfter] = [false, null];
    response.redirect(303, '/');
  });
  app.get('/strip.svg', (_request, response) => void response.type('image/svg+xml').send(stripSvg(strip)));
  app.get('/', (_request, response) => {
    const state = isJammed
      ? 'It is jammed.'
      : jamAfter === null
        ? 'It is ready.'
        : `It jams after ${jamAfter} more.`;
    const key = (to: string, says: string) =>
      `<form method="post" action="${to}" style="display:inline"><button>${says}</button></form> `;
    response
      .type('html')
      .send(
        `<!doctype html><title>A label printer that is made up</title><h1>Label printer</h1><p>${state}</p>${key('/jam?after=2', 'Jam after two more')}${key('/clear', 'Clear the jam')}<p><img src="/strip.svg" alt="The strip">`,
      );
  });
  const server = createServer(app).listen(port, '127.0.0.1');
  await once(server, 'listening');
  server.unref();
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    close: () => {
      server.closeAllConnections();
      server.close();
    },
  };
}
