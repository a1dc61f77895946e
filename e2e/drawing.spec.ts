import type { Page } from '@playwright/test';
import { demoJob, expect, studyJob, test } from './helpers.ts';

interface Box {
  readonly what: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The labels of one drawing as the browser set them, and the marks they have to keep off, in pixels of the screen. */
async function drawn(page: Page, within: string): Promise<{ labels: Box[]; marks: Box[] }> {
  return page.locator(within).evaluate((pane) => {
    const box = (what: string, of: Element): Box => {
      const { x, y, width, height } = of.getBoundingClientRect();
      return { what, x, y, width, height };
    };
    const labels = [...pane.querySelectorAll('[data-label]')].flatMap((l) =>
      [...l.querySelectorAll('text')].map((t) => {
        const own = box(l.getAttribute('data-label') ?? '', t);
        // A line of type stands higher than its letters.
        const air = own.height * 0.16;
        return { ...own, y: own.y + air, height: own.height - 2 * air };
      }),
    );
    const marks = [
      ...pane.querySelectorAll('[data-plan-box] circle:last-of-type, [data-box] rect:last-of-type'),
    ].map((m) => box('a mark', m));
    return { labels, marks };
  });
}
const meet = (a: Box, b: Box) =>
  Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x) > 1 &&
  Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y) > 1;
function faults({ labels, marks }: { labels: Box[]; marks: Box[] }): string[] {
  return labels.flatMap((a, i) => [
    ...labels
      .slice(i + 1)
      .flatMap((b) => (b.what !== a.what && meet(a, b) ? `${a.what} over ${b.what}` : [])),
    ...marks.flatMap((m) => (meet(a, m) ? `${a.what} over a mark` : [])),
  ]);
}

test('in every stage and near or far no label lies over another or over a mark, in the type the browser has', async ({
  page,
}) => {
  test.slow();
  const job = await demoJob(page);
  let seen = 0;
  for (const stage of ['walk', 'boxes', 'circuits', 'runs', 'crew', 'prove']) {
    await page.goto(`/jobs/${job}/${stage}`);
    await expect(page.locator('[data-label^="room "]').first()).toBeVisible();
    // Till the type has come, letters of another stand in its place.
    await page.evaluate(async () => void (await document.fonts.ready));
    for (const zoom of [0, 1, 2]) {
      for (const pane of ['[data-pane=plan]', '[data-pane=ribbon]']) {
        if ((await page.locator(pane).count()) === 0) continue;
        const all = await drawn(page, pane);
        // While walking, boxes are faint: names of rooms and lengths of walls go over them.
        const now = stage === 'walk' ? { ...all, marks: [] } : all;
        seen += now.labels.length;
        expect(faults(now), `${stage}, ${pane}, zoomed ${zoom} times`).toEqual([]);
      }
      for (const button of ['Zoom plan in', 'Zoom in'])
        if (await page.getByRole('button', { name: button, exact: true }).isVisible())
          await page.getByRole('button', { name: button, exact: true }).click();
    }
  }
  expect(seen).toBeGreaterThan(500);
});

test('stages keep what is chosen and how near they look; F frames it, and panes fold away and come back', async ({
  page,
}) => {
  const job = await demoJob(page);
  await page.goto(`/jobs/${job}/boxes`);
  const chosen = page.locator('[data-box][aria-pressed=true]');
  await page.locator('[data-box]').nth(3).click();
  await expect(chosen).toHaveCount(1);
  const width = async () => (await page.locator('[data-row] svg').first().boundingBox())!.width;
  const whole = await width();
  await page.keyboard.press('f');
  await expect.poll(width).toBeGreaterThan(whole * 1.5);
  const near = await width();
  await expect(chosen).toBeInViewport();
  await page.keyboard.press('3');
  await expect(page).toHaveURL(/circuits/);
  await expect(page.locator('[data-plan-box][aria-pressed=true]')).toHaveCount(1);
  await page.goBack();
  await expect(chosen).toHaveCount(1);
  await expect.poll(width).toBeCloseTo(near, 0);
  await page.keyboard.press('f');
  await expect.poll(width).toBeCloseTo(whole, 0);

  await page.getByRole('button', { name: 'Panes' }).click();
  await page.getByRole('menuitem', { name: /^Open here/ }).click();
  await expect(page.locator('[data-pane=open]')).toHaveCount(0);
  await page.reload();
  await expect(page.locator('[data-pane=ribbon]')).toBeVisible();
  await expect(page.locator('[data-pane=open]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Panes' }).click();
  await page.getByRole('menuitem', { name: /^Open here/ }).click();
  await expect(page.locator('[data-pane=open]')).toBeVisible();
});

test('a line that is typed shows and tells what it would do before Enter; Escape takes it back and then leaves the line', async ({
  page,
}) => {
  const job = await demoJob(page);
  await page.goto(`/jobs/${job}/boxes`);
  await expect(page.locator('[data-box]').first()).toBeVisible();
  const boxes = await page.locator('[data-box]').count();
  const line = page.getByRole('combobox', { name: 'chalk:' });
  // What reads lines comes with the first of them, and may come late.
  await page.route('**/assets/reading-*.js', async (route) => {
    await new Promise((done) => setTimeout(done, 1000));
    await route.continue();
  });
  await line.fill(`receptacle 9' wall C`);
  await expect(page.locator('[data-preview]')).toContainText(
    /receptacle \d+, wall C · .+ from the left corner · .*bottom 15⅛″/,
  );
  await expect(page.locator('[data-box]')).toHaveCount(boxes + 1);
  await line.press('Escape');
  await expect(page.locator('[data-box]')).toHaveCount(boxes);
  await expect(line).toHaveValue('');
  await line.press('Escape');
  await expect(line).not.toBeFocused();
});

