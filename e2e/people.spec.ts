import { type Browser, type Page } from '@playwright/test';
import { chalk, expect, expectAccessible, test } from './helpers.ts';
import { OwnServer } from './ownServer.ts';

test.use({ allowed: /Failed to load resource|ERR_|40[0-9]/ });

/** An authenticator of the browser's own, as a phone or a laptop has one (WebAuthn Level 2, 11: virtual authenticators). */
async function withAuthenticator(page: Page): Promise<void> {
  const client = await page.context().newCDPSession(page);
  await client.send('WebAuthn.enable');
  await client.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
}
const another = async (browser: Browser) => (await browser.newContext()).newPage();
const linkShown = async (page: Page) => (await page.locator('[data-share]').getAttribute('href')) ?? '';

test('a server gets its owner by the link in its terminal, who joins and signs in with a passkey, invites a lead, and cuts them off in mid-work', async ({
  page,
  browser,
}) => {
  const server = new OwnServer({ HOST: 'localhost' });
  try {
    await server.start();
    await expect.poll(() => server.said).toContain('/join#');
    const first = /http:\S+\/join#\S+/.exec(server.said)?.[0] ?? '';
    await withAuthenticator(page);
    await page.goto(`${server.address}/`);
    await expect(page.getByText('Nobody owns this server yet')).toBeVisible();
    await expectAccessible(page);

    await page.goto(first);
    await expect(page.getByRole('heading', { name: 'Make this server yours' })).toBeVisible();
    await expect(page).toHaveURL(`${server.address}/join`);
    await page.getByLabel('Name', { exact: true }).fill('Hazel');
    await page.getByLabel('Company').fill('Hazel Electric');
    await page.getByLabel('Sign-in name').fill('hazel@example.com');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'With a passkey of this device' }).click();
    await expect(page.getByText('Hazel Electric')).toBeVisible();
    await page.getByLabel('Job name').fill('Garage');
    await page.getByRole('button', { name: 'New job' }).click();
    await chalk(page, 'room Garage garage', "12' right", "10' right", "12' right", "10' right");
    await expect(page.getByText('saved', { exact: true })).toBeVisible();

    await page.goto(`${server.address}/people`);
    await page.getByLabel('Whom you invite').fill('Rowan');
    await page.getByLabel('Whom you invite').press('Enter');
    const invitation = await linkShown(page);
    await expectAccessible(page);

    const lead = await another(browser);
    await lead.goto(invitation);
    await expect(lead.getByRole('heading', { name: 'Join Hazel Electric' })).toBeVisible();
    await lead.getByLabel('Name', { exact: true }).fill('Rowan');
    await lead.getByLabel('Sign-in name').fill('rowan');
    await lead.getByLabel('Password').fill('short');
    await lead.getByLabel('Password').press('Enter');
    await expect(lead.getByRole('alert')).toContainText('Password must have at least 12 letters');
    await lead.getByLabel('Password').fill('a short sentence is good');
    await lead.getByLabel('Password').press('Enter');
    await lead.getByRole('link', { name: 'Garage' }).click();
    await chalk(lead, 'receptacle 40 wall A');
    await expect(lead.locator('[data-box]').first()).toBeVisible();
    // A link that was used lets nobody else in.
    const stranger = await another(browser);
    await stranger.goto(invitation);
    await expect(stranger.getByRole('alert')).toContainText('has been used already');

    // Cut off in mid-work: the page is not shown, and what is not sent yet waits for the same person.
    await page.goto(`${server.address}/people`);
    await page.locator('[data-person=Rowan]').getByRole('button', { name: 'Cut off' }).click();
    await expect(page.locator('[data-person=Rowan]').getByRole('button', { name: 'Cut off' })).toHaveCount(0);
    await expect(lead.getByRole('heading', { name: 'You were signed out' })).toBeVisible();
    await expect(lead.locator('[data-box]').first()).toBeHidden();
    await expectAccessible(lead);
    await lead.getByLabel('Sign-in name').fill('rowan');
    await lead.getByLabel('Password').fill('a short sentence is good');
    await lead.getByLabel('Password').press('Enter');
    await chalk(lead, 'receptacle 70 wall A');
    await expect(lead.getByText('saved', { exact: true })).toBeVisible();
    await expect(lead.locator('[data-box]').nth(1)).toBeVisible();

    // As crew the job is not theirs to change any more.
    await page.getByLabel('Role of Rowan').selectOption({ label: 'crew: jobs given, ticks' });
    await expect(lead.getByRole('heading', { name: 'This job cannot be opened' })).toBeVisible();
    await lead.getByRole('link', { name: 'All jobs' }).click();
    await expect(lead.getByText('No job is given to you yet')).toBeVisible();

    await page.goto(`${server.address}/own`);
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(page.getByRole('heading', { name: 'Sign in to Field Chalk' })).toBeVisible();
    await page.getByRole('button', { name: 'Sign in with a passkey' }).click();
    await expect(page.getByText('Hazel Electric')).toBeVisible();
    await page.getByRole('link', { name: 'People' }).click();
    await expect(page.locator('[data-act]').first()).toContainText('Hazel signed in');
  } finally {
    await server.remove();
  }
});

test('a job that was put away is gone for everybody, and comes back', async ({ page }) => {
  const server = new OwnServer();
  try {
    await server.start();
    await page.goto(`${server.address}/`);
    await page.getByRole('button', { name: 'Put Marl Street addition away' }).click();
    await expect(page.locator('[data-job]')).toHaveCount(0);
    await expect(page.locator('[data-away]')).toContainText('goes for good on');
    await page.getByRole('button', { name: 'Bring back' }).click();
    await expect(page.locator('[data-job="Marl Street addition"]')).toBeVisible();
  } finally {
    await server.remove();
  }
});
