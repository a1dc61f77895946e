import { execFileSync } from 'node:child_process';
import type { Page } from '@playwright/test';
import { chalk, expect, expectAccessible, study, studyJob, tally, test } from './helpers.ts';

const textOf = (file: string) => execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
async function saved(page: Page): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save PDF' }).click(),
  ]);
  return textOf(await download.path());
}
const dollars = async (page: Page, of: string) => {
  const text = await page.locator(of).innerText();
  return Number(text.replace('−', '-').replaceAll(/[^\d.-]/g, ''));
};
const isSaved = (page: Page) => expect(page.getByText('saved', { exact: true })).toBeVisible();

const each = (cents: number) => ({ cents, per: 'each' });
/** A price for all the study needs, and what it needs at 20 A. */
const pricesOfAll = {
  ...(study as { prices: object }).prices,
  'cable-12/2': { cents: 95, per: 'ft' },
  'breaker-20a-1p-afci': each(5200),
  'wire-connector-small': each(12),
  'wire-connector-middle': each(16),
  'label-cable': each(11),
  'sealant-tube': each(890),
};
const pricedJob = (page: Page, name: string) => studyJob(page, name, { ...study, prices: pricesOfAll });

/** The proposal of a job with an option, made and signed. */
async function signed(page: Page, job: string): Promise<void> {
  await page.goto(`/jobs/${job}/proposal`);
  await page.getByRole('button', { name: 'Make the page' }).click();
  await page.getByLabel('Signed by').fill('A. Customer');
  await page.getByRole('button', { name: 'It is signed' }).click();
  await expect(page.locator('[data-said]')).toContainText('Agreed for');
}

