import { READING_PLACES, twinsOfPanes } from '@neat-sill/core/survey';
import { removeWithDependents } from '@neat-sill/core/job';
import { CopyPlus, Plus, Trash2 } from 'lucide-react';
import { memo, type Ref } from 'react';
import { useAddOpening, useAppDispatch, useJob, useTakeOff, viewActions } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { AllReadings } from './AllReadings.tsx';
import { Condition } from './Condition.tsx';
import { Doubts } from './Doubts.tsx';
import { GlassDoubtNote, GlassProbes } from './GlassProbes.tsx';
import { GlassAndFrame } from './GlassAndFrame.tsx';
import { Place } from './Place.tsx';
import { ShapeOfPane } from './ShapeOfPane.tsx';
import { Sizes } from './Sizes.tsx';

/** Below the readings of the chosen pane: doubts, sizes, shape, glass and frame, condition, place, and what comes next. */
export const AboutPane = memo(function AboutPane({ addButton }: { addButton: Ref<HTMLButtonElement> }) {
  const job = useJob();
  const dispatch = useAppDispatch();
  const takeOff = useTakeOff();
  const addOpening = useAddOpening();
  const [pane, ...more] = job.selected;
  if (!pane || more.length > 0) return null;
  const measured = READING_PLACES.some((place) => pane.readings[place] !== null);
  const addTwin = () => {
    if (!takeOff) return;
    const { ids, changes } = twinsOfPanes(takeOff, [pane.id]);
    job.edit(`Copy pane ${pane.label}`, changes);
    dispatch(viewActions.selected(ids));
  };
  return (
    <div key={pane.id} className="flex flex-col gap-4">
      <Doubts pane={pane} />
      <GlassDoubtNote pane={pane} />
      <Sizes pane={pane} />
      <AllReadings pane={pane} />
      <ShapeOfPane panes={[pane]} />
      <GlassAndFrame panes={[pane]} />
      <GlassProbes pane={pane} />
      <Condition pane={pane} />
      <Place pane={pane} />
      <div className="flex flex-wrap justify-between gap-3">
        <div className="flex flex-wrap gap-3">
          <button
            ref={addButton}
            type="button"
            onClick={addOpening}
            className="inline-flex min-h-12 items-center gap-2 rounded-sm border border-edge bg-edge px-4 font-semibold text-on-edge"
            aria-keyshortcuts="Alt+N"
          >
            <Plus size={18} aria-hidden /> Next opening
          </button>
          {measured && (
            <Button className="min-h-12" onClick={addTwin}>
              <CopyPlus size={17} aria-hidden /> Duplicate
            </Button>
          )}
        </div>
        <Button
          weight="danger"
          onClick={() =>
            job.edit(`Remove pane ${pane.label}`, removeWithDependents(job.records, 'pane', pane.id))
          }
        >
          <Trash2 size={17} aria-hidden /> Remove pane {pane.label}
        </Button>
      </div>
    </div>
  );
});
