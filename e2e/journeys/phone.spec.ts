import type { Page } from '@playwright/test';
import { expect, test } from '../fixtures/stack.ts';
import { demoJobPath, openDemoJob, saved } from '../pages/job.ts';

/* The whole job by touch, as it is on a ladder: upright, small, and held sideways. */

test.use({ demo: 'phone', hasTouch: true });

const STAGES = ['Survey', 'Film', 'Cuts', 'Price', 'Day', 'Fitting', 'Handover'] as const;
const tab = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name });
const bench = (page: Page) => page.getByRole('region', { name: 'Bench' });
const strip = (page: Page) => page.getByRole('group', { name: 'Panes of this wall' });

/** What can be seen of head, stages and strip but is not what a tap on its middle would hit; none on a page that can be used. */
const covered = (page: Page) =>
  page.evaluate(() => {
    const seenOf = (node: Element) => {
      let { left, right, top, bottom } = node.getBoundingClientRect();
      for (let around = node.parentElement; around; around = around.parentElement) {
        if (getComputedStyle(around).overflow === 'visible') continue;
        const box = around.getBoundingClientRect();
        [left, right] = [Math.max(left, box.left), Math.min(right, box.right)];
        [top, bottom] = [Math.max(top, box.top), Math.min(bottom, box.bottom)];
      }
      return right - left > 4 && bottom - top > 4 ? { x: (left + right) / 2, y: (top + bottom) / 2 } : null;
    };
    return [...document.querySelectorAll('header button, header a, nav a, [role=group] button')].flatMap(
      (node) => {
        const middle = seenOf(node);
        const hit = middle && document.elementFromPoint(middle.x, middle.y);
        return middle && !node.contains(hit)
          ? `${node.textContent} under ${hit?.textContent?.slice(0, 40)}`
          : [];
      },
    );
  });

for (const [width, height, least] of [
  [390, 844, 0.5],
  [360, 640, 0.5],
  [844, 390, 0.5],
] as const)
  test(`every stage is reached by touch at ${width} x ${height}, and its bench has the screen`, async ({
    signedIn: page,
  }) => {
    await page.setViewportSize({ width, height });
    await openDemoJob(page, 'library', 'survey');
    for (const stage of STAGES) {
      await tab(page, stage).tap();
      await expect(tab(page, stage)).toHaveAttribute('aria-current', 'step');
      await expect(tab(page, stage)).toBeInViewport();
      await bench(page).waitFor();
      expect(await page.evaluate(() => document.documentElement.scrollWidth), stage).toBeLessThanOrEqual(
        width,
      );
      const box = await bench(page).boundingBox();
      expect((box?.height ?? 0) / height, `height of the bench in ${stage}`).toBeGreaterThanOrEqual(least);
      expect(await covered(page), stage).toEqual([]);
    }
    await page.getByRole('link', { name: 'Neat Sill' }).tap();
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  });

test('on a phone the wall folds to its panes, unfolds, and a chosen pane is let go again', async ({
  signedIn: page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(demoJobPath('house', 'survey'));
  const first = strip(page).getByRole('button').first();
  await first.tap();
  await expect(page.getByRole('group', { name: 'Number pad' })).toBeVisible();
  await first.tap();
  await expect(page.getByRole('group', { name: 'Number pad' })).toBeHidden();
  await page.getByRole('button', { name: 'Show wall' }).tap();
  await expect(page.getByRole('listbox')).toBeVisible();
  await expect(bench(page)).toBeHidden();
  await page.getByRole('button', { name: 'Wall menu' }).tap();
  await page.getByRole('menuitem', { name: /^See from outside/ }).tap();
  await expect(page.getByText(/from outside · faces/)).toBeVisible();
  const walls = page.getByRole('combobox', { name: 'Wall' });
  const [, second = ''] = await walls.locator('option').allTextContents();
  await walls.selectOption({ label: second });
  await page.getByRole('button', { name: 'Hide wall' }).tap();
  await expect(bench(page)).toBeVisible();
  // Another stage begins with its bench.
  await page.getByRole('button', { name: 'Show wall' }).tap();
  await tab(page, 'Film').tap();
  await expect(bench(page)).toBeVisible();
});

test('on a phone the customer and site are changed from the head, and the menu has the units', async ({
  signedIn: page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(demoJobPath('nursery', 'fitting'));
  await bench(page).waitFor();
  await page.getByTitle('Customer and site', { exact: true }).tap();
  const sheet = page.getByRole('dialog', { name: 'Customer and site' });
  await sheet.getByLabel('Job', { exact: true }).fill('Play room');
  await sheet.getByRole('button', { name: 'Save' }).tap();
  await saved(page);
  await expect(page.getByTitle('Customer and site', { exact: true })).toContainText('Play room');
  await page.getByRole('button', { name: /^Marit/ }).tap();
  await page.getByRole('menuitem', { name: 'Lengths in inches' }).tap();
  await expect(
    bench(page)
      .getByText(/\d in\b|″|"/)
      .first(),
  ).toBeVisible();
});

test('a finished job is no wider than the phone, whatever its tabs say to a screen reader', async ({
  signedIn: page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const stage of ['handover', 'fitting', 'survey'] as const) {
    await page.goto(demoJobPath('staffRoom', stage));
    await bench(page).waitFor();
    expect(await page.evaluate(() => document.documentElement.scrollWidth), stage).toBe(390);
  }
});

test('the line between wall and bench is moved by keys and remembered by stage', async ({
  signedIn: page,
}) => {
  await openDemoJob(page, 'library', 'cuts');
  const line = page.getByRole('separator', { name: 'Line between wall and bench' });
  const wallWidth = async () => (await page.getByRole('region', { name: 'Wall' }).boundingBox())?.width ?? 0;
  const share = async () => Math.round(((await wallWidth()) / 1280) * 100);
  expect(await share()).toBe(35);
  await line.focus();
  for (let times = 0; times < 3; times += 1) await page.keyboard.press('ArrowRight');
  const moved = await share();
  expect(moved).toBeGreaterThan(40);
  await tab(page, 'Survey').click();
  await expect.poll(share).toBe(60);
  await page.reload();
  await tab(page, 'Cuts').click();
  await expect.poll(share).toBe(moved);
});
