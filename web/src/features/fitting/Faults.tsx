import { replacementFor, type FaultStanding, type PaneFault } from '@neat-sill/core/fitting';
import type { DerivedPane } from '@neat-sill/core/job';
import { formatArea, formatLength, formatMoney } from '@neat-sill/core/units';
import { FAULT_NAMES, FAULT_STANDING_NAMES, describePlaceOnPane } from '@neat-sill/core/words';
import { useState } from 'react';
import { Link } from 'react-router';
import { useShopQuery } from '../../api/api.ts';
import { Button, buttonLook } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { StoredPicture } from '../../ui/StoredPicture.tsx';
import { showDay, showMoment } from '../../ui/format.ts';
import { useJob, useUnit } from '../job/index.ts';
import { useFittingLog, useMyName } from './useFittingLog.ts';

type Ended = Exclude<FaultStanding, 'open'>;

const ASKS: Readonly<Record<Ended, { readonly act: string; readonly who: string; readonly how: string }>> = {
  mended: { act: 'Mended', who: 'Who mended it', how: 'How' },
  replaced: { act: 'Piece replaced', who: 'Who replaced the piece', how: 'With which piece' },
  accepted: { act: 'Accepted', who: 'Who accepts it as it is', how: 'Why' },
  watched: { act: 'Watch', who: 'Who watches it', how: 'What for' },
};

/** What the piece would be cut from again, and what that costs. */
function CutFrom({ pane }: { pane: DerivedPane }) {
  const { jobShopData, rules } = useJob();
  const { data: shop } = useShopQuery();
  const unit = useUnit();
  const [piece] = pane.pieces;
  if (!piece || !pane.film) return <>Keep a plan first: it says how large the piece is. </>;
  const size = { width: piece.w, length: piece.l };
  const found = replacementFor(size, pane.film, jobShopData.stock);
  if (!found) return <>No roll of this film is wide enough for it. </>;
  const minutes = Math.ceil((rules.cutting.work.pullSeconds + rules.cutting.work.knifeSeconds) / 60);
  const text = `${formatLength(size.width, { unit })} × ${formatLength(size.length, { unit })}`;
  const from = {
    leftover: `leftover ${found.stockId ?? ''}`,
    roll: `roll ${found.stockId ?? ''}`,
    newRoll: 'a roll that is to be bought',
  }[found.from];
  const cost =
    found.filmCost === null || !shop
      ? ''
      : found.filmCost === 0
        ? ', nothing to buy'
        : `, ${formatMoney(found.filmCost, shop.details.currency)} of film`;
  return (
    <>
      {text}, out of {from}: {formatArea(found.filmM2, unit)}
      {cost}, about {minutes} min at the bench.{' '}
    </>
  );
}

function BecomesSheet({
  pane,
  fault,
  standing,
  onClose,
}: {
  pane: DerivedPane;
  fault: PaneFault;
  standing: Ended;
  onClose: () => void;
}) {
  const write = useFittingLog();
  const mine = useMyName();
  const { jobId } = useJob();
  const [by, setBy] = useState(standing === 'accepted' ? '' : mine);
  const [how, setHow] = useState('');
  const [until, setUntil] = useState('');
  const asks = ASKS[standing];
  const ready = by.trim() !== '' && (standing !== 'watched' || until !== '');
  return (
    <Sheet
      title={`${FAULT_NAMES[fault.kind]}, pane ${pane.record.label}: ${asks.act.toLowerCase()}`}
      open
      onClose={onClose}
    >
      {standing === 'replaced' && (
        <p>
          <CutFrom pane={pane} />
          <Link className={`${buttonLook('quiet')} px-0`} to={`/jobs/${jobId}/cuts`}>
            Make it again in Cuts
          </Link>
        </p>
      )}
      <TextField
        label={asks.who}
        value={by}
        maxLength={120}
        onChange={(event) => setBy(event.target.value)}
      />
      <TextField
        label={asks.how}
        value={how}
        maxLength={400}
        onChange={(event) => setHow(event.target.value)}
      />
      {standing === 'watched' && (
        <TextField
          label="Until"
          type="date"
          value={until}
          onChange={(event) => setUntil(event.target.value)}
        />
      )}
      <div className="flex justify-end gap-2">
        <Button className="min-h-12" onClick={onClose}>
          Cancel
        </Button>
        <Button
          className="min-h-12"
          weight="act"
          disabled={!ready}
          onClick={() => {
            write(`${FAULT_NAMES[fault.kind]} ${asks.act.toLowerCase()}, pane ${pane.record.label}`, [
              [
                pane.id,
                {
                  kind: 'faultIs',
                  faultId: fault.id,
                  standing,
                  how: how.trim(),
                  by: by.trim(),
                  until: standing === 'watched' ? until : null,
                },
              ],
            ]);
            onClose();
          }}
        >
          {asks.act}
        </Button>
      </div>
    </Sheet>
  );
}

