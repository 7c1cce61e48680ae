import { RULES_OF_ROLES, type CutPulls, type RackEntry } from '@neat-sill/core/contract';
import type { CutStep } from '@neat-sill/core/cuts';
import { listOf } from '@neat-sill/core/units';
import { Tag } from 'lucide-react';
import { useState, type FormEvent } from 'react';
import { sentenceOf, useCutPullsQuery, useSaveRackMutation, useSessionQuery } from '../../api/api.ts';
import { ScanCode } from '../../scan/ScanCode.tsx';
import { Button, buttonLook } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Size } from '../../ui/Length.tsx';
import { Note } from '../../ui/Note.tsx';
import { useJob, useUnit } from '../job/index.ts';

const labelsOf = (entries: readonly RackEntry[]) =>
  `/api/rack/labels?${entries.map(({ entry }) => `ids=${encodeURIComponent(entry.id)}`).join('&')}`;

/** Asks what stands on a roll that was just opened; its leftovers are of the same lot. */
function LotOf({ roll, offcuts }: { roll: RackEntry; offcuts: readonly RackEntry[] }) {
  const [lot, setLot] = useState('');
  const [place, setPlace] = useState('');
  const [save, { error, isLoading }] = useSaveRackMutation();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const written = { lot: lot.trim() || null, place: place.trim() || null };
    const entries = [
      { entry: roll.entry, ...written, baseVersion: roll.version },
      ...offcuts
        .filter((each) => each.lot === null && written.lot !== null)
        .map((each) => ({
          entry: each.entry,
          lot: written.lot,
          place: each.place,
          baseVersion: each.version,
        })),
    ];
    void save({ entries, removed: [] });
  };
  return (
    <form className="mt-2 flex flex-wrap items-end gap-2" onSubmit={submit}>
      <div className="w-36">
        <TextField
          label={`Lot of ${roll.entry.id}`}
          maxLength={60}
          value={lot}
          onChange={(event) => setLot(event.target.value)}
        />
      </div>
      <div className="w-36">
        <TextField
          label="Its place"
          maxLength={60}
          value={place}
          onChange={(event) => setPlace(event.target.value)}
        />
      </div>
      <ScanCode onCode={(code) => code.kind === 'lot' && setLot(code.lot)}>Read its code</ScanCode>
      <Button type="submit" weight="act" disabled={isLoading || (lot.trim() === '' && place.trim() === '')}>
        Save
      </Button>
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
    </form>
  );
}

type PullCut = CutPulls[number];

function PullDoneNote({ cut, isNew }: { cut: PullCut; isNew: boolean }) {
  const unit = useUnit();
  const { data: session } = useSessionQuery();
  const mayChange = session?.person ? RULES_OF_ROLES[session.person.role].changesRack : false;
  const { roll, opened, offcuts } = cut;
  const asksLot = opened && roll !== null && roll.lot === null;
  const isBought = roll !== null && !opened && isNew;
  const toLabel = [...(opened && roll ? [roll] : []), ...offcuts];
  if (toLabel.length === 0 && !isBought) return null;
  return (
    <div className="text-sm">
      {isBought && (
        <p>
          The new roll stood on the rack already: it came off <b>{roll.entry.id}</b>
          {roll.lot && `, lot ${roll.lot}`}.
        </p>
      )}
      {opened && roll && (
        <p>
          A new roll is on the rack: write <b>{roll.entry.id}</b> on it.
        </p>
      )}
      {offcuts.map(({ entry }) => (
        <p key={entry.id}>
          Write <b>{entry.id}</b> on the leftover{' '}
          <Size widthMm={entry.width} heightMm={entry.length} unit={unit} />
          {entry.factoryEdges.length > 0 && ` (${listOf(entry.factoryEdges)} edge)`}.
        </p>
      ))}
      {asksLot && mayChange && <LotOf roll={roll} offcuts={offcuts} />}
      {asksLot && !mayChange && <p>Tell an installer the lot that stands on it.</p>}
      {toLabel.length > 0 && (
        <a
          className={`${buttonLook('plain', 'low')} mt-1`}
          href={labelsOf(toLabel)}
          target="_blank"
          rel="noreferrer"
        >
          <Tag size={15} aria-hidden /> {toLabel.length === 1 ? 'Label' : 'Labels'} (PDF)
        </a>
      )}
    </div>
  );
}

/** What is to be written on a roll that was opened for a pull, and on its leftovers. */
export function PullDone({ step, keptAt }: { step: CutStep; keptAt: string }) {
  const pullId = step.pull.id;
  const { jobId } = useJob();
  const { data } = useCutPullsQuery(jobId);
  const cut = data?.find((each) => each.pullId === pullId && each.keptAt === keptAt);
  return cut ? <PullDoneNote key={cut.pullId} cut={cut} isNew={step.source.kind === 'new'} /> : null;
}
