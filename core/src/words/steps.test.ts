import { fittingFigures, stepsFor, type PaneToFit } from '../fitting/index.ts';
import { DEFAULT_RULE_SETS, type RuleSet } from '../rules/index.ts';
import { silverForTest } from '../testing/jobs.ts';
import type { LengthUnit } from '../units/index.ts';
import { stepWords } from './index.ts';

/* What the fitter reads, word for word: a figure in the wrong unit or at the wrong side is a pane cut wrong. */

const [margin, edgeFirst, bench] = DEFAULT_RULE_SETS as readonly [RuleSet, RuleSet, RuleSet];
const pane: PaneToFit = {
  label: '4',
  glass: { widthMm: 640, heightMm: 1325 },
  glassKind: 'double',
  handle: 'right',
  topOverFloorMm: 1900,
  film: silverForTest,
  panels: 1,
  seams: [],
  factoryEdge: null,
};

function said(changes: Partial<PaneToFit>, rules: RuleSet = margin, unit: LengthUnit = 'mm'): string[] {
  const one = { ...pane, ...changes };
  const figures = fittingFigures(one, rules);
  return stepsFor(one, rules).flatMap((step) => {
    const { text, caution } = stepWords(step, one, figures, rules, unit);
    return [`${step}: ${text}`, ...(caution ? [`  ! ${caution}`] : [])];
  });
}
/** Only what differs from the plain pane. */
const differs = (changes: Partial<PaneToFit>, rules: RuleSet = margin) => {
  const plain = said({});
  return said(changes, rules).filter((line) => !plain.includes(line));
};

test('a pane with its margin all round, in millimetres', () => {
  expect(said({})).toMatchInlineSnapshot(`
   [
     "prepare: Pane 4, 640 mm × 1325 mm. One pair of hands will do. Mix 300 ml of solution with 6 drops of mild soap. Clear the sill, lay sheets, lock the sash.",
     "  ! Floors get slippery and sockets near the glass get wet: cover them, and keep cables out of the way.",
     "clean: Scrape from the top with a fresh blade, strokes overlapping by half, into the corners and under the rubber; finger in cloth round the handle at the right. Wipe the frame, squeegee, dry the edges.",
     "  ! Cracked or loose glass can break under the scraper: look first, cap the blade after each use.",
     "wet: Wet the glass evenly, not the frame above it: dirt runs down from there. Glass between 4 °C and 38 °C, out of direct sun.",
     "linerOff: Part liner and film at a corner with two bits of tape. Peel evenly and wet the adhesive as it comes free.",
     "hang: Lay the piece on with its margin even at every side; look from a few angles.",
     "anchor: Across the top, then down the middle. Check that nothing moved. Re-wet the face if it drags.",
     "squeegee: From the middle outward, top to bottom, strokes overlapping by half; light first, firm later. Stop 25 mm short of the edges that are not cut yet.",
     "reliefCuts: Slit each corner before pressing the film in, so that it does not build up and crease there.",
     "trim: New blade. Leave a 1.5 mm gap at the top, right, bottom and left. Stop 135 mm before a corner and come back from it to meet the cut.",
     "  ! Blade back after each cut, spent ones into the closed box. Do not cut the gasket. Look that the film has not moved.",
     "wick: Card in one layer of dry cloth, from 50 mm in, out to the edge, top edge first. Turn the cloth to a dry place. Dry the sill. Look again after 30 seconds.",
     "inspect: Face near the glass along the edge, then square on from 2 m in daylight. Haze and small clear pockets are water still drying.",
   ]
  `);
});

test('the same in inches and feet', () => {
  const plain = said({});
  expect(said({}, margin, 'in').filter((line) => !plain.includes(line))).toMatchInlineSnapshot(`
   [
     "prepare: Pane 4, 25 3/16 in × 52 3/16 in. One pair of hands will do. Mix 10 fl oz of solution with 6 drops of mild soap. Clear the sill, lay sheets, lock the sash.",
     "wet: Wet the glass evenly, not the frame above it: dirt runs down from there. Glass between 39 °F and 100 °F, out of direct sun.",
     "squeegee: From the middle outward, top to bottom, strokes overlapping by half; light first, firm later. Stop 1 in short of the edges that are not cut yet.",
     "trim: New blade. Leave a 1/16 in gap at the top, right, bottom and left. Stop 5 5/16 in before a corner and come back from it to meet the cut.",
     "wick: Card in one layer of dry cloth, from 1 31/32 in in, out to the edge, top edge first. Turn the cloth to a dry place. Dry the sill. Look again after 30 seconds.",
     "inspect: Face near the glass along the edge, then square on from 6.6 ft in daylight. Haze and small clear pockets are water still drying.",
   ]
  `);
});

