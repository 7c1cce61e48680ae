import { HIDING_THINGS, SIDES, type Pane } from '@neat-sill/core/survey';
import { CONDITION_NAMES, HIDING_NAMES, SIDE_NAMES } from '@neat-sill/core/words';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { useSessionQuery } from '../../api/api.ts';
import { useJob, useUnit } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import type { PaneWithId } from './GlassAndFrame.tsx';
import { usePaneWriter } from './usePaneWriter.ts';
import { Fixtures } from './Fixtures.tsx';
import { MarkSheet } from './MarkSheet.tsx';
import { StoredPicture } from '../../ui/StoredPicture.tsx';
import { WhatBecomes } from './WhatBecomes.tsx';

function Marks({ pane }: { pane: PaneWithId }) {
  const { data: session } = useSessionQuery();
  const [open, setOpen] = useState(false);
  const write = usePaneWriter(pane);
  return (
    <>
      {pane.condition.length > 0 && (
        <ol className="flex flex-col gap-1">
          {pane.condition.map((defect, at) => {
            const { id, kind, note, pictureId } = defect;
            return (
              <li
                key={id}
                className="flex items-start justify-between gap-2 border-l-4 border-ochre bg-ochre-tint px-3 py-1"
              >
                <span className="min-w-0 flex-1">
                  {at + 1}. <b>{CONDITION_NAMES[kind]}</b>
                  {note && `, ${note}`}
                  {pictureId && (
                    <StoredPicture id={pictureId} alt={`${CONDITION_NAMES[kind]} on pane ${pane.label}`} />
                  )}
                  <WhatBecomes defect={defect} pane={pane} />
                </span>
                <Button
                  size="low"
                  aria-label={`Remove mark ${at + 1}`}
                  onClick={() =>
                    write('Remove a mark', { condition: pane.condition.filter((mark) => mark.id !== id) })
                  }
                >
                  <X size={16} aria-hidden />
                </Button>
              </li>
            );
          })}
        </ol>
      )}
      <Button className="self-start" onClick={() => setOpen(true)}>
        <Plus size={17} aria-hidden /> Scratch, chip or other mark
      </Button>
      {open && (
        <MarkSheet
          pane={pane}
          onClose={() => setOpen(false)}
          onNote={(mark) => {
            const noted = {
              id: crypto.randomUUID(),
              ...mark,
              notedAt: new Date().toISOString(),
              notedBy: session?.person?.name ?? null,
              remedy: null,
            };
            write(CONDITION_NAMES[mark.kind], { condition: [...pane.condition, noted] });
            setOpen(false);
          }}
        />
      )}
    </>
  );
}

function HiddenStrips({ pane }: { pane: PaneWithId }) {
  const { jobId } = useJob();
  const unit = useUnit();
  const write = usePaneWriter(pane);
  const change = (at: number, patch: Partial<Pane['hidden'][number]>) =>
    write('Hidden strip', {
      hidden: pane.hidden.map((strip, each) => (each === at ? { ...strip, ...patch } : strip)),
    });
  return (
    <>
      {pane.hidden.map((strip, at) => (
        <div key={at} className="grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-2">
          <Choice
            label="Behind"
            value={strip.behind}
            options={HIDING_THINGS.map((thing) => [thing, HIDING_NAMES[thing]])}
            onChoose={(behind) => change(at, { behind })}
          />
          <Choice
            label="At its"
            value={strip.side}
            options={SIDES.map((side) => [side, SIDE_NAMES[side]])}
            onChoose={(side) => change(at, { side })}
          />
          <LengthField
            label="How far in"
            valueMm={strip.depthMm}
            unit={unit}
            expects="any"
            draftKey={`${jobId} ${pane.id} hidden ${at}`}
            refuse={(mm) => (mm > 0 ? null : 'A strip is wider than nothing; remove it instead.')}
            onTake={({ mm }) => change(at, { depthMm: mm })}
          />
          <Button
            aria-label={`Remove hidden strip ${at + 1}`}
            onClick={() =>
              write('Remove a hidden strip', { hidden: pane.hidden.filter((_, each) => each !== at) })
            }
          >
            <X size={16} aria-hidden />
          </Button>
          <label className="col-span-4 flex min-h-8 items-center gap-2 text-sm">
            <input
              type="checkbox"
              className="size-5 accent-edge"
              checked={strip.bare}
              onChange={(event) => change(at, { bare: event.target.checked })}
            />
            Leave the glass behind it bare
          </label>
        </div>
      ))}
      <Button
        className="self-start"
        onClick={() =>
          write('Hidden strip', {
            hidden: [...pane.hidden, { side: 'top', depthMm: 100, behind: 'blindBox', bare: false }],
          })
        }
      >
        <Plus size={17} aria-hidden /> Strip that something hides
      </Button>
    </>
  );
}

/** How the pane was found, and what of it is hidden. */
export function Condition({ pane }: { pane: PaneWithId }) {
  const count = pane.condition.length + pane.fixtures.length + pane.hidden.length;
  return (
    <details open={count > 0 || undefined}>
      <summary className="cursor-pointer py-2 font-semibold">
        As found, on the frame, hidden strips{count > 0 && ` (${count})`}
      </summary>
      <div className="flex flex-col gap-3">
        <Marks pane={pane} />
        <Fixtures pane={pane} />
        <HiddenStrips pane={pane} />
      </div>
    </details>
  );
}
