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

test('a kept day is changed by hand, planned anew around what happened, booked, and stands in a calendar', async ({
  signedIn: page,
}) => {
  const panes = [0, 1, 2].map(() => ({ ...read(700, 900), coverage: { kind: 'whole' } }));
  const jobId = await jobOfCases(page, 'Three lights', panes);
  await page.goto(`/jobs/${jobId}/day`);
  await page.getByLabel('First day').fill('2027-07-05');
  await expect(page.getByRole('heading', { name: /^Done at/ })).toBeVisible();
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page.getByText(/^Kept\./)).toBeVisible();
  await saved(page);
  const timeline = page.getByRole('group', { name: 'The day' });
  const look = timeline.getByRole('button', { name: /^look again, / });

  // Into the evening it can't go, and that is said; half an hour later it can, is held there, and undo takes it back.
  const before = (await look.getAttribute('aria-label')) ?? '';
  const drag = async (toX: (fromX: number) => number) => {
    // Its place is asked for when it lies still and in sight: messages above it come and go.
    await look.hover();
    const from = await look.boundingBox();
    if (!from) throw new Error('the task is not there');
    const [x, y] = [from.x + from.width / 2, from.y + from.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(toX(x), y, { steps: 8 });
    await page.mouse.up();
  };
  const edge = await timeline.boundingBox();
  if (!edge) throw new Error('the timeline is not there');
  await drag(() => edge.x + edge.width - 4);
  await expect(page.getByRole('alert').filter({ hasText: 'It stays where it was.' })).toContainText(
    /can’t go there/,
  );
  await expect(look).toHaveAttribute('aria-label', before);
  const hour = await page.getByText('09:00', { exact: true }).boundingBox();
  const next = await page.getByText('10:00', { exact: true }).boundingBox();
  if (!hour || !next) throw new Error('the hours are not there');
  const half = (next.x - hour.x) / 2;
  await drag((x) => x + half);
  await expect(look).not.toHaveAttribute('aria-label', before);
  await expect(page.getByText('It is held where it is.')).toBeVisible();
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(look).toHaveAttribute('aria-label', before);
  await saved(page);

  // By fields too, with the reason where that can't be.
  await look.click();
  const chosen = page.getByRole('region', { name: 'The chosen task' });
  await chosen.getByLabel('Begin at').fill('06:00');
  await chosen.getByRole('button', { name: 'Move it there' }).click();
  await expect(chosen.getByRole('alert')).toContainText('can’t go there');
  await chosen.getByRole('button', { name: 'Hold it where it is' }).click();
  await expect(chosen.getByText('It is held where it is.')).toBeVisible();
  await chosen.getByRole('button', { name: 'Let it move again' }).click();
  await saved(page);

  // Nobody is let in before two in the afternoon: what moves is told before it is taken.
  await page.locator('summary').filter({ hasText: 'Something happened' }).click();
  await page.getByLabel('What', { exact: true }).selectOption('Nobody is let in');
  await page.getByLabel('It is now').fill('07:00');
  await page.getByLabel('Until').fill('14:00');
  await page.getByRole('button', { name: 'Plan the rest anew' }).click();
  await expect(page.getByRole('list', { name: 'What moves' }).getByRole('listitem').first()).toBeVisible();
  await page.getByRole('button', { name: 'Take this' }).click();
  await expect(page.getByText(/^Kept\./)).toBeVisible();
  await expect(timeline.getByRole('button', { name: /^set up, / })).toHaveAttribute(
    'aria-label',
    /1[4-6]:\d\d to/,
  );
  await saved(page);
  await page.reload();
  await expect(page.getByText(/^Kept\./)).toBeVisible();

  // A room in two parts is another plan.
  await timeline
    .getByRole('button', { name: /^set up, / })
    .first()
    .click();
  await chosen.getByLabel('Split the room before pane').selectOption('3');
  await chosen.getByRole('button', { name: 'Split it' }).click();
  await expect(timeline.getByRole('button', { name: /^set up, / })).toHaveCount(2);

  // A small pane finds an hour out of the sun in any season.
  const small = await jobOfCases(page, 'One light', [{ ...read(320, 320), coverage: { kind: 'whole' } }]);
  await page.goto(`/jobs/${small}/day`);
  await page.getByRole('button', { name: 'When could we do this job?' }).click();
  const slots = page.getByRole('list', { name: 'Earliest days' }).getByRole('listitem');
  await expect(slots).toHaveCount(3);
  await slots.first().getByRole('button', { name: 'Plan it then' }).click();
  await expect(page.getByLabel('First day')).toHaveValue(/^20\d\d-\d\d-\d\d$/);

  // The kept day is in the calendar, and a busy one of one's own is told on the board.
  await page.goto('/account');
  await page.getByRole('button', { name: 'Make an address' }).click();
  const address = await page.getByLabel('Address for your calendar').inputValue();
  const calendar = await page.request.get(address);
  expect(calendar.headers()['content-type']).toContain('text/calendar');
  expect(await calendar.text()).toMatch(/SUMMARY:.*Shopfront/);
  const tomorrow = new Date(Date.now() + 86_400_000).toISOString().slice(0, 10).replaceAll('-', '');
  const busy = [
    ...['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:test', 'BEGIN:VEVENT', 'UID:1', 'DTSTAMP:20260101T000000Z'],
    ...[`DTSTART:${tomorrow}T060000Z`, `DTEND:${tomorrow}T220000Z`, 'SUMMARY:Holiday', 'END:VEVENT'],
    ...['END:VCALENDAR', ''],
  ].join('\r\n');
  await page.getByLabel('Read your calendar (.ics)').setInputFiles({
    ...{ name: 'own.ics', mimeType: 'text/calendar', buffer: Buffer.from(busy) },
  });
  await expect(page.getByText(/^1 time read, /)).toBeVisible();
  await page.getByRole('button', { name: 'Forget them' }).click();
  await expect(page.getByText(/time read, /)).toBeHidden();
  await page.getByRole('button', { name: /^Close it/ }).click();
  await expect(page.getByLabel('Address for your calendar')).toBeHidden();
  expect((await page.request.get(address)).status()).toBe(404);
});

