import {
  RACK_COLUMNS,
  RULES_OF_ROLES,
  linesOfRack,
  type RackCode,
  type RackEntry,
} from '@neat-sill/core/contract';
import { filmForPlan, planRulesOf, worthOnHand } from '@neat-sill/core/cuts';
import { isOffered } from '@neat-sill/core/film';
import { countOf, formatLength, formatRun, listOf } from '@neat-sill/core/units';
import { describeRackProblem } from '@neat-sill/core/words';
import { group } from 'd3';
import { FileDown, FileUp, Plus } from 'lucide-react';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { sentenceOf, useSaveRackMutation, useSessionQuery, useShopBookQuery } from '../../api/api.ts';
import { useMoney } from '../../api/useMoney.ts';
import { csvOf, download } from '../../files/tables.ts';
import { StockPicture } from '../../drawing/StockPicture.tsx';
import { ShopBuys } from '../buying/index.ts';
import { ScanCode } from '../../scan/ScanCode.tsx';
import { Button, buttonLook } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { today } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { Page } from '../../ui/Page.tsx';
import { BadLines } from '../../ui/SheetImport.tsx';
import { Consumables } from './Consumables.tsx';
import { EntrySheet } from './EntrySheet.tsx';
import { StockListImport, readStockList, type ReadStock, type StockList } from './StockListImport.tsx';

/** More than these scroll in a region of their own, and only those in sight are drawn. */
const MANY = 60;

/** Roll or offcut, its factory edges, and what it is worth on the books. */
function KindOf({ entry, worth }: { entry: RackEntry['entry']; worth: number | null }) {
  const money = useMoney();
  const edges = entry.factoryEdges.length > 0 ? `, ${listOf(entry.factoryEdges)} edge` : ', no factory edge';
  return (
    <span className="text-quiet">
      {entry.kind === 'roll' ? 'roll' : `offcut${edges}`}
      {worth !== null && worth >= 0.005 && <span className="block">book value {money(worth)}</span>}
    </span>
  );
}

