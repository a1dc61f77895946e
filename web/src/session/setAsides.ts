import { followed, type Pending } from './pendingChange.ts';
import type { Renames } from './renamings.ts';

/** A change that is not in the plan, with what is wrong with it: to be taken up again, or let go. */
export interface SetAside {
  readonly change: Pending;
  readonly says: string;
}

/** What was set aside in a window, first set aside first; whoever listens is told of each change to it. */
export class SetAsides {
  constructor(private readonly told: (list: readonly SetAside[]) => void) {}

  list: readonly SetAside[] = [];

  find(id: string): SetAside | undefined {
    return this.list.find((a) => a.change.id === id);
  }

  add(more: readonly SetAside[]): void {
    if (more.length > 0) this.set([...this.list, ...more]);
  }

  /** Says anew what is wrong with one. */
  say(id: string, says: string): void {
    this.set(this.list.map((a) => (a.change.id === id ? { ...a, says } : a)));
  }

  /** What they are about has other ids now. */
  follow(renames: Renames): void {
    if (renames.size > 0)
      this.set(this.list.map((a) => ({ ...a, change: followed(a.change, renames).change })));
  }

  letGo(id: string): void {
    this.set(this.list.filter((a) => a.change.id !== id));
  }

  private set(list: readonly SetAside[]): void {
    this.list = list;
    this.told(list);
  }
}
