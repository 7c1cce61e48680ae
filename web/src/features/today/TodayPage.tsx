import { isLow, type JobSummary } from '@neat-sill/core/contract';
import { format } from 'date-fns';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import {
  sentenceOf,
  useConsumablesQuery,
  useSessionQuery,
  useShopBookQuery,
  useTodayQuery,
} from '../../api/api.ts';
import { showDay, today } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { WaitingHere } from '../job/index.ts';
import { JobRow, standingOf } from '../jobs/index.ts';
import { formatNumber, formatRun } from '@neat-sill/core/units';

/** A part roll with less than this on it is worth a look before the next job. */
const LITTLE_LEFT_MM = 8_000;

interface PartProps {
  readonly title: string;
  readonly empty: string;
  /** How many there are, where not all are shown. */
  readonly total?: number;
  readonly children: ReactNode[];
}

function Part({ title, empty, total = 0, children }: PartProps) {
  return (
    <section className="flex flex-col gap-1">
      <h2 className="text-lg font-bold">{title}</h2>
      {children.length > 0 ? (
        <ul className="border-t border-hairline">{children}</ul>
      ) : (
        <p className="border-t border-hairline py-2 text-quiet">{empty}</p>
      )}
      {total > children.length && (
        <Link to="/jobs" className="py-2 text-sm text-quiet underline">
          {total - children.length} more under Jobs
        </Link>
      )}
    </section>
  );
}

/** Today: what is on, whom to call back, what is drying, what is running out. */
export function TodayPage() {
  const { data: jobs, error } = useTodayQuery(today());
  const { data: session } = useSessionQuery();
  const { data: book } = useShopBookQuery();
  const { data: consumables = [] } = useConsumablesQuery();
  const low = consumables.filter(isLow);
  const unit = session?.person?.unit ?? 'mm';
  const short = (book?.rack ?? [])
    .map(({ entry }) => entry)
    .filter(({ kind, length }) => kind === 'roll' && length < LITTLE_LEFT_MM);
  return (
    <div className="mx-auto grid max-w-6xl gap-x-10 gap-y-8 p-5 lg:grid-cols-[1.7fr_1fr]">
      <div className="lg:col-span-2">
        <h1 className="text-2xl font-bold">{format(new Date(), 'EEEE, d MMMM')}</h1>
        <p className="text-quiet">{session?.person?.shop}</p>
        {error && (
          <Note tone="no" role="alert">
            {sentenceOf(error)}
          </Note>
        )}
        <WaitingHere />
        {!jobs && !error && <p role="status">Looking up the jobs</p>}
      </div>
      {jobs && (
        <>
          <Part title="On now" empty="Nothing is on. Make a job under Jobs." total={jobs.on.total}>
            {jobs.on.jobs.map((job) => (
              <li key={job.id} className="border-b border-hairline">
                <JobRow job={job} />
              </li>
            ))}
          </Part>
          <div className="flex flex-col gap-8">
            {jobs.customers.length > 0 && (
              <Part title="From customers" empty="">
                {jobs.customers.map(({ jobId, job, kind, name, at }) => (
                  <li key={`${jobId} ${at}`} className="border-b border-hairline">
                    <Link
                      to={`/jobs/${jobId}/price`}
                      className="flex min-h-12 items-center justify-between gap-3 px-2 hover:bg-edge-tint"
                    >
                      <span>
                        <b>{name}</b>, {job}
                      </span>
                      <span
                        className={`font-semibold ${kind === 'question' ? 'text-ochre-text' : 'text-edge'}`}
                      >
                        {kind === 'question' ? 'asks' : 'accepted'}, {showDay(at)}
                      </span>
                    </Link>
                  </li>
                ))}
              </Part>
            )}
            <Part title="To go back to" empty="No open faults." total={jobs.faults.total}>
              {jobs.faults.jobs.map((job) => (
                <JobRowShort
                  key={job.id}
                  job={job}
                  to="fitting"
                  text={standingOf(job).text}
                  tone="text-brick"
                />
              ))}
            </Part>
            <Part title="Drying" empty="Nothing is drying." total={jobs.drying.total}>
              {jobs.drying.jobs.map((job) => (
                <JobRowShort
                  key={job.id}
                  job={job}
                  to="handover"
                  text={`dry on ${showDay(job.curesOn ?? '')}`}
                  tone="text-edge"
                />
              ))}
            </Part>
            <Part title="Running out" empty="Every part roll has more than 8 m on it.">
              {[
                ...low.map(({ id, name, onHand, unit: counted }) => (
                  <li
                    key={id}
                    className="flex min-h-12 items-center justify-between gap-3 border-b border-hairline px-2"
                  >
                    <b>{name}</b>
                    <span className="font-semibold text-ochre-text">
                      {formatNumber(onHand)}
                      {counted === 'pieces' ? '' : ` ${counted}`} left
                    </span>
                  </li>
                )),
                ...short.map((roll) => (
                  <li
                    key={roll.id}
                    className="flex min-h-12 items-center justify-between gap-3 border-b border-hairline px-2"
                  >
                    <span>
                      <b>{roll.id}</b>, {book?.films.find(({ id }) => id === roll.filmId)?.name}
                    </span>
                    <span className="font-semibold text-ochre-text">{formatRun(roll.length, unit)} left</span>
                  </li>
                )),
              ]}
            </Part>
          </div>
        </>
      )}
    </div>
  );
}

function JobRowShort({ job, to, text, tone }: { job: JobSummary; to: string; text: string; tone: string }) {
  return (
    <li className="border-b border-hairline">
      <Link
        to={`/jobs/${job.id}/${to}`}
        className="flex min-h-12 items-center justify-between gap-3 px-2 hover:bg-sheet"
      >
        <span className="min-w-0 truncate">
          <b>{job.customer}</b> <span className="text-quiet">{job.name}</span>
        </span>
        <span className={`shrink-0 font-semibold ${tone}`}>{text}</span>
      </Link>
    </li>
  );
}
