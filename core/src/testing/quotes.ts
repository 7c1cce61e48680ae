import type { Quote } from '../job/index.ts';
import { silverForTest } from './jobs.ts';

const pane = (paneId: string, label: string, seams: number) => ({
  ...{ paneId, label, where: 'Reading room, South-west wall', widthMm: 820, heightMm: 1326, seams },
  filmId: silverForTest.id,
});

/** Two panes offered, one of them with a seam. */
export const quoteOptionForTest: Quote['options'][number] = {
  ...{ id: 'own', name: 'As it stands', cost: 30_000 },
  panes: [pane('p1', '1', 0), pane('p2', '2', 1)],
  films: [silverForTest],
  walls: [
    {
      ...{ name: 'Reading room, South-west wall', widthMm: 5000, heightMm: 2600 },
      openings: [
        {
          ...{ label: '1 & a', leftMm: 100, sillMm: 900, widthMm: 820, heightMm: 1326 },
          ...{ lightByDay: 0.3, lightByNight: 0.8, seams: [{ axis: 'vertical', at: 0.4 }] },
        },
      ],
    },
  ],
  said: [{ filmId: silverForTest.id, sentences: ['Keeps out 61 % of the sun’s heat.'] }],
  cautions: ['Pane 2: the glass is wider than film is made, so there is a seam. From near it shows.'],
  afterwards: 'You get a care sheet.',
  price: {
    ...{ price: 50_000, discount: 2500, because: 'three rooms at once', net: 47_500, tax: 3800 },
    ...{ taxShare: 0.08, taxShown: 'added', gross: 51_300, deposit: 15_390 },
  },
};

export const quoteForTest: Quote = {
  ...{ language: 'en', number: '' },
  ...{ version: 1, madeAt: '2026-05-04T09:00:00Z', madeBy: null, validUntil: '2026-06-03' },
  ...{ currency: 'EUR', job: 'Reading room', customer: 'Lantern Quay Library', place: 'Quay 1, Halden' },
  ...{ changes: null, underCost: null, terms: 'Half on ordering.', options: [quoteOptionForTest] },
};
