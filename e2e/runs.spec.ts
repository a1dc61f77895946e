import { expect, expectAccessible, studyJob, tally, test } from './helpers.ts';

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
  await page.getByRole('link', { name: /\dwalk/ }).click();
  await page.getByLabel('Over this room').selectOption({ label: 'closed ceiling' });
  await page.getByRole('link', { name: /\druns/ }).click();
  await expect(page.locator('[data-run=k2]')).toContainText('no way');
  await page.getByRole('link', { name: /\dwalk/ }).click();
  await page.getByLabel('Cable may').selectOption({ label: 'fish through it' });
  await page.getByRole('link', { name: /\druns/ }).click();
  await expect(page.locator('[data-run=k2]')).not.toContainText('no way');
  await page.locator('[data-run=k2]').click();
  await expect(page.locator('[data-card]')).toContainText('Across a closed ceiling past');
});
