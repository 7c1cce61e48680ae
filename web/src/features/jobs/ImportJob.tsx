import { FileUp } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { problemOf, sentenceOf, useImportJobMutation } from '../../api/api.ts';
import { UnreadableFile } from '../../files/unreadable.ts';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { showMoment } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { EMPTY_SITE, SiteForm, headerOfForm } from '../site/index.ts';

const LARGEST_MB = 18;

/** Reads a job file in. For a file that says nothing of its site, the site is asked for. */
export function ImportJob() {
  const [importJob, { data, error, reset, isLoading }] = useImportJobMutation();
  const [file, setFile] = useState('');
  const close = () => {
    reset();
    setFile('');
  };
  const choose = async (chosen: File) => {
    const mb = chosen.size / 2 ** 20;
    if (mb > LARGEST_MB)
      throw new UnreadableFile(
        `“${chosen.name}” has ${Math.ceil(mb)} MB; a job file has ${LARGEST_MB} MB at the most. Choose the file that Handover downloads. Nothing was changed.`,
      );
    const text = await chosen.text();
    setFile(text);
    await importJob({ file: text, customer: '', site: null });
  };
  const problem = error && sentenceOf(error);
  const siteMissing = error && problemOf(error)?.errors?.some(({ path }) => path === 'site');
  return (
    <>
      <FileButton asks="Job file" accept=".json,application/json" disabled={isLoading} onFile={choose}>
        <FileUp size={18} aria-hidden /> Import job
      </FileButton>
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
        {data?.alike && (
          <Note tone="doubt" role="status">
            There is a job of this customer and name already, last changed {showMoment(data.alike.changedAt)}:{' '}
            <Link className="font-semibold underline" to={`/jobs/${data.alike.id}/survey`}>
              open that one
            </Link>
            . If both are the same, delete one of them in the list of jobs.
          </Note>
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
