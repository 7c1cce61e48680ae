import { pathOfEntry, type RackEntry } from '@neat-sill/core/contract';
import type { Film } from '@neat-sill/core/film';
import { formatLength, formatRun, listOf, type LengthUnit } from '@neat-sill/core/units';
import { labelSheets, type LabelText } from './labelSheet.ts';
import { renderPdf } from './pdf.ts';

function labelOf(
  { entry, lot, place }: RackEntry,
  films: readonly Film[],
  unit: LengthUnit,
  origin: string,
): LabelText {
  const show = (mm: number) => formatLength(mm, { unit });
  const size =
    entry.kind === 'roll'
      ? `${show(entry.width)} wide, ${formatRun(entry.length, unit)} when printed`
      : `${show(entry.width)} × ${show(entry.length)}`;
  const edges = entry.factoryEdges.length > 0 ? `${listOf(entry.factoryEdges)} edge` : 'no factory edge';
  const film = films.find(({ id }) => id === entry.filmId)?.name ?? entry.filmId;
  const rest = [lot && `lot ${lot}`, place].filter(Boolean).join(', ');
  return {
    name: entry.id,
    lines: [film, entry.kind === 'roll' ? size : `${size}, ${edges}`, rest],
    link: `${origin}${pathOfEntry(entry.id)}`,
  };
}

/** Labels for rolls and offcuts, one a page; the code opens the entry on the rack. */
export function rackLabels(
  entries: readonly RackEntry[],
  films: readonly Film[],
  unit: LengthUnit,
  origin: string,
): Promise<Buffer> {
  const labels = entries.map((entry) => labelOf(entry, films, unit, origin));
  return renderPdf(labelSheets('Labels for the rack', labels, 'single', unit), 'A4');
}
