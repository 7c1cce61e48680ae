import type { GlassFigures, Ranked } from '../advice/index.ts';
import { formatShare } from '../units/index.ts';
import { formatFadingSlowed } from './filmWords.ts';

/** Smaller changes than these a customer does not feel or see, so they are not promised: a judgement. */
const WORTH_SAYING = { heat: 0.05, light: 0.02, fading: 0.1 } as const;
/** Rounded, this much UV is 1 %, and no meter on site finds it. */
const HARDLY_ANY_UV = 0.015;

/** What a film does, in sentences for somebody who does not know the trade. */
export function describeForCustomer(
  { figures, covers, privateByDay }: Pick<Ranked, 'figures' | 'covers' | 'privateByDay'>,
  bare: GlassFigures,
): string[] {
  const heat = 1 - figures.shgc / bare.shgc;
  const fading = 1 - figures.fading / bare.fading;
  return [
    heat > WORTH_SAYING.heat ? `Keeps out ${formatShare(heat)} of the sun’s heat that comes in now.` : '',
    figures.visibleTransmittance < bare.visibleTransmittance - WORTH_SAYING.light
      ? `The room gets ${formatShare(figures.visibleTransmittance / bare.visibleTransmittance)} of the daylight it has now.`
      : 'The room stays as light as it is.',
    fading > WORTH_SAYING.fading
      ? `Furniture and books fade more slowly, by ${formatFadingSlowed(fading)}; nothing stops it.`
      : '',
    covers ? 'Nobody sees in or out through it, by day or by night.' : '',
    !covers && privateByDay ? 'By day nobody looks in from outside; with the lamps on they can.' : '',
    figures.condensation ? 'In hard frost the inside of the glass may get wet.' : '',
    `UV left: ${figures.uv < HARDLY_ANY_UV ? 'hardly any' : formatShare(figures.uv)}.`,
  ].filter(Boolean);
}
