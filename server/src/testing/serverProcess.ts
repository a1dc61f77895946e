import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { serverArgs } from '../../../tools/serverArgs.mjs';

const here = new URL('../../..', import.meta.url).pathname;

/** The server as it is built, a process of its own that can be killed and begun again on the same data. A program on its machine asks as the demo's owner. */
export class ServerProcess {
  private child: ChildProcess | null = null;
  address = '';
  /** All it has printed, errors as well. */
  said = '';

  /** `root` is the tree it was built in. */
  constructor(
    private readonly env: Readonly<Record<string, string>>,
    private readonly root = here,
  ) {}

  async start(): Promise<void> {
    const own = {
      // Begun again it is where it was.
      PORT: this.address === '' ? '0' : new URL(this.address).port,
      HOST: '127.0.0.1',
      FIELDCHALK_DEMO: '1',
      FIELDCHALK_LOG: 'silent',
      FIELDCHALK_REQUESTS: '10000000',
    };
    const child = spawn(process.execPath, [...serverArgs], {
      cwd: this.root,
      env: { ...process.env, ...own, ...this.env },
    });
    this.child = child;
    this.said = '';
    this.address = await new Promise<string>((up, fail) => {
      const hear = (text: Buffer) => {
        this.said += String(text);
        const found = /http:\/\/[\w.]+:\d+/.exec(this.said);
        if (found) up(found[0]);
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      child.on('exit', (code) => fail(new Error(`the server ended with ${code}: ${this.said}`)));
    });
  }

  get pid(): number {
    return this.child?.pid ?? 0;
  }

  /** Resident memory, in megabytes; 0 where it does not run. */
  get megabytes(): number {
    if (!this.isUp) return 0;
    const found = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${this.pid}/status`, 'utf8'));
    return Math.round(Number(found?.[1] ?? 0) / 1024);
  }

  get isUp(): boolean {
    return this.child !== null && this.child.exitCode === null && this.child.signalCode === null;
  }

  async end(signal: 'SIGKILL' | 'SIGTERM'): Promise<void> {
    const { child } = this;
    if (!child || !this.isUp) return;
    const ended = new Promise((done) => child.on('exit', done));
    child.kill(signal);
    await ended;
  }
}
