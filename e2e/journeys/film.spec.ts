import type { Page } from '@playwright/test';
import { expect, test } from '../fixtures/stack.ts';
import { changeWanted, openDemoJob, paneOnWall, saved } from '../pages/job.ts';

test.use({ demo: 'film' });

const want = (page: Page, name: string) => page.getByRole('button', { name: new RegExp(`^${name}: `) });
const answers = (page: Page) => page.getByRole('region', { name: 'Three answers' });

test('what the room wants decides which film comes first, with its reason', async ({ signedIn: page }) => {
  await openDemoJob(page, 'nursery', 'film');
  await paneOnWall(page, '1').click();
  await expect(answers(page)).toBeVisible();
  await changeWanted(page);
  await want(page, 'Privacy by night').click();
  await expect(
    page.getByRole('button', { name: 'Privacy by night: nice to have', exact: true }),
  ).toBeVisible();
  await want(page, 'Privacy by night').click();
  const why = answers(page).getByText('Why', { exact: true }).first();
  await why.click();
  const hides = answers(page)
    .getByText(/hides the room by night as well/i)
    .first();
  await expect(hides).toBeVisible();
  // A second must that no film does beside the first: it is said, and nothing is offered.
  await want(page, 'Delay a burglar').click();
  await want(page, 'Delay a burglar').click();
  await expect(page.getByText(/No film of the shop does all that is a must here/)).toBeVisible();
  await want(page, 'Delay a burglar').click();
  await why.click();
  await expect(hides).toBeVisible();
  await answers(page).getByRole('button', { name: /^Use/ }).first().click();
  await expect(paneOnWall(page, '1')).not.toHaveAccessibleName(/no film/);
  await saved(page);
  await page.reload();
  await expect(page.getByText('Privacy by night (must); whole pane')).toBeVisible();
  await changeWanted(page);
  await expect(page.getByRole('button', { name: 'Privacy by night: a must', exact: true })).toBeVisible();
});

test('films stand side by side on this pane, and glass block refuses what is hung inside', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'library', 'film');
  for (const film of ['Gannet Silver 20', 'Curlew Select 50', 'Dunnock Ceramic 30', 'Eider Warm 70'])
    await page.getByLabel(`compare ${film}`).check();
  await expect(page.getByLabel('compare Heron Neutral 20')).toBeDisabled();
  await page.getByRole('button', { name: 'Compare 4' }).click();
  const sheet = page.getByRole('dialog', { name: /^Films side by side/ });
  const heat = sheet.getByRole('row', { name: /^Heat of the sun let in/ });
  const [bare, ...filmed] = await heat.getByRole('cell').allInnerTexts();
  expect(filmed).toHaveLength(4);
  for (const shgc of filmed) expect(Number(shgc)).toBeLessThan(Number(bare));
  await expect(sheet.getByRole('img', { name: /^Bare glass up to \d+ watts/ })).toBeVisible();
  await expect(sheet.getByText(/Curlew Select 50: SHGC within 0.03 either way/)).toBeVisible();
  await page.keyboard.press('Escape');
  await openDemoJob(page, 'house', 'film');
  await page.getByRole('button', { name: /^Yard wall/ }).click();
  await paneOnWall(page, '7').click();
  const silver = page.getByRole('listitem').filter({ hasText: 'Gannet Silver 20' });
  await expect(silver.getByText(/glass block is never filmed on the room side/).last()).toBeVisible();
  await expect(silver.getByRole('button', { name: 'Choose Gannet Silver 20' })).toBeDisabled();
});
