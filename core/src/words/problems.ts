import type { FilmReason } from '../advice/index.ts';
import type { PlanFault, PlanFaultCode } from '../check/index.ts';
import type { UnplacedReason } from '../cuts/index.ts';
import type { LeftOut } from '../job/index.ts';
import type { Doubt, DoubtCode, GlassKind, LineProblem, OpeningLine, ShapeProblem } from '../survey/index.ts';
import { assertNever, formatLength, listOf, type LengthProblem, type LengthUnit } from '../units/index.ts';
import { GLASS_NAMES, READING_NAMES, FRAME_NAMES, OPENING_NAMES, SHAPE_NAMES, SIDE_NAMES } from './names.ts';

/** What is wrong with a typed length, and what to type instead. */
export function describeLengthProblem(problem: LengthProblem, unit: LengthUnit): string {
  const example = unit === 'mm' ? '819, 81.9 cm or 32 1/4"' : '32 1/4, 2\' 8 1/4" or 819 mm';
  switch (problem.code) {
    case 'length.empty':
      return `Type a length, as ${example}.`;
    case 'length.notANumber':
      return `“${problem.typed}” is not a length; type it as ${example}.`;
    case 'length.letterForDigit':
      return `“${problem.typed}” has a letter where a digit belongs; perhaps ${problem.perhaps}?`;
    case 'length.negative':
      return `“${problem.typed}” is below zero; type the length without the minus.`;
    case 'length.zero':
      return 'A length must be above zero; leave the place empty if it is not measured yet.';
    case 'length.zeroDenominator':
      return `“${problem.typed}” divides by zero; type the fraction off the tape, as 1/2 or 3/16.`;
    case 'length.oddFraction':
      return `A tape has no ${problem.denominator}ths; type halves, quarters, eighths, sixteenths, thirty-seconds or sixty-fourths.`;
    case 'length.improperFraction':
      return `The fraction in “${problem.typed}” is a whole or more; type the whole inches first, as 33 1/8.`;
    case 'length.ambiguousComma':
      return `“${problem.typed}” can be read in two ways; leave the comma out for thousands, use a point for decimals.`;
    case 'length.tooLong':
      return `“${problem.typed}” is longer than any pane (${formatLength(problem.maxMm, { unit })}); check the digits and the unit.`;
    default:
      return assertNever(problem);
  }
}

/** Why a pane has no true outline yet, and what to do about it. */
export function describeShapeProblem(problem: ShapeProblem, unit: LengthUnit): string {
  const show = (mm: number) => formatLength(mm, { unit });
  switch (problem.code) {
    case 'shape.notMeasured':
      return `Still to read: ${problem.places.map((place) => READING_NAMES[place].toLowerCase()).join(', ')}.`;
    case 'shape.radiusTooLarge':
      return `Corners of ${show(problem.radiusMm)} do not fit; half the shorter side, ${show(problem.mostMm)}, is the most. Check the radius.`;
    case 'shape.apexOutside':
      return `The point lies ${show(problem.apexMm)} from the left, the base is ${show(problem.baseMm)}; measure it along the base.`;
    case 'shape.noRise':
      return 'Type the rise of the arch, or read a height up to where it springs and one to its crown.';
    case 'shape.riseTooHigh':
      return `An arc of a circle rises ${show(problem.mostMm)} here at the most, not ${show(problem.riseMm)}; check the rise and the width.`;
    case 'shape.notRound':
      return `${show(problem.widthMm)} across and ${show(problem.heightMm)} up are no circle; read both again.`;
    case 'shape.doesNotClose':
      return `Sides and diagonals miss each other by ${show(problem.apartMm)}; one of them is wrong.`;
    default:
      return assertNever(problem);
  }
}

const LINE_SIDES = {
  width: 'Width',
  height: 'Height',
  bars: 'Bars',
  joint: 'Joint',
  radius: 'Radius',
  rise: 'Rise',
} as const;

