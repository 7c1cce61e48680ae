import {
  CIRCUMSTANCES,
  FRAME_KINDS,
  GLASS_JOINTS,
  GLASS_KINDS,
  OPENING_KINDS,
  type GlassJoint,
  SIDES,
  gridsOfPanes,
  likelySillMm,
  type Pane,
  type Side,
} from '@neat-sill/core/survey';
import { patchRecord } from '@neat-sill/core/record';
import { type Change } from '@neat-sill/core/job';
import { useState } from 'react';
import {
  CIRCUMSTANCE_NAMES,
  FRAME_NAMES,
  GLASS_NAMES,
  JOINT_NAMES,
  OPENING_NAMES,
  SIDE_NAMES,
} from '@neat-sill/core/words';
import { useJob, useTakeOff, useUnit, type OpenJob } from '../job/index.ts';
import { Choice, TextField } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { Strengths } from './Strengths.tsx';

export type PaneWithId = OpenJob['selected'][number];

/** The value all panes agree on, or '' while they differ. */
function common<Value extends string>(
  panes: readonly PaneWithId[],
  read: (pane: PaneWithId) => Value,
): Value | '' {
  const [first] = panes;
  return first && panes.every((pane) => read(pane) === read(first)) ? read(first) : '';
}

export function patchAll(
  job: OpenJob,
  panes: readonly PaneWithId[],
  patch: Partial<Pane>,
): (Change | null)[] {
  return panes.map(({ id }) => patchRecord(job.records, 'pane', id, patch));
}

function names(panes: readonly PaneWithId[]): string {
  return `pane${panes.length === 1 ? '' : 's'} ${panes.map(({ label }) => label).join(', ')}`;
}

const LIGHTS = /^\s*(\d{1,2})\s*(?:x|×|by)\s*(\d{1,2})\s*$/i;
const MOST_LIGHTS = 20;

/** Panes in a grid: "3 by 2" makes a grid of equal lights of each pane. */
function Bars({ panes }: { panes: readonly PaneWithId[] }) {
  const job = useJob();
  const takeOff = useTakeOff();
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string>();
  const [only] = panes;
  const grid = panes.length === 1 && only?.cell ? job.wall?.grids[only.cell.gridId] : undefined;
  const split = () => {
    if (text.trim() === '' || !takeOff) return;
    const [, columns, rows] = LIGHTS.exec(text)?.map(Number) ?? [];
    if (!columns || !rows || columns > MOST_LIGHTS || rows > MOST_LIGHTS)
      return setProblem(`Write lights across by lights up, as 3 by 2; ${MOST_LIGHTS} at the most.`);
    const ids = panes.map(({ id }) => id);
    const changes = gridsOfPanes(takeOff, ids, { columns, rows, barMm: null });
    if (changes.length === 0) return setProblem('Only measured rectangles without bars can be divided.');
    job.edit(`Bars ${columns} by ${rows} in ${names(panes)}`, changes);
    setText('');
  };
  return (
    <TextField
      label="Panes in a grid (muntins)"
      placeholder={grid ? `light of ${grid.columns} by ${grid.rows}` : '3 by 2'}
      disabled={grid !== undefined}
      value={text}
      problem={problem}
      onChange={(event) => {
        setText(event.target.value);
        setProblem(undefined);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') split();
      }}
      onBlur={split}
    />
  );
}

/** A box that shows at once what was ticked, though what it stands for follows a moment later. */
function Tick({
  checked,
  partly,
  onTurn,
}: {
  checked: boolean;
  partly: boolean;
  onTurn: (on: boolean) => void;
}) {
  const [known, setKnown] = useState(checked);
  const [shown, setShown] = useState(checked);
  if (known !== checked) {
    setKnown(checked);
    setShown(checked);
  }
  return (
    <input
      type="checkbox"
      className="size-5 accent-edge"
      checked={shown}
      ref={(box) => {
        if (box) box.indeterminate = partly;
      }}
      onChange={(event) => {
        setShown(event.target.checked);
        onTurn(event.target.checked);
      }}
    />
  );
}

