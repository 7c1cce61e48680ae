import { fittingPlan, type PaneToFit } from '../fitting/index.ts';
import { DEFAULT_RULE_SETS, type RuleSet } from '../rules/index.ts';
import { paneToFitForTest } from '../testing/fitting.ts';
import type { LengthUnit } from '../units/index.ts';
import { describeAgainstFitting, describeHanging, describeMark, describeMixing, stepWords } from './index.ts';

/* What the fitter reads, word for word: a figure in the wrong unit or at the wrong side is a pane cut wrong. */

const [margin] = DEFAULT_RULE_SETS;

function said(pane: PaneToFit, rules: RuleSet = margin, unit: LengthUnit = 'mm'): string[] {
  const plan = fittingPlan(pane.asked, rules, pane.more);
  return plan.visits.flatMap(({ steps }) =>
    steps.map((step) => {
      const { text, more } = stepWords({ step, pane, plan, rules, unit });
      const panel = step.figures['panel'];
      return `${step.code}${typeof panel === 'number' ? ` ${panel}` : ''}: ${text}${more ? ` | ${more}` : ''}`;
    }),
  );
}
/** Only what differs from the plain pane. */
const differs = (pane: PaneToFit, rules: RuleSet = margin, unit: LengthUnit = 'mm') => {
  const plain = said(paneToFitForTest());
  return said(pane, rules, unit).filter((line) => !plain.includes(line));
};

test('a plain pane with its margin all round', () => {
  expect(said(paneToFitForTest())).toMatchInlineSnapshot(`
   [
     "protect: Sheets down, sill clear, curtains away, sash locked. | One installer will do. The bin where it is at hand.",
     "recordCondition: Look for scratches, chips, loose rubbers, old film; note them before you touch anything. | What is not noted now was done by you.",
     "mix: Mix 440 ml with 9 drops of mild soap. | Too little soap and it grabs; too much and it slides and dries slowly.",
     "scrape: Wet first, then scrape from the top, strokes overlapping by half, into the corners and under the rubber. | Low, 30 to 45°, with a fresh blade. Edges matter most.",
     "scrub: Wet, white pad, edges and corners. | Alcohol on a cloth for grease.",
     "wipeFrame: Wipe gasket and frame all round. Round the handle at the right with a finger in cloth. | Dirt here is what runs under the film.",
     "rinse: Wet and squeegee once more, blade wiped after each stroke, edges and sill dry. | Look along the glass against the light.",
     "wetGlass: Wet the glass evenly, not the frame above it. | Water off the frame rains dirt. Glass between 4 °C and 38 °C.",
     "partLiner: Two bits of tape at a corner, pulled apart. | Not with the teeth.",
     "wetAdhesive: Wet the adhesive as it comes free. | No dry spot: nothing dry may touch the adhesive.",
     "hang: Roll it face out; stick the top and let the roll run down, its liner winding up behind. | If it grabs too soon, lift a corner and add water; do not lift without need.",
     "square: Film over every side; look from several angles. | Slide it with flat hands; lift only if it has grabbed.",
     "wetFace: Wet the face, so that the squeegee glides.",
     "anchorStroke: Across the top, then down the middle. Nothing moved? | Re-wet the face if it drags.",
     "squeegeeFirst: From the middle outward, top to bottom, strokes overlapping by half. Stop 25 mm short of edges not cut yet. | Light first, firm later. To a roll’s edge you may go right out. Nine tenths of the water out is enough before the trim.",
     "reliefCut: At each corner cut from the gap outward through the excess. | From the point where both gaps meet, to the film’s corner; never into what stays. Before pressing in, or it creases there.",
     "trim: New blade, a 1.5 mm gap at the left, top, right and bottom. Stop 135 mm before a corner and meet that cut from the corner. | The side with the least spare film first, while it can still be moved. Blade out by 6 mm at most. Change hands for each side rather than reach; do not cut the gasket. Take the strip away slowly and look that the film has not moved.",
     "squeegeeSecond: Wet the face again; harder now, right to the edges. | Strokes overlap by half. Then look along all four edges: no film on the gasket anywhere.",
     "wick: Card in one layer of dry cloth, from 50 mm in, out to the edge, top first. | Turn the cloth to a dry place after every few strokes.",
     "washFace: Mist, squeegee, wipe the edges.",
     "drySill: Dry the sill. | Standing water rots it and creeps back under the film.",
     "lookAgain: When 2 more panes are hung, look along its edges again. | A finger that shows now is wicked out in seconds.",
     "inspect: Near along the edge, then square on from 2 m in daylight. | No lamp, no sun on the pane. Haze and small clear pockets are water still drying.",
     "brief: Tell them: haze is normal, wash it from day 30 on. | Soft cloth and cleaner without ammonia; no scraper, no stickers. Whom to call.",
   ]
  `);
});

