import type { FittingPlan, PaneToFit, PlannedStep, Solution } from '../fitting/index.ts';
import type { RuleSet } from '../rules/index.ts';
import type { Side } from '../survey/index.ts';
import {
  countOf,
  formatLength,
  formatNumber,
  formatTemperature,
  formatVolume,
  listOf,
  type LengthUnit,
} from '../units/index.ts';
import { HANDS_REASONS, HANG_NAMES, SIDE_NAMES } from './names.ts';
import { formatRuleLength } from './ruleLength.ts';

/* What to do at a step of this pane, with its own numbers: a line to read at arm's length, and more behind it. */

export interface StepWords {
  readonly text: string;
  /** The finer points; null where the line says all. */
  readonly more: string | null;
}

export interface StepAsked {
  readonly step: PlannedStep;
  readonly pane: PaneToFit;
  readonly plan: FittingPlan;
  readonly rules: RuleSet;
  readonly unit: LengthUnit;
}

const sidesText = (sides: readonly Side[]) => listOf(sides.map((side) => SIDE_NAMES[side]));

/** What goes into a bottle, as the house measures it. */
export function describeMixing({ ml, school, soap, waterMl }: Solution, unit: LengthUnit): string {
  if (school === 'none') return 'no solution';
  const all = formatVolume(ml / 1000, unit);
  if (soap.amount === 0) return `${all} of plain water`;
  const amount =
    soap.unit === 'ml'
      ? `${formatVolume(soap.amount / 1000, unit)} of soap`
      : `${countOf(soap.amount, soap.unit.slice(0, -1))} of mild soap`;
  const rest = school === 'parts' ? ` and ${formatVolume(waterMl / 1000, unit)} of water` : '';
  const alcohol = school === 'alcohol' ? ` and ${formatVolume((ml - waterMl) / 1000, unit)} of alcohol` : '';
  return school === 'parts' ? `${all}: ${amount}${rest}` : `${all} with ${amount}${alcohol}`;
}

/** The side of the frame that a panel's roll edge is set at; none where that edge comes to a seam. */
function edgeAtFrame(
  { more, asked }: PaneToFit,
  panel: PlannedStep['figures'][string] | undefined,
): Side | null {
  if (typeof panel !== 'number') return asked.piece.factoryEdge;
  const edge = more.factoryEdges[panel - 1] ?? null;
  const level = more.seams.some(({ axis }) => axis === 'horizontal');
  const [before, after] = level ? (['top', 'bottom'] as const) : (['left', 'right'] as const);
  const meets = (edge === before && panel > 1) || (edge === after && panel < asked.piece.panels);
  return meets ? null : edge;
}

