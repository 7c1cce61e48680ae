import { OPTICS_KEYS, type FilmLineProblem } from '../film/index.ts';
import type { Doubt, DoubtCode } from '../survey/index.ts';
import { silverForTest } from '../testing/jobs.ts';
import type { LengthProblem } from '../units/index.ts';
import {
  FILM_COLUMN_NAMES,
  LEFT_OUT,
  describeCellProblem,
  describeColour,
  describeCoverage,
  describeDoubt,
  describeUneven,
  describeFillProblem,
  describeFilmLineProblem,
  describeFilmReason,
  describeGlare,
  describeGlassDoubt,
  describeLengthProblem,
  describeMoveProblem,
  describePlanFault,
  describeSeamOption,
  describeSeamProblem,
  describeSeatWarmth,
  describeShapeProblem,
  describeUnplaced,
  readBackLine,
  readBackRule,
} from './index.ts';

// Spaces that hold a number and its sign together are read as spaces.
expect.addSnapshotSerializer({
  test: (value: unknown) => typeof value === 'string' && value.includes('\u00a0'),
  serialize: (value: string, config, indent, depth, refs, printer) =>
    printer(value.replaceAll('\u00a0', ' '), config, indent, depth, refs),
});

/* What people read, word for word: with the figure, its unit, and how to mend what is wrong. */

test('a length that was typed wrong says what to type, in the unit of the person', () => {
  const problems: readonly LengthProblem[] = [
    { code: 'length.empty' },
    { code: 'length.notANumber', typed: 'abc' },
    { code: 'length.letterForDigit', typed: '3o', perhaps: '30' },
    { code: 'length.negative', typed: '-5' },
    { code: 'length.zero' },
    { code: 'length.zeroDenominator', typed: '1/0' },
    { code: 'length.oddFraction', denominator: 3 },
    { code: 'length.improperFraction', typed: '32 9/8' },
    { code: 'length.ambiguousComma', typed: '1,200' },
    { code: 'length.tooLong', typed: '40000', maxMm: 12_000 },
  ] as readonly LengthProblem[];
  expect(problems.map((problem) => describeLengthProblem(problem, 'mm'))).toMatchInlineSnapshot(`
   [
     "Type a length, as 819, 81.9 cm or 32 1/4".",
     "“abc” is not a length; type it as 819, 81.9 cm or 32 1/4".",
     "“3o” has a letter where a digit belongs; perhaps 30?",
     "“-5” is below zero; type the length without the minus.",
     "A length must be above zero; leave the place empty if it is not measured yet.",
     "“1/0” divides by zero; type the fraction off the tape, as 1/2 or 3/16.",
     "A tape has no 3ths; type halves, quarters, eighths, sixteenths, thirty-seconds or sixty-fourths.",
     "The fraction in “32 9/8” is a whole or more; type the whole inches first, as 33 1/8.",
     "“1,200” can be read in two ways; leave the comma out for thousands, use a point for decimals.",
     "“40000” is longer than any pane (12000 mm); check the digits and the unit.",
   ]
  `);
  const both = [problems[1], problems[9]].flatMap((problem) =>
    problem ? [describeLengthProblem(problem, 'in')] : [],
  );
  expect(both).toMatchInlineSnapshot(`
   [
     "“abc” is not a length; type it as 32 1/4, 2' 8 1/4" or 819 mm.",
     "“40000” is longer than any pane (39' 4 7/16"); check the digits and the unit.",
   ]
  `);
});

