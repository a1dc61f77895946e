import { chalk, demoJob, studyJob, expect, tally, test } from './helpers.ts';

test('the whole journey by typing: job, room, framing, boxes, circuit, runs, list', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Job name').fill('Typed job');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/jobs\/.+\/walk/);
  await chalk(page, 'room Study office', `12'6-1/2" right`, '10 4 right', `12.541666'`);
  await expect(page.getByRole('heading', { name: 'Study, as walked' })).toBeVisible();
  await chalk(page, 'close');
  await expect(page.getByText('130 sq ft', { exact: false })).toBeVisible();
  await chalk(page, 'door 32 at 14 wall C hinge left swing in', `window 4' at 3' wall A sill 36 head 80`);
  await page.locator('[data-row=o1]').click();
  await expect(page.getByLabel('From the left corner')).toHaveValue('14"');
  await page.getByLabel('Length of wall A').fill(`12'8"`);
  await page.getByLabel('Length of wall A').press('Enter');
  await expect(page.getByLabel('Length of wall C')).toHaveValue(`12'8"`);

  await page.locator('main, h1').first().click();
  await page.keyboard.press('2');
  await expect(page).toHaveURL(/boxes/);
  await page.keyboard.press('b');
  // Four receptacles, a switch inside the door and a smoke alarm; its wafer lights have no box.
  await expect.poll(() => tally(page, 'boxes')).toBe('6');
  await expect(page.locator('[data-flat]')).toHaveCount(5);
  await expect(page.locator('[data-finding="spacing.maxGap"], [data-finding="spacing.none"]')).toHaveCount(0);
  await chalk(page, `panel 3' wall B away 27'`, 'propose circuits', 'propose runs', 'go order');
  await expect(page.locator('[data-item="cable-14/2"]')).toContainText('ft');
  await expect(page.locator('[data-item="box-plastic-1g-18"]')).toContainText(/[45]/);
  await expect(page.locator('[data-item="device-wafer-light"]')).toContainText('4');
  await expect(page.locator('[data-item="breaker-15a-1p-afci"]')).toContainText('1');
  await page.locator('[data-item="cable-14/2"] button').click();
  await expect(page.locator('[data-item="cable-14/2"]')).toContainText('service loops');
  const csv = page.waitForEvent('download');
  await page.getByRole('button', { name: 'List as CSV' }).click();
  expect((await csv).suggestedFilename()).toBe('typed-job-list.csv');

  const feet = await tally(page, 'ft of cable');
  await expect(page.getByText('saved')).toBeVisible();
  await page.reload();
  await expect.poll(() => tally(page, 'ft of cable')).toBe(feet);
});

test('by pointer: drag a box, the proof follows, undo; broken rule shown with its fix; pin, height, delete', async ({
  page,
}) => {
  const job = await studyJob(page, 'Pointer job');
  await page.goto(`/jobs/${job}/boxes`);
  const box = page.locator('[data-box=b2]');
  await expect(box).toBeVisible();
  await page.waitForTimeout(300);
  const at = (await box.boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(at.x - 120, at.y + 10, { steps: 6 });
  await expect(page.locator('[data-finding="spacing.maxGap"]')).toBeVisible();
  await page.mouse.up();
  const finding = page.locator('[data-finding="spacing.maxGap"]');
  await expect(finding).toContainText('NEC 2023 210.52(A)(1)');
  await finding
    .getByRole('button', { name: /Add one at stud/ })
    .first()
    .click();
  await expect(finding).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(finding).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(finding).toHaveCount(0);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(finding).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();

  await box.click();
  await expect(page.locator('[data-card]')).toContainText('15⅛″');
  await page.locator('[data-card]').getByLabel('To its').selectOption('bottom');
  await expect(page.locator('[data-card]')).toContainText('15⅛″');
  await page.getByLabel('Height', { exact: true }).fill('18');
  await page.getByLabel('Height', { exact: true }).press('Enter');
  await expect(page.locator('[data-card] .figure')).toHaveText('18¾″');
  await page.getByRole('button', { name: 'Pin it here' }).click();
  await expect(page.getByRole('button', { name: 'Pinned: let it go' })).toBeVisible();
  await box.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-card]')).toContainText(/stud \d+/);
  await page.keyboard.press('Delete');
  await expect(box).toHaveCount(0);
});

