import { filmForPlan, planRulesOf, worthOnHand } from '@neat-sill/core/cuts';
import {
  RACK_COLUMNS,
  RULES_OF_ROLES,
  linesOfRack,
  readRackRows,
  type RackEntry,
  type SaveRack,
} from '@neat-sill/core/contract';
import { formatLength, formatRun } from '@neat-sill/core/units';
import { group } from 'd3';
import { FileDown, FileUp, Plus } from 'lucide-react';
import { useRef, useState, type ChangeEvent } from 'react';
import {
  sentenceOf,
  useJobsQuery,
  useSaveRackMutation,
  useSessionQuery,
  useShopBookQuery,
} from '../../api/api.ts';
import { UnreadableTable, csvOf, download, readTable } from '../../files/tables.ts';
import { ShopBuys } from '../buying/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { countOf } from '../../ui/format.ts';
import { LengthField } from '../../ui/LengthField.tsx';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';

type Entry = SaveRack['entries'][number];

/** One roll or offcut to be put on the rack, or changed. */
function EntrySheet({
  before,
  films,
  unit,
  onClose,
  onSave,
}: {
  before: RackEntry | null;
  films: readonly { id: string; name: string }[];
  unit: 'mm' | 'in';
  onClose: () => void;
  onSave: (entry: Entry) => void;
}) {
  const [draft, setDraft] = useState<Entry>(() =>
    before
      ? { entry: before.entry, lot: before.lot, place: before.place, baseVersion: before.version }
      : {
          entry: {
            id: '',
            filmId: films[0]?.id ?? '',
            kind: 'roll',
            width: 1524,
            length: 30_480,
            factoryEdges: ['left', 'right'],
          },
          lot: null,
          place: null,
          baseVersion: 0,
        },
  );
  const { entry } = draft;
  const put = (patch: Partial<Entry['entry']>) => setDraft({ ...draft, entry: { ...entry, ...patch } });
  const key = `rack ${entry.id || 'new'}`;
  return (
    <Sheet title={before ? `Change ${before.entry.id}` : 'Put on the rack'} open onClose={onClose}>
      <div className="grid grid-cols-2 gap-3">
        <TextField
          label="Name written on it"
          value={entry.id}
          disabled={before !== null}
          maxLength={60}
          onChange={(event) => put({ id: event.target.value })}
        />
        <Choice
          label="Film"
          value={entry.filmId}
          options={films.map(({ id, name }) => [id, name])}
          onChoose={(filmId) => put({ filmId })}
        />
        <Choice
          label="What it is"
          value={entry.kind}
          options={[
            ['roll', 'Roll'],
            ['offcut', 'Offcut'],
          ]}
          onChoose={(kind) => put({ kind, factoryEdges: kind === 'roll' ? ['left', 'right'] : [] })}
        />
        <Choice
          label="Factory edges"
          value={entry.factoryEdges.join(' ') as '' | 'left' | 'right' | 'left right'}
          options={[
            ['left right', 'both'],
            ['left', 'left'],
            ['right', 'right'],
            ['' as 'left', 'none'],
          ]}
          onChoose={(edges) =>
            put({
              factoryEdges: edges.split(' ').filter((edge) => edge !== '') as Entry['entry']['factoryEdges'],
            })
          }
        />
        {(['width', 'length'] as const).map((side) => (
          <LengthField
            key={side}
            label={side === 'width' ? 'Width' : 'Length left'}
            valueMm={entry[side]}
            unit={unit}
            expects="any"
            allowEmpty={false}
            draftKey={`${key} ${side}`}
            refuse={(mm) =>
              mm > 0 && mm <= 200_000 ? null : 'It must be longer than nothing, and shorter than 200 m.'
            }
            onTake={(length) => length && put({ [side]: length.mm })}
          />
        ))}
        <TextField
          label="Lot"
          value={draft.lot ?? ''}
          maxLength={60}
          onChange={(event) => setDraft({ ...draft, lot: event.target.value || null })}
        />
        <TextField
          label="Place"
          value={draft.place ?? ''}
          maxLength={60}
          onChange={(event) => setDraft({ ...draft, place: event.target.value || null })}
        />
      </div>
      <div className="flex justify-end gap-3">
        <Button onClick={onClose}>Cancel</Button>
        <Button
          weight="act"
          disabled={entry.id.trim() === '' || entry.filmId === ''}
          onClick={() => onSave(draft)}
        >
          {before ? 'Save' : 'Put it there'}
        </Button>
      </div>
    </Sheet>
  );
}

