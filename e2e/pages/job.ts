import { expect, type Locator, type Page } from '@playwright/test';

export const DEMO_JOBS = {
  library: 1,
  physio: 2,
  house: 3,
  bakery: 4,
  nursery: 5,
  terrace: 6,
  staffRoom: 7,
} as const;
export type DemoJob = keyof typeof DEMO_JOBS;
export type Stage = 'survey' | 'film' | 'cuts' | 'price' | 'day' | 'fitting' | 'handover';

export const demoJobPath = (job: DemoJob, stage: Stage) =>
  `/jobs/0d6f3a52-1c0b-4a4e-8a55-6a1f0c9d000${DEMO_JOBS[job]}/${stage}`;

export async function openDemoJob(page: Page, job: DemoJob, stage: Stage): Promise<void> {
  await page.goto(demoJobPath(job, stage));
  await page.getByRole('region', { name: 'Sill' }).waitFor();
}

export const wall = (page: Page): Locator => page.getByRole('listbox');
export const paneOnWall = (page: Page, label: string): Locator =>
  page.getByRole('option', { name: new RegExp(`^Pane ${label},`) });
/** Does something with the wall that is shown. */
export async function wallMenu(page: Page, item: string): Promise<void> {
  await page.getByRole('button', { name: 'Wall menu' }).click();
  await page.getByRole('menuitem', { name: item }).click();
}

/** Takes a device of the survey in hand. */
export async function device(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Devices' }).click();
  await page.getByRole('menuitem', { name }).click();
}

/** Opens what is wanted of the glass, and how much of it is covered. */
export const changeWanted = (page: Page): Promise<void> =>
  page.getByRole('button', { name: 'Change what is wanted' }).click();

export async function chooseMethod(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Cutting method' }).click();
  await page.getByRole('radio', { name }).click();
  await page.keyboard.press('Escape');
}

export const reading = (page: Page, name: string): Locator => page.getByLabel(name, { exact: true });

export async function saved(page: Page): Promise<void> {
  await expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible();
}

export async function makeJob(page: Page, customer: string): Promise<void> {
  await page.goto('/jobs/new');
  await page.getByLabel('Customer').fill(customer);
  await page.getByLabel('Job', { exact: true }).fill('Front room');
  await page.getByLabel('Town').fill('Saltmarsh Bay');
  await page.getByLabel('Latitude and longitude').fill('43.6, -70.3');
  await page.getByRole('button', { name: 'Make the job' }).click();
  await page.getByRole('region', { name: 'Sill' }).waitFor();
}

export async function addWall(page: Page, room: string, name: string): Promise<void> {
  await page.getByRole('button', { name: /^(Add a wall|Wall)$/ }).click();
  await page.getByLabel('Room or elevation').fill(room);
  await page.getByRole('textbox', { name: 'Wall', exact: true }).fill(name);
  await page.getByRole('radio', { name: 'SW', exact: true }).click();
  await page.getByRole('button', { name: 'Add the wall' }).click();
  await page.getByRole('dialog').waitFor({ state: 'hidden' });
}

/** Types the six readings of a pane off the tape, Enter after each. */
export async function readTape(page: Page, lengths: readonly string[]): Promise<void> {
  await expect(reading(page, 'Width at top')).toBeFocused();
  for (const length of lengths) {
    await page.keyboard.type(length);
    await page.keyboard.press('Enter');
  }
}
