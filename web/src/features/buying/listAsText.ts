import type { ShoppingLine, ShoppingList } from '@neat-sill/core/buying';
import { isSheet } from '@neat-sill/core/film';
import { countOf, formatLength, formatRollWidth, formatRun, type LengthUnit } from '@neat-sill/core/units';

interface Named {
  readonly unit: LengthUnit;
  readonly filmName: (filmId: string) => string;
}

const wanted = (line: ShoppingLine, { unit, filmName }: Named): string => {
  const many =
    line.soldBy === 'metre'
      ? `${formatRun(line.quantity * 1000, unit)} by the metre`
      : isSheet(line)
        ? `${countOf(line.quantity, 'sheet')} ${formatLength(line.rollMm, { unit })} high`
        : `${line.quantity} × ${formatRun(line.rollMm, unit)}`;
  return `${filmName(line.filmId)}, ${formatRollWidth(line.widthMm, unit)} wide: ${many}${line.lot ? `, lot ${line.lot}` : ''}`;
};

/** The shopping list as rows of a sheet. */
export function listAsRows(
  list: ShoppingList,
  { filmName, currency }: Pick<Named, 'filmName'> & { readonly currency: string },
): string[][] {
  const head = [
    'supplier',
    'film',
    'widthMm',
    'rollMm',
    'quantity',
    'soldBy',
    'cost',
    'currency',
    'lot',
    'jobs',
  ];
  const jobs = (line: { readonly forJobs: readonly { readonly jobName: string }[] }) =>
    line.forJobs.map(({ jobName }) => jobName).join('; ');
  return [
    head,
    ...list.bySupplier.flatMap(({ supplierName, lines }) =>
      lines.map((line) => [
        supplierName,
        filmName(line.filmId),
        String(line.widthMm),
        String(line.rollMm),
        String(line.quantity),
        line.soldBy,
        String(line.cost),
        currency,
        line.lot ?? '',
        jobs(line),
      ]),
    ),
    ...list.nowhere.map((line) => [
      '',
      filmName(line.filmId),
      String(line.widthMm),
      String(line.rollMm),
      String(line.quantity),
      'roll',
      '',
      '',
      '',
      jobs(line),
    ]),
  ];
}

/** The whole list as plain text, to be sent by whatever one sends messages with. */
export function textOfList(list: ShoppingList, named: Named): string {
  const part = (title: string, lines: readonly string[]) => [title, ...lines.map((line) => `- ${line}`), ''];
  const nobody = list.nowhere.map(
    (line) =>
      `${named.filmName(line.filmId)}, ${formatRollWidth(line.widthMm, named.unit)} wide: ${line.quantity} × ${formatRun(line.rollMm, named.unit)}`,
  );
  return [
    ...list.bySupplier.flatMap(({ supplierName, lines }) =>
      part(
        supplierName,
        lines.map((line) => wanted(line, named)),
      ),
    ),
    ...(nobody.length > 0 ? part('Nobody offers it', nobody) : []),
  ]
    .join('\n')
    .trim();
}

/** An order to one supplier as a mail that is still to be sent. */
export function mailOf(lines: readonly ShoppingLine[], named: Named): string {
  const body = ['We would like to order:', '', ...lines.map((line) => `- ${wanted(line, named)}`), ''].join(
    '\n',
  );
  return `mailto:?subject=${encodeURIComponent('Order of film')}&body=${encodeURIComponent(body)}`;
}
