import {
  FILM_COLUMNS,
  catalogueFileSchema,
  catalogueLines,
  linesOfFile,
  linesOfTable,
  readCatalogue,
  type Film,
  type ReadCatalogue,
} from '@neat-sill/core/film';
import { FILM_COLUMN_NAMES, describeFilmLineProblem } from '@neat-sill/core/words';
import { FileUp } from 'lucide-react';
import { useRef, useState, type ChangeEvent } from 'react';
import { z } from 'zod';
import { sentenceOf, useSaveFilmsMutation } from '../../api/api.ts';
import { UnreadableTable, csvOf, download, readTable } from '../../files/tables.ts';
import { Button } from '../../ui/Button.tsx';
import { countOf } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';

interface ReadFile extends ReadCatalogue {
  readonly name: string;
  readonly unknown: readonly string[];
}

async function readFilms(file: File, catalogue: readonly Film[]): Promise<ReadFile> {
  if (!/\.json$/i.test(file.name)) {
    const { lines, unknown } = linesOfTable(await readTable(file), FILM_COLUMN_NAMES);
    return { name: file.name, unknown, ...readCatalogue(lines, catalogue) };
  }
  let raw: unknown;
  try {
    raw = JSON.parse(await file.text());
  } catch (error) {
    throw new UnreadableTable(`“${file.name}” is no JSON: ${error instanceof Error ? error.message : ''}`, {
      cause: error,
    });
  }
  const read = catalogueFileSchema.safeParse(raw);
  if (!read.success)
    throw new UnreadableTable(`“${file.name}”: ${z.prettifyError(read.error).split('\n')[0]}`);
  return { name: file.name, unknown: [], ...readCatalogue(linesOfFile(read.data), catalogue) };
}

/** The catalogue as a sheet that reads back. */
export async function downloadCatalogue(films: readonly Film[]): Promise<void> {
  const rows = catalogueLines(films).map((line) => FILM_COLUMNS.map((column) => line[column] ?? ''));
  download(await csvOf([[...FILM_COLUMNS], ...rows]), 'films.csv');
}

/** Films from a sheet: the good ones are taken, the others shown with what is wrong with them. */
export function CatalogueSheet({ films, onClose }: { films: readonly Film[]; onClose: () => void }) {
  const chooser = useRef<HTMLInputElement>(null);
  const [read, setRead] = useState<ReadFile | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [save, { error, isLoading, data, reset }] = useSaveFilmsMutation();
  const known = new Set(films.map(({ id }) => id));
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? [];
    event.target.value = '';
    if (!file) return;
    setProblem(null);
    reset();
    try {
      setRead(await readFilms(file, films));
    } catch (failure) {
      if (!(failure instanceof UnreadableTable)) throw failure;
      setRead(null);
      setProblem(failure.message);
    }
  };
  const fresh = read?.films.filter(({ id }) => !known.has(id)).length ?? 0;
  return (
    <Sheet title="Films from a sheet" open wide onClose={onClose}>
      <p className="text-sm text-quiet">
        CSV, XLSX or JSON, one line a film, further lines of the same name for its other rolls and for prices
        that hold from a day on. Optics on 3 mm clear glass, all as shares or all in per cent. The sheet that
        “Save as CSV” writes shows the columns.
      </p>
      <input
        ref={chooser}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label="Sheet of films"
        accept=".csv,.xlsx,.json"
        onChange={(event) => void choose(event)}
      />
      <Button className="self-start" onClick={() => chooser.current?.click()}>
        <FileUp size={17} aria-hidden /> Choose a file
      </Button>
      {problem && (
        <Note tone="no" role="alert">
          {problem}
        </Note>
      )}
      {read && read.unknown.length > 0 && (
        <Note tone="doubt">Not read, since no such column is known: {read.unknown.join(', ')}.</Note>
      )}
      {read && read.bad.length > 0 && (
        <div
          className="max-h-60 shrink-0 overflow-y-auto"
          tabIndex={0}
          role="region"
          aria-label="Lines left out"
        >
          <table className="w-full text-left text-sm">
            <caption className="pb-1 text-left font-bold">
              {countOf(read.bad.length, 'line')} left out, to fix in the file
            </caption>
            <tbody>
              {read.bad.map(({ line, name, problems }) => (
                <tr key={line} className="border-t border-hairline-soft align-top">
                  <td className="w-16 py-1 text-quiet">line {line}</td>
                  <td className="w-40 py-1 pr-3 font-semibold">{name || 'no name'}</td>
                  <td className="py-1 text-brick">{problems.map(describeFilmLineProblem).join(' ')}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {read && read.films.some(({ assumed }) => assumed.length > 0) && (
        <Note tone="doubt">
          Figures that are missing will be assumed and marked so:{' '}
          {read.films
            .filter(({ assumed }) => assumed.length > 0)
            .slice(0, 4)
            .map(
              ({ name, assumed }) => `${name} (${assumed.map((key) => FILM_COLUMN_NAMES[key]).join(', ')})`,
            )
            .join('; ')}
          .
        </Note>
      )}
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {data ? (
        <p role="status" className="font-semibold text-edge">
          {countOf(data.saved, 'film')} kept. Jobs that were sold keep the figures they were sold with.
        </p>
      ) : (
        read && (
          <p className="text-sm">
            {countOf(fresh, 'new film')}, {countOf(read.films.length - fresh, 'film')} on to a next version.
          </p>
        )
      )}
      <div className="flex justify-end gap-3">
        <Button onClick={onClose}>{data ? 'Done' : 'Leave'}</Button>
        {read && !data && (
          <Button
            weight="act"
            disabled={read.films.length === 0 || isLoading}
            onClick={() => void save({ films: [...read.films] })}
          >
            Take {countOf(read.films.length, 'film')}
          </Button>
        )}
      </div>
    </Sheet>
  );
}
