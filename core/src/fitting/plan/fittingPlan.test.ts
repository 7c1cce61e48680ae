import { describeAnchoring, describeRefusal } from '../../words/index.ts';
import { seededRandom } from '../../units/index.ts';
import {
  STEP_CODES,
  beadLengthMm,
  fittingCaseSchema,
  fittingPlanSchema,
  fittingResult,
  type FittingCase,
  type FittingResult,
} from '../index.ts';

type Changes = { readonly [Part in 'pane' | 'film' | 'piece' | 'site']?: Partial<FittingCase[Part]> } & {
  readonly anchor?: FittingCase['anchor'];
  readonly rules?: Record<string, unknown>;
};

/** A tempered sealed unit of 900 by 1400 mm with solar film, as the format's example has it. */
const caseOf = ({ pane, film, piece, site, anchor = null, rules = {} }: Changes = {}): FittingCase =>
  fittingCaseSchema.parse({
    format: 'neat-sill/fitting-case',
    version: 1,
    id: 'A',
    pane: {
      widthMm: 900,
      heightMm: 1400,
      sillOverFloorMm: 900,
      recessMm: 12,
      glass: 'sealedUnit',
      strength: 'tempered',
      frame: 'aluminium',
      joint: 'gasket',
      handle: 'right',
      fusedParticles: false,
      ...pane,
    },
    film: { kind: 'solar', hold: 'pressureSensitive', thicknessUm: 50, ...film },
    piece: { school: 'margin', ...piece },
    anchor,
    site: { people: 2, glassC: 18, ...site },
    rules,
  });
const planOf = (changes: Changes = {}): FittingResult =>
  fittingResult(caseOf(changes), { refused: describeRefusal, anchor: describeAnchoring });
const codes = (changes: Changes = {}, visit = 0) =>
  planOf(changes).visits[visit]?.steps.map(({ code }) => code) ?? [];
const step = (plan: FittingResult, code: string, visit = 0) =>
  plan.visits[visit]?.steps.find((each) => each.code === code);

const WET_STEPS = [
  'mix',
  'wetGlass',
  'wetAdhesive',
  'wetFace',
  'anchorStroke',
  'squeegeeSecond',
  'wick',
  'washFace',
  'drySill',
];

test('a plain wet film has its steps in the order of the hands, with the figures of the format', () => {
  const plan = planOf();
  expect(fittingPlanSchema.parse(plan)).toEqual(plan);
  expect(plan).toMatchObject({
    refused: [],
    hands: 1,
    ways: { part: 'tape', hang: 'reverseRoll', squeegee: 'tThenMiddleOut', trim: 'wetOnGlass' },
    solution: { ml: 441, school: 'drops', soap: { amount: 9, unit: 'drops' }, waterMl: 441 },
    graceMin: 2.5,
    anchor: null,
    cureDays: 30,
    washFromDays: 30,
  });
  expect(codes()).toEqual([
    'protect',
    'recordCondition',
    'mix',
    'listen',
    'scrape',
    'scrub',
    'wipeFrame',
    'rinse',
    'wetGlass',
    'partLiner',
    'wetAdhesive',
    'hang',
    'square',
    'wetFace',
    'anchorStroke',
    'squeegeeFirst',
    'reliefCut',
    'trim',
    'squeegeeSecond',
    'wick',
    'washFace',
    'drySill',
    'lookAgain',
    'inspect',
    'brief',
  ]);
  expect(step(plan, 'protect')?.cautions).toEqual(['ladder']);
  expect(step(plan, 'trim')).toMatchObject({
    cautions: ['blade'],
    figures: { gapMm: 1.5, sides: ['left', 'top', 'right', 'bottom'], meetFromCornerMm: 135 },
  });
  expect(codes({ pane: { fusedParticles: true } })).not.toContain('scrape');
  expect(codes({ pane: { fusedParticles: true } })).not.toContain('listen');
  expect(codes({ pane: { strength: 'annealed', fusedParticles: null } })).not.toContain('listen');
  expect(codes({ pane: { oldFilm: true } })).toContain('removeOldFilm');
  expect(step(planOf({ pane: { sillOverFloorMm: 700 } }), 'protect')?.cautions).toEqual([]);
});

