import type { Page } from '@playwright/test';
import { expect, test } from '../fixtures/stack.ts';
import { paneOnWall, readTape, saved, openDemoJob } from '../pages/job.ts';

test.use({ demo: 'keyboard' });

/** Goes on with Tab until the control has the focus; what can't be reached so does not exist for these hands. */
async function tabTo(
  page: Page,
  role: 'button' | 'textbox' | 'radio' | 'listbox' | 'link' | 'combobox',
  name: RegExp,
) {
  const wanted = page.getByRole(role, { name }).first();
  await wanted.waitFor();
  for (let presses = 0; presses < 240; presses += 1) {
    if (await wanted.evaluate((node) => node === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab never comes to the ${role} ${name}`);
}

async function fill(page: Page, name: RegExp, text: string) {
  await tabTo(page, 'textbox', name);
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type(text);
}

test('the whole path by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await tabTo(page, 'button', /Fill it in/);
  await page.keyboard.press('Enter');
  await tabTo(page, 'button', /^Sign in/);
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: 'On now' }).waitFor();

  // The palette finds by name.
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Type what to find or to do').waitFor();
  await page.keyboard.type('Make a job');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Customer')).toBeFocused();
  await page.keyboard.type('Kiln Lane Bakery');
  await fill(page, /^Job/, 'Shopfront');
  await tabTo(page, 'combobox', /^Town/);
  await page.keyboard.type('Saltmarsh Bay');
  await fill(page, /^Latitude and longitude/, '43.6, -70.3');
  await page.keyboard.press('Enter');

  await tabTo(page, 'button', /Add a wall/);
  await page.keyboard.press('Enter');
  await page.keyboard.type('Shop');
  await fill(page, /^Wall$/, 'Street front');
  await page.keyboard.press('Enter');

  // As long as the sheet of the wall is there, keys are its own.
  await page.getByRole('dialog').waitFor({ state: 'hidden' });
  await page.getByRole('option').first().or(page.getByText('The first opening')).waitFor();
  await page.keyboard.press('Alt+n');
  await readTape(page, ['742', '742', '741', '1388', '1388', '1387']);
  // After the last reading the cursor stands on "Next opening".
  await page.keyboard.press('Enter');
  await readTape(page, ['745', '744', '744', '1388', '1388', '1388']);

  await page.keyboard.press('Alt+2');
  await tabTo(page, 'listbox', /Street front/);
  await page.keyboard.press('Control+a');
  await expect(page.getByRole('heading', { name: 'Film for pane 1, 2' })).toBeVisible();
  await tabTo(page, 'button', /^Use .*best for th(is|ese) pane/);
  await page.keyboard.press('Enter');
  await expect(paneOnWall(page, '2')).not.toHaveAccessibleName(/no film/);

  await page.keyboard.press('Alt+3');
  await expect(page.getByRole('heading', { name: /^2 pieces/ })).toBeVisible();
  await expect(
    page.getByRole('region', { name: 'Sill' }).getByRole('button', { name: /Keep this plan/ }),
  ).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Kept, and it still fits the job.')).toBeVisible();

  await page.keyboard.press('Alt+6');
  // Both panes are chosen still; one is fitted at a time.
  await tabTo(page, 'listbox', /Street front/);
  await page.keyboard.press('Escape');
  await tabTo(page, 'button', /^Go on$/);
  await page.keyboard.press('Enter');
  await tabTo(page, 'button', /^Prepared$/);
  for (let at = 0; at < 4; at += 1) await page.keyboard.press('Enter');
  await tabTo(page, 'button', /^Done$/);
  await page.keyboard.press('Enter');
  await expect(paneOnWall(page, '1')).toHaveAccessibleName(/done/);

  await page.keyboard.press('Alt+7');
  await expect(page.getByRole('heading', { name: 'Handover' })).toBeVisible();
  await saved(page);
  await tabTo(page, 'button', /Make the care sheet/);
  await page.keyboard.press('Enter');
  await tabTo(page, 'link', /Open the care sheet/);
});

test('going to another stage by key leaves the focus at its bench, and the stages can be skipped', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'library', 'survey');
  await page.getByLabel('Quick entry').focus();
  await page.keyboard.press('Alt+3');
  const bench = page.getByRole('region', { name: 'Bench' });
  await expect(bench).toBeFocused();
  await page.getByRole('link', { name: 'Survey' }).focus();
  await page.keyboard.press('Shift+Tab');
  await expect(page.getByRole('button', { name: 'Skip to the bench' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(bench).toBeFocused();
});