/** Why a line was not taken, and how to write it. */
export function describeLineProblem(problem: LineProblem, unit: LengthUnit): string {
  const example = unit === 'mm' ? '640 x 1120 x3 sash' : '32 1/4 x 44 1/8 x3 sash';
  switch (problem.code) {
    case 'line.empty':
      return `Type width x height, as ${example}.`;
    case 'line.needsTwoLengths':
      return `Width and height are wanted, and perhaps how many: ${example}.`;
    case 'line.unknownWord':
      return `“${problem.word}” is no kind of opening, glass or frame that is known here; leave it out or write it otherwise.`;
    case 'line.badCount':
      return `“${problem.typed}” is no count of openings or lights; write 1 to 60.`;
    case 'line.whichUnit':
      return `“${problem.typed}” may be ${listOf(problem.units, 'or')}: say which.`;
    case 'line.badLength':
      return `${LINE_SIDES[problem.side]}: ${describeLengthProblem(problem.problem, unit)}`;
    case 'line.doesNotBelong':
      return `“${problem.word}” does not go with this shape: a joint belongs to glass blocks, a radius to rectangles and blocks, a rise to an arch, lights to plain rectangles. Leave it out.`;
    default:
      return assertNever(problem);
  }
}

/** What was understood of a line, to be read back while one types. */
export function readBackLine(line: OpeningLine, unit: LengthUnit): string {
  const { grid, count } = line;
  const size = `${formatLength(line.width.mm, { unit })} × ${formatLength(line.height.mm, { unit })}`;
  const lights = grid ? `${grid.columns} by ${grid.rows} lights` : null;
  const of = [
    line.opening && OPENING_NAMES[line.opening],
    line.glass && GLASS_NAMES[line.glass],
    line.frame && FRAME_NAMES[line.frame],
    line.handle && `handle ${SIDE_NAMES[line.handle]}`,
    lights,
    line.above && (line.above.label === null ? 'above the last' : `above pane ${line.above.label}`),
    line.shape && line.shape.kind === 'blocks'
      ? `${line.shape.columns} by ${line.shape.rows} blocks, joint ${formatLength(line.shape.jointMm, { unit })}`
      : line.shape && SHAPE_NAMES[line.shape.kind],
  ]
    .filter((word) => word !== null)
    .map((word) => word.toLowerCase());
  return [count > 1 ? `${count} identical, ${size}` : size, ...of].join(', ');
}

const DOUBT_EVIDENCE: Readonly<Record<DoubtCode, (expected: string, tolerance: string) => string>> = {
  'reading.apartFromSisters': (expected, tolerance) =>
    `the other readings say ${expected}; up to ${tolerance} is usual here`,
  'reading.apartFromTwins': (expected) => `identical panes say ${expected}`,
  'reading.secondDisagrees': (expected, tolerance) =>
    `the second reading says ${expected}; the rule allows ${tolerance}`,
  'reading.offGrid': (expected) => `the grid leaves ${expected} for this light`,
  'reading.implausible': () => 'unusual size',
  'diagonal.impossible': (expected) => `the other readings leave ${expected} for it`,
  'reading.offOutline': (expected) => `the other sides and diagonals close at ${expected}`,
  'pane.offBlocks': (expected) => `its blocks and joints make ${expected}`,
  'pane.exchanged': () => 'width and height seem to have changed places',
  'pane.offWall': (expected) => `the wall has room for ${expected}`,
  'pane.largerThanHole': (expected) => `the hole in the frame is ${expected}`,
};

const SLIP_WORDS: Readonly<Record<Doubt['slip'], string | null>> = {
  swappedDigits: 'two digits changed places',
  otherUnit: 'another unit was meant',
  fraction: 'an eighth was read as a sixteenth, or the other way round',
  offBy10cm: 'the tape was read 10 cm off',
  offByOneFoot: 'the tape was read a foot off',
  offByOneInch: 'the tape was held at its 1 in mark',
  droppedDigit: 'a digit was left out',
  doubledDigit: 'a digit was pressed twice',
  neighbouringKey: 'the key beside was pressed',
  exchanged: null,
  unknown: null,
};

/** Most frames are out by no more than this many standard deviations. */
const MOST_SIGMAS = 2.25;

/** A house whose frames are uneven, said once instead of asking about each of its panes. */
export function describeUneven(unevenMm: number, unit: LengthUnit): string {
  const out = formatLength(Math.round(MOST_SIGMAS * unevenMm), { unit });
  return `Frames here are out by up to ${out}: pieces are cut to the largest reading. Look before a bench cut.`;
}

