import type { Page } from '@playwright/test';
import { chalk, expect, studyJob, test } from './helpers.ts';

test.use({ allowed: /Failed to load resource|ERR_FAILED|422|409|QuotaExceededError: full/ });

interface Planned {
  readonly boxes: Record<string, { on: { at: number; height?: { value: number } } }>;
}
const planOf = async (page: Page, job: string) =>
  ((await (await page.request.get(`/api/jobs/${job}`)).json()) as { plan: Planned }).plan;
const sending = '**/changes';

test('two windows cut off add boxes and set the height of one: each new box is there, and who replaced what is said', async ({
  page,
  context,
}) => {
  const job = await studyJob(page, 'Together');
  const other = await context.newPage();
  for (const window of [page, other]) {
    await window.goto(`/jobs/${job}/boxes`);
    await expect(window.locator('[data-box=b2]')).toBeVisible();
    await window.route(sending, (route) => route.abort());
    await window.route('**/events', (route) => route.abort());
  }
  const before = Object.keys((await planOf(page, job)).boxes).length;
  await chalk(page, 'receptacle 40 wall A');
  await chalk(other, 'receptacle 70 wall A', 'receptacle 30 wall B');
  for (const [window, height] of [
    [page, '20'],
    [other, '30'],
  ] as const) {
    await window.locator('[data-box=b2]').click();
    const field = window.locator('[data-card]').getByLabel('Height', { exact: true });
    await field.fill(height);
    await field.press('Enter');
    await expect(window.getByText('not sent yet, kept here')).toBeVisible();
  }
  for (const window of [page, other]) {
    await window.unroute(sending);
    await window.unroute('**/events');
  }
  await expect
    .poll(async () => Object.keys((await planOf(page, job)).boxes).length, { timeout: 60_000 })
    .toBe(before + 3);
  const places = Object.values((await planOf(page, job)).boxes).map((b) => Math.round(b.on.at));
  expect(new Set(places).size).toBeGreaterThanOrEqual(3);
  // Who came second is told, in sight of where they were.
  for (const window of [page, other]) await expect(window.getByText('saved', { exact: true })).toBeVisible();
  const told = (window: Page) => window.getByText(/^Someone else had changed this meanwhile, and your/);
  await expect.poll(async () => (await told(page).count()) + (await told(other).count())).toBe(1);
  const second = (await told(page).count()) === 1 ? page : other;
  await expect(told(second)).toContainText('Box 2');
  await expect(told(second)).toBeInViewport();
  const stands = (await planOf(page, job)).boxes['b2'];
  expect(JSON.stringify(stands)).toContain(second === page ? '20' : '30');
});

test('what was just added stays in hand when another window gave its number first: keys, what is half typed and a drag', async ({
  page,
  context,
}) => {
  const job = await studyJob(page, 'Same number');
  const other = await context.newPage();
  for (const window of [page, other]) {
    await window.goto(`/jobs/${job}/boxes`);
    await expect(window.locator('[data-box=b2]')).toBeVisible();
  }
  const ids = Object.keys((await planOf(page, job)).boxes);
  const number = Math.max(...ids.map((id) => Number(id.slice(1)))) + 1;
  const [theirs, ours] = [`b${number}`, `b${number + 1}`];
  // It hears of others, and cannot send.
  await page.route(sending, (route) => route.abort());
  await chalk(page, 'receptacle 40 wall A');
  const mark = (window: Page, id: string) => window.locator(`[data-box=${id}]`).first();
  await mark(page, theirs).focus();
  await page.keyboard.press('Enter');
  const field = page.locator('[data-card]').getByLabel('Height', { exact: true });
  await field.fill('25');
  await chalk(other, 'receptacle 60 wall B');
  await expect.poll(async () => Object.keys((await planOf(page, job)).boxes)).toContain(theirs);
  await expect(mark(page, ours)).toBeVisible();
  await expect(field).toHaveValue('25');
  await expect(field).toBeFocused();
  await page.keyboard.press('Enter');
  await mark(page, ours).focus();
  const placed = (await planOf(page, job)).boxes[theirs];
  // Another number is taken under the keys.
  await chalk(other, 'receptacle 80 wall B');
  const last = `b${number + 2}`;
  await expect(mark(page, last)).toBeFocused();
  await page.keyboard.press('ArrowRight');
  // And a third under the pointer: what is dragged then is not what the other added.
  await mark(page, last).hover();
  await page.mouse.down();
  await page.mouse.move(600, 500, { steps: 4 });
  await chalk(other, 'receptacle 100 wall B');
  await expect(page.getByText('Drag it once more.')).toBeVisible();
  await page.mouse.up();
  await page.unroute(sending);
  await expect(page.getByText('saved', { exact: true })).toBeVisible({ timeout: 60_000 });
  const { boxes } = await planOf(page, job);
  expect(boxes[theirs]).toEqual(placed);
  const added = boxes[`b${number + 3}`];
  expect(added?.on.height?.value).toBe(25);
  expect(added?.on.at).toBeGreaterThan(40);
  expect(added?.on.at).toBeLessThan(60);
  for (const id of [theirs, ours, last]) expect(boxes[id]?.on.height).toBeUndefined();
});

