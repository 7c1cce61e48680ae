import { expect, test } from './fixtures/stack.ts';
import { demoJobPath, wall } from './pages/job.ts';

const ROOMS = 40;
const PANES = Number(process.env.PANES ?? 600);

/** A large job: 40 rooms, 600 panes, as a list that the survey reads. */
function largeList(): string {
  const lines = Array.from({ length: PANES }, (_, at) => {
    const room = 1 + (at % ROOMS);
    const width = 600 + (at % 7) * 35;
    return `${at + 1},Room ${room},North wall,${width},${1100 + (at % 5) * 60},sash`;
  });
  return ['Number,Room,Wall,Width,Height,Opening', ...lines].join('\n');
}

test('keystrokes in a large job, from key to paint', async ({ signedIn: page }) => {
  test.setTimeout(180_000);
  await page.goto('/jobs/new');
  for (const [label, text] of [
    ['Customer', 'Harbour Nursery'],
    ['Town', 'Saltmarsh Bay'],
    ['Latitude and longitude', '43.6, -70.3'],
  ] as const)
    await page.getByLabel(label).fill(text);
  await page.getByLabel('Job', { exact: true }).fill('Whole house');
  await page.getByRole('button', { name: 'Make the job' }).click();
  await page.getByRole('button', { name: 'Panes as a list' }).click();
  await page
    .getByLabel('List or drawing', { exact: true })
    .setInputFiles({ name: 'large.csv', mimeType: 'text/csv', buffer: Buffer.from(largeList()) });
  const importing = page.getByRole('button', { name: `Import ${PANES} panes from ${PANES} lines` });
  await importing.waitFor();
  const began = Date.now();
  await importing.click();
  await page.getByRole('button', { name: 'Close' }).click();
  const free = Date.now() - began;
  await expect(page.getByRole('status').filter({ hasText: /^Saved/ })).toBeVisible({ timeout: 60_000 });
  console.log(
    `A list of ${PANES}: the page is free after ${free} ms, all is saved after ${Date.now() - began} ms`,
  );
  await wall(page).focus();
  await page.keyboard.press('ArrowRight');
  await page.evaluate(() => {
    const seen: { name: string; ms: number }[] = [];
    Object.assign(window, { seen });
    new PerformanceObserver((list) => {
      for (const { name, duration } of list.getEntries()) seen.push({ name, ms: duration });
    }).observe({ type: 'event', durationThreshold: 16, buffered: false } as PerformanceObserverInit);
  });
  const measure = async (what: string, act: () => Promise<void>, presses: number) => {
    await page.evaluate(() => ((window as unknown as { seen: unknown[] }).seen.length = 0));
    await act();
    await page.waitForTimeout(400);
    const slow = await page.evaluate(() =>
      (window as unknown as { seen: { name: string; ms: number }[] }).seen
        .filter(({ name }) => name === 'keydown')
        .map(({ ms }) => ms),
    );
    const sorted = slow.sort((a, b) => b - a);
    console.log(
      `${what}: ${presses} keys, slowest ${sorted[0] ?? '<16'} ms, ${sorted.filter((ms) => ms > 50).length} over 50 ms`,
    );
  };
  const field = page.getByLabel('Width at middle');
  await field.focus();
  await measure('Typing a reading', () => page.keyboard.type('612', { delay: 60 }), 3);
  await measure('Enter, taking it', () => page.keyboard.press('Enter', { delay: 30 }), 1);
  await measure(
    'Six readings, Enter after each',
    async () => {
      for (const length of ['612', '613', '1101', '1100', '1102']) {
        await page.keyboard.type(length, { delay: 40 });
        await page.keyboard.press('Enter', { delay: 40 });
        await page.waitForTimeout(150);
      }
    },
    25,
  );
  await wall(page).focus();
  await measure(
    'Arrow keys on the wall',
    async () => {
      for (let at = 0; at < 10; at += 1) await page.keyboard.press('ArrowRight', { delay: 40 });
    },
    10,
  );
});

test('pages from nothing: a browser that has never been here, signed in', async ({
  session,
  browser,
  stack,
}) => {
  test.setTimeout(180_000);
  const seen = async (path: string, what: string) => {
    const ms: number[] = [];
    for (let at = 0; at < 5; at += 1) {
      const context = await browser.newContext({ baseURL: stack.address, serviceWorkers: 'block' });
      await context.addCookies([...session]);
      const page = await context.newPage();
      const start = Date.now();
      await page.goto(path, { waitUntil: 'commit' });
      await page.locator(what).first().waitFor();
      ms.push(Date.now() - start);
      await context.close();
    }
    return ms.sort((a, b) => a - b);
  };
  const job = demoJobPath('library', 'cuts');
  for (const [name, path, what] of [
    ['Today', '/', 'text=Lantern Quay Library'],
    ['Jobs', '/jobs', 'text=Lantern Quay Library'],
    ['Cuts of the library, its roll drawn', job, 'text=/pieces in \\d+ pulls/'],
  ] as const) {
    const ms = await seen(path, what);
    console.log(`${name}: ${ms[2]} ms in the middle of five, ${ms[0]} to ${ms[4]}`);
  }
});
