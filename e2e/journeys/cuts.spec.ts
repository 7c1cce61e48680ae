import type { Page } from '@playwright/test';
import { pictureOfCode } from '../fixtures/codes.ts';
import { expect, test } from '../fixtures/stack.ts';
import { openDemoJob, saved } from '../pages/job.ts';
import { jobOfCases, read } from '../pages/jobOfCases.ts';

test.use({ demo: 'cuts' });

async function planned(page: Page, name: RegExp = /pieces in/) {
  await page.getByRole('heading', { name }).waitFor();
  await page.getByText('Looking for a better one').waitFor({ state: 'hidden' });
}

/** Tall narrow panes beside each other, the others in a short pull: in no pull of narrow ones has pane 5 room. */
async function openSixPanes(page: Page) {
  const jobId = await jobOfCases(
    page,
    'Six panes',
    [
      [400, 2800],
      [400, 2800],
      [400, 2800],
      [400, 2800],
      [500, 1000],
      [520, 1000],
    ].map(([width = 0, height = 0]) => ({ ...read(width, height), coverage: { kind: 'whole' } })),
  );
  await page.goto(`/jobs/${jobId}/cuts`);
  await planned(page);
}

/** Opens the menu of a piece by keys and walks it: what each of its entries says. The last stays lit. */
async function readMoves(page: Page, piece: string): Promise<string[]> {
  await page.getByRole('button', { name: `Move piece ${piece}`, exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menu').waitFor();
  const items = await page.getByRole('menuitem').count();
  const said: string[] = [];
  for (let item = 0; item < items; item += 1) {
    if (item > 0) await page.keyboard.press('ArrowDown');
    const lit = page.getByRole('menuitem').nth(item);
    await expect(lit).toBeFocused();
    said.push(await lit.innerText());
  }
  return said;
}

test('a seam is put where a reason speaks for it, moved by keys, and refused where it can’t be', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'library', 'cuts');
  await planned(page);
  await page.getByRole('button', { name: /^Seams of/ }).click();
  // Panes 2 and 3 are alike: where the plan puts one seam it puts the other.
  const seam = page.getByRole('slider', { name: /^Seam of pane 2/ });
  await expect(page.getByText('Panes 2 and 3 are alike and share the place.')).toBeVisible();
  const equal = page.getByRole('button', { name: /^(As planned, )?(counts least, )?equal panels/i });
  await equal.click();
  await expect(seam).toHaveAttribute('aria-valuetext', /^820 mm from the left/);
  await planned(page);
  await expect(equal).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText(/^Mark on the frame top: 830 mm from its left corner/)).toBeVisible();
  // Which end comes off first is the planner's choice, and may fall out either way; the sides must agree with it.
  await expect(
    page.getByRole('img', {
      name: /^Piece 2a off the roll: (top above, bottom below, right left, left right|bottom above, top below, left left, right right)$/,
    }),
  ).toBeVisible();
  // The same place in the other pane, until it is freed.
  await page.getByRole('radio', { name: 'Pane 3' }).click();
  const other = page.getByRole('slider', { name: /^Seam of pane 3/ });
  await expect(other).toHaveAttribute('aria-valuetext', /^820 mm from the left/);
  await page.getByRole('button', { name: 'Free pane 3' }).click();
  await expect(page.getByRole('button', { name: 'Put it with those that are alike' })).toBeVisible();
  await page.getByRole('button', { name: 'Put it with those that are alike' }).click();
  await page.getByRole('radio', { name: 'Pane 2' }).click();
  await planned(page);
  const third = page.getByRole('button', { name: /at a third/i }).first();
  await expect(third).toContainText(/(less|more) film|(better|worse) to look at/);
  await third.click();
  await expect(third).toHaveAttribute('aria-pressed', 'true');
  await equal.click();
  await expect(seam).toHaveAttribute('aria-valuetext', /^820 mm from the left/);
  await seam.focus();
  await page.keyboard.press('ArrowRight');
  await expect(seam).toHaveAttribute('aria-valuetext', /^830 mm from the left/);
  for (let step = 0; step < 72; step += 1) await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('alert').filter({ hasText: /widest roll|house rule/ })).toBeVisible();
  await planned(page);
  await equal.click();
  await expect(seam).toHaveAttribute('aria-valuetext', /^820 mm/);
  // Dragged on the wall it snaps to the line of its neighbour's seam, and is refused where a panel would be too broad.
  const onWall = page.getByRole('option', { name: /^Pane 2,/ }).locator('g.cursor-grab');
  // Each better plan draws the wall anew, and a mark that is just being replaced can't be caught: another try then.
  const dragBy = async (share: number, seen: (options: { timeout: number }) => Promise<void>) => {
    await planned(page);
    await expect(async () => {
      const from = await onWall.boundingBox();
      const pane = await page.getByRole('option', { name: /^Pane 2,/ }).boundingBox();
      if (!from || !pane) throw new Error('the seam is not drawn');
      const [x, y] = [from.x + from.width / 2, from.y + from.height / 2];
      await page.mouse.move(x, y);
      await page.mouse.down();
      await page.mouse.move(x + share * pane.width, y, { steps: 5 });
      await page.mouse.up();
      await seen({ timeout: 5_000 });
    }).toPass();
  };
  await dragBy(0.1, (options) => expect(seam).not.toHaveAttribute('aria-valuetext', /^820 mm/, options));
  await dragBy(0.38, (options) =>
    expect(page.getByRole('alert').filter({ hasText: /widest roll|house rule/ })).toBeVisible(options),
  );
  await planned(page);
  await page.getByRole('button', { name: 'Leave it to the plan' }).click();
  await expect(page.getByText('Where the plan puts it.')).toBeVisible();
  await saved(page);
});

