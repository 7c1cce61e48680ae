import { readFileSync } from 'node:fs';
import { expect, test } from '../fixtures/stack.ts';
import { addWall, makeJob, openDemoJob, paneOnWall, reading, saved, wallMenu } from '../pages/job.ts';

test.use({ demo: 'shapes' });

test('an arch, a raked light and a wall of glass blocks are taken off with their true outlines', async ({
  signedIn: page,
}) => {
  await makeJob(page, 'Alder Row No. 9');
  await addWall(page, 'Stair', 'Stair wall');
  const line = page.getByLabel('Quick entry: width x height');
  for (const text of ['900 x 1850 arch rise 450', '760 x 640 raked', '190 x 190 blocks 6 by 5 joint 10']) {
    await line.fill(text);
    await page.keyboard.press('Enter');
    await expect(line).toHaveValue('');
  }
  // The box less the corners of a half circle: 0.9 × 1.85 m, and 3 spandrels less.
  await paneOnWall(page, '1').click();
  await expect(page.getByText('1.58 m² of glass within its outline.')).toBeVisible();
  await expect(page.getByRole('img', { name: 'Arch, 900 mm by 1850 mm over all' })).toBeVisible();
  await expect(reading(page, 'Width at top')).toBeHidden();
  // The raked light still wants its other upright side.
  await paneOnWall(page, '2').click();
  await expect(page.getByText('Still to read: height at right.')).toBeVisible();
  await reading(page, 'Height at right').fill('1180');
  await page.keyboard.press('Enter');
  // Enter after the last reading goes on to a pane that wants one.
  await paneOnWall(page, '2').click();
  await expect(page.getByText('0.69 m² of glass within its outline.')).toBeVisible();
  await paneOnWall(page, '3').click();
  await expect(page.getByLabel('Blocks across')).toHaveValue('6');
  await page.getByLabel('Blocks across').fill('5');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('img', { name: 'Glass blocks, 990 mm by 990 mm over all' })).toBeVisible();
  // What can't be is said where it was typed.
  await paneOnWall(page, '1').click();
  await page.getByLabel('Rise (empty: from the heights)').fill('700');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/An arc of a circle rises 450 mm here at the most/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: false }).first().click();
  await expect(page.getByText('1.58 m² of glass within its outline.')).toBeVisible();
  await saved(page);
  await page.getByRole('listbox').focus();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Panes as a list' }).click();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'DXF of this wall' }).click();
  const dxf = readFileSync(await (await waiting).path(), 'utf8');
  expect(dxf.match(/LWPOLYLINE/g)?.length).toBeGreaterThanOrEqual(27);
  // A half circle has a bulge of 1.
  expect(dxf).toMatch(/\n *42\r?\n *-1\r?\n/);
});

test('walls are turned on the site plan and by its north arrow, and their bearings follow', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'house', 'survey');
  await wallMenu(page, 'Site plan');
  await page.getByRole('button', { name: 'Lay them out' }).click();
  const plan = page.getByRole('dialog', { name: 'Site plan' });
  const street = plan.getByRole('button', { name: /^Street wall/ });
  await expect(street).toHaveAccessibleName('Street wall, faces 180 degrees');
  await street.focus();
  for (let at = 0; at < 4; at += 1) await page.keyboard.press('.');
  await expect(street).toHaveAccessibleName('Street wall, faces 200 degrees');
  const north = plan.getByRole('slider', { name: /^North on this plan/ });
  await north.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(street).toHaveAccessibleName('Street wall, faces 190 degrees');
  // A bearing that did not come off the plan stays; the wall is drawn anew by it.
  await expect(plan.getByRole('button', { name: /^Yard wall/ })).toHaveAccessibleName(
    'Yard wall, faces 0 degrees',
  );
  // By hand: the wall goes where it is dragged, its bearing stays.
  const box = await street.locator('path').last().boundingBox();
  if (!box) throw new Error('The street wall is not drawn');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 40, box.y - 30, { steps: 4 });
  await page.mouse.up();
  await expect(street).toHaveAccessibleName('Street wall, faces 190 degrees');
  await plan.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('faces 190°')).toBeVisible();
  await saved(page);
});

test('further readings stay unseen, a pane is made the same as another, a room is copied', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'house', 'survey');
  await paneOnWall(page, '1').click();
  for (const [asked, length] of [
    ['Measure again, blind', '819'],
    ['Measure again, the first 2 unseen', '820'],
  ] as const) {
    // The round before is done when every place has it.
    await page.getByRole('button', { name: asked }).click();
    for (const place of ['Width at top', 'Width at middle', 'Width at bottom']) {
      await expect(reading(page, place)).toHaveValue('');
      await reading(page, place).fill(length);
      await page.keyboard.press('Enter');
    }
    for (const place of ['Height at left', 'Height at middle', 'Height at right']) {
      await reading(page, place).fill('712');
      await page.keyboard.press('Enter');
    }
    await paneOnWall(page, '1').click();
    await page.getByRole('button', { name: 'Show the first readings' }).click();
  }
  await page.getByText('All 18 readings: who took them, and how').click();
  await expect(page.getByText('Width at middle, again: 820 mm')).toBeVisible();
  await page.getByLabel('Pane 1 is the same as').focus();
  await page.getByLabel('Pane 1 is the same as').selectOption('pane 2');
  await expect(page.getByText(/^All 6 readings/)).toBeVisible();
  await wallMenu(page, 'Copy wall');
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel('Copy', { exact: true }).selectOption('room');
  await sheet.getByLabel('Name of the new room or floor').fill('Upper front room');
  await sheet.getByRole('button', { name: 'Copy it' }).click();
  await expect(page.getByRole('heading', { name: /Upper front room/ })).toBeVisible();
  await expect(page.getByRole('option')).toHaveCount(4);
  await saved(page);
});
