import type { Film } from '../film/index.ts';
import type { Wants } from '../survey/index.ts';
import { DEFAULT_RULE_SETS } from '../rules/index.ts';
import { OPEN_SKY } from '../sun/index.ts';
import {
  clearSecurityForTest,
  filmsForTest,
  frostForTest,
  neutralForTest,
  silverForTest,
  southWestPane,
  warmForTest,
} from '../testing/films.ts';
import { describeView } from '../words/index.ts';
import {
  filmOnPane,
  firstAnswers,
  isHiddenByDay,
  looksOf,
  paneCase,
  privacyByDay,
  privacyEndsAt,
  rankFilms,
  seenFrom,
  unevenFront,
  wantsOrUsual,
  type PaneForFilm,
} from './index.ts';

const rules = DEFAULT_RULE_SETS[0].film;
const goes = { kind: 'allowed', reasons: [] } as const;
const on = (pane: Partial<PaneForFilm>) => {
  const found = paneCase({ ...southWestPane, ...pane }, rules, 2027);
  const films = filmsForTest.map((film) => ({ figures: filmOnPane(found, film, rules), verdict: goes }));
  return {
    bare: found.bare,
    sun: found.sun,
    of: (id: string) => films.find(({ figures }) => figures.film.id === id)?.figures,
    rank: (levels: Wants['levels'], limits: Partial<Wants> = {}) =>
      rankFilms(films, found.bare, { levels, leastLight: null, mostShine: null, ...limits }, rules),
  };
};
const names = (ranked: ReturnType<ReturnType<typeof on>['rank']>) =>
  ranked.map(({ figures }) => figures.film.id);

describe('a film on a pane', () => {
  test('does what its kind is bought for, on this glass', () => {
    const { bare, of } = on({});
    const silver = of(silverForTest.id);
    expect(silver?.shgc).toBeLessThan(bare.shgc * 0.55);
    expect(silver?.visibleTransmittance).toBeLessThan(silverForTest.optics.visibleTransmitted);
    expect(silver?.uv).toBeLessThan(0.02);
    expect(of(warmForTest.id)?.uValue).toBeLessThan(bare.uValue - 0.4);
    expect(of(clearSecurityForTest.id)?.shgc).toBeGreaterThan(bare.shgc - 0.06);
    // Fading is not UV alone: with hardly any UV left, light and heat go on fading.
    expect(of(clearSecurityForTest.id)?.fading).toBeGreaterThan(bare.fading * 0.5);
  });

  test('low-e film makes the room side of the glass colder in frost, and wet', () => {
    const { bare, of } = on({ glass: 'double' });
    expect(of(warmForTest.id)?.winterFaceC).toBeLessThan(bare.winterFaceC - 1);
    expect(of(warmForTest.id)?.condensation).toBe(true);
    expect(of(clearSecurityForTest.id)?.condensation).toBe(false);
  });

  test('a blind behind, an overhang and a metal frame each strain the glass more', () => {
    const strain = (pane: Partial<PaneForFilm>) => on(pane).of(silverForTest.id)?.breakage.deltaK ?? 0;
    const open = strain({});
    expect(strain({ hiddenBy: ['blindBox'] })).toBeGreaterThan(open);
    expect(strain({ frame: 'steel' })).toBeGreaterThan(open);
    const fin = { depthMm: 60, besideMm: 3000 };
    const shaded = { ...southWestPane.inSun, shade: { ...OPEN_SKY, finLeft: fin } };
    expect(strain({ inSun: shaded })).toBeGreaterThan(open);
  });

  test('a wall without sun strains nothing, a year of it brings less than a south-west one', () => {
    const [north, west] = [on({ inSun: { ...southWestPane.inSun, bearingDeg: 0 } }), on({})];
    const sum = (list: readonly number[]) => list.reduce((all, each) => all + each, 0);
    expect(sum(north.sun.kWhM2)).toBeLessThan(sum(west.sun.kWhM2) / 2);
    const strained = ({ of }: typeof north) => of(silverForTest.id)?.breakage.deltaK ?? 0;
    expect(strained(north)).toBeLessThan(strained(west));
  });
});

