import { chalk, expect, expectAccessible, expectRead, studyJob, tally, test } from './helpers.ts';
import type { Page } from '@playwright/test';
import { gridOfRooms } from './rooms.ts';

interface PlanFile {
  readonly walls: Record<string, { from: string; to: string }>;
  readonly rooms: Record<string, { name: string; walk?: object }>;
  readonly points: Record<string, { x: number; y: number }>;
  readonly rules: { values: Record<string, unknown>; reasons: Record<string, string> };
}
const planOf = async (page: Page): Promise<PlanFile> => {
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  const job = /jobs\/([^/]+)/.exec(page.url())![1]!;
  return ((await (await page.request.get(`/api/jobs/${job}`)).json()) as { plan: PlanFile }).plan;
};

test('a five-room addition typed as it is walked, with an alcove and a stairwell: walls met twice are one wall', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByLabel('Job name').fill('Walked addition');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/walk/);
  await chalk(page, 'room Kitchen kitchen', `16' right`, `12' right`, `16' right`, 'close');
  await expect(page.getByText('192 sq ft', { exact: false })).toBeVisible();
  await chalk(page, 'room Pantry pantry behind B', `12' right`, `6' right`, `12' right`, 'close');
  await expect(page.getByText('72 sq ft', { exact: false })).toBeVisible();
  await chalk(page, 'Kitchen', 'room Dining dining behind C', `16' right`);
  // A wall too many is taken back; an alcove goes in by turns to the left and right.
  await chalk(page, `40'`, 'back');
  await chalk(page, `10' right`, `6' right`, `2' left`, `4' left`, `2' right`, `6' right`, 'close');
  await expect(page.getByText('152 sq ft', { exact: false })).toBeVisible();
  await chalk(
    page,
    'Kitchen',
    'room Stair stair behind D at 20',
    `100 right`,
    `38 right`,
    `100 right`,
    'close',
  );
  await chalk(page, 'Kitchen', 'room Porch porch behind A', `16' right`, `8' right`, `16' right`, 'close');
  const { walls, rooms } = await planOf(page);
  expect(Object.values(rooms).map((r) => [r.name, r.walk ?? null])).toEqual(
    ['Kitchen', 'Pantry', 'Dining', 'Stair', 'Porch'].map((name) => [name, null]),
  );
  expect(Object.keys(walls)).toHaveLength(4 + 3 + 7 + 3 + 3);
  await page.reload();
  await page.getByRole('button', { name: 'Stair', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Stair, as walked' })).toBeVisible();
  await chalk(page, 'propose boxes');
  await expect.poll(() => tally(page, 'boxes')).not.toBe('0');
  await expect(page.locator('[data-finding="spacing.maxGap"], [data-finding="spacing.none"]')).toHaveCount(0);
});

test('lines typed on faster than the plan is worked out, two of them alike: none is lost, none runs into the next', async ({
  page,
}) => {
  // The worker comes late, so that the first line waits while all others are typed.
  await page.route(/compute\.worker/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await route.continue();
  });
  await page.goto('/');
  await page.getByLabel('Job name').fill('Typed on');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/walk/);
  const entry = page.getByRole('combobox', { name: 'chalk:' });
  await entry.focus();
  for (const line of ['room Garage garage', "12' right", "10' right", "12' right"]) {
    await page.keyboard.type(line);
    await page.keyboard.press('Enter');
    await page.keyboard.press('Enter');
  }
  // The next is alike to one that waits still, and half typed when that is read.
  await page.keyboard.type("10' right");
  await expect(page.locator('[data-wall]').nth(2)).toBeAttached();
  await expectRead(page);
  await expect(entry).toHaveValue("10' right");
  await page.keyboard.press('Enter');
  await expectRead(page);
  await expect(entry).toHaveValue('');
  await expect(page.locator('[data-wall]')).toHaveCount(4);
});

