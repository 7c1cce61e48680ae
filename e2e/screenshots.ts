import { resolve } from 'node:path';
import type { Page } from '@playwright/test';
import { ROOT } from './fixtures/folders.ts';
import { test } from './fixtures/stack.ts';
import { demoJobPath, openDemoJob, paneOnWall, wallMenu } from './pages/job.ts';

async function picture(page: Page, name: string): Promise<void> {
  await page.evaluate(() => document.fonts.ready.then(() => undefined));
  await page.screenshot({ path: resolve(ROOT, `docs/screenshots/${name}.png`), animations: 'disabled' });
}

test('main views at a desk', async ({ signedIn: page }) => {
  await page.goto('/');
  await page
    .getByRole('link', { name: /Lantern Quay Library/ })
    .first()
    .waitFor();
  await page.getByText('MB', { exact: true }).waitFor();
  await picture(page, 'today');
  await openDemoJob(page, 'library', 'survey');
  await paneOnWall(page, '3').click();
  await picture(page, 'survey');
  await page.getByRole('listbox').focus();
  await page.keyboard.press('Escape');
  await openDemoJob(page, 'house', 'survey');
  await page.getByRole('button', { name: /^Stair wall/ }).click();
  await page.getByRole('option').first().click();
  await page.getByRole('img', { name: /^Arch/ }).scrollIntoViewIfNeeded();
  await picture(page, 'shapes');
  await wallMenu(page, 'Site plan');
  await page.getByRole('button', { name: 'Lay them out' }).click();
  await page.getByRole('slider', { name: /^North/ }).waitFor();
  await picture(page, 'site-plan');
  await openDemoJob(page, 'library', 'film');
  await page.getByRole('region', { name: 'Three answers' }).waitFor();
  await picture(page, 'film');
  await page.getByRole('button', { name: 'Show the customer' }).click();
  await page.getByText(/^Keeps out/).waitFor();
  await page.getByRole('radio', { name: 'In the evening, from the street' }).click();
  await picture(page, 'customer');
  await openDemoJob(page, 'library', 'cuts');
  await page.getByRole('heading', { name: /pieces in/ }).waitFor();
  await page.getByText('Looking for a better one').waitFor({ state: 'hidden' });
  await picture(page, 'cuts');
  await page.getByRole('button', { name: /^Seams of/ }).click();
  await page.getByText(/^The line: film and looks/).waitFor();
  await page.getByRole('group', { name: /with its seams$/ }).scrollIntoViewIfNeeded();
  await picture(page, 'seams');
  await page.goto('/rack');
  await page.getByRole('row', { name: /G-118/ }).waitFor();
  await picture(page, 'rack');
  await openDemoJob(page, 'library', 'price');
  await page.getByRole('heading', { name: /to pay/ }).waitFor();
  // What the plan comes to in the end, not its first answer.
  await page.waitForTimeout(4000);
  await picture(page, 'price');
  await openDemoJob(page, 'bakery', 'price');
  await page.getByRole('button', { name: /^Make quote/ }).click();
  await page.getByRole('button', { name: 'Make a link for the customer' }).click();
  const offer = await page.getByLabel(/^Link to quote/).inputValue();
  await page.goto(offer);
  await page.getByRole('heading', { name: /^Quote \d+-1:/ }).waitFor();
  await picture(page, 'offer');
  await openDemoJob(page, 'library', 'day');
  await page.getByLabel('First day').fill('2027-06-21');
  await page.getByRole('checkbox', { name: 'Osei Rook' }).check();
  await page.getByRole('heading', { name: /^Done at/ }).waitFor();
  await page.getByText('Looking for a better one').waitFor({ state: 'hidden' });
  await picture(page, 'day');
  await page.goto('/days');
  for (const job of [/Lantern Quay Library/, /Tidewheel Physiotherapy/, /Alder Row/, /Kiln Lane Bakery/])
    await page.getByRole('checkbox', { name: job }).first().check();
  await page.getByLabel('First day').fill('2027-06-21');
  await page.getByLabel('Look for').selectOption('10');
  await page.getByRole('button', { name: 'Plan these days' }).click();
  await page.getByText(/^(Within|The best there is)/).waitFor();
  await page.getByRole('button', { name: 'Stop' }).waitFor({ state: 'detached' });
  await page.getByRole('button', { name: 'Plan these days' }).evaluate((each) => each.scrollIntoView());
  await picture(page, 'days');
  await openDemoJob(page, 'nursery', 'handover');
  await picture(page, 'handover');
  await page.goto('/films');
  await page.getByText('Gannet Silver 20').first().waitFor();
  await picture(page, 'films');
  await page.goto('/rules');
  await page.getByRole('heading', { name: 'House rules' }).waitFor();
  await picture(page, 'rules');
});

test('fitting on a phone', async ({ signedIn: page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(demoJobPath('bakery', 'fitting'));
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'Prepared' }).click();
  await page.getByRole('button', { name: 'Hung' }).waitFor();
  await picture(page, 'fitting-phone');
  await openDemoJob(page, 'library', 'survey');
  await page.getByRole('group', { name: 'Panes of this wall' }).getByRole('button').nth(1).click();
  await picture(page, 'survey-phone');
  await page.setViewportSize({ width: 1280, height: 800 });
  await openDemoJob(page, 'library', 'cuts');
  await page.getByRole('heading', { name: /pieces in/ }).waitFor();
  await page.getByText('Looking for a better one').waitFor({ state: 'hidden' });
  await page.getByRole('button', { name: 'Keep this plan' }).last().click();
  await page.getByRole('button', { name: 'Cut, one pull at a time' }).click();
  await page.setViewportSize({ width: 390, height: 844 });
  await picture(page, 'cut-mode-phone');
});
