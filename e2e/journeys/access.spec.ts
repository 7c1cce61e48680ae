import axe, { type RunOptions } from 'axe-core';
import type { Page } from '@playwright/test';
import { expect, test } from '../fixtures/stack.ts';
import {
  changeWanted,
  demoJobPath,
  openDemoJob,
  paneOnWall,
  wallMenu,
  type DemoJob,
  type Stage,
  device,
} from '../pages/job.ts';

test.use({ demo: 'access' });

const STANDARDS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
// Experimental in axe itself: it holds a drawn label ("3") against a name that says more ("Pane 3, 1640 mm by …").
const NOT_YET = { 'label-content-name-mismatch': { enabled: false } };

/** What is against the standards on the page, by all rules or by contrast only. */
async function faults(page: Page, by: 'all rules' | 'contrast' = 'all rules') {
  if (!(await page.evaluate(() => 'axe' in globalThis))) await page.evaluate(axe.source);
  const options: RunOptions =
    by === 'contrast' ? { runOnly: ['color-contrast'] } : { runOnly: STANDARDS, rules: NOT_YET };
  return page.evaluate(async (options) => {
    const checker = (globalThis as unknown as { axe: typeof axe }).axe;
    const { violations } = await checker.run({ ...options, resultTypes: ['violations'] });
    return violations.map(
      ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`,
    );
  }, options);
}

const screens: readonly (readonly [DemoJob, Stage])[] = [
  ['library', 'survey'],
  ['library', 'film'],
  ['library', 'cuts'],
  ['library', 'price'],
  ['library', 'day'],
  ['nursery', 'fitting'],
  ['nursery', 'handover'],
];

/** All that is checked in day colours, and in the evening's what differs: their contrast. */
async function faultsInBothLights(page: Page) {
  const shine = (light: string) =>
    page.evaluate((light) => (document.documentElement.dataset['light'] = light), light);
  const byDay = await faults(page);
  await shine('evening');
  const inTheEvening = await faults(page, 'contrast');
  await shine('day');
  return [...byDay, ...inTheEvening.map((fault) => `evening ${fault}`)];
}

for (const [job, stage] of screens)
  test(`${stage} is accessible, in day and evening colours`, async ({ signedIn: page }) => {
    await openDemoJob(page, job, stage);
    if (stage === 'survey') await paneOnWall(page, '3').click();
    if (stage === 'film') await page.getByRole('region', { name: 'Three answers' }).waitFor();
    if (stage === 'cuts') await page.getByRole('heading', { name: /pieces in/ }).waitFor();
    expect(await faultsInBothLights(page)).toEqual([]);
  });

test('every screen outside a job is accessible, in day and evening colours', async ({ signedIn: page }) => {
  for (const path of [
    '/',
    '/jobs',
    '/jobs/new',
    '/rack',
    '/films',
    '/rules',
    '/shop',
    '/account',
    '/nothing-here',
  ]) {
    await page.goto(path);
    await page.getByRole('heading').first().waitFor();
    if (path === '/rules') await page.getByText('Film: climate').first().click();
    expect(await faultsInBothLights(page), path).toEqual([]);
  }
});

test('the sheets of film and site plan are accessible', async ({ signedIn: page }) => {
  await openDemoJob(page, 'library', 'film');
  await page.getByText('Why here').first().click();
  await page.getByRole('radio', { name: 'Seen by day' }).click();
  expect(await faults(page), 'film').toEqual([]);
  for (const film of ['Gannet Silver 20', 'Eider Warm 70']) await page.getByLabel(`compare ${film}`).check();
  await page.getByRole('button', { name: 'Compare 2' }).click();
  await page.getByRole('button', { name: 'Place a seat' }).click();
  expect(await faults(page), 'compare').toEqual([]);
  await page.keyboard.press('Escape');
  await changeWanted(page);
  await page.getByText(/^Covers: whole pane/).click();
  await page.getByText('Apply to many panes').click();
  expect(await faults(page), 'coverage').toEqual([]);
  await page.getByRole('button', { name: 'Show the customer' }).click();
  await page.getByText(/^Keeps out/).waitFor();
  expect(await faults(page), 'customer').toEqual([]);
  await page.getByRole('button', { name: 'Back to the work' }).click();
  await openDemoJob(page, 'house', 'survey');
  await wallMenu(page, 'Site plan');
  await page.getByRole('button', { name: 'Lay them out' }).click();
  expect(await faults(page), 'site plan').toEqual([]);
});

test('what lies over the cuts is accessible', async ({ signedIn: page }) => {
  await openDemoJob(page, 'library', 'cuts');
  await page.getByRole('heading', { name: /pieces in/ }).waitFor();
  await page.getByText('Looking for a better one').waitFor({ state: 'hidden' });
  for (const fold of [/^Seams of/, /^What if/, /^Plan cost/, /^To buy/, /^For a plotter/]) {
    await page.getByRole('button', { name: fold }).click();
    expect(await faults(page), String(fold)).toEqual([]);
  }
  await page
    .getByRole('button', { name: /^Move piece/ })
    .first()
    .click();
  expect(await faults(page), 'piece').toEqual([]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Keep this plan' }).last().click();
  await page.getByRole('button', { name: 'Cut, one pull at a time' }).click();
  expect(await faults(page), 'cut mode').toEqual([]);
  await page.goto('/rack');
  await page.getByRole('button', { name: 'Put on the rack' }).click();
  expect(await faults(page), 'rack').toEqual([]);
});

test('the sheets of the survey are accessible', async ({ signedIn: page }) => {
  await openDemoJob(page, 'library', 'survey');
  await page.getByRole('button', { name: 'Panes as a list' }).click();
  expect(await faults(page), 'list').toEqual([]);
  await page.getByRole('button', { name: 'Close' }).click();
  await wallMenu(page, 'Edit wall');
  await page.getByLabel('Direction').selectOption('compass');
  await page.getByText('Height and shade').click();
  await expect(page.getByText(/the needle points .*° west of true north/)).toBeVisible();
  expect(await faults(page), 'wall').toEqual([]);
  // What can't be taken keeps the sheet open and stays in its field.
  await page.getByLabel('Neighbours: bearing and height in degrees').fill('180 12, 225');
  await page.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByRole('alert')).toContainText('as 180 12, 225 25');
  await expect(page.getByLabel('Neighbours: bearing and height in degrees')).toHaveValue('180 12, 225');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await paneOnWall(page, '3').click();
  await page.getByText('As found, on the frame, hidden strips').click();
  await page.getByRole('button', { name: 'Scratch, chip or other mark' }).click();
  expect(await faults(page), 'mark').toEqual([]);
  await page.keyboard.press('Escape');
  await device(page, 'Laser meter');
  expect(await faults(page), 'pane').toEqual([]);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('group', { name: 'Number pad' }).waitFor();
  expect(await faults(page), 'phone').toEqual([]);
});

test('the sign-in page is accessible', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Sign in' }).waitFor();
  expect(await faults(page)).toEqual([]);
});

test('a quote’s choices and the customer’s page are accessible', async ({ signedIn: page }) => {
  await openDemoJob(page, 'bakery', 'price');
  await page.getByRole('button', { name: 'Choices side by side' }).click();
  await page.getByLabel('Another film').selectOption({ index: 1 });
  await page.getByRole('button', { name: 'Add this choice' }).click();
  await expect(page.getByText('Planning its cuts')).toBeHidden();
  await page.getByRole('button', { name: /^Make quote/ }).click();
  await page.getByRole('button', { name: 'Make a link for the customer' }).click();
  const address = await page.getByLabel(/^Link to quote/).inputValue();
  expect(await faults(page)).toEqual([]);
  await page.goto(address);
  await page.getByRole('heading', { name: /^Quote \d/ }).waitFor();
  expect(await faults(page)).toEqual([]);
  await page.getByRole('button', { name: /^Accept/ }).click();
  await page.getByRole('dialog').waitFor();
  expect(await faults(page)).toEqual([]);
});

test('on a phone every key of fitting is at least 48 px for a wet finger', async ({ signedIn: page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openDemoJobOnPhone(page, 'bakery');
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'Prepared' }).click();
  await page.getByRole('button', { name: 'Fault', exact: true }).click();
  await page.getByRole('dialog').waitFor();
  const small = await page.getByRole('button').evaluateAll((nodes) =>
    nodes
      .map((node) => ({ name: node.textContent, box: node.getBoundingClientRect() }))
      // What is a pixel high is there for screen readers; its button stands beside it.
      .filter(({ box }) => box.height > 1 && box.height < 48)
      .map(({ name, box }) => `${name} ${box.height}`),
  );
  expect(small).toEqual([]);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

async function openDemoJobOnPhone(page: Page, job: DemoJob) {
  await page.goto(demoJobPath(job, 'fitting'));
  await page.getByRole('button', { name: 'Go on' }).waitFor();
}
