import type { Worker } from 'node:worker_threads';
import { threadOf } from './threads.ts';

export interface ThreadLimits {
  /** For one answer. */
  readonly seconds: number;
  readonly megabytes: number;
  /** So long the thread stays when nobody asks, in milliseconds. */
  readonly idle: number;
}

/** Why a thread gave no answer: the message says it in words that follow a colon. */
export class ThreadFailed extends Error {}

/**
 * A thread that is asked one thing at a time and stays a while for the next; one that takes too long, or too much, is ended, and another begun. A message with
 * `told` in it says how far it is, and is no answer.
 */
export class KeptThread<Asked, Answered, Told = never> {
  private last: Promise<unknown> = Promise.resolve();
  private thread: Worker | null = null;
  private idle: ReturnType<typeof setTimeout> | undefined;

  /** `file` is named from this folder. */
  constructor(
    private readonly file: string,
    private readonly limits: ThreadLimits,
  ) {}

  /** Rejects with ThreadFailed. */
  ask(asked: Asked, told: (how: Told) => void = () => undefined): Promise<Answered> {
    const answer = this.last.then(() => this.answer(asked, told));
    this.last = answer.catch(() => undefined);
    return answer;
  }

  private begun(megabytes: number): Worker {
    const thread = threadOf(this.file, { resourceLimits: { maxOldGenerationSizeMb: megabytes } });
    // One that ends while nobody asks takes nobody along, and is asked no more.
    thread.on('error', () => undefined);
    thread.on('exit', () => {
      if (this.thread === thread) this.thread = null;
    });
    return thread;
  }

  private async answer(asked: Asked, told: (how: Told) => void): Promise<Answered> {
    clearTimeout(this.idle);
    const { seconds, megabytes, idle } = this.limits;
    const thread = (this.thread ??= this.begun(megabytes));
    let timer: ReturnType<typeof setTimeout> | undefined;
    let settle: (answer: Answered | ThreadFailed) => void = () => undefined;
    const failed = (error?: Error) => settle(new ThreadFailed(error?.message ?? 'its thread ended'));
    const heard = (answer: Answered | { told: Told }) =>
      typeof answer === 'object' && answer !== null && 'told' in answer ? told(answer.told) : settle(answer);
    try {
      const answer = await new Promise<Answered | ThreadFailed>((done) => {
        settle = done;
        const tooLong = new ThreadFailed(`it takes more than ${seconds} seconds`);
        timer = setTimeout(() => done(tooLong), seconds * 1000);
        thread.on('message', heard).on('error', failed).on('exit', failed);
        thread.postMessage(asked);
      });
      if (!(answer instanceof ThreadFailed)) return answer;
      await this.close();
      throw answer;
    } finally {
      clearTimeout(timer);
      thread.off('message', heard).off('error', failed).off('exit', failed);
      this.idle = setTimeout(() => void this.close(), idle);
      this.idle.unref();
    }
  }

  /** Lets the thread go; the next question begins another. */
  async close(): Promise<void> {
    clearTimeout(this.idle);
    const { thread } = this;
    this.thread = null;
    await thread?.terminate();
  }
}
