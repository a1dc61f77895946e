import { LRUCache } from 'lru-cache';

/** So long an answer is good without asking the database again, in milliseconds. */
const goodFor = 1000;
const most = 10_000;

/**
 * Answers of the database about access that said yes, for a moment: a window that sends many changes is not looked up for each. Whoever ends access
 * has all of them forgotten; what says no is never kept, so that new access counts at once.
 */
export class Remembered<T extends object> {
  private readonly answers = new LRUCache<string, { readonly at: number; readonly answer: T }>({ max: most });

  /** How often all was forgotten: what was asked before is not kept after. */
  private forgotten = 0;

  constructor(private readonly now: () => number) {}

  async of(key: string, ask: () => Promise<T | null>): Promise<T | null> {
    const known = this.answers.get(key);
    const age = known ? this.now() - known.at : Infinity;
    if (known && age >= 0 && age < goodFor) return known.answer;
    const { forgotten } = this;
    const answer = await ask();
    if (answer && forgotten === this.forgotten) this.answers.set(key, { at: this.now(), answer });
    else this.answers.delete(key);
    return answer;
  }

  forget(): void {
    this.forgotten++;
    this.answers.clear();
  }
}
