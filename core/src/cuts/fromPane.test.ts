import type { Film } from '../film/index.ts';
import { DEFAULT_RULE_SETS, SEAM_LOOKS, type RuleSet } from '../rules/index.ts';
import { recordsForTest, silverForTest } from '../testing/index.ts';
import type { Pane, PaneSizes } from '../survey/index.ts';
import { filmForPlan } from './fromFilm.ts';
import {
  askedOfFilm,
  coveredPartsOf,
  divisionOf,
  paneForPlan,
  planRulesOf,
  type MeasuredPane,
} from './fromPane.ts';

const [usual] = DEFAULT_RULE_SETS;
if (!usual) throw new Error('no rules');
const rulesWith = (cutting: Partial<RuleSet['cutting']>): RuleSet => ({
  ...usual,
  cutting: { ...usual.cutting, ...cutting },
});
const pane = recordsForTest().pane['p1'] as Pane;
const sizes: PaneSizes = {
  cutting: { widthMm: 820, heightMm: 1326 },
  net: { widthMm: 818, heightMm: 1323 },
  outOfSquareMm: 1,
  areaMm2: 1_080_000,
  missing: [],
};
const whole = [{ topMm: 0, leftMm: 0, widthMm: 820, heightMm: 1326 }];
const measured = (changes: Partial<Pane> = {}, covered = whole): MeasuredPane => ({
  pane: { ...pane, ...changes },
  sizes,
  covered,
});
const patterned: Film = { ...silverForTest, pattern: { acrossMm: 60, alongMm: 90, drop: 'half' } };
const ownSeams = { allowed: true, axis: 'vertical' };

describe('rules of planning from house rules', () => {
  const { work } = usual.cutting;

  test('allowances and the least sizes are taken over, the gap of the factory edge is less film', () => {
    const rules = planRulesOf(
      rulesWith({
        school: 'marginAllRound',
        marginMm: 25,
        factoryEdgeGapMm: 1.5,
        seam: 'double',
        seamOverlapMm: 20,
      }),
    );
    expect(rules).toMatchObject({
      allowance: 25,
      factoryEdgeAllowance: -1.5,
      seamOverlap: 20,
      minPanel: usual.cutting.minPanelMm,
      minOffcut: { width: usual.cutting.minOffcutWidthMm, length: usual.cutting.minOffcutLengthMm },
      bookValue: usual.cutting.bookValue,
    });
  });

  test('what is cut to size on the bench has no margin, and a butt seam no overlap', () => {
    expect(planRulesOf(rulesWith({ school: 'benchCut' })).allowance).toBe(0);
    expect(planRulesOf(rulesWith({ seam: 'butt' })).seamOverlap).toBe(0);
  });

  test('handling counts by the hour', () => {
    const rules = planRulesOf(
      rulesWith({
        work: {
          ...work,
          hourlyRate: 72,
          pullSeconds: 100,
          knifeSeconds: 25,
          sliverSeconds: 50,
          sliverUnderMm: 18,
          mostSlits: 4,
          leftoverWorth: 0.3,
          extraLotCost: 9,
        },
      }),
    );
    expect(rules.work).toEqual({
      perPull: 2,
      perKnifeSetting: 0.5,
      mostSlits: 4,
      leftoverWorth: 0.3,
      sliver: { underMm: 18, cost: 1 },
      perExtraLot: 9,
      seams: SEAM_LOOKS.weighed,
    });
  });
});

