import type { CrewJob } from '@fieldchalk/contracts';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { QueuedMark } from '../crew/marksQueue.ts';

/** A job as the crew sees it. `token` is its id. */
export interface KeptJob {
  readonly token: string;
  readonly job: CrewJob;
  /** When it was last opened, milliseconds since 1970. */
  readonly at: number;
}

/** What this browser keeps: jobs for when there is no signal, ticks and changes that the server does not have yet. */
export interface Kept extends DBSchema {
  jobs: { key: string; value: KeptJob };
  ticks: { key: string; value: QueuedMark; indexes: { token: string } };
  unsent: { key: string; value: string };
}

let opened: Promise<IDBPDatabase<Kept>> | null = null;

/** The browser’s database. Rejects where there is none, or no room for it. */
export async function database(): Promise<IDBPDatabase<Kept>> {
  opened ??= openDB<Kept>('fieldchalk', 4, {
    upgrade: (db, from) => {
      // Jobs are kept as the crew sees them; earlier ones are fetched again.
      if (from > 0) db.deleteObjectStore('jobs');
      db.createObjectStore('jobs', { keyPath: 'token' });
      if (from >= 2) return;
      db.createObjectStore('ticks', { keyPath: 'id' }).createIndex('token', 'token');
      db.createObjectStore('unsent');
    },
    // Another window wants a newer database: this one lets go of it.
    blocking: (_current, _blocked, event) => {
      (event.target as IDBDatabase).close();
      opened = null;
    },
    terminated: () => (opened = null),
  }).catch((error: unknown) => {
    opened = null;
    throw error;
  });
  return opened;
}
