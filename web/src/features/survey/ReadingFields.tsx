import { patchRecord } from '@neat-sill/core/record';
import {
  ALL_PLACES,
  DIAGONAL_PLACES,
  READING_PLACES,
  axisOf,
  nextReadingPlace,
  placesOfShape,
  readingOf,
  type AnyPlace,
  type Axis,
  type TakenLength,
} from '@neat-sill/core/survey';
import { formatBareLength } from '@neat-sill/core/units';
import { READING_NAMES } from '@neat-sill/core/words';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useSessionQuery } from '../../api/api.ts';
import { useAppDispatch, useAppSelector, useJob, useUnit, viewActions } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField, type TypedLength } from '../../ui/LengthField.tsx';
import { DevicesMenu } from './Devices.tsx';
import { LaserPanel } from './LaserPanel.tsx';
import type { PaneWithId } from './GlassAndFrame.tsx';
import { SameAs } from './SameAs.tsx';
import { nextEmpty } from './nextEmpty.ts';
import { readingDraftKey } from './readingDraft.ts';

/** Which reading at each place: 0 the first, then the independent further ones. */
type Round = number;

/** Most readings kept at a place beside the first. */
const MOST_ROUNDS = 20;

const countAt = (pane: PaneWithId, place: AnyPlace) =>
  pane.readings[place] ? 1 + pane.readings[place].again.length : 0;

/** The next round of independent readings: the one that some place with a first reading still lacks. */
function nextRound(pane: PaneWithId): Round | null {
  const counts = ALL_PLACES.map((place) => countAt(pane, place)).filter((count) => count > 0);
  const round = Math.min(...counts);
  return counts.length > 0 && round <= MOST_ROUNDS ? round : null;
}

/** Writes readings: the first at a place, or a further one beside it, taken without looking at the first. */
export function useEnterReading(pane: PaneWithId, round: Round) {
  const job = useJob();
  const { data: session } = useSessionQuery();
  return (place: AnyPlace, length: TypedLength | null, how: 'tape' | 'laser' = 'tape') => {
    const taken = { by: session?.person?.name ?? null, at: new Date().toISOString(), how };
    const first = pane.readings[place];
    const further = (readings: readonly TakenLength[]) => {
      const kept = readings.filter((_, at) => at !== round - 1);
      return length ? kept.toSpliced(round - 1, 0, { ...taken, mm: length.mm, typed: length.typed }) : kept;
    };
    const next =
      round > 0 && first
        ? { ...first, again: further(first.again) }
        : length && readingOf(length.mm, length.typed, taken);
    job.edit(`${READING_NAMES[place]} of pane ${pane.label}${round > 0 ? ', again' : ''}`, [
      patchRecord(job.records, 'pane', pane.id, { readings: { ...pane.readings, [place]: next } }),
    ]);
  };
}

/** The pane after this one that wants a reading. */
export function useNextUnread(pane: PaneWithId) {
  const { wallPanes } = useJob();
  const dispatch = useAppDispatch();
  const unread = wallPanes.find(
    (other) => other.id !== pane.id && nextReadingPlace(other.readings, other.shape) !== null,
  );
  return unread
    ? () => {
        dispatch(viewActions.selected([unread.id]));
        dispatch(viewActions.readingAsked());
      }
    : null;
}

interface TapeFieldsProps {
  readonly pane: PaneWithId;
  /** In further rounds the readings before are not shown. */
  readonly round: Round;
  readonly onLast: () => void;
  /** The reading that has the cursor, or had it last. */
  readonly onFocused: (place: AnyPlace) => void;
  readonly children: ReactNode;
}