test('a doubt says what speaks against the reading and what it may have been', () => {
  const doubt = (code: DoubtCode, slip: Doubt['slip'] = 'unknown'): Doubt => ({
    code,
    paneId: 'p1',
    place: 'widthTop',
    gotMm: 891,
    expectedMm: 819,
    apartMm: 72,
    toleranceMm: 4,
    slip,
    likelyMm: slip === 'unknown' ? null : 819,
  });
  const codes: readonly DoubtCode[] = [
    'reading.apartFromTwins',
    'reading.secondDisagrees',
    'reading.offGrid',
    'reading.implausible',
    'diagonal.impossible',
    'reading.offOutline',
    'pane.offBlocks',
    'pane.exchanged',
    'pane.offWall',
    'pane.largerThanHole',
  ];
  expect(codes.map((code) => describeDoubt(doubt(code), 'mm'))).toMatchInlineSnapshot(`
   [
     "Width at top is 891 mm, identical panes say 819 mm.",
     "Width at top is 891 mm, the second reading says 819 mm; the rule allows 4 mm.",
     "Width at top is 891 mm, the grid leaves 819 mm for this light.",
     "Width at top is 891 mm, unusual size.",
     "Width at top is 891 mm, the other readings leave 819 mm for it.",
     "Width at top is 891 mm, the other sides and diagonals close at 819 mm.",
     "Width at top is 891 mm, its blocks and joints make 819 mm.",
     "Width at top is 891 mm, width and height seem to have changed places.",
     "Width at top is 891 mm, the wall has room for 819 mm.",
     "Width at top is 891 mm, the hole in the frame is 819 mm.",
   ]
  `);
  const slips: readonly Doubt['slip'][] = [
    'swappedDigits',
    'otherUnit',
    'fraction',
    'offBy10cm',
    'offByOneFoot',
    'offByOneInch',
    'droppedDigit',
    'doubledDigit',
    'neighbouringKey',
  ];
  expect(slips.map((slip) => describeDoubt(doubt('reading.apartFromSisters', slip), 'in')))
    .toMatchInlineSnapshot(`
   [
     "Width at top is 35 1/16 in, the other readings say 32 1/4 in; up to 5/32 in is usual here. Perhaps two digits changed places: 32 1/4 in.",
     "Width at top is 35 1/16 in, the other readings say 32 1/4 in; up to 5/32 in is usual here. Perhaps another unit was meant: 32 1/4 in.",
     "Width at top is 35 1/16 in, the other readings say 32 1/4 in; up to 5/32 in is usual here. Perhaps an eighth was read as a sixteenth, or the other way round: 32 1/4 in.",
     "Width at top is 35 1/16 in, the other readings say 32 1/4 in; up to 5/32 in is usual here. Perhaps the tape was read 10 cm off: 32 1/4 in.",
     "Width at top is 35 1/16 in, the other readings say 32 1/4 in; up to 5/32 in is usual here. Perhaps the tape was read a foot off: 32 1/4 in.",
     "Width at top is 35 1/16 in, the other readings say 32 1/4 in; up to 5/32 in is usual here. Perhaps the tape was held at its 1 in mark: 32 1/4 in.",
     "Width at top is 35 1/16 in, the other readings say 32 1/4 in; up to 5/32 in is usual here. Perhaps a digit was left out: 32 1/4 in.",
     "Width at top is 35 1/16 in, the other readings say 32 1/4 in; up to 5/32 in is usual here. Perhaps a digit was pressed twice: 32 1/4 in.",
     "Width at top is 35 1/16 in, the other readings say 32 1/4 in; up to 5/32 in is usual here. Perhaps the key beside was pressed: 32 1/4 in.",
   ]
  `);
});

test('a shape that has no outline says what to read or check', () => {
  expect([
    describeShapeProblem({ code: 'shape.notMeasured', places: ['widthTop', 'heightLeft'] }, 'mm'),
    describeShapeProblem({ code: 'shape.radiusTooLarge', radiusMm: 600, mostMm: 410 }, 'mm'),
    describeShapeProblem({ code: 'shape.apexOutside', apexMm: 900, baseMm: 800 }, 'mm'),
    describeShapeProblem({ code: 'shape.noRise' }, 'mm'),
    describeShapeProblem({ code: 'shape.riseTooHigh', riseMm: 500, mostMm: 450 }, 'mm'),
    describeShapeProblem({ code: 'shape.notRound', widthMm: 600, heightMm: 650 }, 'mm'),
    describeShapeProblem({ code: 'shape.doesNotClose', apartMm: 12 }, 'mm'),
  ]).toMatchInlineSnapshot(`
   [
     "Still to read: width at top, height at left.",
     "Corners of 600 mm do not fit; half the shorter side, 410 mm, is the most. Check the radius.",
     "The point lies 900 mm from the left, the base is 800 mm; measure it along the base.",
     "Type the rise of the arch, or read a height up to where it springs and one to its crown.",
     "An arc of a circle rises 450 mm here at the most, not 500 mm; check the rise and the width.",
     "600 mm across and 650 mm up are no circle; read both again.",
     "Sides and diagonals miss each other by 12 mm; one of them is wrong.",
   ]
  `);
});

