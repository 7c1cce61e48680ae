import { bronze6, clear3, clear6, glazingOf, neutral35 } from '../testing/glazings.ts';
import { seededRandom } from '../units/index.ts';
import {
  BAND_NAMES,
  breakage,
  filmedPanes,
  glazingCaseSchema,
  glazingOptics,
  glazingResult,
  heatFigures,
  heatFlow,
  uncertaintyOf,
  type Band,
  type BreakageCase,
  type GlassPane,
  type Glazing,
  type LaidOn,
} from './index.ts';

const clear33 = { ...clear3 };
const coated = (pane: GlassPane, emissivity: number): GlassPane => ({ ...pane, emissivityOut: emissivity });

describe('light through layers', () => {
  const random = seededRandom(7);
  const between = (low: number, high: number) => low + random() * (high - low);
  const anyBand = (): Band => {
    const t = between(0.02, 0.9);
    return { t, rOut: between(0.02, 0.97 - t), rIn: between(0.02, 0.97 - t) };
  };
  const anyPane = (): GlassPane => ({ ...clear6, solar: anyBand(), visible: anyBand(), uv: anyBand() });
  const anyGlazings = Array.from({ length: 200 }, () =>
    glazingOf(Array.from({ length: 1 + Math.floor(random() * 3) }, anyPane)),
  );

  test('all shares sum to one, whichever way the light comes', () => {
    for (const glazing of anyGlazings)
      for (const band of BAND_NAMES) {
        const { t, rOut, rIn, absorbed, absorbedFromRoom } = glazingOptics(glazing, band);
        const sum = (shares: readonly number[]) => shares.reduce((all, each) => all + each, 0);
        expect(Math.abs(1 - t - rOut - sum(absorbed))).toBeLessThan(1e-9);
        expect(Math.abs(1 - t - rIn - sum(absorbedFromRoom))).toBeLessThan(1e-9);
      }
  });

  test('two panes let through what a sum of all echoes says', () => {
    for (const { panes } of anyGlazings.filter(({ panes: { length } }) => length === 2)) {
      const [outer, inner] = panes.map(({ solar }) => solar) as [Band, Band];
      let through = 0;
      for (let echo = 0, light = outer.t; echo < 400; echo += 1, light *= inner.rOut * outer.rIn)
        through += light * inner.t;
      expect(glazingOptics(glazingOf(panes), 'solar').t).toBeCloseTo(through, 10);
    }
  });
});

