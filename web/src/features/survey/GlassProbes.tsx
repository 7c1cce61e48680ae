import { GLASS_KINDS, type GlassKind, type GlassProbe, type ProbeAnswer } from '@neat-sill/core/survey';
import { asProbed } from '@neat-sill/core/glazing';
import { patchRecord } from '@neat-sill/core/record';
import { countOf, formatLength, formatShare } from '@neat-sill/core/units';
import { GLASS_NAMES, describeGlassDoubt } from '@neat-sill/core/words';
import { ScanSearch, Sun } from 'lucide-react';
import { useState } from 'react';
import { useSessionQuery } from '../../api/api.ts';
import { detectorStandIn, meterStandIn } from '../../device/glassStandIns.ts';
import { useJob, useUnit } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
import { DevicePanel } from './Devices.tsx';
import type { PaneWithId } from './GlassAndFrame.tsx';

const LOST = {
  connection: 'The connection to the instrument is lost. Hold it to the glass and measure again.',
  noReading: 'No reading: clean the spot, keep a hand’s width from the frame, and measure again.',
} as const;

type State =
  | { readonly kind: 'idle' }
  | { readonly kind: 'measuring'; readonly what: string }
  | { readonly kind: 'lost'; readonly sentence: string };

const REASONS = ['the stamp says so', 'the papers say so', 'the instrument was held wrong'] as const;

/** What detector and meter say against the glass that was entered; answered like any other doubt. */
export function GlassDoubtNote({ pane }: { pane: PaneWithId }) {
  const job = useJob();
  const unit = useUnit();
  const [asking, setAsking] = useState(false);
  const doubt = job.derived.pane(pane.id)?.glassDoubt;
  const { probed } = pane;
  if (!doubt || !probed) return null;
  const write = (label: string, patch: Partial<PaneWithId>) =>
    job.edit(`${label}, pane ${pane.label}`, [patchRecord(job.records, 'pane', pane.id, patch)]);
  const { likely } = doubt;
  return (
    <Note tone="doubt" role="status">
      <p>{describeGlassDoubt(doubt, unit)}</p>
      {asking ? (
        <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="Why the entry stands">
          {REASONS.map((keptBecause) => (
            <Button
              key={keptBecause}
              onClick={() => write('Keep the glass as entered', { probed: { ...probed, keptBecause } })}
            >
              {keptBecause}
            </Button>
          ))}
          <Button weight="quiet" onClick={() => setAsking(false)}>
            Back
          </Button>
        </div>
      ) : (
        <div className="mt-2 flex flex-wrap gap-2">
          {likely && (
            <Button onClick={() => write('Glass as found', { glass: likely })}>
              It is {GLASS_NAMES[likely].toLowerCase()}
            </Button>
          )}
          <Button onClick={() => write('Probe again', { probed: null })}>Probe again</Button>
          <Button onClick={() => setAsking(true)}>The entry stands</Button>
        </div>
      )}
    </Note>
  );
}

/** Glass detector and transmission meter, held against the pane. */
export function GlassProbes({ pane }: { pane: PaneWithId }) {
  const job = useJob();
  const unit = useUnit();
  const { data: session } = useSessionQuery();
  const [state, setState] = useState<State>({ kind: 'idle' });
  const [real, setReal] = useState<GlassKind>(pane.glass);
  const { probed } = pane;
  const keep = (patch: Partial<GlassProbe>) => {
    const base: GlassProbe = probed ?? {
      panes: 1,
      thicknessMm: null,
      coatedFace: null,
      light: null,
      solar: null,
      uv: null,
      at: '',
      by: null,
      keptBecause: null,
    };
    const at = new Date().toISOString();
    const by = session?.person?.name ?? null;
    job.edit(`Probe the glass of pane ${pane.label}`, [
      patchRecord(job.records, 'pane', pane.id, { probed: { ...base, ...patch, at, by, keptBecause: null } }),
    ]);
  };
  const measure = async <Told,>(
    what: string,
    answer: Promise<ProbeAnswer<Told>>,
    take: (told: Told) => void,
  ) => {
    setState({ kind: 'measuring', what });
    const got = await answer;
    if (got.kind === 'lost') {
      setState({ kind: 'lost', sentence: LOST[got.because] });
      return;
    }
    setState({ kind: 'idle' });
    take(got.measured);
  };
  const busy = state.kind === 'measuring';
  return (
    <DevicePanel device="probes">
      <div className="flex flex-col gap-3">
        <p className="text-sm">
          No real instruments: they probe the glass below with the noise and the slips of real ones.
        </p>
        <Choice
          label="What the glass really is"
          value={real}
          options={GLASS_KINDS.map((kind) => [kind, GLASS_NAMES[kind]])}
          onChoose={setReal}
        />
        <div className="flex flex-wrap gap-2">
          <Button
            disabled={busy}
            onClick={() =>
              void measure('the glass', detectorStandIn(real, pane.glassMm).measure(), (told) => keep(told))
            }
          >
            <ScanSearch size={17} aria-hidden /> Detect panes and coating
          </Button>
          <Button
            disabled={busy || !probed}
            title={probed ? undefined : 'Detect the panes first'}
            onClick={() =>
              void measure(
                'what comes through',
                meterStandIn(asProbed(real, pane.glassMm)).measure(),
                (told) => keep(told),
              )
            }
          >
            <Sun size={17} aria-hidden /> Measure light, heat, UV
          </Button>
        </div>
        <p role="status" className="min-h-5 text-sm">
          {state.kind === 'measuring' && `Measuring ${state.what}`}
          {state.kind === 'lost' && state.sentence}
          {state.kind === 'idle' &&
            probed &&
            `Found ${countOf(probed.panes, 'pane')}${probed.thicknessMm === null ? '' : `, ${formatLength(probed.thicknessMm, { unit })} of glass`}, ${probed.coatedFace === null ? 'no low-e coating' : `low-e coating on face ${probed.coatedFace}`}${probed.light === null ? '' : `; light ${formatShare(probed.light)}, heat ${formatShare(probed.solar ?? 0)}, UV ${formatShare(probed.uv ?? 0)} through`}.`}
        </p>
      </div>
    </DevicePanel>
  );
}