test('lines typed before the plan is worked out wait for it; one that is refused comes back, those behind it by the arrow', async ({
  page,
}) => {
  const job = await studyJob(page, 'Typed ahead');
  await page.route(/compute\.worker/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await route.continue();
  });
  // The job itself comes late too.
  await page.route(`**/api/jobs/${job}`, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1000));
    await route.continue();
  });
  await page.goto(`/jobs/${job}/walk`);
  const entry = page.getByRole('combobox', { name: 'chalk:' });
  await chalk(page, `door 24 at 12 wall A`, 'door 24 at 12 wall Z', 'window 30 at 120 wall A');
  await expect(entry).toHaveValue('door 24 at 12 wall Z');
  await expect(page.getByRole('alert')).toContainText('There is no wall Z in this room');
  await expect(page.getByRole('alert')).toContainText('Not done either: window 30 at 120 wall A.');
  await expect(
    page.getByRole('button', { name: /door 24″ · wall A, 12″ from its left corner/ }),
  ).toBeVisible();
  await entry.press('Escape');
  await entry.press('ArrowUp');
  await expect(entry).toHaveValue('window 30 at 120 wall A');
  await entry.press('Enter');
  await expect(
    page.getByRole('button', { name: /window 30″ · wall A, 10′ from its left corner/ }),
  ).toBeVisible();
  await expect(entry).toHaveValue('');
});

test('by pointer: panel, circuits, runs and a way chosen, from a room with nothing in it', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByLabel('Job name').fill('Pointed job');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('Room name').fill('Bedroom');
  await page.getByRole('button', { name: 'Start a room' }).click();
  await chalk(page, '150 right', '130 right', '150 right');
  await page.getByRole('button', { name: 'Close with a last wall' }).click();
  await page.getByRole('link', { name: /boxes/ }).click();
  await page.getByRole('button', { name: 'receptacles', exact: true }).click();
  await expect.poll(() => tally(page, 'boxes')).toBe('4');
  await page.getByRole('link', { name: /circuits/ }).click();
  await page.getByRole('button', { name: 'Put the panel here' }).click();
  await page.getByRole('button', { name: /Assign the rest/ }).click();
  await page.locator('[data-breaker=c1]').click();
  await expect(page.locator('[data-circuit=c1]')).toContainText('720 VA');
  await page.getByLabel('Breaker of Receptacles Bedroom').selectOption('20');
  await expect(page.getByRole('alert')).toContainText('takes 15 A: NEC 240.4(D)');
  await expect(page.getByLabel('Breaker of Receptacles Bedroom')).toHaveValue('15');
  await page.getByRole('button', { name: /20 A on 12 AWG/ }).click();
  await expect(page.getByLabel('Breaker of Receptacles Bedroom')).toHaveValue('20');
  await expect(page.getByLabel('Wire of Receptacles Bedroom')).toHaveValue('12');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Breaker of Receptacles Bedroom')).toHaveValue('15');
  await page.getByRole('link', { name: /runs/ }).click();
  await page.getByRole('button', { name: /Lay the runs/ }).click();
  await expect(page.locator('[data-run]')).toHaveCount(4);
  await page.locator('[data-run=k2]').click();
  await expect(page.locator('[data-card]')).toContainText('Free ends');
  await page.getByLabel('Way').selectOption('over');
  await expect(page.locator('[data-run=k2]')).toContainText('over');
  await expect.poll(() => tally(page, 'open')).toBe('0');
});

test('a stud corrected to its measured place takes its box along', async ({ page }) => {
  const job = await studyJob(page, 'Stud job');
  await page.goto(`/jobs/${job}/boxes`);
  await page.getByRole('button', { name: 'Stud 4', exact: true }).first().dispatchEvent('click');
  const field = page.getByLabel('Its centre, measured from the left corner');
  await field.fill('33');
  await field.press('Enter');
  await expect(page.locator('[data-card]')).toContainText('measured');
  await expect(field).toHaveValue('33"');
});

