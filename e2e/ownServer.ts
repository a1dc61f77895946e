import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { serverArgs } from '../tools/serverArgs.mjs';

const root = new URL('..', import.meta.url).pathname;

/** A server of its own data file, which can be ended and begun again under the same address. */
export class OwnServer {
  readonly folder = mkdtempSync(join(tmpdir(), 'fieldchalk-restored-'));
  readonly data = join(this.folder, 'fieldchalk.sqlite');
  private child: ChildProcess | null = null;
  private port = '0';
  address = '';
  /** All it has printed. */
  said = '';

  constructor(private readonly env: Record<string, string> = { FIELDCHALK_DEMO: '1' }) {}

  async start(): Promise<void> {
    const own = { PORT: this.port, HOST: '127.0.0.1', FIELDCHALK_DATA: this.data };
    const env = { ...process.env, ...own, ...this.env };
    const child = spawn(process.execPath, [...serverArgs], { cwd: root, env });
    this.child = child;
    this.address = await new Promise<string>((up, fail) => {
      child.stdout.on('data', (text: Buffer) => {
        this.said += String(text);
        const found = /http:\/\/[\w.]+:\d+/.exec(this.said);
        if (found) up(found[0]);
      });
      child.on('exit', (code) => fail(new Error(`the server ended with ${code}`)));
    });
    this.port = new URL(this.address).port;
  }

  /** The link it prints while nobody owns it. */
  async ownerLink(): Promise<string> {
    await expect.poll(() => this.said).toContain('/join#');
    return /http:\S+\/join#\S+/.exec(this.said)?.[0] ?? '';
  }

  async stop(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    const ended = new Promise((end) => child.on('exit', end));
    child.kill('SIGTERM');
    await ended;
  }

  /** Ends it and takes its data away. */
  async remove(): Promise<void> {
    await this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** `npm run backup` or `restore`. */
  command(what: 'backup' | 'restore', copy: string): string {
    const done = spawnSync(process.execPath, ['server/dist/backupCommand.js', what, copy], {
      cwd: root,
      env: { ...process.env, FIELDCHALK_DATA: this.data },
      encoding: 'utf8',
    });
    expect([done.status, done.stderr]).toEqual([0, '']);
    return done.stdout;
  }
}
