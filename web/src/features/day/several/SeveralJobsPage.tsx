import { mayWrite, type DayPlanning, type NewDayPlanning, type PlannedJobs } from '@neat-sill/core/contract';
import { endOfPlan } from '@neat-sill/core/day';
import { countOf, formatShare, listOf } from '@neat-sill/core/units';
import { avoidedShare, visitClock, visitTaskOf } from '@neat-sill/core/visits';
import { describeUnplacedTask } from '@neat-sill/core/words';
import { group } from 'd3';
import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import { useCrewQuery, useSessionQuery } from '../../../api/api.ts';
import { Button } from '../../../ui/Button.tsx';
import { Choice, TextField } from '../../../ui/Field.tsx';
import { showDay, showMinute, showShortDay, today } from '../../../ui/format.ts';
import { Note } from '../../../ui/Note.tsx';
import { Page } from '../../../ui/Page.tsx';
import { isDay } from '../visitChoices.ts';
import { DAYS } from '../VisitForm.tsx';
import { WhoComes } from '../WhoComes.tsx';
import { JobsToChoose } from './JobsToChoose.tsx';
import { PlannedBoard } from './PlannedBoard.tsx';
import { letterOf } from './severalRows.ts';
import { useDayPlanning, useKeepDays, type KeptDays } from './useDayPlanning.ts';

const SEARCHES = ['10', '30', '120'] as const;
const SEARCH_NAMES: Readonly<Record<(typeof SEARCHES)[number], string>> = {
  '10': '10 seconds',
  '30': 'half a minute',
  '120': '2 minutes',
};

const WHY_LEFT_OUT: Readonly<Record<PlannedJobs['leftOut'][number]['why'], string>> = {
  nothingToFilm: 'no pane of it waits for its film. Measure it and choose film first.',
  otherZone: 'it lies at another time zone than the first. Plan its days for itself.',
};

/** The job from whose Day stage somebody came here. */
function jobOfState(state: unknown): readonly string[] {
  const id: unknown = typeof state === 'object' && state !== null ? Reflect.get(state, 'jobId') : null;
  return typeof id === 'string' ? [id] : [];
}

function headingOf({ planned, asked }: DayPlanning): string {
  if (!planned) return `Planning ${countOf(asked.jobIds.length, 'job')}`;
  if (planned.unplaced > 0)
    return `${countOf(planned.unplaced, 'task')} of ${planned.tasks} ${planned.unplaced === 1 ? 'does' : 'do'} not fit in these days`;
  const clock = visitClock(planned.timeZone, asked.from);
  const ends = planned.jobs.flatMap(({ visit: { day, plan } }) => endOfPlan(day, plan) ?? []);
  const last = clock.local(Math.max(0, ...ends));
  return `${countOf(planned.jobs.length, 'job')} done on ${showDay(clock.dayOf(last.day))} at ${showMinute(last.minute)}`;
}

/** How far the search is, and how good what it found is. */
function Standing({ planning, isOpen }: { planning: DayPlanning; isOpen: boolean }) {
  const { state, planned, found, afterSeconds } = planning;
  const gap = planned && planned.lowerBound > 0 ? planned.cost / planned.lowerBound - 1 : null;
  return (
    <p className="text-sm text-quiet" role="status">
      {state === 'waiting' && 'Waits for its turn. '}
      {isOpen && found > 0 && `Looking for better days; the best so far came after ${afterSeconds} s. `}
      {state === 'stopped' && 'Stopped. '}
      {planned && gap !== null && planned.unplaced === 0 && (
        <span className="text-edge">
          {planned.proven ? 'The best there is. ' : `Within ${formatShare(gap)} of the best possible. `}
        </span>
      )}
      Nothing is filmed while the sun is on it.
    </p>
  );
}

/** Why some of a job has no place, a sentence for each reason. */
function whyNot({ day, plan }: PlannedJobs['jobs'][number]['visit']): string[] {
  const byReason = group(plan.unplaced, ({ reason }) => reason);
  return [...byReason].map(([reason, tasks]) =>
    describeUnplacedTask(
      reason,
      countOf(tasks.length, 'task'),
      Math.max(...tasks.map(({ taskId }) => avoidedShare(day, taskId))),
    ),
  );
}

