import type { RuleSet } from '../../rules/index.ts';
import { isDry, pieceOf, type Asked, type MoreAtHand } from './paneAtHand.ts';

/** What is sprayed at a pane: how much in all, and what goes into it. */
export interface Solution {
  readonly ml: number;
  readonly school: RuleSet['fitting']['mixing']['school'] | 'none';
  readonly soap: { readonly amount: number; readonly unit: 'drops' | 'pumps' | 'ml' | 'squirts' };
  readonly waterMl: number;
}

/** So many ml of solution, mixed as the house does it. */
export function mixed(ml: number, { mixing, soapDropsPerLitre }: RuleSet['fitting']): Solution {
  const litres = ml / 1000;
  const drops = Math.ceil(litres * soapDropsPerLitre);
  const { school } = mixing;
  switch (school) {
    case 'drops':
      return { ml, school, soap: { amount: drops, unit: 'drops' }, waterMl: ml };
    case 'pump':
      return {
        ml,
        school,
        soap: { amount: Math.ceil(litres * mixing.pumpsPerLitre), unit: 'pumps' },
        waterMl: ml,
      };
    case 'squirts':
      return {
        ml,
        school,
        soap: { amount: Math.ceil(litres * mixing.squirtsPerLitre), unit: 'squirts' },
        waterMl: ml,
      };
    case 'parts': {
      const soapMl = Math.round(ml / (1 + mixing.waterParts));
      return { ml, school, soap: { amount: soapMl, unit: 'ml' }, waterMl: ml - soapMl };
    }
    case 'alcohol':
      return {
        ml,
        school,
        soap: { amount: drops, unit: 'drops' },
        waterMl: ml - Math.round(ml * mixing.alcoholShare),
      };
    case 'water':
      return { ml, school, soap: { amount: 0, unit: 'drops' }, waterMl: ml };
  }
}

/** What a pane takes over cleaning, glass, adhesive and face, by the house's litres for a m². */
export function solutionOf(asked: Asked, more: MoreAtHand, { fitting }: RuleSet): Solution {
  const { pane, film } = asked;
  if (isDry(film)) return { ml: 0, school: 'none', soap: { amount: 0, unit: 'drops' }, waterMl: 0 };
  const areaM2 =
    pane.glass === 'glassBlock' && pane.blocks
      ? pieceOf(asked, more).areaM2 * pane.blocks.across * pane.blocks.down
      : (pane.widthMm * pane.heightMm) / 1e6;
  return mixed(Math.round(areaM2 * fitting.solutionLitresPerM2 * 1000), fitting);
}