test('the pane in a window of its own follows the window it was taken from', async ({ page, context }) => {
  const job = await demoJob(page);
  await page.goto(`/jobs/${job}/boxes`);
  await expect(page.locator('[data-box]').first()).toBeVisible();
  const other = await context.newPage();
  await other.goto(`/jobs/${job}/boxes?pane=plan`);
  await expect(other.locator('[data-plan-box]').first()).toBeVisible();
  await expect(other.locator('[data-pane]')).toHaveCount(1);
  await page.bringToFront();
  await page.keyboard.press(']');
  const room = await page.locator('header button[aria-haspopup=listbox]').textContent();
  await page.locator('[data-box]').first().click();
  await expect(other.locator('[data-plan-box][aria-pressed=true]')).toHaveCount(1);
  await expect(other.locator('[data-label^="room "] text.fill-chalk').first()).toHaveText(
    room!.replace('▾', '').trim(),
  );
});

test('a key is changed on its sheet, and single keys are switched off: then only the sheet opens by its key', async ({
  page,
}) => {
  const job = await demoJob(page);
  await page.goto(`/jobs/${job}/boxes`);
  await expect(page.locator('[data-box]').first()).toBeVisible();
  const room = page.locator('header button[aria-haspopup=listbox]');
  const first = await room.textContent();
  await page.keyboard.press('?');
  await page.getByRole('button', { name: 'Key for: next room' }).click();
  await page.keyboard.press('n');
  await expect(page.getByRole('alert')).toContainText('n does something already: next finding.');
  await page.keyboard.press('m');
  await expect(page.getByRole('button', { name: 'Key for: next room. It is M' })).toBeVisible();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await page.keyboard.press('m');
  await expect(room).not.toHaveText(first!);
  const second = await room.textContent();
  await page.keyboard.press('?');
  await page.getByLabel(/Single keys do/).uncheck();
  await page.keyboard.press('Escape');
  await page.keyboard.press('m');
  await page.keyboard.press('4');
  await expect(page).toHaveURL(/boxes/);
  await expect(room).toHaveText(second!);
  await page.keyboard.press('?');
  await page.getByLabel(/Single keys do/).check();
  await page.getByRole('button', { name: 'All keys as they were at first' }).click();
  await page.keyboard.press('Escape');
  await page.keyboard.press(']');
  await expect(room).not.toHaveText(second!);
});

test('stepping through what is open shows each thing: a circuit is in hand among the circuits', async ({
  page,
}) => {
  const job = await demoJob(page);
  await page.goto(`/jobs/${job}/prove`);
  const first = page.locator('[data-finding]').first();
  await expect(first).toContainText('Circuit');
  await first.getByRole('button').first().click();
  await expect(first).toHaveClass(/bg-chalk-soft/);
  await page.keyboard.press('3');
  await expect(page.locator('[data-card]')).toBeVisible();
});

test('a stage on paper: its whole content as wide as the sheet, with the name of the job, and nothing that is pressed', async ({
  page,
}) => {
  const job = await studyJob(page, 'On paper');
  for (const stage of ['walk', 'boxes', 'circuits', 'runs', 'order', 'prove']) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`/jobs/${job}/${stage}`);
    await expect(page.locator('[data-plan-box=b2]')).toBeVisible();
    await page.emulateMedia({ media: 'print' });
    await page.setViewportSize({ width: 816, height: 1056 });
    await expect(page.locator('[data-paper-head]')).toContainText('On paper');
    const paper = await page.evaluate(() => {
      const seen = (el: Element) => el.checkVisibility() && el.getBoundingClientRect().width > 0;
      const all = (selector: string) => [...document.querySelectorAll(selector)].filter(seen);
      const right = (el: Element) => el.getBoundingClientRect().right;
      return {
        pressed: all('.key, .field, [data-entry]').map((el) => el.textContent?.trim().slice(0, 30)),
        beyond: all('[data-pane] svg, .row').filter((el) => right(el) > innerWidth + 1).length,
        plan: Math.max(
          ...all('[data-pane=plan] section > svg').map((el) => el.getBoundingClientRect().width),
        ),
        rows: all('[data-row] > svg').map((el) => el.getBoundingClientRect().width),
        // What scrolls on the screen is whole on paper.
        cut: all('[data-pane] section, [data-pane] aside').filter(
          (el) => el.scrollHeight > el.clientHeight + 2,
        ).length,
      };
    });
    expect.soft(paper.pressed, stage).toEqual([]);
    expect.soft([paper.beyond, paper.cut], stage).toEqual([0, 0]);
    expect.soft(paper.plan, stage).toBeGreaterThan(600);
    for (const width of paper.rows) expect.soft(width, stage).toBeGreaterThan(600);
    await page.emulateMedia({ media: 'screen' });
  }
});