describe('film on glass', () => {
  test('on its own 3 mm reference it gives back its own data', () => {
    const [pane] = filmedPanes(
      glazingOf([{ ...clear3, uv: { t: 0.71, rOut: 0.068, rIn: 0.068 } }], [neutral35]),
    );
    for (const band of BAND_NAMES) {
      expect(pane?.[band].t).toBeCloseTo(neutral35[band].t, 9);
      expect(pane?.[band].rOut).toBeCloseTo(neutral35[band].rGlass, 9);
      expect(pane?.[band].rIn).toBeCloseTo(neutral35[band].rFace, 9);
    }
  });

  test.each(['on3mm', 'alone'] as const)('one that does nothing changes nothing (%s)', (basis) => {
    const nothing = (t: number, r: number) => ({ t, rGlass: r, rFace: r });
    const invisible: LaidOn = {
      ...neutral35,
      basis,
      emissivity: 0.84,
      ...(basis === 'alone'
        ? { solar: nothing(1, 0), visible: nothing(1, 0), uv: nothing(1, 0) }
        : { solar: nothing(0.834, 0.075), visible: nothing(0.899, 0.083), uv: nothing(0.71, 0.068) }),
    };
    for (const pane of [clear3, clear6, bronze6])
      for (const face of ['in', 'out'] as const) {
        const bare = glazingOf([pane, clear6]);
        const filmed = { ...bare, films: [{ ...invisible, face }] };
        for (const band of BAND_NAMES) {
          expect(glazingOptics(filmed, band).t).toBeCloseTo(glazingOptics(bare, band).t, 9);
          expect(glazingOptics(filmed, band).rOut).toBeCloseTo(glazingOptics(bare, band).rOut, 9);
        }
        expect(heatFigures(filmed, 'nfrc').shgc).toBeCloseTo(heatFigures(bare, 'nfrc').shgc, 9);
      }
  });

  test('what it reflects is reckoned anew through darker glass', () => {
    const mirror: LaidOn = { ...neutral35, solar: { t: 0.14, rGlass: 0.52, rFace: 0.54 } };
    const through = (pane: GlassPane) => glazingOptics(glazingOf([pane], [mirror]), 'solar');
    expect(through(clear6).rOut).toBeLessThan(0.5);
    // The light goes through bronze glass twice: about its face and the square of its transmittance.
    expect(through(bronze6).rOut).toBeLessThan(0.25);
    expect(through(bronze6).rIn).toBeCloseTo(through(clear6).rIn, 1);
  });

  test('a film by itself in air loses its inner face where it is stuck to glass', () => {
    // Clear film of index 1.5: 4 % at each face. On glass it is but a little more glass.
    const sheet = { t: 0.92, rGlass: 0.08, rFace: 0.08 };
    const clear: LaidOn = { ...neutral35, basis: 'alone', solar: sheet, visible: sheet, uv: sheet };
    const bare = glazingOptics(glazingOf([clear3]), 'visible');
    const filmed = glazingOptics(glazingOf([clear3], [clear]), 'visible');
    expect(Math.abs(filmed.t - bare.t)).toBeLessThan(0.01);
    expect(Math.abs(filmed.rOut - bare.rOut)).toBeLessThan(0.01);
  });

  test('one broad band is said to be uncertain for selective film on coloured glass', () => {
    const selective: LaidOn = {
      ...neutral35,
      solar: { t: 0.43, rGlass: 0.22, rFace: 0.25 },
      visible: { t: 0.7, rGlass: 0.09, rFace: 0.08 },
    };
    const of = (pane: GlassPane, film: LaidOn) => uncertaintyOf(glazingOf([pane], [film]));
    expect(of(clear6, neutral35).because).toBe('broadBand');
    expect(of(clear6, selective).because).toBe('selective');
    expect(of(bronze6, selective)).toMatchObject({ because: 'selectiveOnColoured', shgc: 0.05 });
  });
});

