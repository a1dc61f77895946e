import { Worker } from 'node:worker_threads';
import { LRUCache } from 'lru-cache';
import type { Plan } from '@fieldchalk/core';
import { ApiError } from '../errors.ts';
import { threadOf } from '../threads.ts';
import type { CrewAnswered, CrewAsked } from './crewWorker.ts';

export interface CrewLimits {
  readonly seconds: number;
  readonly megabytes: number;
  /** So long the thread stays when nobody asks, in milliseconds. */
  readonly idle: number;
  /** Characters of jobs as they were answered that are kept. */
  readonly characters: number;
}

const usualLimits: CrewLimits = { seconds: 60, megabytes: 1024, idle: 60_000, characters: 64_000_000 };

interface Made {
  readonly revision: number;
  readonly text: string;
}

/**
 * Jobs as the crew sees them, worked out in a thread of its own, so that nobody else waits: one at a time, each once for its revision, however many phones
 * ask for it.
 */
export class CrewViews {
  private readonly made: LRUCache<string, Made>;
  private readonly making = new Map<string, Promise<string>>();
  private last: Promise<unknown> = Promise.resolve();
  private thread: Worker | null = null;
  private idle: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly limits: CrewLimits = usualLimits) {
    this.made = new LRUCache({ maxSize: limits.characters, sizeCalculation: ({ text }) => text.length });
  }

  /** A job’s crew view at a revision, as JSON text. Rejects with an ApiError where it takes too long or too much. */
  of(job: string, revision: number, plan: Plan): Promise<string> {
    const made = this.made.get(job);
    if (made?.revision === revision) return Promise.resolve(made.text);
    const key = `${job} ${revision}`;
    const making =
      this.making.get(key) ?? this.make(job, revision, plan).finally(() => this.making.delete(key));
    this.making.set(key, making);
    return making;
  }

  private make(job: string, revision: number, plan: Plan): Promise<string> {
    const text = this.last.then(() => this.inThread({ job, plan }));
    this.last = text.catch(() => undefined);
    return text.then((done) => {
      this.made.set(job, { revision, text: done });
      return done;
    });
  }

  private async inThread(asked: CrewAsked): Promise<string> {
    clearTimeout(this.idle);
    const { seconds, megabytes, idle } = this.limits;
    const thread = (this.thread ??= threadOf('./crewViews/crewWorker.ts', {
      resourceLimits: { maxOldGenerationSizeMb: megabytes },
    }));
    let timer: ReturnType<typeof setTimeout> | undefined;
    let settle: (answer: CrewAnswered) => void = () => undefined;
    const failed = (error?: Error) => settle({ failed: error?.message ?? 'its thread ended' });
    const heard = (answer: CrewAnswered) => settle(answer);
    try {
      const answer = await new Promise<CrewAnswered>((done) => {
        settle = done;
        timer = setTimeout(() => done({ failed: `it takes more than ${seconds} seconds` }), seconds * 1000);
        thread.on('message', heard).on('error', failed).on('exit', failed);
        thread.postMessage(asked);
      });
      if ('text' in answer) return answer.text;
      await this.close();
      throw new ApiError('unreadable', `This job cannot be worked out here: ${answer.failed}.`);
    } finally {
      clearTimeout(timer);
      thread.off('message', heard).off('error', failed).off('exit', failed);
      this.idle = setTimeout(() => void this.close(), idle);
      this.idle.unref();
    }
  }

  /** Lets the thread go; the next job begins another. */
  async close(): Promise<void> {
    clearTimeout(this.idle);
    const { thread } = this;
    this.thread = null;
    await thread?.terminate();
  }
}
