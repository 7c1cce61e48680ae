import { nextReadingPlace } from '@neat-sill/core/survey';
import { useAppDispatch, useJob, viewActions } from '../job/index.ts';

/** On the phone, where the wall would be too small: the panes in a row to step through. */
export function PaneStrip() {
  const { wallPanes, selected, doubts } = useJob();
  const dispatch = useAppDispatch();
  return (
    <div
      className="flex shrink-0 gap-2 overflow-x-auto md:hidden"
      role="group"
      aria-label="Panes of this wall"
    >
      {wallPanes.map((pane) => {
        const state = doubts.has(pane.id)
          ? 'in doubt'
          : nextReadingPlace(pane.readings, pane.shape)
            ? 'to read'
            : 'measured';
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
