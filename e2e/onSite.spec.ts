import type { Locator, Page } from '@playwright/test';
import { expect, expectRead, tally, test } from './helpers.ts';

/** Someone at a keyboard who never takes the mouse. Counts what they do: a line typed is one action, and so is a key. */
class Typist {
  actions = 0;

  constructor(readonly page: Page) {}

  /** A new job, from the page of all jobs. */
  async start(job: string): Promise<void> {
    await this.page.goto('/');
    // The cursor is in the name already.
    await expect(this.page.getByLabel('Job name')).toBeFocused();
    await this.page.keyboard.type(job);
    await this.key('Enter');
    await expect(this.page).toHaveURL(/\/walk/);
    await expect(this.page.getByRole('button', { name: job })).toBeVisible();
  }

  async key(key: string): Promise<void> {
    this.actions++;
    await this.page.keyboard.press(key);
  }

  /** Lines in the chalk line, which a key leads to. */
  async lines(...lines: string[]): Promise<void> {
    await this.page.locator('body').press('/');
    await expect(this.entry).toBeFocused();
    this.actions++;
    for (const line of lines) {
      await this.page.keyboard.type(line);
      await this.key('Enter');
      await expectRead(this.page);
      await expect(this.entry).toHaveValue('');
      await expect(this.page.locator('#entry-says')).toHaveCount(0);
    }
    await this.key('Escape');
    await expect(this.entry).not.toBeFocused();
  }

  /** By Tab to something, as far as it is. */
  async tabTo(target: Locator, most = 60): Promise<void> {
    for (let i = 0; i < most; i++) {
      if (await target.evaluate((el) => el === document.activeElement).catch(() => false)) return;
      await this.key('Tab');
    }
    await expect(target).toBeFocused();
  }

  get entry(): Locator {
    return this.page.getByRole('combobox', { name: 'chalk:' });
  }

  /** What is found wrong, by rule. */
  rules(): Promise<string[]> {
    return this.page
      .locator('[data-finding]')
      .evaluateAll((list) => list.map((el) => el.getAttribute('data-finding') ?? ''));
  }

  tell(what: string): void {
    console.info(`${what}: ${this.actions} actions`);
  }
}

test('a garage with a closed ceiling and a band board: by keyboard alone', async ({ page }) => {
  const typist = new Typist(page);
  await typist.start('Garage');
  await typist.lines(
    'room Garage',
    `22' right`,
    `24' right`,
    `22' right`,
    'close',
    'over closed fish',
    'under slab',
    `garage 16' at 3' wall A`,
    'door 36 at 24 wall C',
    `band board 24' at 0 wall B high 20`,
    'panel 24 wall D',
    'go boxes',
    'propose boxes',
  );
  await expect.poll(() => tally(page, 'boxes')).not.toBe('0');
  // Over the band board, not in it: its box says why.
  await expect.poll(() => typist.rules()).not.toContain('box.obstacle');
  await typist.lines('propose circuits', 'propose runs', 'go runs');
  await expect.poll(async () => Number(await tally(page, 'ft of cable'))).toBeGreaterThan(100);
  await typist.lines('go order');
  await expect(page.locator('[data-item^="device-gfci"], [data-item$="-gfci"]').first()).toBeVisible();
  typist.tell('a garage with a closed ceiling and a band board');
});

test('a basement room with an alcove, three switch places and a bench: by keyboard alone', async ({
  page,
}) => {
  const typist = new Typist(page);
  await typist.start('Basement room');
  await typist.lines(
    'room Play room recreation',
    `16' right`,
    `8' left`,
    `4' right`,
    `8' right`,
    `20' right`,
    'close',
    'grade below',
    'under slab',
    'door 32 at 12 wall A',
    'door 32 at 60 wall E',
    'door 30 at 40 wall F',
    'bench 72 at 24 wall D',
    'panel 60 wall F',
    'go boxes',
    'propose boxes',
  );
  const switches = page.locator('[data-plan-box]');
  await expect.poll(() => switches.count()).toBeGreaterThan(6);
  await typist.lines('propose circuits', 'propose runs', 'go prove');
  await expect.poll(async () => Number(await tally(page, 'ft of cable'))).toBeGreaterThan(50);
  const rules = await typist.rules();
  expect(rules.filter((r) => r.startsWith('spacing') || r === 'light.unswitched')).toEqual([]);
  typist.tell('a basement room with an alcove, three switch places and a bench');
});

test('a partition with boxes facing both ways: by keyboard alone', async ({ page }) => {
  const typist = new Typist(page);
  await typist.start('Partition');
  await typist.lines(
    'room North office',
    `12' right`,
    `10' right`,
    `12' right`,
    'close',
    'door 32 at 12 wall A',
    'room South bedroom behind C at 0',
    `12' right`,
    `10' right`,
    `12' right`,
    'close',
    'receptacle 40 wall A',
    'receptacle 90 wall A',
    'North',
    'receptacle 40 wall C',
    'receptacle 90 wall C',
    'go boxes',
  );
  await expect.poll(() => tally(page, 'boxes')).toBe('4');
  // From either side the boxes of the other are seen through the wall.
  await expect(page.locator('[data-ghost]').first()).toBeVisible();
  typist.tell('a partition with boxes facing both ways');
});

