import type { Pending } from '../session/pendingChange.ts';
import { database } from './database.ts';

/** A change that the server does not have: waiting to be sent, or set aside with what is wrong with it. */
export interface UnsentChange {
  readonly change: Pending;
  /** Why it is set aside; null for one that is waiting. */
  readonly aside: string | null;
  /** Up to which revision of the job its window knew that the server did not have it; unknown for those kept before that was noted. */
  readonly at?: number;
}

/** As it is written: with whose it is, where that is known. */
type Written = UnsentChange & { readonly by?: string };

const begin = 'fieldchalk.unsent.';

/** A lock that a window holds as long as it is open; the browser lets go of it with the window. */
const lockOf = (client: string) => `fieldchalk.window.${client}`;

/** The browser’s locks; none where it has none, as on a page without HTTPS. */
const locks = (): LockManager | undefined =>
  (globalThis.navigator as Partial<Navigator> | undefined)?.locks as LockManager | undefined;

/** Does something where a window is not open any more; where the browser has no locks, always: changes have ids, so sending one twice is harmless. */
async function ifClosed(client: string, work: () => Promise<void>): Promise<void> {
  const held = locks();
  if (!held) return work();
  await held.request(lockOf(client), { ifAvailable: true }, async (lock) => {
    if (lock) await work();
  });
}

/** As changes were kept before they said whose they are. */
type OldChange = Pick<Pending, 'id' | 'name' | 'patches' | 'inverse'>;

/** What a window has written, where it can be read. */
function read(text: string | null | undefined, client: string): Written[] {
  try {
    const written = JSON.parse(text ?? '[]') as (Written | OldChange)[];
    return written.map((u) =>
      'change' in u ? u : { change: { ...u, client, steps: [], undoes: null }, aside: null },
    );
  } catch {
    return [];
  }
}

/**
 * Work on a job that is not sent yet, kept for the next window. In the browser’s plain storage where there is room, as that is written at once; else in its
 * database, which holds more.
 */
export class Unsent {
  private writing: Promise<unknown> = Promise.resolve();
  private isInDatabase = false;
  private letGo: () => void = () => undefined;

  constructor(
    private readonly job: string,
    private readonly client: string,
    /** The person who is signed in: what another left is theirs, and waits for them. */
    private readonly by = '',
  ) {
    void locks()?.request(lockOf(client), () => new Promise<void>((end) => (this.letGo = end)));
  }

  /** Keeps these in place of those before; answers whether they are kept. */
  keep(changes: readonly UnsentChange[]): Promise<boolean> {
    const { by } = this;
    const text = changes.length > 0 ? JSON.stringify(changes.map((change) => ({ ...change, by }))) : null;
    const isPlain = this.keptPlain(text);
    const done = this.writing
      .then(() => (isPlain && !this.isInDatabase ? true : this.keptInDatabase(isPlain ? null : text)))
      .catch(() => isPlain);
    this.writing = done;
    return done;
  }

  private keptPlain(text: string | null): boolean {
    try {
      localStorage.removeItem(this.keyOf(this.client));
      if (text !== null) localStorage.setItem(this.keyOf(this.client), text);
      return true;
    } catch {
      return false;
    }
  }

  private async keptInDatabase(text: string | null): Promise<boolean> {
    const db = await database();
    if (text === null) await db.delete('unsent', this.keyOf(this.client));
    else await db.put('unsent', text, this.keyOf(this.client));
    this.isInDatabase = text !== null;
    return true;
  }

  /** What windows that are closed now left unsent; from then on it is this window’s to keep. */
  async adopt(): Promise<UnsentChange[]> {
    const taken: UnsentChange[] = [];
    for (const client of await this.others())
      await ifClosed(client, async () => {
        const left = await this.of(client);
        if (left.some(({ by }) => by !== undefined && by !== '' && by !== this.by)) return;
        taken.push(...left.map(({ by: _, ...unsent }) => unsent));
        await this.keep(taken);
        await this.forget(client);
      });
    return taken;
  }

  /** Windows that have left something for this job. */
  private async others(): Promise<string[]> {
    const mine = this.keyOf('');
    const db = await database().catch(() => null);
    const keys = [...Object.keys(localStorage), ...((await db?.getAllKeys('unsent')) ?? [])];
    const clients = keys.filter((key) => key.startsWith(mine)).map((key) => key.slice(mine.length));
    return [...new Set(clients)].filter((client) => client !== this.client);
  }

  private async of(client: string): Promise<Written[]> {
    const db = await database().catch(() => null);
    const plain = read(localStorage.getItem(this.keyOf(client)), client);
    return plain.length > 0 ? plain : read(await db?.get('unsent', this.keyOf(client)), client);
  }

  private async forget(client: string): Promise<void> {
    localStorage.removeItem(this.keyOf(client));
    await (await database().catch(() => null))?.delete('unsent', this.keyOf(client));
  }

  private keyOf(client: string): string {
    return `${begin}${this.job}.${client}`;
  }

  /** This window is done with the job. */
  close(): void {
    this.letGo();
  }
}
