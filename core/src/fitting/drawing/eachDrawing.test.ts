import { DEFAULT_RULE_SETS } from '../../rules/index.ts';
import { outlineOf } from '../../survey/outline.ts';
import { paneToFitForTest } from '../../testing/fitting.ts';
import {
  fittingPlan,
  handAt,
  handsWay,
  stepDrawing,
  type Mark,
  type PaneToFit,
  type Point,
} from '../index.ts';

/*
 * Whole drawings, a line a step: of each kind of mark how many there are, what box they fill, and a sum of their points weighted
 * by place and order, which any mark that moves, comes earlier or lacks changes.
 */

const [rules] = DEFAULT_RULE_SETS;
const round = (mm: number) => Math.round(mm * 10) / 10;

const pointsOf = (mark: Mark): readonly Point[] => (mark.kind === 'stroke' ? mark.path : [mark.at]);

function kindOf(mark: Mark): string {
  if (mark.kind === 'stroke') return `${mark.role}${mark.widthMm > 0 ? `/${round(mark.widthMm)}` : ''}`;
  if (mark.kind === 'spot') return `${mark.role}!`;
  return Object.values(mark.says)
    .map((each) => (typeof each === 'number' ? round(each) : String(each)))
    .join(' ');
}

function summed(points: readonly (readonly [Point, number])[]): string {
  const [xs, ys] = [points.map(([{ x }]) => x), points.map(([{ y }]) => y)];
  const sum = points.reduce((all, [{ x, y }, weight], at) => all + weight * (x + 3 * y) * (1 + at / 7), 0);
  const span = (values: readonly number[]) => `${round(Math.min(...values))}..${round(Math.max(...values))}`;
  return `${span(xs)} ${span(ys)} ${Math.round(sum)}`;
}

/** Every step of a pane with its marks. */
function drawings(pane: PaneToFit, block?: number): string[] {
  const plan = fittingPlan(pane.asked, rules, pane.more);
  return plan.visits
    .flatMap(({ steps }) => steps)
    .flatMap((step): string[] => {
      const drawn = stepDrawing({ step, pane, plan, rules, ...(block === undefined ? {} : { block }) });
      const { marks, film, blocks } = drawn;
      const kinds = [...new Set(marks.map(kindOf))];
      const told = kinds.map((kind) => {
        const own = marks.filter((mark) => kindOf(mark) === kind);
        const points = own.flatMap((mark) =>
          pointsOf(mark).map(
            (point) => [point, mark.kind === 'stroke' && mark.order !== null ? 2 + mark.order : 1] as const,
          ),
        );
        return `${kind} ${own.length}: ${summed(points)}`;
      });
      const way = handsWay(marks);
      const hand = way.length > 0 ? JSON.stringify(handAt(way, 0.4)) : '';
      const areas = film.map(({ left, top, width, height }) => [left, top, width, height].map(round).join());
      const panel = step.figures['panel'];
      const name = `${step.code}${typeof panel === 'number' ? ` ${panel}` : ''}`;
      const where = `${areas.join(' ')}${blocks.length > 0 ? ` of ${blocks.length}` : ''}`;
      return told.length > 0 || areas.length > 0
        ? [[name, where, ...told, hand.replace(/(\d+\.\d)\d+/g, '$1')].filter(Boolean).join('; ')]
        : [];
    });
}

const ARCH = outlineOf([
  { x: 0, y: 300, bulge: Math.tan(Math.PI / 8) },
  { x: 600, y: 300, bulge: 0 },
  { x: 600, y: 900, bulge: 0 },
  { x: 0, y: 900, bulge: 0 },
]);
const RAKED = outlineOf([
  { x: 0, y: 300, bulge: 0 },
  { x: 700, y: 0, bulge: 0 },
  { x: 700, y: 1000, bulge: 0 },
  { x: 0, y: 1000, bulge: 0 },
]);

const PLAIN = drawings(paneToFitForTest());

/** The steps that are drawn otherwise than on a plain pane, and how many are not. */
function unlikePlain(pane: PaneToFit, block?: number): string[] {
  const all = drawings(pane, block);
  const other = all.filter((line) => !PLAIN.includes(line));
  return [`${all.length - other.length} as on a plain pane`, ...other];
}