test('a bedroom with all walls closed: by keyboard alone', async ({ page }) => {
  const typist = new Typist(page);
  await typist.start('Closed bedroom');
  await typist.lines(
    'room Bedroom 2',
    `12' right`,
    `11' right`,
    `12' right`,
    'close',
    'door 30 at 12 wall A',
    `window 48 at 40 wall C`,
    'closed walls',
    'over closed',
    'go boxes',
    'propose boxes',
  );
  await expect.poll(async () => Number(await tally(page, 'boxes'))).toBeGreaterThan(3);
  await typist.lines('panel 40 wall D', 'propose circuits', 'propose runs', 'go order');
  await expect(page.locator('[data-item^="box-old-work"]').first()).toBeVisible();
  typist.tell('a bedroom with all walls closed');
});

test('a bathroom with its own circuit: by keyboard alone', async ({ page }) => {
  const typist = new Typist(page);
  await typist.start('Bathroom');
  await typist.lines(
    'room Bath',
    `8' right`,
    `6' right`,
    `8' right`,
    'close',
    'door 28 at 8 wall A',
    'basin 30 at 20 wall B',
    'toilet 20 at 6 wall C',
    'tub 60 at 20 wall C',
    "panel 20 wall D away 30'",
    'go boxes',
    'propose boxes',
    'propose circuits',
    'propose runs',
    'go order',
  );
  // A receptacle at the basin, on 20 A, which nothing else is on but what is in the room.
  await expect(
    page.locator('[data-item^="device-gfci"], [data-item^="device-receptacle"]').first(),
  ).toBeVisible();
  await expect(page.locator('[data-item^="breaker-20a"]')).toContainText('1');
  await expect(page.locator('[data-item="device-bath-fan"]')).toContainText('1');
  typist.tell('a bathroom with its own circuit');
});

test('a pair of outside lights: by keyboard alone', async ({ page }) => {
  const typist = new Typist(page);
  await typist.start('Outside lights');
  await typist.lines(
    'room Hall',
    `10' right`,
    `8' right`,
    `10' right`,
    'close',
    'door 36 at 42 wall A',
    'light 34 wall A out high 72',
    'light 86 wall A out high 72',
    'go boxes',
    'propose switches',
  );
  // Two lights and, inside the door, one switch that works both.
  await expect.poll(() => tally(page, 'boxes')).toBe('3');
  const outside = page.getByRole('button', { name: 'Outside: box 1, seen through the wall' });
  await typist.tabTo(outside, 80);
  await typist.key('Enter');
  await expect(page.locator('[data-card]')).toContainText('light');
  // What the wall has outside is asked once, at its first box there.
  const asked = page.locator('[data-outside]');
  await typist.tabTo(asked.getByRole('button', { name: /^lap siding/ }), 120);
  await typist.key('Enter');
  await expect(asked).toHaveCount(0);
  await expect(page.getByText('1³⁄₁₆″', { exact: true }).first()).toBeVisible();
  // From outside the wall has a ribbon of its own; its boxes are moved there.
  await expect(page.locator('[data-box=b1]')).toHaveCount(0);
  await typist.key('o');
  await typist.tabTo(page.locator('[data-box=b1]'), 120);
  await typist.key('Shift+ArrowRight');
  await expect(page.locator('[data-card]')).toContainText('Box 1 · wall A, other side');
  await typist.lines('go prove');
  expect(await typist.rules()).not.toContain('light.unswitched');
  typist.tell('a pair of outside lights');
});

test('an audit of six circuits, with nothing drawn: by keyboard alone', async ({ page }) => {
  const typist = new Typist(page);
  await typist.start('Audit');
  const job = /jobs\/([^/]+)/.exec(page.url())![1]!;
  await page.goto(`/jobs/${job}/audit`);
  await typist.tabTo(page.getByLabel('Panel'));
  await page.keyboard.type('Old panel');
  await typist.key('Enter');
  await expect(page.getByText('Nothing is written down')).toBeVisible();
  const circuits = [
    ['1', 'two', 'Range', '9600'],
    ['2', 'one', 'Kitchen', ''],
    ['4', 'one', 'Bedrooms', ''],
    ['5', 'two', 'Dryer', '5500'],
    ['6', 'A', 'Hall', ''],
    ['6', 'B', 'Porch', ''],
  ] as const;
  for (const [space, breaker, label, va] of circuits) {
    await typist.tabTo(page.getByLabel('Space', { exact: true }));
    await page.keyboard.type(space);
    await typist.tabTo(page.getByLabel('Breaker', { exact: true }));
    await page.keyboard.type({ one: 'one', two: 'two', A: 'tandem, half A', B: 'tandem, half B' }[breaker]);
    await typist.tabTo(page.getByRole('button', { name: 'Write down a circuit' }));
    await typist.key('Enter');
    const row = page.locator('[data-audit]').filter({
      has: page.locator(`.figure:text-is("${space}${breaker.length === 1 ? breaker : ''}")`),
    });
    await expect(row).toBeVisible();
    await typist.tabTo(row.getByLabel('What its label says'), 2);
    await page.keyboard.type(label);
    if (va) {
      await typist.tabTo(row.getByLabel('Load, VA'));
      await page.keyboard.type(va);
    }
    await typist.key('Enter');
  }
  await expect(page.locator('[data-audit]')).toHaveCount(6);
  await page.goto(`/jobs/${job}/load`);
  await expect(page.getByText('Range, as audited').first()).toBeVisible();
  await expect(page.getByText('Dryer, as audited').first()).toBeVisible();
  typist.tell('an audit of six circuits');
});

