import { readFile } from 'node:fs/promises';
import { expect, test } from '../fixtures/stack.ts';
import { openDemoJob, saved } from '../pages/job.ts';
import { jobOfCases, read } from '../pages/jobOfCases.ts';

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
  await page.getByRole('button', { name: /^Make quote \d+-1$/ }).click();
  await expect(page.getByText(/^Quote \d+-1 still says what the job is\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'Make the printed quote' }).click();
  await expect(page.getByRole('link', { name: /^Open the printed quote/ })).toBeVisible();
  const [sheet] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Lines as XLSX' }).click(),
  ]);
  expect(sheet.suggestedFilename()).toMatch(/^Reading room, quote \d+-1\.xlsx$/);
  const [json] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Price as JSON' }).click(),
  ]);
  const asked = JSON.parse(await readFile(await json.path(), 'utf8')) as object;
  expect(asked).toMatchObject({ format: 'neat-sill/price-case', currency: 'EUR', travel: { km: 36 } });
  await page.getByLabel('Discount, %').fill('0');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByText(/^Since quote \d+-1: to pay would be .* more/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Make quote \d+-2$/ })).toBeVisible();
  await saved(page);
});

test('choices stand side by side; the customer reads them behind a link, asks, accepts one, and a change is offered', async ({
  signedIn: page,
  browser,
}) => {
  const panes = [0, 1].map(() => ({ ...read(820, 1200), coverage: { kind: 'whole' } }));
  const jobId = await jobOfCases(page, 'Shopfront of two', panes);
  await page.goto(`/jobs/${jobId}/price`);
  await expect(page.getByRole('heading', { name: /to pay, .* profit/ })).toBeVisible();
  await page.getByRole('button', { name: 'Choices side by side' }).click();
  await page.getByLabel('Another film').selectOption({ label: 'Gannet Silver 20' });
  await page.getByLabel('Called, for the customer').fill('Better');
  await page.getByRole('button', { name: 'Add this choice' }).click();
  const choices = page.getByRole('list', { name: 'Choices' });
  await expect(choices.getByRole('heading', { name: 'Better' })).toBeVisible();
  await expect(choices.getByText('Planning its cuts')).toBeHidden();
  await expect(choices.getByText(/Keeps out .* of the sun’s heat/).last()).toBeVisible();
  await page.getByRole('button', { name: /^Make quote \d+-1, 2 choices$/ }).click();
  await saved(page);
  await page.getByRole('button', { name: 'Make a link for the customer' }).click();
  const address = await page.getByLabel(/^Link to quote \d+-1$/).inputValue();

  // Somebody of the shop may look at it too, signed in.
  const own = await page.context().newPage();
  await own.goto(address);
  await expect(own.getByRole('heading', { name: /^Quote \d+-1:/ })).toBeVisible();
  await own.close();

  // The customer has no account, and a phone.
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(new URL('/offer#not-a-link-that-anybody-has-made', address).href);
  await expect(phone.getByText(/There is nothing behind this link/)).toBeVisible();
  await phone.goto('about:blank');
  await phone.goto(address);
  await expect(phone.getByRole('heading', { name: /^Quote \d+-1:/ })).toBeVisible();
  await phone.getByRole('radio', { name: /In the evening/ }).click();
  await expect(phone.getByRole('img', { name: /in the evening, from the street/ })).toBeVisible();
  await phone.getByLabel('Your question').fill('Will it be dark?');
  await phone.getByRole('button', { name: 'Send the question' }).click();
  await expect(phone.getByText('The answer will stand here.')).toBeVisible();

  // It stands in the job, and on Today, by itself; the answer goes back to their page.
  await page.getByLabel(/^Answer to/).fill('Hardly.');
  await page.getByRole('button', { name: 'Answer on their page' }).click();
  await saved(page);
  await phone.reload();
  await expect(phone.getByText(/: Hardly\.$/)).toBeVisible();
  await phone.getByRole('radio', { name: /^Better/ }).click();
  await phone.getByRole('button', { name: /^Accept Better, / }).click();
  await expect(phone.getByRole('button', { name: 'Accept', exact: true })).toBeDisabled();
  await phone.getByLabel('Name', { exact: true }).fill('Ines Alder');
  const pad = await phone.getByRole('img', { name: 'Sign here' }).boundingBox();
  if (!pad) throw new Error('there is nowhere to sign');
  await phone.mouse.move(pad.x + 40, pad.y + 60);
  await phone.mouse.down();
  await phone.mouse.move(pad.x + 160, pad.y + 40, { steps: 6 });
  await phone.mouse.up();
  await phone.getByRole('button', { name: 'Accept', exact: true }).click();
  await expect(phone.getByText(/^Accepted by Ines Alder, .*: Better\./)).toBeVisible();
  await phone.reload();
  await expect(phone.getByText(/^Accepted by Ines Alder/)).toBeVisible();
  await expect(phone.getByRole('button', { name: /^Accept/ })).toHaveCount(0);

  await expect(page.getByText(/accepted by Ines Alder, .*: Better/)).toBeVisible();
  await expect(page.getByText(/^Since the order: panes 1 and 2 are to have another film/)).toBeVisible();
  await page.getByRole('button', { name: /^Make change order \d+-2$/ }).click();
  await saved(page);
  await page.getByRole('button', { name: 'Make a link for the customer' }).click();
  await page.getByLabel(/^Link to quote \d+-2$/).waitFor();
  await phone.goto('about:blank');
  await phone.goto(await page.getByLabel(/^Link to quote \d+-2$/).inputValue());
  await expect(phone.getByRole('heading', { name: /^What changes since quote \d+-1/ })).toBeVisible();
  await expect(phone.getByText('panes 1 and 2 are to have another film')).toBeVisible();
  // Closed, the link holds nothing any more.
  await page.getByRole('button', { name: 'Close the link' }).last().click();
  await expect(page.getByText(/: closed$/)).toBeVisible();
  await phone.reload();
  await expect(phone.getByText(/There is nothing behind this link/)).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Ines Alder, .*accepted/ })).toBeVisible();
});

test('a choice whose film has no price is named and can’t be offered until it has one', async ({
  signedIn: page,
}) => {
  const panes = [{ ...read(820, 1200), coverage: { kind: 'whole' } }];
  const jobId = await jobOfCases(page, 'One light', panes);
  const { csrfToken } = (await (await page.request.get('/api/session')).json()) as { csrfToken: string };
  const { films } = (await (await page.request.get('/api/shop-book')).json()) as {
    films: { id: string; name: string; version: number; rolls: { price: number | null }[] }[];
  };
  const other = films.find(({ name }) => name === 'Gannet Silver 20');
  if (!other) throw new Error('the demo has no such film');
  await page.goto(`/jobs/${jobId}/price`);
  await page.getByRole('button', { name: 'Choices side by side' }).click();
  await page.getByLabel('Another film').selectOption({ label: other.name });
  await page.getByRole('button', { name: 'Add this choice' }).click();
  await expect(page.getByRole('button', { name: /^Make quote \d+-1, 2 choices$/ })).toBeEnabled();
  await saved(page);
  const rolls = other.rolls.map((roll) => ({ ...roll, price: null }));
  const sent = await page.request.put('/api/films', {
    headers: { 'x-csrf-token': csrfToken },
    data: { films: [{ ...other, rolls, version: other.version + 1 }] },
  });
  expect(sent.status(), await sent.text()).toBe(200);
  await expect(page.getByText(/a film has no price, so it can’t be offered/)).toContainText(other.name);
  await expect(page.getByRole('button', { name: /^Make quote/ })).toBeDisabled();
});
