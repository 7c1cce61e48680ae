import { paneForFilm } from '@neat-sill/core/advice';
import { isOffered, type Film } from '@neat-sill/core/film';
import { useEffect, useMemo, useRef, useState } from 'react';
import { today } from '../../ui/format.ts';
import { useJob, type PaneWithId } from '../job/index.ts';
import type { FilmAnswer, FilmMessage, FilmOrder } from '../../workers/film.worker.ts';

export interface FilmsOnPane {
  /** The last answer; it may be of the state before while the next is worked out. */
  readonly found: FilmAnswer | null;
  /** How many films of a large catalogue are done. */
  readonly done: number;
}

/** All films of the shop, or `only` some, on one pane, ranked by what its room wants; worked out off the page's thread. */
export function useFilmsOnPane(pane: PaneWithId | null, only: readonly Film[] | null = null): FilmsOnPane {
  const { records, rules, jobShopData: book, derived, header } = useJob();
  const films = useMemo(() => {
    if (only) return only;
    const day = today();
    return book.films.filter((film) => isOffered(film, day) || film.id === pane?.filmId);
  }, [only, book.films, pane?.filmId]);
  const [answer, setAnswer] = useState<FilmAnswer | null>(null);
  const [done, setDone] = useState(0);
  const worker = useRef<Worker | null>(null);
  const turn = useRef(0);
  useEffect(() => {
    const started = new Worker(new URL('../../workers/film.worker.ts', import.meta.url), { type: 'module' });
    started.onmessage = ({ data }: MessageEvent<FilmMessage>) => {
      if (data.turn !== turn.current) return;
      if (data.kind === 'progress') setDone(data.done);
      else setAnswer(data);
    };
    worker.current = started;
    return () => {
      started.terminate();
      worker.current = null;
    };
  }, []);
  // What the answer follows from, as text: the job changes at every key, this hardly ever.
  const asked = (() => {
    const wall = pane && records.wall[pane.wallId];
    const place = wall && paneForFilm(pane, derived.pane(pane.id)?.sizes ?? null, wall, header.site);
    const wants = pane && records.room[records.wall[pane.wallId]?.roomId ?? '']?.wants;
    if (!place || !wants) return null;
    // Which film is on the pane now changes nothing of what others would do there.
    return JSON.stringify({ pane: { ...pane, filmId: null }, place, wants });
  })();
  useEffect(() => {
    if (asked === null) return;
    turn.current += 1;
    const about = JSON.parse(asked) as Pick<FilmOrder, 'pane' | 'place' | 'wants'>;
    const order: FilmOrder = { ...about, turn: turn.current, films, rules, year: new Date().getFullYear() };
    worker.current?.postMessage(order);
  }, [asked, films, rules]);
  return { found: answer, done };
}
