import { cutList } from '@neat-sill/core/cuts';
import { formatBareLength } from '@neat-sill/core/units';
import { SIDE_NAMES } from '@neat-sill/core/words';
import type { TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { labelSheets, type LabelText } from './labelSheet.ts';
import { headerFor, heldPlan, type PaperInput } from './paperInput.ts';
import { lotOf, pieceFacts } from './pieceFacts.ts';

/**
 * A label for each piece of the kept plan, in the order in which they are cut: on common label sheets (metric or inch, by
 * the asker), or one a page. The code opens the pane in Fitting.
 */
export function labels(
  input: PaperInput,
  origin: string,
  jobId: string,
  kind: 'labels' | 'single-labels',
): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const { unit } = input;
  const header = headerFor(input);
  const { plan, job } = heldPlan(input, 'labels');
  const show = (mm: number) => formatBareLength(mm, { unit, denominator: 32 });
  const all = cutList(plan, job).flatMap(({ strips, source }) =>
    strips
      .flatMap((strip) => strip.pieces)
      .map((cut): LabelText => {
        const { piece, name, freeEndIs, factoryEdge } = cut;
        const { where, glass, shape, seams, pattern } = pieceFacts(input, cut, show);
        const lot = lotOf(input, source);
        const edge = factoryEdge ? `, factory edge ${SIDE_NAMES[factoryEdge.side]}` : '';
        return {
          name,
          lines: [
            [`${show(piece.w)} × ${show(piece.l)}`, glass && `glass ${glass}`, shape]
              .filter(Boolean)
              .join(', '),
            [`${SIDE_NAMES[freeEndIs]} first${edge}${seams ? `, seam ${seams}` : ''}`, pattern]
              .filter(Boolean)
              .join(', '),
            [job.films.find(({ id }) => id === source.filmId)?.name ?? source.filmId, lot && `lot ${lot}`]
              .filter(Boolean)
              .join(', '),
            [where, header.customer, header.name].filter(Boolean).join(', '),
          ],
          link: `${origin}/jobs/${jobId}/fitting?pane=${encodeURIComponent(piece.paneId)}`,
        };
      }),
  );
  return labelSheets(`Labels, ${header.customer}`, all, kind === 'labels' ? 'sheets' : 'single', unit);
}
