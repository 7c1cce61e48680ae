import { readFile } from 'node:fs/promises';
import { expect, test } from '../fixtures/stack.ts';
import { openDemoJob, saved } from '../pages/job.ts';

test.use({ demo: 'price' });

const amount = (text: string) => Number(/€([\d,.]+)/.exec(text)?.[1]?.replaceAll(',', ''));

test('a price is what the job costs and what the house asks; way, people, discount and what if move it at once', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'library', 'price');
  const heading = page.getByRole('heading', { name: /to pay, .* profit/ });
  await expect(heading).toBeVisible();
  // The plan may still be getting better.
  await page.goto(page.url().replace('/price', '/cuts'));
  await page.getByRole('heading', { name: /pieces in/ }).waitFor();
  await page.getByText('Looking for a better one').waitFor({ state: 'hidden' });
  await page.getByRole('button', { name: 'Keep this plan' }).first().click();
  await saved(page);
  await page.getByRole('link', { name: /Price/ }).click();
  await expect(heading).toBeVisible();
  const before = amount((await heading.textContent()) ?? '');

  // Each part opens to its lines, and they add up to the cost.
  await page.locator('summary').filter({ hasText: /^Work/ }).click();
  await expect(page.getByText(/\d+ panes, .* of one person/)).toBeVisible();

  await page.getByRole('button', { name: 'Travel, people, other costs' }).click();
  await page.getByLabel('There and back, km').fill('36');
  await page.keyboard.press('Enter');
  await page.getByLabel('There and back, min').fill('50');
  await page.keyboard.press('Enter');
  await page.getByLabel('What else it costs').fill('Parking');
  await page.getByLabel('Cost, EUR').fill('12.50');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.locator('summary').filter({ hasText: 'Travel there and back' })).toContainText('€');
  await expect(page.locator('summary').filter({ hasText: 'Parking' })).toContainText('€');
  await expect.poll(async () => amount((await heading.textContent()) ?? '')).toBeGreaterThan(before);

  // A discount wants a reason.
  const withWay = amount((await heading.textContent()) ?? '');
  await page.getByLabel('Discount, %').fill('5');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Give it' })).toBeDisabled();
  await page.getByLabel('because').fill('three rooms at once');
  await page.getByRole('button', { name: 'Give it' }).click();
  await expect(page.getByText(/^Discount, 5.%: three rooms at once/)).toBeVisible();
  await expect(page.getByText('With the discount the margin is smaller than the house’s.')).toBeVisible();
  await expect.poll(async () => amount((await heading.textContent()) ?? '')).toBeLessThan(withWay);

  await page.getByRole('button', { name: 'What if' }).click();
  await page.getByRole('slider', { name: 'Discount' }).press('End');
  await expect(page.getByRole('status').filter({ hasText: /^To pay/ })).toContainText('−');
  await page.getByLabel(/^To win against a price of/).fill('100000');
  await expect(page.getByText('No discount is needed.')).toBeVisible();
  await page.getByLabel(/^To win against a price of/).fill('300');
  await expect(page.getByText(/^A discount of .* is needed: profit/)).toBeVisible();

  await saved(page);
  await page.reload();
  await expect(page.getByText(/^Discount, 5.%: three rooms at once/)).toBeVisible();

  // What is offered stays as it was; what has changed since is said, and it goes out as a paper.
  await page.getByRole('button', { name: 'Make quote 1' }).click();
  await expect(page.getByText('It still says what the job is.')).toBeVisible();
  await page.getByRole('button', { name: 'Make the printed quote' }).click();
  await expect(page.getByRole('link', { name: /^Open the printed quote/ })).toBeVisible();
  const [sheet] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Lines as XLSX' }).click(),
  ]);
  expect(sheet.suggestedFilename()).toBe('Reading room, quote 1.xlsx');
  const [json] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Price as JSON' }).click(),
  ]);
  const asked = JSON.parse(await readFile(await json.path(), 'utf8')) as object;
  expect(asked).toMatchObject({ format: 'neat-sill/price-case', currency: 'EUR', travel: { km: 36 } });
  await page.getByLabel('Discount, %').fill('0');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByText(/^Since quote 1: to pay would be .* more/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Make quote 2' })).toBeVisible();
  await saved(page);
});
