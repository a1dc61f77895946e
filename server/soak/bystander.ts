import { Worker } from 'node:worker_threads';

/** One answer that somebody waited for, in milliseconds. */
export interface Wait {
  /** 0 where there was no answer. */
  readonly status: number;
  readonly wait: number;
  /** How long whoever waited stood still himself. */
  readonly still: number;
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
  /** Without what whoever waited stood still himself, in milliseconds. */
  readonly longest: number;
  readonly faults: readonly string[];
  readonly says: string;
}

/** Who waited too long, or in vain. What the one who waited stood still himself is the machine’s doing. */
export function judgeWaits(waits: readonly Wait[], most = longestWait): WaitsJudged {
  const own = ({ wait, still }: Wait) => Math.max(0, wait - still);
  const inOrder = [...waits].sort((a, b) => own(a) - own(b));
  const last = inOrder.at(-1);
  const longest = last ? Math.round(own(last)) : 0;
  const usual = inOrder[Math.floor(inOrder.length * 0.999)];
  const words = ({ wait, still, inLine }: Wait) =>
    `${Math.round(wait)} ms, of which the machine stood still for ${Math.round(still)} and the server was in line for a processor for ${Math.round(inLine)}`;
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