test('in two panels with an upright seam that is cut through both', () => {
  const seams = [{ axis: 'vertical' as const, edgeMm: 1163, overlapMm: 20 }];
  expect(differs({ panels: 2, seams, glass: { widthMm: 2306, heightMm: 2000 } })).toMatchInlineSnapshot(`
   [
     "prepare: Pane 4, 2306 mm × 2000 mm. Two of you, for its size. Mix 1.6 l of solution with 33 drops of mild soap. Clear the sill, lay sheets, lock the sash.",
     "  ! One peels, one holds: an uneven pull creases the film for good.",
     "hang: Lay the 2 panels on with its margin even at every side; look from a few angles. Mark the frame 1163 mm from the left, above and below first. Hang the 2 panels in order, the first with its factory edge at the mark, the next 20 mm over it.",
     "  ! Lift with two, backs straight; nothing dry may touch the adhesive.",
     "squeegee: From the middle outward, top to bottom, strokes overlapping by half; light first, firm later. Stop 25 mm short of the edges that are not cut yet. At the seam: new blade, cut through both layers in one line along a straight edge; take off the strip above, lift the corner, draw out the strip beneath, misting; squeegee over it gently.",
   ]
  `);
});

test('in two panels that butt at a level seam', () => {
  const seams = [{ axis: 'horizontal' as const, edgeMm: 900, overlapMm: 0 }];
  expect(differs({ panels: 2, seams, film: { ...silverForTest, matchEdges: false } })).toMatchInlineSnapshot(`
   [
     "hang: Lay the 2 panels on with its margin even at every side; look from a few angles. Mark the frame 900 mm from the top, at both sides first. Hang the 2 panels in order, the first with its edge at the mark, the next butted against it.",
   ]
  `);
});

test('with its factory edge at a side', () => {
  expect(differs({ factoryEdge: 'left' }, edgeFirst)).toMatchInlineSnapshot(`
   [
     "hang: Set the factory edge at the left first, with a 1.5 mm gap, then square the film up.",
     "anchor: Across the top, then down the middle. Check that nothing moved and that the factory edge still shows a 1.5 mm gap. Re-wet the face if it drags.",
     "trim: New blade. Leave a 1.5 mm gap at the top, right and bottom. Stop 135 mm before a corner and come back from it to meet the cut.",
   ]
  `);
});

test('cut on the bench', () => {
  expect(differs({}, bench)).toMatchInlineSnapshot(`
   [
     "squeegee: From the middle outward, top to bottom, strokes overlapping by half; light first, firm later.",
   ]
  `);
});

test('heavy film, high up, on tempered glass, hung outside', () => {
  const film = { ...silverForTest, thicknessUm: 215, mount: 'outside' as const };
  expect(differs({ film, topOverFloorMm: 2600, glassKind: 'tempered' })).toMatchInlineSnapshot(`
   [
     "prepare: Pane 4, 640 mm × 1325 mm. Two of you, for its height over the floor and the heavy film. Mix 300 ml of solution with 6 drops of mild soap. Clear the sill, lay sheets, lock the sash; this film goes on the outside.",
     "  ! The top of the glass is at 2600 mm: a ladder or platform that stands firm, and a second person; local rules decide for work outside.",
     "  ! Tempered glass: first pass slow, and listen. A sound like sandpaper means fused particles: no blade, scrub only.",
     "  ! One peels, one holds: an uneven pull creases the film for good.",
     "  ! Lift with two, backs straight; nothing dry may touch the adhesive.",
     "trim: New blade. Leave a 3 mm gap at the top, right, bottom and left. Stop 135 mm before a corner and come back from it to meet the cut.",
   ]
  `);
});

test('film hung dry, and film that clings', () => {
  expect(differs({ film: { ...silverForTest, kind: 'perforated' } })).toMatchInlineSnapshot(`
   [
     "prepare: Pane 4, 640 mm × 1325 mm. One pair of hands will do. This film is hung dry: no solution. Clear the sill, lay sheets, lock the sash.",
     "linerOff: Part liner and film at a corner with two bits of tape. Peel evenly, a hand’s breadth at a time.",
   ]
  `);
  expect(differs({ film: { ...silverForTest, hold: 'cling' } })).toMatchInlineSnapshot(`
   [
     "linerOff: Peel the backing from a corner and wet both sides of the piece.",
   ]
  `);
});

test('a sash without a handle', () => {
  expect(differs({ handle: null })).toMatchInlineSnapshot(`
   [
     "clean: Scrape from the top with a fresh blade, strokes overlapping by half, into the corners and under the rubber. Wipe the frame, squeegee, dry the edges.",
   ]
  `);
});
