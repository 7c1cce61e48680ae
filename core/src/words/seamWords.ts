import type { NamedPlace, PlaceName, SeamOption, SeamPlace, SeamProblem, SeamReason } from '../cuts/index.ts';
import { assertNever, formatLength, formatShare, listOf, type LengthUnit } from '../units/index.ts';

function describeReason(reason: SeamReason, unit: LengthUnit): string {
  switch (reason.code) {
    case 'hidden':
      return 'hidden';
    case 'onLine':
      return 'on a line of the building';
    case 'nearLine':
      return 'just beside a line, where it looks like a slip';
    case 'likeNeighbour':
      return 'in line with its neighbours';
    case 'third':
      return 'at a third';
    case 'onPattern':
      return 'on a line of the pattern';
    case 'equal':
      return 'equal panels';
    case 'atEyes':
      return 'at eye level';
    case 'level':
      return 'a level seam shows more';
    case 'narrow':
      return `one panel only ${formatLength(reason.mm, { unit })}`;
    case 'moreFilm':
      return `${formatShare(reason.share)} more film`;
    default:
      return assertNever(reason);
  }
}

/** Where seams are: `Upright at 820 mm from the left`. */
export function describeSeamPlace({ axis, atMm }: SeamPlace, unit: LengthUnit): string {
  const places = listOf(atMm.map((mm) => formatLength(mm, { unit })));
  return `${axis === 'vertical' ? 'Upright' : 'Level'} at ${places} from the ${axis === 'vertical' ? 'left' : 'top'}`;
}

/** Where the seams of a way to divide a pane are, and what speaks for and against it. */
export function describeSeamOption({ axis, atMm, reasons }: SeamOption, unit: LengthUnit): string {
  const said = reasons.map((reason) => describeReason(reason, unit)).join(', ');
  return `${describeSeamPlace({ axis, atMm }, unit)}${said ? `: ${said}` : ''}`;
}

const PLACE_NAMES: Readonly<Record<PlaceName, string>> = {
  now: 'as planned',
  best: 'counts least',
  equal: 'equal panels',
  third: 'at a third',
  hidden: 'hidden',
  onLine: 'on a line of the building',
  leastFilm: 'least film',
};

/** What names a place of seams, and what is seen of it: `Equal panels; just beside a line, where it looks like a slip`. */
export function describeNamedPlace(
  { axis, names, seen }: NamedPlace,
  unit: LengthUnit,
  narrowestMm: number,
): string {
  const said = [
    ...names.map((name) => PLACE_NAMES[name]),
    ...(seen.seams.some(({ sight }) => sight === 'nearLine')
      ? [describeReason({ code: 'nearLine' }, unit)]
      : []),
    ...(seen.seams.some(({ atEyes }) => atEyes) ? [describeReason({ code: 'atEyes' }, unit)] : []),
    ...(axis === 'horizontal' ? [describeReason({ code: 'level' }, unit)] : []),
    ...(seen.narrow > 0 ? [describeReason({ code: 'narrow', mm: narrowestMm }, unit)] : []),
  ];
  const sentence = said.join(', ');
  return `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}`;
}

/** Why a seam may not be there. */
export function describeSeamProblem(problem: SeamProblem, unit: LengthUnit): string {
  const show = (mm: number) => formatLength(mm, { unit });
  switch (problem.code) {
    case 'seam.minPanel':
      return `A panel would be ${show(problem.mm)}; the house rule wants ${show(problem.leastMm)} or more.`;
    case 'seam.tooWide':
      return `A panel would need ${show(problem.mm)} of film; the widest roll has ${show(problem.rollMm)}.`;
    case 'seam.fixed':
      return 'The inner panel is a whole roll with both its edges: the seams can’t be moved one by one.';
    default:
      return assertNever(problem);
  }
}
