import type { Film } from '../film/index.ts';
import { DEFAULT_RULE_SETS } from '../rules/index.ts';
import type { Want, Wants } from '../survey/index.ts';
import { silverForTest } from '../testing/jobs.ts';
import {
  firstAnswers,
  pricePerM2,
  rankFilms,
  wantsOrUsual,
  type FilmFigures,
  type FilmVerdict,
  type GlassFigures,
} from './index.ts';

/* How films are ranked, with figures set by hand, so that each share can be reckoned in the head. */

const rules = { ...DEFAULT_RULE_SETS[0].film, best: { heat: 0.8, warmth: 0.5 }, mustFrom: 0.4 };
const bare: GlassFigures = {
  visibleTransmittance: 0.8,
  visibleReflectanceOut: 0.15,
  visibleReflectanceIn: 0.15,
  uv: 0.5,
  shgc: 0.75,
  uValue: 3,
  fading: 0.6,
  winterFaceC: 10,
};
type Looks = Partial<Omit<FilmFigures, 'film'>> & { readonly film?: Partial<Film> };
const film = (id: string, { film: of = {}, ...figures }: Looks = {}): FilmFigures =>
  ({
    ...bare,
    ...figures,
    breakage: figures.breakage ?? { verdict: 'yes' },
    film: { ...silverForTest, id, ...of },
  }) as FilmFigures;
const priced = (price: number | null) => ({
  rolls: [{ ...silverForTest.rolls[0], widthMm: 1000, lengthMm: 10_000, price }] as Film['rolls'],
});
const GOES: FilmVerdict = { kind: 'allowed', reasons: [] };
const REFUSED = { kind: 'refused', reasons: [] } as unknown as FilmVerdict;
const rank = (
  films: readonly FilmFigures[],
  levels: Wants['levels'],
  limits: Partial<Wants> = {},
  verdict: FilmVerdict = GOES,
) =>
  rankFilms(
    films.map((figures) => ({ figures, verdict })),
    bare,
    { levels, leastLight: null, mostShine: null, ...limits },
    rules,
  );
const ids = (ranked: ReturnType<typeof rank>) => ranked.map(({ figures }) => figures.film.id);
const share = (want: Want, looks: Looks) => rank([film('a', looks)], { [want]: 'nice' })[0]?.meets[0]?.share;

describe('how far a want is met', () => {
  test.each([
    // (0.75 - 0.45) / 0.75 = 0.4 of what the glass lets in, of 0.8 that the best kind does
    ['heat', { shgc: 0.45 }, 0.5],
    ['heat', { shgc: 0.1 }, 1],
    ['heat', { shgc: 0.9 }, 0],
    ['glare', { visibleTransmittance: 0.2 }, 0.75],
    ['glare', { visibleTransmittance: 0.9 }, 0],
    ['fading', { fading: 0.15 }, 0.75],
    ['fading', { fading: 0.7 }, 0],
    ['warmth', { uValue: 2.4 }, 0.4],
    ['warmth', { uValue: 3.2 }, 0],
    ['view', { visibleTransmittance: 0.4 }, 0.5],
    ['view', { visibleTransmittance: 0.4, film: { kind: 'frosted' } }, 0],
    ['front', { visibleReflectanceOut: 0.25 }, 0.6],
    ['front', { visibleReflectanceOut: 0.05 }, 0.6],
    ['front', { visibleReflectanceOut: 0.5 }, 0],
    ['front', { film: { kind: 'frosted' } }, 0.3],
    ['privacyNight', { film: { kind: 'frosted' } }, 1],
    ['privacyNight', {}, 0],
    ['decoration', { film: { kind: 'patterned' } }, 1],
    ['decoration', { film: { kind: 'frosted' } }, 0.6],
    ['decoration', {}, 0],
    ['safety', { film: { kind: 'clearSecurity' } }, 1],
    ['safety', { film: { kind: 'antiGraffiti' } }, 0.3],
    ['safety', {}, 0],
    ['burglary', { film: { kind: 'clearSecurity', thicknessUm: 200 } }, 1],
    ['burglary', { film: { kind: 'clearSecurity', thicknessUm: 199 } }, 0],
    ['burglary', { film: { kind: 'antiGraffiti', thicknessUm: 300 } }, 0],
    ['marking', { film: { kind: 'printed' } }, 1],
    ['marking', {}, 0],
    ['removable', { film: { hold: 'cling' } }, 1],
    ['removable', { film: { kind: 'perforated' } }, 0.6],
    ['removable', {}, 0],
  ] as const)('%s of %j: %d', (want, looks, met) => {
    expect(share(want, looks as Looks)).toBeCloseTo(met, 9);
  });

  test('by day a shiny film hides the room, a clear one does not', () => {
    expect(share('privacyDay', { visibleReflectanceOut: 0.5, visibleTransmittance: 0.1 })).toBeGreaterThan(
      (share('privacyDay', {}) ?? 1) + 0.3,
    );
  });

  test('the budget goes by the price of a square metre against the cheapest; without a price it is not met', () => {
    const [cheap, dear, none] = [
      film('cheap', { film: priced(50) }),
      film('dear', { film: priced(200) }),
      film('none', { film: priced(null) }),
    ] as const;
    const ranked = rank([dear, none, cheap], { budget: 'nice' });
    expect(ranked.map(({ figures, meets }) => [figures.film.id, meets[0]?.share])).toEqual([
      ['cheap', 1],
      ['dear', 0.25],
      ['none', 0],
    ]);
    expect(rank([none], { budget: 'nice' })[0]?.meets[0]?.share).toBe(0);
    expect(pricePerM2(dear.film)).toBeCloseTo(20, 9);
    expect(pricePerM2(none.film)).toBeNull();
    const two = { rolls: [...priced(200).rolls, ...priced(80).rolls, ...priced(null).rolls] };
    expect(pricePerM2(two)).toBeCloseTo(8, 9);
  });
});