/** The jobs of a plan: on which days, who comes, and what is left over. */
function JobList({ planned, from }: { planned: PlannedJobs; from: string }) {
  const clock = visitClock(planned.timeZone, from);
  return (
    <ul aria-label="The jobs" className="border-t border-hairline">
      {planned.jobs.map(({ jobId, job, visit }, at) => {
        const days = [...new Set(visit.plan.assignments.map(({ start }) => clock.local(start).day))];
        const films = visit.plan.assignments.filter(({ taskId }) => visitTaskOf(taskId)?.kind === 'film');
        return (
          <li
            key={jobId}
            className="flex flex-wrap justify-between gap-x-4 border-b border-hairline-soft py-1.5"
          >
            <span>
              <b>{letterOf(at)}</b>{' '}
              <Link to={`/jobs/${jobId}/day`} className="underline">
                {job}
              </Link>
            </span>
            <span className="text-quiet">
              {days.length === 0
                ? 'nothing of it in these days; what it has in them goes when these are kept'
                : `${countOf(films.length, 'pane')}, ${listOf(days.map((day) => showShortDay(clock.dayOf(day))))}, ${listOf(visit.workers.map(({ name }) => name))}`}
            </span>
            {whyNot(visit).map((sentence) => (
              <span key={sentence} className="w-full text-sm text-brick">
                {sentence}
              </span>
            ))}
          </li>
        );
      })}
    </ul>
  );
}

/** Days that no forecast tells are planned without the temperature of their glass. */
function ForecastEnds({ planned, asked: { from } }: { planned: PlannedJobs; asked: NewDayPlanning }) {
  const { weatherUntil, jobs } = planned;
  if (weatherUntil === null || jobs.length === 0) return null;
  return (
    <Note tone="doubt">
      {weatherUntil < from
        ? 'No forecast reaches these days yet: whether the glass is too cold or too hot was not looked at. Plan them again when they are nearer.'
        : `The forecast ends on ${showDay(weatherUntil)}. After it, whether the glass is too cold or too hot was not looked at: plan those days again when they are nearer.`}
    </Note>
  );
}

function KeptNote({ kept }: { kept: KeptDays }) {
  if (kept.kind !== 'done') return null;
  if (kept.refused.length === 0)
    return (
      <Note tone="good" role="status">
        {kept.without.length === 0
          ? 'Every job has its days now'
          : `The days are kept, without ${listOf(kept.without)}, of which nothing has a place in them`}
        ; they stand in each job’s Day, on day sheets and in the calendars.
      </Note>
    );
  return (
    <Note tone="no" role="alert">
      {kept.refused.map(({ job, why }) => (
        <p key={job}>
          {job}: its days were not kept. {why}
        </p>
      ))}
    </Note>
  );
}

const isAnybodyBusy = ({ jobs }: PlannedJobs) => jobs.some(({ visit }) => visit.plan.assignments.length > 0);

function Result({ planning, isOpen, stop }: { planning: DayPlanning; isOpen: boolean; stop: () => void }) {
  const { planned, asked, problem } = planning;
  const { kept, keep } = useKeepDays();
  return (
    <section aria-label="The plan" className="flex flex-col gap-3">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-xl font-bold">{problem ? 'No plan' : headingOf(planning)}</h2>
        <div className="flex gap-2">
          {isOpen && <Button onClick={stop}>Stop</Button>}
          {planned && (
            <Button
              weight="act"
              disabled={
                isOpen ||
                !isAnybodyBusy(planned) ||
                kept.kind === 'keeping' ||
                (kept.kind === 'done' && kept.refused.length === 0)
              }
              onClick={() => keep(planned)}
            >
              Keep these days
            </Button>
          )}
        </div>
      </div>
      {problem ? (
        <Note tone="no" role="alert">
          {problem}
        </Note>
      ) : (
        <Standing planning={planning} isOpen={isOpen} />
      )}
      <KeptNote kept={kept} />
      {planned && (
        <>
          {planned.leftOut.map(({ jobId, job, why }) => (
            <Note key={jobId} tone="doubt">
              {job}: {WHY_LEFT_OUT[why]}
            </Note>
          ))}
          {planned.withoutWeather.length > 0 && (
            <Note tone="doubt">
              There was no forecast for {listOf(planned.withoutWeather)}: whether its glass is too cold or too
              hot was not looked at.
            </Note>
          )}
          <ForecastEnds planned={planned} asked={asked} />
          <PlannedBoard planned={planned} from={asked.from} />
          <JobList planned={planned} from={asked.from} />
          <p className="text-sm text-quiet">
            Ways between sites are from a stand-in for a road service, by the hour. Where the house rules of
            the jobs differ, the dearest hour and the shortest working day count. What is kept takes the place
            of days that these jobs had.
          </p>
        </>
      )}
    </section>
  );
}