test('a change the server will not have is set aside with its words; the next goes; it is made again', async ({
  page,
}) => {
  const job = await studyJob(page, 'Set aside');
  await page.goto(`/jobs/${job}/boxes`);
  await expect(page.locator('[data-box=b2]')).toBeVisible();
  let refused = 0;
  await page.route(sending, (route) =>
    refused++ === 0
      ? route.fulfill({
          status: 422,
          contentType: 'application/problem+json',
          body: JSON.stringify({ detail: 'The inspector’s copy is closed.' }),
        })
      : route.continue(),
  );
  const before = Object.keys((await planOf(page, job)).boxes).length;
  await chalk(page, 'receptacle 40 wall A');
  await expect(page.locator('[data-aside]')).toContainText('“add box”: The inspector’s copy is closed.');
  await chalk(page, 'receptacle 70 wall A');
  await expect.poll(async () => Object.keys((await planOf(page, job)).boxes).length).toBe(before + 1);
  await page.reload();
  await expect(page.locator('[data-aside]')).toContainText('is not in the plan');
  await page.getByRole('button', { name: 'Make it again' }).click();
  await expect(page.locator('[data-aside]')).toHaveCount(0);
  await expect.poll(async () => Object.keys((await planOf(page, job)).boxes).length).toBe(before + 2);
});

test('with the browser’s storage full an edit reaches the server; cut off, it is said that it is not kept', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const full = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    Storage.prototype.setItem = full;
    IDBObjectStore.prototype.put = full;
  });
  const job = await studyJob(page, 'Full');
  await page.goto(`/jobs/${job}/boxes`);
  await expect(page.locator('[data-box=b2]')).toBeVisible();
  const before = Object.keys((await planOf(page, job)).boxes).length;
  await chalk(page, 'receptacle 40 wall A');
  await expect.poll(async () => Object.keys((await planOf(page, job)).boxes).length).toBe(before + 1);
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.route(sending, (route) => route.abort());
  await chalk(page, 'receptacle 70 wall A');
  await expect(page.getByText('not sent and not kept: leave this window open')).toBeVisible();
  await page.unroute(sending);
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  expect(Object.keys((await planOf(page, job)).boxes)).toHaveLength(before + 2);
});

test('two windows set the same house rule: who has it under way is told at once and asks again, who only looks sees it', async ({
  page,
  context,
}) => {
  const [other, looking] = [await context.newPage(), await context.newPage()];
  for (const window of [page, other, looking]) {
    await window.goto('/rules');
    await window.getByLabel('Find a rule').fill('minutes.box');
    await expect(window.locator('[data-rule="minutes.box"]')).toBeVisible();
  }
  const field = (window: Page) => window.locator('[data-rule="minutes.box"] input');
  const set = async (window: Page, feet: string) => {
    await field(window).fill(feet);
    await field(window).blur();
  };
  await set(other, '7');
  await other.getByLabel('Reason').fill('Slower in old houses');
  await set(page, '6');
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.locator('[data-pending]')).toHaveCount(0);
  await expect(other.getByRole('alert')).toContainText(/Someone else set this meanwhile: .*is 6/);
  await expect(field(looking)).toHaveValue('6');
  await expect(other.getByLabel('Reason')).toHaveValue('Slower in old houses');
  await other.getByRole('button', { name: 'Take it' }).click();
  await expect(other.locator('[data-pending]')).toHaveCount(0);
  const rules = (await (await page.request.get('/api/rules')).json()) as { values: Record<string, number> };
  expect(rules.values['minutes.box']).toBe(7);
  await expect(field(looking)).toHaveValue('7');
  const undo = {
    rule: 'minutes.box',
    saw: { value: 7, reason: 'Slower in old houses' },
    set: { value: null },
  };
  expect((await page.request.post('/api/rules/changes', { data: { changes: [undo] } })).ok()).toBe(true);
});
