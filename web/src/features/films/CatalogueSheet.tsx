import { countOf } from '@neat-sill/core/units';
import {
  FILM_COLUMNS,
  catalogueFileSchema,
  catalogueLines,
  linesOfFile,
  readCatalogue,
  type Film,
  type FilmColumn,
} from '@neat-sill/core/film';
import type { ColumnNames } from '@neat-sill/core/sheet';
import { FILM_COLUMN_NAMES, describeFilmLineProblem } from '@neat-sill/core/words';
import { FileUp } from 'lucide-react';
import { useMemo, useState } from 'react';
import { z } from 'zod';
import { sentenceOf, useSaveFilmsMutation } from '../../api/api.ts';
import { csvOf, download } from '../../files/tables.ts';
import { UnreadableFile } from '../../files/unreadable.ts';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import {
  BadLines,
  SheetColumns,
  chosenSheet,
  linesOfSheet,
  type ChosenSheet,
} from '../../ui/SheetImport.tsx';

type Chosen =
  | { readonly kind: 'sheet'; readonly sheet: ChosenSheet<FilmColumn> }
  | { readonly kind: 'file'; readonly films: z.infer<typeof catalogueFileSchema> };

const COLUMN_NAMES = Object.fromEntries(
  FILM_COLUMNS.map((column) => [column, [FILM_COLUMN_NAMES[column]]]),
) as unknown as ColumnNames<FilmColumn>;
const NEEDED: readonly FilmColumn[] = [
  'name',
  'kind',
  'visibleTransmitted',
  'solarTransmitted',
  'solarReflectedOut',
];

async function chosenFile(file: File): Promise<Chosen> {
  if (!/\.json$/i.test(file.name)) return { kind: 'sheet', sheet: await chosenSheet(file, COLUMN_NAMES) };
  let raw: unknown;
  try {
    raw = JSON.parse(await file.text());
  } catch (error) {
    throw new UnreadableFile(`“${file.name}” is no JSON: ${error instanceof Error ? error.message : ''}`, {
      cause: error,
    });
  }
  const read = catalogueFileSchema.safeParse(raw);
  if (!read.success)
    throw new UnreadableFile(`“${file.name}”: ${z.prettifyError(read.error).split('\n')[0]}`);
  return { kind: 'file', films: read.data };
}

/** The catalogue as a sheet that reads back. */
export async function downloadCatalogue(films: readonly Film[]): Promise<void> {
  const rows = catalogueLines(films).map((line) => FILM_COLUMNS.map((column) => line[column] ?? ''));
  download(await csvOf([[...FILM_COLUMNS], ...rows]), 'films.csv');
}

/** Films from a sheet: the good ones are taken, the others shown with what is wrong with them. */
export function CatalogueSheet({ films, onClose }: { films: readonly Film[]; onClose: () => void }) {
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [save, { error, isLoading, data, reset }] = useSaveFilmsMutation();
  const known = new Set(films.map(({ id }) => id));
  // A catalogue may have thousands of lines: they are read once, not at each draw.
  const read = useMemo(
    () =>
      chosen &&
      readCatalogue(chosen.kind === 'sheet' ? linesOfSheet(chosen.sheet) : linesOfFile(chosen.films), films),
    [chosen, films],
  );
  const fresh = read?.films.filter(({ id }) => !known.has(id)).length ?? 0;
  return (
    <Sheet title="Films from a sheet" open wide onClose={onClose}>
      <p className="text-sm text-quiet">
        CSV, XLSX or JSON, one line a film, further lines of the same name for its other rolls and for prices
        that hold from a day on. Optics on 3 mm clear glass, all as shares or all in per cent. The sheet that
        “Save as CSV” writes shows the columns.
      </p>
      <div className="flex flex-wrap gap-2">
        <FileButton
          asks="Sheet of films"
          accept=".csv,.xlsx,.json"
          onFile={async (file) => {
            setChosen(null);
            reset();
            setChosen(await chosenFile(file));
          }}
        >
          <FileUp size={17} aria-hidden /> Choose a file
        </FileButton>
      </div>
      {chosen?.kind === 'sheet' && (
        <SheetColumns
          sheet={chosen.sheet}
          names={COLUMN_NAMES}
          needed={NEEDED}
          onMap={(sheet) => setChosen({ kind: 'sheet', sheet })}
        />
      )}
      {read && (
        <BadLines
          bad={read.bad}
          place={chosen?.kind === 'file' ? 'film' : 'line'}
          describe={describeFilmLineProblem}
        />
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
            {countOf(fresh, 'new film')}, {countOf(read.films.length - fresh, 'film')} updated.
          </p>
        )
      )}
      <div className="flex justify-end gap-3">
        <Button onClick={onClose}>{data ? 'Done' : 'Cancel'}</Button>
        {read && !data && (
          <Button
            weight="act"
            disabled={read.films.length === 0 || isLoading}
            onClick={() => void save({ films: [...read.films] })}
          >
            Import {countOf(read.films.length, 'film')}
          </Button>
        )}
      </div>
    </Sheet>
  );
}