test('what if: other widths and schools stand side by side, one is taken and undone', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'library', 'cuts');
  await planned(page);
  await page.getByRole('button', { name: 'What if' }).click();
  const narrow = page.getByRole('row', { name: /Gannet Silver 20, 914 mm only/ });
  await expect(narrow.getByRole('cell').nth(0)).toContainText(/(more|less)\)/);
  await expect(narrow.getByRole('cell').nth(3)).toContainText('%');
  await narrow.getByRole('button', { name: /^Use Gannet Silver 20, 914 mm only/ }).click();
  await expect(page.getByText('914 mm wide').first()).toBeVisible();
  await expect(page.getByRole('row', { name: /any width/ })).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByRole('row', { name: /any width/ })).toBeHidden();
  await saved(page);
});

test('a piece and its pane light up together; it is moved by keys, refused with the reason, and all of it undone', async ({
  signedIn: page,
}) => {
  await openSixPanes(page);
  const pane = page.getByRole('option', { name: /^Pane 1,/ });
  const piece = page.getByRole('listitem').filter({ hasText: /^1 / });
  const litPane = pane.locator('rect[stroke="var(--dusk)"]');
  await expect(litPane).toHaveCount(0);
  await piece.hover();
  await expect(litPane).toHaveCount(1);
  await pane.hover();
  await expect(piece).toHaveClass(/dusk/);

  const pulls = page.getByRole('heading', { name: /^Pull \d+/ });
  const before = await pulls.count();
  const moved = '5';
  const moves = await readMoves(page, moved);
  expect(moves.filter((each) => /^To pull[^]*needs\s[\d.]+\smm\sacross/.test(each))).not.toHaveLength(0);
  const own = moves.findIndex((each) => /^To a pull of its own[^]*film/.test(each));
  for (let back = moves.length - 1; back > own; back -= 1) await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(pulls).toHaveCount(before + 1);
  await expect(page.getByText('Kept, and it still fits the job.')).toBeVisible();

  await page.getByRole('button', { name: `Move piece ${moved}`, exact: true }).click();
  await page.getByRole('menuitem', { name: 'Lock to this roll' }).click();
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: `${moved} ` })
      .getByText('locked to this roll'),
  ).toBeVisible();
  await expect(page.getByText('Kept, and it still fits the job.')).toBeVisible();

  await page.getByRole('button', { name: 'Lock pull 1' }).click();
  await expect(page.getByText('1 pull locked.')).toBeVisible();
  await page.getByRole('button', { name: 'Plan the others anew' }).click();
  await expect(page.getByText('Planning the rest')).toBeHidden();
  await expect(page.getByRole('alert')).toHaveCount(0);
  for (let step = 0; step < 4; step += 1) await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(pulls).toHaveCount(before);
  await expect(page.getByText('Kept, and it still fits the job.')).toBeHidden();
  await saved(page);
});

