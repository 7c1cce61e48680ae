import { patchRecord, type Change, type Pane } from '@neat-sill/core/job';
import { FRAME_KINDS, GLASS_KINDS, OPENING_KINDS, SIDES, type Side } from '@neat-sill/core/survey';
import { FRAME_NAMES, GLASS_NAMES, OPENING_NAMES, SIDE_NAMES } from '@neat-sill/core/words';
import { useJob, type OpenJob } from '../job/index.ts';
import { Choice } from '../../ui/Field.tsx';

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

/** Glass, frame and the rest, for one pane or for all that are chosen. */
export function GlassAndFrame({ panes }: { panes: readonly PaneWithId[] }) {
  const job = useJob();
  const set = (what: string, patch: Partial<Pane>) =>
    job.edit(`${what} of ${names(panes)}`, patchAll(job, panes, patch));
  const seams = common(panes, (pane) => (pane.seams.allowed ? pane.seams.axis : 'never'));
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-3">
      <Choice
        label="Opening"
        mixed="They differ"
        value={common(panes, (pane) => pane.opening)}
        options={OPENING_KINDS.map((kind) => [kind, OPENING_NAMES[kind]])}
        onChoose={(opening) => set('Opening', { opening })}
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
            seams: axis === 'never' ? { allowed: false, axis: 'any' } : { allowed: true, axis },
          })
        }
      />
    </div>
  );
}
