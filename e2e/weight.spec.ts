import { gzipSync } from 'node:zlib';
import type { Page } from '@playwright/test';
import { demoJob, expect, test } from './helpers.ts';

/** What a page has loaded of script, without what its worker loads for itself, gzipped: thousands of bytes. */
async function weight(page: Page): Promise<number> {
  const urls = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .map((e) => e.name)
      .filter((name) => name.endsWith('.js') && !/[wW]orker-[\w-]+\.js$/.test(name)),
  );
  expect(urls.length).toBeGreaterThan(1);
  const bodies = await Promise.all(
    [...new Set(urls)].map(async (url) => (await page.request.get(url)).body()),
  );
  return bodies.reduce((sum, body) => sum + gzipSync(body).length, 0) / 1000;
}

test('the first screen, the workspace and the crew’s page load no more script than they may', async ({
  page,
}) => {
  const job = await demoJob(page);
  const pages = [
    { path: '/', ready: '[data-job]', most: 60 },
    { path: `/jobs/${job}/boxes`, ready: '[data-box]', most: 220 },
    { path: `/jobs/${job}/walk`, ready: '[data-tally]', most: 220 },
    { path: `/jobs/${job}/runs`, ready: '[data-tally]', most: 220 },
    { path: `/crew/${job}`, ready: 'section', most: 120 },
  ];
  for (const { path, ready, most } of pages) {
    await page.goto('about:blank');
    await page.goto(path);
    await expect(page.locator(ready).first()).toBeVisible();
    await page.waitForLoadState('networkidle');
    const kilobytes = await weight(page);
    console.info(
      `script of ${path.replace(job, ':job')}: ${kilobytes.toFixed(1)} kB gzipped, at most ${most}`,
    );
    expect(kilobytes, path).toBeLessThanOrEqual(most);
    if (path.endsWith('/boxes')) {
      // What makes changes comes with the first touch.
      await page.keyboard.press('Shift');
      await expect.poll(() => weight(page)).toBeGreaterThan(kilobytes + 20);
      console.info(`once it is touched: ${(await weight(page)).toFixed(1)} kB`);
    }
  }
});
