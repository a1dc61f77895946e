import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { chalk, expect, expectAccessible, studyJob, tally, test } from './helpers.ts';

/** A saved PDF as another program reads it. */
const info = (file: string) => execFileSync('pdfinfo', [file], { encoding: 'utf8' });
const textOf = (file: string) => execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });

async function saved(page: Page): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save PDF' }).click(),
  ]);
  return download.path();
}
const pages = (page: Page) => page.getByRole('list', { name: 'Pages' }).getByRole('button');

test('a set of sheets is chosen, ordered by keys, made, looked at, saved and opened; it stays chosen', async ({
  page,
}) => {
  const job = await studyJob(page, 'Sheets of the study');
  await page.goto(`/jobs/${job}/documents`);
  for (const sheet of ['Cover', 'Make-up', 'Labels', 'Cable flags', 'Story poles', 'Takeoff'])
    await page.getByRole('checkbox', { name: new RegExp(`^${sheet}`) }).uncheck();
  await expect(page.getByRole('list', { name: 'Left out' }).getByRole('checkbox')).toHaveCount(6);
  await page.getByRole('button', { name: 'Rooms earlier' }).focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Enter');
  await page.getByLabel('Called').fill('For the inspector');
  await page.getByLabel('Called').press('Enter');
  await expect(page.getByLabel('Set', { exact: true })).toHaveText('For the inspector');
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Make the sheets' }).click();
  await expect(pages(page).first()).toContainText('1 Study: walls');
  await pages(page).first().click();
  await expect(page.getByRole('img', { name: 'Page 1: Study: walls' })).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/^2 of \d+$/)).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(pages(page).nth(1)).toBeFocused();

  const file = await saved(page);
  expect(info(file)).toMatch(/Title:\s+Sheets of the study/);
  expect(info(file)).toMatch(new RegExp(`Pages:\\s+${await pages(page).count()}\\n`));
  expect(textOf(file)).toContain('Bottom from');

  const others = page.getByRole('region', { name: 'For other programs' });
  for (const [name, begins] of [
    ['Main, DXF', '0\nSECTION'],
    ['Lists, XLSX', 'PK'],
    ['House, IFC', 'ISO-10303-21;'],
    ['Plan, JSON', '{'],
  ] as const) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      others.locator('a, button').filter({ hasText: name }).click(),
    ]);
    const content = readFileSync(await download.path(), 'latin1');
    expect(content.slice(0, begins.length).replace(/\r/g, ''), name).toBe(begins);
  }

  await page.reload();
  await expect(page.getByLabel('Called')).toHaveValue('For the inspector');
  await expect(page.getByRole('checkbox', { name: /^Cover/ })).not.toBeChecked();
});

test('a set is issued, the job changes, and the next issue has clouds; the first is had again as it was', async ({
  page,
}) => {
  const job = await studyJob(page, 'Issued twice');
  await page.goto(`/jobs/${job}/documents`);
  await page.getByRole('button', { name: 'Keep this set' }).click();
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Issue as 1' }).click();
  await expect(page.getByText('All sheets, issue 1')).toBeVisible();
  const first = textOf(await saved(page));
  expect(first).toContain('Issue 1');
  expect(first).not.toContain('Clouds are drawn');

  await page.getByRole('link', { name: 'boxes', exact: true }).click();
  const boxes = await tally(page, 'boxes');
  await chalk(page, 'receptacle 40 wall A');
  await expect.poll(() => tally(page, 'boxes')).not.toBe(boxes);
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.goto(`/jobs/${job}/documents`);
  await page.getByRole('button', { name: 'Issue as 2' }).click();
  await expect(page.getByText('All sheets, issue 2')).toBeVisible();
  expect(textOf(await saved(page))).toContain('Clouds are drawn around what changed');

  const issued = page.getByRole('region', { name: 'Issued' });
  await issued.getByRole('button', { name: 'Show' }).nth(1).click();
  await expect(page.getByText('All sheets, issue 1')).toBeVisible();
  expect(textOf(await saved(page))).toBe(first);
});

test('cable labels go to the label printer; it jams, is cleared, and goes on where it stopped', async ({
  page,
}) => {
  const job = await studyJob(page, 'Labels of the study');
  const { address } = (await (await page.request.get('/api/label-printer')).json()) as { address: string };
  await page.request.post(`${address}/jam?after=3`);
  await page.goto(`/jobs/${job}/documents`);
  const printer = page.getByRole('region', { name: 'Label printer' });
  await printer.getByRole('button', { name: /^Print \d+ cable labels$/ }).click();
  await expect(printer.getByRole('status')).toContainText('The label printer is jammed: 3 of');
  await page.request.post(`${address}/clear`);
  await printer.getByRole('button', { name: 'Go on from 4' }).click();
  await expect(printer.getByRole('status')).toContainText(/^All \d+ came out\.$/);
  await expect(printer.getByRole('img', { name: 'The strip as it hangs out of the printer' })).toBeVisible();
  await expectAccessible(page);
});

test.describe('without a network', () => {
  test.use({ allowed: /Failed to load resource|ERR_FAILED|ERR_INTERNET_DISCONNECTED/ });
  test('a job whose sheets cannot be made says why, and what is not saved yet is waited for', async ({
    page,
    context,
  }) => {
    const job = await studyJob(page, 'No network for sheets');
    await page.goto(`/jobs/${job}/documents`);
    await expect(page.getByRole('button', { name: 'Make the sheets' })).toBeEnabled();
    await page.route('**/api/jobs/*/sheets', (route) => route.abort());
    await page.getByRole('button', { name: 'Make the sheets' }).click();
    await expect(page.getByRole('alert')).toContainText('The server cannot be reached');
    await page.unroute('**/api/jobs/*/sheets');
    // What makes changes has been loaded before.
    await expect(page.getByRole('checkbox', { name: /^Cover/ })).toBeEnabled();
    await context.setOffline(true);
    await page.getByRole('checkbox', { name: /^Cover/ }).uncheck();
    await expect(page.getByText('Sheets are made once the last change is saved')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Make the sheets' })).toBeDisabled();
    await context.setOffline(false);
    await expect(page.getByRole('button', { name: 'Make the sheets' })).toBeEnabled({ timeout: 15_000 });
  });
});