test('hung dry nothing mentions water, and the liner is drawn while one squeegees', () => {
  for (const film of [
    { kind: 'perforated' as const },
    { kind: 'clear' as const, hold: 'dryAdhesive' as const, dry: true },
  ]) {
    const plan = planOf({ film });
    expect(codes({ film }).filter((code) => WET_STEPS.includes(code))).toEqual([]);
    expect(codes({ film })).toEqual(expect.arrayContaining(['rinse', 'partLiner', 'squeegeeFirst', 'trim']));
    expect(plan).toMatchObject({
      ways: { part: 'creased', hang: 'creasedLiner', squeegee: 'withTheLiner', trim: 'dryOnGlass' },
      solution: { ml: 0, school: 'none' },
      graceMin: 0,
      cureDays: 1,
    });
  }
  expect(codes({ film: { kind: 'clear', hold: 'dryAdhesive' } })).toContain('wetAdhesive');
});

test('cling is wet work; without a liner nothing is parted', () => {
  const film = { kind: 'frosted', hold: 'cling', thicknessUm: 150 } as const;
  expect(planOf({ film })).toMatchObject({ ways: { part: 'tab', hang: 'peelOff' }, cureDays: 1 });
  expect(codes({ film })).toEqual(expect.arrayContaining(['wetGlass', 'partLiner', 'anchorStroke']));
  expect(codes({ film })).not.toContain('hardRoll');
  const bare = { ...film, liner: false };
  expect(codes({ film: bare })).not.toContain('partLiner');
  expect(planOf({ film: bare }).ways.part).toBe('none');
});

test('each panel is hung, squeegeed and trimmed on its outer sides before its seam is cut', () => {
  const plan = planOf({ pane: { widthMm: 2400 }, piece: { panels: 3 } });
  const [first] = plan.visits;
  const at = (code: string, panel: number) =>
    first?.steps.findIndex((each) => each.code === code && each.figures['panel'] === panel) ?? -1;
  for (const panel of [2, 3]) {
    expect(at('hang', panel)).toBeGreaterThan(at('trim', panel - 1));
    expect(at('seamCut', panel)).toBeGreaterThan(at('trim', panel));
    expect(at('seamClose', panel)).toBe(at('seamCut', panel) + 1);
  }
  expect(at('hang', 3)).toBeGreaterThan(at('seamClose', 2));
  expect(at('seamCut', 1)).toBe(-1);
  const sides = (panel: number) => first?.steps[at('trim', panel)]?.figures['sides'];
  expect([sides(1), sides(2), sides(3)]).toEqual([
    ['left', 'top', 'bottom'],
    ['top', 'bottom'],
    ['top', 'right', 'bottom'],
  ]);
  expect(first?.steps.filter(({ code }) => code === 'anchorStroke')).toHaveLength(3);
  expect(first?.steps.filter(({ code }) => code === 'wick')).toHaveLength(1);
  const butt = codes({ piece: { panels: 2, seamWay: 'butt' } });
  expect(butt).toContain('seamButt');
  expect(butt).not.toContain('seamCut');
});

test('a factory edge is not trimmed; bench and plotted pieces are tried dry and not trimmed at all', () => {
  const edge = planOf({ piece: { school: 'factoryEdge', factoryEdge: 'left' } });
  expect(step(edge, 'trim')?.figures['sides']).toEqual(['top', 'right', 'bottom']);
  for (const school of ['bench', 'plotted'] as const) {
    const steps = codes({ piece: { school } });
    expect(steps.indexOf('testFit')).toBeLessThan(steps.indexOf('rinse'));
    expect(steps).toContain('testFit');
    for (const code of ['reliefCut', 'trim', 'dryBeforeTrim']) expect(steps).not.toContain(code);
    expect(planOf({ piece: { school } }).ways.trim).toBe('none');
  }
});

