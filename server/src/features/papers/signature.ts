import type { DerivedJob } from '@neat-sill/core/job';
import type { Content } from 'pdfmake/interfaces.js';
import { showDay } from './paperInput.ts';

const WIDTH = 170;
const HEIGHT = 60;

type Strokes = readonly (readonly (readonly [number, number])[])[];

/** A signature drawn from its strokes, with name and day. */
export function drawnSignature(strokes: Strokes, name: string, at: string): Content {
  const paths = strokes.map(
    (stroke) =>
      `<path fill="none" stroke="#17332C" stroke-width="1.3" stroke-linecap="round" stroke-linejoin="round" d="${stroke
        .map(
          ([x, y], point) => `${point === 0 ? 'M' : 'L'}${(x * WIDTH).toFixed(1)} ${(y * WIDTH).toFixed(1)}`,
        )
        .join('')}${stroke.length === 1 ? 'l0.1 0' : ''}"/>`,
  );
  return {
    stack: [
      {
        svg: `<svg width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}" xmlns="http://www.w3.org/2000/svg">${paths.join('')}</svg>`,
      },
      { text: `${name}, ${showDay(at.slice(0, 10))}`, style: 'quiet' },
    ],
    unbreakable: true,
  };
}

/** The last signature under a sheet; null where nobody has signed. */
export function signatureOf(job: DerivedJob, sheet: 'condition' | 'handover'): Content | null {
  const signed = (job.log.get(null) ?? [])
    .flatMap(({ at, says }) => (says.kind === 'signed' && says.sheet === sheet ? [{ at, says }] : []))
    .at(-1);
  return signed ? drawnSignature(signed.says.strokes, signed.says.name, signed.at) : null;
}
