import { FileUp } from 'lucide-react';
import { useRef, useState, type ChangeEvent } from 'react';
import { Link } from 'react-router';
import { sentenceOf, useImportJobMutation } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';

const LARGEST_MB = 18;

/** Reads a job file in. A file that says nothing of its site is put where the browser's time zone is, to be changed. */
export function ImportJob() {
  const input = useRef<HTMLInputElement>(null);
  const [importJob, { data, error, reset, isLoading }] = useImportJobMutation();
  const [tooLarge, setTooLarge] = useState<string | null>(null);
  const close = () => {
    reset();
    setTooLarge(null);
  };
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? [];
    event.target.value = '';
    if (!file) return;
    const mb = file.size / 2 ** 20;
    if (mb > LARGEST_MB) {
      setTooLarge(
        `“${file.name}” has ${Math.ceil(mb)} MB; a job file has ${LARGEST_MB} MB at the most. Choose the file that Handover downloads. Nothing was changed.`,
      );
      return;
    }
    const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
    const site = { address: '', town: 'Not named', latitude: 0, longitude: 0, timeZone };
    await importJob({ file: await file.text(), customer: '', site });
  };
  const problem = tooLarge ?? (error && sentenceOf(error));
  return (
    <>
      <Button onClick={() => input.current?.click()} disabled={isLoading}>
        <FileUp size={18} aria-hidden /> Read a job file
      </Button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        aria-label="Job file"
        tabIndex={-1}
        onChange={(event) => void choose(event)}
      />
      <Sheet
        title={problem ? 'The file can’t be used' : 'The job is read in'}
        open={problem !== undefined || data !== undefined}
        onClose={close}
      >
        {problem ? (
          <Note tone="no" role="alert">
            {problem}
          </Note>
        ) : (
          <ul className="list-disc pl-5">
            {data?.notes.length === 0 ? (
              <li>Nothing was left out.</li>
            ) : (
              data?.notes.map((note) => <li key={note}>{note}</li>)
            )}
          </ul>
        )}
        <div className="flex justify-end gap-3">
          <Button onClick={close}>Close</Button>
          {data && (
            <Link className="self-center font-semibold underline" to={`/jobs/${data.id}/survey`}>
              Open the job
            </Link>
          )}
        </div>
      </Sheet>
    </>
  );
}
