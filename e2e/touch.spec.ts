import type { CDPSession, Locator, Page } from '@playwright/test';
import { expect, studyJob, tally, test } from './helpers.ts';

interface Finger {
  readonly x: number;
  readonly y: number;
}

/** Fingers on a screen, as the browser has them from one. */
class Fingers {
  actions = 0;
  private constructor(private readonly client: CDPSession) {}

  static async on(page: Page): Promise<Fingers> {
    const client = await page.context().newCDPSession(page);
    await client.send('Emulation.setTouchEmulationEnabled', { enabled: true, maxTouchPoints: 5 });
    return new Fingers(client);
  }

  private async send(
    type: 'touchStart' | 'touchMove' | 'touchEnd',
    points: readonly Finger[],
  ): Promise<void> {
    const touchPoints = points.map(({ x, y }, id) => ({ x, y, id }));
    await this.client.send('Input.dispatchTouchEvent', { type, touchPoints });
  }

  /** On the middle of something, or so many pixels beside it. */
  async tap(target: Locator, beside: Finger = { x: 0, y: 0 }): Promise<void> {
    await this.rest(target, 40, beside);
  }

  /** A finger that stays where it is for so long, in milliseconds. */
  async rest(target: Locator, long: number, beside: Finger = { x: 0, y: 0 }): Promise<void> {
    this.actions++;
    const middle = await middleOf(target);
    const at = { x: middle.x + beside.x, y: middle.y + beside.y };
    // The browser answers once the page has heard of it: a page that is busy makes no finger rest longer.
    const heard = this.send('touchStart', [at]);
    await new Promise((resolve) => setTimeout(resolve, long));
    await Promise.all([heard, this.send('touchEnd', [])]);
  }

  async drag(from: Finger, by: Finger): Promise<void> {
    this.actions++;
    await this.send('touchStart', [from]);
    for (let i = 1; i <= 8; i++)
      await this.send('touchMove', [{ x: from.x + (by.x * i) / 8, y: from.y + (by.y * i) / 8 }]);
    await this.send('touchEnd', []);
  }

  /** Two fingers apart from one another around a place, or together. */
  async pinch(at: Finger, from: number, to: number): Promise<void> {
    this.actions++;
    const pair = (half: number) => [
      { x: at.x - half, y: at.y },
      { x: at.x + half, y: at.y },
    ];
    await this.send('touchStart', pair(from).slice(0, 1));
    await this.send('touchStart', pair(from));
    for (let i = 1; i <= 8; i++) await this.send('touchMove', pair(from + ((to - from) * i) / 8));
    await this.send('touchEnd', []);
  }
}