test('why a film is refused, or has to be asked about', () => {
  const film = silverForTest;
  expect([
    describeFilmReason({ code: 'glass.refused', glass: 'plastic', film }, 'mm'),
    describeFilmReason({ code: 'glass.refused', glass: 'triple', film }, 'mm'),
    describeFilmReason({ code: 'glass.ask', glass: 'wired', film }, 'mm'),
    describeFilmReason({ code: 'film.noRolls', film }, 'mm'),
    describeFilmReason({ code: 'film.vehicle', film }, 'mm'),
    describeFilmReason({ code: 'wet.openMetal', film }, 'mm'),
    describeFilmReason({ code: 'wayOut.ask', film }, 'mm'),
    describeFilmReason({ code: 'fireRated', film }, 'mm'),
    describeFilmReason(
      {
        code: 'pane.tooLarge',
        film,
        because: 'seam.notAllowed',
        widthMm: 2300.4,
        heightMm: 2000,
        widestMm: 1524,
      },
      'mm',
    ),
  ]).toMatchInlineSnapshot(`
   [
     "Plastic glazing gives off gas and moves with heat: this film would bubble.",
     "Gannet Silver 20 is usually refused on this glass (sealed triple unit).",
     "On this glass (wired or fire-rated) ask the film maker first: their film-to-glass chart decides.",
     "Gannet Silver 20 has no roll on sale.",
     "Gannet Silver 20 is made for vehicles: on a building it overheats the glass.",
     "The metal of this film lies open at its cut edges and corrodes in a wet room, unless every edge is sealed.",
     "This window is the way out in a fire: ask under the local code whether film may go on it, and keep it free to open.",
     "Film can end the rating of fire-rated glass: its maker and the local code have to allow it in writing.",
     "The pane is 2301 mm × 2000 mm, the widest roll 1524 mm. It is wider than any roll and may not be seamed; allow a seam or choose a film with a wider roll.",
   ]
  `);
});

test('where a pane could not be planned or laid, there is a way out', () => {
  expect(Object.values(LEFT_OUT)).toMatchInlineSnapshot(`
   [
     "not measured yet",
     "no film chosen",
     "its film is refused on this pane",
     "what is to be covered lies above or below its glass",
   ]
  `);
  expect(
    ['film.noRolls', 'stock.short', 'edge.notAvailable', 'pane.fromTooSmall', 'seam.axis', 'new.code'].map(
      describeUnplaced,
    ),
  ).toMatchInlineSnapshot(`
   [
     "No roll of this film is on sale or on the rack; add a roll width to the film or choose another film.",
     "What is on the rack is too short or too narrow, and the film is not on sale; add a roll or choose another film.",
     "No roll edge can lie at the side that wants one; drop the wish or choose a film that may be turned.",
     "The roll that was chosen for it is not on the rack any more, or is too small for it; choose another, or drop the choice.",
     "The seam is not allowed in the only direction in which the film may lie; allow the other direction or choose another film.",
     "It could not be laid (new.code).",
   ]
  `);
});

