import { DEFAULT_RULE_SETS } from '../../rules/index.ts';
import { paneToFitForTest } from '../../testing/fitting.ts';
import { fittingPlan } from '../index.ts';

/* Whole plans, step by step with reason, figures, cautions and waits: what is left out of one stands out. */

const [rules] = DEFAULT_RULE_SETS;

function told(changes: Parameters<typeof paneToFitForTest>[0]): string[] {
  const { asked, more } = paneToFitForTest(changes);
  const plan = fittingPlan(asked, rules, more);
  const { refused, hands, handsBecause, ways, otherWays, solution, graceMin, cureDays } = plan;
  return [
    `${hands} ${handsBecause.join('+')} ${Object.values(ways).join(' ')}; others ${otherWays.map((way) => `${way.hang} ${way.hands} ${way.because.join('+')}`).join(', ')}`,
    `${solution.ml} ml ${solution.school} ${solution.soap.amount}; grabs ${graceMin}; cures ${cureDays}; ${refused.join(' ')}`,
    ...plan.visits.flatMap(({ afterDays, steps }) =>
      steps.map(({ code, because, figures, cautions, waitMin }) =>
        [
          `${afterDays} ${code}`,
          because.join('+'),
          Object.entries(figures)
            .map(([name, value]) => `${name}=${String(value)}`)
            .join(' '),
          cautions.join('+'),
          waitMin > 0 ? `wait ${waitMin}` : '',
        ]
          .filter(Boolean)
          .join(' | '),
      ),
    ),
  ];
}

test('plain, by a learner in the sun, up a ladder, over old film', () => {
  expect(
    told({
      pane: { sillOverFloorMm: 1000, oldFilm: true, strength: 'tempered' },
      site: { skill: 'learner', directSun: true, glassC: 28 },
    }),
  ).toMatchInlineSnapshot(`
   [
     "2 learner tape twoPersonPeel tThenMiddleOut wetOnGlass; others reverseRoll 2 learner, tapeToTable 2 learner",
     "441 ml drops 9; grabs 0.6; cures 30; sun.direct",
     "0 protect | ladder",
     "0 recordCondition",
     "0 mix | ml=441 soap=9 | wetFloor",
     "0 removeOldFilm | oldFilm | blade",
     "0 listen | tempered",
     "0 scrape | blade",
     "0 scrub",
     "0 wipeFrame",
     "0 rinse",
     "0 wetGlass",
     "0 partLiner",
     "0 wetAdhesive",
     "0 hang | twoPersonPeel | hands=2 | ladder+lifting",
     "0 square | gapMm=1.5",
     "0 wetFace",
     "0 anchorStroke",
     "0 squeegeeFirst | stopShortMm=25",
     "0 reliefCut | blade",
     "0 trim | gapMm=1.5 sides=left,top,right,bottom meetFromCornerMm=135 | blade",
     "0 squeegeeSecond",
     "0 wick | fromEdgeMm=50 first=top",
     "0 washFace",
     "0 drySill",
     "0 lookAgain | afterPanes=2",
     "0 inspect | fromM=2",
     "0 brief | washFromDays=30",
   ]
  `);
});