describe('what a pane asks of a film', () => {
  const asked = (
    of: MeasuredPane,
    cutting: Partial<RuleSet['cutting']> = {},
    film: Film | null = silverForTest,
  ) => askedOfFilm(of, film, rulesWith({ school: 'marginAllRound', ...cutting }));

  test('is the size of what is covered, with its seams as somebody wants them', () => {
    expect(asked(measured())).toEqual({ width: 820, height: 1326, factoryEdge: 'none', seams: ownSeams });
    expect(
      asked(measured({ seams: { allowed: false, axis: 'vertical', atMm: [410], alone: false } })).seams,
    ).toEqual({
      allowed: false,
      axis: 'vertical',
      at: [410],
    });
    expect(asked(measured(), { school: 'factoryEdgeFirst' }).factoryEdge).toBe('any');
    const band = [{ topMm: 200, leftMm: 0, widthMm: 820, heightMm: 300 }];
    expect(asked(measured({}, band))).toMatchObject({ width: 820, height: 300 });
    expect(asked(measured({}, []))).toMatchObject({ width: 0, height: 0 });
  });

  test('that starts its pattern somewhere is up to a repeat more, both ways', () => {
    const start = { patternStart: { acrossMm: 10, alongMm: 20 } } as unknown as Partial<Pane>;
    expect(asked(measured(start), {}, patterned)).toMatchObject({ width: 880, height: 1416 });
    expect(asked(measured(), {}, patterned)).toMatchObject({ width: 820, height: 1326 });
    expect(asked(measured(start))).toMatchObject({ width: 820, height: 1326 });
    expect(asked(measured(start), {}, null)).toMatchObject({ width: 820, height: 1326 });
  });

  test('cut on the bench is the net size less the clearance, rounded down', () => {
    const bench = { school: 'benchCut', benchClearanceMm: 3, roundingStepMm: 0.5 } as const;
    expect(asked(measured(), bench)).toMatchObject({
      width: 815,
      height: 1320,
      factoryEdge: 'none',
      seams: ownSeams,
    });
    // A band over the whole width fits the net width, its height is its own; two bands stand for themselves.
    const band = [{ topMm: 200, leftMm: 0, widthMm: 820, heightMm: 300 }];
    expect(asked(measured({}, band), bench)).toMatchObject({ width: 815, height: 297 });
    const narrow = [{ topMm: 0, leftMm: 10, widthMm: 700, heightMm: 1326 }];
    expect(asked(measured({}, narrow), bench)).toMatchObject({ width: 697, height: 1320 });
    expect(asked(measured({}, [...whole, ...whole]), bench)).toMatchObject({ height: 1323 });
    const start = { patternStart: { acrossMm: 10, alongMm: 20 } } as unknown as Partial<Pane>;
    expect(asked(measured(start), bench, patterned)).toMatchObject({ width: 875, height: 1410 });
    expect(asked(measured(), { ...bench, benchClearanceMm: 3.2, roundingStepMm: 1 })).toMatchObject({
      width: 814,
      height: 1319,
    });
  });

  test('of glass blocks is the face of one block, never with a seam', () => {
    const shape: Pane['shape'] = {
      kind: 'blocks',
      columns: 4,
      rows: 3,
      block: { widthMm: 190, heightMm: 180 },
      jointMm: 10,
      cornerRadiusMm: 0,
    };
    const blocks = asked(measured({ shape }), { school: 'factoryEdgeFirst' });
    expect(blocks).toEqual({
      width: 190,
      height: 180,
      factoryEdge: 'none',
      seams: { allowed: false, axis: 'any' },
    });
    const planned = paneForPlan('p1', 'r1', measured({ shape }), silverForTest, blocks, { kind: 'whole' });
    expect(planned).toMatchObject({ count: 12, width: 190 });
  });
});

describe('a pane for planning', () => {
  const rules = rulesWith({ school: 'factoryEdgeFirst' });
  const large: MeasuredPane = measured({}, [{ topMm: 0, leftMm: 0, widthMm: 2400, heightMm: 2000 }]);
  const planned = (of: MeasuredPane, film: Film = silverForTest) => {
    const asked = askedOfFilm(of, film, rules);
    return paneForPlan('p1', 'r1', of, film, asked, divisionOf(asked, film, planRulesOf(rules)));
  };

  test('has its room, its film and as many pieces as there are parts', () => {
    expect(planned(measured({}, [...whole, ...whole]))).toEqual({
      id: 'p1',
      label: '1',
      filmId: silverForTest.id,
      count: 2,
      width: 820,
      height: 1326,
      factoryEdge: 'any',
      room: 'r1',
      seams: ownSeams,
    });
    expect(planned(measured({}, []))).toBeNull();
    expect(planned(measured({}, [{ topMm: 0, leftMm: 0, widthMm: 820, heightMm: 0 }]))).toBeNull();
  });

  test('in panels has no wish for a factory edge of its own; film that may not be seamed is not', () => {
    const asked = askedOfFilm(large, silverForTest, rules);
    expect(divisionOf(asked, silverForTest, planRulesOf(rules)).kind).toBe('panels');
    expect(planned(large)).toMatchObject({ factoryEdge: 'none', seams: { allowed: true } });
    const whole1 = { ...silverForTest, mayBeSeamed: false };
    expect(divisionOf(asked, whole1, planRulesOf(rules)).kind).toBe('impossible');
    expect(planned(large, whole1)).toMatchObject({ factoryEdge: 'any', seams: { allowed: false } });
  });

  test('comes off the roll somebody wants', () => {
    const onHand = { kind: 'onHand', id: 'G-118' } as const;
    expect(planned(measured({ fromRoll: onHand }))).toMatchObject({ from: onHand });
    expect(planned(measured({ fromRoll: { kind: 'new', widthMm: 914 } }))).toMatchObject({
      from: { kind: 'new', width: 914 },
    });
    expect(planned(measured())).not.toHaveProperty('from');
  });

  test('is covered as its record says, at the heights of the house rules', () => {
    expect(coveredPartsOf(pane, sizes, usual)).toEqual(whole);
  });
});

test('a film is planned with its rolls, how they are sold, and its pattern', () => {
  expect(filmForPlan(silverForTest)).toEqual({
    id: silverForTest.id,
    name: silverForTest.name,
    rolls: [{ width: 1524, length: 30480, price: 412 }],
    turn: 'half',
    matchEdges: true,
    pattern: null,
  });
  const byMetre = {
    ...patterned,
    rolls: [{ widthMm: 914, lengthMm: 5000, price: null, soldBy: 'metre' as const, later: [] }],
  };
  expect(filmForPlan(byMetre)).toMatchObject({
    rolls: [{ width: 914, length: 5000, price: null, soldBy: 'metre' }],
    pattern: { across: 60, along: 90, drop: 'half' },
  });
});
