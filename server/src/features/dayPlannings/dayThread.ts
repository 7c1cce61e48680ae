import type { PlannedJobs } from '@neat-sill/core/contract';
import { checkDay, planDay, type DayPlan } from '@neat-sill/core/day';
import { VISIT_ID, deriveJob, type DerivedJob, type JobRecords, type ShopData } from '@neat-sill/core/job';
import { timesDefaults } from '@neat-sill/core/quote';
import { fitTimes } from '@neat-sill/core/times';
import { seededRandom } from '@neat-sill/core/units';
import {
  daysOfJobs,
  forecastReaches,
  glassNotFit,
  manyJobsCase,
  type JobOfMany,
  type ManyAsked,
} from '@neat-sill/core/visits';
import { FURTHEST_DAYS, standInForecast, standInTravelMin } from '@neat-sill/core/weather';
import { addDays, format, parseISO } from 'date-fns';
import { parentPort, workerData } from 'node:worker_threads';
import type { SearchMessage, SearchOrder } from '../../queue/runSearch.ts';

/** Plans days of several jobs in a thread of its own: the worker process goes on answering. */

export interface DaysWork {
  readonly jobs: readonly {
    readonly jobId: string;
    readonly records: JobRecords;
    readonly shop: ShopData;
  }[];
  readonly workers: ManyAsked['workers'];
  readonly from: string;
  readonly days: number;
  readonly busy: ManyAsked['busy'];
  readonly seconds: number;
  /** When it began: forecasts are those of then. */
  readonly now: string;
}

const SEED = 20261130;
const MOST_ROUNDS = 1_000_000_000;
/** Better plans are told no more often than this. */
const TELL_EVERY_MS = 400;

const tell = (message: SearchMessage<PlannedJobs>) => parentPort?.postMessage(message);

interface GlassOfJob {
  readonly notFit: JobOfMany['glassNotFit'];
  /** The last day of which the forecast tells; null: it tells all. */
  readonly until: string | null;
}

/** When glass is too cold or too hot by the forecast; null where no service answers. */
function glassOf(job: DerivedJob, { from, days, now }: DaysWork): GlassOfJob | null {
  if (!job.header) return { notFit: [], until: null };
  const { latitude, longitude } = job.header.site;
  const before = format(addDays(parseISO(from), -1), 'yyyy-MM-dd');
  const asked = { latitude, longitude, from: before, days: Math.min(days + 2, FURTHEST_DAYS + 2) };
  const forecast = standInForecast(asked, new Date(now));
  if (!forecast) return null;
  const { timeZone } = job.header.site;
  return {
    notFit: glassNotFit(job, forecast.hours, { from, days }).notFit,
    until: forecastReaches(forecast.hours, { timeZone, from, days }),
  };
}

const nameOf = ({ header }: DerivedJob) => (header ? `${header.customer}, ${header.name}` : '?');

function wayBetween(one: DerivedJob, other: DerivedJob, hour: number): number | null {
  if (!one.header || !other.header) return null;
  return standInTravelMin([one.header.site, other.header.site], hour)[0]?.[1] ?? null;
}

function plan({ work, stop }: SearchOrder<DaysWork>): void {
  const flag = new Int32Array(stop);
  const start = performance.now();
  const goneMs = () => performance.now() - start;
  const withoutWeather: string[] = [];
  const reaches: string[] = [];
  const jobs = work.jobs.map(({ jobId, records, shop }): JobOfMany => {
    const job = deriveJob(records, shop);
    const glass = glassOf(job, work);
    if (glass === null) withoutWeather.push(nameOf(job));
    if (glass?.until) reaches.push(glass.until);
    return {
      ...{ jobId, job, times: fitTimes(timesDefaults(job.rules), []), glassNotFit: glass?.notFit ?? [] },
      splits: records.visit[VISIT_ID]?.splits ?? [],
    };
  });
  const [weatherUntil = null] = reaches.sort();
  const { workers, from, days, busy } = work;
  const asked: ManyAsked = { jobs, workers, from, days, busy, wayBetween };
  const many = manyJobsCase(asked);
  if (!many) {
    tell({
      kind: 'none',
      sentence:
        'No pane of these jobs waits for its film: measure them and choose film first, or choose others.',
    });
    return;
  }
  const names = new Map(jobs.map(({ jobId, job }) => [jobId, nameOf(job)]));
  const named = <Of extends { readonly jobId: string }>(of: Of) => ({
    ...of,
    job: names.get(of.jobId) ?? '?',
  });
  const show = (found: DayPlan) => {
    const own = daysOfJobs(asked, many, found);
    const [fault] = [
      ...checkDay(many.day, found),
      ...own.flatMap(({ visit }) => checkDay(visit.day, visit.plan)),
    ];
    if (fault) {
      tell({
        kind: 'none',
        sentence: `The plan did not pass its check: ${fault.sentence} Tell whoever runs Neat Sill.`,
      });
      return;
    }
    const { cost, lowerBound, proven, unplaced } = found;
    tell({
      kind: 'better',
      better: {
        ...{ cost, lowerBound, proven, unplaced: unplaced.length, tasks: many.day.tasks.length },
        timeZone: many.jobs[0]?.of.job.header?.site.timeZone ?? 'UTC',
        ...{ jobs: own.map(named), leftOut: many.leftOut.map(named), withoutWeather, weatherUntil },
      },
      afterSeconds: Math.round(goneMs() / 1000),
    });
  };
  let toldAt = -Infinity;
  const last = planDay(many.day, {
    ...{ random: seededRandom(SEED), rounds: MOST_ROUNDS },
    shouldStop: () => Atomics.load(flag, 0) !== 0 || goneMs() > work.seconds * 1000,
    onBetter: (better) => {
      if (goneMs() - toldAt < TELL_EVERY_MS) return;
      toldAt = goneMs();
      show(better);
    },
  });
  show(last);
  tell({ kind: 'finished' });
}

plan(workerData as SearchOrder<DaysWork>);
