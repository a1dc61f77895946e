import { chalk, expect, expectAccessible, studyJob, tally, test } from './helpers.ts';

/** A room of 14 by 11 ft with a door between two boxes of its long wall, and a cable laid from one to the other. */
const acrossDoor = {
  format: 'fieldchalk.plan',
  version: 1,
  points: {
    p1: { x: 0, y: 0 },
    p2: { x: 168, y: 0 },
    p3: { x: 168, y: 132 },
    p4: { x: 0, y: 132 },
  },
  walls: {
    w1: { from: 'p1', to: 'p2' },
    w2: { from: 'p2', to: 'p3' },
    w3: { from: 'p3', to: 'p4' },
    w4: { from: 'p4', to: 'p1' },
  },
  openings: { o1: { wall: 'w1', kind: 'door', at: 65, width: 32 } },
  rooms: { r1: { level: 'L1', x: 80, y: 66, name: 'Den', use: 'den' } },
  boxes: {
    b1: { on: { wall: 'w1', side: 'left', at: 46 } },
    b2: { on: { wall: 'w1', side: 'left', at: 114 } },
    b3: { on: { ceiling: 'r1', x: 60, y: 40 } },
    b4: { on: { ceiling: 'r1', x: 60, y: 109 } },
  },
  devices: {
    d3: { box: 'b3', kind: 'light', circuit: 'c1' },
    d4: { box: 'b4', kind: 'light', circuit: 'c1' },
  },
  circuits: { c1: { name: 'Den' } },
  runs: {
    k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' },
    k2: { from: 'b3', to: 'b4', circuit: 'c1', cable: '14/2' },
  },
};