/** Glass, frame and the rest, for one pane or for all that are chosen. */
export function GlassAndFrame({ panes }: { panes: readonly PaneWithId[] }) {
  const job = useJob();
  const set = (what: string, patch: Partial<Pane>) =>
    job.edit(`${what} of ${names(panes)}`, patchAll(job, panes, patch));
  const unit = useUnit();
  const seams = common(panes, (pane) => (pane.seams.allowed ? pane.seams.axis : 'never'));
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-3">
      <Choice
        label="Opening"
        mixed="They differ"
        value={common(panes, (pane) => pane.opening)}
        options={OPENING_KINDS.map((kind) => [kind, OPENING_NAMES[kind]])}
        onChoose={(opening) =>
          job.edit(
            `Opening of ${names(panes)}`,
            panes.map((pane) => {
              // A door begins at the floor, unless somebody has said where it stands.
              const { defaultSillMm } = job.rules.survey;
              const unsaid = pane.sillMm === likelySillMm(pane.opening, [], defaultSillMm);
              const sillMm = unsaid ? likelySillMm(opening, [], defaultSillMm) : pane.sillMm;
              return patchRecord(job.records, 'pane', pane.id, { opening, sillMm });
            }),
          )
        }
      />
      <Choice
        label="Glass"
        mixed="They differ"
        value={common(panes, (pane) => pane.glass)}
        options={GLASS_KINDS.map((kind) => [kind, GLASS_NAMES[kind]])}
        onChoose={(glass) => set('Glass', { glass })}
      />
      <Choice
        label="Frame"
        mixed="They differ"
        value={common(panes, (pane) => pane.frame)}
        options={FRAME_KINDS.map((kind) => [kind, FRAME_NAMES[kind]])}
        onChoose={(frame) => set('Frame', { frame })}
      />
      <Choice<Side | 'none'>
        label="Handle at"
        mixed="They differ"
        value={common(panes, (pane) => pane.handle ?? 'none')}
        options={[['none', 'No handle'], ...SIDES.map((side): [Side, string] => [side, SIDE_NAMES[side]])]}
        onChoose={(side) => set('Handle', { handle: side === 'none' ? null : side })}
      />
      <LengthField
        key={panes.map(({ id }) => id).join(' ')}
        label="Glass, each pane (empty: as usual)"
        valueMm={
          panes.every(({ glassMm }) => glassMm === panes[0]?.glassMm) ? (panes[0]?.glassMm ?? null) : null
        }
        unit={unit}
        expects="any"
        draftKey={`${job.jobId} ${panes.map(({ id }) => id).join(' ')} glass`}
        refuse={(mm) =>
          mm >= 2 && mm <= 40
            ? null
            : 'A pane of glass is 2 to 40 mm thick; leave it empty for what is usual.'
        }
        mayBeEmpty
        onTake={(taken) => set('Thickness', { glassMm: taken?.mm ?? null })}
      />
      <LengthField
        key={`recess ${panes.map(({ id }) => id).join(' ')}`}
        label="Recess of the glass"
        valueMm={
          panes.every(({ recessMm }) => recessMm === panes[0]?.recessMm) ? (panes[0]?.recessMm ?? null) : null
        }
        unit={unit}
        expects="any"
        draftKey={`${job.jobId} ${panes.map(({ id }) => id).join(' ')} recess`}
        mayBeEmpty
        onTake={(taken) => set('Recess', { recessMm: taken?.mm ?? null })}
      />
      <Choice<GlassJoint | 'unknown'>
        label="Held by"
        mixed="They differ"
        value={common(panes, (pane) => pane.joint ?? 'unknown')}
        options={[
          ['unknown', 'Not looked at'],
          ...GLASS_JOINTS.map((joint): [GlassJoint, string] => [joint, JOINT_NAMES[joint]]),
        ]}
        onChoose={(joint) => set('Joint', { joint: joint === 'unknown' ? null : joint })}
      />
      <Bars panes={panes} />
      <Strengths panes={panes} onTake={set} />
      <Choice
        label="Seams"
        mixed="They differ"
        value={seams}
        options={[
          ['vertical', 'Upright only'],
          ['horizontal', 'Level only'],
          ['any', 'Either way'],
          ['never', 'None allowed'],
        ]}
        onChoose={(axis) =>
          set('Seams', {
            seams:
              axis === 'never'
                ? { allowed: false, axis: 'any', atMm: null, alone: false }
                : { allowed: true, axis, atMm: null, alone: false },
          })
        }
      />
      <fieldset className="col-span-2 flex flex-wrap gap-x-5 gap-y-1">
        <legend className="text-sm text-quiet">What else decides its film</legend>
        {CIRCUMSTANCES.map((each) => {
          const count = panes.filter(({ circumstances }) => circumstances.includes(each)).length;
          return (
            <label key={each} className="inline-flex min-h-11 items-center gap-2">
              <Tick
                checked={count === panes.length}
                partly={count > 0 && count < panes.length}
                onTurn={(on) => {
                  job.edit(
                    `${CIRCUMSTANCE_NAMES[each]}: ${names(panes)}`,
                    panes.map(({ id, circumstances }) =>
                      patchRecord(job.records, 'pane', id, {
                        circumstances: CIRCUMSTANCES.filter((one) =>
                          one === each ? on : circumstances.includes(one),
                        ),
                      }),
                    ),
                  );
                }}
              />
              {CIRCUMSTANCE_NAMES[each]}
            </label>
          );
        })}
      </fieldset>
    </div>
  );
}
