import type { WhyUnplaced } from '../day/index.ts';

/* What a plan of days says in words. */

const WHY_UNPLACED: Readonly<Record<WhyUnplaced, string>> = {
  'skill.none':
    'nobody here can do what it needs. Give the skill to somebody, or bring somebody in who has it.',
  'hands.tooFew':
    'it wants more people at once than can do it, or than are ever there together. Bring somebody in, or let shifts overlap.',
  'shift.tooShort':
    'with the way there and back it is longer than any shift of those who can do it. Divide it, or lengthen a shift.',
  'place.closed': 'its place is never open for so long while they work. Ask for other hours.',
  'avoid.always':
    'the sun, or what else is to be avoided, leaves no time for it. Shade the glass, or look at another day.',
  'after.circular': 'it would have to come after itself. Take one of the orders out.',
  'after.unplaced': 'what has to come before it is not placed.',
  'gap.broken': 'what it is tied to can’t be done, and half of the two is no use.',
  'time.none': 'there is more work than time. Add a shift or a person, or leave it for another day.',
};

/** Why a task is not in the plan, and what would help. */
export function describeUnplacedTask(reason: string, name: string): string {
  return `${name}: ${WHY_UNPLACED[reason as WhyUnplaced] ?? `it was not placed (${reason}).`}`;
}
