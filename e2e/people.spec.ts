import { readFileSync } from 'node:fs';
import { type Browser, type Page } from '@playwright/test';
import { chalk, expect, expectAccessible, openJob, study, test } from './helpers.ts';
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
    const first = await server.ownerLink();
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
    // All that was typed is done, then saved.
    await expect(page.locator('[data-wall]')).toHaveCount(4);
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
    await expect(page.getByRole('heading', { name: 'You', exact: true })).toBeVisible();
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
    await page.getByRole('button', { name: 'More for Marl Street addition' }).click();
    await page.getByRole('button', { name: 'Delete' }).click();
    await expect(page.locator('[data-job]')).toHaveCount(0);
    await expect(page.locator('[data-away]')).toContainText('goes for good on');
    await page.getByRole('button', { name: 'Bring back' }).click();
    await expect(page.locator('[data-job="Marl Street addition"]')).toBeVisible();
  } finally {
    await server.remove();
  }
});

test('a guest’s phone looks and ticks nothing; a lead who lost the password is helped back in; the company’s data goes out, and then away', async ({
  page,
  browser,
}) => {
  const server = new OwnServer({ HOST: 'localhost' });
  try {
    await server.start();
    await page.goto(await server.ownerLink());
    const joinAs = async (window: Page, name: string, signIn: string) => {
      await window.getByLabel('Name', { exact: true }).fill(name);
      await window.getByLabel('Sign-in name').fill(signIn);
      await window.getByLabel('Password').fill('the long way round the barn');
    };
    await page.getByLabel('Company').fill('Alder Electric');
    await joinAs(page, 'Alder', 'alder');
    await page.getByLabel('Password').press('Enter');
    await expect(page.getByText('Alder Electric')).toBeVisible();
    const made = await page.request.post(`${server.address}/api/jobs`, {
      data: { name: 'Attic', plan: study },
      headers: { origin: server.address },
    });
    const { id: job } = (await made.json()) as { id: string };

    await page.goto(`${server.address}/jobs/${job}/crew`);
    await page.getByLabel('Whose phone').fill('Drywall');
    await page.getByLabel('They').selectOption({ label: 'only look' });
    await page.getByRole('button', { name: 'Make a link for a phone' }).click();
    const guest = await (
      await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
    ).newPage();
    await guest.goto(await linkShown(page));
    await expect(guest.getByText('look at the walls and marks')).toBeVisible();
    await openJob(guest);
    await expect(guest.getByText('to look at only')).toBeVisible();
    await expect(guest.locator('[data-task]').first()).toBeDisabled();
    const tick = {
      device: 'x',
      marks: [{ id: 'm', kind: 'box', about: 'b1', done: true, number: 1, madeAt: 1 }],
    };
    const forced = await guest.request.post(`${server.address}/api/crew/${job}/marks`, {
      data: tick,
      headers: { origin: server.address },
    });
    expect(forced.status()).toBe(403);

    await page.goto(`${server.address}/people`);
    await page.getByLabel('Whom you invite').fill('Birch');
    await page.getByLabel('Whom you invite').press('Enter');
    const lead = await another(browser);
    await lead.goto(await linkShown(page));
    await joinAs(lead, 'Birch', 'birch');
    await lead.getByLabel('Password').press('Enter');
    await expect(lead.getByRole('link', { name: 'Attic' })).toBeVisible();
    await page.reload();
    await page.locator('[data-person=Birch]').getByRole('button', { name: 'Help back in' }).click();
    const elsewhere = await another(browser);
    await elsewhere.goto(await linkShown(page));
    await expect(elsewhere.getByText('Your sign-in name is birch.')).toBeVisible();
    await expectAccessible(elsewhere);
    await elsewhere.getByLabel('Password').fill('a new one, and a longer one');
    await elsewhere.getByLabel('Password').press('Enter');
    await expect(elsewhere.getByRole('link', { name: 'Attic' })).toBeVisible();
    // The device before is signed out.
    await lead.reload();
    await expect(lead.getByRole('heading', { name: 'Sign in to Field Chalk' })).toBeVisible();

    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Take all data out' }).click();
    const taken = readFileSync(await (await download).path(), 'utf8');
    expect(JSON.parse(taken)).toMatchObject({
      name: 'Alder Electric',
      jobs: [{ name: 'Attic' }],
    });
    const removal = page.getByLabel('Type the company’s name');
    await removal.fill('Alder');
    await removal.press('Enter');
    await expect(page.getByRole('alert')).toContainText('is not the company’s name');
    await expect(removal).toHaveAttribute('aria-invalid', 'true');
    await removal.fill('Alder Electric');
    await removal.press('Enter');
    await expect(page.getByText('Nobody owns this server yet')).toBeVisible();
    await elsewhere.reload();
    await expect(elsewhere.getByRole('heading', { name: 'Sign in to Field Chalk' })).toBeVisible();
    // The phone is told that its job is no more, and keeps nothing of it.
    await guest.reload();
    await expect(guest.locator('[data-task]')).toHaveCount(0);
    await expect(guest.getByText('not let in here')).toBeVisible();
  } finally {
    await server.remove();
  }
});
