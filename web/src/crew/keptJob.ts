import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { CrewJob } from '@fieldchalk/contracts';

interface Kept extends DBSchema {
  jobs: { key: string; value: CrewJob };
}

let opened: Promise<IDBPDatabase<Kept>> | null = null;
const database = () =>
  (opened ??= openDB<Kept>('fieldchalk', 1, { upgrade: (db) => void db.createObjectStore('jobs') }));

/** Keeps a job on the phone, by its share link, for when there is no signal. */
export async function keepJob(token: string, job: CrewJob): Promise<void> {
  await (await database()).put('jobs', job, token);
}

/** The job kept for a share link; null when the phone has never had it. */
export async function keptJob(token: string): Promise<CrewJob | null> {
  return (await (await database()).get('jobs', token)) ?? null;
}

/** Forgets a job whose link the lead has withdrawn. */
export async function forgetJob(token: string): Promise<void> {
  await (await database()).delete('jobs', token);
}