function hangText({ step, pane, plan, rules, unit }: StepAsked): StepWords {
  const show = (mm: number) => formatLength(mm, { unit });
  const { panel, gapMm } = step.figures;
  const { more } = pane;
  const edge = edgeAtFrame(pane, panel);
  const seam = typeof panel === 'number' && panel > 1 ? more.seams[panel - 2] : undefined;
  const first = typeof panel === 'number' && panel === 1 ? more.seams[0] : undefined;
  // What hangs over the glass, and a hand's breadth on the table all round.
  const around = 2 * (rules.cutting.marginMm + TABLE_SPARE_MM);
  const way = (() => {
    switch (plan.ways.hang) {
      case 'reverseRoll':
        return 'Roll it face out; stick the top and let the roll run down, its liner winding up behind';
      case 'tapeToTable':
        return `Tape the piece to a wet table of ${show(pane.glass.widthMm + around)} × ${show(pane.glass.heightMm + around)}, lift the film off its liner and carry it by its upper corners`;
      case 'twoPersonPeel':
        return 'One peels evenly and holds, one sprays; lay it on from the top';
      case 'creasedLiner':
        return `Fold back ${formatRuleLength(25, unit)} to ${formatRuleLength(50, unit)} of the liner, stick the top, and draw the liner down as you squeegee`;
      case 'peelOff':
        return 'Peel off the backing, soak both sides, and lay it on';
      case 'blockByBlock':
        return 'One block at a time: lay the face on, centre it, and squeegee before the next';
    }
  })();
  const marks = (axis: 'vertical' | 'horizontal', edgeMm: number) =>
    axis === 'vertical'
      ? `Mark the frame ${show(edgeMm)} from the left, above and below`
      : `Mark the frame ${show(edgeMm)} from the top, at both sides`;
  const at = first
    ? ` ${marks(first.axis, first.edgeMm)}; its edge comes to the mark.`
    : seam
      ? seam.overlapMm > 0
        ? ` Lay it ${formatRuleLength(seam.overlapMm, unit)} over the panel before, seam at ${show(seam.seamMm)} from the ${seam.axis === 'vertical' ? 'left' : 'top'}.`
        : ` Butt it against the panel before, at ${show(seam.edgeMm)} from the ${seam.axis === 'vertical' ? 'left' : 'top'}.`
      : '';
  const pattern =
    more.patternStart && (panel === undefined || panel === 1)
      ? ` The pattern starts ${show(more.patternStart.acrossMm)} from the left and ${show(more.patternStart.alongMm)} from the top.`
      : '';
  const start = edge
    ? ` Set the roll’s edge at the ${SIDE_NAMES[edge]} first${typeof gapMm === 'number' ? `, with its ${formatRuleLength(gapMm, unit)} gap` : ''}.`
    : '';
  const name = typeof panel === 'number' ? `Panel ${panel}: ` : '';
  return {
    text: `${name}${name ? way.charAt(0).toLowerCase() + way.slice(1) : way}.${start}${at}${pattern}`,
    more:
      plan.hands === 2
        ? 'An uneven pull creases film for good: keep it moving. Nothing dry may touch the adhesive.'
        : plan.ways.hang === 'creasedLiner'
          ? 'It is laid down once: lifting it again stretches it.'
          : 'If it grabs too soon, lift a corner and add water; do not lift without need.',
  };
}

/** What a table has to spare around a piece. */
const TABLE_SPARE_MM = 100;
/** Glass that lies deeper behind its frame is out of a plain edge tool's reach. */
const DEEP_RECESS_MM = 20;

/** How film is set against its frame: an even margin, the roll's edge, or the piece as it was cut. */
function squareText({ step, pane, unit }: StepAsked): string {
  const { piece } = pane.asked;
  const { panel, gapMm } = step.figures;
  const gap = typeof gapMm === 'number' ? formatRuleLength(gapMm, unit) : '';
  if (piece.school === 'plotted') return 'Centre it on the face, the joint even all round.';
  if (piece.school === 'bench') return `An even ${gap} line at all four sides; look from several angles.`;
  const edge = typeof panel === 'number' ? pane.more.factoryEdges[panel - 1] : piece.factoryEdge;
  if (edge)
    return `The gap at the ${SIDE_NAMES[edge]} stays ${gap} from end to end; film over every other side.`;
  if (typeof panel === 'number') return 'Its edge stands plumb at the marks, film over every other side.';
  return 'Film over every side; look from several angles.';
}

