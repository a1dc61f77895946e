import { test, type Page } from '@playwright/test';
import { demoJob } from './helpers.ts';

/** One picture of each main view, from the demo, for docs/screenshots. */
const shot = (name: string) => ({ path: `docs/screenshots/${name}.png` });
const settle = (page: Page) => page.waitForTimeout(700);

async function study(page: Page, stage: string): Promise<void> {
  await page.goto(`/jobs/${await demoJob(page)}/${stage}`);
  await page.locator('[data-plan-box]').first().waitFor();
  // Marks come first, cable and figures after.
  await page.locator('[data-tally]').first().waitFor();
  await page.locator('header button[aria-haspopup=listbox]').click();
  await page.getByRole('option', { name: 'Study' }).click();
  await settle(page);
}

test('workspace', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: /Marl Street/ }).waitFor();
  await page.locator('[data-state=box]').waitFor();
  await page.screenshot(shot('jobs'));
  for (const stage of ['walk', 'boxes', 'circuits', 'runs', 'make-up', 'order', 'crew', 'prove']) {
    await study(page, stage);
    if (stage === 'walk')
      await page
        .locator('[data-wall=w21] > polygon')
        .first()
        .click({ position: { x: 3, y: 40 } });
    if (stage === 'boxes') await page.locator('[data-box=b85]').click();
    if (stage === 'circuits') await page.getByRole('button', { name: /^Breaker 14 / }).click();
    if (stage === 'runs') {
      await page.locator('[data-run]').nth(2).click();
      await page.getByRole('button', { name: 'See through the house' }).click();
      await page.locator('[data-see-through][aria-label*="round"]').waitFor();
    }
    if (stage === 'make-up') await page.locator('[data-plan-box=b85]').click();
    if (stage === 'order') await page.locator('[data-item="cable-12/2"] button').click();
    if (stage === 'prove') await page.keyboard.press('n');
    if (stage === 'crew') await page.getByRole('button', { name: 'Make a link for a phone' }).click();
    await settle(page);
    const named: Record<string, string> = { runs: 'seen-through', 'make-up': 'makeup' };
    await page.screenshot(shot(named[stage] ?? stage));
  }
});

test('dark workspace', async ({ page }) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  await study(page, 'runs');
  await settle(page);
  await page.screenshot(shot('runs-dark'));
});

test('people', async ({ page }) => {
  await page.goto('/people');
  await page.getByLabel('Whom you invite').fill('Rowan');
  await page.getByRole('button', { name: 'Make an invitation' }).click();
  await page.locator('[data-share]').waitFor();
  await settle(page);
  await page.screenshot(shot('people'));
});

test('house rules', async ({ page }) => {
  await page.goto(`/jobs/${await demoJob(page)}/rules`);
  await page.getByLabel('Longest gap between receptacles').fill(`8'`);
  await page.getByLabel('Longest gap between receptacles').press('Enter');
  await page.locator('[data-pending] li').first().waitFor();
  await settle(page);
  await page.screenshot(shot('rules'));
});

test('a room list read', async ({ page }) => {
  await page.goto('/import');
  const rows = `name,use,length,width,height\nSun room,sunroom,14',12',8'1"\nMud room,mud,8',6'6",8'1"\nStore,storage,10',7',7'`;
  const file = { name: 'rooms.csv', mimeType: 'text/csv', buffer: Buffer.from(rows) };
  await page.locator('input[type=file]').setInputFiles(file);
  await page.locator('[data-counts]').waitFor();
  await settle(page);
  await page.screenshot(shot('import'));
});

test('phones', async ({ page }) => {
  const job = await demoJob(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.request.post('/api/session/demo');
  await page.goto(`/crew/${job}`);
  await page.locator('[data-task]').first().click();
  await settle(page);
  await page.screenshot(shot('crew-phone'));
  await page.goto(`/jobs/${job}/drilling`);
  await page.locator('[data-drilling]').first().waitFor();
  await settle(page);
  await page.screenshot(shot('drilling-phone'));
});

test('sheets of the circuits', async ({ page }) => {
  const job = await demoJob(page);
  for (const [path, name] of [
    ['audit', 'audit'],
    ['load', 'load'],
  ] as const) {
    await page.goto(`/jobs/${job}/${path}`);
    await page.locator('[data-audit], [data-load]').first().waitFor();
    await page.getByText('This is being worked out…').first().waitFor({ state: 'hidden' });
    await settle(page);
    await page.screenshot(shot(name));
  }
});

test('documents', async ({ page }) => {
  const job = await demoJob(page);
  await page.goto(`/jobs/${job}/documents`);
  await page.getByRole('button', { name: 'Make the sheets' }).click();
  await page.getByRole('list', { name: 'Pages' }).waitFor();
  await page.waitForLoadState('networkidle');
  await settle(page);
  await page.screenshot(shot('documents'));
});

test('proposal', async ({ page }) => {
  const job = await demoJob(page);
  await page.goto(`/jobs/${job}/proposal`);
  await page.getByRole('button', { name: 'Offer it at 20 A' }).click();
  await page.locator('[data-option]').getByRole('checkbox').check();
  await page.getByText('saved', { exact: true }).waitFor();
  await page.getByRole('button', { name: 'Make the page' }).click();
  await page.getByRole('list', { name: 'Pages' }).waitFor();
  await page.waitForLoadState('networkidle');
  await settle(page);
  await page.screenshot(shot('proposal'));
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.locator('[data-option]').waitFor({ state: 'detached' });
});