/** Rolls and offcuts of the shop: what plans reserve and cutting consumes. */
export function RackPage() {
  const { data: book, error } = useShopBookQuery();
  const { data: session } = useSessionQuery();
  const [save, { error: refused, isLoading, reset }] = useSaveRackMutation();
  const [opened, setOpened] = useState<RackEntry | 'new' | null>(null);
  const [newLot, setNewLot] = useState('');
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const [removed, setRemoved] = useState<RackEntry | null>(null);
  const [list, setList] = useState<StockList | null>(null);
  const [imported, setImported] = useState<ReadStock | null>(null);
  const unit = session?.person?.unit ?? 'mm';
  const mayChange = session?.person ? RULES_OF_ROLES[session.person.role].changesRack : false;
  const rack = book?.rack ?? [];
  const films = book?.films ?? [];
  // A label's code leads here with the name of what it is on.
  const named = params.get('entry');
  const byName = book && named !== null ? rack.find(({ entry }) => entry.id === named) : undefined;
  const sheet = byName && mayChange ? byName : opened;
  const setSheet = (which: RackEntry | 'new' | null) => {
    setOpened(which);
    if (named !== null) setParams({}, { replace: true });
  };
  const takeCode = (code: RackCode) => {
    reset();
    if (code.kind === 'page') return void navigate(code.path);
    if (code.kind === 'entry') return setParams({ entry: code.id }, { replace: true });
    setNewLot(code.lot);
    setSheet('new');
  };
  const filmName = (id: string) => {
    const film = films.find((each) => each.id === id);
    return film ? `${film.name}${isOffered(film, today()) ? '' : ', discontinued'}` : id;
  };
  const show = (mm: number) => formatLength(mm, { unit });
  const fullLengthOf = (filmId: string) =>
    Math.max(0, ...(films.find(({ id }) => id === filmId)?.rolls.map(({ lengthMm }) => lengthMm) ?? []));
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
  const read = async (file: File) => {
    setImported(null);
    setList(await readStockList(file));
  };
  const take = async (stock: ReadStock) => {
    const result = await save({ entries: [...stock.entries], removed: [] });
    if ('error' in result) return;
    setList(null);
    setImported(stock);
  };
  const open = (which: RackEntry | 'new') => {
    reset();
    setNewLot('');
    setSheet(which);
  };
  const remove = async (each: RackEntry) => {
    const result = await save({ entries: [], removed: [{ id: each.entry.id, baseVersion: each.version }] });
    setRemoved('error' in result ? null : each);
  };
  const putBack = async ({ entry, lot, place }: RackEntry) => {
    const result = await save({ entries: [{ entry, lot, place, baseVersion: 0 }], removed: [] });
    if (!('error' in result)) setRemoved(null);
  };
  return (
    <Page
      title="Rack"
      lead="Rolls and offcuts. A kept plan reserves what it takes; cutting takes it off and puts leftovers here."
      acts={
        <>
          {mayChange && book && (
            <>
              <Button weight="act" onClick={() => open('new')}>
                <Plus size={17} aria-hidden /> Put on the rack
              </Button>
              <ScanCode onCode={takeCode}>Read a code</ScanCode>
              <FileButton asks="Sheet of the rack" accept=".csv,.xlsx" onFile={read}>
                <FileUp size={17} aria-hidden /> Import CSV or Excel
              </FileButton>
            </>
          )}
          {book && (
            <Button
              onClick={() =>
                void csvOf([[...RACK_COLUMNS], ...linesOfRack(rack)]).then((csv) => download(csv, 'rack.csv'))
              }
            >
              <FileDown size={17} aria-hidden /> Save as CSV
            </Button>
          )}
        </>
      }
    >
      {!book && !error && <p role="status">Looking up the rack</p>}
      {book && named !== null && !byName && (
        <Note tone="doubt" role="status">
          {named} is not on the rack any more: it was used up, or removed.
        </Note>
      )}
      {byName && !mayChange && (
        <Note tone="good" role="status">
          {byName.entry.id}: {filmName(byName.entry.filmId)}, {show(byName.entry.width)} ×{' '}
          {formatRun(byName.entry.length, unit)}
          {byName.lot && `, lot ${byName.lot}`}
          {byName.reservedBy && `, for ${byName.reservedFor ?? 'a job'}`}.
        </Note>
      )}
      {removed && (
        <Note tone="good" role="status">
          <span className="flex flex-wrap items-center justify-between gap-3">
            {removed.entry.id} was removed from the rack.
            <Button size="low" disabled={isLoading} onClick={() => void putBack(removed)}>
              Put it back
            </Button>
          </span>
        </Note>
      )}
      {[error, sheet === null ? refused : undefined].map(
        (each, at) =>
          each && (
            <Note key={at} tone="no" role="alert">
              {sentenceOf(each)}
            </Note>
          ),
      )}
      {list && (
        <StockListImport
          list={list}
          films={films}
          rack={rack}
          unit={unit}
          busy={isLoading}
          onMap={setList}
          onTake={(stock) => void take(stock)}
          onClose={() => setList(null)}
        />
      )}
      {imported && (
        <>
          <Note tone="good" role="status">
            {countOf(imported.entries.length, 'line')} imported
            {imported.bad.length > 0 && `, ${imported.bad.length} left out`}.
          </Note>
          <BadLines bad={imported.bad} place="line" describe={describeRackProblem} />
        </>
      )}
      {book && rack.length === 0 && (
        <p className="text-quiet">The rack is empty. Put the first roll there.</p>
      )}
      {[...group(rack, ({ entry }) => entry.filmId)].map(([filmId, entries]) => (
        <section key={filmId} aria-label={filmName(filmId)}>
          <h2 className="pb-1 text-lg font-bold">{filmName(filmId)}</h2>
          <DataTable
            stacks
            {...(entries.length > MANY
              ? { label: `All of ${filmName(filmId)}`, maxHeight: 'max-h-[70vh]' }
              : {})}
            items={entries}
            keyOf={({ entry }) => entry.id}
            columns={[
              {
                key: 'name',
                width: 'w-[12%]',
                title: 'Name',
                names: 'strong',
                cell: ({ entry }) => entry.id,
                sortBy: ({ entry }) => entry.id,
              },
              {
                key: 'drawn',
                width: 'w-[15%]',
                title: <span className="sr-only">To scale</span>,
                cell: ({ entry }) => (
                  <StockPicture
                    kind={entry.kind}
                    widthMm={entry.width}
                    lengthMm={entry.length}
                    fullLengthMm={fullLengthOf(filmId)}
                  />
                ),
              },
              {
                key: 'size',
                width: 'w-[20%]',
                title: 'Size',
                cell: ({ entry }) =>
                  entry.kind === 'roll'
                    ? `${show(entry.width)} wide, ${formatRun(entry.length, unit)} left`
                    : `${show(entry.width)} × ${show(entry.length)}`,
                sortBy: ({ entry }) => entry.width * entry.length,
              },
              {
                key: 'kind',
                width: 'w-[18%]',
                title: 'What it is',
                cell: ({ entry }) => <KindOf entry={entry} worth={worthOf(entry)} />,
              },
              {
                key: 'place',
                title: 'Lot and place',
                cell: ({ lot, place, reservedBy, reservedFor }) => (
                  <>
                    {[lot && `lot ${lot}`, place].filter(Boolean).join(', ') || (
                      <span className="text-quiet">no place</span>
                    )}
                    {reservedBy && <b className="block text-ochre-text">for {reservedFor ?? 'a job'}</b>}
                  </>
                ),
              },
              ...(mayChange
                ? [
                    {
                      key: 'acts',
                      title: <span className="sr-only">Change or remove</span>,
                      align: 'right' as const,
                      cell: (each: RackEntry) => (
                        <span className="inline-flex gap-2">
                          <Button
                            size="low"
                            aria-label={`Change ${each.entry.id}`}
                            onClick={() => open(each)}
                          >
                            Change
                          </Button>
                          <a
                            className={buttonLook('plain', 'low')}
                            href={`/api/rack/labels?ids=${encodeURIComponent(each.entry.id)}`}
                            target="_blank"
                            rel="noreferrer"
                            aria-label={`Label of ${each.entry.id}`}
                          >
                            Label
                          </a>
                          <Button
                            size="low"
                            disabled={each.reservedBy !== null || isLoading}
                            title={each.reservedBy ? 'A job has it reserved' : undefined}
                            aria-label={`Remove ${each.entry.id} from the rack`}
                            onClick={() => void remove(each)}
                          >
                            Remove
                          </Button>
                        </span>
                      ),
                    },
                  ]
                : []),
            ]}
          />
        </section>
      ))}
      {book && <Consumables mayChange={mayChange} />}
      <ShopBuys unit={unit} filmName={filmName} />
      {sheet !== null && (
        <EntrySheet
          key={sheet === 'new' ? `new ${newLot}` : sheet.entry.id}
          before={sheet === 'new' ? null : sheet}
          lot={newLot}
          films={films}
          unit={unit}
          saving={isLoading}
          problem={refused ? sentenceOf(refused) : null}
          onClose={() => setSheet(null)}
          onSave={(entry) =>
            void save({ entries: [entry], removed: [] }).then((result) => {
              if ('error' in result) return;
              setSheet(null);
              setRemoved(null);
            })
          }
        />
      )}
    </Page>
  );
}