test('printed film is rolled hard and trimmed after an hour; heavy decorative vinyl is rolled as well', () => {
  const printed = planOf({ film: { kind: 'printed', thicknessUm: 160 } });
  expect(step(printed, 'dryBeforeTrim')?.waitMin).toBe(60);
  expect(step(printed, 'hardRoll')).toBeDefined();
  expect(printed).toMatchObject({
    hands: 2,
    ways: { hang: 'twoPersonPeel', trim: 'dryOnGlass', squeegee: 'middleUpThenDown' },
  });
  expect(codes({ film: { kind: 'printed' }, piece: { school: 'bench' } })).not.toContain('dryBeforeTrim');
  expect(codes({ film: { kind: 'frosted', thicknessUm: 150 } })).toContain('hardRoll');
  expect(codes({ film: { kind: 'frosted', thicknessUm: 149 } })).not.toContain('hardRoll');
});

test('glass block is done block by block, with a come-back after half a minute', () => {
  const blocks = { across: 6, down: 8, faceMm: 182, jointMm: 10, cornerRadiusMm: 12 };
  const pane = {
    glass: 'glassBlock',
    strength: 'annealed',
    side: 'outside',
    blocks,
    sillOverFloorMm: 0,
  } as const;
  const plan = planOf({ pane, piece: { school: 'plotted' } });
  expect(step(plan, 'comeBack')?.waitMin).toBe(0.5);
  expect(plan).toMatchObject({ refused: [], hands: 1, ways: { hang: 'blockByBlock' } });
  expect(plan.solution.ml).toBe(Math.round(0.182 ** 2 * 48 * 350));
  expect(planOf({ pane: { ...pane, side: 'inside' } }).refused.map(({ code }) => code)).toEqual([
    'block.inside',
  ]);
  expect(codes({ pane: { side: 'outside' }, site: { directSun: true } })).toContain('comeBack');
  expect(codes({ site: { directSun: true } })).not.toContain('comeBack');
});

test.each<[string, Changes, 1 | 2]>([
  ['a small pane', { pane: { heightMm: 1000 } }, 1],
  [
    'a door panel rolled down by an installer',
    { pane: { widthMm: 850, heightMm: 2000, sillOverFloorMm: 0 } },
    1,
  ],
  [
    'the same by a learner',
    { pane: { widthMm: 850, heightMm: 2000, sillOverFloorMm: 0 }, site: { skill: 'learner' } },
    2,
  ],
  ['wider than one rolls alone', { pane: { widthMm: 1301 } }, 2],
  ['just as wide as one rolls alone', { pane: { widthMm: 1300 } }, 1],
  ['two narrow panels', { pane: { widthMm: 1800 }, piece: { panels: 2 } }, 1],
  ['top above 2.6 m', { pane: { sillOverFloorMm: 1201 } }, 2],
  ['top at 2.6 m', { pane: { sillOverFloorMm: 1200 } }, 1],
  ['film of 175 µm', { film: { kind: 'security', thicknessUm: 175 }, pane: { widthMm: 400 } }, 2],
  ['printed above half a square metre', { film: { kind: 'printed' }, pane: { widthMm: 400 } }, 2],
  ['printed below it', { film: { kind: 'printed' }, pane: { widthMm: 350 } }, 1],
  ['dry by an installer', { film: { kind: 'perforated' }, pane: { widthMm: 1400 } }, 1],
  ['dry and large by a learner', { film: { kind: 'perforated' }, site: { skill: 'learner' } }, 2],
])('hands for %s', (_name, changes, hands) => {
  expect(planOf(changes).hands).toBe(hands);
});

test('what must not go on is said with its figure', () => {
  const refused = (changes: Changes) => planOf(changes).refused.map(({ code }) => code);
  expect(refused({ pane: { surface: 'textured' } })).toEqual(['textured.adhesive']);
  expect(refused({ pane: { surface: 'textured' }, film: { hold: 'cling' } })).toEqual([]);
  expect(refused({ pane: { strength: 'wired' } })).toEqual(['wired.absorbing']);
  expect(refused({ pane: { strength: 'wired' }, film: { kind: 'clear' } })).toEqual([]);
  expect(refused({ pane: { side: 'outside' }, film: { hold: 'cling' } })).toEqual(['cling.outside']);
  expect(refused({ pane: { side: 'outside' }, film: { kind: 'lowE' } })).toEqual(['lowE.outside']);
  expect([refused({ site: { glassC: 3.9 } }), refused({ site: { glassC: 4 } })]).toEqual([
    ['glassTooCold'],
    [],
  ]);
  expect([refused({ site: { glassC: 38.1 } }), refused({ site: { glassC: 38 } })]).toEqual([
    ['glassTooHot'],
    [],
  ]);
  expect(refused({ site: { directSun: true, skill: 'learner' } })).toEqual(['sun.direct']);
  expect(refused({ site: { directSun: true } })).toEqual([]);
  expect(planOf({ site: { glassC: 41 } }).refused[0]?.says.replaceAll('\u00a0', ' ')).toMatch(/41 °C.*38 °C/);
});