/** Where something is, once it has stayed there: what comes to a page late moves what is there. */
async function middleOf(target: Locator): Promise<Finger> {
  await target.scrollIntoViewIfNeeded();
  let was = '';
  await expect
    .poll(
      async () => {
        const [before, now] = [was, JSON.stringify(await target.boundingBox())];
        was = now;
        return now === before;
      },
      { intervals: [150] },
    )
    .toBe(true);
  const box = (await target.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}
/** Where a box is along its wall, as it is saved; inches. */
async function placeOf(page: Page, box: string): Promise<number> {
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  const job = /jobs\/([^/]+)/.exec(page.url())![1]!;
  const { plan } = (await (await page.request.get(`/api/jobs/${job}`)).json()) as {
    plan: { boxes: Record<string, { on: { at: number } }> };
  };
  return plan.boxes[box]!.on.at;
}

for (const [held, viewport] of [
  ['upright', { width: 820, height: 1180 }],
  ['lying', { width: 1180, height: 820 }],
] as const)
  test.describe(`on a tablet, ${held}`, () => {
    test.use({ viewport });

    test('boxes are tapped, dragged, picked by a long press, and drawings pinched: by touch alone', async ({
      page,
    }) => {
      const fingers = await Fingers.on(page);
      const job = await studyJob(page, `Touched, ${held}`);
      await page.goto(`/jobs/${job}/boxes`);
      const box = page.locator('[data-box=b2]');
      await expect(box).toBeVisible();
      await expect.poll(() => tally(page, 'ft of cable')).not.toBe('');

      // What is pressed is chosen, and shows why it is there; also where a finger stays long on the first of all.
      await fingers.rest(page.locator('[data-box=b3]'), 800);
      await expect(page.locator('[data-card]')).toContainText('wall A');
      await fingers.tap(box);
      await expect(page.locator('[data-card]')).toBeVisible();
      const before = await placeOf(page, 'b2');
      // A finger that trembles moves nothing.
      const at = await middleOf(box);
      await fingers.drag(at, { x: 4, y: 2 });
      expect(await placeOf(page, 'b2')).toBe(before);
      await fingers.drag(await middleOf(box), { x: -90, y: 0 });
      await expect.poll(() => placeOf(page, 'b2')).not.toBe(before);
      await fingers.tap(page.getByRole('button', { name: 'Undo' }));
      await expect.poll(() => placeOf(page, 'b2')).toBe(before);

      // A long press picks one more.
      await fingers.tap(box);
      await fingers.rest(page.locator('[data-box=b3]'), 800);
      await expect(page.getByText('2 boxes', { exact: false }).first()).toBeVisible();
      expect(await placeOf(page, 'b2')).toBe(before);

      // Walls and studs are thin: beside one it is still meant.
      const plan = page.getByRole('group', { name: /^Plan/ });
      const wall = plan.locator('[data-wall=w1] polygon').first();
      const long = (await wall.boundingBox())!.width;
      await fingers.tap(wall, { x: 0, y: -16 });
      await expect(page.locator('[data-card]')).toContainText(/^window/);
      await fingers.tap(wall, { x: -0.42 * long, y: -16 });
      await expect(page.locator('[data-card]')).toContainText('Wall A');
      await fingers.tap(page.getByRole('button', { name: 'Stud 4', exact: true }).first(), { x: 5, y: -40 });
      await expect(page.locator('[data-card]')).toContainText('Stud 4');

      // Two fingers zoom the ribbon and the plan; nothing is moved by them.
      const mark = page.locator('[data-box=b2]');
      const row = page.locator('[data-row] svg').first();
      const narrow = (await row.boundingBox())!.width;
      await fingers.pinch(await middleOf(mark), 30, 110);
      await expect.poll(async () => (await row.boundingBox())!.width).toBeGreaterThan(narrow * 1.5);
      const dot = plan.locator('[data-plan-box=b2]');
      const wide = (await plan.locator('g').first().boundingBox())!.width;
      await fingers.pinch(await middleOf(plan), 30, 90);
      await expect
        .poll(async () => (await plan.locator('g').first().boundingBox())!.width)
        .toBeGreaterThan(wide * 1.3);
      expect(await dot.count()).toBe(1);
      expect(await placeOf(page, 'b2')).toBe(before);
      console.info(`on a tablet, ${held}: ${fingers.actions} touches`);
    });

    test('what is pressed is 44 pixels wide and high', async ({ page }) => {
      await Fingers.on(page);
      const job = await studyJob(page, `Targets, ${held}`);
      for (const stage of ['walk', 'boxes', 'circuits', 'runs', 'order', 'prove']) {
        await page.goto(`/jobs/${job}/${stage}`);
        await expect.poll(() => tally(page, 'ft of cable')).not.toBe('');
        const small = await page.evaluate(() =>
          [
            ...document.querySelectorAll<HTMLElement>(
              'button, select, input:not([type=file]), summary, a[href]',
            ),
          ]
            .filter((el) => el.checkVisibility() && !el.closest('svg'))
            .map((el) => {
              // A box to tick is pressed by its label.
              const target = el.closest('label') ?? el;
              const { width, height } = target.getBoundingClientRect();
              return {
                says: (el.innerText || el.getAttribute('aria-label') || el.tagName).slice(0, 40),
                width,
                height,
              };
            })
            .filter(({ width, height }) => width > 0 && (width < 43.5 || height < 43.5))
            .map(({ says, width, height }) => `${says}: ${Math.round(width)} × ${Math.round(height)}`),
        );
        expect.soft(small, stage).toEqual([]);
      }
      const marks = await page.goto(`/jobs/${job}/boxes`).then(async () => {
        await expect(page.locator('[data-box]').first()).toBeVisible();
        return page.locator('[data-box] [data-target]').evaluateAll((all) =>
          all.map((el) => {
            const { width, height } = el.getBoundingClientRect();
            return Math.min(width, height);
          }),
        );
      });
      expect(marks.length).toBeGreaterThan(3);
      expect(Math.min(...marks)).toBeGreaterThanOrEqual(43.5);
    });
  });
