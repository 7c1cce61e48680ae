import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from '../fixtures/stack.ts';
import { addWall, chooseMethod, makeJob, paneOnWall, readTape, saved, wall } from '../pages/job.ts';

test.use({ demo: 'wholePath' });

const sizes = (page: Page) => page.getByLabel('Sizes');

async function fitPane(page: Page, label: string): Promise<void> {
  await expect(page.getByRole('heading', { name: `Pane ${label}` })).toBeVisible();
  // Four taps; a spliced pane is hung and trimmed panel by panel.
  const key = page.getByRole('button', { name: /^(Prepared|Hung|Trimmed|Looked at)$/ });
  const sheet = page.getByRole('dialog', { name: `Is pane ${label} done?` });
  await key.click();
  do {
    await expect(key).toHaveText('Hung');
    await key.click();
    await expect(key).toHaveText('Trimmed');
    await key.click();
    await expect(key).toHaveText(/Hung|Looked at/);
  } while ((await key.textContent()) === 'Hung');
  await key.click();
  await expect(sheet).toContainText('ticked in less than 3 minutes');
  await sheet.getByRole('button', { name: 'Done' }).click();
}

test('from the tape to the care sheet, by mouse', async ({ signedIn: page }) => {
  await makeJob(page, 'Harbour Nursery');
  await addWall(page, 'Playroom', 'Garden wall');

  // Survey: three ways to write the same lengths; a slip of the tape is asked about and kept out of the sizes.
  await page.getByRole('button', { name: 'Add an opening' }).first().click();
  await readTape(page, ['32 1/4"', '819', '81.9 cm', '4\' 4 3/16"', '1325', '1.325 m']);
  await expect(sizes(page)).toContainText('820 × 1326');
  await expect(sizes(page)).toContainText('819 × 1325');
  await page.getByRole('button', { name: 'Next opening' }).click();
  await readTape(page, ['1900', '1900', '1090', '2260', '2259', '2260']);
  await expect(page.getByRole('status').filter({ hasText: '1090' })).toBeVisible();
  await expect(paneOnWall(page, '2')).toHaveAccessibleName(/in doubt/);
  await page.getByRole('button', { name: 'Measure again', exact: true }).click();
  await expect(page.getByLabel('Width at bottom')).toBeFocused();
  await page.keyboard.type('1900');
  await page.keyboard.press('Enter');
  await expect(paneOnWall(page, '2')).not.toHaveAccessibleName(/in doubt/);
  await page.getByLabel('Handle at').selectOption('left');

  // Film: for the whole wall; what can't go on is refused with the reason.
  await page.getByRole('link', { name: /^Film/ }).first().click();
  await wall(page).focus();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/Pane 2: The pane is .*hung in one piece/).first()).toBeVisible();
  const silver = page.getByRole('listitem').filter({ hasText: 'Gannet Silver 20' });
  await silver.getByRole('button', { name: 'Choose Gannet Silver 20' }).click();
  await expect(paneOnWall(page, '1')).toHaveAccessibleName(/Gannet Silver 20/);

  // Cuts: the wide pane becomes two panels that bring the same roll edge to the seam.
  await page.getByRole('link', { name: /^Cuts/ }).first().click();
  await expect(page.getByRole('heading', { name: /^3 pieces in \d pulls?/ })).toBeVisible();
  await expect(
    page.getByText('left roll edge to the seam').or(page.getByText('right roll edge to the seam')),
  ).toHaveCount(2);
  await page.getByRole('button', { name: 'Cutting method' }).click();
  await page.getByRole('radio', { name: 'Bench cut' }).click();
  await expect(page.getByText(/no trim on the glass/)).toBeVisible();
  await page.keyboard.press('Escape');
  await chooseMethod(page, 'Margin all round');
  await page.getByRole('button', { name: 'Keep this plan' }).first().click();
  await expect(page.getByText('Kept, and it still fits the job.')).toBeVisible();

  // Fitting: every step of both panes, and a fault at its place.
  await page
    .getByRole('link', { name: /^Fitting/ })
    .first()
    .click();
  // Nothing is ticked as cut: that is said, and one goes on by name.
  await expect(page.getByText('Its piece is not cut yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Go on' }).click();
  await fitPane(page, '1');
  await expect(page.getByRole('heading', { name: 'Pane 2' })).toBeVisible();
  await page.getByRole('button', { name: 'Fault', exact: true }).click();
  await page.getByRole('radio', { name: 'top left' }).click();
  await page.getByRole('radiogroup', { name: 'What it is' }).getByRole('radio').first().click();
  await page.getByRole('button', { name: 'Save fault' }).click();
  await expect(paneOnWall(page, '2')).toHaveAccessibleName(/1 fault/);
  await page.getByRole('button', { name: 'Mended' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Mended' }).click();
  await fitPane(page, '2');
  await expect(paneOnWall(page, '2')).toHaveAccessibleName(/done/);

  // A reload at any moment loses nothing.
  await saved(page);
  await page.reload();
  await expect(paneOnWall(page, '2')).toHaveAccessibleName(/done/);

  // Handover: papers with proper type, and the job as a file that comes back.
  await page
    .getByRole('link', { name: /^Handover/ })
    .first()
    .click();
  await expect(page.getByRole('row', { name: /Gannet Silver 20/ })).toHaveCount(2);
  for (const [make, open] of [
    ['Make the care sheet', /Open the care sheet/],
    ['Make the cut list', /Open the cut list/],
  ] as const) {
    await page.getByRole('button', { name: make }).click();
    const link = page.getByRole('link', { name: open });
    await expect(link).toBeVisible({ timeout: 20_000 });
    const pdf = await page.request.get((await link.getAttribute('href')) ?? '');
    expect(pdf.headers()['content-type']).toBe('application/pdf');
    const text = (await pdf.body()).toString('latin1');
    expect(text.startsWith('%PDF-')).toBe(true);
    expect(text).toContain('AtkinsonHyperlegible');
  }
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download the job file' }).click();
  const path = await (await download).path();
  const written = JSON.parse(readFileSync(path, 'utf8'));
  expect(written).toMatchObject({ format: 'neat-sill/job', version: 1 });
  await page.goto('/jobs');
  await page.getByLabel('Job file').setInputFiles(path);
  await page.getByRole('link', { name: 'Open the job' }).click();
  await expect(paneOnWall(page, '2')).toHaveAccessibleName(/1900 mm by 2260 mm/);
  const copy = await page.request.get(`/api/jobs/${page.url().split('/')[4]}/file`);
  // But for its number: each job has its own.
  const [[headerId = '', header] = []] = Object.entries(written.records.job as Record<string, object>);
  const job = { [headerId]: { ...header, number: expect.any(Number) } };
  expect((await copy.json()).records).toEqual({ ...written.records, job });
});
