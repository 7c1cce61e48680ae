import { countOf } from '@neat-sill/core/units';
import { inOrder } from '@neat-sill/core/record';
import type { Pane } from '@neat-sill/core/survey';
import {
  CONDITION_NAMES,
  FIXTURE_NAMES,
  FRAME_NAMES,
  GLASS_NAMES,
  describePlaceOnPane,
  describeRemedy,
} from '@neat-sill/core/words';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { letterhead } from './letterhead.ts';
import { signatureOf } from './signature.ts';
import { PaperProblem, headerFor, showDay, type PaperInput } from './paperInput.ts';

const FIGURE = { width: 120, height: 90 };

/** The pane with its marks numbered where they are. */
function figureOf(pane: Pick<Pane, 'condition'>): string {
  const marks = pane.condition
    .map(({ x, y }, at) => {
      const [cx, cy] = [4 + x * (FIGURE.width - 8), 4 + y * (FIGURE.height - 8)];
      return `<circle cx="${cx}" cy="${cy}" r="7" fill="#F7E6BF" stroke="#C98A1B"/><text x="${cx}" y="${cy + 3}" font-size="8" text-anchor="middle">${at + 1}</text>`;
    })
    .join('');
  return `<svg width="${FIGURE.width}" height="${FIGURE.height}" xmlns="http://www.w3.org/2000/svg"><rect x="1" y="1" width="${FIGURE.width - 2}" height="${FIGURE.height - 2}" fill="#E6EFEB" stroke="#17332C"/>${marks}</svg>`;
}

/** How glass and frames were found before work, pane by pane, with the photographs; for both sides to sign. */
export function conditionSheet(
  input: PaperInput,
  pictures: ReadonlyMap<string, Buffer>,
): Omit<TDocumentDefinitions, 'defaultStyle' | 'styles'> {
  const { job, shop, today } = input;
  const { records } = job;
  const header = headerFor(input);
  const marked = inOrder(records.pane).filter(({ condition }) => condition.length > 0);
  if (marked.length === 0)
    throw new PaperProblem(
      'Nothing was noted on any pane. Note scratches, chips and the like in Survey first.',
    );
  const signature = signatureOf(job, 'condition');
  const clean = Object.keys(records.pane).length - marked.length;
  return {
    info: { title: `Condition before work, ${header.customer}` },
    content: [
      letterhead(shop),
      { text: 'Condition before work', style: 'title' },
      {
        text: `${header.customer}, ${header.site.address || header.site.town}. ${showDay(today)}.`,
        style: 'quiet',
      },
      ...marked.flatMap((pane): Content[] => {
        const wall = records.wall[pane.wallId];
        const room = records.room[wall?.roomId ?? '']?.name ?? '';
        return [
          { text: `Pane ${pane.label}, ${room}, ${wall?.name ?? ''}`, style: 'heading' },
          {
            columns: [
              { svg: figureOf(pane), width: FIGURE.width + 10 },
              [
                {
                  text: `${GLASS_NAMES[pane.glass]}, ${FRAME_NAMES[pane.frame].toLowerCase()}`,
                  style: 'quiet',
                },
                {
                  ol: pane.condition.map(({ kind, note, remedy }) =>
                    [CONDITION_NAMES[kind], note, remedy && describeRemedy(remedy)]
                      .filter(Boolean)
                      .join(', '),
                  ),
                },
                ...(pane.fixtures.length > 0
                  ? [
                      {
                        text: `On the frame: ${pane.fixtures
                          .map(
                            ({ kind, ...place }) =>
                              `${FIXTURE_NAMES[kind].toLowerCase()} ${describePlaceOnPane(place)}`,
                          )
                          .join(', ')}.`,
                        style: 'quiet',
                      },
                    ]
                  : []),
              ],
            ],
            unbreakable: true,
          } as Content,
          ...pane.condition.flatMap(({ pictureId }, at): Content[] => {
            const jpeg = pictureId ? pictures.get(pictureId) : undefined;
            return jpeg
              ? [
                  {
                    stack: [
                      { image: `data:image/jpeg;base64,${jpeg.toString('base64')}`, fit: [240, 180] },
                      { text: `${pane.label}, mark ${at + 1}`, style: 'quiet' },
                    ],
                    margin: [0, 6, 0, 0],
                    unbreakable: true,
                  },
                ]
              : [];
          }),
        ];
      }),
      ...(clean > 0
        ? [
            {
              text: `Nothing was noted on the other ${countOf(clean, 'pane')}.`,
              margin: [0, 12, 0, 0] as [number, number, number, number],
            },
          ]
        : []),
      {
        columns: [
          { text: `For ${shop.name}\n\n\n____________________` },
          signature
            ? { stack: [{ text: `For ${header.customer}` }, signature] }
            : { text: `For ${header.customer}\n\n\n____________________` },
        ],
        margin: [0, 30, 0, 0],
        unbreakable: true,
      } as Content,
    ],
  };
}