describe('heat through a glazing', () => {
  const argon = { widthMm: 12.7, gas: 'argon', share: 0.9 } as const;
  // Centre-of-glass values as published for these builds under NFRC conditions.
  test.each([
    ['single 3 mm', glazingOf([clear3]), 5.91, 0.86],
    ['single 6 mm', glazingOf([clear6]), 5.82, 0.82],
    ['bronze 6 mm', glazingOf([bronze6]), 5.82, 0.62],
    ['double 3 mm', glazingOf([clear3, clear33]), 2.73, 0.76],
    ['double 6 mm', glazingOf([clear6, clear6]), 2.69, 0.7],
    ['double 6 mm with argon', glazingOf([clear6, clear6], [], argon), 2.55, 0.7],
    ['bronze and clear', glazingOf([bronze6, clear6]), 2.69, 0.5],
    ['triple 3 mm', glazingOf([clear3, clear3, clear3]), 1.77, 0.68],
    ['triple 6 mm', glazingOf([clear6, clear6, clear6]), 1.74, 0.61],
  ])('NFRC: %s', (_, glazing, uValue, shgc) => {
    const figures = heatFigures(glazing, 'nfrc');
    expect(Math.abs(figures.uValue - uValue)).toBeLessThan(0.1);
    expect(Math.abs(figures.shgc - shgc)).toBeLessThan(0.02);
  });

  const clear4 = { ...clear3, thicknessMm: 4 };
  test.each([
    ['4 mm', glazingOf([clear4]), 5.8],
    ['4-12-4 air', glazingOf([clear4, clear4], [], { widthMm: 12, gas: 'air', share: 1 }), 2.9],
    ['4-16-4 air', glazingOf([clear4, clear4], [], { widthMm: 16, gas: 'air', share: 1 }), 2.7],
    [
      '4-16-4 argon, low-e 0.04',
      glazingOf([clear4, coated(clear4, 0.04)], [], { widthMm: 16, gas: 'argon', share: 0.9 }),
      1.1,
    ],
    ['4-12-4-12-4 air', glazingOf([clear4, clear4, clear4], [], { widthMm: 12, gas: 'air', share: 1 }), 1.9],
  ])('EN 673: %s', (_, glazing, uValue) => {
    expect(Math.abs(heatFigures(glazing, 'en').uValue - uValue)).toBeLessThan(0.1);
  });

  test('a low-e film keeps the room warmer and its glass colder', () => {
    const cold = { outdoorC: -15, indoorC: 21, sunWm2: 0, outdoorConvection: 26, heightM: 1 };
    const lowE: LaidOn = { ...neutral35, emissivity: 0.15 };
    const flow = (glazing: Glazing) => heatFlow(filmedPanes(glazing), glazing.gaps, [0, 0], cold);
    const bare = glazingOf([clear6, clear6]);
    const [without, filmed] = [flow(bare), flow({ ...bare, films: [{ ...lowE, pane: 2 }] })];
    expect(filmed.intoRoomWm2).toBeGreaterThan(without.intoRoomWm2);
    expect(filmed.facesC.at(-1)).toBeLessThan((without.facesC.at(-1) ?? 0) - 1);
    expect(heatFigures({ ...bare, films: [{ ...lowE, pane: 2 }] }, 'en').uValue).toBeLessThan(
      heatFigures(bare, 'en').uValue - 0.3,
    );
  });

  test.each([
    ['double', glazingOf([bronze6, clear6]), 5],
    [
      'triple with krypton',
      glazingOf([clear6, coated(bronze6, 0.04), clear6], [], { widthMm: 10, gas: 'krypton', share: 0.9 }),
      -25,
    ],
    ['wide gaps', glazingOf([clear6, clear6], [], { widthMm: 100, gas: 'air', share: 1 }), 20.9],
    ['single with film', glazingOf([clear6], [neutral35]), 40],
  ])('in the steady state what enters a glazing leaves it: %s', (_, glazing, outdoorC) => {
    const around = { outdoorC, indoorC: 21, sunWm2: 600, outdoorConvection: 15, heightM: 1 };
    const { absorbed } = glazingOptics(glazing, 'solar');
    const { facesC, intoRoomWm2 } = heatFlow(filmedPanes(glazing), glazing.gaps, absorbed, around);
    const outer = (facesC[0] ?? 0) + 273.15;
    const intoOutdoors =
      15 * ((facesC[0] ?? 0) - outdoorC) + 0.84 * 5.670374e-8 * (outer ** 4 - (outdoorC + 273.15) ** 4);
    expect(intoRoomWm2 + intoOutdoors).toBeCloseTo(600 * absorbed.reduce((sum, each) => sum + each, 0), 3);
  });
});