test('a plain pane', () => {
  expect(PLAIN).toMatchInlineSnapshot(`
   [
     "scrape; scrape/120 14: 60..840 0..1400 2290800; {"at":{"x":360,"y":840},"stroke":5,"shareOfStroke":0.6}",
     "scrub; wet/150 11: 75..825 0..1400 1239386; {"at":{"x":375,"y":560},"stroke":4,"shareOfStroke":0.4}",
     "wipeFrame; bead 1: 0..900 0..1400 27171; {"at":{"x":900,"y":939.9},"stroke":0,"shareOfStroke":0.4}",
     "rinse; wet/150 11: 75..825 0..1400 1239386; {"at":{"x":375,"y":560},"stroke":4,"shareOfStroke":0.4}",
     "wetGlass; wet/150 11: 75..825 0..1400 1239386; {"at":{"x":375,"y":560},"stroke":4,"shareOfStroke":0.4}",
     "partLiner; tape! 1: 0..0 0..0 0; startHere 1: 0..0 0..0 0",
     "wetAdhesive; tape! 1: 0..0 0..0 0; startHere 1: 0..0 0..0 0",
     "hang; -25,-25,950,1450; roll 1: 450..450 0..1400 11529; {"at":{"x":450,"y":560},"stroke":0,"shareOfStroke":0.4}",
     "square; -25,-25,950,1450",
     "wetFace; -25,-25,950,1450; wet/150 11: 75..825 0..1400 1239386; {"at":{"x":375,"y":560},"stroke":4,"shareOfStroke":0.4}",
     "anchorStroke; -25,-25,950,1450; set/150 2: 25..875 100..1375 25836; stopShort 25 1: 450..450 1400..1400 4650; {"at":{"x":875,"y":100},"stroke":0,"shareOfStroke":1}",
     "squeegeeFirst; -25,-25,950,1450; squeegee/150 34: 25..875 100..1300 31378843; stop 4: 25..875 25..1375 33400; stopShort 25 1: 450..450 1400..1400 4650; {"at":{"x":195,"y":550},"stroke":13,"shareOfStroke":0.6}",
     "reliefCut; -25,-25,950,1450; relief 4: -25..925 -25..1425 156058; {"at":{"x":914.4,"y":-14.4},"stroke":1,"shareOfStroke":0.6}",
     "trim; -25,-25,950,1450; cut 4: 1.5..898.5 1.5..1398.5 194724; meet 4: 1.5..898.5 1.5..1398.5 177231; changeHands! 1: 900..900 700..700 3000; changeHands 1: 900..900 700..700 3000; gap 1.5 1: 450..450 700..700 2550; {"at":{"x":898.5,"y":939.7},"stroke":2,"shareOfStroke":0.7}",
     "squeegeeSecond; 0,0,900,1400; squeegee/150 36: 0..900 75..1325 37257686; {"at":{"x":630,"y":589.7},"stroke":14,"shareOfStroke":0.4}",
     "wick; 0,0,900,1400; wick/80 56: 0..900 0..1400 146071679; wickFrom 50 1: 450..450 0..0 450; {"at":{"x":30,"y":932.5},"stroke":22,"shareOfStroke":0.4}",
     "washFace; 0,0,900,1400; wet/150 11: 75..825 0..1400 1239386; {"at":{"x":375,"y":560},"stroke":4,"shareOfStroke":0.4}",
     "drySill; 0,0,900,1400",
     "lookAgain; 0,0,900,1400; look 1: 0..900 0..1400 27171; {"at":{"x":900,"y":939.9},"stroke":0,"shareOfStroke":0.4}",
     "inspect; 0,0,900,1400; look 1: 0..900 0..1400 27171; {"at":{"x":900,"y":939.9},"stroke":0,"shareOfStroke":0.4}",
     "brief; 0,0,900,1400",
   ]
  `);
});

test('on the factory edge, with a pattern and a bead', () => {
  expect(
    unlikePlain(
      paneToFitForTest({
        piece: { school: 'factoryEdge', factoryEdge: 'top' },
        anchor: { sides: ['left', 'top', 'right', 'bottom'], bead: 'full' },
        more: { factoryEdges: ['top'], patternStart: { acrossMm: 120, alongMm: 80 } },
      } as never),
    ),
  ).toMatchInlineSnapshot(`
   [
     "14 as on a plain pane",
     "hang; -25,0,950,1425; start 1: 0..900 0..0 1029; factoryEdge 1: 450..450 0..0 450; roll 1: 450..450 0..1400 11529; patternStart! 1: 120..120 80..80 360; pattern 120 80 1: 120..120 80..80 360; {"at":{"x":450,"y":560},"stroke":0,"shareOfStroke":0.4}",
     "square; -25,0,950,1425; start 1: 0..900 0..0 1029; factoryEdge 1: 450..450 0..0 450; gap 1.5 1: 450..450 0..0 450",
     "wetFace; -25,0,950,1425; wet/150 11: 75..825 0..1400 1239386; {"at":{"x":375,"y":560},"stroke":4,"shareOfStroke":0.4}",
     "anchorStroke; -25,0,950,1425; start 1: 0..900 0..0 1029; factoryEdge 1: 450..450 0..0 450; set/150 2: 25..875 75..1375 25225; stopShort 25 1: 450..450 1400..1400 4650; {"at":{"x":450,"y":85},"stroke":1,"shareOfStroke":0.0}",
     "squeegeeFirst; -25,0,950,1425; squeegee/150 36: 25..875 75..1300 36660954; stop 3: 25..875 25..1375 27600; stopShort 25 1: 450..450 1400..1400 4650; {"at":{"x":620,"y":579.4},"stroke":14,"shareOfStroke":0.4}",
     "reliefCut; -25,0,950,1425; relief 2: -25..925 1398.5..1425 56476; {"at":{"x":919.7,"y":1419.7},"stroke":0,"shareOfStroke":0.8}",
     "trim; -25,0,950,1425; cut 3: 1.5..898.5 1.5..1398.5 107275; meet 3: 1.5..898.5 1.5..1398.5 94280; changeHands! 1: 900..900 700..700 3000; changeHands 1: 900..900 700..700 3000; gap 1.5 1: 450..450 700..700 2550; {"at":{"x":819.0,"y":1398.5},"stroke":2,"shareOfStroke":0.1}",
     "dryEdge; 0,0,900,1400; bead/24 4: 0..900 0..1400 142243; legs 12 1: 0..0 700..700 2100; {"at":{"x":440,"y":0},"stroke":1,"shareOfStroke":0.4}",
     "maskFrame; 0,0,900,1400; bead/24 4: 0..900 0..1400 142243; legs 12 1: 0..0 700..700 2100; {"at":{"x":440,"y":0},"stroke":1,"shareOfStroke":0.4}",
     "bead; 0,0,900,1400; bead/24 4: 0..900 0..1400 142243; legs 12 1: 0..0 700..700 2100; {"at":{"x":440,"y":0},"stroke":1,"shareOfStroke":0.4}",
     "beadCheck; 0,0,900,1400; bead/24 4: 0..900 0..1400 142243; legs 12 1: 0..0 700..700 2100; {"at":{"x":440,"y":0},"stroke":1,"shareOfStroke":0.4}",
   ]
  `);
});