test('the same in inches and feet', () => {
  expect(differs(paneToFitForTest(), margin, 'in')).toMatchInlineSnapshot(`
   [
     "mix: Mix 15 fl oz with 9 drops of mild soap. | Too little soap and it grabs; too much and it slides and dries slowly.",
     "wetGlass: Wet the glass evenly, not the frame above it. | Water off the frame rains dirt. Glass between 39 °F and 100 °F.",
     "squeegeeFirst: From the middle outward, top to bottom, strokes overlapping by half. Stop 1 in short of edges not cut yet. | Light first, firm later. To a roll’s edge you may go right out. Nine tenths of the water out is enough before the trim.",
     "trim: New blade, a 1/16 in gap at the left, top, right and bottom. Stop 5 1/2 in before a corner and meet that cut from the corner. | The side with the least spare film first, while it can still be moved. Blade out by 1/4 in at most. Change hands for each side rather than reach; do not cut the gasket. Take the strip away slowly and look that the film has not moved.",
     "wick: Card in one layer of dry cloth, from 2 in in, out to the edge, top first. | Turn the cloth to a dry place after every few strokes.",
     "inspect: Near along the edge, then square on from 6.6 ft in daylight. | No lamp, no sun on the pane. Haze and small clear pockets are water still drying.",
   ]
  `);
});

test('in two panels with an upright seam, on the roll’s edge', () => {
  const pane = paneToFitForTest({
    pane: { widthMm: 2300, heightMm: 2000, handle: null },
    piece: { panels: 2 },
    more: {
      seams: [{ axis: 'vertical', seamMm: 1150, edgeMm: 1160, overlapMm: 20 }],
      factoryEdges: ['right', null],
    },
  });
  expect(differs(pane)).toMatchInlineSnapshot(`
   [
     "mix: Mix 1.6 l with 33 drops of mild soap. | Too little soap and it grabs; too much and it slides and dries slowly.",
     "wipeFrame: Wipe gasket and frame all round. | Dirt here is what runs under the film.",
     "wetGlass 1: Wet the glass evenly, not the frame above it. | Water off the frame rains dirt. Glass between 4 °C and 38 °C.",
     "partLiner 1: Two bits of tape at a corner, pulled apart. | Not with the teeth.",
     "wetAdhesive 1: Wet the adhesive as it comes free. | No dry spot: nothing dry may touch the adhesive.",
     "hang 1: Panel 1: roll it face out; stick the top and let the roll run down, its liner winding up behind. Mark the frame 1160 mm from the left, above and below; its edge comes to the mark. | If it grabs too soon, lift a corner and add water; do not lift without need.",
     "square 1: The gap at the right stays 1.5 mm from end to end; film over every other side. | Slide it with flat hands; lift only if it has grabbed.",
     "wetFace 1: Wet the face, so that the squeegee glides.",
     "anchorStroke 1: Across the top, then down the middle of this panel. Nothing moved? | Re-wet the face if it drags.",
     "squeegeeFirst 1: From the middle outward, top to bottom, strokes overlapping by half. Stop 25 mm short of edges not cut yet. | Light first, firm later. To a roll’s edge you may go right out. Nine tenths of the water out is enough before the trim.",
     "reliefCut 1: At each corner cut from the gap outward through the excess. | From the point where both gaps meet, to the film’s corner; never into what stays. Before pressing in, or it creases there.",
     "trim 1: New blade, a 1.5 mm gap at the left, top and bottom. Stop 135 mm before a corner and meet that cut from the corner. | The side with the least spare film first, while it can still be moved. Blade out by 6 mm at most. Change hands for each side rather than reach; do not cut the gasket. Take the strip away slowly and look that the film has not moved.",
     "wetGlass 2: Wet the glass evenly, not the frame above it. | Water off the frame rains dirt. Glass between 4 °C and 38 °C.",
     "partLiner 2: Two bits of tape at a corner, pulled apart. | Not with the teeth.",
     "wetAdhesive 2: Wet the adhesive as it comes free. | No dry spot: nothing dry may touch the adhesive.",
     "hang 2: Panel 2: roll it face out; stick the top and let the roll run down, its liner winding up behind. Lay it 20 mm over the panel before, seam at 1150 mm from the left. | If it grabs too soon, lift a corner and add water; do not lift without need.",
     "square 2: Its edge stands plumb at the marks, film over every other side. | Slide it with flat hands; lift only if it has grabbed.",
     "wetFace 2: Wet the face, so that the squeegee glides.",
     "anchorStroke 2: Across the top, then down the middle of this panel. Nothing moved? | Re-wet the face if it drags.",
     "squeegeeFirst 2: From the middle outward, top to bottom, strokes overlapping by half. Stop 25 mm short of edges not cut yet. | Light first, firm later. To a roll’s edge you may go right out. Nine tenths of the water out is enough before the trim.",
     "reliefCut 2: At each corner cut from the gap outward through the excess. | From the point where both gaps meet, to the film’s corner; never into what stays. Before pressing in, or it creases there.",
     "trim 2: New blade, a 1.5 mm gap at the top, right and bottom. Stop 135 mm before a corner and meet that cut from the corner. | The side with the least spare film first, while it can still be moved. Blade out by 6 mm at most. Change hands for each side rather than reach; do not cut the gasket. Take the strip away slowly and look that the film has not moved.",
     "seamCut 2: At 1150 mm: a new blade, straight edge, both layers in one line over 2000 mm. | Marks from both corners first. Lay the straight edge again as often as it takes, never the cut. Through two layers, not the glass. The overlap is 20 mm.",
     "seamClose 2: Take the strip above off, lift the edge, draw the strip beneath out, mist, and press the seam shut. | Gently along the seam, then across it.",
   ]
  `);
});

