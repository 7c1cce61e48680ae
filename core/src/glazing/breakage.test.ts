import { bronze6, clear6, glazingOf, neutral35 } from '../testing/glazings.ts';
import {
  breakage,
  thermalStressRatio,
  USUAL_BREAKAGE,
  type Breakage,
  type BreakageCase,
  type BreakageRules,
  type PaneEdge,
} from './breakage.ts';
import { filmedPanes, glazingOptics, type Glazing, type LaidOn } from './glazing.ts';
import { gapConvection } from './heatFlow.ts';

const SIGMA = 5.670374e-8;
const hour: BreakageCase = {
  sunWm2: 800,
  outdoorC: 5,
  indoorC: 22,
  frame: 'timber',
  shadow: 'corner',
  blind: 'none',
};
const annealed: PaneEdge = { strength: 'annealed', edge: 'cut' };
const radiating = (emissivity: number, celsius: number) => 4 * emissivity * SIGMA * (celsius + 273.15) ** 3;

/** Both panes of a unit as nodes of a network of heat, solved by Cramer's rule: an independent second opinion. */
function byNetwork(glazing: Glazing, asked: BreakageCase, rules = USUAL_BREAKAGE): number[] {
  const panes = filmedPanes(glazing);
  const [outer, inner] = [panes[0], panes.at(-1)];
  if (!outer || !inner) throw new Error('no pane');
  const { absorbed, absorbedFromRoom, t, rIn } = glazingOptics(glazing, 'solar');
  const thrown = rules.blindThrowsBack[asked.blind];
  // What the blind reflects goes to and fro between it and the glass.
  let again = 0;
  for (let light = t * thrown, echo = 0; echo < 60; echo += 1, light *= rIn * thrown) again += light;
  const heat = absorbed.map((share, at) => (share + again * (absorbedFromRoom[at] ?? 0)) * asked.sunWm2);
  const toOutdoors = 8 + radiating(outer.emissivityOut, asked.outdoorC);
  const kept = (blind: number) => (1 - blind) * (3 + radiating(inner.emissivityIn, asked.indoorC));
  const solve = (toRoom: number, q: readonly number[], fromRoomC: number): number[] => {
    if (panes.length === 1) return [((q[0] ?? 0) + toRoom * fromRoomC) / (toOutdoors + toRoom)];
    const mean = (asked.outdoorC + asked.indoorC) / 2;
    const between = 1 / (1 / outer.emissivityIn + 1 / inner.emissivityOut - 1);
    const [gap] = glazing.gaps;
    if (!gap) throw new Error('no gap');
    const g = gapConvection(gap, mean + 273.15 + 7.5, mean + 273.15 - 7.5, 1) + radiating(between, mean);
    const [a, d] = [toOutdoors + g, toRoom + g];
    const [q1, q2] = [q[0] ?? 0, (q[1] ?? 0) + toRoom * fromRoomC];
    const whole = a * d - g * g;
    return [(q1 * d + q2 * g) / whole, (q2 * a + q1 * g) / whole];
  };
  const rise = solve(kept(rules.blindKeepsBack[asked.blind]), heat, 0);
  const overOutdoors = solve(kept(0), [0, 0], asked.indoorC - asked.outdoorC);
  return rise.map(
    (each, at) =>
      each * (1 - rules.edgeShare[asked.frame]) * rules.shadowFactor[asked.shadow] +
      rules.edgeCold[asked.frame] * Math.max(0, overOutdoors[at] ?? 0),
  );
}

describe('how much hotter the middle gets than the edge', () => {
  const cases: readonly (readonly [string, Glazing, Partial<BreakageCase>])[] = [
    ['single', glazingOf([clear6], [neutral35]), {}],
    ['single, hot outdoors', glazingOf([clear6], [neutral35]), { outdoorC: 38 }],
    [
      'bronze with film and blind',
      glazingOf([bronze6], [neutral35]),
      { blind: 'closedLight', shadow: 'none' },
    ],
    ['double', glazingOf([clear6, clear6], [{ ...neutral35, pane: 2 }]), {}],
    [
      'double in metal, frost',
      glazingOf([bronze6, clear6], [{ ...neutral35, pane: 2 }]),
      { outdoorC: -12, frame: 'metal' },
    ],
    [
      'coated, with a trapped blind',
      glazingOf([clear6, { ...clear6, emissivityOut: 0.1 }], [{ ...neutral35, pane: 2, emissivity: 0.3 }]),
      { blind: 'trapped' },
    ],
    [
      'film outdoors',
      glazingOf([clear6, bronze6], [{ ...neutral35, face: 'out', emissivity: 0.5 }]),
      { blind: 'open' },
    ],
  ];

  test.each(cases)(
    '%s: as a network of heat has it, of the pane that is nearest to what it bears',
    (_, glazing, change) => {
      const asked = { ...hour, ...change };
      const edges = glazing.panes.map(() => annealed);
      const { deltaK, allowableK, pane } = breakage(glazing, edges, asked);
      const known = byNetwork(glazing, asked);
      expect(allowableK).toBe(35);
      expect(deltaK).toBeCloseTo(Math.max(...known), 6);
      expect(known[pane - 1]).toBe(Math.max(...known));
      expect(thermalStressRatio(glazing, edges, asked)).toBeCloseTo(deltaK / 35, 9);
    },
  );

  test('the weaker pane is judged though it stays cooler; an edge nobody described is cut and annealed', () => {
    const glazing = glazingOf([bronze6, clear6]);
    const of = (...edges: PaneEdge[]) => breakage(glazing, edges, hour);
    const both = of(annealed, annealed);
    expect(of()).toEqual(both);
    expect(both.pane).toBe(1);
    expect(of({ strength: 'tempered', edge: 'cut' }, annealed).pane).toBe(2);
    expect(of(annealed, { strength: 'wired', edge: 'damaged' })).toMatchObject({
      pane: 2,
      allowableK: 18 * 0.55,
    });
    expect(of({ strength: 'annealed', edge: 'polished' }, annealed).allowableK).toBeCloseTo(35 * 1.15, 9);
  });
});