test('a piece is dragged to another pull; where it can’t be the reason is said', async ({
  signedIn: page,
}) => {
  await openSixPanes(page);
  const pullOf = (piece: RegExp) =>
    page.locator('li[data-pull-id]').filter({ has: page.getByRole('listitem').filter({ hasText: piece }) });
  const drawn = pullOf(/^5 /)
    .locator('svg g')
    .filter({ hasText: /^5[↑↓←→]?$/ })
    .first();
  const target = pullOf(/^1 /);
  await drawn.scrollIntoViewIfNeeded();
  const from = await drawn.boundingBox();
  if (!from) throw new Error('the piece is not drawn');
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  // The page may still be scrolling while the pointer is on its way.
  await expect(async () => {
    await target.scrollIntoViewIfNeeded();
    const to = await target.boundingBox();
    if (!to) throw new Error('the pull of pane 1 is not drawn');
    await page.mouse.move(to.x + 40, to.y + 20, { steps: 6 });
    await expect(target).toHaveClass(/bg-brick-tint/, { timeout: 1000 });
  }).toPass();
  await page.mouse.up();
  await expect(page.getByRole('alert')).toContainText(/The piece needs [\d.]+\smm across; pull \d has/);
});

test('cut one pull at a time: the plan reserves its roll, each tick takes film off it and puts leftovers on the rack', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'library', 'cuts');
  await planned(page);
  await page.getByRole('button', { name: 'Keep this plan' }).last().click();
  await saved(page);
  await page.getByRole('button', { name: 'Cut, one pull at a time' }).click();
  const mode = page.getByRole('dialog', { name: /^Pull 1 of/ });
  await expect(mode).toContainText(/(\d+) mm = \d+ drops from the bench and \d+ mm/);
  await expect(mode).toContainText('G-118');
  const [, left] = /Left on the roll after it([\d.]+ m)/.exec((await mode.textContent()) ?? '') ?? [];
  await mode.getByRole('button', { name: 'Cut, next' }).click();
  const next = page.getByRole('dialog', { name: /^Pull 2 of/ });
  await expect(next.getByRole('status')).toContainText(/Write G-119 on the leftover \d+ × \d+/);
  const label = await page.request.get(
    (await next.getByRole('link', { name: /^Labels? \(PDF\)/ }).getAttribute('href')) ?? '',
  );
  expect([label.status(), (await label.body()).subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
  await page.getByRole('button', { name: 'Back to the bench' }).click();
  await saved(page);
  await page.goto('/rack');
  const roll = page.getByRole('row').filter({ hasText: 'G-118' });
  await expect(roll).toContainText('for Lantern Quay Library');
  await expect(roll).toContainText(`${left} left`);
  await expect(page.getByRole('row').filter({ hasText: 'G-119' })).toContainText('offcut');
  await expect(roll.getByRole('button', { name: 'Remove G-118 from the rack' })).toBeDisabled();
});

test('the rack takes a stock list, says which lines it can’t, and keeps lot and place', async ({
  signedIn: page,
}) => {
  await page.goto('/rack');
  const list = [
    'name,film,kind,widthMm,lengthMm,factoryEdges,lot,place',
    'G-300,Gannet Silver 20,roll,1524,12000,left right,B12,bay 3',
    'G-301,Gannet Silver 20,offcut,600,-40,,,',
    'G-302,Osprey,roll,1524,9000,,,',
  ].join('\n');
  await page
    .getByLabel('Sheet of the rack')
    .setInputFiles({ name: 'rack.csv', mimeType: 'text/csv', buffer: Buffer.from(list) });
  const leftOut = page.getByRole('region', { name: 'Lines left out' });
  await expect(leftOut).toContainText('2 lines left out');
  await expect(leftOut.getByRole('row').filter({ hasText: 'line 3' })).toContainText(
    'Length (mm): -40 cannot be; write a number from 1 to 200000.',
  );
  await expect(page.getByRole('region', { name: 'As it is understood' })).toContainText('G-300');
  await page.getByRole('button', { name: 'Import 1 line' }).click();
  await expect(page.getByText('1 line imported, 2 left out.')).toBeVisible();
  const roll = page.getByRole('row').filter({ hasText: 'G-300' });
  await expect(roll).toContainText('lot B12, bay 3');
  await roll.getByRole('button', { name: 'Change G-300' }).click();
  await page.getByLabel('Place').fill('under the bench');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(roll).toContainText('under the bench');
  await roll.getByRole('button', { name: 'Remove G-300 from the rack' }).click();
  await expect(roll).toBeHidden();
});

