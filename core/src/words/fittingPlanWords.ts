import { rulesOfCase, type Anchoring, type FittingCase, type RefusalCode } from '../fitting/index.ts';
import { formatNumber, formatTemperature, listOf } from '../units/index.ts';
import { SIDE_NAMES } from './names.ts';

/** Why a pane must not be filmed as it stands, and what would help. */
export function describeRefusal(code: RefusalCode, asked: FittingCase): string {
  const { fitting } = rulesOfCase(asked);
  const glass = formatTemperature(asked.site.glassC, 'mm');
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
      return `The glass has ${glass}, too cold below ${formatTemperature(fitting.glassFromC, 'mm')}: wait, or warm the room first.`;
    case 'glassTooHot':
      return `The glass has ${glass}, too hot above ${formatTemperature(fitting.glassToC, 'mm')}: come back when it is in the shade.`;
    case 'sun.direct':
      return 'In direct sun the film grabs before a learner has it straight: wait for shade, or let an installer do it.';
  }
}

/** What a bead takes and gives, in a sentence or two. */
export function describeAnchoring(anchor: Anchoring, asked: FittingCase): string {
  const sides = listOf(anchor.sides.map((side) => SIDE_NAMES[side].toLowerCase()));
  const length = `${formatNumber(anchor.lengthMm / 1000, 1)} m`;
  if (anchor.legsMm === null || anchor.chosen === null || anchor.cartridges === null)
    return `Profile on ${length}: ${sides}.`;
  const [leg] = anchor.legsMm;
  const count = anchor.cartridges[anchor.chosen];
  const { leastSeatMm } = rulesOfCase(asked).fitting.anchor;
  const seat =
    (anchor.seatOnFilmMm ?? 0) < leastSeatMm
      ? ` Only ${formatNumber(anchor.seatOnFilmMm ?? 0, 1)} mm of it sits on film: trim closer, or take a larger leg.`
      : '';
  const weaker = anchor.bead === 'small' ? ' A small bead holds less than a full one.' : '';
  const open = anchor.sides.length < 4 ? ' A side without bead can be pushed in.' : '';
  return `${formatNumber(leg)} + ${formatNumber(leg)} mm on ${length} (${sides}): ${count} × ${anchor.chosen} ml.${seat}${weaker}${open}`;
}
