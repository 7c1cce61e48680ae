import { unevenHouse, withThumbSlips } from '../../testing/unevenHouse.ts';
import { sizeAlong } from './evidence.ts';
import { doubtsOfSurvey } from './doubts.ts';
import { learnUnevenness, unevennessByWall } from './house.ts';
import type { SizedPane, SurveyedPane } from './surveyed.ts';

const RULES = { sisterToleranceMm: 4, agreementMm: 2, twinToleranceMm: 4 };
const PRIOR_MM = 4 / 3.9;
const sized = (panes: readonly SurveyedPane[]): SizedPane[] =>
  panes.map((pane) => ({
    ...pane,
    widthMm: sizeAlong('width', pane.readings),
    heightMm: sizeAlong('height', pane.readings),
  }));
const learnt = (panes: readonly SurveyedPane[]) => learnUnevenness(sized(panes), RULES);

test.each([1, 2.5, 4])('a house uneven by %d mm is learnt as such, with and without slips', (unevenMm) => {
  const house = unevenHouse(600, unevenMm, 7);
  // The tape, and rounding to the millimetre, scatter too.
  const expected = Math.hypot(unevenMm, 0.5, 0.29);
  for (const panes of [house.panes, withThumbSlips(house, unevenMm, 7).panes]) {
    const { sisters } = learnt(panes);
    expect(sisters / expected).toBeGreaterThan(0.8);
    expect(sisters / expected).toBeLessThan(1.2);
  }
});

test('before anything is known, and from too little, the house rules hold', () => {
  expect(learnt([]).sisters).toBeCloseTo(PRIOR_MM, 9);
  const one = unevenHouse(40, 4, 3)
    .panes.filter(({ readings }) => readings.widthMiddle)
    .slice(0, 3);
  expect(learnt(one).sisters).toBeCloseTo(PRIOR_MM, 9);
  const four = unevenHouse(40, 4, 3)
    .panes.filter(({ readings }) => readings.widthMiddle)
    .slice(0, 4);
  expect(learnt(four).sisters).toBeGreaterThan(PRIOR_MM * 1.5);
});

test('a wall with enough on it speaks for itself, others go by the house', () => {
  const even = unevenHouse(300, 0.5, 5).panes.map((pane) => ({
    ...pane,
    wallId: 'even',
    id: `e ${pane.id}`,
  }));
  const old = unevenHouse(300, 4, 6).panes.map((pane) => ({ ...pane, wallId: 'old', id: `o ${pane.id}` }));
  const [few] = unevenHouse(1, 4, 9).panes.map((pane) => ({ ...pane, wallId: 'few' }));
  if (!few) throw new Error('a house has a pane');
  const { house, ofWall } = unevennessByWall(sized([...even, ...old, few]), RULES);
  expect(ofWall('even').sisters).toBeLessThan(house.sisters);
  expect(ofWall('old').sisters).toBeGreaterThan(house.sisters);
  expect(Math.abs(ofWall('old').sisters - Math.hypot(4, 0.5))).toBeLessThan(0.6);
  expect(ofWall('few')).toEqual(house);
  expect(ofWall('nowhere')).toEqual(house);
});

test('diagonals and panes said to be alike teach what they scatter by', () => {
  const { panes } = unevenHouse(120, 0.5, 2);
  const { diagonals, twins } = learnt(panes);
  expect(diagonals).toBeCloseTo(5 / 3.9, 9);
  const wide = panes.map((pane, at) => {
    const { widthTop, heightLeft } = pane.readings;
    const square = Math.hypot(widthTop?.mm ?? 0, heightLeft?.mm ?? 0) + (at % 5) * 4 - 8;
    const read = widthTop && { ...widthTop, mm: square };
    return { ...pane, readings: { ...pane.readings, diagonalDown: read, diagonalUp: read } };
  });
  expect(learnt(wide).diagonals).toBeGreaterThan(4);
  const off = panes.map((pane, at) => ({
    ...pane,
    twinSet: `set ${Math.floor(at / 10)}`,
    readings: {
      ...pane.readings,
      ...Object.fromEntries(
        (
          ['widthTop', 'widthMiddle', 'widthBottom', 'heightLeft', 'heightMiddle', 'heightRight'] as const
        ).map((place) => {
          const reading = pane.readings[place];
          return [place, reading && { ...reading, mm: 1000 + (at % 5) * 4 - 8 }];
        }),
      ),
    },
  }));
  expect(learnt(off).twins).toBeGreaterThan(twins * 2);
});

/* What is asked about, over many houses as people measure them: never more than one right pane in forty. */
test.each([1, 2.5, 4])(
  'in houses uneven by %d mm right panes are left in peace, and slips are caught',
  (unevenMm) => {
    const asked = { right: 0, of: 0 };
    const caught = { threes: { found: 0, put: 0 }, twice: { found: 0, put: 0 }, alike: { found: 0, put: 0 } };
    for (let seed = 1; seed <= 12; seed += 1) {
      const house = unevenHouse(300, unevenMm, seed);
      asked.right += new Set(doubtsOfSurvey(house.panes, RULES).map(({ paneId }) => paneId)).size;
      asked.of += house.panes.length;
      const { panes, put } = withThumbSlips(house, unevenMm, seed);
      const found = new Set(doubtsOfSurvey(panes, RULES).map(({ paneId }) => paneId));
      for (const { paneId } of put) {
        const read = house.read.get(paneId);
        if (!read || (read.way === 'once' && read.alike < 3)) continue;
        const count = caught[read.way === 'once' ? 'alike' : read.way];
        count.found += found.has(paneId) ? 1 : 0;
        count.put += 1;
      }
    }
    const share = ({ found, put }: { found: number; put: number }) => found / put;
    expect(asked.right / asked.of).toBeLessThan(0.025);
    expect(share(caught.threes)).toBeGreaterThanOrEqual(0.95);
    expect(share(caught.twice)).toBeGreaterThanOrEqual(0.97);
    expect(share(caught.alike)).toBeGreaterThanOrEqual(0.8);
  },
);