/** Days of several jobs in one plan: which, who comes, and what comes of it. */
export function SeveralJobsPage() {
  const { state } = useLocation();
  const { data: session } = useSessionQuery();
  const { data: crew = [] } = useCrewQuery();
  const { planning, isOpen, problem, start, stop } = useDayPlanning();
  const asked = planning?.asked;
  const came = jobOfState(state);
  // Until something is chosen here, what was asked last stands.
  const [own, setOwn] = useState<{
    readonly jobIds?: readonly string[];
    readonly comes?: readonly string[];
    readonly from?: string;
    readonly days?: number;
  }>(came.length > 0 ? { jobIds: came } : {});
  const [seconds, setSeconds] = useState<(typeof SEARCHES)[number]>('30');
  const jobIds = own.jobIds ?? asked?.jobIds ?? [];
  const comes = own.comes ?? asked?.workerIds ?? crew.map(({ id }) => id);
  const from = own.from ?? asked?.from ?? today();
  const days = own.days ?? asked?.days ?? 5;
  const mayPlan = session?.person ? mayWrite(session.person.role, 'visit') : false;
  const lacks = [
    ...(jobIds.length === 0 ? ['a job'] : []),
    ...(comes.length === 0 ? ['somebody who comes'] : []),
    ...(isDay(from) ? [] : ['the first day']),
  ];
  return (
    <Page
      title="Days of several jobs"
      lead="Who goes where when, in one plan: out of the sun, with the ways between the sites."
    >
      {mayPlan && (
        <form
          noValidate
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (lacks.length > 0) return;
            start({
              ...{ jobIds: [...jobIds], workerIds: [...comes], from, days },
              ...{ seconds: Number(seconds), today: today() },
            });
          }}
        >
          <JobsToChoose chosen={jobIds} onChoose={(next) => setOwn({ ...own, jobIds: next })} />
          <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
            <TextField
              label="First day"
              type="date"
              value={from}
              problem={isDay(from) ? undefined : 'Choose a day.'}
              onChange={(event) => setOwn({ ...own, from: event.target.value })}
            />
            <Choice
              label="Days"
              value={String(days) as (typeof DAYS)[number]}
              options={DAYS.map((count) => [count, countOf(Number(count), 'day')])}
              onChoose={(count) => setOwn({ ...own, days: Number(count) })}
            />
            <WhoComes crew={crew} ids={comes} onChoose={(next) => setOwn({ ...own, comes: next })} />
            <Choice
              label="Look for"
              value={seconds}
              options={SEARCHES.map((each) => [each, SEARCH_NAMES[each]])}
              onChoose={setSeconds}
            />
            <Button type="submit" weight="act" disabled={lacks.length > 0 || isOpen}>
              Plan these days
            </Button>
          </div>
          {lacks.length > 0 && <p className="text-sm text-quiet">Choose {listOf(lacks)}.</p>}
        </form>
      )}
      {problem && (
        <Note tone="no" role="alert">
          {problem}
        </Note>
      )}
      {planning && <Result key={planning.id} planning={planning} isOpen={isOpen} stop={stop} />}
    </Page>
  );
}
