import { readFileSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import {
  type Browser,
  type BrowserContext,
  expect,
  type Locator,
  test as base,
  type Page,
} from '@playwright/test';

/** The windows' context of the tests of one worker: what the browser has compiled of the app it need not compile for each, which takes over a second. */
let shared: { readonly of: string; readonly context: BrowserContext } | null = null;

/** Every script and every answer of the server comes late, a few by up to so many milliseconds: `npm run soak:slow`. */
const slowest = Number(process.env['FIELDCHALK_SLOW'] ?? 0);

/** Nothing that a test has left is there for the next. */
async function clear(context: BrowserContext, origins: readonly string[]): Promise<void> {
  const page = await context.newPage();
  for (const old of context.pages()) if (old !== page) await old.close();
  await context.setOffline(false);
  await context.unrouteAll();
  await context.clearCookies();
  const storage = await context.newCDPSession(page);
  for (const origin of origins)
    await storage.send('Storage.clearDataForOrigin', {
      origin,
      storageTypes: 'local_storage,indexeddb,cache_storage,service_workers',
    });
  await page.close();
}

/** What stands on every page that is open where a test has failed: most failures cannot be had again. */
async function tellPages(browser: Browser): Promise<void> {
  for (const page of browser.contexts().flatMap((context) => context.pages())) {
    const stands = await page
      .locator('body')
      .ariaSnapshot({ timeout: 5000 })
      .catch((error: unknown) => String(error));
    console.log(`on ${page.url()}:\n${stands.slice(0, 3000)}`);
  }
}

/** Every test fails on a console error, an uncaught error or a request that fails without being expected to. */
export const test = base.extend<{ allowed: RegExp; watched: void }>({
  context: async ({ browser, baseURL, serviceWorkers }, use, { project }) => {
    // What is timed is timed as on a first visit.
    if (project.name === 'speed') {
      const own = await browser.newContext();
      await use(own);
      return own.close();
    }
    if (shared?.of !== serviceWorkers) {
      await shared?.context.close();
      shared = { of: serviceWorkers, context: await browser.newContext() };
    }
    const { context } = shared;
    const origins = new Set([baseURL ?? '']);
    const note = (page: Page) => page.on('framenavigated', (f) => origins.add(new URL(f.url()).origin));
    context.on('page', note);
    if (slowest > 0)
      await context.route(/\/(api|assets)\//, async (route) => {
        await new Promise((go) => setTimeout(go, Math.random() ** 3 * slowest));
        await route.continue().catch(() => undefined);
      });
    await use(context);
    context.off('page', note);
    await clear(
      context,
      [...origins].filter((o) => o.startsWith('http')),
    );
  },
  allowed: [/^$/, { option: true }],
  watched: [
    async ({ browser, page, allowed }, use, info) => {
      const faults: string[] = [];
      page.on('console', (m) => m.type() === 'error' && faults.push(`console: ${m.text()}`));
      page.on('pageerror', (e) => faults.push(`error: ${e.message}`));
      page.on('response', (r) => r.status() >= 400 && faults.push(`${r.status()} ${r.url()}`));
      await use();
      if (info.status !== info.expectedStatus) await tellPages(browser);
      // Phones and others that a test has let in take time from the next.
      for (const context of browser.contexts()) if (context !== page.context()) await context.close();
      expect(faults.filter((f) => !allowed.test(f))).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

export async function demoJob(page: Page): Promise<string> {
  const jobs = (await (await page.request.get('/api/jobs')).json()) as { id: string; name: string }[];
  return jobs.find((j) => j.name === 'Marl Street addition')!.id;
}

/** A plan of one room. */
export const study = JSON.parse(
  readFileSync(new URL('./fixtures/study.json', import.meta.url), 'utf8'),
) as object;

/** A job of one planned room, its own for each test. */
export async function studyJob(page: Page, name: string, plan: object = study): Promise<string> {
  const made = await page.request.post('/api/jobs', { data: { name, plan } });
  return ((await made.json()) as { id: string }).id;
}

/** Types a line into the chalk line. */
export async function chalk(page: Page, ...lines: string[]): Promise<void> {
  const entry = page.getByRole('combobox', { name: 'chalk:' });
  for (const line of lines) {
    await entry.fill(line);
    await entry.press('Enter');
  }
}

/** What was typed has been read: a line waits for the plan to be worked out. */
export const expectRead = (page: Page) =>
  expect(page.locator('form', { has: page.locator('[data-entry]') })).toHaveAttribute('aria-busy', 'false');

/** Judges the page once it has come; a page of which nothing is drawn yet lacks a heading on any machine that is slow. Light and dark differ in colours alone. */
export async function expectAccessible(page: Page, rules: 'all' | 'colours' = 'all'): Promise<void> {
  await expect(page.locator('h1').first()).toBeAttached();
  // There are no frames, for which all that is judged, right or wrong, would go to a page of its own: five times as long.
  const axe = new AxeBuilder({ page }).setLegacyMode(true);
  const few = { resultTypes: ['violations' as const] };
  if (rules === 'colours') axe.options({ ...few, runOnly: ['color-contrast'] });
  else axe.options(few);
  const { violations, passes } = await axe.analyze();
  expect(passes.length).toBeGreaterThan(0);
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
}

/** A page that stands still: of a job the figures have come, nothing is asked for, and nothing of it has changed for a while. */
export async function expectStill(page: Page): Promise<void> {
  if (/\/jobs\//.test(page.url())) await expect(page.locator('[data-tally]').first()).toBeAttached();
  const unchanged = page.evaluate(
    () =>
      new Promise<void>((still) => {
        const begin = () => setTimeout(() => (watch.disconnect(), still()), 300);
        let waiting = begin();
        const watch = new MutationObserver(() => {
          clearTimeout(waiting);
          waiting = begin();
        });
        watch.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
      }),
  );
  await Promise.all([page.waitForLoadState('networkidle'), unchanged]);
}

export async function tally(page: Page, label: string): Promise<string> {
  return (await page.locator(`[data-tally="${label}"] span`).first().textContent()) ?? '';
}

/** Whether a page has heard of a press, within a time that no page takes. */
const isHeard = (page: Page) =>
  page.evaluate(async () => {
    const pressed = (window as { pressed?: Promise<boolean> }).pressed ?? false;
    return Promise.race([pressed, new Promise<boolean>((tell) => setTimeout(() => tell(false), 8000))]);
  });

/** A finger on something, once more where the browser lost the first on a machine that stood still; what the page makes of a press is another matter. */
export async function tap(target: Locator): Promise<void> {
  const page = target.page();
  await page.evaluate(() => {
    (window as { pressed?: Promise<boolean> }).pressed = new Promise((tell) =>
      window.addEventListener('click', () => tell(true), { capture: true, once: true }),
    );
  });
  await target.tap();
  if (await isHeard(page)) return;
  console.log(`a touch of ${String(target)} was lost`);
  await target.tap();
}

/** Opens the job a link leads to, once nothing of the page is under way any more. */
export async function openJob(phone: Page): Promise<void> {
  await phone.waitForLoadState('networkidle');
  await phone.evaluate(() => document.fonts.ready.then(() => undefined));
  await tap(phone.getByRole('button', { name: 'Open the job on this phone' }));
}

/** A phone that a link of its own lets into a job, in a browser of its own. */
export async function phoneOn(browser: Browser, page: Page, job: string): Promise<Page> {
  const made = await page.request.post(`/api/jobs/${job}/phones`, { data: {} });
  const { secret } = (await made.json()) as { secret: string };
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  const phone = await context.newPage();
  await phone.goto(`/join#${secret}`);
  await openJob(phone);
  await expect(phone.locator('[data-task]').first()).toBeVisible();
  return phone;
}
