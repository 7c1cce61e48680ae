import { readFileSync, writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from '../fixtures/stack.ts';
import { addWall, makeJob, paneOnWall } from '../pages/job.ts';

test.use({ demo: 'lists' });

const listButton = (page: Page) => page.getByRole('button', { name: 'Panes as a list' });
const input = (page: Page) => page.getByLabel('List or drawing', { exact: true });

async function downloaded(page: Page, name: string): Promise<string> {
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name, exact: true }).click();
  const file = await waiting;
  const path = test.info().outputPath(file.suggestedFilename());
  await file.saveAs(path);
  return path;
}

test('a list of panes: columns are matched, good rows taken, bad ones shown with their reason', async ({
  signedIn: page,
}) => {
  await makeJob(page, 'Lantern Quay Library');
  await listButton(page).click();
  const csv = test.info().outputPath('panes.csv');
  writeFileSync(
    csv,
    'Ref,Breite,H,Qty,Kind,Room,Wall\n1,640,1120,3,sash,Hall,North\n2,64o,1120,1,sash,Hall,North\n3,"32 1/4""",44.125 in,1,porthole,Hall,South\n4,900,600,,fanlight,Hall,South\n',
  );
  await input(page).setInputFiles(csv);
  await expect(page.getByText('Say which column holds: Width.')).toBeVisible();
  await page.getByLabel('Width', { exact: true }).selectOption({ label: 'Breite' });
  const bad = page.getByRole('region', { name: 'Lines left out' });
  await expect(bad.getByRole('row')).toHaveCount(3);
  await expect(bad).toContainText(/line 3.*letter where a digit belongs/);
  await expect(bad).toContainText(/line 4.*“porthole” is not known/);
  await page.getByRole('button', { name: 'Import 4 panes from 2 lines' }).click();
  await expect(page.getByRole('region', { name: 'All panes' }).getByRole('row')).toHaveCount(5);

  // Out as XLSX and in again: the same sizes once more.
  const xlsx = await downloaded(page, 'XLSX');
  await input(page).setInputFiles(xlsx);
  await page.getByRole('button', { name: 'Import 4 panes from 4 lines' }).click();
  const rows = page.getByRole('region', { name: 'All panes' }).getByRole('row');
  await expect(rows.filter({ hasText: '640' })).toHaveCount(6);
  const text = readFileSync(await downloaded(page, 'CSV'), 'utf8');
  expect(text.split('\n')[0]).toContain('Width (mm)');
  expect(text.match(/640/g)).toHaveLength(6);
  await page.getByRole('button', { name: 'Close' }).click();
  await page.keyboard.press('Control+z');
  await listButton(page).click();
  await expect(rows).toHaveCount(5);
});

test('an elevation goes out as DXF and comes back as openings; what is no drawing is refused', async ({
  signedIn: page,
}) => {
  await makeJob(page, 'Kiln Lane Bakery');
  await addWall(page, 'Shop', 'Front');
  await page.keyboard.press('Alt+l');
  await page.keyboard.type('742 x 1388 x2');
  await page.keyboard.press('Enter');
  await page.keyboard.type('450 x 600');
  await page.keyboard.press('Enter');
  await page.getByRole('listbox').focus();
  await page.keyboard.press('Escape');
  await listButton(page).click();
  const dxf = await downloaded(page, 'DXF of this wall');
  await input(page).setInputFiles(dxf);
  await page.getByLabel('Layer with the openings').selectOption({ label: 'GLASS, 3 outlines' });
  await page.getByRole('button', { name: 'Put 3 openings on Front' }).click();
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(paneOnWall(page, '4')).toHaveAccessibleName(/742 mm by 1388 mm/);
  await expect(paneOnWall(page, '6')).toHaveAccessibleName(/450 mm by 600 mm/);
  await listButton(page).click();
  const broken = test.info().outputPath('broken.dxf');
  writeFileSync(broken, 'not a drawing');
  await input(page).setInputFiles(broken);
  await expect(page.getByRole('alert')).toContainText(/can’t be read as a DXF|no closed outlines/);
});
