import { droppedAt, wallAdded, wallChanged, wallNames } from '@neat-sill/core/survey';
import { Plus } from 'lucide-react';
import { useCallback, useMemo, useState } from 'react';
import { OneOf } from '../../ui/OneOf.tsx';
import { WallDrawing } from '../../drawing/WallDrawing.tsx';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import {
  LiveJob,
  useAppDispatch,
  useAppSelector,
  useJob,
  useOptionalLivePlan,
  useUnit,
  viewActions,
  type OpenJob,
  type SeenBy,
  type StageModule,
} from '../job/index.ts';
import { CopyDialog } from './CopyDialog.tsx';
import { SitePlan } from './SitePlan.tsx';
import { useDeleteWall } from './useDeleteWall.tsx';
import { useSeamsOnWall } from './useSeamsOnWall.ts';
import { WallDialog } from './WallDialog.tsx';
import { WallMenu } from './WallMenu.tsx';
import { wallMarks } from './wallMarks.ts';

const newId = () => crypto.randomUUID();

/** How many panes of a wall are through with the stage; nothing while none is begun, or all of a job with one wall. */
interface ProgressProps {
  readonly job: OpenJob;
  readonly wallId: string;
  readonly stage: StageModule;
}

function Progress({ job: { derived, walls }, wallId, stage }: ProgressProps) {
  if (walls.length < 2) return null;
  const panes = derived.wall(wallId)?.panes ?? [];
  const through = panes.filter((pane) => stage.rules.standing(pane, derived) === 'done').length;
  if (through === 0 || panes.length === 0) return null;
  return (
    <span className={through === panes.length ? 'text-edge' : 'text-quiet'}>
      {' '}
      {through === panes.length ? '✓' : `${through}/${panes.length}`}
      <span className="sr-only">{through === panes.length ? 'all panes' : 'panes'} through</span>
    </span>
  );
}

function WallTabs({ job, stage, onAdd }: { job: OpenJob; stage: StageModule; onAdd: () => void }) {
  const dispatch = useAppDispatch();
  const names = wallNames(job.records, job.walls);
  return (
    <div
      className="flex max-h-20 flex-wrap items-center gap-x-1 gap-y-1 overflow-y-auto"
      role="group"
      aria-label="Walls"
    >
      {job.walls.map((wall) => (
        <button
          key={wall.id}
          type="button"
          aria-pressed={wall.id === job.wall?.id}
          onClick={() => dispatch(viewActions.wallShown(wall.id))}
          className="min-h-8 rounded-sm border border-transparent px-2 text-sm text-quiet aria-pressed:border-hairline aria-pressed:bg-sheet aria-pressed:font-semibold aria-pressed:text-ink"
        >
          {names.get(wall.id)}
          <Progress job={job} wallId={wall.id} stage={stage} />
        </button>
      ))}
      <button
        type="button"
        onClick={onAdd}
        className="inline-flex min-h-8 items-center gap-1 px-2 text-sm font-semibold text-edge"
      >
        <Plus size={15} aria-hidden /> Wall
      </button>
    </div>
  );
}

const SEEN_BY: readonly (readonly [SeenBy, string])[] = [
  ['drawn', 'As drawn'],
  ['day', 'Seen by day'],
  ['night', 'By lamplight'],
];

/** How the films on the wall are shown: as hatches, or as the eye meets them. */
function LookAt({ seenBy }: { seenBy: SeenBy }) {
  const dispatch = useAppDispatch();
  return (
    <OneOf
      label="How the glass is shown"
      options={SEEN_BY}
      value={seenBy}
      onChoose={(each) => dispatch(viewActions.lookedAt(each))}
    />
  );
}

function EmptyWall({ onAdd }: { onAdd: () => void }) {
  return (
    <div className="flex flex-1 flex-col items-center justify-center gap-4 p-6 text-center">
      <svg width="180" height="110" aria-hidden>
        <path d="M10 12h160v80H10z" fill="var(--sheet)" stroke="var(--hairline)" />
        <path
          d="M40 28h36v50H40zM104 28h36v50h-36z"
          fill="none"
          stroke="var(--quiet)"
          strokeDasharray="5 4"
        />
        <path d="M0 92h180" stroke="var(--ink)" strokeWidth="2" />
      </svg>
      <p className="max-w-72">Begin with a wall: its room, its name, and which way it faces.</p>
      <Button weight="act" onClick={onAdd}>
        <Plus size={18} aria-hidden /> Add a wall
      </Button>
    </div>
  );
}