test('moving a piece and placing a seam: why not, and what would help', () => {
  const move = (problem: Parameters<typeof describeMoveProblem>[0]) =>
    describeMoveProblem(problem, 'mm', describePlanFault);
  expect([
    move({ code: 'move.gone' }),
    move({ code: 'move.fixed', pullId: '3' }),
    move({ code: 'move.otherFilm' }),
    move({ code: 'move.noRoom', pullId: '3', roomMm: 620, wantsMm: 750 }),
    move({ code: 'move.noRoom', pullId: '', roomMm: 620, wantsMm: 750 }),
    move({ code: 'move.rollTooShort', sourceId: 'R1', lacksMm: 240 }),
    move({
      code: 'move.refused',
      fault: { code: 'pull.offRoll', path: 'pulls[0]', figures: { id: '1', end: 9100, length: 9000 } },
    }),
    describeSeamProblem({ code: 'seam.minPanel', mm: 120, leastMm: 150 }, 'mm'),
    describeSeamProblem({ code: 'seam.tooWide', mm: 1600, rollMm: 1524 }, 'in'),
    describeSeamProblem({ code: 'seam.fixed' }, 'mm'),
    describeSeamOption(
      {
        axis: 'horizontal',
        atMm: [700, 1400],
        reasons: [{ code: 'onLine' }, { code: 'narrow', mm: 180 }, { code: 'moreFilm', share: 0.084 }],
        score: 1,
      },
      'mm',
    ),
    describeSeamOption({ axis: 'vertical', atMm: [1150], reasons: [], score: 0 }, 'mm'),
  ]).toMatchInlineSnapshot(`
   [
     "That piece or pull is not in the plan any more; choose again.",
     "Pull 3 is cut or locked; unlock it, or choose another.",
     "That roll is of another film.",
     "The piece needs 750 mm across; pull 3 has 620 mm left. Take another piece out of it first.",
     "The piece needs 750 mm across and that roll is narrower.",
     "The roll would have to be 240 mm longer; move something off it first.",
     "Pull 1 ends at 9100 mm, the roll has 9000 mm.",
     "A panel would be 120 mm; the house rule wants 150 mm or more.",
     "A panel would need 63 in of film; the widest roll has 60 in.",
     "The inner panel is a whole roll with both its edges: the seams can’t be moved one by one.",
     "Level at 700 mm and 1400 mm from the top: on a line of the building, one panel only 180 mm, 8 % more film",
     "Upright at 1150 mm from the left",
   ]
  `);
});

test('what a line, a rule and a coverage are read back as', () => {
  expect([
    readBackLine(
      {
        width: { mm: 640, typed: '640' },
        height: { mm: 1120, typed: '1120' },
        count: 3,
        opening: 'sash',
        glass: 'laminated',
        frame: 'timber',
        handle: 'left',
        shape: null,
        above: { label: '4' },
        grid: { columns: 3, rows: 2, barMm: null },
      },
      'mm',
    ),
    readBackLine(
      {
        width: { mm: 190, typed: '190' },
        height: { mm: 190, typed: '190' },
        count: 1,
        opening: null,
        glass: null,
        frame: null,
        handle: null,
        shape: {
          kind: 'blocks',
          columns: 6,
          rows: 5,
          block: { widthMm: 190, heightMm: 190 },
          jointMm: 10,
          cornerRadiusMm: 0,
        },
        above: null,
        grid: null,
      },
      'in',
    ),
    readBackRule(
      {
        facings: ['south', 'west'],
        roomId: 'r1',
        openings: ['sash'],
        glass: ['double'],
        exceptOpenings: ['frenchDoor'],
        exceptGlass: ['wired'],
        filmId: 'f',
      },
      'Hall',
      'Gannet Silver 20',
    ),
    readBackRule(
      {
        facings: [],
        roomId: null,
        openings: null,
        glass: null,
        exceptOpenings: [],
        exceptGlass: [],
        filmId: null,
      },
      null,
      null,
    ),
    describeCoverage({ kind: 'whole' }, 'mm'),
    describeCoverage({ kind: 'band', fromFloorMm: 900, toFloorMm: 1500 }, 'mm'),
    describeCoverage({ kind: 'lower', toFloorMm: 1524 }, 'in'),
    describeCoverage({ kind: 'markings' }, 'mm'),
    describeCoverage({ kind: 'gradient', from: 'bottom', reachMm: 800 }, 'mm'),
  ]).toMatchInlineSnapshot(`
   [
     "3 identical, 640 mm × 1120 mm, sash, laminated, timber, handle left, 3 by 2 lights, above pane 4",
     "7 1/2 in × 7 1/2 in, 6 by 5 blocks, joint 13/32 in",
     "Gannet Silver 20 on sash of sealed double unit that face south or west in Hall, but not on french door, wired or fire-rated",
     "No film on all panes",
     "whole pane",
     "band 900 mm to 1500 mm over the floor",
     "lower part, up to 60 in over the floor",
     "door markings at the heights of the house rules",
     "gradient from the bottom over 800 mm",
   ]
  `);
});