test('panels that butt at a level seam on the pattern’s line', () => {
  const pane = paneToFitForTest({
    film: { kind: 'patterned', pattern: true },
    piece: { panels: 2, seamWay: 'butt' },
    more: {
      seams: [{ axis: 'horizontal', seamMm: 900, edgeMm: 900, overlapMm: 0 }],
      patternStart: { acrossMm: 12, alongMm: 30 },
    },
  });
  expect(differs(pane).filter((line) => /^(hang|seam|square)/.test(line))).toMatchInlineSnapshot(`
   [
     "hang 1: Panel 1: roll it face out; stick the top and let the roll run down, its liner winding up behind. Mark the frame 900 mm from the top, at both sides; its edge comes to the mark. The pattern starts 12 mm from the left and 30 mm from the top. | If it grabs too soon, lift a corner and add water; do not lift without need.",
     "square 1: Its edge stands plumb at the marks, film over every other side. | Slide it with flat hands; lift only if it has grabbed.",
     "hang 2: Panel 2: roll it face out; stick the top and let the roll run down, its liner winding up behind. Butt it against the panel before, at 900 mm from the top. | If it grabs too soon, lift a corner and add water; do not lift without need.",
     "square 2: Its edge stands plumb at the marks, film over every other side. | Slide it with flat hands; lift only if it has grabbed.",
     "seamButt 2: Bring both edges together on the pattern’s line, pattern on pattern. | Press from both sides towards the seam.",
   ]
  `);
});

test('hung dry nothing after cleaning mentions water', () => {
  const dry = said(
    paneToFitForTest({ film: { kind: 'perforated' }, piece: { panels: 2 }, site: { directSun: true } }),
  );
  const after = dry.slice(dry.findIndex((line) => line.startsWith('rinse')) + 1);
  expect(after.length).toBeGreaterThan(8);
  for (const line of after) expect(line).not.toMatch(/\b(wet|water|mist|spray|soak|solution)/i);
});

test('no blade on plastic, coated, rough or textured glass, and what that is', () => {
  const lines = (changes: Parameters<typeof paneToFitForTest>[0]) =>
    said(paneToFitForTest(changes)).filter((line) => /^(scrape|scrub|listen)/.test(line));
  expect(lines({ more: { bladeForbidden: 'plastic' } })).toEqual([
    expect.stringContaining('Plastic: no blade at all.'),
  ]);
  expect(lines({ more: { bladeForbidden: 'coated' } })).toEqual([
    expect.stringContaining('Coated face: no blade'),
  ]);
  expect(lines({ pane: { strength: 'tempered', fusedParticles: true } })).toEqual([
    expect.stringContaining('Rough glass: no blade'),
  ]);
  expect(lines({ pane: { surface: 'textured' } })).toEqual([
    expect.stringContaining('Textured face: no blade.'),
  ]);
  expect(lines({ pane: { strength: 'tempered' } })[0]).toMatch(
    /^listen: Wet the glass\. First pass of the blade slow/,
  );
});