describe('ranking', () => {
  test('by what is wanted: heat asks for silver, night privacy for frost, a burglar for security film', () => {
    const { rank } = on({});
    expect(names(rank({ heat: 'must', glare: 'nice' }))[0]).toBe(silverForTest.id);
    expect(names(rank({ privacyNight: 'must' }))[0]).toBe(frostForTest.id);
    expect(names(rank({ burglary: 'must', view: 'nice' }))[0]).toBe(clearSecurityForTest.id);
    expect(names(rank({ warmth: 'must' }))[0]).toBe(warmForTest.id);
  });

  test('a must that is missed, and a limit, put a film out with their figures', () => {
    const ranked = on({}).rank({ privacyNight: 'must' }, { leastLight: 0.3 });
    const silver = ranked.find(({ figures }) => figures.film.id === silverForTest.id);
    expect(silver?.out.map(({ code }) => code)).toEqual(['must.missed', 'limit.dark']);
    expect(silver?.unbeaten).toBe(false);
    const going = ranked.filter(({ out }) => out.length === 0);
    expect(ranked.slice(0, going.length)).toEqual(going);
  });

  test('nothing that may go beats one that is said to be unbeaten', () => {
    for (const levels of [
      { heat: 'nice', view: 'nice' },
      { glare: 'must', budget: 'nice', front: 'nice' },
    ] as const) {
      const ranked = on({}).rank(levels);
      const share = (one: (typeof ranked)[number], want: string) =>
        one.meets.find((each) => each.want === want)?.share ?? 0;
      for (const one of ranked.filter(({ unbeaten }) => unbeaten))
        for (const other of ranked.filter(({ out }) => out.length === 0))
          expect(Object.keys(levels).every((want) => share(other, want) > share(one, want))).toBe(false);
    }
  });

  test('the three answers: the best, one with more view, one that costs less', () => {
    const { best, moreView, cheapest } = firstAnswers(
      on({}).rank({ heat: 'nice', view: 'nice', glare: 'nice' }),
    );
    if (!best) throw new Error('There is an answer');
    if (moreView)
      expect(moreView.figures.visibleTransmittance).toBeGreaterThan(best.figures.visibleTransmittance);
    if (cheapest) expect(cheapest.score).toBeGreaterThanOrEqual(best.score * 0.75);
    expect(firstAnswers(on({}).rank({ burglary: 'must', privacyNight: 'must' }))).toEqual({
      best: null,
      moreView: null,
      cheapest: null,
    });
  });
});

test('where nothing is said a wet room wants privacy, other rooms less heat and glare', () => {
  const nothing = { levels: {}, leastLight: 0.2, mostShine: null };
  expect(wantsOrUsual(nothing, ['wetRoom'])).toEqual({
    ...nothing,
    levels: { privacyNight: 'nice', privacyDay: 'nice' },
  });
  expect(Object.keys(wantsOrUsual(nothing, ['wayOut']).levels)).toEqual(['heat', 'glare', 'view']);
  const said = { ...nothing, levels: { warmth: 'must' } as const };
  expect(wantsOrUsual(said, ['wetRoom'])).toBe(said);
});

test('a film that covers comes after all that leave the view, where nobody wants what needs it', () => {
  const whiteout: Film = {
    ...frostForTest,
    id: 'whiteout',
    kind: 'whiteout',
    optics: { ...frostForTest.optics, visibleTransmitted: 0.1, solarTransmitted: 0.12, uvTransmitted: 0.01 },
  };
  const found = paneCase(southWestPane, rules, 2027);
  const rank = (levels: Wants['levels']) =>
    rankFilms(
      [whiteout, silverForTest, neutralForTest].map((film) => ({
        figures: filmOnPane(found, film, rules),
        verdict: goes,
      })),
      found.bare,
      { levels, leastLight: null, mostShine: null },
      rules,
    );
  const reading = rank({ fading: 'must', heat: 'nice', glare: 'nice' });
  expect(reading[1]?.score).toBeLessThan(reading[2]?.score ?? 0);
  expect(names(reading)[2]).toBe('whiteout');
  expect(names(rank({ fading: 'must', privacyNight: 'nice' }))[0]).toBe('whiteout');
});

