import type { WhyUnplaced } from '../day/index.ts';
import { formatShare, listOf } from '../units/index.ts';
import { SECOND_PART, type VisitTask, type WhyThere } from '../visits/index.ts';

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

/** From this share of the hours on it is the sun that leaves no time. */
const MOST_OF_THE_DAY = 0.5;

/** Why a task is not in the plan, and what would help; `avoided` is the share of the hours in which it can’t be done. */
export function describeUnplacedTask(reason: string, name: string, avoided = 0): string {
  if (reason === 'time.none' && avoided >= MOST_OF_THE_DAY)
    return `${name}: sun on the glass, or glass that is too cold or too hot, leaves ${formatShare(1 - avoided, 0)} of the hours, too little for all of this. Bring more people, or look at another day.`;
  return `${name}: ${WHY_UNPLACED[reason as WhyUnplaced] ?? `it was not placed (${reason}).`}`;
}

/** What a task of a visit is called, in as few words as fit on a timeline. */
export function nameOfTask(task: VisitTask, labelOf: (paneId: string) => string): string {
  switch (task.kind) {
    case 'setUp':
      return 'set up';
    case 'clean':
      return `clean ${task.paneIds.map(labelOf).join(', ')}`;
    case 'film':
      return labelOf(task.paneId);
    case 'lookAgain':
      return 'look again';
    case 'later':
      return `seal ${labelOf(task.paneId)}`;
  }
}

/** The same in a list. */
export function describeTask(
  task: VisitTask,
  labelOf: (paneId: string) => string,
  roomOf: (roomId: string) => string,
): string {
  switch (task.kind) {
    case 'setUp':
      return `Set up ${roomOf(task.roomId)}`;
    case 'clean':
      return `Clean ${task.paneIds.length > 1 ? 'panes' : 'pane'} ${listOf(task.paneIds.map(labelOf))}`;
    case 'film':
      return `Film on pane ${labelOf(task.paneId)}`;
    case 'lookAgain':
      return `Look again at all of ${roomOf(task.roomId)}`;
    case 'later':
      return `Later visit to pane ${labelOf(task.paneId)}: bead, seam or lead`;
  }
}

/** The name of a room as a task has it: the second part of one that is worked in two says so. */
export function nameOfRoom(
  roomId: string,
  rooms: Readonly<Record<string, { readonly name: string } | undefined>>,
): string {
  const isSecond = roomId.endsWith(SECOND_PART);
  const name = rooms[isSecond ? roomId.slice(0, -SECOND_PART.length) : roomId]?.name ?? 'the room';
  return isSecond ? `${name}, second part` : name;
}

/** Why a task does not begin earlier. */
export function describeWhyThere(
  why: WhyThere,
  says: {
    readonly time: (moment: number) => string;
    readonly task: (taskId: string) => string;
    readonly person: (personId: string) => string;
  },
): string {
  switch (why.code) {
    case 'sun':
      return `Not before ${says.time(why.until)}: the sun is on it until then.`;
    case 'glass':
      return `Not before ${says.time(why.until)}: the glass is too cold or too hot for film until then.`;
    case 'keptOff':
      return `Not before ${says.time(why.until)}: it has to wait until then, as was said.`;
    case 'past':
      return `At ${says.time(why.until)} the rest was planned anew; it could not begin before.`;
    case 'opens':
      return `Not before ${says.time(why.at)}: nobody is let in before.`;
    case 'after':
      return `Right after: ${says.task(why.taskId)}${why.minutes > 0 ? `, ${why.minutes} min later` : ''}.`;
    case 'busy':
      return `${says.person(why.personId)} is busy before: ${says.task(why.taskId)}.`;
    case 'break':
      return `${says.person(why.personId)} has a break before it.`;
    case 'shift':
      return `${says.person(why.personId)} begins the day with it.`;
    case 'noHurry':
      return 'It could begin earlier, but then somebody would wait in between.';
  }
}

/** Why a task can't stand where somebody wants to put it, by the checker's code. */
const WHY_NOT_THERE: Readonly<Record<string, string>> = {
  avoid: 'the sun is on the glass then, or it has to be kept clear of for another reason',
  break: 'it would go on in a break',
  'shift.outside': 'it lies outside of working hours',
  'shift.leaves': 'with the way there it begins before working hours',
  'shift.back': 'with the way home it ends after working hours',
  'place.closed': 'nobody is let in then',
  'person.twice': 'whoever does it has something else to do then',
  travel: 'there is no time for the way before it',
  'gap.short': 'it would come too soon after what has to be done before it',
  'gap.long': 'it would come too long after cleaning: the glass does not stay clean',
  'gap.half': 'cleaning and film go together',
  'hands.count': 'it wants another number of people',
  'skill.missing': 'not all of them can do it',
  'after.unplaced': 'what has to come before it is not planned',
};

/** Why a task can't stand there, in a sentence; `name` is what it is called. */
export function describeNotThere(codes: readonly string[], name: string): string {
  const [why] = codes.flatMap((code) => WHY_NOT_THERE[code] ?? []);
  return `${name} can’t go there: ${why ?? 'the plan would not hold'}.`;
}