test('a code in a photograph opens what it is on; any other is the lot of a new roll', async ({
  signedIn: page,
  stack,
}) => {
  await page.goto('/rack');
  const read = async (code: string, format: 'QRCode' | 'Code128') => {
    await page.getByRole('button', { name: 'Read a code' }).click();
    await page
      .getByLabel('Photograph of a code')
      .setInputFiles({ name: 'code.png', mimeType: 'image/png', buffer: await pictureOfCode(code, format) });
  };
  await read(`${stack.address}/rack?entry=P-31`, 'QRCode');
  const sheet = page.getByRole('dialog', { name: 'Change P-31' });
  await expect(sheet.getByLabel('Lot')).toHaveValue('P2611');
  await sheet.getByRole('button', { name: 'Cancel' }).click();
  await expect(page).not.toHaveURL(/entry/);
  await read('LOT G2718', 'Code128');
  await expect(page.getByRole('dialog', { name: 'Put on the rack' }).getByLabel('Lot')).toHaveValue(
    'LOT G2718',
  );
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.goto('/rack?entry=G-999');
  await expect(page.getByText('G-999 is not on the rack any more')).toBeVisible();
});

test('consumables are counted, say what has run low, and come back when removed by a slip', async ({
  signedIn: page,
}) => {
  await page.goto('/rack');
  const list = page.getByRole('region', { name: 'Consumables' });
  const blades = list.getByRole('row').filter({ hasText: 'Snap-off blades, carbon' });
  await expect(blades).toContainText('buy: below 50');
  await blades.getByRole('button', { name: 'Change' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel('There is').fill('many');
  await sheet.getByRole('button', { name: 'Save' }).click();
  await expect(sheet).toContainText('“many” is no amount');
  await sheet.getByLabel('There is').fill('140');
  await sheet.getByRole('button', { name: 'Save' }).click();
  await expect(blades).not.toContainText('buy');
  await blades.getByRole('button', { name: 'Remove' }).click();
  await expect(blades).toBeHidden();
  await list.getByRole('button', { name: 'Put it back' }).click();
  await expect(blades).toContainText('140');
});

test('labels carry a code that opens the pane in Fitting, and a plotter takes the pieces', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'nursery', 'cuts');
  await planned(page);
  await page.getByRole('button', { name: 'For a plotter' }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as SVG' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('pieces.svg');
  await page.getByLabel('What it cuts').selectOption('outlines');
  await expect(async () => {
    await page.getByRole('button', { name: 'Plotter', exact: true }).click({ timeout: 3_000 });
    await page.getByRole('menuitem', { name: /^Send to the stand-in/ }).click({ timeout: 3_000 });
    await expect(page.getByRole('img', { name: /^What the plotter cuts/ })).toBeVisible({ timeout: 3_000 });
  }).toPass();
  const url = new URL(page.url());
  await page.goto(`${url.pathname.replace('/cuts', '/fitting')}?pane=pane-2`);
  await expect(page.getByText(/Pane 2\b/).first()).toBeVisible();
});

test('what is cut stays: a spoiled piece is made again, a changed pane replans only the rest', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'bakery', 'cuts');
  await planned(page);
  await page.getByRole('button', { name: 'Keep this plan' }).last().click();
  await page.getByRole('button', { name: 'Cut, one pull at a time' }).click();
  await page.getByRole('button', { name: 'Cut, next' }).click();
  await page.getByRole('button', { name: 'Back to the bench' }).click();
  const heading = page.getByRole('heading', { name: /\d+ pieces in/ });
  const pieces = async () => Number.parseInt(await heading.innerText(), 10);
  const before = await pieces();
  await page
    .getByRole('button', { name: /^Re-cut piece/ })
    .first()
    .click();
  await expect(page.getByText('Planning the rest')).toBeVisible();
  await expect(page.getByText('Planning the rest')).toBeHidden();
  await expect(page.getByText('Kept, and it still fits the job.')).toBeVisible();
  expect(await pieces()).toBe(before);
  await expect(page.getByText(/^It is made again off /)).toBeVisible();
  await expect(page.getByText('cut', { exact: true })).toHaveCount(1);
});

