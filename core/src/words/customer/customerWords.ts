import type { GlassFigures, Ranked } from '../../advice/index.ts';
import type { CustomerTexts } from './english.ts';

/** Smaller changes than these a customer does not feel or see, so they are not promised: a judgement. */
const WORTH_SAYING = { heat: 0.05, light: 0.02, fading: 0.1 } as const;
/** Rounded, this much UV is 1 %, and no meter on site finds it. */
const HARDLY_ANY_UV = 0.015;

/** What a film does, in sentences for somebody who does not know the trade. */
export function describeForCustomer(
  { figures, covers, privateByDay }: Pick<Ranked, 'figures' | 'covers' | 'privateByDay'>,
  bare: GlassFigures,
  { films: says }: Pick<CustomerTexts, 'films'>,
): string[] {
  const heat = 1 - figures.shgc / bare.shgc;
  const fading = 1 - figures.fading / bare.fading;
  return [
    heat > WORTH_SAYING.heat ? says.keepsOut(heat) : '',
    figures.visibleTransmittance < bare.visibleTransmittance - WORTH_SAYING.light
      ? says.daylight(figures.visibleTransmittance / bare.visibleTransmittance)
      : says.asLight,
    fading > WORTH_SAYING.fading ? says.fading(fading) : '',
    covers ? says.covers : '',
    !covers && privateByDay ? says.privateByDay : '',
    figures.condensation ? says.frost : '',
    says.uvLeft(figures.uv < HARDLY_ANY_UV ? null : figures.uv),
  ].filter(Boolean);
}
