import type { Page } from '@playwright/test';
import { chalk, expect, studyJob, tally, test } from './helpers.ts';

/** Every test here fails on an uncaught error by itself: see helpers. */
test('a wall of a wired room is deleted: its boxes and cables go with it, the screen stands, undo brings all of it back', async ({
  page,
}) => {
  const job = await studyJob(page, 'Wall deleted');
  await page.goto(`/jobs/${job}/runs`);
  await expect.poll(() => tally(page, 'boxes')).not.toBe('');
  const boxes = await tally(page, 'boxes');
  await page.goto(`/jobs/${job}/walk`);
  const walls = page.locator('[data-wall]');
  await expect(walls.first()).toBeVisible();
  const count = await walls.count();
  for (const id of ['w1', 'w6']) {
    const block = (await page.locator(`[data-wall=${id}] > polygon`).first().boundingBox())!;
    // A fifth of the way along, clear of the window in the middle.
    await page.mouse.click(
      block.x + block.width * (block.width > block.height ? 0.2 : 0.5),
      block.y + block.height * (block.width > block.height ? 0.5 : 0.2),
    );
    await expect(page.locator('[data-card]')).toBeVisible();
    await page.keyboard.press('Delete');
    await expect(page.locator(`[data-wall=${id}]`)).toHaveCount(0);
    await expect(page.locator('[data-card]')).toHaveCount(0);
    await expect(page.locator('[data-boundary]')).toHaveCount(0);
  }
  await expect.poll(() => tally(page, 'boxes')).not.toBe(boxes);
  for (const stage of ['boxes', 'circuits', 'runs', 'make-up', 'order', 'crew', 'prove', 'walk']) {
    await page.getByRole('link', { name: new RegExp(`^${stage}`) }).click();
    await expect(page.locator('[data-boundary]')).toHaveCount(0);
    await expect(page.locator('[data-tally="boxes"]')).toBeVisible();
  }
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(walls).toHaveCount(count);
  await expect.poll(() => tally(page, 'boxes')).toBe(boxes);
});

test('what one window holds is deleted in another: it lets go, and what is typed after that is taken', async ({
  page,
  context,
}) => {
  const job = await studyJob(page, 'Held and deleted');
  const other = await context.newPage();
  await page.goto(`/jobs/${job}/boxes`);
  await other.goto(`/jobs/${job}/boxes`);
  await page.locator('[data-box=b2]').click();
  await page.locator('[data-box=b3]').click({ modifiers: ['Shift'] });
  await expect(page.locator('[data-card]')).toBeVisible();
  await other.locator('[data-box=b2]').focus();
  await other.keyboard.press('Delete');
  await expect(page.locator('[data-box=b2]')).toHaveCount(0);
  await expect(page.locator('[data-card]')).toBeVisible();
  await other.locator('[data-box=b3]').focus();
  await other.keyboard.press('Delete');
  await expect(page.locator('[data-card]')).toHaveCount(0);
  await page.keyboard.press('Delete');
  await chalk(page, 'receptacle 40 wall A');
  await expect.poll(() => tally(other, 'boxes')).toBe('5');
  await expect(page.locator('[data-boundary]')).toHaveCount(0);
});

test('an absurd height is refused with its reason, and the box stays where it was', async ({ page }) => {
  const job = await studyJob(page, 'Absurd height');
  await page.goto(`/jobs/${job}/boxes`);
  await page.locator('[data-box=b2]').click();
  const height = page.getByLabel('Height', { exact: true });
  const before = await page.locator('[data-card] .figure').first().textContent();
  for (const typed of ["1000000'", '99999999999', '-40', 'tall']) {
    await height.fill(typed);
    await height.press('Enter');
    await expect(page.getByRole('alert').first()).toBeVisible();
    await expect(page.locator('[data-card] .figure').first()).toHaveText(before!);
    await expect(page.locator('[data-boundary]')).toHaveCount(0);
    await height.press('Escape');
  }
  await height.fill('20');
  await height.press('Enter');
  await expect(page.locator('[data-card] .figure').first()).not.toHaveText(before!);
});

test('keys do nothing under an open sheet; several deleted at once, or a box stepped, are one step of undo', async ({
  page,
}) => {
  const job = await studyJob(page, 'Keys and steps');
  await page.goto(`/jobs/${job}/boxes`);
  await page.locator('[data-box=b2]').click();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog').getByRole('heading')).toBeVisible();
  await page.keyboard.press('Delete');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.locator('[data-box=b2]')).toHaveCount(1);
  const undo = page.getByRole('button', { name: 'Undo' });
  await expect(undo).toBeDisabled();

  await page.locator('[data-box=b2]').focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(undo).toBeEnabled();
  await undo.click();
  await expect(undo).toBeDisabled();

  await page.goto(`/jobs/${job}/walk`);
  const openings = page.locator('[data-opening]');
  await expect(openings.first()).toBeVisible();
  const count = await openings.count();
  expect(count).toBeGreaterThan(1);
  await openings
    .nth(0)
    .locator('polygon')
    .first()
    .click({ position: { x: 3, y: 2 } });
  await openings
    .nth(1)
    .locator('polygon')
    .first()
    .click({ modifiers: ['Shift'], position: { x: 3, y: 2 } });
  await page.keyboard.press('Delete');
  await expect(openings).toHaveCount(count - 2);
  await undo.click();
  await expect(openings).toHaveCount(count);
});