test('a door is crossed each way side by side, one is chosen and pinned; laying again leaves it; undo takes it back', async ({
  page,
}) => {
  const job = await studyJob(page, 'Past a door', acrossDoor);
  await page.goto(`/jobs/${job}/runs`);
  await page.locator('[data-run=k1]').click();
  await page.getByText('Compare ways').click();
  for (const goes of ['wall', 'over', 'under'])
    await expect(page.locator(`[data-way=${goes}]`)).toBeVisible();
  const now = page.locator('[data-way]').filter({ hasText: 'The way it goes now' });
  await expect(now).toHaveCount(1);
  await expect(now).toContainText('the cheapest of these');
  await expectAccessible(page);
  const cable = await tally(page, 'ft of cable');
  const other = page.locator('[data-way=over]').getByRole('button');
  await other.click();
  await expect(page.locator('[data-way=over]')).toContainText('The way it goes now');
  await expect.poll(() => tally(page, 'ft of cable')).not.toBe(cable);
  const over = await tally(page, 'ft of cable');
  await page.getByRole('button', { name: 'Pin it as it is' }).click();
  await expect(page.getByRole('button', { name: 'Pinned: let it go' })).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Lay all again' }).click();
  await expect(page.locator('[data-run=k1]')).toContainText('over');
  await expect.poll(() => tally(page, 'ft of cable')).not.toBe('');
  await page.locator('[data-run=k1]').click();
  await page.getByRole('button', { name: 'Pinned: let it go' }).click();
  await expect(page.getByRole('button', { name: 'Pin it as it is' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Pinned: let it go' })).toBeVisible();
  expect(over).not.toBe(cable);
});

test('a hop between two lights goes straight across the ceiling; closed, it has no way until it is fished or opened', async ({
  page,
}) => {
  const job = await studyJob(page, 'Lights', acrossDoor);
  await page.goto(`/jobs/${job}/runs`);
  // 69 in. apart, and over the joists of the attic and down again.
  await page.locator('[data-run=k2]').click();
  await expect(page.locator('[data-card]')).toContainText('7′ ½″');
  await page.getByRole('link', { name: /^walk/ }).click();
  await page.getByLabel('Over this room').selectOption({ label: 'closed ceiling' });
  await page.getByRole('link', { name: /^runs/ }).click();
  await expect(page.locator('[data-run=k2]')).toContainText('no way');
  await page.getByRole('link', { name: /^walk/ }).click();
  await page.getByLabel('Its ceiling: cable may').selectOption({ label: 'fish through it' });
  await page.getByRole('link', { name: /^runs/ }).click();
  await expect(page.locator('[data-run=k2]')).not.toContainText('no way');
  await page.locator('[data-run=k2]').click();
  await expect(page.locator('[data-card]')).toContainText('Across a closed ceiling past');
});

/** Four receptacles round a room on one circuit from a panel, laid in the order of their numbers. */
const round = {
  ...acrossDoor,
  panels: { n1: { name: 'Main', on: { wall: 'w4', side: 'left', at: 20 } } },
  circuits: { c1: { name: 'Den', panel: 'n1', space: 1 } },
  boxes: {
    b1: { on: { wall: 'w1', side: 'left', at: 46 } },
    b2: { on: { wall: 'w1', side: 'left', at: 130 } },
    b3: { on: { wall: 'w2', side: 'left', at: 70 } },
    b4: { on: { wall: 'w3', side: 'left', at: 82 } },
  },
  devices: Object.fromEntries([1, 2, 3, 4].map((i) => [`d${i}`, { box: `b${i}`, circuit: 'c1' }])),
  runs: {
    k1: { from: 'n1', to: 'b1', circuit: 'c1', cable: '14/2' },
    k2: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' },
    k3: { from: 'b2', to: 'b3', circuit: 'c1', cable: '14/2' },
    k4: { from: 'b3', to: 'b4', circuit: 'c1', cable: '14/2' },
  },
};

test('the order of a circuit is changed by hand, a splice box put in, and both are one step to take back', async ({
  page,
}) => {
  const job = await studyJob(page, 'By hand', round);
  await page.goto(`/jobs/${job}/runs`);
  await page.locator('[data-run=k1]').click();
  await page.getByText('Order of this circuit').click();
  const order = page.locator('[data-order] li');
  await expect(order).toHaveCount(4);
  await expect(order.first()).toContainText('box 1');
  const cable = await tally(page, 'ft of cable');
  await page.getByRole('button', { name: 'box 4: first after the panel' }).click();
  await expect(order.first()).toContainText('box 4');
  await expect(order.first()).toContainText('pinned');
  await expect.poll(() => tally(page, 'ft of cable')).not.toBe(cable);
  await page.keyboard.press('Control+z');
  await expect(order.first()).toContainText('box 1');
  await expect.poll(() => tally(page, 'ft of cable')).toBe(cable);
  // Two exchanged, by the keyboard alone.
  await page.getByRole('button', { name: 'box 2: one place sooner' }).press('Enter');
  await expect(order.first()).toContainText('box 2');
  await expect(order.nth(1)).toContainText('box 1');
  await expect(order.first().getByRole('button').last()).toBeFocused();
  // Joined by a cable of their own.
  await page.getByLabel('From', { exact: true }).selectOption({ label: 'box 1' });
  await page.getByLabel('To', { exact: true }).selectOption({ label: 'box 4' });
  await page.getByRole('button', { name: 'Join them' }).click();
  await expect(page.locator('[data-order]')).toContainText('from box 1, cut');
  await expect(page.getByText('pinned')).not.toHaveCount(0);

  const boxes = await tally(page, 'boxes');
  await page.locator('[data-card]').getByRole('button', { name: 'Close' }).click();
  await page.locator('[data-run]').nth(1).click();
  const splice = page.getByLabel(/^Splice box so far from/);
  await splice.fill('900');
  await splice.press('Enter');
  await expect(page.getByRole('alert')).toContainText('past the end of the cable');
  await splice.fill('3');
  await splice.press('Enter');
  await expect.poll(() => tally(page, 'boxes')).toBe(String(Number(boxes) + 1));
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => tally(page, 'boxes')).toBe(boxes);
});

test('a cable is drawn through a place one points at, or types, and goes its own way again', async ({
  page,
}) => {
  const job = await studyJob(page, 'Drawn', round);
  await page.goto(`/jobs/${job}/runs`);
  await page.locator('[data-run=k2]').click();
  const card = page.locator('[data-card]');
  const cut = () => page.locator('[data-run=k2] b').textContent();
  const before = (await cut()) ?? '';
  await card.getByText('Goes through').click();
  await card.getByRole('button', { name: 'Point to where it goes' }).click();
  const plan = await page.getByRole('group', { name: 'Plan of the level' }).boundingBox();
  if (!plan) throw new Error('no plan');
  await page.mouse.click(plan.x + plan.width / 2, plan.y + plan.height / 2);
  await expect(card.locator('[data-through] li')).toContainText('Over Den');
  await expect.poll(cut).not.toBe(before);
  await page.keyboard.press('Escape');
  await expect(card.getByRole('button', { name: 'Point to where it goes' })).toBeVisible();
  await card.getByRole('button', { name: 'No longer through place 1' }).press('Enter');
  await expect.poll(cut).toBe(before);
  await card.getByLabel('Wall of the room in hand').selectOption({ index: 2 });
  await card.getByLabel('From its left corner').fill('3');
  await card.getByLabel('Above the subfloor').fill(`8' 3`);
  await card.getByLabel('Above the subfloor').press('Tab');
  await card.getByRole('button', { name: 'Go through it' }).click();
  await expect(card.locator('[data-through] li')).toContainText('from its left corner');
  await page.keyboard.press('Control+z');
  await expect(card.locator('[data-through] li')).toHaveCount(0);
});

test('an obstacle put in the way: the cable goes round it; taken away, it comes back', async ({ page }) => {
  const job = await studyJob(page, 'In the way', { ...round, runs: { k2: round.runs.k2 } });
  await page.goto(`/jobs/${job}/runs`);
  await expect(page.locator('[data-run=k2]')).toContainText('cut');
  const cut = async () => (await page.locator('[data-run=k2] b').textContent()) ?? '';
  const before = await cut();
  await page.getByRole('link', { name: /^walk/ }).click();
  await page.getByLabel('Add', { exact: true }).selectOption({ label: 'in the wall: duct' });
  const form = page.locator('form').filter({ has: page.getByRole('button', { name: 'Add', exact: true }) });
  await form.getByLabel('From left corner').fill("6'");
  await form.getByLabel('Wide').fill('10');
  await form.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('link', { name: /^runs/ }).click();
  await expect.poll(cut).not.toBe(before);
  await page.keyboard.press('Control+z');
  await expect.poll(cut).toBe(before);
});

test('the house is seen through, turned by keys and by the pointer, and a part of it shown alone', async ({
  page,
}) => {
  const job = await studyJob(page, 'Seen through', round);
  await page.goto(`/jobs/${job}/runs`);
  await page.getByRole('button', { name: 'See through the house' }).click();
  const house = page.locator('[data-see-through]');
  await expect(house).toHaveAccessibleName(/Seen from \d+° round/);
  const seen = () => house.getAttribute('aria-label');
  const first = await seen();
  await house.press('ArrowRight');
  await expect.poll(seen).not.toBe(first);
  await house.press('ArrowLeft');
  await expect.poll(seen).toBe(first);
  const box = (await house.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 80, y + 10, { steps: 4 });
  await page.mouse.up();
  await expect.poll(seen).not.toBe(first);
  await house.press('Home');
  await expect.poll(seen).toBe(first);
  await page.getByLabel('Circuit', { exact: true }).last().selectOption({ label: 'Den' });
  await expectAccessible(page);
  const kept = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Keep this picture' }).click();
  expect((await kept).suggestedFilename()).toBe('Seen through see-through.png');
  await page.getByRole('button', { name: 'Back to the plan' }).click();
  await expect(page.getByRole('group', { name: 'Plan of the level' })).toBeVisible();
});

test('cut list and drilling list: by room, each cut with where it starts, each hole with its bit', async ({
  page,
}) => {
  const job = await studyJob(page, 'Lists', round);
  await page.goto(`/jobs/${job}/runs`);
  await page.getByRole('link', { name: 'Cut list' }).click();
  const cuts = page.locator('[data-cut]');
  await expect(cuts).toHaveCount(4);
  // From the last box back to the feed.
  await expect(cuts.first()).toContainText('from box 4 to box 3');
  await expect(cuts.last()).toContainText('to Main');
  await expectAccessible(page);
  await page.getByRole('link', { name: /^runs/ }).click();
  await page.getByRole('link', { name: 'Drilling list' }).click();
  await expect(page.locator('[data-drilling]').first()).toContainText('bit');
  await page.setViewportSize({ width: 390, height: 844 });
  await expectAccessible(page);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('a stud moved takes its holes along; doubled, and bored off centre before the job, it says so', async ({
  page,
}) => {
  const job = await studyJob(page, 'Studs', round);
  await page.goto(`/jobs/${job}/runs`);
  await page.locator('[data-run=k2]').click();
  const card = page.locator('[data-card]');
  const holes = card.locator('summary', { hasText: 'Holes' });
  await expect(holes).toBeVisible();
  const count = Number(await holes.locator('b').textContent());
  expect(count).toBeGreaterThan(1);
  await card.getByRole('button', { name: 'Close' }).click();
  // A hole of the first cable's wall, drawn where its stud stands.
  const cable = await tally(page, 'ft of cable');
  await page.getByRole('button', { name: 'Stud 4', exact: true }).first().dispatchEvent('click');
  const field = page.getByLabel('Its centre, measured from the left corner');
  const place = await field.inputValue();
  await field.fill('52');
  await field.press('Enter');
  await expect(card).toContainText('measured');
  await expect(field).not.toHaveValue(place);
  const total = async () => Number(await tally(page, 'holes'));
  const single = await total();
  await card.getByLabel('Nailed together here').selectOption({ label: 'two, doubled' });
  await expect.poll(total).toBeGreaterThan(single);
  await card.getByText('Holes in it already').click();
  await card.getByLabel('Above the subfloor').fill('25');
  await card.getByLabel('Off the middle').fill('0.5');
  await card.getByLabel('Off the middle').press('Tab');
  await card.getByRole('button', { name: 'Put it down' }).click();
  await expect(card).toContainText('½″ off to the wall’s left');
  await expectAccessible(page);
  await card.getByRole('button', { name: 'No hole 25″ up' }).click();
  await expect(card).not.toContainText('off to the wall’s left');
  for (let n = 0; n < 4; n++) await page.keyboard.press('Control+z');
  await expect.poll(() => tally(page, 'ft of cable')).toBe(cable);
});

test('a drawing that was read is wired, and its cable drawn on every wall with holes', async ({ page }) => {
  test.setTimeout(120_000);
  await page.goto('/import');
  await page.locator('input[type=file]').setInputFiles('node_modules/dxf/test/resources/floorplan.dxf');
  await expect(page.locator('[data-counts]')).toContainText('19 doors');
  await page.getByRole('button', { name: 'Accept as a new job' }).click();
  await expect(page).toHaveURL(/jobs\/.+\/walk/);
  await chalk(page, `panel 3'`, 'propose boxes');
  await expect.poll(async () => Number(await tally(page, 'boxes')), { timeout: 60_000 }).toBeGreaterThan(10);
  await chalk(page, 'propose circuits', 'propose runs');
  await expect
    .poll(async () => Number(await tally(page, 'ft of cable')), { timeout: 60_000 })
    .toBeGreaterThan(100);
  await chalk(page, 'go runs');
  const ribbon = page.getByRole('region', { name: 'Unrolled room' });
  let seen = 0;
  const job = /jobs\/([^/]+)/.exec(page.url())![1]!;
  const { plan } = (await (await page.request.get(`/api/jobs/${job}`)).json()) as { plan: { rooms: object } };
  const rooms = Object.keys(plan.rooms).length;
  for (let n = 0; n < rooms; n++) {
    await page.keyboard.press(']');
    await expect(ribbon).toBeVisible();
    const bare = await ribbon.evaluate((svg) => {
      const cables = [...svg.querySelectorAll('polyline[stroke="transparent"]')].flatMap((p) => {
        const points = (p.getAttribute('points') ?? '').split(' ').map((q) => q.split(',').map(Number));
        const xs = points.map(([x]) => x ?? 0);
        const ys = points.map(([, y]) => y ?? 0);
        return [[Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)] as const];
      });
      const holes = [...svg.querySelectorAll('circle.stroke-white')].map((c) => [
        Number(c.getAttribute('cx')),
        Number(c.getAttribute('cy')),
      ]);
      const isOn = (x: number, y: number) =>
        cables.some(([x0, x1, y0, y1]) => x > x0 - 1 && x < x1 + 1 && y > y0 - 1 && y < y1 + 1);
      return { holes: holes.length, bare: holes.filter(([x, y]) => !isOn(x ?? 0, y ?? 0)).length };
    });
    seen += bare.holes;
    expect(bare.bare).toBe(0);
  }
  expect(seen).toBeGreaterThan(20);
});
