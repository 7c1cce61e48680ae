import {
  READING_PLACES,
  nextReadingPlace,
  paneOutline,
  placesOfShape,
  type ReadingPlace,
} from '@neat-sill/core/survey';
import { formatLength, parseLength } from '@neat-sill/core/units';
import { READING_NAMES, describeLengthProblem } from '@neat-sill/core/words';
import { Delete } from 'lucide-react';
import { useState } from 'react';
import { useAddOpening, useJob, useUnit } from '../job/index.ts';
import { outlinePath } from '../../drawing/outlinePath.ts';
import { Button } from '../../ui/Button.tsx';
import { Length, Size } from '../../ui/Length.tsx';
import { Condition } from './Condition.tsx';
import { Doubts } from './Doubts.tsx';
import { GlassAndFrame, type PaneWithId } from './GlassAndFrame.tsx';
import { ShapeOfPane } from './ShapeOfPane.tsx';
import { Place } from './Place.tsx';
import { useNextUnread, useEnterReading } from './ReadingFields.tsx';
import { useLengthDraft } from '../../ui/useLengthDraft.ts';
import { readingDraftKey } from './readingDraft.ts';

const DIGITS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0'] as const;
const EIGHTHS = ['1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8', '1/16'] as const;

/** Where the tape lies on the pane, drawn large. */
function TapeOnPane({ pane, place }: { pane: PaneWithId; place: ReadingPlace }) {
  const { derived } = useJob();
  const unit = useUnit();
  const glass = derived.pane(pane.id)?.sizes?.cutting ?? { widthMm: 3, heightMm: 4 };
  const scale = Math.min(300 / glass.widthMm, 210 / glass.heightMm);
  const [width, height] = [glass.widthMm * scale, glass.heightMm * scale];
  const [left, top] = [(358 - width) / 2, (236 - height) / 2];
  const outline = paneOutline(pane.shape, pane.readings);
  const level = {
    widthTop: 0.1,
    widthMiddle: 0.5,
    widthBottom: 0.9,
    heightLeft: 0.1,
    heightMiddle: 0.5,
    heightRight: 0.9,
  };
  const line = (at: ReadingPlace) =>
    at.startsWith('width')
      ? `M${left} ${top + height * level[at]}h${width}`
      : `M${left + width * level[at]} ${top}v${height}`;
  return (
    <svg
      viewBox="0 0 358 236"
      className="block w-full shrink-0"
      role="img"
      aria-label={`${READING_NAMES[place]} of pane ${pane.label}`}
    >
      <rect
        x={left - 8}
        y={top - 8}
        width={width + 16}
        height={height + 16}
        fill="var(--timber)"
        stroke="var(--ink)"
      />
      {outline.ok && pane.shape.kind !== 'blocks' ? (
        <>
          <rect x={left} y={top} width={width} height={height} fill="var(--hairline-soft)" />
          <path d={outlinePath(outline.value, { x: left, y: top, width, height })} fill="var(--glass)" />
        </>
      ) : (
        <rect x={left} y={top} width={width} height={height} fill="var(--glass)" />
      )}
      {READING_PLACES.filter((other) => pane.readings[other] && other !== place).map((other) => (
        <path key={other} d={line(other)} stroke="var(--hairline)" strokeWidth="1.5" />
      ))}
      <path d={line(place)} stroke="var(--ochre)" strokeWidth="7" />
      <path d={line(place)} stroke="var(--ink)" strokeWidth="1" strokeDasharray="1 7" />
      {pane.readings[place] && (
        <text
          x={left + width / 2}
          y={top + height / 2 - 8}
          textAnchor="middle"
          fontSize="20"
          fontWeight="700"
          fill="var(--ink)"
        >
          {formatLength(pane.readings[place].mm, { unit })}
        </text>
      )}
    </svg>
  );
}