test('on the roll’s edge in two panels, with a level seam and a free side', () => {
  expect(
    told({
      pane: { widthMm: 1400, heightMm: 2400 },
      piece: { school: 'factoryEdge', factoryEdge: 'left', panels: 2 },
      more: {
        seams: [{ axis: 'horizontal', seamMm: 1200, edgeMm: 1210, overlapMm: 18 }],
        factoryEdges: ['left', 'left'],
        freeSides: [
          { side: 'top', fromEdgeMm: 300, overFloorMm: 2700 },
          { side: 'right', fromEdgeMm: 60, overFloorMm: null },
        ],
      },
    }),
  ).toMatchInlineSnapshot(`
   [
     "2 height+size tape twoPersonPeel tThenMiddleOut wetOnGlass; others reverseRoll 2 height+size, tapeToTable 2 height+size",
     "1176 ml drops 24; grabs 2.5; cures 30; ",
     "0 protect | ladder",
     "0 recordCondition",
     "0 mix | ml=1176 soap=24 | wetFloor",
     "0 scrape | blade",
     "0 scrub",
     "0 wipeFrame",
     "0 rinse",
     "0 wetGlass | panel=1",
     "0 partLiner | panel=1",
     "0 wetAdhesive | panel=1",
     "0 hang | twoPersonPeel | panel=1 hands=2 | ladder+lifting",
     "0 square | panel=1 gapMm=1.5",
     "0 wetFace | panel=1",
     "0 anchorStroke | panel=1",
     "0 squeegeeFirst | panel=1 stopShortMm=25",
     "0 reliefCut | panel=1 | blade",
     "0 trim | panel=1 gapMm=1.5 sides=top,right meetFromCornerMm=135 levelSides=top,right topFromEdgeMm=300 topOverFloorMm=2700 rightFromEdgeMm=60 | blade",
     "0 wetGlass | panel=2",
     "0 partLiner | panel=2",
     "0 wetAdhesive | panel=2",
     "0 hang | twoPersonPeel | panel=2 hands=2 | ladder+lifting",
     "0 square | panel=2 gapMm=1.5",
     "0 wetFace | panel=2",
     "0 anchorStroke | panel=2",
     "0 squeegeeFirst | panel=2 stopShortMm=25",
     "0 reliefCut | panel=2 | blade",
     "0 trim | panel=2 gapMm=1.5 sides=right,bottom meetFromCornerMm=135 levelSides=right rightFromEdgeMm=60 | blade",
     "0 seamCut | panel=2 lengthMm=1400 atMm=1200 overlapMm=18 | blade",
     "0 seamClose | panel=2 lengthMm=1400 atMm=1200",
     "0 squeegeeSecond",
     "0 wick | fromEdgeMm=50 first=top",
     "0 washFace",
     "0 drySill",
     "0 lookAgain | afterPanes=2",
     "0 inspect | fromM=2",
     "0 brief | washFromDays=30",
   ]
  `);
});

test('printed, outside in the sun, large', () => {
  expect(
    told({
      film: { kind: 'printed', thicknessUm: 160 },
      pane: { side: 'outside' },
      site: { directSun: true },
    }),
  ).toMatchInlineSnapshot(`
   [
     "2 printed+size tape twoPersonPeel middleUpThenDown dryOnGlass; others reverseRoll 2 printed, tapeToTable 2 printed+size",
     "441 ml drops 9; grabs 1.3; cures 90; ",
     "0 protect",
     "0 recordCondition",
     "0 mix | ml=441 soap=9 | wetFloor",
     "0 scrape | blade",
     "0 scrub",
     "0 wipeFrame",
     "0 rinse",
     "0 wetGlass",
     "0 partLiner",
     "0 wetAdhesive",
     "0 hang | twoPersonPeel | hands=2 | lifting",
     "0 square | gapMm=1.5",
     "0 wetFace",
     "0 anchorStroke",
     "0 squeegeeFirst | stopShortMm=25",
     "0 hardRoll",
     "0 comeBack | wait 0.5",
     "0 reliefCut | blade",
     "0 dryBeforeTrim | printed | wait 60",
     "0 trim | gapMm=1.5 sides=left,top,right,bottom meetFromCornerMm=135 | blade",
     "0 squeegeeSecond",
     "0 wick | fromEdgeMm=50 first=top",
     "0 washFace",
     "0 drySill",
     "0 lookAgain | afterPanes=2",
     "0 inspect | fromM=2",
     "0 brief | washFromDays=90",
     "0 sealEdge | outside",
   ]
  `);
});

