import { writeFileSync } from 'node:fs';
import { expect, signIn, test } from '../fixtures/stack.ts';
import { addWall, makeJob, openDemoJob, paneOnWall, reading, readTape, saved, wall } from '../pages/job.ts';

test.use({ demo: 'nothingLost' });

test('undo and redo of everything in a job, also after a reload', async ({ signedIn: page }) => {
  await makeJob(page, 'Alder Row No. 9');
  await addWall(page, 'Bath', 'Bath wall');
  await page.keyboard.press('Alt+n');
  await readTape(page, ['700', '700', '700', '900', '900', '900']);
  await wall(page).focus();
  await page.getByRole('button', { name: 'Remove pane 1' }).click();
  await expect(page.getByRole('option')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(paneOnWall(page, '1')).toHaveAccessibleName(/700 mm by 900 mm/);
  await saved(page);
  await page.reload();
  await wall(page).focus();
  for (let at = 0; at < 6; at += 1) await page.keyboard.press('Control+z');
  await expect(paneOnWall(page, '1')).toHaveAccessibleName(/not measured/);
  for (let at = 0; at < 6; at += 1) await page.keyboard.press('Control+Shift+z');
  await expect(paneOnWall(page, '1')).toHaveAccessibleName(/700 mm by 900 mm/);
});

test('readings that can’t be are not taken, say why, and are still there after a reload', async ({
  signedIn: page,
}) => {
  await makeJob(page, 'Alder Row No. 9');
  await addWall(page, 'Bath', 'Bath wall');
  await page.keyboard.press('Alt+n');
  const field = reading(page, 'Width at top');
  for (const [typed, reason] of [
    ['3o 1/2', /a letter where a digit belongs; perhaps 30 1\/2/],
    ['-5', /below zero/],
    ['1/0', /divides by zero/],
    ['40000', /longer than any pane/],
  ] as const) {
    await field.fill(typed);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText(reason);
    await expect(field).toBeFocused();
    await expect(field).toHaveValue(typed);
  }
  await page.reload();
  await wall(page).focus();
  await page.keyboard.press('ArrowRight');
  await expect(field).toHaveValue('40000');
  await expect(paneOnWall(page, '1')).toHaveAccessibleName(/not measured/);
});

test('two people on one pane: what both changed is shown side by side, the rest is kept of both', async ({
  signedIn: page,
  browser,
  stack,
}) => {
  const context = await browser.newContext({
    baseURL: stack.address,
    viewport: { width: 1280, height: 800 },
  });
  const other = await context.newPage();
  // It neither hears nor sends: what others do reaches it with its own next edit.
  await other.route('**/api/events', (route) => route.abort());
  await signIn(other);
  for (const tab of [page, other]) {
    await openDemoJob(tab, 'house', 'survey');
    await paneOnWall(tab, '1').click();
  }
  await other.route('**/edits', (route) => route.abort());
  // Mine first; the other tab does not know yet.
  await reading(page, 'Width at top').fill('801');
  await page.keyboard.press('Enter');
  await reading(page, 'Height at left').fill('1001');
  await page.keyboard.press('Enter');
  await saved(page);
  await reading(other, 'Width at top').fill('802');
  await other.keyboard.press('Enter');
  await other.getByLabel('Frame').selectOption('steel');
  await other.unroute('**/edits');
  await other.evaluate(() => window.dispatchEvent(new Event('online')));
  const sheet = other.getByRole('dialog', { name: 'Changed elsewhere meanwhile' });
  await expect(sheet.getByRole('row', { name: 'Width at top 802 mm 801 mm' })).toBeVisible();
  await expect(sheet.getByRole('row')).toHaveCount(2);
  await sheet.getByRole('button', { name: 'Keep mine' }).click();
  await saved(other);
  await expect(reading(other, 'Width at top')).toHaveValue('802');
  await expect(reading(other, 'Height at left')).toHaveValue('1001');
  await page.reload();
  await paneOnWall(page, '1').click();
  await expect(reading(page, 'Width at top')).toHaveValue('802');
  await expect(page.getByLabel('Frame')).toHaveValue('steel');
  await context.close();
});

test('without network the work goes on, and is sent when there is one again', async ({
  signedIn: page,
  context,
}) => {
  await openDemoJob(page, 'physio', 'survey');
  await paneOnWall(page, '1').click();
  await context.setOffline(true);
  await reading(page, 'Width at top').fill('811');
  await page.keyboard.press('Enter');
  await reading(page, 'Width at middle').fill('812');
  await page.keyboard.press('Enter');
  await expect(page.getByText('2 waiting on this device')).toBeVisible();
  await context.setOffline(false);
  await saved(page);
  await page.reload();
  await paneOnWall(page, '1').click();
  await expect(reading(page, 'Width at middle')).toHaveValue('812');
});

test('the database goes away while saving: it is said, kept over a reload, and saved when it is back', async ({
  signedIn: page,
  stack,
}) => {
  await openDemoJob(page, 'bakery', 'survey');
  await paneOnWall(page, '1').click();
  stack.wire.cut();
  await reading(page, 'Width at top').fill('1722');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/database can’t be reached.*Nothing is lost/)).toBeVisible();
  stack.wire.mend();
  await page.reload();
  await saved(page);
  await paneOnWall(page, '1').click();
  await expect(reading(page, 'Width at top')).toHaveValue('1722');
  const server = await page.request.get(`/api/jobs/${page.url().split('/')[4]}`);
  expect(JSON.stringify((await server.json()).records.pane)).toContain('"mm":1722');
});

