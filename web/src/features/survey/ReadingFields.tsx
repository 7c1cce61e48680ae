import { patchRecord, removeWithDependents, twinsOfPanes } from '@neat-sill/core/job';
import {
  DIAGONAL_PLACES,
  READING_PLACES,
  nextReadingPlace,
  readingOf,
  type AnyPlace,
} from '@neat-sill/core/survey';
import { formatBareLength } from '@neat-sill/core/units';
import { READING_NAMES } from '@neat-sill/core/words';
import { CopyPlus, Plus, Trash2 } from 'lucide-react';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useSessionQuery } from '../../api/api.ts';
import {
  useAddOpening,
  useAppDispatch,
  useAppSelector,
  useJob,
  useTakeOff,
  useUnit,
  viewActions,
} from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField, type TypedLength } from '../../ui/LengthField.tsx';
import { Condition } from './Condition.tsx';
import { LaserPanel } from './LaserPanel.tsx';
import { Doubts } from './Doubts.tsx';
import { GlassAndFrame, type PaneWithId } from './GlassAndFrame.tsx';
import { Place } from './Place.tsx';
import { Sizes } from './Sizes.tsx';

/** Writes readings: the first at a place, or with `again` one more beside it, taken without looking at the first. */
export function useTakeReading(pane: PaneWithId, again: boolean) {
  const job = useJob();
  const { data: session } = useSessionQuery();
  return (place: AnyPlace, length: TypedLength | null, how: 'tape' | 'laser' = 'tape') => {
    const taken = { by: session?.person?.name ?? null, at: new Date().toISOString(), how };
    const first = pane.readings[place];
    const next =
      again && first
        ? { ...first, again: length ? [{ ...taken, mm: length.mm, typed: length.typed }] : [] }
        : length && readingOf(length.mm, length.typed, taken);
    const readings = { ...pane.readings, [place]: next };
    job.edit(`${READING_NAMES[place]} of pane ${pane.label}${again ? ', again' : ''}`, [
      patchRecord(job.records, 'pane', pane.id, { readings }),
    ]);
  };
}

/** The pane after this one that wants a reading. */
export function useNextUnread(pane: PaneWithId) {
  const { wallPanes } = useJob();
  const dispatch = useAppDispatch();
  const unread = wallPanes.find((other) => other.id !== pane.id && nextReadingPlace(other.readings) !== null);
  return unread
    ? () => {
        dispatch(viewActions.selected([unread.id]));
        dispatch(viewActions.readingAsked());
      }
    : null;
}

interface TapeFieldsProps {
  readonly pane: PaneWithId;
  /** A second, independent reading: the first is not shown. */
  readonly again: boolean;
  readonly onLast: () => void;
  /** The reading that has the cursor, or had it last. */
  readonly onFocused: (place: AnyPlace) => void;
  readonly children: ReactNode;
}