describe('the verdict', () => {
  const single = glazingOf([clear6], [neutral35]);
  /** Rules under which glass bears just so many times what it has to. */
  const bearing = (times: number, askFrom = 0.65): BreakageRules => {
    const { deltaK } = breakage(single, [annealed], hour);
    return { ...USUAL_BREAKAGE, bearsK: { ...USUAL_BREAKAGE.bearsK, annealed: deltaK * times }, askFrom };
  };
  const verdict = (rules: BreakageRules) => breakage(single, [annealed], hour, rules).verdict;

  test('is no from all it bears, ask the maker from a share of it, else fine', () => {
    expect(verdict(bearing(1))).toBe('no');
    expect(verdict(bearing(0.9))).toBe('no');
    expect(verdict(bearing(1.01))).toBe('ask');
    expect(verdict(bearing(2, 0.5))).toBe('ask');
    expect(verdict(bearing(2.01, 0.5))).toBe('fine');
  });

  test('block with film on any inner face is no; on its outer faces, or another pane, it is reckoned', () => {
    const block: PaneEdge = { strength: 'block', edge: 'cut' };
    const of = (film: Partial<LaidOn>, edges: PaneEdge[]) =>
      breakage(glazingOf([clear6, clear6], [{ ...neutral35, ...film }]), edges, { ...hour, sunWm2: 10 });
    expect(of({ pane: 2 }, [block, block])).toMatchObject({ verdict: 'no', cause: 'block' });
    expect(of({ pane: 2 }, [annealed, block])).toMatchObject({ verdict: 'no', cause: 'block' });
    expect(of({ pane: 1, face: 'out' }, [block, block]).cause).not.toBe('block');
    expect(of({ pane: 2 }, [block, annealed]).cause).not.toBe('block');
  });
});

describe('what weighs most', () => {
  const cause = (
    change: Partial<BreakageCase>,
    glazing = glazingOf([clear6]),
    edge = annealed,
  ): Breakage['cause'] =>
    breakage(glazing, [edge], { ...hour, frame: 'exposed', shadow: 'none', ...change }).cause;

  test('is named: film, blind, shadow, frame or cold', () => {
    expect(cause({}, glazingOf([clear6], [neutral35]))).toBe('absorption');
    expect(cause({ blind: 'closedLight' })).toBe('blind');
    expect(cause({ shadow: 'corner' })).toBe('shadow');
    expect(cause({ frame: 'masonry' })).toBe('frame');
    expect(cause({ sunWm2: 0, frame: 'timber', outdoorC: -20, blind: 'open' })).toMatch(/cold|frame/);
    const cold: BreakageRules = { ...USUAL_BREAKAGE, edgeCold: { ...USUAL_BREAKAGE.edgeCold, exposed: 0.3 } };
    const frosty = { ...hour, frame: 'exposed', shadow: 'none', outdoorC: -20 } as const;
    expect(breakage(glazingOf([clear6]), [annealed], frosty, cold).cause).toBe('cold');
  });

  test('is nothing where nothing changes it by half a degree, and the greater of two', () => {
    expect(cause({ sunWm2: 0, outdoorC: 22 })).toBe('nothing');
    expect(cause({})).toBe('nothing');
    expect(cause({ shadow: 'edge', frame: 'masonry' })).toBe('frame');
    expect(cause({ shadow: 'corner', blind: 'trapped' })).toBe('blind');
  });

  test('is the glass itself where ordinary glass would bear it', () => {
    const film = glazingOf([clear6], [neutral35]);
    const mild = { sunWm2: 500 };
    for (const strength of ['wired', 'patterned'] as const)
      expect(cause(mild, film, { strength, edge: 'cut' })).toBe('weakGlass');
    expect(cause(mild, film, { strength: 'laminated', edge: 'cut' })).toBe('absorption');
    // Where ordinary glass would not either, it is what heats it.
    expect(
      cause({ sunWm2: 1000, frame: 'masonry', blind: 'trapped' }, film, { strength: 'wired', edge: 'cut' }),
    ).not.toBe('weakGlass');
  });
});
