import { demoJob, expect, phoneOn, studyJob, tap, test } from './helpers.ts';

interface PlanFile {
  boxes: Record<string, { on: Record<string, unknown> }>;
  devices: Record<string, { box: string; kind: string; circuit: string | null }>;
  circuits: Record<string, { name: string; space: number | null; existing: boolean; amps: number }>;
  runs: Record<string, { circuit: string | null; cable: string; from: string; to: string | null }>;
}
type Page = Parameters<typeof demoJob>[0];

/** The demo as a job of the test's own, with its circuits, or bare of the new ones. */
async function ownDemo(page: Page, name: string, withCircuits = true): Promise<string> {
  const read = (await (await page.request.get(`/api/jobs/${await demoJob(page)}`)).json()) as {
    plan: PlanFile;
  };
  const { plan } = read;
  if (withCircuits) return studyJob(page, name, plan);
  const circuits = Object.fromEntries(Object.entries(plan.circuits).filter(([, c]) => c.existing));
  const devices = Object.fromEntries(
    Object.entries(plan.devices).map(([id, d]) => [
      id,
      { ...d, circuit: d.circuit !== null && circuits[d.circuit] ? d.circuit : null },
    ]),
  );
  return studyJob(page, name, { ...plan, circuits, devices, runs: {} });
}
const planOf = async (page: Page, job: string) => {
  await expect(page.getByText('saved')).toBeVisible();
  return ((await (await page.request.get(`/api/jobs/${job}`)).json()) as { plan: PlanFile }).plan;
};

test('an audit is written down, read from a file, and reported; a file that is wrong changes nothing', async ({
  page,
}) => {
  const job = await studyJob(page, 'Audited');
  await page.goto(`/jobs/${job}/audit`);
  await page.getByLabel('Space').fill('3');
  await page.getByRole('button', { name: 'Write down a circuit' }).click();
  const row = page.getByRole('region', { name: 'Space 3' });
  await row.getByLabel('Breaker, A').fill('20');
  await row.getByLabel('Breaker, A').press('Tab');
  await expect(row.locator('[data-finding="circuit.breaker"]')).toContainText('a 20 A breaker on 14 gauge');
  await row.getByLabel('a splice outside a box').check();
  await expect(row).toContainText('Put it in a box that stays accessible');
  // A space that is written down already is gone on with, as it is.
  await page.getByLabel('Space', { exact: true }).fill('3');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Space 3 is written down already');
  await expect(row.getByLabel('What its label says')).toBeFocused();
  await expect(row.getByLabel('a splice outside a box')).toBeChecked();
  await page.getByRole('button', { name: 'Put this message away' }).click();
  const file = (text: string) => ({ name: 'audit.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  const input = page.locator('input[type=file]');
  await input.setInputFiles(file('space,amps,faults\n5,fifteen,rusty'));
  await expect(page.getByRole('alert')).toContainText('line 2.amps “fifteen” must be a whole number');
  await expect(page.locator('[data-audit]')).toHaveCount(1);
  await input.setInputFiles(
    file('space,amps,gauge,name,outlets,supply\n3,15,14,Hall,6,normal\n5,15,14,Old bedrooms,19,both'),
  );
  await expect(page.locator('[data-audit]')).toHaveCount(2);
  const old = page.getByRole('region', { name: 'Space 5' });
  await expect(old.locator('[data-finding="audit.outlets"]')).toContainText('19 outlets. House limit 10');
  await expect(old.locator('[data-finding="audit.supply"]')).toContainText('both');
  await expect(
    page.getByRole('region', { name: 'Space 3' }).locator('[data-finding="circuit.breaker"]'),
  ).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-audit]')).toHaveCount(1);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByText('saved')).toBeVisible();
  await page.reload();
  await expect(page.locator('[data-audit]')).toHaveCount(2);
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  expect((await saving).suggestedFilename()).toBe('audit Audited.csv');
});

test('the demo’s circuits proposed; a box moved by key; a wrong breaker refused with its reason; what goes dark; the directory', async ({
  page,
}) => {
  const job = await ownDemo(page, 'Circuits', false);
  await page.goto(`/jobs/${job}/circuits`);
  await expect(page.locator('[data-breaker]')).toHaveCount(8);
  await page.getByRole('button', { name: /Assign the rest/ }).click();
  await expect.poll(() => page.locator('[data-breaker]').count(), { timeout: 30_000 }).toBeGreaterThan(20);
  const before = await planOf(page, job);
  expect(
    Object.values(before.devices).filter(
      (d) => d.circuit === null && !['data', 'tv', 'thermostat', 'doorbell'].includes(d.kind),
    ),
  ).toEqual([]);

  const box = page.locator('[data-plan-box]').first();
  const id = (await box.getAttribute('data-plan-box'))!;
  await box.click();
  const on = (plan: PlanFile) => Object.values(plan.devices).find((d) => d.box === id)!.circuit;
  await page.keyboard.press('.');
  const after = await planOf(page, job);
  expect(on(after)).not.toBe(on(before));
  await page.keyboard.press(',');
  expect(on(await planOf(page, job))).toBe(on(before));

  const [lighting, circuit] = Object.entries(before.circuits).find(([, c]) => c.name.startsWith('Lighting'))!;
  await page.locator(`[data-breaker=${lighting}]`).click();
  await page.getByLabel(`Breaker of ${circuit.name}`).selectOption('20');
  await expect(page.getByRole('alert')).toContainText('Choose 12 AWG with it');
  expect((await planOf(page, job)).circuits[lighting]!.amps).toBe(15);

  await page.getByRole('button', { name: 'What goes dark' }).click();
  await expect(page.locator(`[data-breaker=${lighting}]`)).toContainText('OFF');
  await expect(page.getByText(/off on screen/).first()).toBeVisible();
  await page.getByRole('button', { name: 'All on' }).click();

  await page.getByRole('link', { name: 'Directory' }).first().click();
  await expect(page.getByRole('region', { name: 'Basement' })).toContainText(circuit.name);
  await expect(page.getByRole('region', { name: 'Standby' })).toContainText('stay live when the main is off');
});

test('by pointer: boxes painted on a circuit, a breaker dropped in another space, proposals compared and one taken', async ({
  page,
}) => {
  const job = await ownDemo(page, 'Painted');
  await page.goto(`/jobs/${job}/circuits`);
  await page.getByRole('button', { name: 'Add by hand' }).click();
  const added = page.locator('[data-breaker]', { hasText: /^OFF|Circuit \d+/ }).last();
  const id = (await added.getAttribute('data-breaker'))!;
  await added.click();
  await page.getByRole('button', { name: 'Assign by pressing' }).click();
  const plain = page.locator('[data-plan-box][aria-label*="receptacle"]');
  const boxes = [
    (await plain.nth(0).getAttribute('data-plan-box'))!,
    (await plain.nth(1).getAttribute('data-plan-box'))!,
  ];
  for (const b of boxes) await page.locator(`[data-plan-box=${b}]`).click();
  const onIt = (plan: PlanFile) =>
    Object.values(plan.devices)
      .filter((d) => d.circuit === id)
      .map((d) => d.box)
      .sort();
  expect(onIt(await planOf(page, job))).toEqual([...boxes].sort());
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Assign by pressing' })).toBeVisible();

  await page.locator(`[data-breaker=${id}]`).dragTo(page.locator('[data-space="30"]'));
  expect((await planOf(page, job)).circuits[id]!.space).toBe(30);

  await page.getByRole('button', { name: 'Compare anew…' }).click();
  await page.getByRole('button', { name: 'Take this' }).nth(2).click({ timeout: 30_000 });
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect.poll(async () => id in (await planOf(page, job)).circuits).toBe(false);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => id in (await planOf(page, job)).circuits).toBe(true);
});

