import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chalk, expect, studyJob, test } from './helpers.ts';

const root = new URL('..', import.meta.url).pathname;
test.use({ allowed: /Failed to load resource|ERR_|409|5\d\d/ });

/** A server of its own data file, which can be ended and begun again under the same address. */
class OwnServer {
  readonly folder = mkdtempSync(join(tmpdir(), 'fieldchalk-restored-'));
  readonly data = join(this.folder, 'fieldchalk.sqlite');
  private child: ChildProcess | null = null;
  private port = '0';
  address = '';

  async start(): Promise<void> {
    const env = { ...process.env, PORT: this.port, HOST: '127.0.0.1', FIELDCHALK_DATA: this.data };
    const child = spawn(process.execPath, ['server/dist/start.js'], { cwd: root, env });
    this.child = child;
    this.address = await new Promise<string>((up, fail) => {
      child.stdout.on('data', (text: Buffer) => {
        const found = /http:\/\/[\d.:]+\d/.exec(String(text));
        if (found) up(found[0]);
      });
      child.on('exit', (code) => fail(new Error(`the server ended with ${code}`)));
    });
    this.port = new URL(this.address).port;
  }

  async stop(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    const ended = new Promise((end) => child.on('exit', end));
    child.kill('SIGTERM');
    await ended;
  }

  /** `npm run backup` or `restore`. */
  command(what: 'backup' | 'restore', copy: string): string {
    const done = spawnSync(process.execPath, ['--import', 'tsx', 'server/src/backupCommand.ts', what, copy], {
      cwd: root,
      env: { ...process.env, FIELDCHALK_DATA: this.data },
      encoding: 'utf8',
    });
    expect([done.status, done.stderr]).toEqual([0, '']);
    return done.stdout;
  }
}

test('yesterday’s copy is put back under an open window: it is told, goes on, and what is gone can be made again', async ({
  page,
}) => {
  const server = new OwnServer();
  const copy = join(server.folder, 'copy.sqlite');
  try {
    await server.start();
    const made = await page.request.post(`${server.address}/api/jobs`, { data: { name: 'From yesterday' } });
    const { id } = (await made.json()) as { id: string };
    const boxes = async () => {
      const job = (await (await page.request.get(`${server.address}/api/jobs/${id}`)).json()) as {
        plan: { boxes: object };
      };
      return Object.keys(job.plan.boxes).length;
    };
    await page.goto(`${server.address}/jobs/${id}/walk`);
    await chalk(page, 'room Shed storage', "12' right", "10' right", "12' right", "10' right");
    await expect(page.getByText('saved', { exact: true })).toBeVisible();
    await page.goto(`${server.address}/jobs/${id}/boxes`);
    await chalk(page, 'receptacle 40 wall A');
    await expect.poll(boxes).toBe(1);
    expect(server.command('backup', copy)).toContain('1 job');
    await chalk(page, 'receptacle 70 wall A');
    await expect.poll(boxes).toBe(2);

    await server.stop();
    server.command('restore', copy);
    await chalk(page, 'receptacle 40 wall B');
    await server.start();
    await expect(page.getByText('put back to an earlier state').first()).toBeVisible();
    await expect.poll(boxes).toBe(2);
    const aside = page.locator('[data-aside]');
    await expect(aside).toContainText('The server had it, and its data were put back to before it.');
    await page.getByRole('button', { name: 'Make it again' }).click();
    await expect(aside).toHaveCount(0);
    await expect.poll(boxes).toBe(3);
    await expect(page.getByText('saved', { exact: true })).toBeVisible();
  } finally {
    await server.stop();
    rmSync(server.folder, { recursive: true, force: true });
  }
});

test('what never changes is kept by the browser, what is of a job is not', async ({ page }) => {
  const job = await studyJob(page, 'Read again');
  const asset = await page.request.get('/');
  const script = /assets\/[^"]+\.js/.exec(await asset.text())?.[0] ?? '';
  expect((await page.request.get(`/${script}`)).headers()['cache-control']).toContain('immutable');
  expect((await page.request.get(`/api/jobs/${job}`)).headers()['cache-control']).toBe('no-store');
});