function trimText({ step, pane, rules, unit }: StepAsked): StepWords {
  const show = (mm: number) => formatLength(mm, { unit });
  const { gapMm, sides, levelSides } = step.figures;
  const level = new Set(Array.isArray(levelSides) ? (levelSides as Side[]) : []);
  const trimmed = (Array.isArray(sides) ? (sides as Side[]) : []).filter((side) => !level.has(side));
  const cuts = [...level].map((side) => {
    const from = step.figures[`${side}FromEdgeMm`];
    const over = step.figures[`${side}OverFloorMm`];
    const fromEdge = `${show(Number(from))} from the glass’s ${SIDE_NAMES[side]} edge at both ends`;
    return `the ${SIDE_NAMES[side]} level, ${typeof over === 'number' ? `${show(over)} over the floor, ` : ''}${fromEdge}`;
  });
  const framed =
    trimmed.length > 0
      ? `New blade, a ${formatRuleLength(Number(gapMm), unit)} gap at the ${sidesText(trimmed)}.`
      : '';
  const levels = cuts.length > 0 ? ` Cut ${listOf(cuts)}; no gap there.` : '';
  const { more } = pane;
  const { recessMm } = pane.asked.pane;
  const deep =
    recessMm >= DEEP_RECESS_MM
      ? ` The glass lies ${show(recessMm)} deep: a long-nosed edge tool, the knife flat to the glass.`
      : '';
  const shaped = more.outline?.corners.some(({ bulge }) => bulge > 0) ?? false;
  return {
    text: `${framed}${levels} ${shaped ? 'Follow the curve in one pull with the tool on the frame.' : `Stop ${formatRuleLength(rules.fitting.cornerStopMm, unit)} before a corner and meet that cut from the corner.`}`.trim(),
    more: `The side with the least spare film first, while it can still be moved. Blade out by ${formatRuleLength(6, unit)} at most. Change hands for each side rather than reach; do not cut the gasket. Take the strip away slowly and look that the film has not moved.${deep}`,
  };
}

