import { LRUCache } from 'lru-cache';
import type { Plan } from '@fieldchalk/core';
import { ApiError } from '../errors.ts';
import { KeptThread, ThreadFailed, type ThreadLimits } from '../keptThread.ts';
import type { ViewAnswered, ViewAsked, ViewKind } from './viewWorker.ts';

export interface ViewLimits extends ThreadLimits {
  /** Characters of jobs as they were answered that are kept. */
  readonly characters: number;
}

const usualLimits: ViewLimits = { seconds: 60, megabytes: 1024, idle: 60_000, characters: 64_000_000 };

interface Made {
  readonly revision: number;
  readonly text: string;
}

/**
 * Jobs as the crew sees them, or as cards, worked out in a thread of its own, so that nobody else waits: one at a time, each once for its revision, however
 * many ask for it.
 */
export class JobViews {
  private readonly made: LRUCache<string, Made>;
  private readonly making = new Map<string, Promise<string>>();
  private readonly thread: KeptThread<ViewAsked, ViewAnswered>;

  constructor(
    private readonly kind: ViewKind,
    limits: ViewLimits = usualLimits,
  ) {
    this.thread = new KeptThread('./jobViews/viewWorker.ts', limits);
    this.made = new LRUCache({ maxSize: limits.characters, sizeCalculation: ({ text }) => text.length });
  }

  /** A job’s view at a revision, as JSON text. Rejects with an ApiError where it takes too long or too much. */
  of(job: string, revision: number, plan: Plan): Promise<string> {
    const made = this.made.get(job);
    if (made?.revision === revision) return Promise.resolve(made.text);
    const key = `${job} ${revision}`;
    const making =
      this.making.get(key) ?? this.make(job, revision, plan).finally(() => this.making.delete(key));
    this.making.set(key, making);
    return making;
  }

  private async make(job: string, revision: number, plan: Plan): Promise<string> {
    const text = await this.inThread({ job, kind: this.kind, plan });
    this.made.set(job, { revision, text });
    return text;
  }

  private async inThread(asked: ViewAsked): Promise<string> {
    const cannot = (why: string) => new ApiError('unreadable', `This job cannot be worked out here: ${why}.`);
    try {
      const answer = await this.thread.ask(asked);
      if ('text' in answer) return answer.text;
      throw cannot(answer.failed);
    } catch (error) {
      throw error instanceof ThreadFailed ? cannot(error.message) : error;
    }
  }

  close(): Promise<void> {
    return this.thread.close();
  }
}
