import {
  DIAGNOSIS,
  viewingVerdict,
  type DiagnosisEnd,
  type DiagnosisQuestion,
} from '@neat-sill/core/fitting';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { useJob } from '../job/index.ts';
import { FaultPicture } from './FaultPicture.tsx';

const WHEN = { now: 'Now', later: 'Later', never: 'Leave it' } as const;
const WHO = {
  installer: 'The installer decides.',
  customer: 'The customer decides.',
  maker: 'The film’s maker decides.',
} as const;

/** What a fault comes of, what to do, who decides, and how to keep it from coming again. */
export function EndOfDiagnosis({ end }: { end: DiagnosisEnd }) {
  return (
    <Note tone={end.when === 'never' ? 'good' : 'doubt'}>
      <p className="font-semibold">{end.cause}</p>
      <p>
        {WHEN[end.when]}: {end.remedy.charAt(0).toLowerCase() + end.remedy.slice(1)} {WHO[end.decides]}
      </p>
      <p className="text-quiet">Next time: {end.prevent.charAt(0).toLowerCase() + end.prevent.slice(1)}</p>
    </Note>
  );
}

const VERDICTS = { notAFault: 'Not a fault', mend: 'Mend it', replace: 'Replace the piece' } as const;
const BECAUSE = {
  light: 'it is judged in daylight, no lamp and no sun on the pane',
  distance: 'it is not seen from the viewing distance',
  searched: 'it was found only by searching',
  small: 'it is no larger than is left alone there',
  edge: 'at an edge it can be lifted and cleaned',
  middle: 'in the middle it can’t be reached',
} as const;

/** The viewing rule as a small tool: how it is looked at, and whether that makes it a fault. */
function Viewing() {
  const { rules } = useJob();
  const [seenFromM, setSeenFromM] = useState(rules.fitting.inspectFromM);
  const [sizeMm, setSizeMm] = useState(2);
  const [minutes, setMinutes] = useState(0.5);
  const [light, setLight] = useState<'daylight' | 'lamp' | 'sun'>('daylight');
  const [place, setPlace] = useState<'edge' | 'middle'>('middle');
  const { verdict, because } = viewingVerdict({ seenFromM, sizeMm, minutes, light, place }, rules.fitting);
  return (
    <details className="border border-hairline p-3">
      <summary className="min-h-10 cursor-pointer font-semibold">Is it a fault? By the viewing rule</summary>
      <div className="flex flex-col gap-3 pt-2">
        <div className="grid grid-cols-3 gap-2">
          <NumberField label="Seen from, m" value={seenFromM} from={0} to={20} of="m" onTake={setSeenFromM} />
          <NumberField label="Size, mm" value={sizeMm} from={0} to={1000} of="mm" onTake={setSizeMm} />
          <NumberField label="Found in, min" value={minutes} from={0} to={60} of="min" onTake={setMinutes} />
        </div>
        <OneOf
          label="Light"
          look="key"
          className="grid grid-cols-3 gap-1"
          options={[
            ['daylight', 'Daylight'],
            ['lamp', 'Lamp'],
            ['sun', 'Sun on it'],
          ]}
          value={light}
          onChoose={setLight}
        />
        <OneOf
          label="Place"
          look="key"
          className="grid grid-cols-2 gap-1"
          options={[
            ['edge', 'Near an edge'],
            ['middle', 'In the middle'],
          ]}
          value={place}
          onChoose={setPlace}
        />
        <p role="status" className="text-lg">
          <b>{VERDICTS[verdict]}</b>: {BECAUSE[because]}.
        </p>
      </div>
    </details>
  );
}

function Question({ question, onAnswer }: { question: DiagnosisQuestion; onAnswer: (to: string) => void }) {
  return (
    <>
      <p className="text-xl font-bold">{question.ask}</p>
      <div className="flex flex-col gap-2">
        {question.answers.map(({ say, picture, to }) => (
          <Button key={say} className="min-h-14 justify-start text-left" onClick={() => onAnswer(to)}>
            <FaultPicture kind={picture} />
            {say}
          </Button>
        ))}
      </div>
    </>
  );
}

interface DiagnoseProps {
  /** The cause that the answers come to; it is shown first, and taken by a button. */
  readonly onEnd: (end: DiagnosisEnd) => void;
  readonly onLeave: () => void;
}

/** A few questions about what is seen, with small drawings, down to its cause. */
export function Diagnose({ onEnd, onLeave }: DiagnoseProps) {
  const [trail, setTrail] = useState<readonly string[]>([DIAGNOSIS.first]);
  const at = trail.at(-1) ?? DIAGNOSIS.first;
  const question = DIAGNOSIS.questions[at];
  const end = DIAGNOSIS.ends[at];
  return (
    <>
      {question && <Question question={question} onAnswer={(to) => setTrail([...trail, to])} />}
      {end && (
        <>
          <EndOfDiagnosis end={end} />
          {end.byViewing && <Viewing />}
        </>
      )}
      <div className="flex flex-wrap justify-end gap-2">
        <Button
          className="min-h-12"
          onClick={() => (trail.length > 1 ? setTrail(trail.slice(0, -1)) : onLeave())}
        >
          Back
        </Button>
        {end && (
          <Button className="min-h-12" weight="act" onClick={() => onEnd(end)}>
            That is it
          </Button>
        )}
      </div>
    </>
  );
}
