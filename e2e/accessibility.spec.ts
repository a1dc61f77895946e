import type { CDPSession, Page } from '@playwright/test';
import { expect, expectAccessible, expectStill, studyJob, test } from './helpers.ts';

const stages = ['walk', 'boxes', 'circuits', 'runs', 'make-up', 'order', 'crew', 'prove'];
const sheets = [
  'audit',
  'load',
  'directory',
  'makeup',
  'words',
  'rules',
  'cuts',
  'drilling',
  'pole',
  'documents',
  'proposal',
  'versions',
];
const pages = ['/', '/import', '/rules', '/people', '/own', '/sign-in'];

/** Judges a page as it is by day, and its colours as they are at night. */
async function expectAccessibleInBoth(page: Page): Promise<void> {
  await page.emulateMedia({ colorScheme: 'light' });
  await expectAccessible(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  await expectAccessible(page, 'colours');
}

test.describe('no view has an accessibility violation, light or dark', () => {
  test.beforeEach(() => test.slow());

  test('the stages of the work', async ({ page }) => {
    const job = await studyJob(page, 'Accessible');
    for (const stage of stages) {
      await page.goto(`/jobs/${job}/${stage}`);
      await expect(page.locator('[data-plan-box=b2]')).toBeVisible();
      if (stage === 'boxes') await page.locator('[data-box=b2]').click();
      if (stage === 'crew') await page.getByRole('button', { name: 'Make a link for a phone' }).click();
      await expectStill(page);
      await expectAccessibleInBoth(page);
    }
  });

  test('the sheets of a job, the crew’s page and the meter', async ({ page }) => {
    const job = await studyJob(page, 'Accessible');
    for (const sheet of sheets) {
      await page.goto(`/jobs/${job}/${sheet}`);
      await expect(page.getByRole('heading', { level: 1 })).toContainText('Accessible');
      await expectStill(page);
      await expectAccessibleInBoth(page);
    }
    await page.goto(`/crew/${job}`);
    await expect(page.locator('[data-task]').first()).toBeVisible();
    await expectAccessibleInBoth(page);
    await page.goto(`/meter/${job}`);
    await expectAccessibleInBoth(page);
  });

  test('what is not of one job', async ({ page }) => {
    for (const path of pages) {
      await page.goto(path);
      await expectAccessibleInBoth(page);
    }
  });
});

/** What can be reached by Tab on a page, in order, each marked with its number. */
const markReachable = (page: Page) =>
  page.evaluate(() => {
    const all = document.querySelectorAll<HTMLElement | SVGElement>(
      'a[href], button, input, select, textarea, summary, [tabindex]',
    );
    let number = 0;
    const names: string[] = [];
    for (const el of all) {
      el.removeAttribute('data-reach');
      const isOff =
        el.matches(':disabled') || el.tabIndex < 0 || !el.checkVisibility({ visibilityProperty: true });
      // Of a group of radios or a list one is reached; the others by its arrows.
      if (isOff || el.closest('[inert]')) continue;
      el.setAttribute('data-reach', String(number++));
      names.push((el.getAttribute('aria-label') ?? el.textContent ?? el.tagName).trim().slice(0, 40));
    }
    return names;
  });

interface Seen {
  /** Its number among what can be reached; -1 for what is not. */
  readonly number: number;
  readonly says: string;
  readonly isSeen: boolean;
  readonly under: string;
}
type Walked = Window & { walked?: (Seen | null)[] };

/** From now on a page notes after each Tab where the focus is, and whether its place can be seen: inside the window, and nothing over it. */
const noteFocus = (page: Page) =>
  page.evaluate(() => {
    const focusSeen = (): Seen | null => {
      const el = document.activeElement;
      if (!el || el === document.body) return null;
      const { left, top, width, height } = el.getBoundingClientRect();
      // Of what is larger than the window some place can be seen.
      const inside = (low: number, size: number, most: number) =>
        (Math.max(low, 0) + Math.min(low + size, most)) / 2;
      const [x, y] = [inside(left, width, innerWidth), inside(top, height, innerHeight)];
      const over = document.elementFromPoint(x, y);
      const isOwn =
        over !== null &&
        (el.contains(over) || over.contains(el) || over.closest('label')?.contains(el) === true);
      const isIn = left + width > 0 && top + height > 0 && left < innerWidth && top < innerHeight;
      const says = (el.getAttribute('aria-label') ?? el.textContent ?? el.tagName).trim().slice(0, 40);
      return {
        number: Number(el.getAttribute('data-reach') ?? -1),
        says,
        isSeen: isIn && (isOwn || el.closest('svg') !== null || width * height < 4),
        under: isOwn ? '' : (over?.outerHTML.slice(0, 120) ?? 'nothing'),
      };
    };
    const walked: (Seen | null)[] = ((window as Walked).walked = []);
    window.addEventListener('keyup', ({ key }) => key === 'Tab' && walked.push(focusSeen()), true);
  });

/** So many times Tab, one press after another, without a way to the browser and back for each; what was noted of them. */
async function pressTabs(page: Page, keys: CDPSession, times: number): Promise<(Seen | null)[]> {
  const tab = { key: 'Tab', code: 'Tab', windowsVirtualKeyCode: 9 };
  const sent = Array.from({ length: times }, () => [
    keys.send('Input.dispatchKeyEvent', { type: 'rawKeyDown', ...tab }),
    keys.send('Input.dispatchKeyEvent', { type: 'keyUp', ...tab }),
  ]);
  await Promise.all(sent.flat());
  const walked = await page.evaluate(() => (window as Walked).walked?.splice(0) ?? []);
  expect(walked, 'each press was noted').toHaveLength(times);
  return walked;
}

/** Goes through a page by Tab; answers what was never reached and what had the focus out of sight. */
async function tabThrough(page: Page, keys: CDPSession): Promise<{ missed: string[]; unseen: string[] }> {
  // What comes late, as figures and prices do, is there before the walk begins.
  await expectStill(page);
  const names = await markReachable(page);
  const reached = new Set<number>();
  const unseen: string[] = [];
  let isRound = false;
  for (let n = 0; n < names.length + 20 && !isRound; n += 20)
    for (const seen of await pressTabs(page, keys, 20)) {
      if (!seen) continue;
      isRound ||= reached.has(seen.number) && seen.number === 0;
      if (isRound) break;
      reached.add(seen.number);
      if (!seen.isSeen) unseen.push(`${seen.says} under ${seen.under}`);
    }
  expect(reached.size).toBeGreaterThan(0);
  console.info(page.url().split('/').pop(), names.length, reached.size);
  return { missed: names.filter((_, i) => !reached.has(i)), unseen };
}

// At 200 % a window of 1280 by 800 holds half as much, each way.
const zooms = [
  ['100 %', { width: 1280, height: 800 }],
  ['200 %', { width: 640, height: 400 }],
] as const;

/** Everything of a page is reached by Tab, in sight, at 100 % and at 200 %. */
async function expectReached(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeAttached();
  await noteFocus(page);
  const keys = await page.context().newCDPSession(page);
  for (const [zoom, size] of zooms) {
    await page.setViewportSize(size);
    const { missed, unseen } = await tabThrough(page, keys);
    expect.soft(missed, `${path} at ${zoom}: never reached`).toEqual([]);
    expect.soft(unseen, `${path} at ${zoom}: out of sight`).toEqual([]);
    // Nothing is lost beside the window.
    const over = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect.soft(over, `${path} at ${zoom}: wider than the window`).toBeLessThanOrEqual(0);
  }
  await keys.detach();
}

test.describe('at 100 % and at 200 % everything is reached by Tab, in sight', () => {
  test.beforeEach(() => test.slow());

  for (const views of [stages, sheets])
    test(views.join(', '), async ({ page }) => {
      const job = await studyJob(page, 'Reached');
      for (const view of views) await expectReached(page, `/jobs/${job}/${view}`);
    });

  test('what is not of one job', async ({ page }) => {
    for (const path of pages) await expectReached(page, path);
  });
});
