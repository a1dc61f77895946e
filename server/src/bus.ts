import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import type pg from 'pg';
import type { Logger } from 'pino';
import type { LiveEvent } from '@fieldchalk/contracts';

/** Whose access has changed: of all that is named, those to whom all of it applies; nothing named means everybody. */
export interface AccessNews {
  readonly person?: string;
  readonly session?: string;
  readonly job?: string;
}
/** What one server process tells the others. */
export type News =
  | { readonly topic: string; readonly event: LiveEvent; readonly data: unknown }
  | { readonly access: AccessNews };

/** Between the server processes on one database. */
export interface Bus {
  publish(news: News): Promise<void>;
  close(): Promise<void>;
}

/** One process on a data file has nobody to tell. */
export const noBus: Bus = { publish: async () => undefined, close: async () => undefined };

const channel = 'fieldchalk';
/** PostgreSQL carries less than 8,000 bytes with a notice; what is longer is laid down and fetched. */
const longest = 7000;
const again = 1000;

/** What others hear, and what to do when some of it may have been missed. */
export interface Hearing {
  heard(news: News): void;
  /** The line was down for a while. */
  missed(): void;
}

interface Notice {
  readonly from: string;
  readonly news?: News;
  /** Where it was laid down. */
  readonly at?: number;
}

/** News by LISTEN and NOTIFY: told when the transaction of the teller is through, in order. */
export class PostgresBus implements Bus {
  private readonly me = randomUUID();
  private client: pg.Client | null = null;
  private isClosed = false;
  private retry: ReturnType<typeof setTimeout> | undefined;

  private constructor(
    private readonly db: Knex,
    private readonly url: string,
    private readonly hearing: Hearing,
    private readonly log: Logger,
  ) {}

  static async open(db: Knex, url: string, hearing: Hearing, log: Logger): Promise<PostgresBus> {
    const bus = new PostgresBus(db, url, hearing, log);
    await bus.listen();
    return bus;
  }

  private async listen(): Promise<void> {
    // A server on a data file begins without it.
    const { default: postgres } = await import('pg');
    const client = new postgres.Client({
      connectionString: this.url,
      application_name: 'fieldchalk listens',
    });
    client.on('error', () => this.lost(client));
    client.on('end', () => this.lost(client));
    client.on(
      'notification',
      ({ payload }) => void this.take(payload ?? '').catch((error) => this.log.error(error)),
    );
    await client.connect();
    await client.query(`listen ${channel}`);
    this.client = client;
  }

  private lost(client: pg.Client): void {
    if (this.isClosed || client !== this.client) return;
    this.client = null;
    this.log.error('news of other server processes are not heard just now');
    this.listenAgain();
  }

  private listenAgain(): void {
    this.retry = setTimeout(() => {
      this.listen().then(
        () => this.hearing.missed(),
        () => !this.isClosed && this.listenAgain(),
      );
    }, again);
  }

  private async take(payload: string): Promise<void> {
    const { from, news, at } = JSON.parse(payload) as Notice;
    if (from === this.me) return;
    if (news) return this.hearing.heard(news);
    const row = (await this.db('notices').where({ id: at }).first('news')) as { news: string } | undefined;
    if (row) this.hearing.heard(JSON.parse(row.news) as News);
  }

  async publish(news: News): Promise<void> {
    const text = JSON.stringify({ from: this.me, news });
    const payload =
      Buffer.byteLength(text) <= longest
        ? text
        : JSON.stringify({ from: this.me, at: await this.laidDown(news) });
    await this.db.raw('select pg_notify(?, ?)', [channel, payload]);
  }

  private async laidDown(news: News): Promise<number> {
    const now = Date.now();
    await this.db('notices')
      .where('at', '<', now - 60_000)
      .delete();
    const [row] = (await this.db('notices')
      .insert({ news: JSON.stringify(news), at: now })
      .returning('id')) as { id: number }[];
    return row?.id ?? 0;
  }

  async close(): Promise<void> {
    this.isClosed = true;
    clearTimeout(this.retry);
    await this.client?.end();
  }
}