test('it grabs sooner when warm and in the sun, never in no time', () => {
  const grace = (glassC: number, directSun = false) => planOf({ site: { glassC, directSun } }).graceMin;
  expect([grace(28), grace(18), grace(8)]).toEqual([1.3, 2.5, 5]);
  expect([grace(18, true), grace(38, true), grace(-40)]).toEqual([1.3, 0.5, 6]);
});

describe('anchoring', () => {
  const security: Changes = {
    film: { kind: 'security', thicknessUm: 215 },
    anchor: { bead: 'full', sides: ['left', 'top', 'right', 'bottom'] },
    pane: { widthMm: 800, heightMm: 800 },
  };

  test('a full bead has its volume, cartridges and seat; it comes on a later visit and is looked at when cured', () => {
    const plan = planOf(security);
    expect(plan.anchor).toMatchObject({
      bead: 'full',
      legsMm: [12, 12],
      lengthMm: 3200,
      volumeMl: 230.4,
      wasteShare: 0.15,
      cartridges: { '300': 1, '600': 1 },
      chosen: '300',
      seatOnFilmMm: 10.5,
      tips: 1,
      dryBeforeH: 24,
      cureH: 168,
    });
    // Heavy film is trimmed close where a bead must sit on it.
    expect(step(plan, 'trim')?.figures['gapMm']).toBe(1.5);
    expect(step(planOf({ ...security, anchor: null }), 'trim')?.figures['gapMm']).toBe(3);
    expect(plan.visits.map(({ afterDays }) => afterDays)).toEqual([0, 1, 8]);
    expect(codes(security, 1)).toEqual(['dryEdge', 'maskFrame', 'bead']);
    expect(step(plan, 'dryEdge', 1)?.waitMin).toBe(24 * 60);
    expect(codes(security, 2)).toEqual(['beadCheck']);
  });

  test('of two sizes the one that opens less, on a tie the larger', () => {
    const chosen = (widthMm: number) => planOf({ ...security, pane: { widthMm, heightMm: 800 } }).anchor;
    expect(chosen(2400)).toMatchObject({ cartridges: { '300': 2, '600': 1 }, chosen: '600', tips: 1 });
    expect(chosen(3200)).toMatchObject({ cartridges: { '300': 3, '600': 2 }, chosen: '300', tips: 3 });
  });

  test('a small bead seats too little on film and says so; a profile has a length only', () => {
    const small = planOf({ ...security, anchor: { bead: 'small', sides: ['left', 'top', 'right'] } }).anchor;
    expect(small).toMatchObject({ legsMm: [6, 6], lengthMm: 2400, seatOnFilmMm: 4.5 });
    expect(small?.says).toMatch(/trim closer, or take a larger leg.*pushed in/);
    const profile = { ...security, anchor: { bead: 'profile' as const, sides: ['top' as const] } };
    expect(planOf(profile).anchor).toMatchObject({
      lengthMm: 800,
      legsMm: null,
      volumeMl: null,
      cartridges: null,
      chosen: null,
      tips: null,
    });
    expect(codes(profile, 1)).toEqual(['dryEdge', 'bead']);
  });

  test('the arc of a corner belongs half to each of its sides', () => {
    const pane = { widthMm: 600, heightMm: 600, cornerRadiusMm: 300 };
    // A circle: its four sides are its circumference.
    expect(beadLengthMm(pane, ['left', 'top', 'right', 'bottom'])).toBeCloseTo(Math.PI * 600, 6);
    expect(beadLengthMm(pane, ['top'])).toBeCloseTo((Math.PI * 600) / 4, 6);
    expect(beadLengthMm({ ...pane, cornerRadiusMm: 0 }, ['top', 'left'])).toBe(1200);
  });
});

