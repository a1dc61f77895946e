import { study } from '@fieldchalk/core/demo';
import type { Job } from '@fieldchalk/contracts';
import type { Plan } from '@fieldchalk/core';
import { ServerProcess } from '../src/testing/serverProcess.ts';
import { ask, editor, pause, ticker, type Writer } from './writers.ts';

export interface SteadyAsked {
  readonly minutes: number;
  readonly data: string;
  /** How many hear of all that happens. */
  readonly listeners: number;
  /** A job beside the one that is written to, which is opened now and then. */
  readonly house: Plan;
}
export interface SteadySeen {
  /** Resident memory through the time, in megabytes, sixty times. */
  readonly megabytes: readonly number[];
  readonly faults: readonly string[];
}

const [editors, tickers, samples] = [10, 4, 60];

const middleOf = (list: readonly number[]): number =>
  [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

/** What grows without end grows in the last quarter as well: it is compared with the second, when all is warm. */
export function growth(megabytes: readonly number[]): readonly string[] {
  const quarter = megabytes.length / 4;
  const [second, last] = [megabytes.slice(quarter, 2 * quarter), megabytes.slice(3 * quarter)].map(middleOf);
  return second !== undefined && last !== undefined && last > second * 1.2 + 20
    ? [`memory went on from ${second} to ${last} MB`]
    : [];
}

/** A day of a company’s work pressed together: ten edit one job and four tick, all hear it, jobs are opened, made and put away, drawings are read. */
export async function steady(
  { minutes, data, listeners, house }: SteadyAsked,
  told: (line: string) => void = () => undefined,
): Promise<SteadySeen> {
  const server = new ServerProcess({ FIELDCHALK_DATA: data });
  const [isOver, abort, faults] = [{ yes: false }, new AbortController(), [] as string[]];
  const count = { edits: 0, ticks: 0, opened: 0, made: 0, read: 0, heard: 0 };
  /** Does something over and over, so long between one and the next. */
  const keepDoing = async (every: number, what: keyof typeof count, act: () => Promise<unknown>) => {
    while (!isOver.yes) {
      try {
        await act();
        count[what]++;
      } catch (error) {
        faults.push(`${what}: ${String(error).slice(0, 200)}`);
      }
      const next = performance.now() + every;
      while (!isOver.yes && performance.now() < next) await pause(Math.min(every, 200));
    }
  };
  try {
    await server.start();
    const { address } = server;
    const job = await ask<Job>(address, 'POST', '/jobs', { name: 'Busy', plan: study() });
    const large = await ask<Job>(address, 'POST', '/jobs', { name: 'House', plan: house });
    const listen = async () => {
      const response = await fetch(`${address}/api/jobs/${job.id}/events`, { signal: abort.signal });
      for await (const part of response.body ?? []) count.heard += (part as Uint8Array).length;
    };
    for (let i = 0; i < listeners; i++) void listen().catch(() => undefined);
    const boxes = Object.keys(job.plan.boxes).slice(0, editors);
    const writing = (every: number, what: 'edits' | 'ticks', writer: Writer) =>
      keepDoing(every, what, async () => {
        await writer.step(address);
        writer.acknowledged.length = 0;
      });
    const rooms = new TextEncoder().encode("name,length,width\nDen,12',10'\nStudy,15',11'\n");
    const work = [
      ...boxes.map((box, i) => writing(400, 'edits', editor(job, box, `e${i}`))),
      ...Array.from({ length: tickers }, (_, i) => writing(1000, 'ticks', ticker(job, `d${i}`))),
      keepDoing(500, 'opened', () => ask(address, 'GET', `/jobs/${job.id}`)),
      keepDoing(2000, 'opened', () => ask(address, 'GET', `/jobs/${large.id}`)),
      keepDoing(2000, 'opened', () => ask(address, 'GET', `/crew/${large.id}`)),
      // One person may make two hundred in an hour.
      keepDoing(20_000, 'made', async () => {
        const { id } = await ask<Job>(address, 'POST', '/jobs', { name: 'Short', plan: study() });
        await ask(address, 'DELETE', `/jobs/${id}`);
      }),
      keepDoing(3000, 'read', async () => {
        const response = await fetch(`${address}/api/import?file=rooms.csv`, {
          method: 'POST',
          headers: { 'content-type': 'application/octet-stream' },
          body: rooms,
        });
        if (!response.ok) throw new Error(`${response.status} ${await response.text()}`);
        await response.arrayBuffer();
      }),
    ];
    const megabytes: number[] = [];
    for (let n = 1; n <= samples; n++) {
      await pause((minutes * 60_000) / samples);
      megabytes.push(server.megabytes);
      if (n % 10 === 0) told(`  ${Math.round((minutes * n) / samples)} minutes: ${server.megabytes} MB`);
    }
    isOver.yes = true;
    await Promise.all(work);
    if (!server.isUp) faults.push('the server ended');
    told(
      `${minutes} minutes, ${listeners} listeners: ${count.edits} edits, ${count.ticks} ticks, ${count.opened} times opened, ${count.made} jobs made and put away, ${count.read} drawings read, ${Math.round(count.heard / 1e6)} MB heard`,
    );
    return { megabytes, faults };
  } finally {
    isOver.yes = true;
    abort.abort();
    await server.end('SIGKILL');
  }
}