test('keys: next finding, keep, house height; the chalk line finds by name and offers what begins so', async ({
  page,
}) => {
  const job = await studyJob(page, 'Keys job');
  await page.goto(`/jobs/${job}/boxes`);
  await expect(page.locator('[data-box=b2]')).toBeVisible();
  await page.keyboard.press('k');
  await chalk(page, 'box 2');
  await expect(page.getByRole('button', { name: 'Pinned: let it go' })).toBeVisible();
  await page.locator('[data-box=b2]').focus();
  await page.keyboard.press('Delete');
  await expect(page.locator('[data-finding="spacing.maxGap"]')).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.locator('[data-finding="spacing.maxGap"]')).toHaveClass(/bg-chalk-soft/);
  await expect(page.getByRole('button', { name: /^Finding: / })).toBeVisible();
  await page.getByLabel('Receptacle height', { exact: true }).selectOption({ label: '18 to centre.' });
  await chalk(page, 'box 1');
  await expect(page.locator('[data-card] .figure')).toHaveText('17⅛″');
  await page.getByRole('combobox', { name: 'chalk:' }).fill('stud 4');
  await expect(page.getByRole('listbox').getByRole('option').first()).toHaveText(/stud 4 wall [A-F]/);
  await page.locator('[data-tally="boxes"] button').click();
  await expect(page.locator('[data-tally="boxes"]')).toContainText('plastic-1g');
});

test('a finding is accepted with its reason and opened again; the story pole lists every mark', async ({
  page,
}) => {
  const job = await studyJob(page, 'Reasons job');
  await page.goto(`/jobs/${job}/boxes`);
  await page.locator('[data-box=b2]').focus();
  await page.keyboard.press('Delete');
  const finding = page.locator('[data-finding="spacing.maxGap"]');
  await finding.getByRole('button', { name: 'Accept as it is…' }).click();
  await expect(finding.getByRole('button', { name: 'Accept', exact: true })).toBeDisabled();
  await finding.getByLabel('Why it is accepted').fill('Shelves go here');
  await page.keyboard.press('Enter');
  await expect.poll(() => tally(page, 'open')).toBe('0');
  await expect(finding).toBeHidden();
  await page.getByText('Accepted: 1').click();
  await expect(page.locator('[data-accepted]')).toContainText('Accepted: Shelves go here');
  await page.getByRole('button', { name: 'Open it again' }).click();
  await expect(finding).toHaveCount(1);
  await page.locator('[data-pole] summary').click();
  await expect(page.locator('[data-pole]')).toContainText('15⅛″');
});

test('two windows stay in step', async ({ page, context }) => {
  const job = await studyJob(page, 'Two windows');
  const other = await context.newPage();
  await page.goto(`/jobs/${job}/boxes`);
  await other.goto(`/jobs/${job}/boxes`);
  await expect(other.locator('[data-box=b2]')).toBeVisible();
  await page.locator('[data-box=b2]').focus();
  await page.keyboard.press('Delete');
  await expect(other.locator('[data-box=b2]')).toHaveCount(0);
  await chalk(other, 'receptacle 40 wall A');
  await expect.poll(() => tally(page, 'boxes')).toBe('6');
});

test('work done with no network is kept, survives a reload and is sent later', async ({ page, context }) => {
  const job = await studyJob(page, 'No network');
  await page.goto(`/jobs/${job}/boxes`);
  await expect(page.locator('[data-box=b2]')).toBeVisible();
  await page.route('**/changes', (route) => route.abort());
  await page.locator('[data-box=b2]').focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('alert')).toContainText('cannot be reached');
  await page.unroute('**/changes');
  await page.reload();
  await expect(page.locator('[data-box=b1]')).toBeVisible();
  await expect(page.locator('[data-box=b2]')).toHaveCount(0);
  await expect
    .poll(
      async () =>
        ((await (await context.request.get(`/api/jobs/${job}`)).json()) as { plan: { boxes: object } }).plan
          .boxes,
    )
    .not.toHaveProperty('b2');
});
test.use({ allowed: /Failed to load resource|ERR_FAILED|404 .*not-a-job/ });

