import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { chalk, expect, expectAccessible, study, studyJob, test } from './helpers.ts';
import { OwnServer } from './ownServer.ts';

// One after the other: they share the company’s prices.
test.describe.configure({ mode: 'default' });

const line = (page: Page, item: string) => page.locator(`[data-item="${item}"]`);

test('what is on hand is typed and scanned, coils are cut as planned, and what is left comes back to the stock', async ({
  page,
}) => {
  await studyJob(page, 'Van job').then((id) => page.goto(`/jobs/${id}/order`));
  await expect(line(page, 'cable-14/2')).toContainText('1 coil, 250 ft');
  await page.getByRole('button', { name: 'On hand', exact: true }).click();
  await expect(page.getByText('Nothing is counted yet')).toBeVisible();
  const field = page.getByLabel('On hand: name or code, and how much');
  await field.fill('moon dust 3');
  await field.press('Enter');
  await expect(page.getByText('Nothing is called “moon dust”')).toBeVisible();
  await expect(field).toHaveValue('moon dust 3');
  for (const scanned of ['14/2 90 ft', 'plate-1g', 'plate-1g']) {
    await field.fill(scanned);
    await field.press('Enter');
    await expect(field).toHaveValue('');
  }
  await expect(page.locator('[data-stock="plate-1g"]').getByRole('textbox')).toHaveValue('2');
  // What the job needs none of is counted all the same.
  await field.fill('plate-4g 6');
  await field.press('Enter');
  await expect(page.locator('[data-stock="plate-4g"]')).toContainText('Wall plate, 4 gang');
  await expect(page.locator('[data-stock="plate-4g"]')).toContainText('this job needs none');
  await expectAccessible(page);

  const coils = page.getByRole('region', { name: 'Coils' });
  await coils.getByRole('button', { name: '14/2, started, van is cut so' }).click();
  await expect(coils.getByRole('button', { name: /^14.2, started.* is not cut after all/ })).toBeVisible();
  await page.getByRole('button', { name: 'List', exact: true }).click();
  await expect(line(page, 'plate-1g')).toContainText('4');
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(coils.getByRole('button', { name: /^14.2, started.* is not cut after all/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(coils.getByRole('button', { name: '14/2, started, van is cut so' })).toBeVisible();
});

test('what the company has is counted for all jobs, taken by one, given back with what is left, and taken by the next', async ({
  page,
}) => {
  const [one, two] = [await studyJob(page, 'First to take'), await studyJob(page, 'Next to take')];
  const onHand = async (job: string) => {
    await page.goto(`/jobs/${job}/order`);
    await expect(line(page, 'cable-14/2')).toBeVisible();
    await page.getByRole('button', { name: 'On hand', exact: true }).click();
  };
  await onHand(one);
  const field = page.getByLabel('On hand: name or code, and how much');
  await page.getByLabel('For', { exact: true }).selectOption({ label: 'all jobs' });
  await field.fill('14/2 160 ft');
  await field.press('Enter');
  const company = page.getByRole('region', { name: 'The company’s stock' });
  const coil = company.locator('[data-company-stock="cable-14/2"]');
  await expect(coil).toContainText('14/2');
  await expectAccessible(page);
  await coil.getByRole('button', { name: /^Take .* for this job$/ }).click();
  await expect(coil).toHaveCount(0);
  const own = page.locator('[data-stock="cable-14/2"]');
  await expect(own.getByRole('textbox')).toHaveValue('160');
  await page
    .getByRole('region', { name: 'Coils' })
    .getByRole('button', { name: /^14.2, started.* is cut so/ })
    .click();
  await expect(own.getByRole('textbox')).not.toHaveValue('160');
  const left = await own.getByRole('textbox').inputValue();
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await own.getByRole('button', { name: /^Give .* back for all jobs$/ }).click();
  await expect(own).toHaveCount(0);
  await expect(coil.getByRole('textbox')).toHaveValue(left);

  await onHand(two);
  await coil.getByRole('button', { name: /^Take .* for this job$/ }).click();
  await expect(own.getByRole('textbox')).toHaveValue(left);
  await page.reload();
  await page.getByRole('button', { name: 'On hand', exact: true }).click();
  await expect(own.getByRole('textbox')).toHaveValue(left);
  await expect(company).toContainText('Nothing is counted.');
});

test('the list by room, circuit and stage, found in, sorted, and lit from the drawing; all by keys', async ({
  page,
}) => {
  await studyJob(page, 'The list').then((id) => page.goto(`/jobs/${id}/order`));
  await expect(line(page, 'plate-1g')).toContainText('6');
  const press = async (name: string) => {
    await page.getByRole('button', { name, exact: true }).focus();
    await page.keyboard.press('Enter');
  };
  await press('By room');
  await expect(page.getByRole('rowheader', { name: 'Study' })).toBeVisible();
  await press('By circuit');
  await expect(page.getByRole('rowheader', { name: /^Circuit/ }).first()).toBeVisible();
  await press('By stage');
  await expect(page.getByRole('rowheader', { name: 'Trim' })).toBeVisible();
  await press('By kind');

  const find = page.getByLabel('Find on the list');
  await find.fill('staple');
  await expect(line(page, 'plate-1g')).toHaveCount(0);
  await expect(line(page, 'staple-1/2')).toBeVisible();
  await find.fill('granite');
  await expect(page.getByText('Nothing on the list has “granite” in its name.')).toBeVisible();
  await find.fill('');
  await press('How many');
  await expect(page.getByRole('columnheader', { name: 'How many' })).toHaveAttribute(
    'aria-sort',
    'ascending',
  );

  await chalk(page, 'price plate 0.70', 'price staple-1/2 9.50 box 100', 'stock plate 4');
  await expect(line(page, 'plate-1g')).toContainText('$4.20');
  await expect(line(page, 'plate-1g').getByRole('cell').nth(2)).toHaveText('2');
  await expect(line(page, 'staple-1/2')).toContainText('$9.50');
  await chalk(page, 'box 1');
  await expect(line(page, 'plate-1g')).toHaveClass(/border-l-chalk/);
  await expect(line(page, 'cable-14/2')).not.toHaveClass(/border-l-chalk/);
});

test('prices come from a file, all or none; the list is shared among suppliers, and what changed since is told', async ({
  page,
}) => {
  await studyJob(page, 'Priced').then((id) => page.goto(`/jobs/${id}/order`));
  await expect(line(page, 'plate-1g')).toContainText('6');
  await page.getByRole('button', { name: 'Prices', exact: true }).click();
  const read = (text: string) =>
    page
      .locator('[data-price-file]')
      .setInputFiles({ name: 'prices.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await read('item,price,supplier\nplate-1g,0.60,Quarry Electric\ncable-14/2,cheap,Quarry Electric\n');
  await expect(page.getByRole('alert')).toContainText('prices.csv: nothing was taken.');
  await expect(page.getByRole('alert')).toContainText('line 3 (cable-14/2), price “cheap” is no price');
  await expect(page.locator('[data-supplier]')).toHaveCount(0);

  await read(
    'item,price,per,of,supplier\nplate-1g,0.60,,,Quarry Electric\ncable-14/2,140,coil,250,Quarry Electric\n' +
      'plate-1g,0.90,,,Harbor Supply\ncable-14/2,99,coil,250,Harbor Supply\n',
  );
  await expect(page.getByRole('status').filter({ hasText: 'prices.csv' })).toContainText(
    '2 of Quarry Electric, 2 of Harbor Supply',
  );
  await page.getByRole('button', { name: 'Take them' }).click();
  await expect(page.locator('[data-supplier="Harbor Supply"]')).toContainText('2');
  await expect(page.locator('[data-split]')).toHaveText('$102.60');
  const freight = page.getByLabel('Quarry Electric, freight in dollars');
  await freight.fill('25');
  await freight.press('Enter');
  await expect(page.locator('[data-split]')).toHaveText('$104.40');
  await expect(page.locator('[data-alone="Quarry Electric"]')).toContainText('$168.60');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Price the job so' }).click();

  await read('item,price,supplier\nplate-1g,1.10,Harbor Supply\n');
  await page.getByRole('button', { name: 'Take them' }).click();
  await expect(page.locator('[data-changed="plate-1g"]')).toContainText('$0.90 each $1.10 each');
  await page.getByRole('button', { name: 'List', exact: true }).click();
  await expect(line(page, 'plate-1g')).toContainText('$5.40');
  const lists = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Lists as XLSX' }).click();
  expect((await lists).suggestedFilename()).toBe('priced-lists.xlsx');
});

test('what the job costs and what the customer is asked stand apart, and follow the company’s shares', async ({
  page,
}) => {
  await studyJob(page, 'Asked').then((id) => page.goto(`/jobs/${id}/order`));
  await expect(line(page, 'plate-1g')).toContainText('6');
  await page.getByRole('button', { name: 'Money', exact: true }).click();
  const money = async (what: string) =>
    Number((await page.locator(`[data-money="${what}"]`).textContent())!.replaceAll(/[$,]/g, ''));
  const set = async (label: string, value: string) => {
    await page.getByLabel(label).fill(value);
    await page.getByLabel(label).press('Enter');
  };
  await expect(page.locator('[data-money="price"]')).toBeVisible();
  await expect(page.getByText('without the 5 h to check and to test, which Days has')).toBeVisible();
  const cost = await money('cost');
  expect(cost).toBeCloseTo((await money('material')) + (await money('labour')), 2);
  await set('Overhead, percent', '0');
  await set('Profit, percent', '25');
  await expect.poll(() => money('profit')).toBeCloseTo(cost / 4, 1);
  await page.getByLabel('Profit is a share of').selectOption('of what is asked');
  await expect.poll(() => money('profit')).toBeCloseTo(cost / 3, 1);
  await set('Sales tax, percent', '900');
  await expect(page.getByText(/30/).first()).toBeVisible();
  await set('Sales tax, percent', '8');
  await expect.poll(() => money('tax')).toBeCloseTo((await money('material')) * 0.08, 1);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => money('tax')).toBe(0);
});

test('suppliers are asked for quotes, side by side, and their prices taken when it is said', async ({
  page,
}) => {
  await studyJob(page, 'Quoted').then((id) => page.goto(`/jobs/${id}/order`));
  await expect(line(page, 'plate-1g')).toContainText('6');
  await page.getByRole('button', { name: 'Prices', exact: true }).click();
  await page.getByRole('button', { name: 'Ask for quotes' }).click();
  await expect(page.locator('[data-quoted]')).toHaveCount(2);
  await expect(page.locator('[data-quote="plate-1g"]')).toContainText('$');
  await expect(page.locator('[data-quote="breaker-15a-1p-afci"]')).toContainText('not sold');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take them as their prices' }).click();
  await expect(page.locator('[data-supplier="Quarry Electric"]')).toBeVisible();
  await expect(page.getByLabel('Quarry Electric, freight in dollars')).toHaveValue('35');
  await page.getByRole('button', { name: 'Price the job so' }).click();
  await page.getByRole('button', { name: 'List', exact: true }).click();
  await expect(line(page, 'plate-1g')).not.toContainText('no price');
  await page.getByRole('button', { name: 'Prices', exact: true }).click();

  await page.route('**/api/quotes', (route) =>
    route.fulfill({
      json: [
        {
          supplier: 'Quarry Electric',
          quote: null,
          says: 'Quarry Electric has not answered within 8 seconds.',
        },
      ],
    }),
  );
  await page.getByRole('button', { name: 'Ask for quotes' }).click();
  await expect(page.getByRole('alert')).toContainText('has not answered within 8 seconds');
  await expect(line(page, 'plate-1g')).toHaveCount(0);
});

test('the stages on days: people and a day typed, a bar dragged, what follows moves along, undone, and saved as a calendar', async ({
  page,
}) => {
  await studyJob(page, 'The week').then((id) => page.goto(`/jobs/${id}/order`));
  await page.getByRole('button', { name: 'Days', exact: true }).click();
  await page.getByLabel('First day').fill('2026-11-30');
  await page.getByLabel('First day').press('Enter');
  const stage = (name: string) => page.locator(`[data-stage="${name}"]`);
  await expect(stage('boxes')).toContainText('Mon, Nov 30');
  await expect(stage('inspection')).toContainText('Tue, Dec 1');
  await expectAccessible(page);
  await stage('inspection').getByLabel('Inspection not before').fill('2026-12-04');
  await stage('inspection').getByLabel('Inspection not before').press('Enter');
  await expect(stage('inspection')).toContainText('Fri, Dec 4');
  await expect(stage('cover')).toContainText('Mon, Dec 7');
  // By name: each at their own pace, on days they are there.
  await page.getByText('Crew by name, days off').click();
  for (const name of ['Ana', 'Ben']) {
    await page.getByLabel('Somebody on the job').fill(name);
    await page.getByLabel('Somebody on the job').press('Enter');
    await expect(page.locator(`[data-person="${name}"]`)).toBeVisible();
  }
  await page.getByLabel('Pace of Ben, %').fill('60');
  await page.getByLabel('Pace of Ben, %').press('Enter');
  await stage('boxes').getByRole('button', { name: 'Ana does Boxes' }).click();
  await expect(stage('boxes').getByRole('button', { name: 'Ana does Boxes' })).toHaveAttribute(
    'aria-pressed',
    'false',
  );
  await page.getByLabel('Ben is off on', { exact: true }).fill('2026-11-30');
  await page.getByLabel('Ben is off on', { exact: true }).press('Enter');
  await expect(stage('boxes')).toContainText('Tue, Dec 1');
  await page.getByLabel('Nobody works on', { exact: true }).fill('2026-12-01');
  await page.getByLabel('Nobody works on', { exact: true }).press('Enter');
  await expect(stage('boxes')).toContainText('Wed, Dec 2');
  await expectAccessible(page);
  for (const name of ['Ana', 'Ben'])
    await page.getByRole('button', { name: `Take ${name} off the job` }).click();
  await page.getByRole('button', { name: /^Nobody works on .* no more$/ }).click();
  await stage('boxes').getByLabel('People for Boxes').fill('none');
  await stage('boxes').getByLabel('People for Boxes').press('Enter');
  await expect(stage('boxes')).toContainText('is not a number');
  await stage('boxes').getByLabel('People for Boxes').fill('1');
  await stage('boxes').getByLabel('People for Boxes').press('Enter');

  // The bar of trim, which is the last but one, is dragged a day and more to the right.
  const bars = page.locator(
    '[aria-label^="Boxes:"] svg path[fill^="#"], [aria-label^="Boxes:"] svg path[fill^="rgb"]',
  );
  const trim = await stage('trim').innerText();
  const box = await page.locator('[aria-label^="Boxes:"] svg text', { hasText: 'Trim' }).boundingBox();
  const rects = await bars.evaluateAll((all) =>
    all.map((b) => b.getBoundingClientRect()).map(({ x, y, width, height }) => ({ x, y, width, height })),
  );
  const middle = box!.y + box!.height / 2;
  const bar = rects.find(
    (r) => r.height > 10 && r.height < 20 && Math.abs(r.y + r.height / 2 - middle) < 6 && r.x > box!.x,
  );
  await page.mouse.move(bar!.x + bar!.width / 2, middle);
  await page.mouse.down();
  await page.mouse.move(bar!.x + 30, middle, { steps: 4 });
  await page.mouse.move(bar!.x + 90, middle, { steps: 6 });
  await page.mouse.up();
  await expect(stage('trim')).not.toHaveText(trim);
  await expect(stage('trim').getByLabel('Trim not before')).not.toHaveValue('');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(stage('trim').getByLabel('Trim not before')).toHaveValue('');

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Calendar as ICS' }).click(),
  ]);
  const text = readFileSync(await download.path(), 'utf8');
  expect(text).toContain('BEGIN:VCALENDAR');
  expect(text).toContain('DTSTART;VALUE=DATE:20261130');
});

/** Tells a fifth of the boxes’ work so many times, each at half an hour; `told` entries are there before. */
async function tellHours(page: Page, times: number, told: number): Promise<void> {
  await page.getByLabel('Part of it, %').fill('20');
  for (let day = 1; day <= times; day++) {
    await page.getByLabel('Hours it took').fill('0.5');
    await page.getByLabel('Hours it took').press('Enter');
    await page.getByRole('button', { name: 'Tell the hours' }).click();
    await expect(page.locator('[data-actual]')).toHaveCount(told + day);
  }
}

test('what two jobs took becomes the company’s minutes at a press, and a job begun later has them', async ({
  page,
}) => {
  const server = new OwnServer();
  const ask = async <T>(path: string, data?: object): Promise<T> => {
    const url = `${server.address}/api${path}`;
    const answer = data ? await page.request.post(url, { data }) : await page.request.get(url);
    return (await answer.json()) as T;
  };
  try {
    await server.start();
    for (const [name, times] of [
      ['First', 3],
      ['Second', 2],
    ] as const) {
      const { id } = await ask<{ id: string }>('/jobs', { name, plan: study });
      await page.goto(`${server.address}/jobs/${id}/order?page=actual`);
      await tellHours(page, times, 0);
      await expect(page.getByText('saved', { exact: true })).toBeVisible();
    }
    await page.reload();
    const proposed = page.getByRole('region', { name: 'Proposed' });
    await expect(proposed).toContainText(/Minutes a box: \d+ instead of 5 min.*From 5 entries/);
    const minutes = Number(/Minutes a box: (\d+)/.exec(await proposed.innerText())?.[1]);
    await proposed.getByRole('button', { name: 'Set them for the company' }).click();
    await expect(page.locator('[data-set]')).toContainText('The company has them');
    await expect(proposed).toHaveCount(0);
    await page.getByRole('button', { name: 'Set them for this job too' }).click();
    await page.getByRole('button', { name: 'Days', exact: true }).click();
    const hours = async () =>
      Number((await page.locator('[data-stage="boxes"] td').first().innerText()).trim());
    await expect.poll(hours).toBeCloseTo(2.5, 0);
    const rules = await ask<{ values: Record<string, number>; reasons: Record<string, string> }>('/rules');
    expect(rules.values['minutes.box']).toBe(minutes);
    expect(rules.reasons['minutes.box']).toContain('From 5 entries');
    const later = await ask<{ id: string }>('/jobs', { name: 'Later' });
    await page.goto(`${server.address}/jobs/${later.id}/rules`);
    await expect(page.locator('[data-rule="minutes.box"] input').first()).toHaveValue(String(minutes));
    await page.goto('about:blank');
  } finally {
    await server.remove();
  }
});

test('what the job really took is told, held against what was expected, and from enough of it new minutes are proposed', async ({
  page,
}) => {
  await studyJob(page, 'Told what it took').then((id) => page.goto(`/jobs/${id}/order`));
  await page.getByRole('button', { name: 'Actual', exact: true }).click();
  await expect(page.getByText('Tell what the job really took')).toBeVisible();
  await page.getByLabel('Cable, by the foot marks').selectOption({ index: 0 });
  await page.getByRole('button', { name: 'Tell the length' }).click();
  await expect(page.getByText('Type the foot marks at both ends.')).toBeVisible();
  await page.getByLabel('Mark at one end').fill('187');
  await page.getByLabel('At the other').fill('187');
  await page.getByRole('button', { name: 'Tell the length' }).click();
  await expect(page.getByText('the cable would have no length')).toBeVisible();
  await page.getByLabel('At the other').fill('140');
  await page.getByRole('button', { name: 'Tell the length' }).click();
  await expect(page.locator('[data-actual="e1"]')).toContainText('47′');
  await page.getByLabel('Extra material').fill('nail-plate 4');
  await page.getByRole('button', { name: 'Tell the material' }).click();
  await expect(page.locator('[data-actual="e2"]')).toContainText('4');
  await tellHours(page, 5, 2);
  await expectAccessible(page);
  const kind = page.locator('[data-kind="boxes"]');
  await expect(kind).toContainText('well known');
  const proposed = page.getByRole('region', { name: 'Proposed' });
  await expect(proposed).toContainText(/Minutes a box: \d+ instead of 5 min/);
  await proposed.getByRole('button', { name: 'Set them for this job' }).click();
  await page.getByRole('button', { name: 'Days', exact: true }).click();
  const hours = Number((await page.locator('[data-stage="boxes"] td').first().innerText()).trim());
  expect(hours).toBeCloseTo(2.5, 0);
  await page.getByRole('button', { name: 'Actual', exact: true }).click();
  await page.locator('[data-actual="e1"]').getByRole('button').click();
  await expect(page.locator('[data-actual="e1"]')).toHaveCount(0);
});