/** Lines in inches as a drawing file, each on its layer; words name rooms. */
function drawingOf(
  lines: readonly (readonly [x1: number, y1: number, x2: number, y2: number, layer: string])[],
  words: readonly (readonly [x: number, y: number, text: string])[],
): Buffer {
  const line = ([x1, y1, x2, y2, layer]: (typeof lines)[number]) =>
    `0\nLINE\n8\n${layer}\n10\n${x1}\n20\n${y1}\n11\n${x2}\n21\n${y2}`;
  const word = ([x, y, text]: (typeof words)[number]) => `0\nTEXT\n8\nNAMES\n10\n${x}\n20\n${y}\n1\n${text}`;
  const entities = [...lines.map(line), ...words.map(word)].join('\n');
  return Buffer.from(`0\nSECTION\n2\nENTITIES\n${entities}\n0\nENDSEC\n0\nEOF\n`);
}

test('a drawing of single lines with plain gaps for doors: by keyboard alone', async ({ page }) => {
  const typist = new Typist(page);
  // A bedroom and an office, a gap between them and one in front; of the openings a window alone is drawn.
  const file = {
    name: 'addition.dxf',
    mimeType: 'image/vnd.dxf',
    buffer: drawingOf(
      [
        [0, 0, 60, 0, 'WALLS'],
        [96, 0, 288, 0, 'WALLS'],
        [288, 0, 288, 120, 'WALLS'],
        [288, 120, 110, 120, 'WALLS'],
        [110, 120, 62, 120, 'GLASS'],
        [62, 120, 0, 120, 'WALLS'],
        [0, 120, 0, 0, 'WALLS'],
        [144, 0, 144, 40, 'WALLS'],
        [144, 70, 144, 120, 'WALLS'],
      ],
      [
        [50, 60, 'BEDROOM'],
        [200, 60, 'OFFICE'],
      ],
    ),
  };
  await page.goto('/import');
  await typist.tabTo(page.locator('input[type=file]'));
  // A key that comes before the page takes keys opens nothing: it is pressed again.
  await expect(async () => {
    await page.locator('input[type=file]').focus();
    const chosen = page.waitForEvent('filechooser', { timeout: 5000 });
    await typist.key('Space');
    await (await chosen).setFiles(file);
  }).toPass({ timeout: 30_000 });
  await expect(page.getByLabel('A wall is drawn as')).toHaveValue('single');
  await expect(page.locator('[data-plain-gaps]')).toHaveText('2 of them');
  await expect(page.locator('[data-counts]')).toContainText('0 doors, 1 windows');
  await expect(page.getByText('say under “How it is drawn”', { exact: false })).toBeVisible();
  await typist.tabTo(page.getByLabel('A gap in a wall with nothing in it is'));
  await typist.key('ArrowUp');
  await expect(page.locator('[data-counts]')).toContainText('5 walls, 2 doors, 1 windows, 2 rooms');
  await typist.tabTo(page.getByRole('button', { name: 'Accept as a new job' }));
  await typist.key('Enter');
  await expect(page).toHaveURL(/jobs\/.+\/walk/);
  await expect(page.getByRole('button', { name: 'addition' })).toBeVisible();
  await typist.lines('panel 24 wall D', 'go boxes', 'propose');
  await expect.poll(async () => Number(await tally(page, 'ft of cable'))).toBeGreaterThan(50);
  typist.tell('a drawing of single lines with plain gaps');
});

test.describe('a drawing without walls as it was taken', () => {
  test.use({ allowed: /422|Failed to load resource/ });
  test('shows its lines, and is read once it is said how it is drawn', async ({ page }) => {
    const corner = drawingOf(
      [
        [0, 0, 144, 0, 'A'],
        [144, 0, 144, 120, 'A'],
      ],
      [],
    );
    await page.goto('/import');
    await page
      .locator('input[type=file]')
      .setInputFiles({ name: 'corner.dxf', mimeType: 'image/vnd.dxf', buffer: corner });
    await expect(page.getByRole('alert')).toContainText('Say that its walls are single lines');
    await expect(page.getByRole('img', { name: /The lines of the drawing/ }).locator('line')).toHaveCount(2);
    await page.getByLabel('A wall is drawn as').selectOption('single');
    await expect(page.locator('[data-counts]')).toContainText('2 walls');
    await expect(page.getByRole('alert')).toHaveCount(0);
  });
});
