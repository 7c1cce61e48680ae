import { surveyStage } from '@neat-sill/core/stage';
import { useAppDispatch, useJob, viewActions } from '../job/index.ts';

/** On the phone, where the wall would be too small: the panes in a row to step through. */
export function PaneStrip() {
  const { wallPanes, selected, derived } = useJob();
  const dispatch = useAppDispatch();
  return (
    <div
      className="flex shrink-0 gap-2 overflow-x-auto md:hidden"
      role="group"
      aria-label="Panes of this wall"
    >
      {wallPanes.map((pane) => {
        const own = derived.pane(pane.id);
        const standing = own ? surveyStage.standing(own, derived) : 'open';
        const state = standing === 'doubt' ? 'in doubt' : standing === 'done' ? 'measured' : 'to read';
        return (
          <button
            key={pane.id}
            type="button"
            aria-pressed={selected.some(({ id }) => id === pane.id)}
            onClick={() => dispatch(viewActions.selected([pane.id]))}
            className="min-h-12 min-w-16 rounded-sm border border-hairline bg-putty px-2 text-center aria-pressed:border-2 aria-pressed:border-edge"
          >
            <span className="block font-bold">{pane.label}</span>
            <span
              className={`block text-xs ${state === 'in doubt' ? 'font-bold text-ochre-text' : 'text-quiet'}`}
            >
              {state}
            </span>
          </button>
        );
      })}
    </div>
  );
}