test('a room is started at a press and its walls typed at once, before what makes changes has come: they are of that room', async ({
  page,
}) => {
  await page.route(/\/assets\/window-/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await route.continue();
  });
  await page.goto('/');
  await page.getByLabel('Job name').fill('Typed at once');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/walk/);
  await page.getByLabel('Room name').fill('Den');
  await page.getByRole('button', { name: 'Start a room' }).click();
  await chalk(page, '150 right', '130 right');
  await expect(page.getByText(/^(being done|reading what was typed)…$/)).toBeVisible();
  await expectRead(page);
  await expect(page.locator('[data-wall]')).toHaveCount(2);
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Den');
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
});

test('on the plan: a wall dragged and undone, nudged by keys, locked; a wall drawn and a room named; a door dragged', async ({
  page,
}) => {
  await studyJob(page, 'Drawn job').then((job) => page.goto(`/jobs/${job}/walk`));
  await expect(page.locator('[data-box=b2]')).toBeVisible();
  const before = await planOf(page);
  const wall = page.locator('[data-wall=w2] > polygon').first();
  const at = (await wall.boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + at.height * 0.25);
  await page.mouse.down();
  await page.mouse.move(at.x + 40, at.y + at.height * 0.25, { steps: 8 });
  await expect(page.getByRole('status').filter({ hasText: '″' })).toBeVisible();
  await page.mouse.up();
  await expect.poll(async () => (await planOf(page)).points).not.toEqual(before.points);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await planOf(page)).points).toEqual(before.points);

  await page.locator('body').press('ArrowRight');
  await page.locator('body').press('Shift+ArrowRight');
  const nudged = (await planOf(page)).points;
  const moved = Object.keys(nudged).map((id) => nudged[id]!.x - (before.points[id]?.x ?? nudged[id]!.x));
  expect(Math.max(...moved.map(Math.abs))).toBeCloseTo(1 + 1 / 16, 6);
  await page.locator('body').press('l');
  await page.locator('body').press('ArrowRight');
  await expect(page.getByRole('alert')).toContainText('locked');

  const door = page.locator('[data-opening=o2] > polygon').first();
  const leaf = (await door.boundingBox())!;
  await page.mouse.move(leaf.x + leaf.width / 2, leaf.y + leaf.height / 2);
  await page.mouse.down();
  await page.mouse.move(leaf.x + leaf.width / 2 - 30, leaf.y + leaf.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect(page.locator('[data-card]')).toContainText('door');

  await page.getByRole('button', { name: 'Draw walls' }).click();
  const plan = (await page.getByRole('group', { name: 'Plan of the level' }).boundingBox())!;
  await page.mouse.click(plan.x + 60, plan.y + 60);
  await page.mouse.move(plan.x + 60, plan.y + 140);
  await page.getByLabel('Length of the wall being drawn').fill(`4'`);
  await page.keyboard.press('Enter');
  expect(Object.keys((await planOf(page)).walls)).toHaveLength(Object.keys(before.walls).length + 1);
});

