import { chalk, studyJob, expect, expectAccessible, openJob, phoneOn, tap, test } from './helpers.ts';

// The phone keeps its pages by a service worker; other journeys do without, which saves each the fetching of all pages.
test.use({
  allowed: /422|Failed to load resource|ERR_INTERNET_DISCONNECTED|410|401/,
  serviceWorkers: 'allow',
});

test('the crew ticks on a phone, the lead sees it at once; a job that was taken back opens no more', async ({
  page,
  browser,
}) => {
  const job = await studyJob(page, 'Crew job');
  await page.goto(`/jobs/${job}/crew`);
  await page.getByRole('button', { name: 'Make a link for a phone' }).click();
  const link = (await page.locator('[data-share]').getAttribute('href'))!;
  await expect(page.getByRole('img', { name: /QR code/ })).toBeVisible();

  const phoneContext = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  const phone = await phoneContext.newPage();
  await phone.goto(link);
  // The secret leaves the address bar before anything is done with it.
  await expect(phone).toHaveURL(/\/join$/);
  await openJob(phone);
  await expect(phone).toHaveURL(/\/crew\/[\w-]+$/);
  await expect(phone.getByText('Wall A').last()).toBeVisible();
  await expect(page.locator('[data-phone]')).toContainText('Crew');
  await phone.getByLabel('Your name').fill('Apprentice');
  for (const kind of ['box', 'hole', 'pull', 'staple']) {
    await tap(phone.locator(`[data-task^="${kind} "]`).first());
    await expect(page.locator(`[data-done=${kind}]`)).toContainText('1');
  }
  await expectAccessible(phone);
  const small = await phone
    .locator('button')
    .evaluateAll((list) => list.map((b) => b.getBoundingClientRect()).filter((r) => r.height < 48).length);
  expect(small).toBe(0);
  // One the server will not have is not shown as done; it can be sent again.
  const staple = phone.locator('[data-task^="staple "]').nth(1);
  const isRefused = '**/marks';
  await phone.route(isRefused, (route) =>
    route.fulfill({
      status: 422,
      contentType: 'application/problem+json',
      body: JSON.stringify({ detail: 'Nobody knows such a thing.' }),
    }),
  );
  await tap(staple);
  await expect(phone.getByText('was not taken: Nobody knows such a thing.')).toBeVisible();
  await expect(staple).toHaveAttribute('aria-pressed', 'false');
  await tap(phone.getByRole('button', { name: 'Let it go' }));
  await expect(phone.getByText('was not taken')).toHaveCount(0);
  await phone.unroute(isRefused);

  await tap(phone.getByRole('button', { name: 'Wall to the right' }));
  await expect(phone.getByText('Wall B').last()).toBeVisible();

  await phone.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await phone.reload();
  await expect(phone.getByText('Wall A').last()).toBeVisible();
  await phoneContext.setOffline(true);
  await tap(phone.locator('[data-task^="box "]').nth(1));
  await expect(phone.getByText('1 to send')).toBeVisible();
  await phone.reload();
  await expect(phone.locator('[data-task^="box "]').nth(1)).toHaveAttribute('aria-pressed', 'true');
  await phoneContext.setOffline(false);
  await expect(page.locator('[data-done=box]')).toContainText('2', { timeout: 15_000 });

  // A second tab of the phone, both without a signal: what each ticks arrives.
  const tab = await phoneContext.newPage();
  await tab.goto(phone.url());
  await expect(tab.locator('[data-task^="staple "]').nth(1)).toBeVisible();
  await phoneContext.setOffline(true);
  await tap(phone.locator('[data-task^="pull "]').nth(1));
  await tap(tab.locator('[data-task^="staple "]').nth(1));
  await expect(tab.getByText('to send')).toBeVisible();
  await phoneContext.setOffline(false);
  await expect(page.locator('[data-done=pull]')).toContainText('2');
  await expect(page.locator('[data-done=staple]')).toContainText('2');
  await tab.close();

  // A tick on its way when the job is taken back goes to the lead, who lets it count.
  await phoneContext.setOffline(true);
  await tap(phone.locator('[data-task^="box "]').nth(0));
  await expect(phone.getByText('1 to send')).toBeVisible();
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(page.locator('[data-phone]')).toHaveCount(0);
  await phoneContext.setOffline(false);
  await expect(phone.getByRole('heading', { name: 'This job does not open' })).toBeVisible();
  await expect(phone.getByText('went to the lead')).toBeVisible();
  await expect(page.locator('[data-late]')).toContainText('not nailed after all');
  await page.getByRole('button', { name: 'It counts' }).click();
  await expect(page.locator('[data-late]')).toHaveCount(0);
  await expect(page.locator('[data-done=box]')).toContainText('1');
  await phone.reload();
  await expect(phone.getByText('taken this job back', { exact: false })).toBeVisible();
  await phoneContext.close();
});

