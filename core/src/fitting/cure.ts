import { TZDate } from '@date-fns/tz';
import { addDays, format, formatISO, parseISO } from 'date-fns';
import type { Film } from '../film/index.ts';
import type { RuleSet } from '../rules/index.ts';

type FilmToCure = Pick<Film, 'hold' | 'kind' | 'thicknessUm' | 'cureDays'>;

export function isHungDry(film: Pick<Film, 'kind'>): boolean {
  return film.kind === 'perforated';
}

export interface Cure {
  readonly days: number;
  /** The day from which the film is dry and may be washed, `YYYY-MM-DD`. */
  readonly on: string;
  readonly because: 'cling' | 'hungDry' | 'maker' | 'thickness';
}

/** How many days film needs until it is dry, by how it holds, how it was hung, its maker's word, and its thickness. */
export function daysUntilDry(
  {
    hold,
    hungDry,
    thicknessUm,
    makerDays,
  }: {
    readonly hold: Film['hold'];
    readonly hungDry: boolean;
    readonly thicknessUm: number;
    readonly makerDays: number | null;
  },
  { cure }: Pick<RuleSet, 'cure'>,
): Omit<Cure, 'on'> {
  if (hold === 'cling') return { days: cure.clingDays, because: 'cling' };
  if (hungDry) return { days: cure.dryDays, because: 'hungDry' };
  if (makerDays !== null) return { days: makerDays, because: 'maker' };
  const step = cure.byThickness.find(({ upToUm }) => thicknessUm <= upToUm) ?? cure.byThickness.at(-1);
  return { days: step?.days ?? 0, because: 'thickness' };
}

/** The same for a film of the catalogue. */
export function cureDays(film: FilmToCure, rules: RuleSet): Omit<Cure, 'on'> {
  return daysUntilDry({ ...film, hungDry: isHungDry(film), makerDays: film.cureDays }, rules);
}

/** The cure and first-wash date of a pane that was done on a day (`YYYY-MM-DD`, the site's own time). */
export function cureOf(film: FilmToCure, doneOn: string, rules: RuleSet): Cure {
  const { days, because } = cureDays(film, rules);
  return { days, because, on: formatISO(addDays(parseISO(doneOn), days), { representation: 'date' }) };
}

/** The local day (`YYYY-MM-DD`) of a moment (ISO 8601 with offset) at a site. */
export function dayAt(moment: string, timeZone: string): string {
  return format(new TZDate(parseISO(moment).getTime(), timeZone), 'yyyy-MM-dd');
}