test.describe('rooms that do not close', () => {
  for (const way of ['Square it', 'Spread the error']) {
    test(way, async ({ page }) => {
      await page.goto('/');
      await page.getByLabel('Job name').fill('Crooked');
      await page.keyboard.press('Enter');
      await expect(page).toHaveURL(/walk/);
      await chalk(page, 'room Den den', '140 right', '110 right', '139 right', '111.5');
      await expect(page.locator('[data-closure]')).toContainText('Does not close by 1¹³⁄₁₆″');
      await expect(page.locator('[data-closure]')).toContainText('wall A');
      await page.getByRole('button', { name: way }).click();
      await expect(page.locator('[data-closure]')).toHaveCount(0);
      await expect(page.getByText('sq ft', { exact: false }).first()).toBeVisible();
    });
  }
});

test('wrong input anywhere says what is wrong and how to write it; nothing is lost', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).click();
  await expect(page.getByRole('alert')).toContainText('Job name');
  const job = await studyJob(page, 'Wrong input');
  await page.goto(`/jobs/${job}/walk`);
  for (const [line, says] of [
    ['12 14', 'a foot or more'],
    ['banana', 'not a length'],
    ['door at 3', 'Width'],
    ['door 32 at 14 wall Z', 'no wall Z'],
    ["window 99' at 1 wall A", 'The opening, width: ends'],
    ['go nowhere', 'Go where'],
    ['150', 'closed'],
  ] as const) {
    await chalk(page, line);
    await expect(page.locator('#entry-says')).toContainText(says);
  }
  await page.locator('[data-row=o1]').click();
  for (const label of ['Length of wall A', 'From the left corner', 'Width', 'Head', 'Sill']) {
    const field = page.getByLabel(label, { exact: true }).first();
    const before = await field.inputValue();
    await field.fill('twelve');
    await field.press('Enter');
    await expect(page.getByText('“twelve” is not a length', { exact: false }).first()).toBeVisible();
    await field.press('Escape');
    await expect(field).toHaveValue(before);
  }
  await page.goto('/jobs/not-a-job/boxes');
  await expect(page.getByRole('heading', { name: 'This job cannot be opened' })).toBeVisible();
});

test('a job that cannot be fetched just now is opened by trying again', async ({ page }) => {
  const job = await studyJob(page, 'Tried again');
  await page.route(`**/api/jobs/${job}`, (route) => route.abort());
  await page.goto(`/jobs/${job}/boxes`);
  await expect(page.getByText('The server cannot be reached', { exact: false })).toBeVisible();
  await page.unroute(`**/api/jobs/${job}`);
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.locator('[data-box=b2]')).toBeVisible();
});

test('boxes of a room by hand: lights in rows, a fan by pointing, a gang, what a switch works, a model of our own', async ({
  page,
}) => {
  const job = await studyJob(page, 'Boxes job');
  await page.goto(`/jobs/${job}/boxes`);
  await chalk(page, 'lights 3 x 2 at 30');
  const flat = page.locator('[data-flat]');
  // The room is an L: five of the six places lie in it.
  await expect(flat).toHaveCount(5);
  await page.getByRole('button', { name: 'switches', exact: true }).click();
  await page.locator('[data-box=b6]').click();
  const card = page.locator('[data-card]');
  await expect(card.locator('[data-works]')).toHaveValue(/k\d/);
  await expect(card.locator('[data-works]').locator('option:checked')).toHaveText('Study: 5 wafer lights');
  await card.getByLabel('Add a device to this box').selectOption('switch');
  await card.getByLabel('Add a device to this box').selectOption('dimmer');
  await expect(card.locator('[data-device]')).toHaveCount(3);
  await expect(card).toContainText('backing between studs');
  await card.getByRole('button', { name: 'Move dimmer to the left' }).click();
  await expect(card.getByLabel('Device 2 from the left')).toHaveValue('dimmer');
  await card.getByRole('button', { name: 'Take the dimmer out' }).click();
  await expect(card.locator('[data-device]')).toHaveCount(2);

  await page.getByLabel('Put on the ceiling by pointing').selectOption('fan');
  const light = (await flat.first().boundingBox())!;
  await page.mouse.click(light.x + 45, light.y + 28);
  await expect(flat).toHaveCount(6);
  await expect(card.getByLabel('Device', { exact: true })).toHaveValue('fan');
  await page.keyboard.press('Escape');
  const from = card.getByLabel(/^From wall/).first();
  await from.fill('31-1/2');
  await from.press('Enter');
  await expect(from).toHaveValue('31-1/2"');
  await expect(card).toContainText('fan rated');
  await card.getByLabel('Model').selectOption('plastic-ceiling-20');
  await expect(page.locator('[data-finding="box.fan"]')).toContainText('not rated');
  await page.getByRole('button', { name: 'Let the tool choose' }).click();
  await expect(page.locator('[data-finding="box.fan"]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Close' }).click();

  await page.locator('[data-catalogue] summary').click();
  await page.getByRole('button', { name: 'Add a model…' }).click();
  await page.locator('[data-catalogue]').getByLabel('Name').fill('Extra deep single');
  await page.locator('[data-catalogue]').getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText(/volume/i).first()).toBeVisible();
  await page.locator('[data-catalogue]').getByLabel('Volume').fill('30');
  await page.locator('[data-catalogue]').getByLabel('Depth').fill('4');
  await page.locator('[data-catalogue]').getByLabel('Depth').press('Tab');
  await page.locator('[data-catalogue]').getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.locator('[data-catalogue]')).toContainText('Extra deep single');
  await page.locator('[data-box=b1]').click();
  await card.getByLabel('Model').selectOption('model1');
  await expect(card).toContainText('Extra deep single');
});

