import type { Job, StoredChange } from '@fieldchalk/contracts';
import { call } from './api.ts';
import type { Pending } from './pendingChange.ts';

/** So many changes that the server has are remembered. */
const mostRemembered = 200;

/** What the server has of a job after one revision and up to another, oldest first. */
export async function changesBetween(job: string, since: number, until: number): Promise<StoredChange[]> {
  const all: StoredChange[] = [];
  for (let from = since; from < until;) {
    const changes = await call<StoredChange[]>('GET', `/jobs/${job}/changes?since=${from}`);
    const last = changes.at(-1);
    if (!last) break;
    all.push(...changes);
    from = last.revision;
  }
  return all;
}

/** Changes of this window that the server has acknowledged, should its data be put back to before them. */
export class Acknowledged {
  private changes: { readonly change: Pending; readonly revision: number }[] = [];

  remember(change: Pending, revision: number): void {
    this.changes = [...this.changes, { change, revision }].slice(-mostRemembered);
  }

  /** Those that the job does not have any more, first made first; from then on none is remembered. */
  async lostIn({ id, revision }: Job): Promise<Pending[]> {
    const [first] = this.changes;
    if (!first) return [];
    const there = new Set((await changesBetween(id, first.revision - 1, revision)).map((c) => c.id));
    const lost = this.changes.filter(({ change }) => !there.has(change.id));
    this.changes = [];
    return lost.map(({ change }) => change);
  }
}
