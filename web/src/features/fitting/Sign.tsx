import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { SignaturePad, type Strokes } from '../../ui/SignaturePad.tsx';
import { showMoment } from '../../ui/format.ts';
import { useJob } from '../job/index.ts';
import { useFittingLog } from './useFittingLog.ts';

const SAYS = {
  condition: 'The glass and its frames were found as they stand in the condition sheet.',
  handover: 'The film is hung and was looked at together.',
} as const;

const SHEETS = { condition: 'condition sheet', handover: 'fitting report' } as const;

function SignSheet({ sheet, onClose }: { sheet: keyof typeof SAYS; onClose: () => void }) {
  const { header } = useJob();
  const write = useFittingLog();
  const [name, setName] = useState(header.customer);
  const [strokes, setStrokes] = useState<Strokes>([]);
  const missing = name.trim() === '' ? 'Who signs?' : strokes.length === 0 ? 'Sign in the field.' : null;
  return (
    <Sheet title={`Signature under the ${SHEETS[sheet]}`} open onClose={onClose}>
      <p>{SAYS[sheet]}</p>
      <TextField
        label="Name"
        value={name}
        maxLength={120}
        onChange={(event) => setName(event.target.value)}
      />
      <SignaturePad label="Sign here" strokes={strokes} onStrokes={setStrokes} />
      <div className="flex flex-wrap items-center justify-end gap-2">
        {missing && <span className="text-sm text-quiet">{missing}</span>}
        <Button className="min-h-12" disabled={strokes.length === 0} onClick={() => setStrokes([])}>
          Clear
        </Button>
        <Button className="min-h-12" onClick={onClose}>
          Cancel
        </Button>
        <Button
          className="min-h-12"
          weight="act"
          disabled={missing !== null}
          onClick={() => {
            const drawn = strokes.map((stroke) => stroke.map(([x, y]): [number, number] => [x, y]));
            write(`${name.trim()} signs`, [
              [null, { kind: 'signed', sheet, name: name.trim(), strokes: drawn }],
            ]);
            onClose();
          }}
        >
          Sign
        </Button>
      </div>
    </Sheet>
  );
}

/** Has somebody sign under a sheet of the job, and says who has. */
export function Sign({ sheet }: { sheet: keyof typeof SAYS }) {
  const { derived } = useJob();
  const [open, setOpen] = useState(false);
  const last = (derived.log.get(null) ?? [])
    .flatMap(({ at, says }) =>
      says.kind === 'signed' && says.sheet === sheet ? [{ at, name: says.name }] : [],
    )
    .at(-1);
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Button className="min-h-12" onClick={() => setOpen(true)}>
        {last ? `Sign the ${SHEETS[sheet]} again` : `Sign the ${SHEETS[sheet]}`}
      </Button>
      {last && (
        <span className="text-quiet">
          Signed by {last.name}, {showMoment(last.at)}
        </span>
      )}
      {open && <SignSheet sheet={sheet} onClose={() => setOpen(false)} />}
    </div>
  );
}