test('spliced upright', () => {
  expect(
    unlikePlain(
      paneToFitForTest({
        pane: { widthMm: 2300, heightMm: 2000, handle: null },
        piece: { panels: 2 },
        more: {
          seams: [{ axis: 'vertical', seamMm: 1150, edgeMm: 1160, overlapMm: 20 }],
          factoryEdges: ['right', null],
        },
      }),
    ),
  ).toMatchInlineSnapshot(`
   [
     "0 as on a plain pane",
     "scrape; scrape/120 19: 60..1090 0..2000 7140358; {"at":{"x":460.5,"y":1200},"stroke":7,"shareOfStroke":0.6}",
     "scrub; wet/150 15: 75..1075 0..2000 3820268; {"at":{"x":432.1,"y":2000},"stroke":5,"shareOfStroke":1}",
     "wipeFrame; bead 1: 0..2300 0..2000 43743; {"at":{"x":2300,"y":1140},"stroke":0,"shareOfStroke":0.4}",
     "rinse; wet/150 15: 75..1075 0..2000 3820268; {"at":{"x":432.1,"y":2000},"stroke":5,"shareOfStroke":1}",
     "wetGlass 1; wet/150 15: 75..1075 0..2000 3820268; {"at":{"x":432.1,"y":2000},"stroke":5,"shareOfStroke":1}",
     "partLiner 1; tape! 1: 0..0 0..0 0; startHere 1: 0..0 0..0 0",
     "wetAdhesive 1; tape! 1: 0..0 0..0 0; startHere 1: 0..0 0..0 0",
     "hang 1; -25,-25,1175,2050; start 1: 1150..1150 0..2000 9321; factoryEdge 1: 1150..1150 1000..1000 4150; roll 1: 575..575 0..2000 16179; mark! 2: 1160..1160 0..2000 9343; seamAt 1160 1: 1160..1160 0..0 1160; {"at":{"x":575,"y":800},"stroke":0,"shareOfStroke":0.4}",
     "square 1; -25,-25,1175,2050; start 1: 1150..1150 0..2000 9321; factoryEdge 1: 1150..1150 1000..1000 4150; gap 1.5 1: 1150..1150 1000..1000 4150",
     "wetFace 1; -25,-25,1175,2050; wet/150 15: 75..1075 0..2000 3820268; {"at":{"x":432.1,"y":2000},"stroke":5,"shareOfStroke":1}",
     "anchorStroke 1; -25,-25,1175,2050; start 1: 1150..1150 0..2000 9321; factoryEdge 1: 1150..1150 1000..1000 4150; set/150 2: 25..1150 100..1975 35196; stopShort 25 1: 575..575 2000..2000 6575; {"at":{"x":575,"y":175},"stroke":1,"shareOfStroke":0.0}",
     "squeegeeFirst 1; -25,-25,1175,2050; squeegee/150 50: 25..1150 100..1900 134293304; stop 3: 25..1125 25..1975 29186; stopShort 25 1: 575..575 2000..2000 6575; {"at":{"x":25,"y":775},"stroke":19,"shareOfStroke":1}",
     "reliefCut 1; -25,-25,1175,2050; relief 2: -25..1.5 -25..2025 48843; {"at":{"x":-19.7,"y":-19.7},"stroke":0,"shareOfStroke":0.8}",
     "trim 1; -25,-25,1175,2050; cut 3: 1.5..1148.5 1.5..1998.5 134890; meet 3: 1.5..1148.5 1.5..1998.5 94299; gap 1.5 1: 575..575 1000..1000 3575; {"at":{"x":579.0,"y":1998.5},"stroke":2,"shareOfStroke":0.5}",
     "wetGlass 2; 0,0,1150,2000; wet/150 15: 1225..2225 0..2000 4957946; {"at":{"x":1582.1,"y":2000},"stroke":5,"shareOfStroke":1}",
     "partLiner 2; 0,0,1150,2000; tape! 1: 1150..1150 0..0 1150; startHere 1: 1150..1150 0..0 1150",
     "wetAdhesive 2; 0,0,1150,2000; tape! 1: 1150..1150 0..0 1150; startHere 1: 1150..1150 0..0 1150",
     "hang 2; 0,0,1150,2000 1150,-25,1175,2050; roll 1: 1725..1725 0..2000 21107; mark! 2: 1160..1160 0..2000 9343; seamAt 1160 1: 1160..1160 0..0 1160; {"at":{"x":1725,"y":800},"stroke":0,"shareOfStroke":0.4}",
     "square 2; 0,0,1150,2000 1150,-25,1175,2050",
     "wetFace 2; 0,0,1150,2000 1150,-25,1175,2050; wet/150 15: 1225..2225 0..2000 4957946; {"at":{"x":1582.1,"y":2000},"stroke":5,"shareOfStroke":1}",
     "anchorStroke 2; 0,0,1150,2000 1150,-25,1175,2050; set/150 2: 1150..2275 100..1975 49382; stopShort 25 1: 1725..1725 2000..2000 7725; {"at":{"x":1725,"y":175},"stroke":1,"shareOfStroke":0.0}",
     "squeegeeFirst 2; 0,0,1150,2000 1150,-25,1175,2050; squeegee/150 50: 1150..2275 100..1900 165389375; stop 3: 1175..2275 25..1975 43729; stopShort 25 1: 1725..1725 2000..2000 7725; {"at":{"x":1150,"y":775},"stroke":19,"shareOfStroke":1}",
     "reliefCut 2; 0,0,1150,2000 1150,-25,1175,2050; relief 2: 2298.5..2325 -25..2025 77740; {"at":{"x":2319.7,"y":-19.7},"stroke":0,"shareOfStroke":0.8}",
     "trim 2; 0,0,1150,2000 1150,-25,1175,2050; cut 3: 1151.5..2298.5 1.5..1998.5 217293; meet 3: 1151.5..2298.5 1.5..1998.5 290012; gap 1.5 1: 1725..1725 1000..1000 4725; {"at":{"x":2298.5,"y":570.9},"stroke":2,"shareOfStroke":0.3}",
     "seamCut 2; 0,0,1150,2000 1150,0,1150,2000; seam 1: 1150..1150 0..2000 18643; mark! 2: 1150..1150 0..2000 9321; moveStraightEdge! 1: 1150..1150 1000..1000 4150; straightEdge 2 1: 1150..1150 2000..2000 7150; overlap 20 1: 1150..1150 0..0 1150; {"at":{"x":1150,"y":800},"stroke":0,"shareOfStroke":0.4}",
     "seamClose 2; 0,0,1150,2000 1150,0,1150,2000; seam 1: 1150..1150 0..2000 18643; {"at":{"x":1150,"y":800},"stroke":0,"shareOfStroke":0.4}",
     "squeegeeSecond; 0,0,1150,2000 1150,0,1150,2000; squeegee/150 52: 0..2300 75..1925 168595514; {"at":{"x":2070,"y":815},"stroke":20,"shareOfStroke":0.8}",
     "wick; 0,0,1150,2000 1150,0,1150,2000; wick/80 104: 0..2300 0..2000 1448707150; wickFrom 50 1: 1150..1150 0..0 1150; {"at":{"x":20,"y":1120},"stroke":41,"shareOfStroke":0.6}",
     "washFace; 0,0,1150,2000 1150,0,1150,2000; wet/150 15: 75..1075 0..2000 3820268; {"at":{"x":432.1,"y":2000},"stroke":5,"shareOfStroke":1}",
     "drySill; 0,0,1150,2000 1150,0,1150,2000",
     "lookAgain; 0,0,1150,2000 1150,0,1150,2000; look 1: 0..2300 0..2000 43743; {"at":{"x":2300,"y":1140},"stroke":0,"shareOfStroke":0.4}",
     "inspect; 0,0,1150,2000 1150,0,1150,2000; look 1: 0..2300 0..2000 43743; {"at":{"x":2300,"y":1140},"stroke":0,"shareOfStroke":0.4}",
     "brief; 0,0,1150,2000 1150,0,1150,2000",
   ]
  `);
});

