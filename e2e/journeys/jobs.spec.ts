import { expect, test } from '../fixtures/stack.ts';
import { demoJobPath, openDemoJob } from '../pages/job.ts';

test.use({ demo: 'jobs' });

test('jobs are found by words, given to somebody, duplicated, archived, deleted and put back', async ({
  signedIn: page,
}) => {
  await page.goto('/jobs');
  const rows = page.getByRole('list', { name: 'Jobs' }).getByRole('listitem');
  const more = (name: RegExp) => page.getByRole('button', { name });
  const act = (name: string) => page.getByRole('menuitem', { name }).click();
  await expect(rows).toHaveCount(7);
  await page.getByLabel(/^Find by customer/).fill('quay reading');
  await expect(rows).toHaveCount(1);
  await expect(rows).toContainText('Lantern Quay Library');
  await page.getByLabel(/^Find by customer/).fill('');
  await page.getByLabel('Which').selectOption('With faults');
  await expect(rows).toContainText(['Harbour Nursery']);
  await page.getByLabel('Which').selectOption('Any');

  await more(/^More for Kiln Lane/).click();
  await act('Who and when');
  await page.getByLabel('Who does it').selectOption('Osei Rook');
  await page.getByLabel('Day').fill('2999-06-01');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(rows.filter({ hasText: 'Kiln Lane' })).toContainText('Osei Rook, 1 Jun 2999');
  await page.getByLabel('In order of').selectOption('Next visit');
  await expect(rows.first()).toContainText('Kiln Lane');

  await more(/^More for Kiln Lane/).click();
  await act('Delete');
  await expect(rows).toHaveCount(6);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(rows).toHaveCount(7);
  await more(/^More for Kiln Lane/).click();
  await act('Archive');
  await expect(rows).toHaveCount(6);
  await page.getByRole('radio', { name: 'Archived' }).click();
  await expect(rows).toHaveCount(1);
  await more(/^More for Kiln Lane/).click();
  await act('Put back');
  await page.getByRole('radio', { name: 'Open' }).click();
  await expect(rows).toHaveCount(7);

  await more(/^More for Alder Row No. 9/).click();
  await act('Duplicate');
  await page.getByRole('region', { name: 'Sill' }).waitFor();
  await expect(page.getByText('Whole house, copy')).toBeVisible();
});

test('what is deleted for good is gone, also for whoever has its address', async ({ signedIn: page }) => {
  await page.goto('/jobs');
  await page.getByRole('button', { name: /^More for Harbour/ }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByText('is deleted; for 30 days')).toBeVisible();
  await page.getByRole('radio', { name: 'Deleted' }).click();
  await page.getByRole('button', { name: /^More for Harbour/ }).click();
  await page.getByRole('menuitem', { name: 'Erase for good' }).click();
  await page.getByRole('button', { name: 'Erase for good' }).click();
  await expect(page.getByText('No job like that.')).toBeVisible();
  await page.goto(demoJobPath('nursery', 'survey'));
  await expect(page.getByRole('alert')).toContainText('is not there');
});

test('what somebody else changes appears on every open page by itself', async ({
  signedIn: page,
  session,
  browser,
  stack,
}) => {
  const context = await browser.newContext({ baseURL: stack.address });
  await context.addCookies([...session]);
  const other = await context.newPage();
  await other.goto('/jobs');
  await other.getByText('Lantern Quay Library').first().waitFor();
  await openDemoJob(page, 'library', 'survey');
  await page.getByTitle('Customer and site', { exact: true }).click();
  await page.getByRole('textbox', { name: 'Customer' }).fill('Lantern Quay Archive');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(other.getByText('Lantern Quay Archive')).toBeVisible();

  await openDemoJob(other, 'library', 'survey');
  await page.getByTitle('Customer and site', { exact: true }).click();
  await page.getByRole('textbox', { name: 'Customer' }).fill('Lantern Quay Library');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(other.getByTitle('Customer and site', { exact: true })).toContainText('Lantern Quay Library');

  await other.goto('/rack');
  await page.goto('/rack');
  await page
    .getByRole('button', { name: /^Remove .* from the rack$/ })
    .last()
    .click();
  await expect(page.getByText(/was removed from the rack/)).toBeVisible();
  const gone = ((await page.getByText(/was removed from the rack/).textContent()) ?? '').split(' ')[0] ?? '';
  await expect(other.getByText(gone, { exact: true })).toHaveCount(0);
  await context.close();
});
