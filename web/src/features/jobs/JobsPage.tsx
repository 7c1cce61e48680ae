import { RULES_OF_ROLES, type JobListQuery, type JobShelf, type JobSummary } from '@neat-sill/core/contract';
import { countOf } from '@neat-sill/core/units';
import { Plus } from 'lucide-react';
import { useDeferredValue, useState } from 'react';
import { Link } from 'react-router';
import { sentenceOf, useJobsInfiniteQuery, useKeepJobMutation, useSessionQuery } from '../../api/api.ts';
import { Button, buttonLook } from '../../ui/Button.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { Page } from '../../ui/Page.tsx';
import { VirtualList } from '../../ui/VirtualList.tsx';
import { ImportJob } from './ImportJob.tsx';
import { JobMenu } from './JobMenu.tsx';
import { JobRow } from './JobRow.tsx';

type Standing = JobListQuery['standing'];
const STANDINGS: readonly (readonly [Standing, string])[] = [
  ['all', 'Any'],
  ['survey', 'To measure'],
  ['film', 'To choose film'],
  ['cuts', 'To cut'],
  ['fitting', 'To fit'],
  ['faults', 'With faults'],
  ['done', 'Done'],
];
const ORDERS: readonly (readonly [JobListQuery['order'], string])[] = [
  ['changed', 'Last changed'],
  ['customer', 'Customer'],
  ['visit', 'Next visit'],
];
const SHELVES: readonly (readonly [JobShelf, string])[] = [
  ['open', 'Open'],
  ['archived', 'Archived'],
  ['deleted', 'Deleted'],
];
const MOVED_TO: Readonly<Record<JobShelf, string>> = {
  open: 'is back among the open jobs',
  archived: 'is archived',
  deleted: 'is deleted; for 30 days it can be put back',
};

interface Moved {
  readonly job: JobSummary;
  readonly from: JobShelf;
  readonly to: JobShelf;
  readonly notices: readonly string[];
}

/** What was done with a job just now, with the way back. */
function MovedNote({ moved, onDone }: { moved: Moved; onDone: () => void }) {
  const [keep, { isLoading }] = useKeepJobMutation();
  const { job, from, to, notices } = moved;
  return (
    <Note tone={notices.length > 0 ? 'doubt' : 'good'} role="status">
      <span className="flex flex-wrap items-center justify-between gap-3">
        <span>
          {job.customer}, {job.name} {MOVED_TO[to]}. {notices.join(' ')}
        </span>
        <Button
          size="low"
          disabled={isLoading}
          onClick={() => void keep({ jobId: job.id, body: { shelf: from } }).then(onDone)}
        >
          Undo
        </Button>
      </span>
    </Note>
  );
}

/** The jobs of the shop: found by words, in an order, a page after the other as one scrolls. */
export function JobsPage() {
  const { data: session } = useSessionQuery();
  const [text, setText] = useState('');
  const [standing, setStanding] = useState<Standing>('all');
  const [order, setOrder] = useState<JobListQuery['order']>('changed');
  const [shelf, setShelf] = useState<JobShelf>('open');
  const [moved, setMoved] = useState<Moved | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const asked = useDeferredValue(text.trim());
  const { data, error, isLoading, hasNextPage, isFetchingNextPage, fetchNextPage } = useJobsInfiniteQuery({
    text: asked,
    standing,
    order,
    shelf,
  });
  const rules = session?.person ? RULES_OF_ROLES[session.person.role] : null;
  // Until the answer is there, the rows of the list before it stand here: a job of another shelf must not be acted upon.
  const jobs = (data?.pages ?? []).flatMap((page) => page.jobs).filter((job) => job.shelf === shelf);
  const total = data?.pages.at(-1)?.total ?? 0;
  const isPlain = asked === '' && standing === 'all' && shelf === 'open';
  const onMoved = (job: JobSummary, to: JobShelf, notices: readonly string[]) => {
    setProblem(null);
    setMoved({ job, from: job.shelf, to, notices });
  };
  return (
    <Page
      title="Jobs"
      acts={
        rules?.makesJobs && (
          <>
            <Link to="/days" className={buttonLook('plain')}>
              Plan days of several jobs
            </Link>
            <ImportJob />
            <Link to="/jobs/new" className={buttonLook('act')}>
              <Plus size={18} aria-hidden /> Make a job
            </Link>
          </>
        )
      }
    >
      <div className="grid grid-cols-2 items-end gap-3 sm:grid-cols-[minmax(0,1fr)_10rem_10rem_auto]">
        <div className="max-sm:col-span-2">
          <TextField
            label="Find by customer, street, film or lot"
            type="search"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </div>
        <Choice label="Which" value={standing} options={STANDINGS} onChoose={setStanding} />
        <Choice label="In order of" value={order} options={ORDERS} onChoose={setOrder} />
        <div className="pb-1.5 max-sm:col-span-2">
          <OneOf label="Kept where" value={shelf} options={SHELVES} onChoose={setShelf} />
        </div>
      </div>
      {(problem || error) && (
        <Note tone="no" role="alert">
          {problem ?? (error && sentenceOf(error))}
        </Note>
      )}
      {moved && <MovedNote moved={moved} onDone={() => setMoved(null)} />}
      {isLoading && <p role="status">Looking up the jobs</p>}
      {data && total === 0 && (
        <p className="text-quiet">
          {isPlain
            ? 'No job yet. Make the first one: its customer, its town, then its walls.'
            : 'No job like that.'}
        </p>
      )}
      {data && total > 0 && !isPlain && <p className="text-sm text-quiet">{countOf(total, 'job')}</p>}
      <VirtualList
        items={jobs}
        keyOf={({ id }) => id}
        label="Jobs"
        aboutPx={72}
        onEndNear={hasNextPage && !isFetchingNextPage ? () => void fetchNextPage() : null}
        row={(job) => (
          <JobRow
            job={job}
            menu={
              rules?.makesJobs && (
                <JobMenu
                  job={job}
                  mayErase={rules.managesShop}
                  onMoved={onMoved}
                  onProblem={(sentence) => {
                    setMoved(null);
                    setProblem(sentence);
                  }}
                />
              )
            }
          />
        )}
      />
    </Page>
  );
}
