import {
  BARE_UNITS,
  openingsOfLine,
  parseOpeningLine,
  type BareUnit,
  type OpeningLine,
} from '@neat-sill/core/survey';
import { describeLineProblem, readBackLine } from '@neat-sill/core/words';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { useAppDispatch, useJob, useTakeOff, useUnit, viewActions } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { FieldFrame, fieldLook } from '../../ui/Field.tsx';

const UNIT_WORDS: Readonly<Record<BareUnit, string>> = { mm: 'millimetres', cm: 'centimetres', in: 'inches' };

/** An opening, or many twins, said in one line; what was understood is read back while one types. */
export function OpeningLineField() {
  const job = useJob();
  const unit = useUnit();
  const takeOff = useTakeOff();
  const dispatch = useAppDispatch();
  const input = useRef<HTMLInputElement>(null);
  const key = `draft line ${job.jobId}`;
  const [text, setText] = useState(() => sessionStorage.getItem(key) ?? '');
  const [tried, setTried] = useState(false);
  const unitKey = `line unit ${job.jobId}`;
  const [bareAs, setBareAs] = useState<BareUnit | null>(
    () => BARE_UNITS.find((each) => each === sessionStorage.getItem(unitKey)) ?? null,
  );
  const read = parseOpeningLine(text, unit, bareAs);
  useEffect(() => {
    const onKeyDown = (event: globalThis.KeyboardEvent) => {
      if (!event.altKey || event.key.toLowerCase() !== 'l') return;
      event.preventDefault();
      input.current?.focus();
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, []);
  const keep = (next: string) => {
    setText(next);
    setTried(false);
    sessionStorage.setItem(key, next);
  };
  const add = (line: OpeningLine) => {
    if (!takeOff) return;
    const { ids, changes } = openingsOfLine(takeOff, line);
    job.edit(`Add ${text.trim()}`, changes);
    dispatch(viewActions.selected(ids.slice(-1)));
    keep('');
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Escape') keep('');
    if (event.key !== 'Enter' || event.ctrlKey) return;
    event.preventDefault();
    setTried(true);
    if (read.ok && !lost) add(read.value);
  };
  const asked = tried && !read.ok && read.problem.code === 'line.whichUnit' ? read.problem.units : [];
  const answer = (meant: BareUnit) => {
    setBareAs(meant);
    sessionStorage.setItem(unitKey, meant);
    const line = parseOpeningLine(text, unit, meant);
    if (line.ok) add(line.value);
    input.current?.focus();
  };
  const above = read.ok ? read.value.above : null;
  const lost =
    above && !job.wallPanes.some(({ label }) => above.label === null || label === above.label)
      ? above.label === null
        ? 'Nothing stands on this wall yet for it to be above.'
        : `There is no pane ${above.label} on this wall for it to be above.`
      : null;
  const problem =
    tried && lost ? lost : tried && !read.ok ? describeLineProblem(read.problem, unit) : undefined;
  const hint = read.ok
    ? `= ${readBackLine(read.value, unit)}`
    : text
      ? undefined
      : 'Enter adds it; Alt+L comes back here';
  return (
    <>
      <FieldFrame label="Quick entry: width x height" problem={problem} hint={hint}>
        {(ids) => (
          <input
            {...ids}
            ref={input}
            className={`${fieldLook} text-lg font-semibold`}
            autoComplete="off"
            spellCheck={false}
            placeholder={unit === 'mm' ? '640 x 1120 x3 sash' : '32 1/4 x 44 1/8 x3 sash'}
            aria-keyshortcuts="Alt+L"
            value={text}
            onChange={(event) => keep(event.target.value)}
            onKeyDown={onKeyDown}
          />
        )}
      </FieldFrame>
      {asked.length > 0 && (
        <div className="flex flex-wrap gap-2" role="group" aria-label="Which unit">
          {asked.map((meant) => (
            <Button key={meant} onClick={() => answer(meant)}>
              {text.trim()} in {UNIT_WORDS[meant]}
            </Button>
          ))}
        </div>
      )}
    </>
  );
}
