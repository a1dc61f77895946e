import type { CrewJob } from '@fieldchalk/contracts';
import { database, type KeptJob } from './database.ts';

/** So many jobs are kept on a phone at most. */
const mostKept = 20;

/** Those kept longest without being opened, oldest first. */
const oldestFirst = (jobs: readonly KeptJob[]) => [...jobs].sort((a, b) => a.at - b.at);

/**
 * Keeps a job on the phone, by its id, for when there is no signal. Where there is no room, jobs not opened for longest are let go first.
 * Answers whether it is kept.
 */
export async function keepJob(token: string, job: CrewJob, now = Date.now()): Promise<boolean> {
  const db = await database().catch(() => null);
  if (!db) return false;
  const others = oldestFirst((await db.getAll('jobs')).filter((kept) => kept.token !== token));
  for (const old of others.splice(0, Math.max(0, others.length - mostKept + 1)))
    await db.delete('jobs', old.token);
  for (;;) {
    try {
      await db.put('jobs', { token, job, at: now });
      return true;
    } catch {
      const old = others.shift();
      if (!old) return false;
      await db.delete('jobs', old.token);
    }
  }
}

/** A job kept by its id; null when the phone has never had it, or has let it go. */
export async function keptJob(token: string): Promise<CrewJob | null> {
  const db = await database().catch(() => null);
  return (await db?.get('jobs', token))?.job ?? null;
}

/** Forgets a job that was taken back. */
export async function forgetJob(token: string): Promise<void> {
  const db = await database().catch(() => null);
  await db?.delete('jobs', token);
}
