import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { customerTexts } from '@neat-sill/core/words';
import { SignSheet } from '../../ui/SignSheet.tsx';
import { showMoment } from '../../ui/format.ts';
import { useJob } from '../job/index.ts';
import { useFittingLog } from './useFittingLog.ts';

const SAYS = {
  condition: 'The glass and its frames were found as they stand in the condition sheet.',
  handover: 'The film is hung and was looked at together.',
} as const;

const SHEETS = { condition: 'condition sheet', handover: 'fitting report' } as const;

function SignUnder({ sheet, onClose }: { sheet: keyof typeof SAYS; onClose: () => void }) {
  const { header } = useJob();
  const write = useFittingLog();
  return (
    <SignSheet
      title={`Signature under the ${SHEETS[sheet]}`}
      says={SAYS[sheet]}
      name={header.customer}
      act="Sign"
      asks={customerTexts('en').signing}
      onClose={onClose}
      onSign={(name, strokes) => {
        write(`${name} signs`, [[null, { kind: 'signed', sheet, name, strokes }]]);
        onClose();
      }}
    />
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
      {open && <SignUnder sheet={sheet} onClose={() => setOpen(false)} />}
    </div>
  );
}