function FaultCard({ pane, fault }: { pane: DerivedPane; fault: PaneFault }) {
  const [becomes, setBecomes] = useState<Ended | null>(null);
  const unit = useUnit();
  const { kind, note, sizeMm, standing, history, x, y } = fault;
  const open = standing === 'open' || standing === 'watched';
  const last = history.at(-1);
  return (
    <li
      className={`border-l-4 px-3 py-1.5 ${open ? 'border-brick bg-brick-tint' : 'border-edge bg-edge-tint'}`}
    >
      <p>
        <b>{FAULT_NAMES[kind]}</b> at the {describePlaceOnPane({ x, y })}
        {sizeMm !== null && `, ${formatLength(sizeMm, { unit })}`}
        {note && `, ${note}`}
        {standing !== 'open' && `: ${FAULT_STANDING_NAMES[standing]}`}
        {last?.until && ` until ${showDay(last.until)}`}
      </p>
      {fault.pictureId && (
        <StoredPicture id={fault.pictureId} alt={`${FAULT_NAMES[kind]}, pane ${pane.record.label}`} />
      )}
      <details>
        <summary className="cursor-pointer text-sm text-quiet">
          {history.length === 1 ? 'noted' : FAULT_STANDING_NAMES[last?.standing ?? 'open']}{' '}
          {showMoment(last?.at ?? fault.notedAt)}
          {last?.by && `, ${last.by}`}
        </summary>
        <ol className="text-sm">
          {history.map(({ at, by, how, standing: then }, number) => (
            <li key={at}>
              {showMoment(at)}: {number === 0 ? 'noted' : FAULT_STANDING_NAMES[then]}
              {by && `, ${by}`}
              {how && `, ${how}`}
            </li>
          ))}
        </ol>
      </details>
      {open && (
        <div
          className="mt-1 grid grid-cols-4 gap-1"
          role="group"
          aria-label={`What becomes of ${FAULT_NAMES[kind].toLowerCase()}`}
        >
          {(['mended', 'watched', 'replaced', 'accepted'] as const).map((each) => (
            <Button key={each} className="min-h-12 px-1 text-sm" onClick={() => setBecomes(each)}>
              {each === 'replaced' ? 'Replaced' : ASKS[each].act}
            </Button>
          ))}
        </div>
      )}
      {becomes && (
        <BecomesSheet pane={pane} fault={fault} standing={becomes} onClose={() => setBecomes(null)} />
      )}
    </li>
  );
}

/** The faults of a pane: open ones first, each with what became of it. */
export function Faults({ pane }: { pane: DerivedPane }) {
  const { faults, openFaults } = pane.fitting;
  if (faults.length === 0) return null;
  const settled = faults.filter((fault) => !openFaults.includes(fault));
  return (
    <ul className="flex flex-col gap-1" aria-label="Faults">
      {[...openFaults, ...settled].map((fault) => (
        <FaultCard key={fault.id} pane={pane} fault={fault} />
      ))}
    </ul>
  );
}
