import { meterVerdict, throughPane, type MeterVerdict } from '@neat-sill/core/advice';
import type { PaneToFit } from '@neat-sill/core/fitting';
import type { DerivedPane } from '@neat-sill/core/job';
import { formatShare } from '@neat-sill/core/units';
import { Camera, Sun } from 'lucide-react';
import { useState } from 'react';
import { meterStandIn } from '../../device/glassStandIns.ts';
import { queuePicture, smallPicture } from '../../device/pictures.ts';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { StoredPicture } from '../../ui/StoredPicture.tsx';
import { useJob } from '../job/index.ts';
import { useFittingLog } from './useFittingLog.ts';

const VERDICTS: Readonly<Record<MeterVerdict, string>> = {
  asComputed: 'As computed for this film on this glass.',
  film: 'Not as computed: another film may hang here. Look at the roll’s label.',
  glass: 'Off before the film as well: the glass may be another than was entered in Survey.',
  meter: 'Off by the same share before and after: the meter is out. Zero it and measure again.',
};

const BANDS = [
  ['light', 'Light'],
  ['solar', 'Heat'],
  ['uv', 'UV'],
] as const;
const WHEN = ['before', 'after'] as const;

/** What comes through before and after, held against what was computed, and photographs side by side. */
export function BeforeAfterSheet({
  pane,
  toFit,
  onClose,
}: {
  pane: DerivedPane;
  toFit: PaneToFit;
  onClose: () => void;
}) {
  const { jobId } = useJob();
  const { rules } = pane;
  const write = useFittingLog();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { record, fitting } = pane;
  const computed = { before: throughPane(record, null), after: throughPane(record, toFit.film) };
  const read = (when: 'before' | 'after') => {
    const metered = fitting.meter[when];
    return metered && metered.heat !== null && metered.uv !== null
      ? { light: metered.light, solar: metered.heat, uv: metered.uv }
      : null;
  };
  const [before, after] = [read('before'), read('after')];
  const measure = async (when: 'before' | 'after') => {
    setBusy(true);
    setProblem(null);
    const answer = await meterStandIn(computed[when]).measure();
    setBusy(false);
    if (answer.kind !== 'measured')
      return setProblem('No reading: hold it flat to the glass and measure again.');
    const { light, solar, uv } = answer.measured;
    write(`Meter ${when}, pane ${record.label}`, [
      [pane.id, { kind: 'meter', when, light, heat: solar, uv }],
    ]);
  };
  const photograph = async (when: 'before' | 'after', file: File) => {
    const pictureId = await queuePicture(jobId, await smallPicture(file));
    write(`Photograph ${when}, pane ${record.label}`, [[pane.id, { kind: 'picture', when, pictureId }]]);
  };
  return (
    <Sheet title={`Before and after, pane ${record.label}`} open onClose={onClose}>
      <table className="w-full">
        <thead>
          <tr className="text-left text-sm text-quiet">
            <th className="font-normal">Comes through</th>
            {WHEN.map((when) => (
              <th key={when} className="text-right font-normal capitalize">
                {when}
              </th>
            ))}
            <th className="text-right font-normal">Computed after</th>
          </tr>
        </thead>
        <tbody>
          {BANDS.map(([band, name]) => (
            <tr key={band} className="border-t border-hairline-soft">
              <th className="py-1 text-left font-semibold">{name}</th>
              <td className="text-right">{before ? formatShare(before[band]) : '–'}</td>
              <td className="text-right">{after ? formatShare(after[band]) : '–'}</td>
              <td className="text-right text-quiet">{formatShare(computed.after[band])}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {before && after && (
        <VerdictNote verdict={meterVerdict({ before, after }, computed, rules.fitting.meterTolerance)} />
      )}
      {problem && (
        <Note tone="no" role="alert">
          {problem}
        </Note>
      )}
      <div className="grid grid-cols-2 gap-2">
        {WHEN.map((when) => (
          <Button key={when} className="min-h-12" disabled={busy} onClick={() => void measure(when)}>
            <Sun size={18} aria-hidden /> Meter {when}
          </Button>
        ))}
        {WHEN.map((when) => (
          <FileButton
            key={when}
            className="min-h-12"
            asks={`Photograph ${when}`}
            accept="image/jpeg,image/png,image/webp"
            capture="environment"
            onFile={(file) => photograph(when, file)}
          >
            <Camera size={18} aria-hidden /> Photograph {when}
          </FileButton>
        ))}
      </div>
      <p className="text-sm text-quiet">The meter is a stand-in: it reads what was computed, give or take.</p>
      <div className="grid grid-cols-2 gap-2">
        {WHEN.map((when) => (
          <div key={when} className="flex flex-col gap-1">
            {fitting.pictures
              .filter((picture) => picture.when === when)
              .map(({ pictureId }) => (
                <StoredPicture key={pictureId} id={pictureId} alt={`Pane ${record.label} ${when}`} />
              ))}
          </div>
        ))}
      </div>
      <Button className="min-h-12 self-end" onClick={onClose}>
        Close
      </Button>
    </Sheet>
  );
}

function VerdictNote({ verdict }: { verdict: MeterVerdict }) {
  return (
    <Note tone={verdict === 'asComputed' ? 'good' : 'doubt'} role="status">
      {VERDICTS[verdict]}
    </Note>
  );
}
