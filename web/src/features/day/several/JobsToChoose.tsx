import { MOST_JOBS_AT_ONCE, type JobSummary } from '@neat-sill/core/contract';
import { countOf } from '@neat-sill/core/units';
import { useDeferredValue, useState } from 'react';
import { sentenceOf, useJobsInfiniteQuery } from '../../../api/api.ts';
import { Button } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/Field.tsx';
import { showDay } from '../../../ui/format.ts';

/** What of a job is still to be filmed, as far as that can be planned. */
function waitingOf({ filmed, measured, done, panes }: JobSummary): string {
  const ready = Math.min(filmed, measured) - done;
  if (ready <= 0) return panes === done && panes > 0 ? 'all done' : 'nothing to film yet';
  return `${countOf(ready, 'pane')} to film`;
}

/** The open jobs, found by words. What is chosen stays so while others are looked for. */
export function JobsToChoose({
  chosen,
  onChoose,
}: {
  chosen: readonly string[];
  onChoose: (jobIds: readonly string[]) => void;
}) {
  const [text, setText] = useState('');
  const asked = useDeferredValue(text.trim());
  const { data, error, hasNextPage, fetchNextPage } = useJobsInfiniteQuery({
    ...{ text: asked, standing: 'all', order: 'visit', shelf: 'open' },
  });
  const jobs = (data?.pages ?? []).flatMap((page) => page.jobs);
  const isFull = chosen.length >= MOST_JOBS_AT_ONCE;
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="text-sm text-quiet">
        Which jobs ({countOf(chosen.length, 'job')} chosen{isFull ? ', more are too many at once' : ''})
      </legend>
      <TextField
        label="Find by customer, street, film or lot"
        type="search"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      {error && <p role="alert">{sentenceOf(error)}</p>}
      <ul className="max-h-46 overflow-y-auto border-y border-hairline">
        {jobs.map((job) => {
          const isChosen = chosen.includes(job.id);
          return (
            <li key={job.id} className="border-b border-hairline-soft last:border-b-0">
              <label className="flex min-h-11 items-center gap-3 px-1 py-1">
                <input
                  type="checkbox"
                  className="size-5 shrink-0 accent-edge"
                  checked={isChosen}
                  disabled={!isChosen && isFull}
                  onChange={({ target }) =>
                    onChoose(target.checked ? [...chosen, job.id] : chosen.filter((each) => each !== job.id))
                  }
                />
                <span className="min-w-0 flex-1">
                  <b>{job.customer}</b>, {job.name}
                  <span className="text-quiet max-sm:hidden">, {job.town}</span>
                </span>
                <span className="text-right text-sm text-quiet">
                  {waitingOf(job)}
                  {job.visitOn && `, ${showDay(job.visitOn)}`}
                </span>
              </label>
            </li>
          );
        })}
      </ul>
      <div className="flex gap-2">
        {hasNextPage && (
          <Button size="low" onClick={() => void fetchNextPage()}>
            More jobs
          </Button>
        )}
        {chosen.length > 0 && (
          <Button size="low" onClick={() => onChoose([])}>
            Choose none of them
          </Button>
        )}
      </div>
    </fieldset>
  );
}
