import { type Plan, type PlanReading, readPlanText } from '@fieldchalk/core';
import { ApiError } from '../errors.ts';
import { KeptThread, ThreadFailed, type ThreadLimits } from '../keptThread.ts';
import type { Answered, Asked, ChangeJudged, ChangeRead, NewJobRead, PlanRead } from './asideWorker.ts';

const usualLimits: ThreadLimits = { seconds: 30, megabytes: 1024, idle: 60_000 };
/** What is no longer than this many characters is read where it is: that takes less than 50 ms, and a thread takes longer to begin. */
export const readHere = 150_000;

/** So many of one person's wait their turn; more are sent away. */
const mostInLine = 4;

/** Text of ours has no character zero, and PostgreSQL takes none. */
export const noZero = (): ApiError =>
  new ApiError('bad-request', 'There is a character in it that text does not have (U+0000).');

/** A body so long that it is read aside: its bytes, which no thread has to copy to see. To make text of them takes as long as to parse them. */
export class LongBody {
  readonly bytes: SharedArrayBuffer;

  constructor(bytes: Uint8Array) {
    this.bytes = new SharedArrayBuffer(bytes.length);
    new Uint8Array(this.bytes).set(bytes);
  }
}

/** Reads and judges what is large in a thread of its own, so that nobody else waits for its checks. */
export class Aside {
  private readonly thread: KeptThread<Asked, Answered>;
  /** What each person has asked for and waits for, last in line. */
  private readonly lines = new Map<string, { last: Promise<unknown>; count: number }>();

  constructor(limits: ThreadLimits = usualLimits) {
    this.thread = new KeptThread('./aside/asideWorker.ts', limits);
  }

  /** A plan from its text, checked. */
  async plan(text: string): Promise<PlanReading> {
    if (text.length <= readHere) return readPlanText(text);
    const read = (await this.ask({ plan: text })) as PlanRead;
    if (read.ok) return { ok: true, plan: JSON.parse(read.text) as Plan };
    return { ok: false, problems: [...read.problems] };
  }

  /** A new job from the body that asks for it. Throws what is wrong with it. */
  async newJob({ bytes }: LongBody, by: string): Promise<Extract<NewJobRead, { ok: true }>> {
    const read = (await this.inLine(by, { newJob: bytes })) as NewJobRead;
    if (read.ok) return read;
    throw refusal(read, 'The plan was not taken; nothing was stored.');
  }

  /** The plan of the example job. */
  async example(): Promise<Plan> {
    const read = (await this.ask({ example: true })) as PlanRead;
    if (read.ok) return JSON.parse(read.text) as Plan;
    throw refusal(read, 'The example could not be made.');
  }

  /** A change from its body, judged on a plan. Throws what makes it none. */
  async change({ bytes }: LongBody, on: Plan, by: string): Promise<ChangeJudged> {
    const read = (await this.inLine(by, { change: bytes, on: JSON.stringify(on) })) as ChangeRead;
    if (read.ok) return read;
    throw refusal(read, 'The change was not taken; nothing was stored.');
  }

  /** One at a time for each person: nobody waits for all that another has sent. */
  private async inLine(by: string, asked: Asked): Promise<Answered> {
    const line = this.lines.get(by) ?? { last: Promise.resolve(), count: 0 };
    if (line.count >= mostInLine)
      throw new ApiError('busy', 'Several long changes of yours are being checked. Wait for them.');
    line.count++;
    const answer = line.last.then(() => this.ask(asked));
    line.last = answer.catch(() => undefined);
    this.lines.set(by, line);
    try {
      return await answer;
    } finally {
      if (--line.count === 0) this.lines.delete(by);
    }
  }

  private async ask(asked: Asked): Promise<Answered> {
    try {
      return await this.thread.ask(asked);
    } catch (error) {
      if (!(error instanceof ThreadFailed)) throw error;
      return {
        ok: false,
        code: 'bad-plan',
        problems: [{ path: '', message: `is too much: ${error.message}` }],
      };
    }
  }

  close(): Promise<void> {
    return this.thread.close();
  }
}

function refusal({ code, problems }: Extract<Answered, { ok: false }>, ofPlan: string): ApiError {
  if (code === 'zero') return noZero();
  return new ApiError(code, code === 'bad-plan' ? ofPlan : 'Some fields need another look.', problems);
}
