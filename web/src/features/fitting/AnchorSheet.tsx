import { BEADS, anchoringOf, type PaneToFit } from '@neat-sill/core/fitting';
import type { DerivedPane } from '@neat-sill/core/job';
import { SIDES, type Side } from '@neat-sill/core/survey';
import { SIDE_NAMES, describeAnchoring } from '@neat-sill/core/words';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { useUnit } from '../job/index.ts';
import { useFittingLog } from './useFittingLog.ts';

const BEAD_NAMES = { full: 'Full bead', small: 'Small bead', profile: 'Profile' } as const;

/** What speaks against a bead on this frame and joint; empty where nothing does. */
function cautionsOf(
  { asked }: PaneToFit,
  frame: DerivedPane['record']['frame'],
  legMm: number,
): readonly string[] {
  const { joint, recessMm, handle } = asked.pane;
  return [
    ...(frame === 'none' ? ['There is no frame to hold a bead.'] : []),
    ...(joint === 'gasket'
      ? ['A bead does not hold on rubber: it has to reach the frame past the gasket.']
      : []),
    ...(recessMm > 0 && recessMm < legMm
      ? [`The frame stands out by only ${recessMm} mm: a bead of ${legMm} mm would stand over it.`]
      : []),
    ...(frame === 'pvc' ? ['On PVC ask the sealant’s maker for a primer.'] : []),
    ...(handle ? [`At the ${SIDE_NAMES[handle]} the handle must still turn past it.`] : []),
  ];
}

/** How film is anchored to its frame: which bead, on which sides, and what that takes. */
export function AnchorSheet({
  pane,
  toFit,
  onClose,
}: {
  pane: DerivedPane;
  toFit: PaneToFit;
  onClose: () => void;
}) {
  const { rules } = pane;
  const unit = useUnit();
  const write = useFittingLog();
  const [bead, setBead] = useState<(typeof BEADS)[number]>(pane.fitting.anchor?.bead ?? 'full');
  const [sides, setSides] = useState<ReadonlySet<Side>>(new Set(pane.fitting.anchor?.sides ?? SIDES));
  const chosen = SIDES.filter((side) => sides.has(side));
  const { fitting } = rules;
  const takes =
    chosen.length > 0
      ? anchoringOf(toFit.asked.pane, { bead, sides: chosen }, fitting, toFit.more.outline)
      : null;
  const legMm = takes?.legsMm?.[0] ?? 0;
  const save = (anchor: { bead: typeof bead; sides: Side[] } | null) => {
    write(`Anchoring of pane ${pane.record.label}`, [[pane.id, { kind: 'anchor', anchor }]]);
    onClose();
  };
  return (
    <Sheet title={`Anchor the film of pane ${pane.record.label}`} open onClose={onClose}>
      <OneOf
        label="Bead"
        look="key"
        className="grid grid-cols-3 gap-1"
        options={BEADS.map((each) => [each, BEAD_NAMES[each]])}
        value={bead}
        onChoose={setBead}
      />
      <div className="grid grid-cols-4 gap-1" role="group" aria-label="Sides">
        {SIDES.map((side) => (
          <Button
            key={side}
            className="min-h-12 px-1 capitalize"
            aria-pressed={sides.has(side)}
            weight={sides.has(side) ? 'act' : 'plain'}
            onClick={() => {
              const next = new Set(sides);
              if (!next.delete(side)) next.add(side);
              setSides(next);
            }}
          >
            {SIDE_NAMES[side]}
          </Button>
        ))}
      </div>
      {takes ? (
        <p className="text-lg" role="status">
          {describeAnchoring(takes, rules, unit)}
        </p>
      ) : (
        <p>Choose a side.</p>
      )}
      {cautionsOf(toFit, pane.record.frame, legMm).map((text) => (
        <Note key={text} tone="doubt">
          {text}
        </Note>
      ))}
      <p className="text-sm text-quiet">
        The edge dries {fitting.anchor.dryBeforeH} h before the bead, the bead cures {fitting.anchor.cureH} h;
        both are later visits.
      </p>
      <div className="flex flex-wrap justify-end gap-2">
        {pane.fitting.anchor && (
          <Button className="min-h-12" onClick={() => save(null)}>
            No bead
          </Button>
        )}
        <Button className="min-h-12" onClick={onClose}>
          Cancel
        </Button>
        <Button
          className="min-h-12"
          weight="act"
          disabled={!takes}
          onClick={() => save({ bead, sides: chosen })}
        >
          Anchor it
        </Button>
      </div>
    </Sheet>
  );
}