describe('who sees whom', () => {
  const silver = looksOf('single', 4, silverForTest);
  const bare = looksOf('single', 4, null);

  test('a mirror film is private from the darker side only', () => {
    expect(seenFrom('outdoors', silver, rules.daylight).clear).toBeLessThan(0.02);
    expect(seenFrom('indoors', silver, rules.daylight).clear).toBeGreaterThan(0.9);
    expect(seenFrom('outdoors', silver, rules.lamplight).clear).toBeGreaterThan(0.9);
    expect(seenFrom('indoors', silver, rules.lamplight).clear).toBeLessThan(0.1);
  });

  test('its privacy ends towards dusk, where both sides throw the same light at the eye', () => {
    const ends = privacyEndsAt(silver, rules.lamplight.indoors) ?? 0;
    expect(ends).toBeGreaterThan(20);
    expect(ends).toBeLessThan(privacyEndsAt(bare, rules.lamplight.indoors) ?? 0);
    const there = { outdoors: (ends * 0.3) / Math.PI, indoors: rules.lamplight.indoors };
    expect(seenFrom('outdoors', silver, there).clear).toBeCloseTo(0.5);
    expect(privacyEndsAt(looksOf('single', 4, frostForTest), 40)).toBeNull();
    expect(seenFrom('outdoors', looksOf('single', 4, frostForTest), rules.lamplight).clear).toBe(0);
  });

  test('a front is uneven where panes throw back differently, and even where they do not', () => {
    const pane = (id: string, film: typeof silverForTest | null) => ({
      id,
      looks: looksOf('double', null, film),
    });
    expect(unevenFront([pane('1', silverForTest), pane('2', silverForTest)])).toBeNull();
    expect(unevenFront([pane('1', silverForTest), pane('2', null), pane('3', frostForTest)])).toMatchObject({
      other: '1',
    });
    expect(unevenFront([])).toBeNull();
  });

  test('what is said of it has its figures', () => {
    const hides = (film: Film | null) =>
      isHiddenByDay(privacyByDay(film?.kind ?? null, looksOf('single', 4, film), bare, rules), rules);
    expect(describeView(silver, hides(silverForTest), rules)).toMatch(
      /^By day one looks out and is not seen \(9\d\s% .* lux outdoors\.$/,
    );
    expect(describeView(looksOf('single', 4, frostForTest), hides(frostForTest), rules)).toMatch(
      /^Nobody sees through it/,
    );
    // Bare glass and clear films hide nothing, however bright the day.
    for (const film of [null, neutralForTest])
      expect(describeView(looksOf('double', null, film), hides(film), rules)).toMatch(
        /^By day one looks out and may be seen from near/,
      );
    expect([null, neutralForTest, silverForTest, frostForTest].map(hides)).toEqual([
      false,
      false,
      true,
      true,
    ]);
  });
});

test('tempered panes bear more heat, but only with their stamp', () => {
  const bears = (strengths: PaneForFilm['said']['strengths'], stampSeen: boolean) =>
    filmOnPane(
      paneCase({ ...southWestPane, said: { strengths, stampSeen } }, rules, 2027),
      silverForTest,
      rules,
    ).breakage.allowableK;
  const usual = bears([], false);
  expect(bears(['tempered', 'tempered'], true)).toBeGreaterThan(usual * 2);
  expect(bears(['tempered', 'tempered'], false)).toBe(usual);
  expect(bears(['heatStrengthened', 'heatStrengthened'], true)).toBeGreaterThan(usual);
  expect(bears(['wired', 'wired'], false)).toBeLessThan(usual);
});

test('a chipped edge bears less, so the same film comes nearer to what the glass bears', () => {
  const [sound, chipped] = [false, true].map((edgeDamaged) => {
    const found = paneCase({ ...southWestPane, edgeDamaged }, rules, 2027);
    return filmOnPane(found, silverForTest, rules).breakage;
  });
  expect(chipped?.allowableK).toBeLessThan(sound?.allowableK ?? 0);
  expect(chipped?.deltaK).toBeCloseTo(sound?.deltaK ?? 0);
});
