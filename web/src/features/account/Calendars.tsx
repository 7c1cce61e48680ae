import { LARGEST_CALENDAR } from '@neat-sill/core/contract';
import { countOf } from '@neat-sill/core/units';
import { useState } from 'react';
import {
  sentenceOf,
  useCloseCalendarFeedMutation,
  useForgetCalendarMutation,
  useLazyCalendarFileQuery,
  useMakeCalendarFeedMutation,
  useOwnCalendarQuery,
  useReadCalendarMutation,
} from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { download } from '../../files/tables.ts';
import { showDay, showMoment } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';

/** One’s days in one’s own calendar program, and what that one has in it. */
export function Calendars() {
  const { data: own } = useOwnCalendarQuery();
  const [make, made] = useMakeCalendarFeedMutation();
  const [close, closed] = useCloseCalendarFeedMutation();
  const [read, reading] = useReadCalendarMutation();
  const [forget] = useForgetCalendarMutation();
  const [fetchFile, file] = useLazyCalendarFileQuery();
  const [tooLarge, setTooLarge] = useState(false);
  const path = own?.feedSince ? made.data?.feedPath : null;
  const error = made.error ?? closed.error ?? reading.error ?? file.error;
  const save = async () => {
    const { data } = await fetchFile();
    if (data) download(new Blob([data.text], { type: 'text/calendar' }), 'days.ics');
  };
  const take = async (file: File | undefined) => {
    if (!file) return;
    setTooLarge(file.size > LARGEST_CALENDAR);
    if (file.size <= LARGEST_CALENDAR) await read({ text: await file.text() });
  };
  return (
    <section className="flex flex-col items-start gap-3 border-t border-ink pt-3" aria-label="Calendars">
      <h2 className="text-lg font-bold">Calendars</h2>
      <p className="text-quiet">
        Your kept days, second visits and the days on which film is dry can stand in your own calendar. It
        asks this address now and then; what changes there changes, what is called off says so.
      </p>
      {path && (
        <div className="w-full max-w-xl">
          <TextField
            label="Address for your calendar"
            hint="It is shown this once. Whoever has it can read your days."
            value={`${window.location.origin}${path}`}
            readOnly
            onFocus={(event) => event.target.select()}
          />
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        <Button disabled={made.isLoading} onClick={() => void make()}>
          {own?.feedSince ? 'Make a new address' : 'Make an address'}
        </Button>
        {own?.feedSince && (
          <Button onClick={() => void close()}>Close it (since {showDay(own.feedSince)})</Button>
        )}
        <Button disabled={file.isFetching} onClick={() => void save()}>
          Save as a file (.ics)
        </Button>
      </div>
      <p className="text-quiet">
        The other way round, days are not planned into what your own calendar has in it. Only when you are
        busy is kept, nothing of what it is.
      </p>
      <div className="flex flex-wrap items-center gap-2">
        <label className="relative inline-flex min-h-11 cursor-pointer items-center rounded-sm border border-edge px-4 font-semibold text-edge focus-within:outline-2">
          Read your calendar (.ics)
          <input
            type="file"
            accept=".ics,text/calendar"
            className="absolute inset-0 cursor-pointer opacity-0"
            onChange={({ target }) => {
              void take(target.files?.[0]);
              target.value = '';
            }}
          />
        </label>
        {own?.read && (
          <>
            <span role="status">
              {countOf(own.read.times, 'time')} read, {showMoment(own.read.at)}
            </span>
            <Button size="low" onClick={() => void forget()}>
              Forget them
            </Button>
          </>
        )}
      </div>
      {tooLarge && (
        <Note tone="no" role="alert">
          The file is larger than 2 MB. Save a shorter stretch of your calendar.
        </Note>
      )}
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {(own?.conflicts ?? []).map(({ job, from }) => (
        <Note key={from} tone="doubt">
          {job}, {showMoment(from)}: your own calendar has something else in that time.
        </Note>
      ))}
    </section>
  );
}