test('spliced level, butted, in three', () => {
  expect(
    unlikePlain(
      paneToFitForTest({
        pane: { widthMm: 1400, heightMm: 3000 },
        piece: { panels: 3, seamWay: 'butt' },
        more: {
          seams: [
            { axis: 'horizontal', seamMm: 1000, edgeMm: 1000, overlapMm: 0 },
            { axis: 'horizontal', seamMm: 2000, edgeMm: 2000, overlapMm: 0 },
          ],

          factoryEdges: [null, null, null],
        },
      }),
    ),
  ).toMatchInlineSnapshot(`
   [
     "0 as on a plain pane",
     "scrape; scrape/120 23: 60..1340 0..1000 7814283; {"at":{"x":583.6,"y":200},"stroke":9,"shareOfStroke":0.2}",
     "scrub; wet/150 18: 75..1325 0..1000 4023311; {"at":{"x":589.7,"y":200},"stroke":7,"shareOfStroke":0.2}",
     "wipeFrame; bead 1: 0..1400 0..3000 55657; {"at":{"x":1400,"y":2120},"stroke":0,"shareOfStroke":0.4}",
     "rinse; wet/150 18: 75..1325 0..1000 4023311; {"at":{"x":589.7,"y":200},"stroke":7,"shareOfStroke":0.2}",
     "wetGlass 1; wet/150 18: 75..1325 0..1000 4023311; {"at":{"x":589.7,"y":200},"stroke":7,"shareOfStroke":0.2}",
     "partLiner 1; tape! 1: 0..0 0..0 0; startHere 1: 0..0 0..0 0",
     "wetAdhesive 1; tape! 1: 0..0 0..0 0; startHere 1: 0..0 0..0 0",
     "hang 1; -25,-25,1450,1025; mark! 2: 0..1400 1000..1000 8029; seamAt 1000 1: 0..0 1000..1000 3000",
     "square 1; -25,-25,1450,1025",
     "wetFace 1; -25,-25,1450,1025; wet/150 18: 75..1325 0..1000 4023311; {"at":{"x":589.7,"y":200},"stroke":7,"shareOfStroke":0.2}",
     "anchorStroke 1; -25,-25,1450,1025; set/150 2: 25..1375 100..1000 24193; {"at":{"x":925,"y":100},"stroke":0,"shareOfStroke":0.6}",
     "squeegeeFirst 1; -25,-25,1450,1025; squeegee/150 24: 25..1375 100..925 9835021; stop 3: 25..1375 25..975 14914; {"at":{"x":295,"y":400},"stroke":9,"shareOfStroke":0.6}",
     "reliefCut 1; -25,-25,1450,1025; relief 2: -25..1425 -25..1.5 10981; {"at":{"x":-19.7,"y":-19.7},"stroke":0,"shareOfStroke":0.8}",
     "trim 1; -25,-25,1450,1025; cut 3: 1.5..1398.5 1.5..998.5 65405; meet 3: 1.5..1398.5 1.5..998.5 70294; changeHands! 1: 1400..1400 500..500 2900; changeHands 1: 1400..1400 500..500 2900; gap 1.5 1: 700..700 500..500 2200; {"at":{"x":1304.1,"y":1.5},"stroke":1,"shareOfStroke":0.6}",
     "wetGlass 2; 0,0,1400,1000; wet/150 18: 75..1325 1000..2000 8822882; {"at":{"x":589.7,"y":1200},"stroke":7,"shareOfStroke":0.2}",
     "partLiner 2; 0,0,1400,1000; tape! 1: 0..0 1000..1000 3000; startHere 1: 0..0 1000..1000 3000",
     "wetAdhesive 2; 0,0,1400,1000; tape! 1: 0..0 1000..1000 3000; startHere 1: 0..0 1000..1000 3000",
     "hang 2; 0,0,1400,1000 -25,1000,1450,1000; mark! 4: 0..1400 1000..2000 26314; seamAt 1000 1: 0..0 1000..1000 3000; seamAt 2000 1: 0..0 2000..2000 6000",
     "square 2; 0,0,1400,1000 -25,1000,1450,1000",
     "wetFace 2; 0,0,1400,1000 -25,1000,1450,1000; wet/150 18: 75..1325 1000..2000 8822882; {"at":{"x":589.7,"y":1200},"stroke":7,"shareOfStroke":0.2}",
     "anchorStroke 2; 0,0,1400,1000 -25,1000,1450,1000; set/150 2: 25..1375 1075..2000 60868; {"at":{"x":935,"y":1075},"stroke":0,"shareOfStroke":0.6}",
     "squeegeeFirst 2; 0,0,1400,1000 -25,1000,1450,1000; squeegee/150 26: 25..1375 1075..1925 25190007; stop 2: 25..1375 1025..1975 25643; {"at":{"x":970,"y":1429.1},"stroke":10,"shareOfStroke":0.4}",
     "reliefCut 2; 0,0,1400,1000 -25,1000,1450,1000",
     "trim 2; 0,0,1400,1000 -25,1000,1450,1000; cut 2: 1.5..1398.5 1001.5..1998.5 75114; meet 2: 1.5..1398.5 1001.5..1998.5 89833; changeHands! 1: 1400..1400 1500..1500 5900; changeHands 1: 1400..1400 1500..1500 5900; gap 1.5 1: 700..700 1500..1500 5200; {"at":{"x":1398.5,"y":1799.1},"stroke":0,"shareOfStroke":0.9}",
     "seamButt 2; 0,0,1400,1000 0,1000,1400,1000; seam 1: 0..1400 1000..1000 16057; {"at":{"x":560,"y":1000},"stroke":0,"shareOfStroke":0.4}",
     "wetGlass 3; 0,0,1400,1000 0,1000,1400,1000; wet/150 18: 75..1325 2000..3000 13622454; {"at":{"x":589.7,"y":2200},"stroke":7,"shareOfStroke":0.2}",
     "partLiner 3; 0,0,1400,1000 0,1000,1400,1000; tape! 1: 0..0 2000..2000 6000; startHere 1: 0..0 2000..2000 6000",
     "wetAdhesive 3; 0,0,1400,1000 0,1000,1400,1000; tape! 1: 0..0 2000..2000 6000; startHere 1: 0..0 2000..2000 6000",
     "hang 3; 0,0,1400,1000 0,1000,1400,1000 -25,2000,1450,1025; mark! 2: 0..1400 2000..2000 14457; seamAt 2000 1: 0..0 2000..2000 6000",
     "square 3; 0,0,1400,1000 0,1000,1400,1000 -25,2000,1450,1025",
     "wetFace 3; 0,0,1400,1000 0,1000,1400,1000 -25,2000,1450,1025; wet/150 18: 75..1325 2000..3000 13622454; {"at":{"x":589.7,"y":2200},"stroke":7,"shareOfStroke":0.2}",
     "anchorStroke 3; 0,0,1400,1000 0,1000,1400,1000 -25,2000,1450,1025; set/150 2: 25..1375 2075..2975 97832; stopShort 25 1: 700..700 3000..3000 9700; {"at":{"x":925,"y":2075},"stroke":0,"shareOfStroke":0.6}",
     "squeegeeFirst 3; 0,0,1400,1000 0,1000,1400,1000 -25,2000,1450,1025; squeegee/150 24: 25..1375 2075..2900 30457407; stop 3: 25..1375 2025..2975 71743; stopShort 25 1: 700..700 3000..3000 9700; {"at":{"x":295,"y":2375},"stroke":9,"shareOfStroke":0.6}",
     "reliefCut 3; 0,0,1400,1000 0,1000,1400,1000 -25,2000,1450,1025; relief 2: -25..1425 2998.5..3025 118276; {"at":{"x":1419.7,"y":3019.7},"stroke":0,"shareOfStroke":0.8}",
     "trim 3; 0,0,1400,1000 0,1000,1400,1000 -25,2000,1450,1025; cut 3: 1.5..1398.5 2001.5..2998.5 294046; meet 3: 1.5..1398.5 2001.5..2998.5 331494; changeHands! 1: 1400..1400 2500..2500 8900; changeHands 1: 1400..1400 2500..2500 8900; gap 1.5 1: 700..700 2500..2500 8200; {"at":{"x":1039.1,"y":2998.5},"stroke":2,"shareOfStroke":0.2}",
     "seamButt 3; 0,0,1400,1000 0,1000,1400,1000 0,2000,1400,1000; seam 1: 0..1400 2000..2000 28914; {"at":{"x":560,"y":2000},"stroke":0,"shareOfStroke":0.4}",
     "squeegeeSecond; 0,0,1400,1000 0,1000,1400,1000 0,2000,1400,1000; squeegee/150 78: 0..1400 75..2925 723663571; {"at":{"x":560,"y":1200},"stroke":31,"shareOfStroke":0.2}",
     "wick; 0,0,1400,1000 0,1000,1400,1000 0,2000,1400,1000; wick/80 108: 0..1400 0..3000 1988865929; wickFrom 50 1: 700..700 0..0 700; {"at":{"x":40,"y":2131.1},"stroke":43,"shareOfStroke":0.2}",
     "washFace; 0,0,1400,1000 0,1000,1400,1000 0,2000,1400,1000; wet/150 18: 75..1325 0..1000 4023311; {"at":{"x":589.7,"y":200},"stroke":7,"shareOfStroke":0.2}",
     "drySill; 0,0,1400,1000 0,1000,1400,1000 0,2000,1400,1000",
     "lookAgain; 0,0,1400,1000 0,1000,1400,1000 0,2000,1400,1000; look 1: 0..1400 0..3000 55657; {"at":{"x":1400,"y":2120},"stroke":0,"shareOfStroke":0.4}",
     "inspect; 0,0,1400,1000 0,1000,1400,1000 0,2000,1400,1000; look 1: 0..1400 0..3000 55657; {"at":{"x":1400,"y":2120},"stroke":0,"shareOfStroke":0.4}",
     "brief; 0,0,1400,1000 0,1000,1400,1000 0,2000,1400,1000",
   ]
  `);
});

