import { z } from 'zod';
import type { FilmLine } from './catalogue.ts';
import { FILM_COLUMNS, type FilmColumn, type FilmText } from './filmCells.ts';

const cell = z.union([z.string(), z.number(), z.boolean(), z.null()]);
const rollInFile = z.strictObject({
  rollWidthMm: cell,
  rollLengthMm: cell,
  rollPrice: cell.optional(),
  priceFrom: cell.optional(),
  soldBy: cell.optional(),
});

/** A catalogue as JSON: films by the columns of the sheet, their rolls in a list. */
export const catalogueFileSchema = z.strictObject({
  format: z.literal('neat-sill/films'),
  version: z.literal(1),
  films: z.array(
    z.strictObject({
      ...(Object.fromEntries(FILM_COLUMNS.map((column) => [column, cell.optional()])) as Record<
        FilmColumn,
        z.ZodOptional<typeof cell>
      >),
      rolls: z.array(rollInFile).optional(),
    }),
  ),
});

function cellText(value: z.infer<typeof cell> | undefined): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return String(value ?? '');
}

const textOf = (record: Readonly<Record<string, z.infer<typeof cell> | undefined>>) =>
  Object.fromEntries(Object.entries(record).map(([column, value]) => [column, cellText(value)]));

/** The lines of a sheet that say the same as a catalogue file; the line of each is the place of its film, from 1. */
export function linesOfFile({ films }: z.infer<typeof catalogueFileSchema>): FilmLine[] {
  return films.flatMap(({ rolls = [], ...film }, at): FilmLine[] => {
    const own: FilmText = textOf(film);
    const [first = {}, ...others] = rolls.map(textOf);
    const further = others.map((roll) => ({ id: own.id ?? '', name: own.name ?? '', ...roll }));
    return [{ ...own, ...first }, ...further].map((each) => ({ line: at + 1, text: each }));
  });
}