test('the demo laid out anew: moved and pinned boxes stay, a band board forces a height, a rule is previewed, all undone', async ({
  page,
}) => {
  const made = await page.request.get(`/api/jobs/${await demoJob(page)}`);
  const { plan } = (await made.json()) as { plan: Record<string, Record<string, unknown>> };
  const bare = { ...plan, boxes: {}, devices: {}, controls: {}, circuits: {}, runs: {}, accepted: {} };
  const job = await studyJob(page, 'Proposed demo', bare);
  await page.goto(`/jobs/${job}/boxes`);
  await expect.poll(() => tally(page, 'boxes')).toBe('0');
  await page.getByRole('button', { name: /Place boxes/ }).click();
  await expect.poll(() => tally(page, 'boxes'), { timeout: 30_000 }).not.toBe('0');
  const count = await tally(page, 'boxes');
  const box = page.locator('[data-box]').first();
  const id = (await box.getAttribute('data-box'))!;
  await box.click();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('k');
  const where = () =>
    page
      .locator('[data-card]')
      .getByText(/wall \w+ · /)
      .first()
      .textContent();
  await expect(page.getByRole('button', { name: 'Pinned: let it go' })).toBeVisible();
  const moved = await where();
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: /Place boxes/ }).click();
  await page.locator(`[data-box=${id}]`).click();
  expect(await where()).toBe(moved);
  await expect(page.getByRole('button', { name: 'Pinned: let it go' })).toBeVisible();
  const state = async () =>
    (
      (await (await page.request.get(`/api/jobs/${job}`)).json()) as {
        plan: { boxes: Record<string, { reason: string; gangs: number }> };
      }
    ).plan.boxes;
  await expect(page.getByText('saved')).toBeVisible();
  const boxes = Object.values(await state());
  expect(boxes.some((b) => b.reason.startsWith('Over the band board'))).toBe(true);

  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByLabel('At corners').selectOption('each-wall');
  const undo = page.getByRole('button', { name: 'Undo' });
  for (let i = 0; i < 12 && (await undo.isEnabled()); i++) await undo.click();
  await expect(undo).toBeDisabled();
  await expect.poll(() => tally(page, 'boxes')).toBe('0');
  await expect(page.getByLabel('At corners')).toHaveValue('around');
  const redo = page.getByRole('button', { name: 'Redo' });
  for (let i = 0; i < 12 && (await redo.isEnabled()); i++) await redo.click();
  await expect(page.getByLabel('At corners')).toHaveValue('each-wall');
  await expect.poll(() => tally(page, 'boxes')).toBe(count);
  await expect(page.getByText('saved')).toBeVisible();

  await page.goto(`/jobs/${job}/rules`);
  await page.getByLabel('Receptacle height: height', { exact: true }).fill('18');
  await page.getByLabel('Receptacle height: height', { exact: true }).press('Enter');
  await expect(page.locator('[data-pending]')).toContainText('boxes get another mark');
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.locator('[data-pending]')).toHaveCount(0);
  await page.goto(`/jobs/${job}/boxes`);
  await expect(page.getByLabel('Receptacle height: height', { exact: true })).toHaveValue('18"');
});