test('what is told of the job is told on every page of it, and with the work folded away', async ({
  page,
}) => {
  const job = await studyJob(page, 'Told everywhere');
  await page.goto(`/jobs/${job}/boxes`);
  await page.getByRole('button', { name: 'Panes' }).click();
  await page.getByRole('menuitem', { name: /^Work/ }).click();
  await expect(page.getByRole('complementary', { name: 'Work and reasons' })).toHaveCount(0);
  await page.locator('[data-box=b2]').focus();
  await page.keyboard.press('c');
  const news = page.locator('[data-news]').getByRole('alert');
  await expect(news).toContainText('Nothing is missing here');
  await page.getByRole('button', { name: 'Put this message away' }).click();
  await expect(news).toHaveCount(0);
  for (const path of ['documents', 'load', 'rules']) {
    await page.goto(`/jobs/${job}/${path}`);
    await chalk(page, 'propose circuits');
    await expect(news).toContainText('Nothing is missing here');
  }
  // On the next page it is of no account any more.
  await page.waitForTimeout(1100);
  await page.getByRole('link', { name: /^boxes/ }).click();
  await expect(page.locator('[data-box=b2]')).toBeVisible();
  await expect(page.getByText('Nothing is missing here')).toHaveCount(0);
});

/** The keys that do something by themselves. */
const keys = [...'bcrknNf[],.atvolp', 'Delete', 'ArrowLeft', 'Control+z', 'Control+Shift+z', 'Escape'];

/** Presses every key of the workspace and, one after the other, every button under the header, those that come by it too. Returns how many. */
async function pressAll(page: Page): Promise<number> {
  for (const key of keys) await page.keyboard.press(key);
  const count = await page.evaluate(async () => {
    const pressed = new Set<Element>();
    const next = () =>
      [...document.querySelectorAll<Element>('main > :not(header) :is(button, [role="button"])')].findLast(
        (b) => !pressed.has(b) && !b.matches(':disabled') && b.getClientRects().length > 0,
      );
    // From the last: what is pressed first mostly changes what stands under it. What is only loaded by now comes a moment later.
    for (let idle = 0; idle < 15 && pressed.size < 60; idle++) {
      for (let button = next(); button && pressed.size < 60; button = next()) {
        pressed.add(button);
        button.dispatchEvent(new MouseEvent('click', { bubbles: true, cancelable: true }));
        idle = 0;
        await new Promise(requestAnimationFrame);
      }
      await new Promise(requestAnimationFrame);
    }
    return pressed.size;
  });
  // A sheet that was opened lies over the rest.
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  return count;
}

for (const [what, address, pressed] of [
  ['the job', /\/api\/jobs\/[\w-]{12}$/, 30],
  ['what is worked out', /compute\.worker/, 40],
] as const)
  test(`whatever is pressed before ${what} has come, nothing goes wrong by it`, async ({ page }) => {
    const job = await studyJob(page, `Pressed before ${what}`);
    let release = (): void => undefined;
    const released = new Promise<void>((resolve) => (release = resolve));
    await page.route(address, async (route) => {
      await released;
      await route.continue();
    });
    await page.goto(`/jobs/${job}/walk`);
    await expect(page.getByLabel('Tally', { exact: true })).toBeVisible();
    let count = 0;
    for (const stage of ['walk', 'boxes', 'circuits', 'runs', 'make-up', 'order', 'crew', 'prove']) {
      await page.getByRole('link', { name: new RegExp(`^${stage}`) }).click();
      await expect(page).toHaveURL(new RegExp(`/${stage}$`));
      count += await pressAll(page);
    }
    const more = page.getByRole('button', { name: /^More/ });
    await more.click();
    // The meter is a window of its own.
    const pages = (await page.getByRole('menuitem').allInnerTexts()).filter((p) => p !== 'Laser meter');
    await page.keyboard.press('Escape');
    for (const name of pages) {
      await more.click();
      await page.getByRole('menuitem', { name }).click();
      count += await pressAll(page);
    }
    expect(count).toBeGreaterThan(pressed);
    await expect(page.locator('[data-boundary]')).toHaveCount(0);
    release();
    await expect(page.locator('[data-tally="boxes"]')).toBeVisible();
    await expect(page.locator('[data-boundary]')).toHaveCount(0);
  });
