import type { Browser, BrowserContext, Page } from '@playwright/test';
import { expect, test } from '../fixtures/stack.ts';
import { demoJobPath, saved } from '../pages/job.ts';
import { jobOfCases, read } from '../pages/jobOfCases.ts';

test.use({ demo: 'fitting' });

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/** All that the steps of a pane say, walked through one by one with the thumb. */
async function walk(page: Page, label: string): Promise<string[]> {
  const said: string[] = [];
  const next = page.getByRole('button', { name: 'Done, next' });
  const heading = page.getByRole('heading', { level: 3 });
  await expect(page.getByRole('heading', { level: 2, name: `Pane ${label}` })).toBeVisible();
  for (let at = 0; at < 60; at += 1) {
    if (await page.getByRole('dialog').isVisible()) break;
    const name = (await heading.textContent()) ?? '';
    said.push(name);
    await next.tap();
    await expect
      .poll(
        async () => (await page.getByRole('dialog').isVisible()) || (await heading.textContent()) !== name,
      )
      .toBe(true);
  }
  await page.getByRole('dialog').getByRole('button', { name: 'Done', exact: true }).tap();
  return said;
}

async function phoneOf(browser: Browser, baseURL: string | undefined, from: BrowserContext): Promise<Page> {
  const context = await browser.newContext({ ...PHONE, ...(baseURL ? { baseURL } : {}) });
  await context.addCookies(await from.cookies());
  return context.newPage();
}

async function goOn(page: Page) {
  await page.getByRole('button', { name: 'Go on' }).tap();
  await expect(page.getByRole('heading', { name: 'Not yet' })).toBeHidden();
}

test('each way of fitting has its own steps, walked by touch', async ({
  signedIn,
  browser,
  baseURL,
  context,
}) => {
  test.setTimeout(120_000);
  const jobId = await jobOfCases(signedIn, 'Ways', [
    { ...read(700, 900), filmId: 'gannet-silver-35' },
    { ...read(700, 900), filmId: 'petrel-view-50' },
    { ...read(700, 900), filmId: 'smew-cling-frost' },
    { ...read(700, 900), filmId: 'turnstone-print' },
    {
      ...{ filmId: 'skua-outside-20', glass: 'block', opening: 'blockWall', circumstances: [] },
      ...read(600, 400),
      shape: {
        ...{ kind: 'blocks', columns: 3, rows: 2, jointMm: 10, cornerRadiusMm: 12 },
        block: { widthMm: 190, heightMm: 190 },
      },
    },
  ]);
  const page = await phoneOf(browser, baseURL, context);
  await page.goto(`/jobs/${jobId}/fitting?pane=pane-1`);
  await goOn(page);
  await page.getByRole('button', { name: 'Step by step' }).tap();

  const plain = await walk(page, '1');
  expect(plain[0]).toBe('Cover floor and sill');
  expect(plain).toEqual(
    expect.arrayContaining(['Set with a T', 'Relief cuts', 'Trim', 'Squeegee again', 'Wash the face']),
  );
  expect(plain.indexOf('Trim')).toBeLessThan(plain.indexOf('Squeegee again'));

  // Perforated film: nothing wet once the glass is dry.
  const dry = await walk(page, '2');
  for (const name of ['Wet the glass', 'Wet the adhesive', 'Wet the face', 'Set with a T', 'Wick the edges'])
    expect(dry).not.toContain(name);

  const cling = await walk(page, '3');
  expect(cling).toContain('Wet the adhesive');
  expect(cling).not.toContain('Hard roller');

  // A large print is rolled hard and trimmed after an hour.
  const print = await walk(page, '4');
  expect(print.indexOf('Let it dry')).toBe(print.indexOf('Trim') - 1);
  expect(print).toContain('Hard roller');

  // Glass block is done face by face.
  await expect(page.getByRole('heading', { level: 2, name: 'Pane 5' })).toBeVisible();
  await page.getByRole('button', { name: 'Few large steps' }).tap();
  const key = page.getByRole('button', { name: /^(Prepared|Block \d done|Looked at)$/ });
  await key.tap();
  for (let block = 1; block <= 6; block += 1) {
    await expect(page.getByText(`${block - 1} of 6 blocks`)).toBeVisible();
    await expect(key).toHaveText(`Block ${block} done`);
    await key.tap();
  }
  await expect(key).toHaveText('Looked at');
  await page.context().close();
});

