import { Secret, TOTP } from 'otpauth';
import type { Browser, Page } from '@playwright/test';
import { expect, test } from '../fixtures/stack.ts';

test.use({ demo: 'people' });

const PASSWORD = 'seven wet squeegees';

async function elsewhere(browser: Browser, baseURL: string): Promise<Page> {
  const context = await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 } });
  return context.newPage();
}

async function linkShown(page: Page): Promise<string> {
  const link = await page.getByRole('dialog').locator('output').textContent();
  await page.getByRole('button', { name: 'Close' }).click();
  return link ?? '';
}

async function fillSignIn(page: Page, email: string, password: string): Promise<void> {
  await page.goto('/sign-in');
  await page.getByLabel('E-mail address').fill(email);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
}

test('an owner invites an apprentice, who joins by the link, sees what the role may see, and is removed', async ({
  signedIn: page,
  browser,
  stack,
}) => {
  await page.goto('/shop');
  await page.getByRole('radio', { name: 'People' }).click();
  await page.getByRole('button', { name: 'Invite somebody' }).click();
  await page.getByLabel('Name').fill('Ines Holm');
  await page.getByLabel('E-mail address').fill('ines');
  await page.getByRole('button', { name: 'Make the link' }).click();
  await expect(page.getByRole('alert')).toContainText('e-mail address');
  await page.getByLabel('E-mail address').fill('ines@brindle-rook.example');
  await page.getByLabel('Role', { exact: true }).selectOption('apprentice');
  await page.getByRole('button', { name: 'Make the link' }).click();
  const link = await linkShown(page);

  const guest = await elsewhere(browser, stack.address);
  await guest.goto(link);
  await expect(guest.getByText('Brindle & Rook Glass Film has invited you as apprentice')).toBeVisible();
  await guest.getByLabel('Password').fill('short');
  await guest.getByRole('button', { name: 'Join' }).click();
  await expect(guest.getByRole('alert')).toContainText('12 characters or more');
  await guest.getByLabel('Password').fill(PASSWORD);
  await guest.getByRole('button', { name: 'Join' }).click();
  await expect(guest.getByRole('link', { name: 'Jobs' })).toBeVisible();
  await expect(guest.getByRole('link', { name: 'Shop', exact: true })).toHaveCount(0);
  await guest.goto('/jobs');
  await expect(guest.getByRole('link', { name: 'Make a job' })).toHaveCount(0);
  await guest.goto(link);
  await expect(guest.getByRole('alert')).toContainText('has been used');

  await page.reload();
  await page.getByRole('radio', { name: 'People' }).click();
  await page.getByLabel('Role of Ines Holm').selectOption('installer');
  await guest.goto('/jobs');
  await expect(guest.getByRole('link', { name: 'Make a job' })).toBeVisible();
  await page.getByRole('button', { name: 'Remove Ines Holm' }).click();
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByLabel('Role of Ines Holm')).toHaveCount(0);
  await guest.goto('/jobs');
  await expect(guest.getByRole('button', { name: 'Sign in' })).toBeVisible();

  await page.getByRole('radio', { name: 'Audit log' }).click();
  await expect(page.getByRole('row', { name: /Marit Brindle removed somebody Ines Holm/ })).toBeVisible();
});

