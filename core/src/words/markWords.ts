import type { Label } from '../fitting/index.ts';
import { formatLength, type LengthUnit } from '../units/index.ts';
import { SIDE_NAMES } from './names.ts';
import { formatRuleLength } from './ruleLength.ts';

/** What stands beside a mark of a step's drawing. */
export function describeMark(says: Label['says'], unit: LengthUnit): string {
  const show = (mm: number) => formatLength(mm, { unit });
  const rule = (mm: number) => formatRuleLength(mm, unit);
  switch (says.code) {
    case 'stopShort':
      return `stop ${rule(says.mm)} short`;
    case 'gap':
      return `${rule(says.mm)} gap`;
    case 'seamAt':
      return `mark at ${show(says.mm)}`;
    case 'overlap':
      return `${rule(says.mm)} overlap`;
    case 'wickFrom':
      return `from ${rule(says.mm)} in`;
    case 'legs':
      return `${rule(says.mm)} + ${rule(says.mm)}`;
    case 'level':
      return `level, ${says.overFloorMm === null ? '' : `${show(says.overFloorMm)} over the floor, `}${show(says.mm)} from the ${SIDE_NAMES[says.side]}`;
    case 'factoryEdge':
      return 'roll’s edge';
    case 'changeHands':
      return 'change hands';
    case 'startHere':
      return 'start here';
    case 'pattern':
      return `pattern: ${show(says.acrossMm)} from the left, ${show(says.alongMm)} from the top`;
    case 'straightEdge':
      return says.moves === 1 ? 'one length of the straight edge' : `straight edge laid ${says.moves} times`;
  }
}