test('a three-way is made up: conductors in its cables, joints by name; the sheet opens on the phone', async ({
  page,
  browser,
}) => {
  const job = await ownDemo(page, 'Made up');
  const plan = await planOf2(page, job);
  const three = Object.values(plan.devices).find((d) => d.kind === 'switch-3way')!;
  await page.goto(`/jobs/${job}/makeup/${three.box}`);
  const sheet = page.locator(`[data-makeup=${three.box}]`);
  await expect(sheet).toContainText('Traveller');
  await expect(sheet).toContainText('common');
  await expect(sheet).toContainText('Grounds:');
  await expect(sheet.getByRole('img')).toContainText('FROM');

  const phone = await phoneOn(browser, page, job);
  const open = phone.locator('[data-open-makeup]').first();
  await tap(open);
  await expect(phone.locator('[data-makeup]').first()).toContainText('Before the power is on');
  await tap(phone.locator('[data-task^="makeup "]').first());
  await expect(phone.locator('[data-task^="makeup "]').first()).toHaveAttribute('aria-pressed', 'true');
  await phone.context().close();
});
const planOf2 = async (page: Page, job: string) =>
  ((await (await page.request.get(`/api/jobs/${job}`)).json()) as { plan: PlanFile }).plan;

test('the load is worked line by line, and follows what is entered of the house', async ({ page }) => {
  const job = await ownDemo(page, 'Loaded');
  await page.goto(`/jobs/${job}/load`);
  const inForce = page.locator('[data-load]').first();
  await expect(inForce).toContainText('220.83');
  const was = await inForce.locator('.figure').textContent();
  await page.getByLabel('Existing house, sq ft').fill('3000');
  await page.getByLabel('Existing house, sq ft').press('Tab');
  await expect(inForce.locator('.figure')).not.toHaveText(was!);
  await page.getByRole('button', { name: 'Add an appliance' }).click();
  await page.getByLabel('Appliance 2').fill('well pump');
  await page.getByLabel('Appliance 2').press('Tab');
  await expect(inForce).toContainText('well pump');
  await page.getByLabel('Highest measured, VA').fill('9600');
  await page.getByLabel('Highest measured, VA').press('Tab');
  await expect(page.locator('[data-load]').first()).toContainText('12,000 VA');
  await expect(page.getByRole('img', { name: /Hall and stair/ })).toBeVisible();
});