/** The readings of a pane in the order of the tape; Enter goes on to the next empty one, then to the next pane that wants one. */
function TapeFields({ pane, round, onLast, onFocused, children }: TapeFieldsProps) {
  const job = useJob();
  const unit = useUnit();
  const focusAsked = useAppSelector((state) => state.view.focusAsked);
  const fields = useRef(new Map<AnyPlace, HTMLInputElement>());
  const take = useEnterReading(pane, round);
  const doubtful = new Set<AnyPlace>((job.doubts.get(pane.id) ?? []).map(({ place }) => place));
  const mayLean = pane.shape.kind === 'rectangle' || pane.shape.kind === 'quadrilateral';
  const withDiagonals =
    pane.shape.kind === 'quadrilateral' ||
    (mayLean && (pane.readings.diagonalDown !== null || pane.readings.diagonalUp !== null));
  const [asked, setAsked] = useState(false);
  const diagonals = withDiagonals || (mayLean && asked);
  const ofShape = placesOfShape(pane.shape);
  // Again is read only what was read before.
  const places = [...ofShape, ...(diagonals ? DIAGONAL_PLACES : [])].filter(
    (place) => round === 0 || pane.readings[place] !== null,
  );
  const wanted =
    round === 0
      ? nextReadingPlace(pane.readings, pane.shape)
      : places.find((place) => countAt(pane, place) <= round);
  useEffect(() => {
    if (focusAsked > 0) fields.current.get(wanted ?? places[0] ?? 'widthTop')?.focus();
    // Only when asked, or when another pane is shown: not at each reading that is taken.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- wanted changes with every reading
  }, [focusAsked, pane.id, round]);
  const goOn = (place: AnyPlace) => {
    const next = nextEmpty(places, place, (each) => countAt(pane, each) <= round);
    if (next) fields.current.get(next)?.focus();
    else onLast();
  };
  const field = (place: AnyPlace) => {
    const first = pane.readings[place];
    const shown = round > 0 ? first?.again[round - 1] : first;
    return (
      <LengthField
        key={`${pane.id} ${place} ${round}`}
        label={READING_NAMES[place]}
        valueMm={shown?.mm ?? null}
        unit={unit}
        draftKey={readingDraftKey(job.jobId, pane.id, place, round)}
        inDoubt={doubtful.has(place)}
        inputRef={(node) => {
          if (node) fields.current.set(place, node);
          else fields.current.delete(place);
        }}
        mayBeEmpty
        onTake={(length) => take(place, length)}
        onEnter={() => goOn(place)}
        onFocused={() => onFocused(place)}
      />
    );
  };
  const column = (axis: Axis) => (
    <div className="flex flex-col gap-3">
      {ofShape.filter((place) => axisOf(place) === axis && places.includes(place)).map(field)}
    </div>
  );
  return (
    <>
      <div className="grid grid-cols-2 gap-x-4">
        {column('width')}
        {column('height')}
      </div>
      {diagonals && (
        <div className="grid grid-cols-2 gap-4">
          {DIAGONAL_PLACES.filter((place) => places.includes(place)).map(field)}
        </div>
      )}
      <div className="-mx-2.5 flex flex-wrap">
        {!diagonals && mayLean && round === 0 && (
          <Button weight="quiet" size="low" onClick={() => setAsked(true)}>
            Diagonals as well
          </Button>
        )}
        {children}
      </div>
    </>
  );
}

/** The readings of one pane at a desk, off the tape or the laser. */
export function ReadingFields({ pane, onLast }: { pane: PaneWithId; onLast: () => void }) {
  const dispatch = useAppDispatch();
  const nextUnread = useNextUnread(pane);
  const [round, setRound] = useState<Round>(0);
  const unit = useUnit();
  const take = useEnterReading(pane, round);
  const focused = useRef<AnyPlace>('widthTop');
  const further = nextRound(pane);
  const measured = READING_PLACES.some((place) => pane.readings[place] !== null);
  return (
    <>
      <TapeFields
        pane={pane}
        round={round}
        onLast={nextUnread ?? onLast}
        onFocused={(place) => {
          focused.current = place;
        }}
      >
        {measured && (
          <Button
            weight="quiet"
            size="low"
            aria-pressed={round > 0}
            disabled={round === 0 && further === null}
            onClick={() => {
              setRound(round > 0 ? 0 : (further ?? 0));
              dispatch(viewActions.readingAsked());
            }}
          >
            {round > 0
              ? 'Show the first readings'
              : `Measure again, ${further === 1 || further === null ? 'blind' : `the first ${further} unseen`}`}
          </Button>
        )}
        <SameAs pane={pane} />
        <DevicesMenu />
      </TapeFields>
      <LaserPanel
        onRead={(mm) => {
          take(focused.current, { mm, typed: formatBareLength(mm, { unit }) }, 'laser');
          dispatch(viewActions.readingAsked());
        }}
      />
    </>
  );
}