test('a proposal with an option: offered at what it adds, taken, made, signed; then it is part of the job', async ({
  page,
}) => {
  const { 'breaker-20a-1p-afci': _, ...prices } = pricesOfAll;
  const job = await studyJob(page, 'To be signed', { ...study, prices });
  await page.goto(`/jobs/${job}/proposal`);
  await expect(page.locator('[data-total]')).toContainText('$');
  const price = await dollars(page, '[data-total]');
  await page.getByRole('button', { name: 'Offer it at 20 A' }).click();
  const option = page.locator('[data-option="v1"]');
  await expect(option).toContainText('No price yet for Breaker, 20 A');
  await option.getByRole('button', { name: /^Words of/ }).click();
  await option.getByLabel('Called').fill('20 A in the study');
  await option.getByLabel('Called').press('Enter');
  await expect(option.getByRole('checkbox')).toHaveAccessibleName('20 A in the study');
  // Taken without a price for its breaker, the page is a draft without a sum, and nothing to sign.
  await option.getByRole('checkbox').check();
  await expect(page.locator('[data-unpriced]')).toContainText('Breaker, 20 A');
  await isSaved(page);
  await page.getByRole('button', { name: 'Make the page' }).click();
  await expect(page.locator('[data-draft]')).toContainText('Breaker, 20 A');
  await expect(page.getByLabel('Signed by')).toHaveCount(0);
  const draft = await saved(page);
  expect(draft).toMatch(/All together\s+price to follow/);
  expect(draft).toContain('A draft, not to be signed');
  await option.getByRole('checkbox').uncheck();
  const price20 = page.getByRole('group', { name: /^Breaker, 20 A/ }).getByLabel('Price, $');
  await price20.fill('52');
  await price20.press('Enter');
  await expect(page.locator('[data-missing]')).toHaveCount(0);
  await expect(option).toContainText(/20 A in the study.*\+\$\d+/s);
  const adds = await dollars(page, '[data-option="v1"] b');
  // Ticked and pressed at once: the page has it, though its figures are on their way.
  await option.getByRole('checkbox').check();
  await isSaved(page);
  const link = page.getByRole('link', { name: 'Save PDF' });
  const ofDraft = (await link.getAttribute('href')) ?? '';
  await page.getByRole('button', { name: 'Make the page again' }).click();
  await expect(link).not.toHaveAttribute('href', ofDraft);
  expect(await saved(page)).toMatch(/All together\s+\$\d+/);
  await expect(page.getByText('has changed since this page was made')).toHaveCount(0);
  await expect.poll(() => dollars(page, '[data-total]')).toBe(price + adds);
  await page.getByLabel('Not in the price').fill('Plaster and paint.');
  await page.getByLabel('Words before the work').focus();
  await isSaved(page);
  await expectAccessible(page);

  const before = (await link.getAttribute('href')) ?? '';
  await page.getByRole('button', { name: 'Make the page again' }).click();
  await expect(link).not.toHaveAttribute('href', before);
  const text = await saved(page);
  expect(text).toMatch(/20 A in the study/);
  expect(text).toContain('Plaster and paint.');
  expect(text).toContain(`All together`);
  expect(text.replaceAll(',', '')).toContain(`$${price + adds}`);
  expect(text).not.toMatch(/overhead|profit/i);
  await page.getByRole('button', { name: 'It is signed' }).click();
  await expect(page.getByLabel('Signed by')).toBeFocused();
  await page.keyboard.type('A. Customer');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-said]')).toHaveText(/^Agreed for \$/);
  await expect(page.getByRole('heading', { name: 'Change order 1' })).toBeVisible();
  await expect(option).toHaveCount(0);
  await expect(page.getByText('Nothing is otherwise than agreed.')).toBeVisible();
  expect(await saved(page)).toContain('A. Customer');

  await page.reload();
  const agreed = page.getByRole('region', { name: 'Agreed' });
  await expect(agreed).toContainText('A. Customer; 20 A in the study');
  await agreed.getByRole('button', { name: 'Take back…' }).press('Enter');
  await expect(agreed.getByRole('button', { name: 'Keep it' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(agreed.getByRole('button', { name: 'Take back…' })).toBeFocused();
  await expect(agreed).toContainText('A. Customer');
  const plan = (await (await page.request.get(`/api/jobs/${job}`)).json()) as {
    plan: { circuits: Record<string, { amps: number }> };
  };
  expect(Object.values(plan.plan.circuits).map((c) => c.amps)).toContain(20);
});

test('what is otherwise after it was agreed becomes a change order with both prices; the two versions stand beside each other', async ({
  page,
}) => {
  const job = await pricedJob(page, 'Changed later');
  await signed(page, job);
  const before = await dollars(page, '[data-total]');
  await page.getByRole('link', { name: /^boxes/ }).click();
  await page.locator('[data-box=b2]').focus();
  await page.keyboard.press('Delete');
  await expect(page.locator('[data-box=b2]')).toHaveCount(0);
  await isSaved(page);

  await page.goto(`/jobs/${job}/proposal`);
  await expect(page.getByText(/receptacles? instead of/)).toBeVisible();
  const difference = await dollars(page, '[data-difference]');
  expect(difference).toBeLessThan(0);
  expect(await dollars(page, '[data-total]')).toBe(before + difference);
  await page.getByLabel('Why something is otherwise').fill('The bookcase stays.');
  await page.getByRole('button', { name: 'Make the page' }).click();
  await expect(
    page.getByRole('button', { name: /Now, with clouds|Before, with clouds/ }).first(),
  ).toBeVisible();
  const text = await saved(page);
  for (const says of ['Change order 1', 'The bookcase stays.', 'Agreed before', 'Agreed with it', 'Material'])
    expect(text).toContain(says);
  await page.getByLabel('Signed by').fill('A. Customer');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Change order 2' })).toBeVisible();
  await expect.poll(() => dollars(page, '[data-total]')).toBe(before + difference);

  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Versions compared' }).click();
  await expect(page.getByLabel('First')).toHaveText(/change order 1/);
  await expect(page.getByText('Nothing of the work is otherwise.')).toBeVisible();
  await page.getByLabel('First').selectOption({ label: await optionStarting(page, 'First', /proposal$/) });
  await expect(page.getByRole('list', { name: 'What is otherwise' })).toContainText('instead of');
  await expect(page.locator('[data-compared="price"]')).toContainText('−$');
  await expect(page.getByRole('region', { name: 'Material' })).toContainText('14/2');
  await expect(page.getByRole('img', { name: /from above/ })).toHaveCount(2);
  await expectAccessible(page);
});

const optionStarting = async (page: Page, label: string, says: RegExp): Promise<string> => {
  const all = await page.getByLabel(label).locator('option').allInnerTexts();
  return all.find((o) => says.test(o)) ?? '';
};

test('work done in the job becomes an option and leaves it; undo brings it back', async ({ page }) => {
  const job = await pricedJob(page, 'Tried first');
  await page.goto(`/jobs/${job}/boxes`);
  const boxes = Number(await tally(page, 'boxes'));
  await chalk(page, 'receptacle 40 wall A');
  await expect.poll(() => tally(page, 'boxes')).toBe(String(boxes + 1));
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Proposal and changes' }).click();
  await page.getByLabel('Called').fill('One more outlet');
  await page.getByRole('button', { name: 'Offer it instead' }).click();
  const option = page.locator('[data-option="v1"]');
  await expect(option).toContainText(/One more outlet.*\+\$\d+/s);
  await expect.poll(() => tally(page, 'boxes')).toBe(String(boxes));
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(option).toHaveCount(0);
  await expect.poll(() => tally(page, 'boxes')).toBe(String(boxes + 1));
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(option).toHaveCount(1);
  await expect.poll(() => tally(page, 'boxes')).toBe(String(boxes));
});

test('a page that another window has overtaken is not signed, and nothing is lost', async ({
  page,
  context,
}) => {
  const job = await pricedJob(page, 'Overtaken');
  const other = await context.newPage();
  await other.goto(`/jobs/${job}/boxes`);
  await page.goto(`/jobs/${job}/proposal`);
  await page.getByRole('button', { name: 'Make the page' }).click();
  await page.getByLabel('Signed by').fill('A. Customer');
  await other.locator('[data-box=b2]').focus();
  await other.keyboard.press('Delete');
  await expect(page.getByText('has changed since this page was made')).toBeVisible();
  await expect(page.getByRole('button', { name: 'It is signed' })).toBeDisabled();
  await page.getByRole('button', { name: 'Make the page again' }).click();
  await expect(page.getByRole('button', { name: 'It is signed' })).toBeEnabled();
  await expect(page.getByLabel('Signed by')).toHaveValue('A. Customer');
  await page.getByRole('button', { name: 'It is signed' }).click();
  await expect(page.locator('[data-said]')).toContainText('Agreed for');
  // Signed by mistake, it is taken back, and the proposal is one again.
  await page.getByRole('button', { name: 'Take back…' }).click();
  await page.getByRole('button', { name: 'It was not agreed' }).click();
  await expect(page.locator('[data-said]')).toContainText('Proposal is taken back.');
  await expect(page.getByRole('heading', { name: 'Proposal', exact: true })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Agreed' })).toHaveCount(0);
});
