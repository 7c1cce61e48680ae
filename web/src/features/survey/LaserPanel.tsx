import type { LaserMeter } from '@neat-sill/core/survey';
import { formatLength } from '@neat-sill/core/units';
import { Crosshair } from 'lucide-react';
import { useState } from 'react';
import { laserStandIn } from '../../device/laserStandIn.ts';
import { useUnit } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { DevicePanel } from './Devices.tsx';

type LaserState =
  | { readonly kind: 'off' }
  | { readonly kind: 'connecting' }
  | { readonly kind: 'ready'; readonly last: number | null }
  | { readonly kind: 'measuring' }
  | { readonly kind: 'lost'; readonly sentence: string };

const LOST = {
  connection: 'The connection to the meter is lost. Connect again.',
  noReflection: 'No reflection: hold a card against the gasket and measure again.',
} as const;

/** The laser distance meter: its reading goes into the reading that has the cursor. */
export function LaserPanel({ onRead }: { onRead: (mm: number) => void }) {
  const unit = useUnit();
  const [state, setState] = useState<LaserState>({ kind: 'off' });
  const [targetMm, setTargetMm] = useState(819);
  const meter: LaserMeter = laserStandIn(targetMm);
  const connect = async () => {
    setState({ kind: 'connecting' });
    await meter.connect();
    setState({ kind: 'ready', last: null });
  };
  const measure = async () => {
    setState({ kind: 'measuring' });
    const answer = await meter.measure();
    if (answer.kind === 'lost') {
      setState({ kind: 'lost', sentence: LOST[answer.because] });
      return;
    }
    setState({ kind: 'ready', last: answer.mm });
    onRead(answer.mm);
  };
  const connected = state.kind === 'ready' || state.kind === 'measuring';
  return (
    <DevicePanel device="laser">
      <div className="flex flex-col gap-3">
        <p className="text-sm">
          No real meter: it measures the length below with the noise and the slips of one.
        </p>
        <div className="grid grid-cols-2 items-end gap-3">
          <LengthField
            label="What it is aimed at"
            valueMm={targetMm}
            unit={unit}
            draftKey="laser target"
            onTake={({ mm }) => setTargetMm(mm)}
          />
          {connected ? (
            <Button weight="act" disabled={state.kind === 'measuring'} onClick={() => void measure()}>
              <Crosshair size={17} aria-hidden /> Measure
            </Button>
          ) : (
            <Button disabled={state.kind === 'connecting'} onClick={() => void connect()}>
              Connect
            </Button>
          )}
        </div>
        <p role="status" className="min-h-5 text-sm">
          {state.kind === 'connecting' && 'Connecting'}
          {state.kind === 'measuring' && 'Measuring'}
          {state.kind === 'lost' && state.sentence}
          {state.kind === 'ready' &&
            (state.last === null ? 'Ready.' : `${formatLength(state.last, { unit })} went into the reading.`)}
        </p>
      </div>
    </DevicePanel>
  );
}