/** What speaks against a reading, and what it probably should be, in one or two sentences. */
export function describeDoubt(doubt: Doubt, unit: LengthUnit): string {
  const show = (mm: number) => formatLength(mm, { unit });
  const evidence = DOUBT_EVIDENCE[doubt.code](show(doubt.expectedMm), show(doubt.toleranceMm));
  const slip = SLIP_WORDS[doubt.slip];
  const likely = slip && doubt.likelyMm !== null ? ` Perhaps ${slip}: ${show(doubt.likelyMm)}.` : '';
  return `${READING_NAMES[doubt.place]} is ${show(doubt.gotMm)}, ${evidence}.${likely}`;
}

const WAYS_OUT: Readonly<Record<UnplacedReason, string>> = {
  'film.noRolls':
    'No roll of this film is on sale or on the rack; add a roll width to the film or choose another film.',
  'stock.short':
    'What is on the rack is too short or too narrow, and the film is not on sale; add a roll or choose another film.',
  'pane.tooLarge': 'No roll covers it, even in panels; choose a film with wider or longer rolls.',
  'edge.notAvailable':
    'No roll edge can lie at the side that wants one; drop the wish or choose a film that may be turned.',
  'pull.tooLong':
    'Its piece is longer than there is clear floor or bench to pull it out on. Allow longer pulls for this job, or in the house rules.',
  'pane.fromTooSmall':
    'The roll that was chosen for it is not on the rack any more, or is too small for it; choose another, or drop the choice.',
  'sheet.tooSmall':
    'No sheet of this film is as large as its piece; choose a film with larger sheets, or one off the roll.',
  'sheet.motif':
    'Where the motif is wanted, the sheet ends before the pane does; put the motif elsewhere, or take a larger sheet.',
  'seam.notAllowed':
    'It is wider than any roll and may not be seamed; allow a seam or choose a film with a wider roll.',
  'seam.turnedFilm':
    'The two panels would have to show the same roll edge, but this film may not hang upside down; choose a wider roll or another film.',
  'seam.axis':
    'The seam is not allowed in the only direction in which the film may lie; allow the other direction or choose another film.',
  'seam.minPanel': 'A panel would be narrower than the house rule allows; choose another roll width.',
  'seam.pattern':
    'The pattern cannot be carried on across the seam on these rolls; choose a wider roll or another film.',
};

export function describeUnplaced(reason: string): string {
  return WAYS_OUT[reason as UnplacedReason] ?? `It could not be laid (${reason}).`;
}

export const LEFT_OUT: Readonly<Record<LeftOut['reason'], string>> = {
  'pane.notMeasured': 'not measured yet',
  'pane.noFilm': 'no film chosen',
  'pane.filmRefused': 'its film is refused on this pane',
  'pane.coverageOffGlass': 'what is to be covered lies above or below its glass',
};

const REFUSED_GLASS: Readonly<Partial<Record<GlassKind, string>>> = {
  patterned: 'Film does not bond to the textured face of the glass; it would have to go on the smooth side.',
  plastic: 'Plastic glazing gives off gas and moves with heat: this film would bubble.',
  block:
    'Glass block overheats behind an inside film and cracks; only films made for the outside are asked for here.',
  wired: 'Wired glass cracks at little heat, from the wire ends: this film takes up too much sun for it.',
};

/** Why a film is refused or must be asked about, in one sentence with its figures. */
export function describeFilmReason(reason: FilmReason, unit: LengthUnit): string {
  switch (reason.code) {
    case 'glass.refused':
      return (
        REFUSED_GLASS[reason.glass] ??
        `${reason.film.name} is usually refused on this glass (${GLASS_NAMES[reason.glass].toLowerCase()}).`
      );
    case 'glass.ask':
      return `On this glass (${GLASS_NAMES[reason.glass].toLowerCase()}) ask the film maker first: their film-to-glass chart decides.`;
    case 'film.noRolls':
      return `${reason.film.name} has no roll on sale.`;
    case 'film.vehicle':
      return `${reason.film.name} is made for vehicles: on a building it overheats the glass.`;
    case 'film.clingOutside':
      return 'Film that holds by cling alone does not stay outside: wind and rain take it off.';
    case 'wet.openMetal':
      return 'The metal of this film lies open at its cut edges and corrodes in a wet room, unless every edge is sealed.';
    case 'wet.perforated':
      return 'Water fills the holes of perforated film in a wet room, and it is hung dry: not inside there.';
    case 'wet.edges':
      return 'Steam lifts the edges of film without a wet adhesive: ask the film maker, and seal the edges.';
    case 'wayOut.holds':
      return 'This window is the way out in a fire, and security film keeps its glass from being broken out. The local code decides.';
    case 'wayOut.ask':
      return 'This window is the way out in a fire: ask under the local code whether film may go on it, and keep it free to open.';
    case 'fireRated':
      return 'Film can end the rating of fire-rated glass: its maker and the local code have to allow it in writing.';
    case 'pane.tooLarge': {
      const show = (mm: number) => formatLength(mm, { unit, rounding: 'up' });
      const size = `The pane is ${show(reason.widthMm)} × ${show(reason.heightMm)}, the widest roll ${show(reason.widestMm)}.`;
      const whole = reason.because === 'seam.notAllowed' && !reason.film.mayBeSeamed;
      return `${size} ${whole ? 'This film is hung in one piece: a seam would undo what it is sold for.' : describeUnplaced(reason.because)}`;
    }
    default:
      return assertNever(reason);
  }
}

