import { Worker } from 'node:worker_threads';

/** One answer that somebody waited for, in milliseconds. */
export interface Wait {
  /** 0 where there was no answer. */
  readonly status: number;
  readonly wait: number;
  /** How long whoever waited stood still himself. */
  readonly still: number;
  /** How long, at most, a processor was lent to another machine meanwhile. */
  readonly lent: number;
  /** How long the server waited for a processor. */
  readonly inLine: number;
}

/** Asks a process something plain all the while, from a thread that does nothing else. */
export class Bystander {
  private readonly thread: Worker;

  constructor(url: string, pid: number) {
    this.thread = new Worker(new URL('./bystander.mjs', import.meta.url), { workerData: { url, pid } });
  }

  async stop(): Promise<readonly Wait[]> {
    const seen = new Promise<readonly Wait[]>((done, fail) => {
      this.thread.once('message', done);
      this.thread.once('error', fail);
    });
    this.thread.postMessage('stop');
    return seen;
  }

  async end(): Promise<void> {
    await this.thread.terminate();
  }
}

/** Nobody may wait longer for a plain answer, in milliseconds, where the server has the machine to itself. */
export const longestWait = 250;

export interface WaitsJudged {
  /** Without what the machine did, in milliseconds. */
  readonly longest: number;
  readonly faults: readonly string[];
  readonly says: string;
}

/** What the machine did, rather than the server: it let the one who waited stand still himself, or lent a processor away. */
const machines = ({ still, lent }: Wait) => Math.max(still, lent);

/** Who waited too long, or in vain. What the machine did does not count. */
export function judgeWaits(waits: readonly Wait[], most = longestWait): WaitsJudged {
  const own = (one: Wait) => Math.max(0, one.wait - machines(one));
  const inOrder = [...waits].sort((a, b) => own(a) - own(b));
  const last = inOrder.at(-1);
  const longest = last ? Math.round(own(last)) : 0;
  const usual = inOrder[Math.floor(inOrder.length * 0.999)];
  const words = (one: Wait) =>
    `${Math.round(one.wait)} ms, of which the machine stood still for ${Math.round(machines(one))} and the server was in line for a processor for ${Math.round(one.inLine)}`;
  return {
    longest,
    faults: [
      ...waits
        .filter(({ status }) => status !== 200)
        .map(({ status }) => `a plain question was answered ${status}`),
      ...waits.filter((one) => own(one) > most).map((one) => `a plain answer took ${words(one)}`),
    ],
    says: `${waits.length} plain answers took ${usual ? Math.round(own(usual)) : 0} ms at most but for one in a thousand, the longest ${last ? words(last) : 'none'}`,
  };
}
