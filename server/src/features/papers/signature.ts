import type { DerivedJob } from '@neat-sill/core/job';
import type { Content } from 'pdfmake/interfaces.js';
import { showDay } from './paperInput.ts';

const WIDTH = 170;
const HEIGHT = 60;

/** The last signature under a sheet, drawn from its strokes with name and day; null where nobody has signed. */
export function signatureOf(job: DerivedJob, sheet: 'condition' | 'handover'): Content | null {
  const signed = (job.log.get(null) ?? [])
    .flatMap(({ at, says }) => (says.kind === 'signed' && says.sheet === sheet ? [{ at, says }] : []))
    .at(-1);
  if (!signed) return null;
  const { name, strokes } = signed.says;
  const paths = strokes.map(
    (stroke) =>
      `<path fill="none" stroke="#17332C" stroke-width="1.3" stroke-linecap="round" stroke-linejoin="round" d="${stroke
        .map(([x, y], at) => `${at === 0 ? 'M' : 'L'}${(x * WIDTH).toFixed(1)} ${(y * WIDTH).toFixed(1)}`)
        .join('')}${stroke.length === 1 ? 'l0.1 0' : ''}"/>`,
  );
  return {
    stack: [
      {
        svg: `<svg width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}" xmlns="http://www.w3.org/2000/svg">${paths.join('')}</svg>`,
      },
      { text: `${name}, ${showDay(signed.at.slice(0, 10))}`, style: 'quiet' },
    ],
    unbreakable: true,
  };
}
