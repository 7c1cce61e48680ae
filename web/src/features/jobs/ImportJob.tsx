import { FileUp } from 'lucide-react';
import { useRef, useState, type ChangeEvent } from 'react';
import { Link } from 'react-router';
import { problemOf, sentenceOf, useImportJobMutation } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { EMPTY_SITE, SiteForm, headerOfForm } from '../site/index.ts';

const LARGEST_MB = 18;

/** Reads a job file in. For a file that says nothing of its site, the site is asked for. */
export function ImportJob() {
  const input = useRef<HTMLInputElement>(null);
  const [importJob, { data, error, reset, isLoading }] = useImportJobMutation();
  const [tooLarge, setTooLarge] = useState<string | null>(null);
  const [file, setFile] = useState('');
  const close = () => {
    reset();
    setTooLarge(null);
    setFile('');
  };
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const [chosen] = event.target.files ?? [];
    event.target.value = '';
    if (!chosen) return;
    const mb = chosen.size / 2 ** 20;
    if (mb > LARGEST_MB) {
      setTooLarge(
        `“${chosen.name}” has ${Math.ceil(mb)} MB; a job file has ${LARGEST_MB} MB at the most. Choose the file that Handover downloads. Nothing was changed.`,
      );
      return;
    }
    const text = await chosen.text();
    setFile(text);
    await importJob({ file: text, customer: '', site: null });
  };
  const problem = tooLarge ?? (error && sentenceOf(error));
  const siteMissing = error && problemOf(error)?.errors?.some(({ path }) => path === 'site');
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
        title={siteMissing ? 'Where is this job?' : problem ? 'The file can’t be used' : 'The job is read in'}
        open={problem !== undefined || data !== undefined}
        onClose={close}
      >
        {siteMissing ? (
          <SiteForm
            start={{ ...EMPTY_SITE, name: 'From the file' }}
            nameKnown
            act="Read it in"
            busy={isLoading}
            problem={undefined}
            onFilled={async (filled) => {
              const { customer, site } = headerOfForm(filled);
              await importJob({ file, customer, site });
            }}
          />
        ) : problem ? (
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
