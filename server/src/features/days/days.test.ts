import type { DayCase, DayPlan } from '@neat-sill/core/day';
import { planDay } from '@neat-sill/core/day';
import { deriveJob, type JobRecords, type VisitPlan } from '@neat-sill/core/job';
import { timesDefaults } from '@neat-sill/core/quote';
import { bookForTest, jobFileForTest, recordsForTest } from '@neat-sill/core/testing';
import { fitTimes } from '@neat-sill/core/times';
import { seededRandom } from '@neat-sill/core/units';
import { visitCase } from '@neat-sill/core/visits';
import { standInForecast } from '@neat-sill/core/weather';
import ICAL from 'ical.js';
import { sql } from 'drizzle-orm';
import { signedIn, type ApiCaller } from '../../testing/caller.ts';
import { startTestServer, testNow, type TestServer, type TestShop } from '../../testing/server.ts';
import { busyTimesOf } from './ownTimes.ts';

/* Days of a crew: who is elsewhere when, calendars out and in, and the weather. */

let server: TestServer;
let shop: TestShop;
let owner: ApiCaller;
let installer: ApiCaller;
let me: { id: string; name: string };
beforeAll(async () => {
  server = await startTestServer({ trustProxy: true });
});
beforeEach(async () => {
  server.moveClock(testNow);
  shop = await server.makeShop();
  owner = await signedIn(server, shop.emails.owner);
  installer = await signedIn(server, shop.emails.installer);
  const { id, name } = (await owner.get('/session')).body.person as typeof me;
  me = { id, name };
});
afterAll(() => server.stop());

const DAY = '2026-05-11';
interface Kept {
  readonly jobId: string;
  readonly visit: VisitPlan;
}
async function keptJob(from = DAY, workers: readonly { id: string; name: string }[] = [me]): Promise<Kept> {
  const file = JSON.stringify(jobFileForTest(recordsForTest()));
  const jobId = (await owner.post('/jobs/import', { file, customer: '', site: null })).body.id as string;
  const { records } = (await owner.get(`/jobs/${jobId}`)).body as { records: JobRecords };
  const job = deriveJob(records, bookForTest);
  const asked = visitCase({ job, times: fitTimes(timesDefaults(job.rules), []), workers, from, days: 1 });
  if (!asked) throw new Error('nothing to plan');
  const plan: DayPlan = planDay(asked.day, { random: seededRandom(1), rounds: 0, shouldStop: () => false });
  const visit = keptAs(asked.day, plan, from, workers);
  expect((await write(jobId, visit, 0)).status).toBe(200);
  return { jobId, visit };
}
const keptAs = (
  day: DayCase,
  plan: DayPlan,
  from: string,
  workers: readonly { id: string; name: string }[],
): VisitPlan => ({
  ...{ from, days: 1, workers: [...workers], day, plan, keptAt: testNow.toISOString() },
  ...{ happened: null, pins: [], splits: [], around: { busy: [], glassNotFit: [] } },
});
const write = (jobId: string, after: VisitPlan | null, baseVersion: number) =>
  owner.edit(jobId, { kind: 'visit', id: 'visit', baseVersion, after } as never);

