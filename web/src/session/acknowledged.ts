import type { Job, StoredChange } from '@fieldchalk/contracts';
import { call } from './api.ts';
import type { Pending } from './pendingChange.ts';

/** So many changes that the server has are remembered. */
const mostRemembered = 200;

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
    const there = new Set<string>();
    for (let since = first.revision - 1; since < revision;) {
      const changes = await call<StoredChange[]>('GET', `/jobs/${id}/changes?since=${since}`);
      for (const change of changes) there.add(change.id);
      const last = changes.at(-1);
      if (!last) break;
      since = last.revision;
    }
    const lost = this.changes.filter(({ change }) => !there.has(change.id));
    this.changes = [];
    return lost.map(({ change }) => change);
  }
}