test('files that are no job files are refused with the reason, and nothing is made', async ({
  signedIn: page,
}) => {
  await page.goto('/jobs');
  await page
    .getByRole('link', { name: /Harbour Nursery/ })
    .first()
    .waitFor();
  const before = await page.getByRole('listitem').count();
  const files = [
    ['cut.json', '{"format":"neat-sill/job","version":1,"name":"Rea', /ends in the middle/],
    ['newer.json', '{"format":"neat-sill/job","version":7}', /version 7/],
  ] as const;
  for (const [name, text, reason] of files) {
    const path = test.info().outputPath(name);
    writeFileSync(path, text);
    await page.getByLabel('Job file').setInputFiles(path);
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText(reason);
    await page.getByRole('button', { name: 'Close' }).click();
  }
  const large = test.info().outputPath('large.json');
  writeFileSync(large, ' '.repeat(50 * 2 ** 20));
  await page.getByLabel('Job file').setInputFiles(large);
  await expect(page.getByRole('alert').filter({ hasText: /50 MB/ })).toBeVisible();
  expect(await page.getByRole('listitem').count()).toBe(before);
});

test('the survey opens and works without network after a reload, and is sent when there is one again', async ({
  signedIn: page,
  context,
  stack,
}) => {
  await openDemoJob(page, 'nursery', 'survey');
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await page.reload();
  await context.setOffline(true);
  await page.reload();
  await paneOnWall(page, '1').click();
  await reading(page, 'Width at top').fill('902');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Alt+l');
  await page.keyboard.type('500 x 700 x2');
  await page.keyboard.press('Enter');
  await expect(page.getByText('2 waiting on this device')).toBeVisible();
  await page.reload();
  await expect(paneOnWall(page, '5')).toHaveAccessibleName(/500 mm by 700 mm/);
  await stack.restartServer();
  await context.setOffline(false);
  await saved(page);
  const server = await page.request.get(`/api/jobs/${page.url().split('/')[4]}`);
  expect(Object.keys((await server.json()).records.pane)).toHaveLength(5);
});

test('what was done without network leaves from any page, and signing out asks about it', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'house', 'survey');
  await paneOnWall(page, '2').click();
  await page.route('**/edits', (route) => route.abort());
  await reading(page, 'Width at top').fill('777');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/waiting on this device/)).toBeVisible();
  await page.getByRole('link', { name: 'Neat Sill' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'On this device only' })).toContainText(
    'Alder Row No. 9',
  );

  await page.getByRole('button', { name: /^Marit Brindle/ }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  const sheet = page.getByRole('dialog', { name: 'Sign out' });
  await expect(sheet).toContainText('1 change of yours is on this device only');
  await page.unroute('**/edits');
  await sheet.getByRole('button', { name: 'Send them now' }).click();
  await expect(sheet).toContainText('All you did is on the server');
  await sheet.getByRole('button', { name: 'Stay signed in' }).click();
  await expect(page.getByText('On this device only')).toHaveCount(0);
  await openDemoJob(page, 'house', 'survey');
  await paneOnWall(page, '2').click();
  await expect(reading(page, 'Width at top')).toHaveValue('777');
});

test('whoever signs out, also without network, leaves nothing to be read on the device', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'house', 'survey');
  await page.goto('/');
  await page.route('**/api/**', (route) => route.abort());
  await page.getByRole('button', { name: /^Marit Brindle/ }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByLabel('Password')).toBeVisible();
  const kept = await page.evaluate(async () => {
    const read = <Value>(asked: IDBRequest<Value>) =>
      new Promise<Value>((resolve, reject) => {
        asked.onsuccess = () => resolve(asked.result);
        asked.onerror = () => reject(asked.error ?? new Error('unknown'));
      });
    const found: string[] = [];
    for (const { name = '' } of await indexedDB.databases()) {
      if (!name.startsWith('neat-sill')) continue;
      const db = await read(indexedDB.open(name));
      for (const store of db.objectStoreNames)
        found.push(...(await read(db.transaction(store).objectStore(store).getAllKeys())).map(String));
      db.close();
    }
    return found;
  });
  expect(kept).toEqual(['sign out waits']);
  await page.unroute('**/api/**');
  await page.goto('/jobs');
  await expect(page.getByLabel('Password')).toBeVisible();
  await page.goto('/jobs');
  await expect(page.getByLabel('Password')).toBeVisible();
});
