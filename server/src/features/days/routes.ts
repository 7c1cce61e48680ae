import { NEW_SHOP_DETAILS, operations, type OwnCalendar } from '@neat-sill/core/contract';
import { FURTHEST_DAYS, standInForecast } from '@neat-sill/core/weather';
import { eq } from 'drizzle-orm';
import { Router } from 'express';
import type { Logger } from 'pino';
import type { Database, Tx } from '../../db/database.ts';
import { busyTimes, calendarFeeds, shops } from '../../db/schema.ts';
import { HttpProblem } from '../../http/problem.ts';
import { signedInRoute } from '../../http/route.ts';
import { brakeOn, networkOf } from '../accounts/index.ts';
import { calendarBehind, calendarOf, closeFeed, makeFeed } from './feed.ts';
import { elsewhere } from './elsewhere.ts';
import { readKeptDays } from './keptDays.ts';
import { busyTimesOf } from './ownTimes.ts';

/** Feeds that are none, from one place. */
const MISSES = { points: 30, seconds: 15 * 60 };

const zoneOf = async (tx: Tx, shopId: string) => {
  const [shop] = await tx.select({ details: shops.details }).from(shops).where(eq(shops.id, shopId));
  return shop?.details?.timeZone ?? NEW_SHOP_DETAILS.timeZone;
};

async function ownCalendar(tx: Tx, personId: string, now: Date): Promise<OwnCalendar> {
  const [feed] = await tx
    .select({ madeAt: calendarFeeds.madeAt })
    .from(calendarFeeds)
    .where(eq(calendarFeeds.personId, personId));
  const times = await tx.select().from(busyTimes).where(eq(busyTimes.personId, personId));
  const [first] = times;
  const { days } = await readKeptDays(tx);
  const conflicts = days
    .filter((day) => day.personId === personId && day.to > now)
    .filter((day) => times.some(({ fromAt, toAt }) => fromAt < day.to && toAt > day.from))
    .map(({ job, from, to }) => ({ job, from: from.toISOString(), to: to.toISOString() }));
  return {
    feedSince: feed?.madeAt.toISOString() ?? null,
    feedPath: null,
    read: first ? { at: first.readAt.toISOString(), times: times.length } : null,
    conflicts,
  };
}

/** The days of a crew, the weather, and calendars. */
export function dayRoutes(db: Database, now: () => Date): Router {
  const router = Router();

  signedInRoute(router, operations.crewDays, ({ caller, query }) =>
    db.inShop(caller.person.shopId, async (tx) => ({
      busy: (await elsewhere(tx, query)).flatMap(({ jobId, ...told }) =>
        jobId !== null && jobId === query.not ? [] : [told],
      ),
    })),
  );

  signedInRoute(router, operations.forecast, ({ query }) => {
    const days = Math.min(query.days, FURTHEST_DAYS + 2);
    const forecast = standInForecast({ ...query, days }, now());
    if (!forecast)
      throw new HttpProblem(503, {
        title: 'No weather',
        detail: 'The weather service does not answer. Days are planned without it; try again later.',
      });
    return Promise.resolve(forecast);
  });

  signedInRoute(router, operations.ownCalendar, ({ caller: { person } }) =>
    db.inShop(person.shopId, (tx) => ownCalendar(tx, person.id, now())),
  );

  signedInRoute(router, operations.makeCalendarFeed, ({ caller: { person } }) =>
    db.inShop(person.shopId, async (tx) => {
      const token = await makeFeed(tx, { shopId: person.shopId, personId: person.id }, now());
      return { ...(await ownCalendar(tx, person.id, now())), feedPath: `/calendar/${token}.ics` };
    }),
  );

  signedInRoute(router, operations.closeCalendarFeed, ({ caller: { person } }) =>
    db.inShop(person.shopId, async (tx) => {
      await closeFeed(tx, person.id);
      return ownCalendar(tx, person.id, now());
    }),
  );

  signedInRoute(router, operations.calendarFile, ({ caller: { person } }) =>
    db.inShop(person.shopId, async (tx) => ({
      text: await calendarOf(tx, { shopId: person.shopId, personId: person.id }, now()),
    })),
  );

  signedInRoute(router, operations.readCalendar, ({ caller: { person }, body }) =>
    db.inShop(person.shopId, async (tx) => {
      const times = busyTimesOf(body.text, await zoneOf(tx, person.shopId), now());
      await tx.delete(busyTimes).where(eq(busyTimes.personId, person.id));
      const rows = times.map(({ from, to }) => ({
        ...{ shopId: person.shopId, personId: person.id },
        ...{ fromAt: from, toAt: to, readAt: now() },
      }));
      for (let at = 0; at < rows.length; at += 500)
        await tx.insert(busyTimes).values(rows.slice(at, at + 500));
      return ownCalendar(tx, person.id, now());
    }),
  );

  signedInRoute(router, operations.forgetCalendar, ({ caller: { person } }) =>
    db.inShop(person.shopId, async (tx) => {
      await tx.delete(busyTimes).where(eq(busyTimes.personId, person.id));
      return ownCalendar(tx, person.id, now());
    }),
  );

  return router;
}

/** The calendar behind a secret address, for calendar programs: they have no session. Guessed and closed ones are alike. */
export function calendarFeedRoute(db: Database, now: () => Date, log: Logger): Router {
  const router = Router();
  const misses = brakeOn(db.pool, 'calendar-place', MISSES);
  router.get('/calendar/:file', async (req, res) => {
    const [, token] = /^([A-Za-z0-9_-]{20,100})\.ics$/.exec(req.params.file) ?? [];
    const place = networkOf(req.ip ?? '');
    await misses.refuseBeyond(place);
    const text = token ? await calendarBehind(db, token, now()) : null;
    res.setHeader('cache-control', 'no-store');
    if (text === null) {
      log.warn({ place }, 'a calendar address that holds nothing was tried');
      await misses.count(place);
      res.status(404).type('text/plain').send('There is no calendar here, or not any more.\n');
      return;
    }
    res.type('text/calendar; charset=utf-8').send(text);
  });
  return router;
}
