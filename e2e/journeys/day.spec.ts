import { expect, test } from '../fixtures/stack.ts';
import { saved } from '../pages/job.ts';
import { jobOfCases, read } from '../pages/jobOfCases.ts';

test.use({ demo: 'day' });

test('a day is planned out of the sun, says why, is kept, and is planned anew when the job changes', async ({
  signedIn: page,
}) => {
  const panes = [0, 1].map(() => ({ ...read(820, 1200), coverage: { kind: 'whole' } }));
  const jobId = await jobOfCases(page, 'Two panes in a day', panes);
  await page.goto(`/jobs/${jobId}/day`);
  await page.getByLabel('First day').fill('2027-06-21');
  await expect(page.getByRole('heading', { name: /^Done at \d\d:\d\d, 2 people, .* paid$/ })).toBeVisible();
  await expect(page.getByText(/best (possible|there is)/)).toBeVisible();
  const timeline = page.getByRole('group', { name: 'The day' });
  await expect(timeline.getByText(/^sun until/)).toBeVisible();
  await timeline
    .getByRole('button', { name: /^1, \d\d:\d\d to \d\d:\d\d, 2 people/ })
    .first()
    .click();
  await expect(page.getByText('Film on pane 1.')).toBeVisible();

  // By keys too, and the other of the crew may come as well.
  await timeline.getByRole('button', { name: /^set up, / }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'Set up' })).toBeVisible();
  await page.getByRole('checkbox', { name: 'Tove Lind' }).check();
  await expect(page.getByRole('heading', { name: /3 people/ })).toBeVisible();

  const keep = page.getByRole('button', { name: 'Keep this plan' });
  await expect(keep).toBeEnabled();
  await keep.click();
  await expect(page.getByText(/^Kept\./)).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText(/^Kept\./)).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'Tove Lind' })).toBeChecked();
  await page.getByRole('button', { name: 'Make the day sheet' }).click();
  await expect(page.getByRole('link', { name: /^Open the day sheet/ })).toBeVisible();
  await page.locator('summary').filter({ hasText: 'As a list' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: /\d\d:\d\d Film on pane 2/ })).toBeVisible();

  await page.getByLabel('Days').selectOption('2');
  await expect(page.getByText('a plan was kept; this is a new one')).toBeVisible();
  await page.getByRole('radio', { name: '22 Jun 2027' }).click();
  for (const name of ['Osei Rook', 'Marit Brindle', 'Tove Lind'])
    await page.getByRole('checkbox', { name }).uncheck();
  await expect(page.getByRole('heading', { name: 'Who comes?' })).toBeVisible();
});