test('an owner sets a second factor, signs in with a code, and ends other sessions', async ({
  signedIn: page,
  browser,
  stack,
}) => {
  const email = 'marit@brindle-rook.example';
  await page.goto('/account');
  await page.getByRole('button', { name: 'Set it up' }).click();
  const secret = (await page.locator('form b').textContent()) ?? '';
  const totp = new TOTP({ secret: Secret.fromBase32(secret.replaceAll(' ', '')) });
  const step = () => Math.floor(Date.now() / 30_000);
  const setIn = step();
  await page.getByLabel('The code it shows now').fill(totp.generate());
  await page.getByRole('button', { name: 'Ask for a code from now on' }).click();
  await expect(page.getByRole('button', { name: 'Switch it off' })).toBeVisible();

  const other = await elsewhere(browser, stack.address);
  await fillSignIn(other, email, 'putty and glass');
  await expect(other.getByRole('alert')).toContainText('Now the code');
  // A code is taken once: the next one is at hand half a minute later, or a step ahead of the clock.
  const at = Math.max(setIn + 1, step()) * 30_000;
  await other.getByLabel('Code of your authenticator').fill(totp.generate({ timestamp: at }));
  await other.getByRole('button', { name: 'Sign in' }).click();
  await expect(other.getByRole('link', { name: 'Jobs' })).toBeVisible();

  await page.reload();
  await page.getByRole('button', { name: /^Sign out everywhere else/ }).click();
  await expect(page.getByRole('button', { name: /^Sign out everywhere else/ })).toHaveCount(0);
  await other.goto('/jobs');
  await expect(other.getByRole('button', { name: 'Sign in' })).toBeVisible();

  await page.getByRole('button', { name: 'Switch it off' }).click();
  await page.getByLabel('Your password').fill('putty and glass');
  await page.getByRole('button', { name: 'Ask for no code any more' }).click();
  await expect(page.getByRole('button', { name: 'Set it up' })).toBeVisible();
});

test('what the shop says of itself is kept, and is where a new job begins', async ({ signedIn: page }) => {
  await page.goto('/shop');
  await page.getByLabel('Telephone').fill('555 0199');
  await page.getByLabel('Tax on the price, %').fill('7,5');
  await page.getByLabel('Latitude and longitude').fill('off the map');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('no place on a map');
  await page.getByLabel('Latitude and longitude').fill('43°39′N 70°15′W');
  // The button rests while it saves as well: what is waited for is the answer.
  const kept = page.waitForResponse((answer) => answer.request().method() === 'PUT' && answer.ok());
  await page.getByRole('button', { name: 'Save' }).click();
  await kept;
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
  await page.reload();
  await expect(page.getByLabel('Telephone')).toHaveValue('555 0199');
  await expect(page.getByLabel('Tax on the price, %')).toHaveValue('7.5');
  await expect(page.getByLabel('Latitude and longitude')).toHaveValue('43.65° N, 70.25° W');

  await page.getByRole('radio', { name: 'Data' }).click();
  await expect(page.getByRole('meter', { name: /^Jobs/ })).toBeVisible();
  const saving = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save all data' }).click();
  const saved = await saving;
  expect(saved.suggestedFilename()).toMatch(/^shop \d{4}-\d{2}-\d{2}\.zip$/);
  expect(await saved.failure()).toBeNull();

  await page.goto('/jobs/new');
  await page.getByLabel('Customer').fill('Family Hollis');
  await page.getByLabel('Job', { exact: true }).fill('House');
  await page.getByRole('button', { name: 'Make the job' }).click();
  await expect(page.getByRole('alert').first()).toContainText('Name the town');
  await page.getByLabel('Town').fill('Portland, Ore');
  // The list of towns is the browser's own: what is chosen there arrives as if it were typed.
  const chosen = page.locator('datalist option[value="Portland, Oregon, United States of America"]');
  await chosen.waitFor({ state: 'attached' });
  await page.getByLabel('Town').fill((await chosen.getAttribute('value')) ?? '');
  await expect(page.getByLabel('Town')).toHaveValue('Portland');
  await expect(page.getByLabel('Time zone, for sun and dates')).toHaveValue('America/Los_Angeles');
  await page.getByRole('button', { name: 'As the last job' }).click();
  await expect(page.getByLabel('Town')).not.toHaveValue('Portland');
  await page.getByRole('button', { name: 'As the shop' }).click();
  await expect(page.getByLabel('Latitude and longitude')).toHaveValue('43.65° N, 70.25° W');
  await page.getByRole('button', { name: 'Make the job' }).click();
  await page.getByRole('region', { name: 'Sill' }).waitFor();
});