/** What to do at a step of a pane. */
export function stepWords(asked: StepAsked): StepWords {
  const { step, pane, plan, rules, unit } = asked;
  const { fitting } = rules;
  const show = (mm: number) => formatLength(mm, { unit });
  const rule = (mm: number) => formatRuleLength(mm, unit);
  const { figures } = step;
  const { asked: at, more } = pane;
  const dry = plan.ways.squeegee === 'withTheLiner';
  const say = (text: string, finer: string | null = null): StepWords => ({ text, more: finer });
  const handle = at.pane.handle
    ? ` Round the handle at the ${SIDE_NAMES[at.pane.handle]} with a finger in cloth.`
    : '';
  switch (step.code) {
    case 'protect':
      return say(
        `Sheets down, sill clear, curtains away${more.opens ? ', sash locked' : ''}${at.pane.side === 'outside' ? '; this film goes outside' : ''}.`,
        plan.hands === 2
          ? `Two of you, for ${listOf(plan.handsBecause.map((reason) => HANDS_REASONS[reason]))}. The bin where it is at hand.`
          : 'One installer will do. The bin where it is at hand.',
      );
    case 'recordCondition':
      return say(
        'Look for scratches, chips, loose rubbers, old film; note them before you touch anything.',
        'What is not noted now was done by you.',
      );
    case 'mix':
      return say(
        `Mix ${describeMixing(plan.solution, unit)}.`,
        'Too little soap and it grabs; too much and it slides and dries slowly.',
      );
    case 'removeOldFilm':
      return say(
        'Soak the old film, lift a corner and peel it off slowly; then the glue.',
        'Steam or soaked paper under sheet helps what tears.',
      );
    case 'listen':
      return say(
        'Wet the glass. First pass of the blade slow: a sound like sandpaper means no blade.',
        'That sound is fused particles from the furnace. Scrub only, and say so here.',
      );
    case 'scrape':
      return say(
        `Wet first, then scrape from the top, strokes overlapping by half, into the corners and under the rubber.`,
        `Low, 30 to 45°, with a fresh blade. Edges matter most.${at.site.directSun || at.site.glassC > 28 ? ' Warm glass: one half, then the other.' : ''}`,
      );
    case 'scrub': {
      const why = step.because.includes('plastic')
        ? ' Plastic: no blade at all.'
        : step.because.includes('coated')
          ? ' Coated face: no blade at all.'
          : step.because.includes('fusedParticles')
            ? ' Rough glass: no blade at all.'
            : at.pane.surface === 'textured'
              ? ' Textured face: no blade.'
              : '';
      return say(
        `${dry ? 'Water and a white pad' : 'Wet, white pad'}, edges and corners.${why}`,
        'Alcohol on a cloth for grease.',
      );
    }
    case 'wipeFrame':
      return say(`Wipe gasket and frame all round.${handle}`, 'Dirt here is what runs under the film.');
    case 'testFit':
      return say(
        `Hold ${typeof figures['panel'] === 'number' ? `panel ${figures['panel']}` : 'the piece'} up dry: an even ${rule(Number(figures['clearanceMm'] ?? 0))} line on four sides.`,
        'Where it binds, mark the place and take off a shaving on the bench; do not press it in. Then fold back half the liner.',
      );
    case 'rinse':
      return say(
        dry
          ? 'Rinse, squeegee, and dry the glass and its edges fully.'
          : 'Wet and squeegee once more, blade wiped after each stroke, edges and sill dry.',
        'Look along the glass against the light.',
      );
    case 'wetGlass':
      return say(
        at.pane.glass === 'glassBlock' ? 'Wet one block.' : 'Wet the glass evenly, not the frame above it.',
        `Water off the frame rains dirt. Glass between ${formatTemperature(fitting.glassFromC, unit)} and ${formatTemperature(fitting.glassToC, unit)}.`,
      );
    case 'partLiner':
      return plan.ways.part === 'tab'
        ? say('Take the backing by its tab.')
        : plan.ways.part === 'creased'
          ? say(`Crease the liner ${rule(25)} to ${rule(50)} from the top and fold it back.`)
          : say('Two bits of tape at a corner, pulled apart.', 'Not with the teeth.');
    case 'wetAdhesive':
      return say(
        plan.ways.part === 'tab' ? 'Soak both sides.' : 'Wet the adhesive as it comes free.',
        'No dry spot: nothing dry may touch the adhesive.',
      );
    case 'hang':
      return hangText(asked);
    case 'square':
      return say(squareText(asked), 'Slide it with flat hands; lift only if it has grabbed.');
    case 'wetFace':
      return say('Wet the face, so that the squeegee glides.');
    case 'anchorStroke':
      return say(
        `Across the top, then down the middle${typeof figures['panel'] === 'number' ? ' of this panel' : ''}. Nothing moved?`,
        'Re-wet the face if it drags.',
      );
    case 'squeegeeFirst': {
      const short = Number(figures['stopShortMm'] ?? 0);
      const stop = short > 0 ? ` Stop ${rule(short)} short of edges not cut yet.` : '';
      if (dry)
        return say(
          `Draw the liner ${rule(50)} to ${rule(80)} at a time and press it down from the middle out.${stop}`,
          'The liner comes straight down; a slant creases the film.',
        );
      return say(
        plan.ways.squeegee === 'middleUpThenDown'
          ? `From the middle up, then down, and out to the sides.${stop}`
          : `From the middle outward, top to bottom, strokes overlapping by half.${stop}`,
        'Light first, firm later. To a roll’s edge you may go right out. Nine tenths of the water out is enough before the trim.',
      );
    }
    case 'hardRoll':
      return say('Hard roller over the whole face, middle to edges.', 'Twice along the edges.');
    case 'comeBack':
      return say(
        `After ${formatNumber(step.waitMin * 60)} seconds: press the edges once more.`,
        dry ? 'In the sun edges lift.' : 'In the sun the water goes and edges lift.',
      );
    case 'reliefCut':
      return say(
        'At each corner cut from the gap outward through the excess.',
        'From the point where both gaps meet, to the film’s corner; never into what stays. Before pressing in, or it creases there.',
      );
    case 'dryBeforeTrim':
      return say(
        `Leave it for ${formatNumber(step.waitMin)} min, then trim dry.`,
        'Wet vinyl shrinks back from the cut.',
      );
    case 'trim':
      return trimText(asked);
    case 'seamCut':
      return say(
        `${typeof figures['atMm'] === 'number' ? `At ${show(figures['atMm'])}: a` : 'A'} new blade, straight edge, both layers in one line over ${show(Number(figures['lengthMm']))}.`,
        `Marks from both corners first. Lay the straight edge again as often as it takes, never the cut. Through two layers, not the glass. The overlap is ${rule(Number(figures['overlapMm']))}.`,
      );
    case 'seamClose':
      return say(
        `Take the strip above off, lift the edge, draw the strip beneath out${dry ? '' : ', mist'}, and press the seam shut.`,
        'Gently along the seam, then across it.',
      );
    case 'seamButt':
      return say(
        at.film.pattern
          ? 'Bring both edges together on the pattern’s line, pattern on pattern.'
          : 'Bring both edges together, no gap and no overlap.',
        'Press from both sides towards the seam.',
      );
    case 'squeegeeSecond':
      return say(
        'Wet the face again; harder now, right to the edges.',
        'Strokes overlap by half. Then look along all four edges: no film on the gasket anywhere.',
      );
    case 'wick':
      return say(
        `Card in one layer of dry cloth, from ${rule(fitting.wickFromMm)} in, out to the edge, top first.`,
        'Turn the cloth to a dry place after every few strokes.',
      );
    case 'washFace':
      return say('Mist, squeegee, wipe the edges.');
    case 'drySill':
      return say('Dry the sill.', 'Standing water rots it and creeps back under the film.');
    case 'lookAgain':
      return say(
        `When ${formatNumber(Number(figures['afterPanes']))} more panes are hung, look along its edges again.`,
        dry
          ? 'An edge that lifts is pressed down at once.'
          : 'A finger that shows now is wicked out in seconds.',
      );
    case 'inspect': {
      const far =
        unit === 'mm'
          ? `${formatNumber(fitting.inspectFromM)} m`
          : `${formatNumber(fitting.inspectFromM / 0.3048, 1)} ft`;
      return say(
        `Near along the edge, then square on from ${far} in daylight.`,
        dry
          ? 'No lamp, no sun on the pane.'
          : 'No lamp, no sun on the pane. Haze and small clear pockets are water still drying.',
      );
    }
    case 'brief':
      return say(
        dry
          ? `Tell them: do not touch the edges, wash it from day ${formatNumber(plan.washFromDays)} on.`
          : `Tell them: haze is normal, wash it from day ${formatNumber(plan.washFromDays)} on.`,
        'Soft cloth and cleaner without ammonia; no scraper, no stickers. Whom to call.',
      );
    case 'dryEdge':
      return say(
        'Edge and frame must be dry: no mark on a paper pressed to them.',
        'Film dries out at its edge before a bead holds.',
      );
    case 'maskFrame':
      return say('Tape the line on frame and on film.', 'Alcohol on a cloth along both.');
    case 'bead':
      return say(
        `${plan.anchor?.legsMm ? `${rule(plan.anchor.legsMm[0])} on the film, ${rule(plan.anchor.legsMm[1])} on the frame, ` : ''}over ${formatNumber((plan.anchor?.lengthMm ?? 0) / 1000, 1)} m: ${sidesText(plan.anchor?.sides ?? [])}.`,
        'Gun from the middle, clean the tip after each stroke; structural sealant, its colour to match the frame.',
      );
    case 'beadCheck':
      return say(
        'Full contact all round, no voids; handle and lock still work.',
        'Refill gaps; cut off lumps now that it is cured.',
      );
    case 'sealEdge':
      return say(
        'A thin line of sealant over the film’s edge, all round.',
        'Keeps damp from under the film.',
      );
    case 'seamCoat':
      return say('A thin coat along the seam.', 'In a wet room damp finds every seam.');
    case 'leadStrips':
      return say(
        'Lead on the pattern’s lines, dots on the crossings, rubbed down.',
        'Only when the film is dry.',
      );
  }
}

/** What a way of hanging would change: how many hands and why. */
export function describeHanging({
  hang,
  hands,
  because,
}: Pick<FittingPlan, 'hands'> & {
  readonly hang: keyof typeof HANG_NAMES;
  readonly because: FittingPlan['handsBecause'];
}): string {
  const people = hands === 2 ? 'two people' : 'one installer';
  const why = because.length > 0 ? `, for ${listOf(because.map((reason) => HANDS_REASONS[reason]))}` : '';
  return `${HANG_NAMES[hang]}: ${people}${why}`;
}