test('a rule or a cell that is not understood', () => {
  expect([
    describeFillProblem({ code: 'fill.noFilmNamed' }),
    describeFillProblem({ code: 'fill.unknownFilm', word: 'goose' }),
    describeFillProblem({ code: 'fill.manyFilms', word: 'silver', names: ['A', 'B', 'C', 'D', 'E'] }),
    describeFillProblem({ code: 'fill.manyFilms', word: 'silver', names: ['A', 'B'] }),
    describeFillProblem({ code: 'fill.unknownWord', word: 'attic' }),
    describeCellProblem({ code: 'cell.notWhole', typed: '0', from: 1, to: 999 }, 'How many', 'mm'),
    describeCellProblem({ code: 'cell.notOneOf', typed: 'foo', known: ['Single', 'Double'] }, 'Glass', 'mm'),
    describeCellProblem({ code: 'cell.notOneOf', typed: 'o', known: [...'abcdefg'] }, 'glass', 'mm'),
    describeCellProblem({ code: 'cell.notDay', typed: 'May' }, 'price from (day)', 'mm'),
  ]).toMatchInlineSnapshot(`
   [
     "Which film? Write it after a colon: all west glass: Gannet Silver 20, except doors.",
     "The shop has no film by the name “goose”.",
     "“silver” may be A, B, C, D or others; write more of its name.",
     "“silver” may be A, B; write more of its name.",
     "“attic” is no direction, room, opening or kind of glass here.",
     "How many: “0” is not a count; write a whole number from 1 to 999.",
     "Glass: “foo” is not known; write Single or Double.",
     "Glass: “o” is not known; write one such as a, b, c, d, e, f.",
     "Price from (day): “May” is not a day; write it as 2027-03-01.",
   ]
  `);
});

test('the glass that instruments see otherwise', () => {
  const disagreements = [
    { about: 'panes', entered: 2, found: 3 },
    { about: 'coating', entered: null, found: 3 },
    { about: 'coating', entered: 3, found: null },
    { about: 'coating', entered: 3, found: 2 },
    { about: 'thickness', entered: 8, found: 12 },
    { about: 'light', entered: 0.78, found: 0.6 },
    { about: 'solar', entered: 0.7, found: 0.4 },
    { about: 'uv', entered: 0.5, found: 0.1 },
  ] as const;
  const said = (each: readonly (typeof disagreements)[number][], likely: 'triple' | null) =>
    describeGlassDoubt({ disagreements: each, likely }, 'mm');
  expect(disagreements.map((each) => said([each], null))).toMatchInlineSnapshot(`
   [
     "The detector counts 3 panes where 2 are entered.",
     "It finds a low-e coating on face 3 that is not entered.",
     "It finds no low-e coating.",
     "The low-e coating is on face 2, not on 3.",
     "The glass is 12 mm thick, entered 8 mm.",
     "60 % of the light comes through, such glass lets 78 %.",
     "40 % of the heat comes through, such glass lets 70 %.",
     "10 % of the UV comes through, such glass lets 50 %.",
   ]
  `);
  expect(said([disagreements[0], disagreements[5]], 'triple')).toMatchInlineSnapshot(
    `"The detector counts 3 panes where 2 are entered; 60 % of the light comes through, such glass lets 78 %. Perhaps it is: sealed triple unit."`,
  );
});