test('a drawing read, corrected and accepted', async ({ page }) => {
  await page.goto('/import');
  await page.locator('input[type=file]').setInputFiles('node_modules/dxf/test/resources/floorplan.dxf');
  await expect(page.locator('[data-counts]')).toContainText('19 doors, 8 windows');
  await expect(page.getByText('header says millimetres; taken as inches', { exact: false })).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel('Name of room Unnamed 1').fill('Linen');
  await page.getByLabel('Name of room Unnamed 1').press('Tab');
  await page.getByRole('button', { name: 'Leave out Unnamed 2' }).click();
  await expect(page.getByRole('button', { name: 'Name this space' })).toHaveCount(2);
  await page.getByRole('button', { name: 'Accept as a new job' }).click();
  await expect(page).toHaveURL(/jobs\/.+\/walk/);
  await page.getByRole('button', { name: 'Linen', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Linen, as walked' })).toBeVisible();
  const { rooms } = await planOf(page);
  expect(Object.values(rooms).map((r) => r.name)).not.toContain('Unnamed 2');
});

test('a building model read: its wall, door and space', async ({ page }) => {
  await page.goto('/import');
  await page.locator('input[type=file]').setInputFiles('e2e/fixtures/house.ifc');
  await expect(page.locator('[data-counts]')).toContainText('4 walls, 1 doors, 0 windows, 1 rooms');
  await page.getByRole('button', { name: 'Accept as a new job' }).click();
  await expect(page.getByRole('heading', { name: 'Room, as walked' })).toBeVisible();
  await expect(page.getByLabel('Length of wall A')).toHaveValue(/^1[18]'/);
});

test.describe('files that cannot be read', () => {
  test.use({ allowed: /422|400|Failed to load resource/ });
  test('say what is wrong with them, and another can be chosen', async ({ page }) => {
    await page.goto('/import');
    const choose = (name: string, text: string) =>
      page
        .locator('input[type=file]')
        .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
    await choose('broken.dxf', 'nothing');
    await expect(page.getByRole('alert')).toContainText('broken.dxf');
    await choose('empty.ifc', 'x');
    await expect(page.getByRole('alert')).toContainText('not an IFC file');
    await choose('rooms.csv', "name,length,width\nDen,12',10'\n");
    await expect(page.locator('[data-counts]')).toContainText('1 rooms');
  });
});

test('the laser stand-in fills a walk and the field in focus', async ({ page, context }) => {
  await page.goto('/');
  await page.getByLabel('Job name').fill('Measured job');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/walk/);
  await chalk(page, 'room Den den');
  const meter = await context.newPage();
  await meter.goto(`/meter/${/jobs\/([^/]+)/.exec(page.url())![1]!}`);
  await expectAccessible(meter);
  const entry = page.getByRole('combobox', { name: 'chalk:' });
  for (const length of [`12'6"`, `10'`, `12'6"`]) {
    await entry.focus();
    await meter.getByLabel('What it should read').fill(length);
    await meter.getByRole('button', { name: 'Measure' }).click();
    await expect(entry).not.toHaveValue('');
    await entry.press('Enter');
    await expectRead(page);
    await expect(entry).toHaveValue('');
  }
  await chalk(page, 'close');
  await expect(page.getByText('125 sq ft', { exact: false })).toBeVisible();
  const field = page.getByLabel('Length of wall A');
  await field.focus();
  await meter.getByLabel('What it should read').fill('3.9 m');
  await meter.getByRole('button', { name: 'Measure' }).click();
  await expect(field).toHaveValue(`12'9-9/16"`);
  await expect(page.getByLabel('Length of wall C')).toHaveValue(`12'9-9/16"`);
});

test('a company rule changed with a preview; new jobs start with it; a job overrides it with its reason', async ({
  page,
}) => {
  const job = await studyJob(page, 'Rules job');
  let letCome = () => undefined as void;
  const comes = new Promise<void>((go) => (letCome = go));
  await page.route(`**/api/jobs/${job}`, async (route) => {
    await comes;
    await route.continue();
  });
  await page.goto(`/jobs/${job}/rules`);
  // What is set stands on all the job's other rules, so none can be before they have come.
  await expect(page.getByText('The job is being opened…')).toBeVisible();
  await expect(page.locator('[data-rule]')).toHaveCount(0);
  letCome();
  await expect(page.getByRole('heading', { name: 'Rules of this job' })).toBeVisible();
  await expectAccessible(page);
  const height = page.locator('[data-rule="height.receptacle"]');
  await height.getByLabel('Receptacle height', { exact: true }).selectOption({ label: '18 to centre.' });
  const pending = page.locator('[data-pending]');
  await expect(pending).toContainText('5 boxes get another mark');
  await pending.getByRole('button', { name: 'Leave it' }).click();
  await expect(height.getByText('changed')).toHaveCount(0);
  const gap = page.getByLabel('Longest gap between receptacles');
  await gap.fill(`8'`);
  await gap.press('Enter');
  await expect(pending).toContainText(/new: .* to the nearest receptacle/);
  await pending.getByLabel('Reason').fill('Customer asked for more');
  await pending.getByRole('button', { name: 'Take it' }).click();
  await expect(page.locator('[data-rule="spacing.maxGap"]')).toContainText('Why: Customer asked for more');

  await page.goto('/rules');
  await page.getByLabel('Find a rule').fill('coil');
  const coil = page.getByLabel('Coil length');
  await coil.fill('1000');
  await coil.press('Enter');
  // The effect is shown on the job changed last, which may be a large one of another journey.
  await expect(page.locator('[data-pending]')).toContainText(/Nothing in this job changes|→/, {
    timeout: 30_000,
  });
  await page.getByRole('button', { name: 'Take it' }).click();
  // It is asked about until the server has it.
  await expect(page.locator('[data-pending]')).toHaveCount(0);
  await expect(page.locator('[data-rule="coil.feet"]')).toContainText('changed');
  await page.goto('/');
  await page.getByLabel('Job name').fill('Begun with house rules');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/walk/);
  expect((await planOf(page)).rules.values).toMatchObject({ 'coil.feet': 1000 });
  const undo = { rule: 'coil.feet', saw: { value: 1000 }, set: { value: null } };
  expect((await page.request.post('/api/rules/changes', { data: { changes: [undo] } })).ok()).toBe(true);
});

test('levels: one added above, switched to and drawn on', async ({ page }) => {
  await studyJob(page, 'Two levels').then((job) => page.goto(`/jobs/${job}/walk`));
  await page.locator('summary', { hasText: 'attic above' }).click();
  await page.getByRole('button', { name: 'Add a level above' }).click();
  await page.getByLabel('Level', { exact: true }).selectOption('Upper');
  await page.getByLabel('Room name').fill('Loft');
  await page.getByRole('button', { name: 'Start a room' }).click();
  await chalk(page, `10' right`, `8' right`, `10' right`, 'close');
  await expect(page.getByText('80 sq ft', { exact: false })).toBeVisible();
});

test('a proposal of a large house says how far it is and can be stopped: nothing of it is taken, and work goes on', async ({
  page,
}) => {
  await studyJob(page, 'Stopped', gridOfRooms(6, 5)).then((job) => page.goto(`/jobs/${job}/boxes`));
  await expect(page.getByText('Room 30', { exact: true }).first()).toBeVisible();
  await chalk(page, 'propose');
  const under = page.getByRole('status').filter({ hasText: /Placing|Sharing|Laying|Choosing/ });
  await expect(under).toBeVisible();
  await page.getByRole('button', { name: 'Stop', exact: true }).press('Enter');
  await expect(under).toBeHidden();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  expect(await tally(page, 'boxes')).toBe('0');
  await chalk(page, 'propose alarms');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled({ timeout: 20_000 });
  await expect(page.locator('[data-flat]').first()).toBeVisible();
});

test('a wall typed ten times as long is shown and asked about first; left, nothing has changed', async ({
  page,
}) => {
  await studyJob(page, 'Wild').then((job) => page.goto(`/jobs/${job}/walk`));
  const field = page.getByLabel('Length of wall A');
  await expect(field).toBeVisible();
  const was = await field.inputValue();
  const before = JSON.stringify((await planOf(page)).points);
  await field.fill(`140'`);
  await field.press('Enter');
  const asked = page.getByRole('alertdialog');
  await expect(asked).toContainText('Wall A would be 140′ long instead of');
  await expect(page.getByRole('button', { name: 'Leave it as it was' })).toBeFocused();
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await expect(asked).toHaveCount(0);
  await expect(field).toHaveValue(was);
  expect(JSON.stringify((await planOf(page)).points)).toBe(before);
  await field.fill(`140'`);
  await field.press('Enter');
  await page.getByRole('button', { name: 'Do it' }).click();
  await expect(field).toHaveValue(`140'`);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(field).toHaveValue(was);
});
