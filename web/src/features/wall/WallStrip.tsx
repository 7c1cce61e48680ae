import {
  useAppDispatch,
  useAppSelector,
  useJob,
  viewActions,
  type OpenJob,
  type StageModule,
} from '../job/index.ts';

const STANDING_WORDS = {
  done: 'done',
  begun: 'begun',
  doubt: 'in doubt',
  refused: 'refused',
  open: 'to do',
} as const;
const STANDING_MARKS = { done: '✓', begun: '…', doubt: '?', refused: '✕', open: '' } as const;

const TONES = {
  done: 'text-edge',
  begun: 'text-quiet',
  doubt: 'text-ochre-text',
  refused: 'text-brick',
  open: '',
} as const;

function WallChoice({ job }: { job: OpenJob }) {
  const dispatch = useAppDispatch();
  return (
    <select
      aria-label="Wall"
      className="min-h-11 w-28 min-w-0 shrink-0 truncate rounded-sm border border-hairline bg-sheet px-1.5 text-sm font-semibold"
      value={job.wall?.id ?? ''}
      onChange={({ target }) => dispatch(viewActions.wallShown(target.value))}
    >
      {job.walls.map(({ id, name, roomId }) => (
        <option key={id} value={id}>
          {name}, {job.records.room[roomId]?.name}
        </option>
      ))}
    </select>
  );
}

/** The wall on a phone: which wall, its panes in a row with how far each is, and a way to see it drawn. */
export function WallStrip({ stage }: { stage: StageModule }) {
  const job = useJob();
  const dispatch = useAppDispatch();
  const chosen = useAppSelector((state) => state.view.selected);
  const isOpen = useAppSelector((state) => state.view.wallOpenAt === stage.id);
  const panes = (job.wall && job.derived.wall(job.wall.id)?.panes) ?? [];
  return (
    <div className="flex shrink-0 items-center gap-2 border-b border-hairline px-2 py-1.5">
      <WallChoice job={job} />
      <div
        className="flex min-w-0 flex-1 gap-1.5 overflow-x-auto"
        role="group"
        aria-label="Panes of this wall"
      >
        {panes.map((pane) => {
          const standing = stage.rules.standing(pane, job.derived);
          const isChosen = chosen.includes(pane.id);
          return (
            <button
              key={pane.id}
              type="button"
              aria-pressed={isChosen}
              aria-label={`Pane ${pane.record.label}, ${STANDING_WORDS[standing]}`}
              onClick={() => dispatch(viewActions.selected(isChosen ? [] : [pane.id]))}
              className="flex min-h-11 min-w-11 shrink-0 items-center justify-center gap-0.5 rounded-sm border border-hairline bg-sheet px-1.5 aria-pressed:border-2 aria-pressed:border-edge aria-pressed:bg-edge-tint"
            >
              <b>{pane.record.label}</b>
              <span aria-hidden className={`text-sm font-bold ${TONES[standing]}`}>
                {STANDING_MARKS[standing]}
              </span>
            </button>
          );
        })}
      </div>
      <button
        type="button"
        aria-expanded={isOpen}
        className="inline-flex min-h-11 shrink-0 items-center gap-1 rounded-sm border border-hairline bg-sheet px-2 text-sm aria-expanded:border-edge aria-expanded:bg-edge-tint"
        onClick={() => dispatch(viewActions.wallOpened(isOpen ? null : stage.id))}
      >
        {isOpen ? 'Hide wall' : 'Show wall'}
      </button>
    </div>
  );
}
