import { colourShift, looksOf } from '@neat-sill/core/advice';
import type { Film } from '@neat-sill/core/film';
import { countOf, formatArea } from '@neat-sill/core/units';
import { customerTexts, describeCoverage, describeForCustomer } from '@neat-sill/core/words';
import { Dialog } from 'radix-ui';
import { useMemo, useState } from 'react';
import { OneOf } from '../../ui/OneOf.tsx';
import { WallDrawing } from '../../drawing/WallDrawing.tsx';
import { SHOWS_NOTHING, SILENT, useJob, useLivePlan, useUnit, type PaneWithId } from '../job/index.ts';
import { wallMarks } from '../wall/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Householder } from './Householder.tsx';
import { Scene } from './Scene.tsx';
import { useFilmsOnPane } from './useFilmsOnPane.ts';

const SHOWN = [
  { seenBy: 'day', fromOutside: false, name: 'By day, inside' },
  { seenBy: 'day', fromOutside: true, name: 'By day, from the street' },
  { seenBy: 'night', fromOutside: false, name: 'In the evening, inside' },
  { seenBy: 'night', fromOutside: true, name: 'In the evening, from the street' },
] as const;

type Shown = (typeof SHOWN)[number];

/** One film of the wall: how the glass looks with it, and what it does. */
function FilmForCustomer({ film, panes, shown }: { film: Film; panes: readonly PaneWithId[]; shown: Shown }) {
  const { rules } = useJob();
  const unit = useUnit();
  const [first = null] = panes;
  const only = useMemo(() => [film], [film]);
  const { found } = useFilmsOnPane(first, only);
  const ranked = found?.ranked.find(({ figures }) => figures.film.id === film.id);
  const glass = first?.glass ?? 'double';
  const looks = looksOf(glass, first?.glassMm ?? null, film);
  const night = shown.seenBy === 'night';
  const covered = [...new Set(panes.map(({ coverage }) => describeCoverage(coverage, unit)))];
  return (
    <article className="flex flex-col gap-2">
      <h2 className="text-xl font-bold">{film.name}</h2>
      <p className="text-quiet">
        On {countOf(panes.length, 'pane')}: {panes.map(({ label }) => label).join(', ')}
        {covered.join() !== 'whole pane' && `; ${covered.join('; ')}`}
      </p>
      <Scene
        looks={looks}
        cast={colourShift(glass, film).cast}
        lighting={night ? rules.film.lamplight : rules.film.daylight}
        from={shown.fromOutside ? 'outdoors' : 'indoors'}
        night={night}
        title={`${film.name}, ${shown.name.toLowerCase()}`}
      />
      {found && ranked ? (
        <ul className="flex flex-col gap-1 text-lg">
          {describeForCustomer(ranked, found.bare, customerTexts('en')).map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
          <Householder ranked={ranked} panes={panes} />
        </ul>
      ) : (
        <p role="status" className="text-quiet">
          Working out what it does here
        </p>
      )}
    </article>
  );
}

/** A plain view for the customer: their wall with the film on it, what it does, where seams will be. Nothing of what it costs the shop. */
export function CustomerView({ onClose }: { onClose: () => void }) {
  const job = useJob();
  const unit = useUnit();
  const live = useLivePlan();
  const [at, setAt] = useState(0);
  const shown = SHOWN[at] ?? SHOWN[0];
  const { wall, wallPanes, records, derived, jobShopData: book } = job;
  const films = [...new Set(wallPanes.flatMap(({ filmId }) => filmId ?? []))].flatMap((filmId) => {
    const film = book.films.find(({ id }) => id === filmId);
    return film ? [{ film, panes: wallPanes.filter((pane) => pane.filmId === filmId) }] : [];
  });
  const onWall = wall && derived.wall(wall.id);
  if (!wall || !onWall) return null;
  const { placed } = onWall;
  const marks = wallMarks(onWall.panes, () => SILENT, {
    shows: { ...SHOWS_NOTHING, looks: true, pieces: 'seams' },
    look: shown,
    rules: job.rules.film,
    unit,
    whereabouts: [],
    plan: live,
  });
  const seams = live.plan?.pulls
    .flatMap(({ pieces }) => pieces)
    .filter(({ panel, paneId }) => panel > 1 && wallPanes.some(({ id }) => id === paneId)).length;
  const area = onWall.panes.reduce((sum, { film, sizes }) => sum + (film ? (sizes?.areaMm2 ?? 0) : 0), 0);
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Content aria-describedby={undefined} className="fixed inset-0 z-20 flex flex-col bg-putty">
          <header className="flex items-center justify-between gap-4 border-b border-hairline bg-sheet px-6 py-3">
            <div>
              <Dialog.Title className="text-2xl font-bold">{job.header.customer}</Dialog.Title>
              <p className="text-quiet">
                {wall.name}, {records.room[wall.roomId]?.name}
              </p>
            </div>
            <Button autoFocus onClick={onClose}>
              Back to the work
            </Button>
          </header>
          <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
            <section className="flex min-h-[420px] min-w-0 flex-1 flex-col gap-2 p-5" aria-label="The wall">
              <OneOf
                label="When and from where"
                options={SHOWN.map(({ name }, each) => [
                  String(each),
                  <span key={name} className="px-3">
                    {name}
                  </span>,
                ])}
                value={String(at)}
                look="key"
                onChoose={(each) => setAt(Number(each))}
              />
              <WallDrawing
                wall={placed}
                name={wall.name}
                marks={marks}
                films={films.map(({ film }) => film)}
                selected={[]}
                lit={null}
                onLit={null}
                seams={null}
                onMove={null}
                fromOutside={shown.fromOutside}
                unit={unit}
                onSelect={() => undefined}
              />
            </section>
            <section
              className="flex flex-col gap-5 overflow-y-auto border-l border-hairline bg-sheet p-6 max-lg:border-t max-lg:border-l-0 lg:w-[460px]"
              aria-label="What it does"
              tabIndex={0}
            >
              {films.length === 0 && <p className="text-lg">No film is chosen for this wall yet.</p>}
              {films.map(({ film, panes }) => (
                <FilmForCustomer key={film.id} film={film} panes={panes} shown={shown} />
              ))}
              {films.length > 0 && (
                <div className="border-t border-ink pt-3 text-lg">
                  <p>
                    {formatArea(area / 1e6, unit)} of glass on this wall.{' '}
                    {seams === undefined
                      ? ''
                      : seams === 0
                        ? 'No seam anywhere.'
                        : `${countOf(seams, 'seam')}, dashed on the drawing; from near it will be seen.`}
                  </p>
                </div>
              )}
            </section>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
