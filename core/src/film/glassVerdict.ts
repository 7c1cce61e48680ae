import { GLASS_KINDS, type GlassKind } from '../survey/index.ts';
import type { Film, FilmKind } from './film.ts';

/** `usual`: usually safe; `ask`: the film maker's film-to-glass chart decides; `refuse`: usually refused. */
export type GlassVerdict = 'usual' | 'ask' | 'refuse';

type Column = Readonly<Record<GlassKind, GlassVerdict>>;

const LETTERS: Readonly<Record<string, GlassVerdict>> = { S: 'usual', C: 'ask', R: 'refuse' };

/** Columns as in the trade's general film-to-glass guidance, inside films on sound glass under about 9 m². */
const ORDER = [
  'single',
  'double',
  'triple',
  'tintedSingle',
  'tintedDouble',
  'lowEDouble',
  'laminated',
  'wired',
  'patterned',
  'tempered',
  'plastic',
  'block',
] as const satisfies readonly GlassKind[];

/** Where the verdict on a kind of glass stands; a hard coat is judged as a soft one. */
const COLUMN_OF: Readonly<Record<GlassKind, number>> = {
  ...(Object.fromEntries(ORDER.map((glass, at) => [glass, at])) as Record<(typeof ORDER)[number], number>),
  hardLowEDouble: ORDER.indexOf('lowEDouble'),
};

function column(letters: string): Column {
  return Object.fromEntries(
    GLASS_KINDS.map((glass) => [glass, LETTERS[letters[COLUMN_OF[glass]] ?? 'R'] ?? 'refuse']),
  ) as Column;
}

const VERDICTS: Readonly<Record<FilmKind, Column>> = {
  silverSolar: column('SSCCCCCCRSRR'),
  neutralSolar: column('SCCCCCCCRSRR'),
  selective: column('SSCCCCCCRSRR'),
  dualReflective: column('SCRCCCCRRSRR'),
  dyed: column('SCRCCCCRRSRR'),
  ceramic: column('SCRCCCCRRSRR'),
  lowE: column('SCRCCCCCRSRR'),
  outsideSilver: column('SSSCCSCCRSCC'),
  outsideNeutral: column('SSCCCCCCRSCC'),
  frosted: column('SSSSSSSCRSCR'),
  whiteout: column('SCCCCCCCRSCR'),
  blackout: column('CRRCRRRRRSCR'),
  patterned: column('SSSSSSSSRSCR'),
  stainedLook: column('SCCCCCCCRSCR'),
  printed: column('SCCCCCCCRSCR'),
  vinyl: column('SCCCCCCCRSCR'),
  perforated: column('SSSCSSSCRSCR'),
  clearUv: column('SSSSSSSSRSCR'),
  clearSecurity: column('SSSSSSSSRSCR'),
  solarSecurity: column('SCCCCCCRRSRR'),
  antiGraffiti: column('SSSSSSSSRSCR'),
};

/**
 * General guidance for a film on a kind of glass; the film maker's own chart decides. A hollow block overheats behind film
 * on its room side; film made for the outside may go on it once its maker has been asked.
 */
export function glassVerdict({ kind, mount }: Pick<Film, 'kind' | 'mount'>, glass: GlassKind): GlassVerdict {
  return glass === 'block' && mount === 'inside' ? 'refuse' : VERDICTS[kind][glass];
}