test('planning goes on on the server while the page is closed, is found again and stopped', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'house', 'cuts');
  await planned(page);
  await page.getByRole('button', { name: 'On the server (5 min)' }).click();
  await expect(page.getByText(/^The server is planning: .* [1-9]\d* plans? found so far/)).toBeVisible();
  const { pathname } = new URL(page.url());
  await page.goto('about:blank');
  await page.goto(pathname);
  await expect(page.getByText(/^The server is planning/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop, keep the best so far' }).click();
  await expect(page.getByText(/which found its last after \d+ s/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep this plan' }).last().click();
  await expect(page.getByText('Kept, and it still fits the job.')).toBeVisible();
});

test('what has to be bought stands by supplier, for the job and for the shop', async ({ signedIn: page }) => {
  await openDemoJob(page, 'house', 'cuts');
  await planned(page);
  await page.getByRole('button', { name: /^Plan cost/ }).click();
  await expect(page.getByRole('row', { name: /^\d+ pulls?, \d+ knife settings?/ })).toBeVisible();
  await page.getByRole('button', { name: /^To buy/ }).click();
  await expect(page.getByText(', stand-in').first()).toBeVisible();
  const keep = page.getByRole('button', { name: 'Keep this plan' });
  if ((await keep.count()) > 0) await keep.last().click();
  await saved(page);
  await page.goto('/rack');
  const list = page.getByRole('region', { name: 'To buy' });
  await expect(list).toContainText('for Whole house');
  expect(await list.getByRole('link', { name: 'as a mail' }).first().getAttribute('href')).toMatch(
    /^mailto:/,
  );
  await list.getByRole('button', { name: 'Mark as ordered' }).first().click();
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel('Rolls').fill('1');
  await sheet.getByRole('button', { name: 'Save the order' }).click();
  await expect(list).toContainText(/ordered \d+ \w+ \d{4}/);
  const onOrder = page.getByRole('region', { name: 'On order' });
  await onOrder.getByRole('button', { name: 'It has arrived' }).click();
  const name = await sheet.getByLabel('Write on it').inputValue();
  await sheet.getByLabel(/^Lot of/).fill('N77');
  await sheet.getByRole('button', { name: 'Put 1 roll on the rack' }).click();
  await expect(onOrder).toBeHidden();
  await expect(page.getByRole('row').filter({ hasText: name })).toContainText('lot N77');
});

test('a pane kept on a roll that has left the rack is named, and may come off any roll again', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'physio', 'cuts');
  await planned(page);
  const { pathname } = new URL(page.url());
  const roll = page.getByRole('region', { name: /P-31$/ });
  await roll
    .getByRole('button', { name: /^Move piece/ })
    .first()
    .click();
  await page.getByRole('menuitem', { name: 'Lock to this roll' }).click();
  await saved(page);
  await page.goto('/rack');
  await page.getByRole('button', { name: 'Remove P-31 from the rack' }).click();
  await expect(page.getByRole('row').filter({ hasText: 'P-31' })).toBeHidden();
  await page.goto(pathname);
  await expect(
    page.getByText(/The roll that was chosen for it is not on the rack any more/).first(),
  ).toBeVisible();
  await page
    .getByRole('button', { name: /^Pane .* off any roll$/ })
    .first()
    .click();
  await expect(page.getByText(/The roll that was chosen for it is not on the rack any more/)).toBeHidden();
  await planned(page);
});

test('film in sheets takes the next size up, and a motif comes where it is wanted', async ({
  signedIn: page,
}) => {
  const print = { ...read(560, 1180), filmId: 'turnstone-print', coverage: { kind: 'whole' } };
  const jobId = await jobOfCases(page, 'Print', [print]);
  await page.goto(`/jobs/${jobId}/cuts`);
  await planned(page, /1 piece in 1/);
  await expect(page.getByText('sheet of 700 mm × 1400 mm')).toBeVisible();
  await expect(page.getByText(/^Trim off .* at the right/)).toBeVisible();
  await page.getByRole('button', { name: 'Motif of 1' }).click();
  await page.getByLabel('Pane 1: glass begins from the sheet’s left').fill('200');
  await page.keyboard.press('Enter');
  await page.getByLabel('Pane 1: glass begins from the sheet’s top').fill('300');
  await page.keyboard.press('Enter');
  await expect(page.getByText('sheet of 900 mm × 2000 mm with its motif')).toBeVisible();
  await expect(page.getByText(/^Trim off 2\d\d mm at the top/)).toBeVisible();
  await page.getByRole('button', { name: 'In the middle' }).click();
  await expect(page.getByText('sheet of 700 mm × 1400 mm')).toBeVisible();
  await saved(page);
});