test('several jobs are planned at once on the server, kept, and each has its days', async ({
  signedIn: page,
}) => {
  const panes = [0, 1].map(() => ({ ...read(700, 900), coverage: { kind: 'whole' } }));
  const first = await jobOfCases(page, 'Upper floor', panes);
  await jobOfCases(page, 'Lower floor', panes);
  await page.goto(`/jobs/${first}/day`);
  await page.getByRole('link', { name: 'Plan it with other jobs' }).click();
  await expect(page.getByText('Which jobs (1 job chosen)')).toBeVisible();
  await page.getByLabel('Find by customer, street, film or lot').fill('bakery');
  const bakery = page.getByRole('checkbox', { name: /Kiln Lane Bakery/ });
  await expect(bakery.nth(2)).toBeVisible();
  for (let at = 0; at < 3; at += 1) await bakery.nth(at).check();
  const chosen = await page.locator('fieldset input:checked[type=checkbox]').and(bakery).count();
  await page.getByLabel('First day').fill('2027-08-02');
  await page.getByRole('button', { name: 'Plan these days' }).click();
  await expect(page.getByRole('heading', { name: /^\d jobs done on \d Aug 2027 at/ })).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText(/^Stopped\./)).toBeVisible();
  await expect(page.getByText('No forecast reaches these days yet')).toBeVisible();
  // On a phone it is a list, and nothing runs out of the page.
  const desk = page.viewportSize();
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(page.getByText(/^\d\d:\d\d to \d\d:\d\d$/).first()).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  if (desk) await page.setViewportSize(desk);
  // It is found again by whoever comes back.
  await page.reload();
  await expect(page.getByRole('heading', { name: /^\d jobs done on/ })).toBeVisible();
  await expect(page.getByRole('list', { name: 'The jobs' }).getByRole('listitem')).toHaveCount(chosen);
  const links = page.getByRole('list', { name: 'The jobs' }).getByRole('link');
  const addresses = await links.evaluateAll((all) => all.map((each) => each.getAttribute('href') ?? ''));
  await page.getByRole('button', { name: 'Keep these days' }).click();
  await expect(page.getByText('Every job has its days now')).toBeVisible();
  for (const address of addresses) {
    await page.goto(address);
    await expect(page.getByText(/^Kept\./)).toBeVisible();
    await expect(page.getByLabel('First day')).toHaveValue('2027-08-02');
  }
});