test('600 ticks made without a signal all arrive, in order, while the phone says how many wait', async ({
  page,
  browser,
}) => {
  const job = await studyJob(page, 'Many ticks');
  const phone = await phoneOn(browser, page, job);
  const context = phone.context();
  await phone.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await phone.reload();
  await expect(phone.locator('[data-task]').first()).toBeVisible();
  await context.setOffline(true);
  // As the page keeps them: pressing six hundred times is the same, and slow.
  const about = ((await phone.locator('[data-task^="box "]').first().getAttribute('data-task')) ?? '').slice(
    4,
  );
  await phone.evaluate(
    async ([token, about]) => {
      const open = indexedDB.open('fieldchalk');
      const db = await new Promise<IDBDatabase>((done) => (open.onsuccess = () => done(open.result)));
      const store = db.transaction('ticks', 'readwrite').objectStore('ticks');
      for (let n = 0; n < 600; n++)
        store.put({
          id: `many-${n}`,
          token,
          device: 'this-phone',
          kind: 'box',
          about,
          done: n % 2 === 1,
          by: 'Apprentice',
          number: n + 1,
          madeAt: 1000 + n,
        });
      await new Promise((done) => (store.transaction.oncomplete = done));
      db.close();
    },
    [job, about] as const,
  );
  await phone.reload();
  await expect(phone.getByText('600 to send')).toBeVisible();
  await context.setOffline(false);
  const stored = async () =>
    (await (await page.request.get(`/api/jobs/${job}/marks`)).json()) as { id: string; number: number }[];
  await expect.poll(async () => (await stored()).length).toBe(600);
  expect((await stored()).map((m) => m.number)).toEqual(Array.from({ length: 600 }, (_, n) => n + 1));
  await expect(phone.getByText('to send')).toHaveCount(0);
  // The last of them stands: done.
  await expect(phone.locator(`[data-task="box ${about}"]`)).toHaveAttribute('aria-pressed', 'true');
  await context.close();
});

test('a box that moved after it was nailed says so on the phone and to the lead; ticked again it is done as it is now', async ({
  page,
  browser,
}) => {
  const job = await studyJob(page, 'Moved job');
  const phone = await phoneOn(browser, page, job);
  const task = phone.locator('[data-task="box b1"]');
  while (!(await task.isVisible())) await tap(phone.getByRole('button', { name: 'Wall to the right' }));
  await tap(task);
  await page.goto(`/jobs/${job}/crew`);
  await expect(page.locator('[data-done=box]')).toContainText('1');
  await expect(page.locator('[data-changed]')).toHaveCount(0);
  await chalk(page, 'box 1');
  await page.locator('[data-card]').getByLabel('Height', { exact: true }).fill('30');
  await page.locator('[data-card]').getByLabel('Height', { exact: true }).press('Enter');
  await expect(page.locator('[data-changed]')).toContainText(/Box 1 .*It was .* bottom, stud .*; now /);
  await expect(task).toContainText('Changed since it was ticked: it was');
  await tap(task);
  await expect(task).not.toContainText('Changed since');
  await expect(task).toHaveAttribute('aria-pressed', 'true');
  await expect(page.locator('[data-changed]')).toHaveCount(0);
  await phone.context().close();
});