/** The six readings in the order of the tape; Enter goes on to the next, then to the next pane that wants one. */
function TapeFields({ pane, again, onLast, onFocused, children }: TapeFieldsProps) {
  const job = useJob();
  const unit = useUnit();
  const focusAsked = useAppSelector((state) => state.view.focusAsked);
  const fields = useRef(new Map<AnyPlace, HTMLInputElement>());
  const take = useTakeReading(pane, again);
  const doubtful = new Set<AnyPlace>((job.doubts.get(pane.id) ?? []).map(({ place }) => place));
  const withDiagonals = pane.readings.diagonalDown !== null || pane.readings.diagonalUp !== null;
  const [diagonals, setDiagonals] = useState(false);
  const places: readonly AnyPlace[] =
    diagonals || withDiagonals ? [...READING_PLACES, ...DIAGONAL_PLACES] : READING_PLACES;
  const wanted = again
    ? places.find((place) => pane.readings[place]?.again.length === 0)
    : nextReadingPlace(pane.readings);
  useEffect(() => {
    if (focusAsked > 0) fields.current.get(wanted ?? 'widthTop')?.focus();
    // Only when asked, or when another pane is shown: not at each reading that is taken.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- wanted changes with every reading
  }, [focusAsked, pane.id, again]);
  const goOn = (place: AnyPlace) => {
    const next = places[places.indexOf(place) + 1];
    if (next) fields.current.get(next)?.focus();
    else onLast();
  };
  const field = (place: AnyPlace) => {
    const first = pane.readings[place];
    const shown = again ? first?.again[0] : first;
    return (
      <LengthField
        key={`${pane.id} ${place} ${again}`}
        label={READING_NAMES[place]}
        valueMm={shown?.mm ?? null}
        unit={unit}
        draftKey={`${job.jobId} ${pane.id} ${place} ${again ? 'again' : ''}`}
        inDoubt={doubtful.has(place)}
        inputRef={(node) => {
          if (node) fields.current.set(place, node);
          else fields.current.delete(place);
        }}
        onTake={(length) => take(place, length)}
        onEnter={() => goOn(place)}
        onFocused={() => onFocused(place)}
      />
    );
  };
  return (
    <>
      <div className="grid grid-cols-2 grid-rows-3 gap-x-4 gap-y-3 [grid-auto-flow:column]">
        {READING_PLACES.map(field)}
      </div>
      {(diagonals || withDiagonals) && (
        <div className="grid grid-cols-2 gap-4">{DIAGONAL_PLACES.map(field)}</div>
      )}
      <div className="-mx-2.5 flex flex-wrap">
        {!diagonals && !withDiagonals && (
          <Button weight="quiet" size="low" onClick={() => setDiagonals(true)}>
            Diagonals as well
          </Button>
        )}
        {children}
      </div>
    </>
  );
}

/** Everything about one pane at a desk: readings, doubts, sizes, glass and frame, place. */
export function ReadingFields({ pane }: { pane: PaneWithId }) {
  const job = useJob();
  const dispatch = useAppDispatch();
  const takeOff = useTakeOff();
  const addButton = useRef<HTMLButtonElement>(null);
  const addOpening = useAddOpening();
  const nextUnread = useNextUnread(pane);
  const [again, setAgain] = useState(false);
  const unit = useUnit();
  const take = useTakeReading(pane, again);
  const focused = useRef<AnyPlace>('widthTop');
  const measured = READING_PLACES.some((place) => pane.readings[place] !== null);
  const addTwin = () => {
    if (!takeOff) return;
    const { ids, changes } = twinsOfPanes(takeOff, [pane.id]);
    job.edit(`A twin of pane ${pane.label}`, changes);
    dispatch(viewActions.selected(ids));
  };
  return (
    <>
      <TapeFields
        pane={pane}
        again={again}
        onLast={nextUnread ?? (() => addButton.current?.focus())}
        onFocused={(place) => {
          focused.current = place;
        }}
      >
        {measured && (
          <Button
            weight="quiet"
            size="low"
            aria-pressed={again}
            onClick={() => {
              setAgain(!again);
              dispatch(viewActions.readingAsked());
            }}
          >
            {again ? 'Show the first readings' : 'Read it again, the first unseen'}
          </Button>
        )}
      </TapeFields>
      <LaserPanel
        onRead={(mm) => {
          take(focused.current, { mm, typed: formatBareLength(mm, { unit }) }, 'laser');
          dispatch(viewActions.readingAsked());
        }}
      />
      <Doubts pane={pane} />
      <Sizes pane={pane} />
      <GlassAndFrame panes={[pane]} />
      <Condition pane={pane} />
      <Place pane={pane} />
      <div className="flex flex-wrap justify-between gap-3">
        <div className="flex flex-wrap gap-3">
          <button
            ref={addButton}
            type="button"
            onClick={addOpening}
            className="inline-flex min-h-12 items-center gap-2 rounded-sm border border-edge bg-edge px-4 font-semibold text-on-edge"
            aria-keyshortcuts="Alt+N"
          >
            <Plus size={18} aria-hidden /> Next opening
          </button>
          {measured && (
            <Button className="min-h-12" onClick={addTwin}>
              <CopyPlus size={17} aria-hidden /> A twin of it
            </Button>
          )}
        </div>
        <Button
          weight="danger"
          onClick={() =>
            job.edit(`Take away pane ${pane.label}`, removeWithDependents(job.records, 'pane', pane.id))
          }
        >
          <Trash2 size={17} aria-hidden /> Take pane {pane.label} away
        </Button>
      </div>
    </>
  );
}
