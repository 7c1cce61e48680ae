import type { FittingFigures, FittingStep, PaneToFit } from '../fitting/index.ts';
import type { RuleSet } from '../rules/index.ts';
import {
  formatLength,
  formatNumber,
  formatTemperature,
  formatVolume,
  listOf,
  type LengthUnit,
} from '../units/index.ts';
import { HANDS_REASONS, SIDE_NAMES } from './names.ts';

export interface StepWords {
  readonly text: string;
  /** What can happen here, what people do about it, who decides; null where the step has none. */
  readonly caution: string | null;
}

/** How the overlap of a seam is cut once both panels lie; nothing where they butt. */
function seamCut({ seams, film }: PaneToFit): string {
  if (!seams.some(({ overlapMm }) => overlapMm > 0)) return '';
  const line = film.pattern ? 'on a line of the pattern' : 'in one line along a straight edge';
  return ` At the seam: new blade, cut through both layers ${line}; take off the strip above, lift the corner, draw out the strip beneath, misting; squeegee over it gently.`;
}

/** What to do at a step on this pane, with its own numbers, and the caution that belongs there. */
export function stepWords(
  step: FittingStep,
  pane: PaneToFit,
  figures: FittingFigures,
  rules: RuleSet,
  unit: LengthUnit,
): StepWords {
  const { fitting } = rules;
  const show = (mm: number) => formatLength(mm, { unit });
  const size = `${show(pane.glass.widthMm)} × ${show(pane.glass.heightMm)}`;
  const high = pane.topOverFloorMm > fitting.reachMm;
  const pieces = pane.panels > 1 ? `${pane.panels} panels` : 'piece';
  const outside = pane.film.mount === 'outside';
  switch (step) {
    case 'prepare': {
      const hands =
        figures.hands === 2
          ? `Two of you, for ${listOf(figures.handsBecause.map((reason) => HANDS_REASONS[reason]))}.`
          : 'One pair of hands will do.';
      const mix =
        figures.solutionLitres > 0
          ? ` Mix ${formatVolume(figures.solutionLitres, unit)} of solution with ${figures.soapDrops} drops of mild soap.`
          : ' This film is hung dry: no solution.';
      return {
        text: `Pane ${pane.label}, ${size}. ${hands}${mix} Clear the sill, lay sheets, lock the sash${outside ? '; this film goes on the outside' : ''}.`,
        caution: high
          ? `The top of the glass is at ${show(pane.topOverFloorMm)}: a ladder or platform that stands firm, and a second person; local rules decide for work outside.`
          : 'Floors get slippery and sockets near the glass get wet: cover them, and keep cables out of the way.',
      };
    }
    case 'clean':
      return {
        text: `Scrape from the top with a fresh blade, strokes overlapping by half, into the corners and under the rubber${pane.handle ? `; finger in cloth round the handle at the ${SIDE_NAMES[pane.handle]}` : ''}. Wipe the frame, squeegee, dry the edges.`,
        caution:
          pane.glassKind === 'tempered'
            ? 'Tempered glass: first pass slow, and listen. A sound like sandpaper means fused particles: no blade, scrub only.'
            : 'Cracked or loose glass can break under the scraper: look first, cap the blade after each use.',
      };
    case 'wet':
      return {
        text: `Wet the glass evenly, not the frame above it: dirt runs down from there. Glass between ${formatTemperature(fitting.glassFromC, unit)} and ${formatTemperature(fitting.glassToC, unit)}, out of direct sun.`,
        caution: null,
      };
    case 'linerOff':
      return {
        text:
          pane.film.hold === 'cling'
            ? `Peel the backing from a corner and wet both sides of the ${pieces}.`
            : `Part liner and film at a corner with two bits of tape. Peel evenly${figures.solutionLitres > 0 ? ' and wet the adhesive as it comes free' : ', a hand’s breadth at a time'}.`,
        caution:
          figures.hands === 2 ? 'One peels, one holds: an uneven pull creases the film for good.' : null,
      };
    case 'hang': {
      const gap = show(figures.lightGapMm);
      const marks = listOf(
        pane.seams.map(({ axis, edgeMm }) =>
          axis === 'vertical'
            ? `${show(edgeMm)} from the left, above and below`
            : `${show(edgeMm)} from the top, at both sides`,
        ),
      );
      const overlapMm = pane.seams[0]?.overlapMm ?? 0;
      const seam =
        pane.panels > 1
          ? ` Mark the frame ${marks} first. Hang the ${pane.panels} panels in order, the first with its ${pane.film.matchEdges ? 'factory ' : ''}edge at the mark, the next ${overlapMm > 0 ? `${show(overlapMm)} over it` : 'butted against it'}.`
          : '';
      return {
        text: pane.factoryEdge
          ? `Set the factory edge at the ${SIDE_NAMES[pane.factoryEdge]} first, with a ${gap} gap, then square the film up.${seam}`
          : `Lay the ${pieces} on with its margin even at every side; look from a few angles.${seam}`,
        caution:
          figures.hands === 2 ? 'Lift with two, backs straight; nothing dry may touch the adhesive.' : null,
      };
    }
    case 'anchor':
      return {
        text: `Across the top, then down the middle. Check that nothing moved${pane.factoryEdge ? ` and that the factory edge still shows a ${show(figures.lightGapMm)} gap` : ''}. Re-wet the face if it drags.`,
        caution: null,
      };
    case 'squeegee':
      return {
        text: `From the middle outward, top to bottom, strokes overlapping by half; light first, firm later.${figures.trimmedSides.length > 0 ? ` Stop ${show(fitting.stopShortMm)} short of the edges that are not cut yet.` : ''}${seamCut(pane)}`,
        caution: null,
      };
    case 'reliefCuts':
      return {
        text: 'Slit each corner before pressing the film in, so that it does not build up and crease there.',
        caution: null,
      };
    case 'trim':
      return {
        text: `New blade. Leave a ${show(figures.lightGapMm)} gap at the ${listOf(figures.trimmedSides.map((side) => SIDE_NAMES[side]))}. Stop ${show(fitting.cornerStopMm)} before a corner and come back from it to meet the cut.`,
        caution:
          'Blade back after each cut, spent ones into the closed box. Do not cut the gasket. Look that the film has not moved.',
      };
    case 'wick':
      return {
        text: `Card in one layer of dry cloth, from ${show(fitting.wickFromMm)} in, out to the edge, top edge first. Turn the cloth to a dry place. Dry the sill. Look again after ${fitting.recheckAfterSeconds} seconds.`,
        caution: null,
      };
    case 'inspect':
      return {
        text: `Face near the glass along the edge, then square on from ${unit === 'mm' ? `${fitting.inspectFromM} m` : `${formatNumber(fitting.inspectFromM / 0.3048, 1)} ft`} in daylight. Haze and small clear pockets are water still drying.`,
        caution: null,
      };
  }
}