/** One reading at a time, with a pad for the thumb: digits, fractions of the tape, and the next place. */
export function PhoneReading({ pane }: { pane: PaneWithId }) {
  const { derived, jobId } = useJob();
  const unit = useUnit();
  const take = useEnterReading(pane, 0);
  const places = placesOfShape(pane.shape);
  const nextUnread = useNextUnread(pane);
  const addOpening = useAddOpening();
  const [place, setPlace] = useState<ReadingPlace>(
    nextReadingPlace(pane.readings, pane.shape) ?? places[0] ?? 'widthTop',
  );
  const [draft, keepDraft] = useLengthDraft(readingDraftKey(jobId, pane.id, place));
  const text = draft ?? '';
  const [tried, setTried] = useState(false);
  const read = parseLength(text, unit, 'glass');
  const type = (next: string) => {
    keepDraft(next);
    setTried(false);
  };
  const fraction = (part: string) => type(/\d$/.test(text) ? `${text} ${part}` : `${text}${part}`);
  const goTo = (next: ReadingPlace) => {
    setPlace(next);
    setTried(false);
  };
  const at = places.indexOf(place);
  const onward = () => {
    const next = places[at + 1];
    if (next) goTo(next);
    else if (nextUnread) nextUnread();
  };
  const done = () => {
    if (text.trim() === '') return onward();
    setTried(true);
    if (!read.ok) return;
    take(place, { mm: read.value.mm, typed: text.trim() });
    keepDraft(null);
    setTried(false);
    onward();
  };
  const sizes = derived.pane(pane.id)?.sizes;
  const last = at === places.length - 1;
  const key = 'min-h-12 border border-hairline bg-sheet text-xl font-semibold active:bg-ochre-tint';
  return (
    <>
      <TapeOnPane pane={pane} place={place} />
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="text-xl font-bold">
          {READING_NAMES[place]}
          <span className="font-normal text-quiet"> of {pane.label}</span>
        </h2>
        {sizes && (
          <span className="text-quiet">
            <Size {...sizes.cutting} unit={unit} rounding="up" withUnit />
          </span>
        )}
      </div>
      <div className="flex min-h-15 items-center gap-2 border-2 border-ink bg-sheet pr-3">
        <input
          aria-label={READING_NAMES[place]}
          // The pad below types; a keyboard that is there types as well, the one on the screen stays away.
          inputMode="none"
          autoComplete="off"
          spellCheck={false}
          placeholder="off the tape"
          className="min-h-14 min-w-0 flex-1 bg-sheet px-3 text-2xl font-bold placeholder:font-normal placeholder:text-quiet"
          value={text}
          onChange={(event) => type(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') done();
          }}
        />
        {read.ok && (
          <span className="text-quiet">
            = <Length mm={read.value.mm} unit={unit} withUnit />
          </span>
        )}
      </div>
      {tried && !read.ok && (
        <p role="alert" className="text-brick">
          {describeLengthProblem(read.problem, unit)}
        </p>
      )}
      <Doubts pane={pane} />
      <div className="grid grid-cols-6 gap-1" role="group" aria-label="Number pad">
        <div className="col-span-4 grid grid-cols-3 gap-1">
          {DIGITS.map((digit) => (
            <button key={digit} type="button" className={key} onClick={() => type(text + digit)}>
              {digit}
            </button>
          ))}
          <button
            type="button"
            className={key}
            aria-label="Delete the last character"
            onClick={() => type(text.slice(0, -1))}
          >
            <Delete size={22} className="mx-auto" aria-hidden />
          </button>
        </div>
        <div className="col-span-2 grid grid-cols-2 gap-1">
          {EIGHTHS.map((part) => (
            <button key={part} type="button" className={`${key} text-base`} onClick={() => fraction(part)}>
              {part}
            </button>
          ))}
        </div>
      </div>
      <div className="grid grid-cols-[1fr_2fr] gap-1">
        <button
          type="button"
          className="min-h-14 border border-hairline bg-sheet font-semibold disabled:text-quiet"
          disabled={at === 0}
          onClick={() => goTo(places[at - 1] ?? place)}
        >
          Back
        </button>
        <button type="button" className="min-h-14 bg-edge text-xl font-bold text-on-edge" onClick={done}>
          {last ? (nextUnread ? 'Next pane' : 'Done') : text.trim() === '' ? 'Skip' : 'Next'}
        </button>
      </div>
      <Button className="min-h-12" onClick={addOpening}>
        Next opening
      </Button>
      <details>
        <summary className="min-h-12 py-3 font-semibold">Glass, frame and place</summary>
        <div className="flex flex-col gap-4">
          <ShapeOfPane panes={[pane]} />
          <GlassAndFrame panes={[pane]} />
          <Condition pane={pane} />
          <Place pane={pane} />
        </div>
      </details>
    </>
  );
}