describe('the order', () => {
  const [half, whole] = [film('half', { shgc: 0.45 }), film('whole', { shgc: 0.15 })];

  test('a must counts twice, and what counts most is told first', () => {
    const [only] = rank([film('a', { shgc: 0.45, visibleTransmittance: 0.2 })], {
      heat: 'must',
      glare: 'nice',
    });
    // (2 × 0.5 + 0.75) / 3
    expect(only?.score).toBeCloseTo(1.75 / 3, 9);
    expect(only?.meets.map(({ want }) => want)).toEqual(['heat', 'glare']);
    const [other] = rank([film('a', { shgc: 0.6, visibleTransmittance: 0.2 })], {
      heat: 'nice',
      glare: 'nice',
    });
    expect(other?.meets.map(({ want }) => want)).toEqual(['glare', 'heat']);
    expect(rank([half], {})[0]?.score).toBe(0);
  });

  test('the better one first; what may not go last, however good', () => {
    expect(ids(rank([half, whole], { heat: 'nice' }))).toEqual(['whole', 'half']);
    const broken = film('broken', { shgc: 0.15, breakage: { verdict: 'no' } as FilmFigures['breakage'] });
    const ranked = rank([broken, half], { heat: 'nice' });
    expect(ids(ranked)).toEqual(['half', 'broken']);
    expect(ranked[1]?.out).toEqual([{ code: 'breakage.no' }]);
    const refused = rankFilms(
      [
        { figures: whole, verdict: REFUSED },
        { figures: half, verdict: GOES },
      ],
      bare,
      { levels: { heat: 'nice' }, leastLight: null, mostShine: null },
      rules,
    );
    expect(ids(refused)).toEqual(['half', 'whole']);
    expect(refused.map(({ unbeaten }) => unbeaten)).toEqual([true, false]);
  });

  test('what takes the view comes after all that leave it, unless something wanted may take it', () => {
    const frosted = film('frosted', { shgc: 0.15, film: { kind: 'frosted' } });
    expect(ids(rank([frosted, half], { heat: 'nice' }))).toEqual(['half', 'frosted']);
    for (const want of ['privacyDay', 'privacyNight', 'decoration', 'marking'] as const)
      expect(ids(rank([half, frosted], { heat: 'nice', [want]: 'nice' }))[0]).toBe('frosted');
  });

  test('a must that is hardly met puts a film out, a wish does not; at the very share it is met', () => {
    const hardly = film('hardly', { shgc: 0.75 - 0.75 * 0.8 * 0.39 });
    expect(rank([hardly], { heat: 'must' })[0]?.out).toMatchObject([
      { code: 'must.missed', want: 'heat', meets: expect.closeTo(0.39, 9) as number },
    ]);
    expect(rank([hardly], { heat: 'nice' })[0]?.out).toEqual([]);
    expect(
      rank([film('just', { visibleTransmittance: 0.8 * 0.6 })], { glare: 'must' })[0]?.out.length,
    ).toBeLessThanOrEqual(1);
    expect(rank([film('just', { visibleTransmittance: 0.4 })], { view: 'must' })[0]?.out).toEqual([]);
  });

  test('limits of light and shine hold beyond them, not at them', () => {
    const one = film('a', { visibleTransmittance: 0.3, visibleReflectanceOut: 0.3 });
    expect(rank([one], {}, { leastLight: 0.3, mostShine: 0.3 })[0]?.out).toEqual([]);
    expect(rank([one], {}, { leastLight: 0.31 })[0]?.out).toEqual([
      { code: 'limit.dark', light: 0.3, least: 0.31 },
    ]);
    expect(rank([one], {}, { mostShine: 0.29 })[0]?.out).toEqual([
      { code: 'limit.shine', shine: 0.3, most: 0.29 },
    ]);
  });

  test('a film is unbeaten while none is as good at all and better at one', () => {
    const levels = { heat: 'nice', glare: 'nice' } as const;
    const [hot, dim, worse] = [
      film('hot', { shgc: 0.15, visibleTransmittance: 0.8 }),
      film('dim', { shgc: 0.75, visibleTransmittance: 0.2 }),
      film('worse', { shgc: 0.75, visibleTransmittance: 0.4 }),
    ] as const;
    const unbeaten = (films: readonly FilmFigures[]) =>
      rank(films, levels)
        .filter((one) => one.unbeaten)
        .map(({ figures }) => figures.film.id)
        .sort();
    expect(unbeaten([hot, dim, worse])).toEqual(['dim', 'hot']);
    expect(unbeaten([dim, film('twin', { shgc: 0.75, visibleTransmittance: 0.2 })])).toEqual(['dim', 'twin']);
  });
});

