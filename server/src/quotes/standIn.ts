import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { type Quote, type QuoteAsked, quoteAskedSchema } from '@fieldchalk/contracts';
import { starterPrice } from '@fieldchalk/core';
import express from 'express';
import type { QuoteSource } from './quotes.ts';

/** A supplier that is made up: what it asks beside the invented prices, what it does not sell, and how it brings things. */
interface StandIn {
  readonly name: string;
  /** Its prices beside the invented ones. */
  readonly factor: number;
  readonly sellsNot: readonly string[];
  readonly freight: number;
  readonly freeFrom: number | null;
}

/** Two suppliers that ship with the program, so that quotes can be tried. Invented. */
export const standIns: Readonly<Record<string, StandIn>> = {
  quarry: { name: 'Quarry Electric', factor: 0.96, sellsNot: ['breaker-'], freight: 3500, freeFrom: 150_000 },
  harbor: { name: 'Harbor Supply', factor: 1.03, sellsNot: ['tube-', 'foam-'], freight: 0, freeFrom: null },
};

/** How a stand-in answers: as asked, after long, never, with something that is no quote, or with an error. */
export const standInModes = ['fine', 'slow', 'hangs', 'nonsense', 'fails'] as const;
export type StandInMode = (typeof standInModes)[number];

/** A number that is always the same for the same words. */
const numberOf = (words: string): number => [...words].reduce((n, c) => (n * 31 + c.charCodeAt(0)) % 9973, 7);

/** Less is asked for each from so many on. */
const breaks = [
  { from: 0, share: 1 },
  { from: 100, share: 0.95 },
  { from: 500, share: 0.9 },
];

/** What a stand-in quotes. The same for the same question on the same day. */
export function standInQuote(standIn: StandIn, { lines }: QuoteAsked, today: string): Quote {
  const until = new Date(Date.parse(`${today}T00:00:00Z`) + 14 * 86_400_000).toISOString().slice(0, 10);
  return {
    ...{ validUntil: until, freight: standIn.freight, freeFrom: standIn.freeFrom },
    lines: lines.flatMap(({ item, quantity }) => {
      const price = starterPrice(item);
      if (!price || standIn.sellsNot.some((begins) => item.startsWith(begins))) return [];
      const number = numberOf(`${standIn.name} ${item}`);
      const isShort = number % 9 === 0;
      return [
        {
          ...{ item, per: price.per },
          breaks: breaks.map(({ from, share }) => ({
            from,
            cents: Math.round(price.cents * standIn.factor * share * 100) / 100,
          })),
          available: isShort ? Math.floor(quantity / 2) : quantity * 4,
          leadDays: isShort ? 12 : 1 + (number % 4),
        },
      ];
    }),
  };
}

/** How long a slow one takes, milliseconds. */
const slowMs = 3000;

/** Answers quotes on loopback: `POST /quote/quarry`, `?mode=slow|hangs|nonsense|fails` to see what becomes of those. */
export async function startStandIns(
  now: () => number,
  port = 0,
): Promise<{ url: string; sources: QuoteSource[]; close: () => void }> {
  const app = express();
  app.use(express.json({ limit: '1mb' }));
  app.post('/quote/:supplier', (request, response) => {
    const standIn = standIns[String(request.params['supplier'])];
    const asked = quoteAskedSchema.safeParse(request.body);
    if (!standIn || !asked.success)
      return void response.status(400).json({ says: 'is no question for a quote' });
    const today = new Date(now()).toISOString().slice(0, 10);
    const answer = () => void response.json(standInQuote(standIn, asked.data, today));
    switch (request.query['mode'] as StandInMode | undefined) {
      case 'slow':
        return void setTimeout(answer, slowMs);
      case 'hangs':
        return undefined;
      case 'nonsense':
        return void response.type('json').send('{"lines":[{"item":4,"price":"ask us"}]}');
      case 'fails':
        return void response.status(503).send('Down for stocktaking');
      default:
        return answer();
    }
  });
  const server = createServer(app).listen(port, '127.0.0.1');
  await once(server, 'listening');
  server.unref();
  const close = () => {
    server.closeAllConnections();
    server.close();
  };
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const sources = Object.entries(standIns).map(([id, { name }]) => ({ name, url: `${url}/quote/${id}` }));
  return { url, sources, close };
}