test('an arch, and a raked pane', () => {
  expect(unlikePlain(paneToFitForTest({ pane: { widthMm: 600, heightMm: 900 }, more: { outline: ARCH } })))
    .toMatchInlineSnapshot(`
   [
     "2 as on a plain pane",
     "scrape; scrape/120 9: 60..540 0..900 489857; {"at":{"x":240,"y":540},"stroke":3,"shareOfStroke":0.6}",
     "scrub; wet/150 7: 75..525 0..900 270000; {"at":{"x":225,"y":720},"stroke":2,"shareOfStroke":0.8}",
     "wipeFrame; bead 1: 0..600 0..724.3 118423; {"at":{"x":600,"y":444.4},"stroke":0,"shareOfStroke":0.4}",
     "rinse; wet/150 7: 75..525 0..900 270000; {"at":{"x":225,"y":720},"stroke":2,"shareOfStroke":0.8}",
     "wetGlass; wet/150 7: 75..525 0..900 270000; {"at":{"x":225,"y":720},"stroke":2,"shareOfStroke":0.8}",
     "hang; -25,-25,650,950; roll 1: 300..300 0..900 7457; {"at":{"x":300,"y":360},"stroke":0,"shareOfStroke":0.4}",
     "square; -25,-25,650,950",
     "wetFace; -25,-25,650,950; wet/150 7: 75..525 0..900 270000; {"at":{"x":225,"y":720},"stroke":2,"shareOfStroke":0.8}",
     "anchorStroke; -25,-25,650,950; set/150 2: 25..575 100..875 17500; stopShort 25 1: 300..300 900..900 3000; {"at":{"x":555,"y":100},"stroke":0,"shareOfStroke":0.9}",
     "squeegeeFirst; -25,-25,650,950; squeegee/150 22: 25..575 100..800 5918839; stop 4: 25..575 25..875 21571; stopShort 25 1: 300..300 900..900 3000; {"at":{"x":552.0,"y":380},"stroke":8,"shareOfStroke":0.9}",
     "reliefCut; -25,-25,650,950",
     "trim; -25,-25,650,950; cut 1: 1.5..598.5 1.5..722.8 118868; changeHands! 1: 600..600 450..450 1950; changeHands 1: 600..600 450..450 1950; gap 1.5 1: 300..300 450..450 1650; {"at":{"x":598.5,"y":444.3},"stroke":0,"shareOfStroke":0.4}",
     "squeegeeSecond; 0,0,600,900; squeegee/150 22: 0..600 75..825 6017669; {"at":{"x":288.7,"y":375},"stroke":9,"shareOfStroke":0.0}",
     "wick; 0,0,600,900; wick/80 36: 0..600 0..900 26683792; wickFrom 50 1: 300..300 0..0 300; {"at":{"x":30,"y":598},"stroke":14,"shareOfStroke":0.4}",
     "washFace; 0,0,600,900; wet/150 7: 75..525 0..900 270000; {"at":{"x":225,"y":720},"stroke":2,"shareOfStroke":0.8}",
     "drySill; 0,0,600,900",
     "lookAgain; 0,0,600,900; look 1: 0..600 0..724.3 118423; {"at":{"x":600,"y":444.4},"stroke":0,"shareOfStroke":0.4}",
     "inspect; 0,0,600,900; look 1: 0..600 0..724.3 118423; {"at":{"x":600,"y":444.4},"stroke":0,"shareOfStroke":0.4}",
     "brief; 0,0,600,900",
   ]
  `);
  expect(unlikePlain(paneToFitForTest({ pane: { widthMm: 700, heightMm: 1000 }, more: { outline: RAKED } })))
    .toMatchInlineSnapshot(`
   [
     "2 as on a plain pane",
     "scrape; scrape/120 11: 60..640 0..1000 902456; {"at":{"x":292,"y":400},"stroke":4,"shareOfStroke":0.4}",
     "scrub; wet/150 9: 75..625 0..1000 549825; {"at":{"x":281.2,"y":600},"stroke":3,"shareOfStroke":0.6}",
     "wipeFrame; bead 1: 0..700 0..1000 24314; {"at":{"x":700,"y":503.0},"stroke":0,"shareOfStroke":0.4}",
     "rinse; wet/150 9: 75..625 0..1000 549825; {"at":{"x":281.2,"y":600},"stroke":3,"shareOfStroke":0.6}",
     "wetGlass; wet/150 9: 75..625 0..1000 549825; {"at":{"x":281.2,"y":600},"stroke":3,"shareOfStroke":0.6}",
     "hang; -25,-25,750,1050; roll 1: 350..350 0..1000 8357; {"at":{"x":350,"y":400},"stroke":0,"shareOfStroke":0.4}",
     "square; -25,-25,750,1050",
     "wetFace; -25,-25,750,1050; wet/150 9: 75..625 0..1000 549825; {"at":{"x":281.2,"y":600},"stroke":3,"shareOfStroke":0.6}",
     "anchorStroke; -25,-25,750,1050; set/150 2: 25..675 100..975 19421; stopShort 25 1: 350..350 1000..1000 3350; {"at":{"x":635,"y":100},"stroke":0,"shareOfStroke":0.9}",
     "squeegeeFirst; -25,-25,750,1050; squeegee/150 24: 25..675 100..900 8465119; stop 4: 25..675 25..975 24200; stopShort 25 1: 350..350 1000..1000 3350; {"at":{"x":271.0,"y":463.6},"stroke":11,"shareOfStroke":0.2}",
     "reliefCut; -25,-25,750,1050; relief 4: -25..725 -25..1025 112887; {"at":{"x":714.4,"y":-14.4},"stroke":1,"shareOfStroke":0.6}",
     "trim; -25,-25,750,1050; cut 1: 1.5..698.5 2.3..998.5 24325; changeHands! 1: 700..700 500..500 2200; changeHands 1: 700..700 500..500 2200; gap 1.5 1: 350..350 500..500 1850; {"at":{"x":698.5,"y":503.5},"stroke":0,"shareOfStroke":0.4}",
     "squeegeeSecond; 0,0,700,1000; squeegee/150 26: 0..700 75..925 10711741; {"at":{"x":453.7,"y":500},"stroke":12,"shareOfStroke":0.2}",
     "wick; 0,0,700,1000; wick/80 40: 0..700 0..1000 40401229; wickFrom 50 1: 350..350 0..0 350; {"at":{"x":0,"y":614.5},"stroke":15,"shareOfStroke":1}",
     "washFace; 0,0,700,1000; wet/150 9: 75..625 0..1000 549825; {"at":{"x":281.2,"y":600},"stroke":3,"shareOfStroke":0.6}",
     "drySill; 0,0,700,1000",
     "lookAgain; 0,0,700,1000; look 1: 0..700 0..1000 24314; {"at":{"x":700,"y":503.0},"stroke":0,"shareOfStroke":0.4}",
     "inspect; 0,0,700,1000; look 1: 0..700 0..1000 24314; {"at":{"x":700,"y":503.0},"stroke":0,"shareOfStroke":0.4}",
     "brief; 0,0,700,1000",
   ]
  `);
});

