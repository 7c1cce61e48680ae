import type { Anchoring, Asked, RefusalCode } from '../fitting/index.ts';
import type { AgainstFitting } from '../job/index.ts';
import type { RuleSet } from '../rules/index.ts';
import { formatLength, formatNumber, formatTemperature, listOf, type LengthUnit } from '../units/index.ts';
import { SIDE_NAMES } from './names.ts';

/** Why a pane must not be filmed as it stands, and what would help. */
export function describeRefusal(
  code: RefusalCode,
  asked: Pick<Asked, 'site'>,
  { fitting }: Pick<RuleSet, 'fitting'>,
  unit: LengthUnit,
): string {
  const glass = formatTemperature(asked.site.glassC, unit);
  switch (code) {
    case 'textured.adhesive':
      return 'Film does not bond to a textured face: put it on the smooth one.';
    case 'wired.absorbing':
      return 'Absorbing film on wired glass starts cracks at its wires: choose a clear film, or one for the outside.';
    case 'block.inside':
      return 'A hollow block overheats behind film on its room side: use film made for the outside, after asking its maker.';
    case 'cling.outside':
      return 'Cling does not hold outside: hang it on the room side.';
    case 'lowE.outside':
      return 'An insulating film works towards the room only: hang it inside.';
    case 'glassTooCold':
      return `The glass has ${glass}, too cold below ${formatTemperature(fitting.glassFromC, unit)}: wait, or warm the room first.`;
    case 'glassTooHot':
      return `The glass has ${glass}, too hot above ${formatTemperature(fitting.glassToC, unit)}: come back when it is in the shade.`;
    case 'sun.direct':
      return 'In direct sun the film grabs before a learner has it straight: wait for shade, or let an installer do it.';
  }
}

/** What stands against fitting a pane, and what would help. */
export function describeAgainstFitting(
  code: AgainstFitting,
  asked: Pick<Asked, 'site'>,
  rules: Pick<RuleSet, 'fitting'>,
  unit: LengthUnit,
): string {
  switch (code) {
    case 'noPlan':
      return 'No plan is kept for this job: which piece hangs where, and where a seam goes, is not settled.';
    case 'planChanged':
      return 'The job has changed since the plan was kept: marks of seams and factory edges are left out until a new one is kept.';
    case 'notInPlan':
      return 'The kept plan has no piece for this pane.';
    case 'notCut':
      return 'Its piece is not cut yet.';
    case 'filmRefused':
      return 'This film must not go on this glass: see Film for the reason.';
    default:
      return describeRefusal(code, asked, rules, unit);
  }
}

/** That somebody goes on although something stands against it. */
export function describeTakenOn(code: AgainstFitting, by: string): string {
  const although: Readonly<Record<AgainstFitting, string>> = {
    noPlan: 'without a kept plan',
    planChanged: 'without marks, as the job has changed since its plan was kept',
    notInPlan: 'without a piece in the plan',
    notCut: 'though its piece is not ticked as cut',
    filmRefused: 'with a film that is refused on this glass',
    'textured.adhesive': 'on a textured face',
    'wired.absorbing': 'with absorbing film on wired glass',
    'block.inside': 'on the room side of glass block',
    'cling.outside': 'with cling outside',
    'lowE.outside': 'with an insulating film outside',
    glassTooCold: 'on glass that is too cold',
    glassTooHot: 'on glass that is too hot',
    'sun.direct': 'in direct sun, as a learner',
  };
  return `${by} goes on ${although[code]}.`;
}

/** What a bead takes and gives, in a sentence or two. */
export function describeAnchoring(
  anchor: Anchoring,
  { fitting }: { readonly fitting: Pick<RuleSet['fitting'], 'anchor'> },
  unit: LengthUnit,
): string {
  const show = (mm: number) => formatLength(mm, { unit });
  const sides = listOf(anchor.sides.map((side) => SIDE_NAMES[side].toLowerCase()));
  const length = `${formatNumber(anchor.lengthMm / 1000, 1)} m`;
  if (anchor.legsMm === null || anchor.chosen === null || anchor.cartridges === null)
    return `Profile on ${length}: ${sides}.`;
  const [leg] = anchor.legsMm;
  const count = anchor.cartridges[anchor.chosen];
  const seat =
    (anchor.seatOnFilmMm ?? 0) < fitting.anchor.leastSeatMm
      ? ` Only ${show(anchor.seatOnFilmMm ?? 0)} of it sits on film: trim closer, or take a larger leg.`
      : '';
  const weaker = anchor.bead === 'small' ? ' A small bead holds less than a full one.' : '';
  const open = anchor.sides.length < 4 ? ' A side without bead can be pushed in.' : '';
  return `${show(leg)} + ${show(leg)} on ${length} (${sides}): ${count} × ${anchor.chosen} ml.${seat}${weaker}${open}`;
}