describe('the first answers', () => {
  const answer = (films: readonly FilmFigures[], levels: Wants['levels'] = { heat: 'nice' }) => {
    const { best, moreView, cheapest } = firstAnswers(rank(films, levels));
    return [best, moreView, cheapest].map((one) => one?.figures.film.id ?? null);
  };
  const best = film('best', { shgc: 0.15, visibleTransmittance: 0.3, film: priced(100) });

  test('none where none may go, or all take the view', () => {
    expect(answer([])).toEqual([null, null, null]);
    expect(answer([film('frosted', { shgc: 0.15, film: { kind: 'frosted' } })])).toEqual([null, null, null]);
  });

  test('more view: nearly as good, and lighter by more than anybody sees', () => {
    // 0.75 of the best's score is just enough.
    const nearly = { shgc: 0.75 - 0.75 * 0.8 * 0.76, film: priced(300) };
    expect(answer([best, film('light', { ...nearly, visibleTransmittance: 0.34 })])).toEqual([
      'best',
      'light',
      null,
    ]);
    expect(answer([best, film('alike', { ...nearly, visibleTransmittance: 0.329 })])).toEqual([
      'best',
      null,
      null,
    ]);
    const far = { shgc: 0.75 - 0.75 * 0.8 * 0.74, visibleTransmittance: 0.5, film: priced(10) };
    expect(answer([best, film('far', far)])).toEqual(['best', null, null]);
    const better = { ...nearly, shgc: 0.2, visibleTransmittance: 0.4 };
    expect(
      answer([best, film('light', { ...nearly, visibleTransmittance: 0.6 }), film('better', better)]),
    ).toEqual(['best', 'better', null]);
  });

  test('a covering film is no answer for more view', () => {
    const frosted = {
      shgc: 0.2,
      visibleTransmittance: 0.7,
      film: { ...priced(300), kind: 'frosted' as const },
    };
    expect(answer([best, film('frosted', frosted)], { heat: 'must', decoration: 'nice' })[1]).toBeNull();
  });

  test('the cheapest of those that are nearly as good, if it costs less than the best', () => {
    const nearly = { shgc: 0.2, visibleTransmittance: 0.3 };
    const at = (id: string, price: number | null) => film(id, { ...nearly, film: priced(price) });
    expect(answer([best, at('dear', 99), at('cheap', 40), at('same', 100), at('none', null)])[2]).toBe(
      'cheap',
    );
    expect(answer([best, at('same', 100), at('none', null)])[2]).toBeNull();
  });
});

test('while nobody has said what is wanted, it is what most people want there', () => {
  const none: Wants = { levels: {}, leastLight: 0.2, mostShine: null };
  expect(wantsOrUsual(none, [])).toEqual({
    levels: { heat: 'nice', glare: 'nice', view: 'nice' },
    leastLight: 0.2,
    mostShine: null,
  });
  expect(wantsOrUsual(none, ['wetRoom']).levels).toEqual({ privacyNight: 'nice', privacyDay: 'nice' });
  const said: Wants = { ...none, levels: { safety: 'must' } };
  expect(wantsOrUsual(said, ['wetRoom'])).toBe(said);
});
