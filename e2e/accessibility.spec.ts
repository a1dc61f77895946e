import { expect, expectAccessible, studyJob, test } from './helpers.ts';

test.describe('no view has an accessibility violation', () => {
  test('the stages of the work', async ({ page }) => {
    test.slow();
    const job = await studyJob(page, 'Accessible');
    await page.goto('/');
    await expectAccessible(page);
    for (const stage of ['walk', 'boxes', 'circuits', 'runs', 'make-up', 'order', 'crew', 'prove']) {
      await page.goto(`/jobs/${job}/${stage}`);
      await expect(page.locator('[data-plan-box=b2]')).toBeVisible();
      if (stage === 'boxes') await page.locator('[data-box=b2]').click();
      if (stage === 'crew') await page.getByRole('button', { name: 'Make a link for a phone' }).click();
      await expectAccessible(page);
    }
  });

  test('the sheets, and a stage in the dark', async ({ page }) => {
    test.slow();
    const job = await studyJob(page, 'Accessible');
    for (const sheet of ['audit', 'load', 'directory', 'makeup']) {
      await page.goto(`/jobs/${job}/${sheet}`);
      await expect(page.getByRole('heading', { level: 1 })).toContainText('Accessible');
      await expectAccessible(page);
    }
    await page.emulateMedia({ colorScheme: 'dark' });
    await page.goto(`/jobs/${job}/circuits`);
    await expect(page.locator('[data-plan-box=b2]')).toBeVisible();
    await expectAccessible(page);
  });
});