test('three panels in a wet room, butted, of frosted vinyl', () => {
  expect(
    told({
      film: { kind: 'frosted', thicknessUm: 150 },
      pane: { widthMm: 2400, wetRoom: true },
      piece: { panels: 3, seamWay: 'butt' },
    }),
  ).toMatchInlineSnapshot(`
   [
     "1  tape reverseRoll tThenMiddleOut wetOnGlass; others tapeToTable 2 size, twoPersonPeel 2 size",
     "1176 ml drops 24; grabs 2.5; cures 90; ",
     "0 protect",
     "0 recordCondition",
     "0 mix | ml=1176 soap=24 | wetFloor",
     "0 scrape | blade",
     "0 scrub",
     "0 wipeFrame",
     "0 rinse",
     "0 wetGlass | panel=1",
     "0 partLiner | panel=1",
     "0 wetAdhesive | panel=1",
     "0 hang | reverseRoll | panel=1 hands=1",
     "0 square | panel=1 gapMm=1.5",
     "0 wetFace | panel=1",
     "0 anchorStroke | panel=1",
     "0 squeegeeFirst | panel=1 stopShortMm=25",
     "0 hardRoll | panel=1",
     "0 reliefCut | panel=1 | blade",
     "0 trim | panel=1 gapMm=1.5 sides=left,top,bottom meetFromCornerMm=135 | blade",
     "0 wetGlass | panel=2",
     "0 partLiner | panel=2",
     "0 wetAdhesive | panel=2",
     "0 hang | reverseRoll | panel=2 hands=1",
     "0 square | panel=2 gapMm=1.5",
     "0 wetFace | panel=2",
     "0 anchorStroke | panel=2",
     "0 squeegeeFirst | panel=2 stopShortMm=25",
     "0 hardRoll | panel=2",
     "0 reliefCut | panel=2 | blade",
     "0 trim | panel=2 gapMm=1.5 sides=top,bottom meetFromCornerMm=135 | blade",
     "0 seamButt | panel=2 lengthMm=1400",
     "0 wetGlass | panel=3",
     "0 partLiner | panel=3",
     "0 wetAdhesive | panel=3",
     "0 hang | reverseRoll | panel=3 hands=1",
     "0 square | panel=3 gapMm=1.5",
     "0 wetFace | panel=3",
     "0 anchorStroke | panel=3",
     "0 squeegeeFirst | panel=3 stopShortMm=25",
     "0 hardRoll | panel=3",
     "0 reliefCut | panel=3 | blade",
     "0 trim | panel=3 gapMm=1.5 sides=top,right,bottom meetFromCornerMm=135 | blade",
     "0 seamButt | panel=3 lengthMm=1400",
     "0 squeegeeSecond",
     "0 wick | fromEdgeMm=50 first=top",
     "0 washFace",
     "0 drySill",
     "0 lookAgain | afterPanes=2",
     "0 inspect | fromM=2",
     "0 brief | washFromDays=90",
     "0 sealEdge | wetRoom",
     "7 seamCoat | wetRoom",
   ]
  `);
});

test('security film anchored by a small bead, leaded, with the maker’s drying time', () => {
  expect(
    told({
      film: { kind: 'security', thicknessUm: 200, leadStrips: true },
      anchor: { bead: 'small', sides: ['left', 'bottom'] },
      more: { makerCureDays: 60, bladeForbidden: 'plastic' },
    }),
  ).toMatchInlineSnapshot(`
   [
     "2 heavy+size tape twoPersonPeel tThenMiddleOut wetOnGlass; others reverseRoll 2 heavy, tapeToTable 2 heavy+size",
     "441 ml drops 9; grabs 2.5; cures 60; ",
     "0 protect",
     "0 recordCondition",
     "0 mix | ml=441 soap=9 | wetFloor",
     "0 scrub | plastic",
     "0 wipeFrame",
     "0 rinse",
     "0 wetGlass",
     "0 partLiner",
     "0 wetAdhesive",
     "0 hang | twoPersonPeel | hands=2 | lifting",
     "0 square | gapMm=1.5",
     "0 wetFace",
     "0 anchorStroke",
     "0 squeegeeFirst | stopShortMm=25",
     "0 reliefCut | blade",
     "0 trim | gapMm=1.5 sides=left,top,right,bottom meetFromCornerMm=135 | blade",
     "0 squeegeeSecond",
     "0 wick | fromEdgeMm=50 first=top",
     "0 washFace",
     "0 drySill",
     "0 lookAgain | afterPanes=2",
     "0 inspect | fromM=2",
     "0 brief | washFromDays=60",
     "1 dryEdge | wait 1440",
     "1 maskFrame",
     "1 bead | small | lengthMm=2300 | solvent",
     "8 beadCheck",
     "60 leadStrips",
   ]
  `);
});

