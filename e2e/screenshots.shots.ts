import { test } from '@playwright/test';
import { demoJob } from './helpers.ts';

/** One picture of each main view, from the demo, for docs/screenshots. */
const shot = (name: string) => ({ path: `docs/screenshots/${name}.png` });

test('workspace', async ({ page }) => {
  const job = await demoJob(page);
  await page.goto('/');
  await page.getByRole('link', { name: /Marl Street/ }).waitFor();
  await page.screenshot(shot('jobs'));
  for (const stage of ['walk', 'boxes', 'circuits', 'runs', 'order', 'crew']) {
    await page.goto(`/jobs/${job}/${stage}`);
    await page.locator('[data-box]').first().waitFor();
    if (stage === 'boxes') await page.locator('[data-box=b2]').click();
    if (stage === 'crew' && (await page.locator('[data-share]').count()) === 0)
      await page.getByRole('button', { name: 'Make a share link' }).click();
    await page.waitForTimeout(400);
    await page.screenshot(shot(stage));
  }
});

test('dark workspace', async ({ page }) => {
  const job = await demoJob(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.goto(`/jobs/${job}/runs`);
  await page.locator('[data-box]').first().waitFor();
  await page.waitForTimeout(400);
  await page.screenshot(shot('runs-dark'));
});

test('crew', async ({ page }) => {
  const job = await demoJob(page);
  const { token } = (await (await page.request.post(`/api/jobs/${job}/shares`, { data: {} })).json()) as {
    token: string;
  };
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/crew/${token}`);
  await page.locator('[data-task]').first().click();
  await page.waitForTimeout(400);
  await page.screenshot(shot('crew-phone'));
});
