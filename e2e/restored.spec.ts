import { join } from 'node:path';
import { chalk, expect, studyJob, test } from './helpers.ts';
import { OwnServer } from './ownServer.ts';

test.use({ allowed: /Failed to load resource|ERR_|409|5\d\d/ });

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
    // All that was typed is done, then saved.
    await expect(page.locator('[data-wall]')).toHaveCount(4);
    await expect(page.getByText('saved', { exact: true })).toBeVisible();
    await page.goto(`${server.address}/jobs/${id}/boxes`);
    await chalk(page, 'receptacle 40 wall A');
    await expect.poll(boxes).toBe(1);
    expect(server.command('backup', copy)).toContain('2 jobs');
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
    await server.remove();
  }
});

test('what never changes is kept by the browser, what is of a job is not', async ({ page }) => {
  const job = await studyJob(page, 'Read again');
  const asset = await page.request.get('/');
  const script = /assets\/[^"]+\.js/.exec(await asset.text())?.[0] ?? '';
  expect((await page.request.get(`/${script}`)).headers()['cache-control']).toContain('immutable');
  expect((await page.request.get(`/api/jobs/${job}`)).headers()['cache-control']).toBe('no-store');
});