test('edges are sealed after the brief where it is wet, seams coated a week later, lead laid when dry', () => {
  const wet = { pane: { wetRoom: true }, piece: { panels: 2 } };
  expect(codes(wet).slice(-2)).toEqual(['brief', 'sealEdge']);
  expect(planOf(wet).visits.map(({ afterDays }) => afterDays)).toEqual([0, 7]);
  expect(codes(wet, 1)).toEqual(['seamCoat']);
  expect(codes({ pane: { wetRoom: true } }, 1)).toEqual([]);
  expect(codes({ pane: { side: 'outside' } }).at(-1)).toBe('sealEdge');
  expect(planOf({ film: { leadStrips: true } }).visits[1]).toMatchObject({
    afterDays: 30,
    steps: [{ code: 'leadStrips' }],
  });
});

test('rules that deviate count, and one that there is not is refused by name', () => {
  expect(step(planOf({ rules: { fitting: { lightGapMm: 2 } } }), 'trim')?.figures['gapMm']).toBe(2);
  const read = fittingCaseSchema.safeParse({ ...caseOf(), rules: { fitting: { lightGap: 2 } } });
  expect(read.error?.issues[0]).toMatchObject({ path: ['rules', 'fitting'] });
  expect(fittingCaseSchema.safeParse({ ...caseOf(), piece: { school: 'factoryEdge' } }).success).toBe(false);
});

test('whatever the case, steps keep the order of the table, panel by panel, and visits follow each other', () => {
  const random = seededRandom(7);
  const pick = <Value>(values: readonly Value[]): Value =>
    values[Math.floor(random() * values.length)] as Value;
  for (let round = 0; round < 400; round += 1) {
    const school = pick(['margin', 'tight', 'factoryEdge', 'bench', 'plotted'] as const);
    const plan = planOf({
      pane: {
        widthMm: 200 + random() * 3000,
        heightMm: 200 + random() * 2500,
        sillOverFloorMm: random() * 1500,
        strength: pick(['annealed', 'tempered', 'heatStrengthened', 'wired'] as const),
        fusedParticles: pick([null, true, false]),
        side: pick(['inside', 'outside'] as const),
        wetRoom: random() < 0.3,
        oldFilm: random() < 0.3,
      },
      film: {
        kind: pick([
          'solar',
          'lowE',
          'security',
          'frosted',
          'patterned',
          'printed',
          'perforated',
          'clear',
        ] as const),
        hold: pick(['pressureSensitive', 'dryAdhesive', 'cling'] as const),
        thicknessUm: 25 + random() * 350,
        dry: random() < 0.2,
        liner: random() < 0.8,
        leadStrips: random() < 0.2,
      },
      piece: {
        school,
        factoryEdge: school === 'factoryEdge' ? pick(['left', 'top', 'right', 'bottom'] as const) : null,
        panels: pick([1, 1, 2, 3]),
        seamWay: pick(['doubleCut', 'butt'] as const),
      },
      anchor:
        random() < 0.3 ? { bead: pick(['full', 'small', 'profile'] as const), sides: ['left', 'top'] } : null,
    });
    const days = plan.visits.map(({ afterDays }) => afterDays);
    expect(days).toEqual([...days].sort((a, b) => a - b));
    expect(days[0]).toBe(0);
    for (const { steps } of plan.visits)
      for (const [at, later] of steps.entries())
        for (const earlier of steps.slice(0, at)) {
          if (earlier.figures['panel'] !== later.figures['panel']) continue;
          expect(STEP_CODES.indexOf(earlier.code)).toBeLessThan(STEP_CODES.indexOf(later.code));
        }
    const [first] = plan.visits;
    const told = first?.steps.map(({ code }) => code) ?? [];
    expect(told.filter((code) => code !== 'sealEdge').at(-1)).toBe('brief');
    for (const code of [
      'protect',
      'recordCondition',
      'scrub',
      'wipeFrame',
      'rinse',
      'hang',
      'square',
      'lookAgain',
      'inspect',
    ])
      expect(told).toContain(code);
  }
});
