import type { Plan } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import type { Job, MarkRecord, StoredChange } from '@fieldchalk/contracts';
import { ServerProcess } from '../src/testing/serverProcess.ts';
import { ask, editor, maker, pause, ticker, type Writer } from './writers.ts';

export interface KillsAsked {
  /** How often the server is killed. */
  readonly count: number;
  /** Where its data are: FIELDCHALK_DATA or FIELDCHALK_DATABASE. */
  readonly env: Readonly<Record<string, string>>;
}
export interface KillsSeen {
  readonly kills: number;
  readonly changes: number;
  readonly ticks: number;
  readonly invitations: number;
  /** What was acknowledged and is not there, or is there twice; empty where all is well. */
  readonly faults: readonly string[];
}

const [editors, tickers, makers] = [10, 8, 2];

const longest = 10_000;
/** Until some of them have had two more acknowledged: a slow machine is not killed before anything is written. */
async function written(writers: readonly Writer[]): Promise<void> {
  const count = () => writers.reduce((sum, w) => sum + w.acknowledged.length, 0);
  const [enough, until] = [count() + 2, performance.now() + longest];
  while (count() < enough && performance.now() < until) await pause(5);
}

const doubles = (list: readonly string[]): string[] => list.filter((one, i) => list.indexOf(one) !== i);
const missing = (wanted: readonly string[], there: readonly string[]): string[] => {
  const all = new Set(there);
  return wanted.filter((one) => !all.has(one));
};

async function allChanges(address: string, job: string): Promise<StoredChange[]> {
  const all: StoredChange[] = [];
  for (;;) {
    const next = await ask<StoredChange[]>(
      address,
      'GET',
      `/jobs/${job}/changes?since=${all.at(-1)?.revision ?? 0}`,
    );
    if (next.length === 0) return all;
    all.push(...next);
  }
}

/** Kills the server over and over while twenty write edits, ticks and invitations, then looks whether all that was acknowledged is there, once. */
export async function kills(
  { count, env }: KillsAsked,
  told: (kill: number) => void = () => undefined,
): Promise<KillsSeen> {
  const server = new ServerProcess(env);
  try {
    await server.start();
    const job = await ask<Job>(server.address, 'POST', '/jobs', {
      name: 'Killed over and over',
      plan: study(),
    });
    const boxes = Object.keys(job.plan.boxes).slice(0, editors);
    const edits = boxes.map((box, i) => editor(job, box, `e${i}`));
    const ticks = Array.from({ length: tickers }, (_, i) => ticker(job, `d${i}`));
    const made = Array.from({ length: makers }, (_, i) => maker(`k${i}`));
    for (let kill = 1; kill <= count; kill++) {
      const address = server.address;
      const writing = [...edits, ...ticks, ...made].map(async (writer) => {
        try {
          for (;;) await writer.step(address);
        } catch (error) {
          // A server that was killed answers nothing; one that answers otherwise is a fault.
          if (!(error instanceof TypeError)) throw error;
        }
      });
      await Promise.all([written(edits), written(ticks), pause(60 + Math.random() * 340)]);
      await server.end('SIGKILL');
      await Promise.all(writing);
      await server.start();
      told(kill);
    }
    const { address } = server;
    // What was on its way last is sent once more: known or not, it stands then.
    for (const writer of [...edits, ...ticks]) await writer.step(address);
    const changes = (await allChanges(address, job.id)).map((c) => c.id);
    const marks = (await ask<MarkRecord[]>(address, 'GET', `/jobs/${job.id}/marks`)).map(
      (m) => `${m.device} ${m.id}`,
    );
    const invited = (await ask<{ label: string }[]>(address, 'GET', '/invitations')).map((i) => i.label);
    const { plan, revision } = await ask<{ plan: Plan; revision: number }>(address, 'GET', `/jobs/${job.id}`);
    const of = (writers: readonly Writer[]) => writers.flatMap((w) => w.acknowledged);
    const faults = [
      ...missing(of(edits), changes).map((id) => `change ${id} is lost`),
      ...doubles(changes).map((id) => `change ${id} is there twice`),
      ...missing(of(ticks), marks).map((id) => `tick ${id} is lost`),
      ...doubles(marks).map((id) => `tick ${id} is there twice`),
      ...missing(of(made), invited).map((label) => `invitation ${label} is lost`),
      ...doubles(invited).map((label) => `invitation ${label} is there twice`),
      ...boxes.flatMap((box, i) =>
        plan.boxes[box]?.reason === edits[i]?.value ? [] : [`box ${box} is not as it was written last`],
      ),
      ...(revision === changes.length
        ? []
        : [`the job stands at ${revision} and has ${changes.length} changes`]),
    ];
    return {
      kills: count,
      changes: of(edits).length,
      ticks: of(ticks).length,
      invitations: of(made).length,
      faults,
    };
  } finally {
    await server.end('SIGKILL');
  }
}