async function feedPath(caller = owner): Promise<string> {
  const { status, body } = await caller.call('POST', '/own-calendar/feed');
  expect(status).toBe(201);
  return body.feedPath as string;
}
let place = 0;
async function calendar(path: string) {
  place += 1;
  const answer = await fetch(`${server.address}${path}`, {
    headers: { 'x-forwarded-for': `10.9.${Math.floor(place / 250)}.${(place % 250) + 1}` },
  });
  const text = await answer.text();
  if (answer.status !== 200) return { status: answer.status, events: [], text };
  const parsed = new ICAL.Component(ICAL.parse(text) as never);
  const events = parsed.getAllSubcomponents('vevent').map((component) => ({
    uid: component.getFirstPropertyValue('uid') as string,
    sequence: component.getFirstPropertyValue('sequence') as unknown as number,
    status: component.getFirstPropertyValue('status') as string,
    summary: component.getFirstPropertyValue('summary') as string,
    start: (component.getFirstPropertyValue('dtstart') as ICAL.Time).toJSDate().toISOString(),
  }));
  return { status: 200, events, text };
}
const ics = (...events: readonly string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:test', ...events, 'END:VCALENDAR', ''].join('\r\n');
const event = (...lines: readonly string[]) =>
  ['BEGIN:VEVENT', 'DTSTAMP:20260501T000000Z', ...lines, 'END:VEVENT'].join('\r\n');

describe('the calendar that goes out', () => {
  test('has one’s own kept days in it; they keep their names through changes and are called off when they go', async () => {
    const { jobId, visit } = await keptJob();
    const path = await feedPath();
    const first = await calendar(path);
    expect(first.events).toHaveLength(1);
    const [told] = first.events;
    expect(told).toMatchObject({
      sequence: 0,
      status: 'CONFIRMED',
      summary: 'Lantern Quay Library, Reading room',
    });
    const begins = Math.min(...visit.plan.assignments.map(({ start }) => start));
    // In UTC, not in the time of whoever reads it.
    expect(first.text).toMatch(/DTSTART:\d{8}T\d{6}Z/);
    expect(first.text).toMatch(/DTEND:\d{8}T\d{6}Z/);
    expect(told?.start).toBe(new Date(Date.parse(visit.day.start) + begins * 60_000).toISOString());
    expect((await calendar(path)).events).toEqual(first.events);

    const moved = await keptJob('2026-05-12');
    expect((await write(jobId, { ...moved.visit }, 1)).status).toBe(200);
    const later = (await calendar(path)).events.find(({ uid }) => uid === told?.uid);
    expect(later).toMatchObject({ sequence: 1, status: 'CONFIRMED' });
    expect(later?.start).not.toBe(told?.start);

    // A job that is put away as done keeps its days.
    await owner.put(`/jobs/${jobId}/keeping`, { shelf: 'archived' });
    expect((await calendar(path)).events.find(({ uid }) => uid === told?.uid)?.status).toBe('CONFIRMED');
    await owner.put(`/jobs/${jobId}/keeping`, { shelf: 'deleted' });
    const off = (await calendar(path)).events.find(({ uid }) => uid === told?.uid);
    expect(off).toMatchObject({ sequence: 2, status: 'CANCELLED' });
    await owner.put(`/jobs/${jobId}/keeping`, { shelf: 'open' });
    expect((await calendar(path)).events.find(({ uid }) => uid === told?.uid)).toMatchObject({
      ...{ sequence: 3, status: 'CONFIRMED' },
    });
    // What was called off long ago is not told for ever.
    await owner.put(`/jobs/${jobId}/keeping`, { shelf: 'deleted' });
    await calendar(path);
    server.moveClock(new Date(testNow.getTime() + 61 * 86_400_000));
    await calendar(path);
    expect((await calendar(path)).events.some(({ uid }) => uid === told?.uid)).toBe(false);
  });

  test('comes as a file too, with the same names as by its address', async () => {
    await keptJob();
    const byAddress = (await calendar(await feedPath())).text;
    const { status, body } = await owner.get('/own-calendar/file');
    expect(status).toBe(200);
    expect(body.text).toBe(byAddress);
    expect((await installer.get('/own-calendar/file')).body.text).not.toContain('BEGIN:VEVENT');
    expect((await fetch(`${server.address}/api/own-calendar/file`)).status).toBe(401);
  });

  test('is nobody else’s: others have their own days, guessed, replaced and closed addresses are alike', async () => {
    await keptJob();
    expect((await calendar(await feedPath(installer))).events).toEqual([]);
    const old = await feedPath();
    const path = await feedPath();
    expect((await calendar(path)).status).toBe(200);
    expect((await owner.get('/own-calendar')).body.feedPath).toBeNull();
    const none = await calendar('/calendar/aaaaaaaaaaaaaaaaaaaaaaaaaaaa.ics');
    expect(none.status).toBe(404);
    expect(await calendar(old)).toEqual(none);
    expect((await calendar('/calendar/..%2f.ics')).status).toBe(404);
    await owner.call('DELETE', '/own-calendar/feed');
    expect(await calendar(path)).toEqual(none);
    const kept = await server.db.inShop(shop.id, (tx) =>
      tx.execute(sql`select token_hash from calendar_feeds`),
    );
    expect(JSON.stringify(kept.rows)).not.toContain(path.slice(10, 40));
  });

  test('of somebody who was removed is closed', async () => {
    const path = await feedPath(installer);
    const { people } = (await owner.get('/people')).body as { people: { id: string; email: string }[] };
    const gone = people.find(({ email }) => email === shop.emails.installer);
    expect((await owner.post(`/people/${gone?.id}/removal`, { erase: false })).status).toBeLessThan(300);
    expect((await calendar(path)).status).toBe(404);
  });
});

describe('who is elsewhere', () => {
  const busy = async (query: string, caller = installer) =>
    ((await caller.get(`/crew-days?${query}`)).body as { busy: { personId: string; job: string | null }[] })
      .busy;

  test('kept days of other jobs are told, not those of the job itself, of other days, or of another shop', async () => {
    const { jobId } = await keptJob();
    expect(await busy(`from=${DAY}&days=1`)).toMatchObject([
      { personId: me.id, job: 'Lantern Quay Library, Reading room' },
    ]);
    expect(await busy(`from=${DAY}&days=1&not=${jobId}`)).toEqual([]);
    expect(await busy('from=2026-06-11&days=3')).toEqual([]);
    const stranger = await signedIn(server, (await server.makeShop()).emails.owner);
    expect(await busy(`from=${DAY}&days=1`, stranger)).toEqual([]);
    expect((await installer.get(`/crew-days?from=${DAY}&days=99`)).status).toBe(422);
  });

  test('times of one’s own calendar are told without what they are; a kept day among them is a conflict', async () => {
    const { visit } = await keptJob();
    const text = ics(
      event(
        'UID:1',
        'SUMMARY:Dentist',
        `DTSTART:${DAY.replaceAll('-', '')}T000000Z`,
        `DTEND:${DAY.replaceAll('-', '')}T235900Z`,
      ),
    );
    const read = await owner.put('/own-calendar/times', { text });
    expect(read.body).toMatchObject({ read: { times: 1 }, conflicts: [{ job: 'Reading room' }] });
    const told = await busy(`from=${DAY}&days=1`);
    expect(told.map(({ job }) => job)).toEqual(['Lantern Quay Library, Reading room', null]);
    expect(JSON.stringify(told)).not.toContain('Dentist');
    const broken = await owner.put('/own-calendar/times', { text: 'no calendar' });
    expect(broken).toMatchObject({ status: 422, body: { title: 'The calendar can’t be read' } });
    expect((await owner.get('/own-calendar')).body.read.times).toBe(1);
    const forgotten = await owner.call('DELETE', '/own-calendar/times');
    expect(forgotten.body).toMatchObject({ read: null, conflicts: [] });
    expect(visit.workers).toHaveLength(1);
  });
});

describe('an iCalendar file', () => {
  const now = new Date('2026-05-04T00:00:00Z');
  const times = (...events: readonly string[]) =>
    busyTimesOf(ics(...events), 'Europe/Oslo', now).map(
      ({ from, to }) => `${from.toISOString().slice(0, 16)} ${to.toISOString().slice(0, 16)}`,
    );

  test('is read by its zones: UTC, the shop’s where it names none, and whole days', () => {
    expect(
      times(
        event('UID:1', 'DTSTART:20260511T070000Z', 'DTEND:20260511T080000Z'),
        event('UID:2', 'DTSTART:20260512T070000', 'DTEND:20260512T080000'),
        event('UID:3', 'DTSTART;VALUE=DATE:20260513', 'DTEND;VALUE=DATE:20260514'),
        event('UID:4', 'DTSTART:20260514T070000Z', 'DURATION:PT45M'),
      ),
    ).toEqual([
      '2026-05-11T07:00 2026-05-11T08:00',
      '2026-05-12T05:00 2026-05-12T06:00',
      '2026-05-12T22:00 2026-05-13T22:00',
      '2026-05-14T07:00 2026-05-14T07:45',
    ]);
  });

  test('what repeats comes each time, but where it is left out, moved or called off; a long past comes to its end', () => {
    expect(
      times(
        event(
          'UID:1',
          'DTSTART:20200106T070000Z',
          'DTEND:20200106T080000Z',
          'RRULE:FREQ=WEEKLY;UNTIL=20260526T000000Z',
          'EXDATE:20260511T070000Z',
        ),
        event(
          'UID:1',
          'RECURRENCE-ID:20260518T070000Z',
          'DTSTART:20260519T100000Z',
          'DTEND:20260519T110000Z',
        ),
      ),
    ).toEqual([
      '2026-05-04T07:00 2026-05-04T08:00',
      '2026-05-19T10:00 2026-05-19T11:00',
      '2026-05-25T07:00 2026-05-25T08:00',
    ]);
    expect(
      times(event('UID:9', 'DTSTART:20260511T070000Z', 'DTEND:20260511T080000Z', 'RRULE:FREQ=DAILY')).length,
    ).toBeGreaterThan(300);
  });

  test('zones that a file describes or only names are gone by, and none is kept for the next file', () => {
    const zone = (offset: string) =>
      [
        ...['BEGIN:VTIMEZONE', 'TZID:Europe/Oslo', 'BEGIN:STANDARD', 'DTSTART:19700101T000000'],
        ...[`TZOFFSETFROM:${offset}`, `TZOFFSETTO:${offset}`, 'END:STANDARD', 'END:VTIMEZONE'],
      ].join('\r\n');
    const named = (tzid: string) =>
      event('UID:1', `DTSTART;TZID=${tzid}:20260511T070000`, `DTEND;TZID=${tzid}:20260511T080000`);
    expect(times(zone('-1000'), named('Europe/Oslo'))).toEqual(['2026-05-11T17:00 2026-05-11T18:00']);
    expect(times(named('Europe/Oslo'))).toEqual(['2026-05-11T05:00 2026-05-11T06:00']);
    expect(times(named('America/New_York'))).toEqual(['2026-05-11T11:00 2026-05-11T12:00']);
    expect(times(named('Our own time'))).toEqual(['2026-05-11T05:00 2026-05-11T06:00']);
  });

  test('events without a name count each; what repeats without end in great number is refused', () => {
    const at = (day: number) => event(`DTSTART:202605${day}T070000Z`, `DTEND:202605${day}T080000Z`);
    expect(times(at(11), at(12))).toHaveLength(2);
    const old = (uid: number) =>
      event(`UID:${uid}`, 'DTSTART:19000101T070000Z', 'DTEND:19000101T080000Z', 'RRULE:FREQ=DAILY');
    const refused = (() => {
      try {
        return times(old(1), old(2));
      } catch (error) {
        return JSON.stringify(error);
      }
    })();
    expect(refused).toContain('repeat more often than can be looked through');
  });

  test('what takes no time, is called off, over, or far ahead is left out', () => {
    const at = ['DTSTART:20260511T070000Z', 'DTEND:20260511T080000Z'] as const;
    expect(
      times(
        event('UID:1', ...at, 'TRANSP:TRANSPARENT'),
        event('UID:2', ...at, 'STATUS:CANCELLED'),
        event('UID:3', 'DTSTART:20260411T070000Z', 'DTEND:20260411T080000Z'),
        event('UID:4', 'DTSTART:20290411T070000Z', 'DTEND:20290411T080000Z'),
      ),
    ).toEqual([]);
    expect(() => busyTimesOf('BEGIN:VCARD\r\nEND:VCARD', 'UTC', now)).toThrow();
  });
});

test('the weather is a stand-in’s, by the hour; while it does not answer that is said', async () => {
  const place = { latitude: 43.6, longitude: -70.3, from: '2026-05-05', days: 1 };
  const hours = Array.from({ length: 200 }, (_, hour) => new Date(testNow.getTime() + hour * 3_600_000));
  const at = async (hour: Date | undefined) => {
    server.moveClock(hour ?? testNow);
    return installer.get('/forecast?latitude=43.6&longitude=-70.3&from=2026-05-05&days=1');
  };
  expect(await at(hours.find((hour) => standInForecast(place, hour)))).toMatchObject({
    ...{ status: 200, body: { isStandIn: true } },
  });
  const away = await at(hours.find((hour) => !standInForecast(place, hour)));
  expect(away.status).toBe(503);
  expect(away.body.detail).toContain('planned without it');
  expect((await installer.get('/forecast?latitude=143&longitude=0&from=2026-05-05&days=1')).status).toBe(422);
});
