import type { RuleSet } from '../../rules/index.ts';
import type { Outline, Side } from '../../survey/index.ts';
import { sideLengths } from '../drawing/outlines.ts';
import type { FittingCase } from './fittingCase.ts';

/** Cartridges of structural sealant that are sold, ml. */
export const CARTRIDGES_ML = [300, 600] as const;

/** A bead that anchors film to its frame. Lengths mm, volumes ml. */
export interface Anchoring {
  readonly bead: 'full' | 'small' | 'profile';
  /** On the film and on the frame; null for a profile, as all that goes by them. */
  readonly legsMm: readonly [number, number] | null;
  readonly sides: readonly Side[];
  readonly lengthMm: number;
  readonly volumeMl: number | null;
  readonly wasteShare: number;
  /** So many cartridges of each size. */
  readonly cartridges: Readonly<Record<'300' | '600', number>> | null;
  readonly chosen: '300' | '600' | null;
  /** How much of the film leg lies on film, not on the light gap. */
  readonly seatOnFilmMm: number | null;
  readonly tips: number | null;
  readonly dryBeforeH: number;
  readonly cureH: number;
}

/** Length of the outline's sides named; the arc of a corner belongs half to each of its sides. */
export function beadLengthMm(
  { widthMm, heightMm, cornerRadiusMm }: Pick<FittingCase['pane'], 'widthMm' | 'heightMm' | 'cornerRadiusMm'>,
  sides: readonly Side[],
): number {
  const radius = Math.min(cornerRadiusMm, widthMm / 2, heightMm / 2);
  const ends = 2 * radius - (Math.PI * radius) / 2;
  return sides.reduce(
    (sum, side) => sum + (side === 'top' || side === 'bottom' ? widthMm : heightMm) - ends,
    0,
  );
}

const rounded = (value: number) => Math.round(value * 10) / 10;

/**
 * What anchoring takes: a fillet is a right triangle, leg × leg / 2 × length; so many cartridges hold it with its waste, of
 * the size that opens the fewest millilitres, on a tie the larger.
 */
export function anchoringOf(
  pane: FittingCase['pane'],
  { bead, sides }: NonNullable<FittingCase['anchor']>,
  { anchor, lightGapMm }: Pick<RuleSet['fitting'], 'anchor' | 'lightGapMm'>,
  outline: Outline | null = null,
): Anchoring {
  const along = outline && sideLengths(outline);
  const lengthMm = along ? sides.reduce((sum, side) => sum + along[side], 0) : beadLengthMm(pane, sides);
  const { wasteShare, dryBeforeH, cureH } = anchor;
  const common = { bead, sides, lengthMm: rounded(lengthMm), wasteShare, dryBeforeH, cureH };
  if (bead === 'profile')
    return {
      ...common,
      legsMm: null,
      volumeMl: null,
      cartridges: null,
      chosen: null,
      seatOnFilmMm: null,
      tips: null,
    };
  const legMm = bead === 'full' ? anchor.fullLegMm : anchor.smallLegMm;
  const volumeMl = (legMm * legMm * lengthMm) / 2 / 1000;
  const [small, large] = CARTRIDGES_ML.map((size) => Math.ceil((volumeMl * (1 + wasteShare)) / size));
  const cartridges = { '300': small ?? 0, '600': large ?? 0 };
  const seatOnFilmMm = rounded(legMm - lightGapMm);
  return {
    ...common,
    legsMm: [legMm, legMm],
    volumeMl: rounded(volumeMl),
    cartridges,
    chosen: cartridges['300'] * 300 < cartridges['600'] * 600 ? '300' : '600',
    seatOnFilmMm,
    tips: Math.max(
      1,
      cartridges['300'] * 300 < cartridges['600'] * 600 ? cartridges['300'] : cartridges['600'],
    ),
  };
}