test('cling without a liner on textured glass; perforated film cut on the bench; block outside', () => {
  expect(told({ film: { hold: 'cling', liner: false, thicknessUm: 150 }, pane: { surface: 'textured' } }))
    .toMatchInlineSnapshot(`
   [
     "1  none peelOff tThenMiddleOut wetOnGlass; others ",
     "441 ml drops 9; grabs 2.5; cures 1; ",
     "0 protect",
     "0 recordCondition",
     "0 mix | ml=441 soap=9 | wetFloor",
     "0 scrub",
     "0 wipeFrame",
     "0 rinse",
     "0 wetGlass",
     "0 wetAdhesive",
     "0 hang | peelOff | hands=1",
     "0 square | gapMm=1.5",
     "0 wetFace",
     "0 anchorStroke",
     "0 squeegeeFirst | stopShortMm=25",
     "0 reliefCut | blade",
     "0 trim | gapMm=1.5 sides=left,top,right,bottom meetFromCornerMm=135 | blade",
     "0 squeegeeSecond",
     "0 wick | fromEdgeMm=50 first=top",
     "0 washFace",
     "0 drySill",
     "0 lookAgain | afterPanes=2",
     "0 inspect | fromM=2",
     "0 brief | washFromDays=1",
   ]
  `);
  expect(told({ film: { kind: 'perforated' }, piece: { school: 'bench' } })).toMatchInlineSnapshot(`
   [
     "1  creased creasedLiner withTheLiner none; others ",
     "0 ml none 0; grabs 0; cures 1; ",
     "0 protect",
     "0 recordCondition",
     "0 scrape | blade",
     "0 scrub",
     "0 wipeFrame",
     "0 testFit | bench | clearanceMm=1",
     "0 rinse | dry",
     "0 partLiner",
     "0 hang | creasedLiner | hands=1",
     "0 square | gapMm=1.5",
     "0 squeegeeFirst | stopShortMm=0",
     "0 lookAgain | afterPanes=2",
     "0 inspect | fromM=2",
     "0 brief | washFromDays=1",
   ]
  `);
  expect(
    told({
      pane: {
        ...{ glass: 'glassBlock', side: 'outside' },
        blocks: { across: 3, down: 2, faceMm: 190, jointMm: 10, cornerRadiusMm: 12 },
      },
      piece: { school: 'plotted' },
    }),
  ).toMatchInlineSnapshot(`
   [
     "1  tape blockByBlock tThenMiddleOut none; others ",
     "76 ml drops 2; grabs 2.5; cures 30; ",
     "0 protect",
     "0 recordCondition",
     "0 mix | ml=76 soap=2 | wetFloor",
     "0 scrape | blade",
     "0 scrub",
     "0 wipeFrame",
     "0 testFit | plotted | clearanceMm=1",
     "0 rinse",
     "0 wetGlass | blockByBlock",
     "0 partLiner",
     "0 wetAdhesive",
     "0 hang | blockByBlock | hands=1",
     "0 square | gapMm=1.5",
     "0 wetFace",
     "0 anchorStroke",
     "0 squeegeeFirst | stopShortMm=0",
     "0 comeBack | wait 0.5",
     "0 squeegeeSecond",
     "0 wick | fromEdgeMm=50 first=top",
     "0 washFace",
     "0 drySill",
     "0 lookAgain | afterPanes=2",
     "0 inspect | fromM=2",
     "0 brief | washFromDays=30",
     "0 sealEdge | outside",
   ]
  `);
});

test('one installer peels large cling off alone, a learner or a broad piece takes two', () => {
  const cling = (changes: Parameters<typeof paneToFitForTest>[0]) =>
    told({ ...changes, film: { hold: 'cling' } })[0]?.split(' ')[0];
  expect(cling({ pane: { widthMm: 1000 } })).toBe('1');
  expect(cling({ pane: { widthMm: 1400 } })).toBe('2');
  expect(cling({ pane: { widthMm: 1000 }, site: { skill: 'learner' } })).toBe('2');
});
