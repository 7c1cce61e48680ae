import {
  day,
  needed,
  number,
  numberIn,
  oneOf,
  orElse,
  several,
  text,
  yesOrNo,
  type CellProblem,
  type ReadCell,
} from '../sheet/index.ts';
import { fail, succeed } from '../units/index.ts';
import { FILM_KINDS, SOLD_BY, type FilmKind, type FilmOptics } from './film.ts';
import { OPTICS_KEYS } from './filmSchema.ts';

/** Static cling was a kind once, and stands so in older sheets. */
const kind: ReadCell<FilmKind> = (typed) => oneOf(FILM_KINDS)(typed === 'staticCling' ? 'patterned' : typed);

/** What a film is. */
export const identityCells = {
  id: text,
  name: needed(text),
  letter: text,
  kind: needed(kind),
  hold: orElse(oneOf(['pressureSensitive', 'dryAdhesive', 'cling']), 'pressureSensitive' as const),
  mount: orElse(oneOf(['inside', 'outside']), 'inside' as const),
  thicknessUm: needed(number(5, 1000)),
};

/** A share from 0 to 1, written as such or in per cent as the whole sheet is; null where nothing stands. */
const share =
  (perCent: (typed: string) => boolean): ReadCell<number | null> =>
  (typed) => {
    if (typed === '') return succeed(null);
    const most = perCent(typed) ? 100 : 1;
    const read = number(0, most)(typed);
    return read.ok ? succeed(Math.round((read.value / most) * 1e6) / 1e6) : fail<CellProblem>(read.problem);
  };

type OpticsColumn = keyof FilmOptics | 'solarAbsorbed';
const OPTICS_COLUMNS: readonly OpticsColumn[] = [...OPTICS_KEYS, 'solarAbsorbed'];

/** What it does to light and heat. An emissivity is a share in every sheet unless it says otherwise. */
export function opticsCells(perCent: boolean): Readonly<Record<OpticsColumn, ReadCell<number | null>>> {
  const ofSheet = share(() => perCent);
  const emissivity = share((typed) => typed.includes('%') || numberIn(typed) > 1);
  return Object.fromEntries(
    OPTICS_COLUMNS.map((column) => [column, column === 'emissivity' ? emissivity : ofSheet]),
  ) as Record<OpticsColumn, ReadCell<number | null>>;
}

/** How it looks, where it may go, and how it may be cut. */
export const useCells = {
  castA: orElse(number(-60, 60), 0),
  castB: orElse(number(-60, 60), 0),
  madeFor: orElse(oneOf(['glazing', 'vehicle']), 'glazing' as const),
  openMetal: orElse(yesOrNo, false),
  lifeYears: orElse(number(0, 100), null),
  warrantyYears: orElse(number(0, 100), null),
  cureDays: orElse(number(0, 730), null),
  turn: orElse(oneOf(['any', 'half', 'none']), 'half' as const),
  matchEdges: orElse(yesOrNo, false),
  mayBeSeamed: orElse(yesOrNo, true),
  patternAcrossMm: orElse(number(1, 5000), null),
  patternAlongMm: orElse(number(1, 5000), null),
  patternDrop: orElse(oneOf(['straight', 'half']), 'straight' as const),
  lots: several(text, /[;|]/),
  discontinuedOn: orElse(day, null),
};

/** A roll on which it is sold, and a price from a day on. */
export const rollCells = {
  rollWidthMm: orElse(number(1, 5000), null),
  rollLengthMm: orElse(number(1, 200_000), null),
  rollPrice: orElse(number(0.01, 1e6), null),
  priceFrom: orElse(day, null),
  soldBy: orElse(oneOf(SOLD_BY), 'roll' as const),
};

export type FilmColumn =
  keyof typeof identityCells | OpticsColumn | keyof typeof useCells | keyof typeof rollCells;

/** Columns of a catalogue sheet, in the order in which they are written. */
export const FILM_COLUMNS = [
  ...Object.keys(identityCells),
  ...OPTICS_COLUMNS,
  ...Object.keys(useCells),
  ...Object.keys(rollCells),
] as readonly FilmColumn[];

/** Text by column, as a sheet carries it. */
export type FilmText = Readonly<Partial<Record<FilmColumn, string>>>;

/** Whether the optics of a sheet are in per cent: any of them above 1, or written with the sign. */
export function inPerCent(lines: readonly FilmText[]): boolean {
  return lines.some((line) =>
    OPTICS_KEYS.some((key) => {
      const typed = line[key] ?? '';
      return key !== 'emissivity' && (typed.includes('%') || numberIn(typed) > 1.2);
    }),
  );
}

/** One share among percentages, such as 0.41 between 56 and 14. */
export function sharesAmongPerCents(line: FilmText): readonly { column: FilmColumn; text: string }[] {
  return (['visibleTransmitted', 'solarTransmitted'] as const).flatMap((column) => {
    const typed = line[column]?.trim() ?? '';
    return /^0?[.,]\d+$/.test(typed) && numberIn(typed) >= 0.05 ? [{ column, text: typed }] : [];
  });
}