test('bench cut, with lead, free at two sides', () => {
  expect(
    unlikePlain(
      paneToFitForTest({
        piece: { school: 'bench' },
        more: {
          leading: { pattern: 'diamonds', acrossMm: 200, alongMm: 300 },
          freeSides: [
            { side: 'top', fromEdgeMm: 300, overFloorMm: 1500 },
            { side: 'left', fromEdgeMm: 40, overFloorMm: null },
          ],
        },
      }),
    ),
  ).toMatchInlineSnapshot(`
   [
     "14 as on a plain pane",
     "testFit; gap 1: 0..900 0..1400 13586",
     "hang; 0,0,900,1400; roll 1: 450..450 0..1400 11529; {"at":{"x":450,"y":560},"stroke":0,"shareOfStroke":0.4}",
     "square; 0,0,900,1400; gap 1: 1.5..898.5 1.5..1398.5 13593; gap 1.5 1: 450..450 1400..1400 4650",
     "wetFace; 0,0,900,1400; wet/150 11: 75..825 0..1400 1239386; {"at":{"x":375,"y":560},"stroke":4,"shareOfStroke":0.4}",
     "anchorStroke; 0,0,900,1400; set/150 2: 0..900 75..1400 25554; {"at":{"x":890,"y":75},"stroke":0,"shareOfStroke":0.9}",
     "squeegeeFirst; 0,0,900,1400; squeegee/150 36: 0..900 75..1325 37257686; {"at":{"x":630,"y":589.7},"stroke":14,"shareOfStroke":0.4}",
   ]
  `);
});