/** Rolls and offcuts of the shop: what plans reserve and cutting consumes. */
export function RackPage() {
  const { data: book, error } = useShopBookQuery();
  const { data: session } = useSessionQuery();
  const { data: jobs } = useJobsQuery();
  const [save, { error: refused, isLoading }] = useSaveRackMutation();
  const [sheet, setSheet] = useState<RackEntry | 'new' | null>(null);
  const [bad, setBad] = useState<readonly { line: number; problem: string }[]>([]);
  const chooser = useRef<HTMLInputElement>(null);
  const unit = session?.person?.unit ?? 'mm';
  const mayChange = session?.person ? RULES_OF_ROLES[session.person.role].changesRack : false;
  const rack = book?.rack ?? [];
  const films = book?.films ?? [];
  const filmName = (id: string) => films.find((film) => film.id === id)?.name ?? id;
  const show = (mm: number) => formatLength(mm, { unit });
  const [houseRules] = book?.ruleSets ?? [];
  /** What an entry counts on the books, by the first house rules. */
  const worthOf = (entry: RackEntry['entry']) => {
    const film = films.find(({ id }) => id === entry.filmId);
    if (!film || !houseRules) return null;
    const wantedBefore = book?.cutBefore[film.id] ?? [];
    return worthOnHand({ ...filmForPlan(film), wantedBefore }, entry, {
      rules: planRulesOf(houseRules.rules),
    });
  };
  const read = async (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? [];
    event.target.value = '';
    if (!file) return;
    try {
      const { entries, problems } = readRackRows(await readTable(file), films, rack);
      setBad(problems);
      if (entries.length > 0) await save({ entries, removed: [] });
    } catch (failure) {
      if (!(failure instanceof UnreadableTable)) throw failure;
      setBad([{ line: 0, problem: failure.message }]);
    }
  };
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-4 p-5">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="text-2xl font-bold">Rack</h1>
          <p className="text-quiet">
            Rolls and offcuts. A kept plan reserves what it takes; cutting takes it off and puts leftovers
            here.
          </p>
        </div>
        <div className="flex flex-wrap gap-3">
          {mayChange && book && (
            <>
              <Button weight="act" onClick={() => setSheet('new')}>
                <Plus size={17} aria-hidden /> Put on the rack
              </Button>
              <input
                ref={chooser}
                type="file"
                className="sr-only"
                tabIndex={-1}
                aria-label="Sheet of the rack"
                accept=".csv,.xlsx"
                onChange={(event) => void read(event)}
              />
              <Button onClick={() => chooser.current?.click()}>
                <FileUp size={17} aria-hidden /> From a sheet
              </Button>
            </>
          )}
          <Button
            onClick={() =>
              void csvOf([[...RACK_COLUMNS], ...linesOfRack(rack)]).then((csv) => download(csv, 'rack.csv'))
            }
          >
            <FileDown size={17} aria-hidden /> Save as CSV
          </Button>
        </div>
      </div>
      {[error, refused].map(
        (each, at) =>
          each && (
            <Note key={at} tone="no" role="alert">
              {sentenceOf(each)}
            </Note>
          ),
      )}
      {bad.length > 0 && (
        <Note tone="no" role="alert">
          {countOf(bad.length, 'line')} left out:{' '}
          {bad.map(({ line, problem }) => (line === 0 ? problem : `line ${line}: ${problem}`)).join(' ')}
        </Note>
      )}
      {book && rack.length === 0 && (
        <p className="text-quiet">The rack is empty. Put the first roll there.</p>
      )}
      {[...group(rack, ({ entry }) => entry.filmId)].map(([filmId, entries]) => (
        <section key={filmId} aria-label={filmName(filmId)}>
          <h2 className="border-b border-ink pb-1 font-bold">{filmName(filmId)}</h2>
          <ul>
            {entries.map((each) => {
              const { entry, lot, place, reservedBy } = each;
              const worth = worthOf(entry);
              const job = reservedBy && jobs?.find(({ id }) => id === reservedBy);
              return (
                <li
                  key={entry.id}
                  className="grid items-center gap-x-4 gap-y-1 border-b border-hairline-soft py-2 sm:grid-cols-[1.4fr_1.2fr_1fr_1.2fr_auto]"
                >
                  <span className="min-w-0 font-semibold break-words">{entry.id}</span>
                  <span>
                    {entry.kind === 'roll'
                      ? `${show(entry.width)} wide, ${formatRun(entry.length, unit)} left`
                      : `${show(entry.width)} × ${show(entry.length)}`}
                  </span>
                  <span className="text-sm text-quiet">
                    {entry.kind === 'roll' ? 'roll' : 'offcut'}
                    {entry.kind === 'offcut' &&
                      (entry.factoryEdges.length > 0
                        ? `, ${entry.factoryEdges.join(' and ')} edge`
                        : ', no factory edge')}
                    {worth !== null && worth >= 0.005 && (
                      <span className="block">book value {worth.toFixed(2)}</span>
                    )}
                  </span>
                  <span className="text-sm">
                    {[lot && `lot ${lot}`, place].filter(Boolean).join(', ') || (
                      <span className="text-quiet">no place</span>
                    )}
                    {reservedBy && (
                      <b className="block text-ochre-text">for {job ? job.customer : 'a job'}</b>
                    )}
                  </span>
                  {mayChange && (
                    <span className="flex gap-2">
                      <Button size="low" aria-label={`Change ${entry.id}`} onClick={() => setSheet(each)}>
                        Change
                      </Button>
                      <Button
                        size="low"
                        disabled={reservedBy !== null || isLoading}
                        title={reservedBy ? 'A job has it reserved' : undefined}
                        aria-label={`Take ${entry.id} off the rack`}
                        onClick={() =>
                          void save({ entries: [], removed: [{ id: entry.id, baseVersion: each.version }] })
                        }
                      >
                        Take off
                      </Button>
                    </span>
                  )}
                </li>
              );
            })}
          </ul>
        </section>
      ))}
      <ShopBuys unit={unit} filmName={filmName} />
      {sheet !== null && (
        <EntrySheet
          before={sheet === 'new' ? null : sheet}
          films={films}
          unit={unit}
          onClose={() => setSheet(null)}
          onSave={(entry) => {
            setSheet(null);
            void save({ entries: [entry], removed: [] });
          }}
        />
      )}
    </div>
  );
}