const FAULTS: Readonly<Record<PlanFaultCode, (f: PlanFault['figures']) => string>> = {
  'source.twice': (f) => `The source ${f['id']} is listed twice; give each source its own id.`,
  'source.unknownFilm': (f) =>
    `The source ${f['id']} is of film ${f['filmId']}, which the job does not have.`,
  'source.newIdIsStock': (f) => `The new roll ${f['id']} has the id of one on the rack; give it another.`,
  'source.notSold': (f) => `No roll of ${f['width']} × ${f['length']} mm is sold of the film of ${f['id']}.`,
  'source.notInStock': (f) => `${f['id']} is not in the job's stock.`,
  'source.differsFromStock': (f) =>
    `${f['id']} is described otherwise than in the job's stock (kind, film, width or length).`,
  'pull.twice': (f) => `The pull ${f['id']} is listed twice.`,
  'pull.unknownSource': (f) => `Pull ${f['id']} comes off ${f['sourceId']}, which is not among the sources.`,
  'pull.noLength': (f) => `Pull ${f['id']} has no length.`,
  'pull.offRoll': (f) => `Pull ${f['id']} ends at ${f['end']} mm, the roll has ${f['length']} mm.`,
  'pull.overlap': (f) => `Pulls ${f['other']} and ${f['id']} take the same stretch of the roll.`,
  'sheet.notWhole': (f) =>
    `The sheet of pull ${f['id']} is cut to ${f['length']} mm, but sheets of ${f['sheet']} mm are bought whole.`,
  'sheet.motifAlone': (f) =>
    `Pull ${f['id']} is a sheet with a motif, of which one piece is cut, upright; the plan has ${f['pieces']} on it.`,
  'sheet.motifPlace': (f) =>
    `Piece ${f['piece']} lies ${f['x']} mm from the left and ${f['y']} mm from the top of its sheet; the motif wants ${f['wishedX']} and ${f['wishedY']} mm.`,
  'pull.tooLong': (f) =>
    `The pull ${f['id']} is ${f['length']} mm long; there is room for ${f['most']} mm. Plan anew, or allow longer pulls for this job.`,
  'pull.tooManySlits': (f) =>
    `Pull ${f['id']} is slit at ${f['slits']} places; the house rules allow ${f['most']} knives.`,
  'piece.otherRoll': (f) =>
    `Piece ${f['piece']} comes off ${f['source']}, but another roll was chosen for its pane.`,
  'piece.twice': (f) => `The piece ${f['piece']} is listed twice.`,
  'piece.unknownPane': (f) => `Piece ${f['piece']} is for pane ${f['paneId']}, which the job does not have.`,
  'piece.otherFilm': (f) =>
    `Piece ${f['piece']} is cut from film ${f['filmId']}; its pane wants ${f['wished']}.`,
  'piece.offPull': (f) => `Piece ${f['piece']} lies outside pull ${f['pull']} or off the roll.`,
  'piece.turned': (f) =>
    `Piece ${f['piece']} is turned by ${f['turn']}°, which this film does not allow (turn: ${f['may']}).`,
  'piece.tooSmall': (f) =>
    `Piece ${f['piece']} is ${f['w']} × ${f['l']} mm and must be at least ${f['needW']} × ${f['needL']} mm.`,
  'piece.tooLarge': (f) =>
    `Piece ${f['piece']} is ${f['w']} × ${f['l']} mm, more than 1 mm above the needed ${f['needW']} × ${f['needL']} mm.`,
  'piece.overlap': (f) => `${f['one']} and ${f['other']} overlap in pull ${f['pull']}.`,
  'cut.notInStages': (f) =>
    `${f['pieces']} cannot be parted in pull ${f['pull']} by slits, cross cuts and one trim.`,
  'edge.notWished': (f) =>
    `Piece ${f['piece']} names a factory edge (${f['side']}) that its pane does not want.`,
  'edge.missing': (f) => `${f['piece']} wants a factory edge (${f['side']}) and has none there.`,
  'edge.otherSide': (f) =>
    `Piece ${f['piece']} has the factory edge at its ${f['side']}; wanted is ${f['wished']}.`,
  'edge.notOnFactoryEdge': (f) =>
    `The ${f['side']} of piece ${f['piece']} does not lie on a factory edge of its roll.`,
  'seam.edgeNotThere': (f) =>
    `The ${f['side']} of piece ${f['piece']} does not lie on the ${f['edge']} roll edge.`,
  'seam.edgesDiffer': (f) => `${f['piece']} and ${f['other']} do not bring the same roll edge to their seam.`,
  'seam.pattern': (f) => `The pattern of ${f['piece']} does not go on from ${f['other']}.`,
  'seam.needless': (f) =>
    `Pane ${f['pane']} is divided into ${f['panels']} though it fits whole on a roll that is sold.`,
  'seam.notAllowed': (f) => `Pane ${f['pane']} is divided and may not be.`,
  'seam.panelCount': (f) => `Pane ${f['pane']} is made of ${f['panels']} panels; ${f['fewest']} are enough.`,
  'seam.axis': (f) => `Pane ${f['pane']} has ${f['axis']} seams, which its wish forbids.`,
  'seam.lots': (f) => `The panels of pane ${f['pane']} come off different rolls.`,
  'seam.minPanel': (f) =>
    `Panel ${f['piece']} covers ${f['covered']} mm; at least ${f['minPanel']} mm are wanted.`,
  'seam.overlap': (f) => `${f['piece']} and ${f['other']} do not overlap by exactly ${f['wished']} mm.`,
  'cover.wrong': (f) => `The pieces of pane ${f['pane']} do not cover its glass.`,
  'panel.missing': (f) =>
    `Pane ${f['pane']}, copy ${f['copy']}: panels found: ${f['found']}; each is wanted once.`,
  'pane.missing': (f) => `Pane ${f['pane']}, copy ${f['copy']} is neither cut nor named as unplaced.`,
  'pane.copyUnknown': (f) => `Pane ${f['pane']} has no copy ${f['copy']}.`,
  'unplaced.noReason': (f) => `Pane ${f['pane']}, copy ${f['copy']} is unplaced without a reason.`,
  'unplaced.couldBe': (f) =>
    `Pane ${f['pane']}, copy ${f['copy']} is left out (${f['reason']}) though it fits on a roll that is sold.`,
  'unplaced.isPlaced': (f) => `Pane ${f['pane']}, copy ${f['copy']} is both cut and named as unplaced.`,
  'unplaced.unknown': (f) =>
    `Unplaced names pane ${f['pane']}, copy ${f['copy']}, which the job does not have.`,
  'offcut.offPull': (f) => `An offcut lies outside pull ${f['pull']}.`,
  'offcut.factoryEdges': (f) =>
    `An offcut of pull ${f['pull']} names the factory edges ${f['named']}; it lies on ${f['found']}.`,
  'offcut.tooSmall': (f) =>
    `An offcut of ${f['w']} × ${f['l']} mm is to be kept; the least is ${f['minW']} × ${f['minL']} mm.`,
  'summary.wrong': (f) => `${f['what']} is given as ${f['claimed']}; the cuts make it ${f['found']}.`,
  'summary.boundTooHigh': (f) =>
    `The lower bound ${f['bound']} is above what the plan takes (${f['used']}): it is no bound.`,
  'summary.unknownFilm': (f) => `The summary names film ${f['filmId']}, which the job does not have.`,
  'summary.filmMissing': (f) => `The summary leaves out film ${f['filmId']}.`,
  'summary.cost': (f) => `The cost is given as ${f['claimed']}; the cuts make it ${f['found']}.`,
};

/** A fault of a cut plan in one sentence. Lengths are in mm, as in the file. */
export function describePlanFault(found: PlanFault): string {
  return FAULTS[found.code](found.figures);
}