describe('breakage', () => {
  const hour: BreakageCase = {
    sunWm2: 800,
    outdoorC: 0,
    indoorC: 22,
    frame: 'insulatedMetal',
    shadow: 'none',
    blind: 'none',
  };
  const annealed = { strength: 'annealed', edge: 'cut' } as const;
  const dark = (t: number): LaidOn => ({ ...neutral35, pane: 2, solar: { t, rGlass: 0.07, rFace: 0.07 } });
  const delta = (asked: Partial<BreakageCase>, films: readonly LaidOn[] = [dark(0.27)], edges = annealed) =>
    breakage(glazingOf([clear6, clear6], films), [edges, edges], { ...hour, ...asked });

  test('every worsening raises the difference, whatever else holds', () => {
    for (const outdoorC of [-15, 0, 12])
      for (const sunWm2 of [150, 800])
        for (const frame of ['exposed', 'timber', 'insulatedMetal'] as const)
          for (const blind of ['none', 'open', 'closedLight', 'closedDark', 'trapped'] as const) {
            const here = delta({ outdoorC, sunWm2, frame, blind }).deltaK;
            if (blind !== 'none') expect(here).toBeGreaterThan(delta({ outdoorC, sunWm2, frame }).deltaK);
            for (const shadow of ['edge', 'diagonal', 'corner', 'patch'] as const)
              expect(delta({ outdoorC, sunWm2, frame, blind, shadow }).deltaK).toBeGreaterThan(here);
            expect(delta({ outdoorC, sunWm2, frame: 'metal', blind }).deltaK).toBeGreaterThan(here);
            expect(delta({ outdoorC, sunWm2: sunWm2 + 100, frame, blind }).deltaK).toBeGreaterThan(here);
            expect(delta({ outdoorC, sunWm2, frame, blind }, [dark(0.15)]).deltaK).toBeGreaterThan(here);
          }
  });

  test('the verdicts are those of the trade: clear film goes, black film in a sealed unit does not', () => {
    const clear: LaidOn = { ...neutral35, pane: 2, solar: { t: 0.79, rGlass: 0.08, rFace: 0.08 } };
    expect(delta({}, [clear]).verdict).toBe('fine');
    expect(delta({}).verdict).toBe('ask');
    expect(delta({}, [dark(0)])).toMatchObject({ verdict: 'no', cause: 'absorption', pane: 2 });
    expect(delta({}, [dark(0)], { strength: 'tempered', edge: 'cut' } as never).verdict).toBe('fine');
    expect(delta({}, [{ ...dark(0), pane: 1, face: 'out' }]).deltaK).toBeLessThan(
      delta({}, [dark(0)]).deltaK,
    );
    expect(delta({ sunWm2: 0, outdoorC: 22 }, []).deltaK).toBeCloseTo(0);
  });

  test('glass block with film inside is never done, however weak the sun', () => {
    const block = { strength: 'block', edge: 'cut' } as const;
    const asked = { ...hour, sunWm2: 50 };
    expect(breakage(glazingOf([clear6], [neutral35]), [block], asked)).toMatchObject({
      verdict: 'no',
      cause: 'block',
    });
    expect(breakage(glazingOf([clear6], [{ ...neutral35, face: 'out' }]), [block], asked).verdict).toBe(
      'fine',
    );
  });
});

describe('a glazing case', () => {
  const base = {
    format: 'neat-sill/glazing-case',
    version: 1,
    id: 'A',
    panes: [{ ...clear6, strength: 'annealed', edge: 'cut' }],
    gaps: [],
    films: [{ ...neutral35, thicknessUm: 50 }],
    standard: 'nfrc',
  };

  test('is answered with sums that leave nothing over', () => {
    const result = glazingResult(glazingCaseSchema.parse(base));
    expect(Math.abs(result.energyResidual)).toBeLessThan(1e-9);
    expect(result.tVisible).toBeCloseTo(0.364, 2);
    expect(result.breakage).toBeUndefined();
  });

  const film = base.films[0];
  test.each([
    [
      'more light than there is',
      { panes: [{ ...base.panes[0], solar: { t: 0.8, rOut: 0.3, rIn: 0.1 } }] },
      'panes.0.solar.rOut',
    ],
    ['a gap too many', { gaps: [{ widthMm: 12, gas: 'air' }] }, 'gaps'],
    ['a film on no pane', { films: [{ ...film, pane: 2 }] }, 'films.0.pane'],
    ['two films on one face', { films: [film, film] }, 'films.1'],
    [
      'figures that no film can have',
      { films: [{ ...film, solar: { t: 0.95, rGlass: 0.03, rFace: 0.03 } }] },
      'films.0.solar',
    ],
    [
      'an unknown gas',
      { panes: [base.panes[0], base.panes[0]], gaps: [{ widthMm: 12, gas: 'xenon' }] },
      'gaps.0.gas',
    ],
  ])('%s is refused with its place', (_, change, path) => {
    const read = glazingCaseSchema.safeParse({ ...base, ...change });
    expect(read.error?.issues.map((issue) => issue.path.join('.'))).toContain(path);
  });
});