test('how a seat feels and what a film does to colours', () => {
  const seat = {
    glare: 0.42,
    felt: 'noticed',
    summerFaceC: 38,
    summerFeltK: 2.24,
    winterFaceC: 8,
    winterFeltK: -1.6,
  };
  expect([
    describeGlare(seat as Parameters<typeof describeGlare>[0]),
    describeSeatWarmth(seat as Parameters<typeof describeSeatWarmth>[0], 'mm'),
    describeSeatWarmth(seat as Parameters<typeof describeSeatWarmth>[0], 'in'),
    describeColour({ seen: 'none', towards: null, shift: 0.2 } as Parameters<typeof describeColour>[0]),
    describeColour({ seen: 'slight', towards: 'orange', shift: 4.4 } as Parameters<typeof describeColour>[0]),
    describeColour({ seen: 'plain', towards: 'blueGreen', shift: 12 } as Parameters<
      typeof describeColour
    >[0]),
  ]).toMatchInlineSnapshot(`
   [
     "42 %, noticed",
     "38 °C in the sun (felt +2.2 K), 8 °C in frost (felt −1.6 K)",
     "100 °F in the sun (felt +4.0 °F), 46 °F in frost (felt −2.9 °F)",
     "colours stay",
     "a little towards bronze (4 in a*b*)",
     "plainly towards blue-green (12 in a*b*)",
   ]
  `);
});

test('a line of a catalogue that can’t be, and what to look up', () => {
  const problems: readonly FilmLineProblem[] = [
    { code: 'cell.missing', column: 'name' },
    { code: 'cell.notNumber', column: 'visibleTransmitted', typed: 'x' },
    { code: 'cell.outOfRange', column: 'emissivity', typed: '1.4', from: 0, to: 1 },
    { code: 'cell.notOneOf', column: 'turn', typed: 'both', known: ['any', 'half', 'none'] },
    { code: 'film.sum', sum: 1.204 },
    { code: 'film.overOne', band: 'solar', side: 'out', sum: 1.1 },
    { code: 'film.overOne', band: 'visible', side: 'in', sum: 1.1 },
    { code: 'film.mixedUnits', column: 'solarTransmitted', text: '0.42' },
    { code: 'film.sidesMixed', out: 0.2, into: 0.4 },
    { code: 'film.visibleOverSolar', visible: 0.8, solar: 0.2, least: 0.36 },
    { code: 'film.solarOverVisible', solar: 0.8, visible: 0.1, most: 0.6 },
    { code: 'film.twice', name: 'Gannet Silver 20' },
    { code: 'film.field', field: 'name', message: 'A name has 80 letters at the most' },
  ] as readonly FilmLineProblem[];
  expect(problems.map(describeFilmLineProblem)).toMatchInlineSnapshot(`
   [
     "Name: nothing stands there; write it in.",
     "Visible transmittance (VLT): “x” is not a number; write one such as 0.42 or 42.",
     "Emissivity: 1.4 cannot be; write a number from 0 to 1.",
     "Lay: “both” is not known; write any, half or none.",
     "Transmitted, reflected and absorbed add to 1.20; they must add to 1. Look which of the three is off.",
     "The sun’s energy transmitted and reflected outside add to 1.10, more than there is. Look which of the two is off.",
     "Visible light transmitted and reflected inside add to 1.10, more than there is. Look which of the two is off.",
     "0.42 (solar transmittance) looks like a share among per cents; write all optics the one way or all the other.",
     "A dual-reflective film reflects more outside than inside; here it is 0.20 against 0.40. Perhaps glass side and room side are exchanged.",
     "0.80 of the visible light but only 0.20 of the sun’s energy cannot be: visible light alone brings 0.36. Perhaps the two are exchanged.",
     "0.80 of the sun’s energy with 0.10 of the visible light cannot be: at most 0.60. Look which of the two is off.",
     "“Gannet Silver 20” stands in the sheet twice with figures; a second line may only add a roll or a price.",
     "Name: A name has 80 letters at the most.",
   ]
  `);
  // Every figure of a film has a name that a supplier would know it by.
  expect(OPTICS_KEYS.map((key) => FILM_COLUMN_NAMES[key])).toMatchInlineSnapshot(`
   [
     "visible transmittance (VLT)",
     "visible reflectance outside (VLR)",
     "visible reflectance inside",
     "solar transmittance",
     "solar reflectance outside",
     "solar reflectance inside",
     "UV transmittance",
     "emissivity",
   ]
  `);
});

test('uneven frames are said once, by how far most of them are out', () => {
  expect(describeUneven(4, 'mm')).toBe(
    'Frames here are out by up to 9 mm: pieces are cut to the largest reading. Look before a bench cut.',
  );
  expect(describeUneven(2.5, 'in')).toMatch(/^Frames here are out by up to 1\/4 in: /);
});
