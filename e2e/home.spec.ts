import { expect, expectAccessible, test } from './helpers.ts';
import { OwnServer } from './ownServer.ts';

test.use({ allowed: /Failed to load resource|400 .*\/about$|404 .*\/card$/ });

test('an empty home offers the example; jobs are described, copied, found, archived, deleted and brought back', async ({
  page,
}) => {
  const server = new OwnServer();
  try {
    await server.start();
    await page.goto(`${server.address}/`);
    const jobs = page.locator('[data-job]');
    const more = async (job: string, what = '') => {
      await page.getByRole('button', { name: `More for ${job}`, exact: true }).click();
      await expect(page.getByRole('heading', { name: 'About the job' })).toBeVisible();
      if (what) await page.getByRole('button', { name: what }).click();
    };
    // The demo’s job has its drawing, its state and what is open.
    const demo = page.locator('[data-job="Marl Street addition"]');
    await expect(demo.getByRole('img', { name: 'Plan of Marl Street addition' })).toBeVisible();
    await expect(demo.locator('[data-state="box"]')).toContainText(/0 of \d+ boxes, lights set/);
    await expect(demo).toContainText(/\d+ open/);

    await more('Marl Street addition');
    await page.getByLabel('Address').fill('14 Marl Street');
    await page.getByLabel('Customer').fill('The Alders');
    await page.getByLabel('First day').fill('2027-03-01');
    await page.getByLabel('Last day').fill('2027-02-01');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText('Last day');
    await page.getByLabel('Last day').fill('2027-04-16');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(demo).toContainText('14 Marl Street');
    await expect(demo).toContainText('The Alders');

    await more('Marl Street addition', 'Copy');
    const copy = page.locator('[data-job="Marl Street addition, copy"]');
    await expect(copy).toContainText('14 Marl Street');
    await more('Marl Street addition, copy', 'Archive');
    await expect(copy).toBeHidden();
    await page.getByText('Archive (1)').click();
    await expect(copy).toBeVisible();

    await more('Marl Street addition', 'Delete');
    await more('Marl Street addition, copy', 'Delete');
    await expect(jobs).toHaveCount(0);
    await expect(page.getByText('No jobs yet')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Open the example job' }).click();
    await expect(page.getByRole('button', { name: 'Marl Street addition' })).toBeVisible();
    await expect(page.locator('[data-plan-box]').first()).toBeVisible();

    // Its name is changed where it is open, and taken back.
    await page.getByRole('button', { name: 'Marl Street addition' }).click();
    await page.getByLabel('Name').fill('Practice');
    await page.getByLabel('Name').press('Enter');
    await expect(page.getByRole('button', { name: 'Practice' })).toBeVisible();
    // What was done last is taken back also after the page was loaded again.
    await page.reload();
    await expect(page.getByRole('button', { name: 'Practice' })).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('button', { name: 'Marl Street addition' })).toBeVisible();
    await page.getByRole('link', { name: 'Jobs' }).click();
    for (const name of ['North barn', 'South barn', 'Porch']) {
      await page.getByLabel('Job name').fill(name);
      await page.getByLabel('Job name').press('Enter');
      await expect(page).toHaveURL(/walk/);
      await page.goBack();
    }
    await page.getByLabel('Find by name').fill('barn');
    await expect(jobs).toHaveCount(2);
    await page.getByLabel('Find by name').fill('quarry');
    await expect(page.getByText('No job has “quarry”')).toBeVisible();
  } finally {
    await server.remove();
  }
});