test('a band cut level, squares of lead, round corners', () => {
  expect(
    unlikePlain(
      paneToFitForTest({
        pane: { cornerRadiusMm: 40 },
        more: {
          leading: { pattern: 'squares', acrossMm: 300, alongMm: 400 },
          freeSides: [
            { side: 'bottom', fromEdgeMm: 500, overFloorMm: 900 },
            { side: 'right', fromEdgeMm: 60, overFloorMm: null },
          ],
        },
      }),
    ),
  ).toMatchInlineSnapshot(`
   [
     "20 as on a plain pane",
     "trim; -25,-25,950,1450; cut 2: 1.5..763.5 1.5..1398.5 49634; meet 2: 1.5..898.5 1.5..136.5 10696; level 2: 0..900 0..1400 102257; changeHands! 1: 900..900 700..700 3000; changeHands 1: 900..900 700..700 3000; level bottom 500 900 1: 450..450 1400..1400 4650; level right 60 null 1: 900..900 700..700 3000; gap 1.5 1: 450..450 700..700 2550; {"at":{"x":900,"y":940.6},"stroke":2,"shareOfStroke":0.6}",
   ]
  `);
});

test('glass block, the second face', () => {
  expect(
    unlikePlain(
      paneToFitForTest({
        pane: {
          widthMm: 610,
          heightMm: 400,
          glass: 'glassBlock',
          blocks: { across: 3, down: 2, faceMm: 190, jointMm: 10, cornerRadiusMm: 12 },
        },
        film: { kind: 'frosted' },
        piece: { school: 'plotted' },
      }),
      4,
    ),
  ).toMatchInlineSnapshot(`
   [
     "0 as on a plain pane",
     "scrape;  of 6; scrape/120 3: 268.3..341.7 205..395 31505; {"at":{"x":305.0,"y":243},"stroke":1,"shareOfStroke":0.2}",
     "scrub;  of 6; wet/150 2: 283.3..326.7 205..395 15264; {"at":{"x":283.3,"y":357},"stroke":0,"shareOfStroke":0.8}",
     "wipeFrame;  of 6; bead 1: 0..610 0..400 9477; {"at":{"x":610,"y":198},"stroke":0,"shareOfStroke":0.4}",
     "testFit;  of 6; gap 1: 208.3..401.7 205..395 7310",
     "rinse;  of 6; wet/150 2: 283.3..326.7 205..395 15264; {"at":{"x":283.3,"y":357},"stroke":0,"shareOfStroke":0.8}",
     "wetGlass;  of 6; wet/150 2: 283.3..326.7 205..395 15264; {"at":{"x":283.3,"y":357},"stroke":0,"shareOfStroke":0.8}",
     "partLiner;  of 6; tape! 1: 208.3..208.3 205..205 823; startHere 1: 208.3..208.3 205..205 823",
     "wetAdhesive;  of 6; tape! 1: 208.3..208.3 205..205 823; startHere 1: 208.3..208.3 205..205 823",
     "hang; 208.3,205,193.3,190 of 6",
     "square; 208.3,205,193.3,190 of 6; gap 1: 209.8..400.2 206.5..393.5 7316; gap 1.5 1: 305..305 395..395 1490",
     "wetFace; 208.3,205,193.3,190 of 6; wet/150 2: 283.3..326.7 205..395 15264; {"at":{"x":283.3,"y":357},"stroke":0,"shareOfStroke":0.8}",
     "anchorStroke; 208.3,205,193.3,190 of 6; set/150 2: 208.3..401.7 252.5..395 15065; {"at":{"x":342.6,"y":252.5},"stroke":0,"shareOfStroke":0.6}",
     "squeegeeFirst; 208.3,205,193.3,190 of 6; squeegee/150 4: 208.3..401.7 280..320 54756; {"at":{"x":247.0,"y":280},"stroke":1,"shareOfStroke":0.5}",
     "comeBack; 208.3,205,193.3,190 of 6; look 1: 208.3..401.7 205..395 14619; {"at":{"x":401.6,"y":318.3},"stroke":0,"shareOfStroke":0.3}",
     "squeegeeSecond; 208.3,205,193.3,190 of 6; squeegee/150 4: 208.3..401.7 280..320 54756; {"at":{"x":247.0,"y":280},"stroke":1,"shareOfStroke":0.5}",
     "wick; 208.3,205,193.3,190 of 6; wick/80 22: 0..610 0..400 3697612; wickFrom 50 1: 305..305 0..0 305; {"at":{"x":10,"y":160},"stroke":8,"shareOfStroke":0.8}",
     "washFace; 208.3,205,193.3,190 of 6; wet/150 2: 283.3..326.7 205..395 15264; {"at":{"x":283.3,"y":357},"stroke":0,"shareOfStroke":0.8}",
     "drySill; 208.3,205,193.3,190 of 6",
     "lookAgain; 208.3,205,193.3,190 of 6; look 1: 208.3..401.7 205..395 14619; {"at":{"x":401.6,"y":318.3},"stroke":0,"shareOfStroke":0.3}",
     "inspect; 208.3,205,193.3,190 of 6; look 1: 208.3..401.7 205..395 14619; {"at":{"x":401.6,"y":318.3},"stroke":0,"shareOfStroke":0.3}",
     "brief; 208.3,205,193.3,190 of 6",
   ]
  `);
});

test('dry perforated, and cling by a learner', () => {
  expect(unlikePlain(paneToFitForTest({ film: { kind: 'perforated', dry: true } }))).toMatchInlineSnapshot(`
   [
     "13 as on a plain pane",
   ]
  `);
  expect(
    unlikePlain(paneToFitForTest({ film: { kind: 'frosted', hold: 'cling' }, site: { skill: 'learner' } })),
  ).toMatchInlineSnapshot(`
   [
     "20 as on a plain pane",
     "hang; -25,-25,950,1450",
   ]
  `);
});