/** The wall above the sill, with the walls of the job to choose from. */
export function WallPanel({ stage }: { stage: StageModule }) {
  const { shows } = stage;
  const job = useJob();
  const unit = useUnit();
  const dispatch = useAppDispatch();
  const live = useOptionalLivePlan();
  // What is chosen is shown at once, the rest of the wall as soon as it is drawn.
  const chosen = useAppSelector((state) => state.view.selected);
  const selected = useMemo(
    () => job.wallPanes.flatMap(({ id }) => (chosen.includes(id) ? [id] : [])),
    [job.wallPanes, chosen],
  );
  const litPaneId = useAppSelector((state) => (shows.hand ? state.view.litPaneId : null));
  const onLit = useCallback((id: string | null) => dispatch(viewActions.lit(id)), [dispatch]);
  const seenBy = useAppSelector((state) => state.view.seenBy);
  const fromOutside = useAppSelector((state) => state.view.fromOutside);
  const { seams, problem: seamProblem } = useSeamsOnWall(fromOutside);
  const [sheet, setSheet] = useState<'closed' | 'new' | 'change' | 'copy' | 'plan'>('closed');
  const { wall, wallPanes, records } = job;
  const deleting = useDeleteWall(job, wall);
  const room = wall && records.room[wall.roomId];
  const onWall = wall && job.derived.wall(wall.id);
  const placed = onWall?.placed;
  const filmsHere = useMemo(() => {
    const here = new Set(wallPanes.map(({ filmId }) => filmId));
    return job.jobShopData.films.filter(({ id }) => here.has(id));
  }, [job.jobShopData, wallPanes]);
  const marks = useMemo(
    () =>
      wallMarks(onWall?.panes ?? [], (pane) => stage.says(pane, job), {
        shows: stage.shows,
        look: { seenBy, fromOutside },
        rules: job.rules.film,
        unit,
        whereabouts: stage.shows.work ? job.derived.whereabouts : [],
        plan: live,
      }),
    [job, onWall, stage, live, unit, seenBy, fromOutside],
  );
  const onSelect = useCallback(
    (ids: readonly string[]) => dispatch(viewActions.selected([...ids])),
    [dispatch],
  );
  const onMove = useCallback(
    (paneId: string, at: { readonly xMm: number; readonly yMm: number }) => {
      const openings = onWall?.placed.openings ?? [];
      const { defaultBarMm } = job.rules.survey;
      const label = job.records.pane[paneId]?.label ?? '';
      job.edit(`Move pane ${label}`, droppedAt(job.records, openings, paneId, at, defaultBarMm));
    },
    [job, onWall],
  );
  return (
    <section aria-label="Wall" className="flex min-h-0 min-w-0 flex-1 flex-col gap-1 px-4 pt-3 pb-2">
      {wall && (
        <div className="flex items-center justify-between gap-3">
          <h2 className="min-w-0 truncate">
            <b className="text-lg">{wall.name}</b>
            <span className="text-sm text-quiet">
              {' · '}
              {fromOutside && 'from outside · '}
              faces {Math.round(wall.bearingDeg)}°
              {wall.bearingSource === 'rough' && <b className="font-normal text-ochre-text">, a guess</b>}
              {' · '}
              {room?.name}
            </span>
          </h2>
          <WallMenu
            fromOutside={fromOutside}
            onTurn={() => dispatch(viewActions.sideTurned())}
            onOpen={(dialog) => (dialog === 'delete' ? deleting.ask() : setSheet(dialog))}
          />
        </div>
      )}
      {job.walls.length > 0 && <WallTabs job={job} stage={stage} onAdd={() => setSheet('new')} />}
      {placed && wall ? (
        <>
          <WallDrawing
            wall={placed}
            name={wall.name}
            marks={marks}
            films={filmsHere}
            selected={selected}
            lit={litPaneId}
            fromOutside={fromOutside}
            unit={unit}
            onSelect={onSelect}
            onLit={shows.hand ? onLit : null}
            seams={shows.hand ? seams : null}
            onMove={shows.openings ? onMove : null}
          />
          {shows.hand && seamProblem && (
            <Note tone="no" role="alert">
              {seamProblem}
            </Note>
          )}
          {shows.looks && <LookAt seenBy={seenBy} />}
          <p className="text-sm text-quiet max-sm:hidden short:hidden">{stage.hint}</p>
        </>
      ) : (
        <EmptyWall onAdd={() => setSheet('new')} />
      )}
      {deleting.question}
      {sheet === 'copy' && wall && <CopyDialog wall={wall} onClose={() => setSheet('closed')} />}
      {sheet === 'plan' && (
        <LiveJob>
          <SitePlan onClose={() => setSheet('closed')} />
        </LiveJob>
      )}
      {(sheet === 'new' || sheet === 'change') && (
        <WallDialog
          wall={sheet === 'change' ? wall : null}
          onClose={() => setSheet('closed')}
          onSave={(data, roomName) => {
            setSheet('closed');
            if (sheet === 'change' && wall) {
              const { northDeg } = job.header.plan;
              job.edit(`Change ${data.name}`, wallChanged(records, wall.id, data, roomName, northDeg, newId));
              return;
            }
            const added = wallAdded(records, data, roomName, newId);
            job.edit(`Add ${data.name}`, added.changes);
            dispatch(viewActions.wallShown(added.id));
          }}
        />
      )}
    </section>
  );
}
