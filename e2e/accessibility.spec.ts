import { expect, expectAccessible, studyJob, test } from './helpers.ts';

const stages = ['walk', 'boxes', 'circuits', 'runs', 'make-up', 'order', 'crew', 'prove'];
const sheets = ['audit', 'load', 'directory', 'makeup', 'words', 'rules', 'cuts', 'drilling', 'pole'];
const pages = ['/', '/import', '/rules', '/people', '/own', '/sign-in'];

for (const colorScheme of ['light', 'dark'] as const)
  test.describe(`no view has an accessibility violation, ${colorScheme}`, () => {
    test.beforeEach(async ({ page }) => {
      test.slow();
      await page.emulateMedia({ colorScheme });
    });

    test('the stages of the work', async ({ page }) => {
      const job = await studyJob(page, 'Accessible');
      for (const stage of stages) {
        await page.goto(`/jobs/${job}/${stage}`);
        await expect(page.locator('[data-plan-box=b2]')).toBeVisible();
        if (stage === 'boxes') await page.locator('[data-box=b2]').click();
        if (stage === 'crew') await page.getByRole('button', { name: 'Make a link for a phone' }).click();
        await expectAccessible(page);
      }
    });

    test('the sheets of a job, the crew’s page and the meter', async ({ page }) => {
      const job = await studyJob(page, 'Accessible');
      for (const sheet of sheets) {
        await page.goto(`/jobs/${job}/${sheet}`);
        await expect(page.getByRole('heading', { level: 1 })).toContainText('Accessible');
        await expectAccessible(page);
      }
      await page.goto(`/crew/${job}`);
      await expect(page.locator('[data-task]').first()).toBeVisible();
      await expectAccessible(page);
      await page.goto(`/meter/${job}`);
      await expectAccessible(page);
    });

    test('what is not of one job', async ({ page }) => {
      for (const path of pages) {
        await page.goto(path);
        await expectAccessible(page);
      }
    });
  });
