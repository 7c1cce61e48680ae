import { netPlot, plotOf, plotSvg, type CutStep } from '@neat-sill/core/cuts';
import { lightGapOf } from '@neat-sill/core/film';
import { measuredPane } from '@neat-sill/core/job';
import { countOf, formatRun } from '@neat-sill/core/units';
import { ChevronDown, FileDown, Send } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { plotterStandIn, type PlotReport } from '../../device/plotterStandIn.ts';
import { plotDxf } from '../../files/drawings.ts';
import { download } from '../../files/tables.ts';
import { useJob, useLivePlan, useUnit } from '../job/index.ts';
import { Button, buttonLook } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Field.tsx';
import { MENU_ITEM_LOOK, MENU_LOOK } from '../../ui/menuLook.ts';
import { Note } from '../../ui/Note.tsx';

const DRAWING_PX = 220;

/** The pieces as files for a plotter, and a stand-in of one that shows what it would cut. */
export function PlotFiles({ steps }: { steps: readonly CutStep[] }) {
  const unit = useUnit();
  const { derived, rules, jobShopData: book } = useJob();
  const { job: planJob } = useLivePlan();
  const [what, setWhat] = useState<'pieces' | 'outlines'>('pieces');
  const [state, setState] = useState<PlotReport | 'sending' | null>(null);
  const rects = plotOf(steps);
  const report = state !== null && state !== 'sending' && state.kind === 'cut' ? state : null;
  const width = report?.widthMm ?? 1;
  const length = report?.lengthMm ?? 1;
  const outlines = () =>
    what === 'outlines'
      ? netPlot(
          steps,
          planJob,
          (id) => {
            const pane = derived.pane(id);
            return pane && measuredPane(pane);
          },
          (filmId) => {
            const film = book.films.find(({ id }) => id === filmId);
            return film ? lightGapOf(film, rules.fitting) : rules.fitting.lightGapMm;
          },
        )
      : null;
  const file = what === 'outlines' ? 'outlines' : 'pieces';
  return (
    <div className="flex flex-col gap-3">
      <Choice
        label="What it cuts"
        value={what}
        options={[
          ['pieces', 'Pieces with their margins, as planned'],
          ['outlines', 'Net outlines, corners rounded, light gap taken off'],
        ]}
        onChoose={setWhat}
      />
      <div className="flex flex-wrap gap-2">
        <Button
          onClick={() =>
            download(new Blob([plotSvg(rects, outlines())], { type: 'image/svg+xml' }), `${file}.svg`)
          }
        >
          <FileDown size={17} aria-hidden /> Save as SVG
        </Button>
        <Button onClick={() => void plotDxf(rects, outlines()).then((dxf) => download(dxf, `${file}.dxf`))}>
          <FileDown size={17} aria-hidden /> Save as DXF
        </Button>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className={buttonLook('plain')} disabled={state === 'sending'}>
            <Send size={17} aria-hidden /> Plotter <ChevronDown size={15} aria-hidden />
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="start" sideOffset={4} className={MENU_LOOK}>
              <DropdownMenu.Item
                className={MENU_ITEM_LOOK}
                onSelect={() => {
                  setState('sending');
                  void plotterStandIn(plotSvg(rects, outlines())).then(setState);
                }}
              >
                Send to the stand-in, which shows what a plotter would cut
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </div>
      <div role="status">
        {state === 'sending' && 'Sending'}
        {report && (
          <div className="flex gap-4 border-l-4 border-dusk bg-dusk-tint p-3">
            <svg
              viewBox={`0 0 ${width} ${length}`}
              width={DRAWING_PX * Math.min(1, width / length)}
              height={DRAWING_PX * Math.min(1, length / width)}
              className="shrink-0"
              role="img"
              aria-label={`What the plotter cuts: ${report.shapes.map(({ name }) => name).join(', ')}`}
            >
              {report.shapes.map(({ name, path }) => (
                <path
                  key={`${name} ${path}`}
                  d={path}
                  fill="none"
                  stroke="var(--brick)"
                  vectorEffect="non-scaling-stroke"
                />
              ))}
            </svg>
            <p>
              {countOf(report.shapes.length, 'piece')}, {formatRun(report.cutMm, unit)} of cuts in about{' '}
              {Math.ceil(report.seconds / 60)} min.
            </p>
          </div>
        )}
        {state !== null && state !== 'sending' && state.kind === 'refused' && (
          <Note tone="no">{state.because}</Note>
        )}
      </div>
    </div>
  );
}