test('a band is cut level by its height and its distance from the glass’s edge, without a gap', () => {
  const pane = paneToFitForTest({
    more: {
      freeSides: [
        { side: 'top', fromEdgeMm: 300, overFloorMm: 1500 },
        { side: 'left', fromEdgeMm: 40, overFloorMm: null },
      ],
    },
  });
  expect(differs(pane)).toMatchInlineSnapshot(`
   [
     "trim: New blade, a 1.5 mm gap at the right and bottom. Cut the top level, 1500 mm over the floor, 300 mm from the glass’s top edge at both ends and the left level, 40 mm from the glass’s left edge at both ends; no gap there. Stop 135 mm before a corner and meet that cut from the corner. | The side with the least spare film first, while it can still be moved. Blade out by 6 mm at most. Change hands for each side rather than reach; do not cut the gasket. Take the strip away slowly and look that the film has not moved.",
   ]
  `);
});

test('bench-cut, cling, block, printed, anchored, in a wet room', () => {
  const lines = (changes: Parameters<typeof paneToFitForTest>[0], codes: RegExp) =>
    differs(paneToFitForTest(changes)).filter((line) => codes.test(line));
  expect([
    ...lines({ piece: { school: 'bench' } }, /^(testFit|square|squeegeeFirst)/),
    ...lines({ film: { hold: 'cling' } }, /^(partLiner|wetAdhesive|hang)/),
    ...lines(
      {
        pane: {
          ...{ glass: 'glassBlock', side: 'outside' },
          blocks: { across: 3, down: 2, faceMm: 190, jointMm: 10, cornerRadiusMm: 12 },
        },
        piece: { school: 'plotted' },
      },
      /^(protect|wetGlass|hang|square|comeBack|sealEdge)/,
    ),
    ...lines({ film: { kind: 'printed', thicknessUm: 160 } }, /^(squeegeeFirst|hardRoll|dryBeforeTrim)/),
    ...lines(
      { film: { kind: 'security', thicknessUm: 200 }, anchor: { bead: 'full', sides: ['left', 'top'] } },
      /^(protect|dryEdge|maskFrame|bead)/,
    ),
  ]).toMatchInlineSnapshot(`
   [
     "testFit: Hold the piece up dry: an even 1 mm line on four sides. | Where it binds, mark the place and take off a shaving on the bench; do not press it in. Then fold back half the liner.",
     "square: An even 1.5 mm line at all four sides; look from several angles. | Slide it with flat hands; lift only if it has grabbed.",
     "squeegeeFirst: From the middle outward, top to bottom, strokes overlapping by half. | Light first, firm later. To a roll’s edge you may go right out. Nine tenths of the water out is enough before the trim.",
     "partLiner: Take the backing by its tab.",
     "wetAdhesive: Soak both sides. | No dry spot: nothing dry may touch the adhesive.",
     "hang: Peel off the backing, soak both sides, and lay it on. | If it grabs too soon, lift a corner and add water; do not lift without need.",
     "protect: Sheets down, sill clear, curtains away, sash locked; this film goes outside. | One installer will do. The bin where it is at hand.",
     "wetGlass: Wet one block. | Water off the frame rains dirt. Glass between 4 °C and 38 °C.",
     "hang: One block at a time: lay the face on, centre it, and squeegee before the next. | If it grabs too soon, lift a corner and add water; do not lift without need.",
     "square: Centre it on the face, the joint even all round. | Slide it with flat hands; lift only if it has grabbed.",
     "comeBack: After 30 seconds: press the edges once more. | In the sun the water goes and edges lift.",
     "sealEdge: A thin line of sealant over the film’s edge, all round. | Keeps damp from under the film.",
     "squeegeeFirst: From the middle up, then down, and out to the sides. Stop 25 mm short of edges not cut yet. | Light first, firm later. To a roll’s edge you may go right out. Nine tenths of the water out is enough before the trim.",
     "hardRoll: Hard roller over the whole face, middle to edges. | Twice along the edges.",
     "dryBeforeTrim: Leave it for 60 min, then trim dry. | Wet vinyl shrinks back from the cut.",
     "protect: Sheets down, sill clear, curtains away, sash locked. | Two of you, for the heavy film and its size. The bin where it is at hand.",
     "dryEdge: Edge and frame must be dry: no mark on a paper pressed to them. | Film dries out at its edge before a bead holds.",
     "maskFrame: Tape the line on frame and on film. | Alcohol on a cloth along both.",
     "bead: 12 mm on the film, 12 mm on the frame, over 2.3 m: left and top. | Gun from the middle, clean the tip after each stroke; structural sealant, its colour to match the frame.",
     "beadCheck: Full contact all round, no voids; handle and lock still work. | Refill gaps; cut off lumps now that it is cured.",
   ]
  `);
});