test('an arch is trimmed along its curve, and a hand runs along the drawing', async ({ signedIn: page }) => {
  const one = (mm: number) => ({ mm, typed: String(mm), keptBecause: null });
  const jobId = await jobOfCases(page, 'Arch', [
    {
      filmId: 'gannet-silver-35',
      shape: { kind: 'arch', riseMm: 300 },
      readings: {
        ...read(800, 900).readings,
        ...{ widthTop: null, widthMiddle: null, heightMiddle: one(1200) },
      },
    },
  ]);
  await page.goto(`/jobs/${jobId}/fitting?pane=pane-1`);
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'Prepared' }).click();
  await page.getByRole('button', { name: 'Hung' }).click();
  await expect(page.getByText(/Follow the curve in one pull/)).toBeVisible();
  const hand = page.getByRole('slider', { name: 'How far the hands are' });
  await hand.fill('0.5');
  await expect(page.getByRole('img', { name: /^Pane of/ }).locator('circle')).not.toHaveCount(0);
});

test('security film is anchored: the bead says what it takes, and comes on a later visit', async ({
  signedIn: page,
}) => {
  const jobId = await jobOfCases(page, 'Anchored', [{ ...read(700, 900), filmId: 'cormorant-clear-8' }]);
  await page.goto(`/jobs/${jobId}/fitting?pane=pane-1`);
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('button', { name: 'Anchoring' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByRole('status')).toHaveText(/^12 mm \+ 12 mm on 3\.2 m .*: 1 × 300 ml\.$/);
  await sheet.getByRole('button', { name: 'bottom' }).click();
  await sheet.getByRole('radio', { name: 'Small bead' }).click();
  await expect(sheet.getByRole('status')).toHaveText(
    /^6 mm \+ 6 mm on 2\.5 m .*holds less.*A side without bead can be pushed in\.$/,
  );
  await sheet.getByRole('button', { name: 'Anchor it' }).click();
  await page.getByText(/^All steps/).click();
  const steps = page.getByRole('list', { name: 'Steps' });
  await expect(steps).toContainText('A later visit, after 1 day');
  await steps.getByRole('button', { name: /Gun the bead/ }).click();
  await expect(page.getByText(/6 mm on the film, 6 mm on the frame, over 2\.5 m/)).toBeVisible();
});

test('two phones, one of them without network for a while: nothing is lost, and each sees the other', async ({
  signedIn,
  browser,
  baseURL,
  context,
}) => {
  test.setTimeout(120_000);
  const plain = { ...read(700, 900), filmId: 'gannet-silver-35' };
  const jobId = await jobOfCases(signedIn, 'Day', [plain, plain, plain]);
  const one = await phoneOf(browser, baseURL, context);
  await one.goto(`/jobs/${jobId}/fitting?pane=pane-1`);
  await goOn(one);
  await saved(one);
  const other = await phoneOf(browser, baseURL, context);
  await other.goto(`/jobs/${jobId}/fitting?pane=pane-2`);
  await expect(other.getByRole('button', { name: 'Prepared' })).toBeEnabled();

  await other.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await other.reload();
  await expect(other.getByRole('button', { name: 'Prepared' })).toBeEnabled();
  await other.context().setOffline(true);
  for (const key of ['Prepared', 'Hung']) {
    await one.getByRole('button', { name: key }).tap();
    await other.getByRole('button', { name: key }).tap();
  }
  await other.getByRole('button', { name: 'Fault', exact: true }).tap();
  await other.getByRole('radio', { name: 'top left' }).tap();
  await other.getByRole('radio', { name: 'Crease' }).tap();
  await other.getByRole('button', { name: 'Save fault' }).tap();
  await expect(other.getByText(/waiting on this device/)).toBeVisible();
  // A lock and a reload, still without network.
  await other.reload();
  await expect(other.getByRole('button', { name: 'Trimmed' })).toBeVisible();
  await other.context().setOffline(false);
  await saved(other);
  await saved(one);

  // Within seconds the first sees what the second did.
  await one.getByRole('button', { name: 'All panes' }).tap();
  await expect(one.getByRole('dialog').getByRole('button', { name: /^2\b.*1 fault/ })).toBeVisible();
  await one.getByRole('button', { name: /^3\b/ }).tap();
  await one.getByRole('button', { name: 'Prepared' }).tap();
  await one.getByRole('button', { name: 'Step by step' }).tap();
  for (const step of ['Wet the glass', 'Part liner and film', 'Wet the adhesive']) {
    await expect(one.getByRole('heading', { name: step })).toBeVisible();
    await one.getByRole('button', { name: 'Done, next' }).tap();
  }
  // At the desk the wall tells how far each pane is, who is there, and the clock that counts.
  await signedIn.goto(`/jobs/${jobId}/fitting`);
  const third = signedIn.getByRole('option', { name: /^Pane 3,.*, \d+ of \d+ steps$/ });
  await expect(third.locator('[role="timer"]')).toHaveText(/^grabs [0-2]:\d\d$/);
  await expect(third.locator('title')).toHaveText(/ is here$/);
  await expect(signedIn.getByRole('option', { name: /^Pane 1,/ }).locator('[role="timer"]')).toBeHidden();
  await signedIn.getByRole('button', { name: 'All panes' }).click();
  await signedIn.getByRole('button', { name: 'Make the steps with drawings' }).click();
  await expect(signedIn.getByRole('link', { name: 'Open the steps with drawings (PDF)' })).toBeVisible();
  await one.getByRole('button', { name: 'Few large steps' }).tap();
  await one.getByRole('button', { name: 'Hung' }).tap();
  // Two more hang after the first: it is asked for, and the answer is kept.
  const again = one.getByRole('group', { name: 'Look again' });
  await expect(again).toContainText('Look at pane 1 again');
  await again.getByRole('button', { name: 'Clean' }).tap();
  await saved(one);
  const { records } = (await (await signedIn.request.get(`/api/jobs/${jobId}`)).json()) as {
    records: { fittingEntry: Record<string, { paneId: string | null; says: { kind: string } }> };
  };
  const told = Object.values(records.fittingEntry).map(
    ({ paneId, says }) => `${paneId ?? 'job'} ${says.kind}`,
  );
  expect(told.sort()).toEqual([
    'job takenOn',
    'pane-1 look',
    ...Array.from({ length: 3 }, () => 'pane-1 steps'),
    'pane-2 fault',
    ...Array.from({ length: 2 }, () => 'pane-2 steps'),
    ...Array.from({ length: 5 }, () => 'pane-3 steps'),
  ]);
  await one.context().close();
  await other.context().close();
});

test('the kit is ticked while loading, and what is used comes off the rack', async ({ signedIn: page }) => {
  const jobId = await jobOfCases(page, 'Kit', [{ ...read(700, 900), filmId: 'gannet-silver-35' }]);
  await page.goto('/rack');
  await page.goto(`/jobs/${jobId}/day`);
  const cloths = page.getByRole('checkbox', { name: /Lint-free cloths/ });
  await cloths.check();
  await expect(page.getByText('12 on the rack')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(cloths).toBeChecked();
  // Nothing is used before a pane is done.
  const take = page.getByRole('button', { name: 'Take what 1 fitted pane used off the rack' });
  await expect(take).toBeHidden();
  await page.goto(`/jobs/${jobId}/fitting?pane=pane-1`);
  await page.getByRole('button', { name: 'Go on' }).click();
  for (const key of ['Prepared', 'Hung', 'Trimmed', 'Looked at'])
    await page.getByRole('button', { name: key }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('button', { name: 'Kit', exact: true }).click();
  await take.click();
  await expect(page.getByText(/^Taken off the rack/)).toBeVisible();
  await expect(take).toBeHidden();
  await page.goto('/rack');
  await expect(page.getByRole('row').filter({ hasText: 'Lint-free cloths' })).toContainText('11');
});

test('the customer signs, and the report carries it', async ({ signedIn: page }) => {
  await page.goto(demoJobPath('nursery', 'handover'));
  await page.getByRole('button', { name: 'Sign the fitting report' }).click();
  const sign = page.getByRole('dialog').getByRole('button', { name: 'Sign', exact: true });
  await expect(sign).toBeDisabled();
  const pad = await page.getByRole('img', { name: 'Sign here' }).boundingBox();
  if (!pad) throw new Error('no field to sign in');
  await page.mouse.move(pad.x + 30, pad.y + 60);
  await page.mouse.down();
  for (let at = 1; at <= 10; at += 1) await page.mouse.move(pad.x + 30 + at * 15, pad.y + 60 + (at % 2) * 20);
  await page.mouse.up();
  await sign.click();
  await expect(page.getByText(/^Signed by Harbour Nursery/)).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Make the fitting report' }).click();
  const link = page.getByRole('link', { name: /Open the fitting report/ });
  await expect(link).toBeVisible({ timeout: 20_000 });
  const pdf = await page.request.get((await link.getAttribute('href')) ?? '');
  expect((await pdf.body()).toString('latin1').startsWith('%PDF-')).toBe(true);
});
