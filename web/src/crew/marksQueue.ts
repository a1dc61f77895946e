import type { MarkRecord } from '@fieldchalk/contracts';
import { call, Refusal } from '../session/api.ts';

export interface QueuedMark {
  readonly id: string;
  readonly kind: MarkRecord['kind'];
  readonly about: string;
  readonly done: boolean;
  readonly by: string;
}

/** Ticks made on a phone. They wait on the phone until the server has them; ids are made here, so sending twice is harmless. */
export class MarksQueue {
  private waiting: QueuedMark[];
  private readonly key: string;

  constructor(
    private readonly token: string,
    private readonly told: (waiting: number, problem: Refusal | null) => void,
  ) {
    this.key = `fieldchalk.ticks.${token}`;
    this.waiting = JSON.parse(localStorage.getItem(this.key) ?? '[]') as QueuedMark[];
  }

  get list(): readonly QueuedMark[] {
    return this.waiting;
  }

  add(mark: QueuedMark): void {
    this.waiting = [...this.waiting, mark];
    this.keep();
    void this.send();
  }

  async send(): Promise<void> {
    if (this.waiting.length === 0) return this.told(0, null);
    const batch = this.waiting;
    try {
      await call('POST', `/crew/${this.token}/marks`, { marks: batch });
      this.waiting = this.waiting.filter((m) => !batch.includes(m));
      this.keep();
      this.told(this.waiting.length, null);
    } catch (error) {
      this.told(this.waiting.length, error as Refusal);
    }
  }

  private keep(): void {
    localStorage.setItem(this.key, JSON.stringify(this.waiting));
  }
}