test('a table is as large as the piece and a hand’s breadth; deep glass asks for another tool', () => {
  const table = said(paneToFitForTest({ more: { hang: 'tapeToTable' } })).find((line) =>
    line.startsWith('hang'),
  );
  expect(table).toContain('a wet table of 1150 mm × 1650 mm');
  const trim = (recessMm: number) =>
    said(paneToFitForTest({ pane: { recessMm } })).find((line) => line.startsWith('trim')) ?? '';
  expect(trim(20)).toContain('The glass lies 20 mm deep');
  expect(trim(19)).not.toContain('deep');
});

test('mixing by each school of the house', () => {
  const mixing = (school: RuleSet['fitting']['mixing']['school'], unit: LengthUnit = 'mm') => {
    const rules = { ...margin, fitting: { ...margin.fitting, mixing: { ...margin.fitting.mixing, school } } };
    return describeMixing(fittingPlan(paneToFitForTest().asked, rules).solution, unit);
  };
  expect(mixing('drops')).toBe('440 ml with 9 drops of mild soap');
  expect(mixing('pump')).toBe('440 ml with 1 pump of mild soap');
  expect(mixing('squirts')).toBe('440 ml with 2 squirts of mild soap');
  expect(mixing('parts')).toBe('440 ml: 110 ml of soap and 330 ml of water');
  expect(mixing('alcohol')).toBe('440 ml with 9 drops of mild soap and 40 ml of alcohol');
  expect(mixing('water')).toBe('440 ml of plain water');
  expect(mixing('drops', 'in')).toBe('15 fl oz with 9 drops of mild soap');
  expect(
    describeMixing(
      fittingPlan(paneToFitForTest({ film: { kind: 'perforated' } }).asked, margin).solution,
      'mm',
    ),
  ).toBe('no solution');
});

test('what stands against fitting, ways of hanging, and marks, in words', () => {
  const { asked } = paneToFitForTest({ site: { glassC: 41 } });
  expect(describeAgainstFitting('glassTooHot', asked, margin, 'in')).toMatch(
    /^The glass has 106 °F, too hot above 100 °F/,
  );
  for (const code of ['noPlan', 'planChanged', 'notInPlan', 'notCut', 'filmRefused', 'sun.direct'] as const)
    expect(describeAgainstFitting(code, asked, margin, 'mm')).toMatch(/\.$/);
  expect(describeHanging({ hang: 'reverseRoll', hands: 1, because: [] })).toBe('Reverse roll: one installer');
  expect(describeHanging({ hang: 'twoPersonPeel', hands: 2, because: ['heavy', 'height'] })).toBe(
    'One peels, one sprays: two people, for the heavy film and its height over the floor',
  );
  const marks = [
    { code: 'stopShort', mm: 25 },
    { code: 'gap', mm: 1.5 },
    { code: 'seamAt', mm: 1160 },
    { code: 'overlap', mm: 20 },
    { code: 'wickFrom', mm: 50 },
    { code: 'legs', mm: 12 },
    { code: 'level', side: 'top', mm: 300, overFloorMm: 1500 },
    { code: 'level', side: 'left', mm: 40, overFloorMm: null },
    { code: 'factoryEdge' },
    { code: 'changeHands' },
    { code: 'startHere' },
    { code: 'pattern', acrossMm: 12, alongMm: 30 },
    { code: 'straightEdge', moves: 1 },
    { code: 'straightEdge', moves: 3 },
  ] as const;
  expect(marks.map((each) => describeMark(each, 'mm'))).toMatchInlineSnapshot(`
   [
     "stop 25 mm short",
     "1.5 mm gap",
     "mark at 1160 mm",
     "20 mm overlap",
     "from 50 mm in",
     "12 mm + 12 mm",
     "level, 1500 mm over the floor, 300 mm from the top",
     "level, 40 mm from the left",
     "roll’s edge",
     "change hands",
     "start here",
     "pattern: 12 mm from the left, 30 mm from the top",
     "one length of the straight edge",
     "straight edge laid 3 times",
   ]
  `);
});
