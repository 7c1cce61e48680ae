import { WANTS, type Circumstance, type Want, type Wants } from '../survey/index.ts';
import type { Film, FilmKind } from '../film/index.ts';
import type { RuleSet } from '../rules/index.ts';
import type { FilmFigures, GlassFigures } from './filmOnPane.ts';
import { COVERS, isHiddenByDay, privacyByDay } from './seen.ts';
import type { FilmVerdict } from './verdict.ts';

/*
 * No standard says how well a kind of film meets a want that is not measured in light or heat. These shares are our own
 * judgement: 1 is what the want is asked for, less is what does some of it. They order films, and are never shown as figures.
 */
const DECORATES: Readonly<Partial<Record<FilmKind, number>>> = {
  patterned: 1,
  stainedLook: 1,
  frosted: 0.6,
  printed: 1,
  vinyl: 0.6,
};
/** A sacrificial film keeps some splinters, but is not made for it. */
const HOLDS_GLASS: Readonly<Partial<Record<FilmKind, number>>> = {
  clearSecurity: 1,
  solarSecurity: 1,
  antiGraffiti: 0.3,
};
/** Films that come off without a day of scraping, if not as easily as cling. */
const COMES_OFF: Readonly<Partial<Record<FilmKind, number>>> = { antiGraffiti: 0.6, perforated: 0.6 };
/** What is left of a front's look behind film that covers: even, but no longer glass. */
const COVERED_FRONT = 0.3;
/** From this thickness on a film delays a burglar, if it is anchored; µm. Makers' range for it begins at 200 µm (8 mil). */
const BURGLARY_UM = 200;
/** Films that stand out against what is behind the glass, so that nobody walks into it. */
const MARKS: ReadonlySet<FilmKind> = new Set([
  'frosted',
  'whiteout',
  'blackout',
  'patterned',
  'stainedLook',
  'printed',
  'vinyl',
  'perforated',
]);
/** A front looks the same while it shines no more than this above the bare glass: a judgement, about twice what bare double glass throws back. */
const FRONT_SHINE = 0.25;

const clamp = (share: number) => Math.min(1, Math.max(0, share));

/** Price of a square metre of film off its cheapest roll, or null without a price. */
export function pricePerM2({ rolls }: Pick<Film, 'rolls'>): number | null {
  const prices = rolls.flatMap(({ widthMm, lengthMm, price }) =>
    price === null ? [] : [price / ((widthMm * lengthMm) / 1e6)],
  );
  return prices.length > 0 ? Math.min(...prices) : null;
}

interface Held {
  readonly figures: FilmFigures;
  readonly bare: GlassFigures;
  readonly cheapest: number | null;
  readonly rules: RuleSet['film'];
}

/** How well a film meets a want, from 0 to 1: measured against its bare glass, or against what the best kind does. */
function wantScore(want: Want, { figures, bare, cheapest, rules }: Held): number {
  const { film } = figures;
  const covers = COVERS.has(film.kind);
  switch (want) {
    case 'heat':
      return clamp((bare.shgc - figures.shgc) / bare.shgc / rules.best.heat);
    case 'glare':
      return clamp(1 - figures.visibleTransmittance / bare.visibleTransmittance);
    case 'fading':
      return clamp(1 - figures.fading / bare.fading);
    case 'privacyDay':
      return privacyByDay(film.kind, figures, bare, rules);
    case 'privacyNight':
      return covers ? 1 : 0;
    case 'decoration':
      return DECORATES[film.kind] ?? 0;
    case 'safety':
      return HOLDS_GLASS[film.kind] ?? 0;
    case 'burglary':
      return (HOLDS_GLASS[film.kind] ?? 0) === 1 && film.thicknessUm >= BURGLARY_UM ? 1 : 0;
    case 'warmth':
      return clamp((bare.uValue - figures.uValue) / bare.uValue / rules.best.warmth);
    case 'marking':
      return MARKS.has(film.kind) ? 1 : 0;
    case 'front':
      return (
        clamp(1 - Math.abs(figures.visibleReflectanceOut - bare.visibleReflectanceOut) / FRONT_SHINE) *
        (covers ? COVERED_FRONT : 1)
      );
    case 'view':
      return covers ? 0 : clamp(figures.visibleTransmittance / bare.visibleTransmittance);
    case 'removable':
      return film.hold === 'cling' ? 1 : (COMES_OFF[film.kind] ?? 0);
    case 'budget': {
      const price = pricePerM2(film);
      return price === null || cheapest === null ? 0 : clamp(cheapest / price);
    }
  }
}

/** Why a film is out of the question, beside what its glass and rolls say. */
export type OutReason =
  | { readonly code: 'breakage.no' }
  | { readonly code: 'must.missed'; readonly want: Want; readonly meets: number }
  | { readonly code: 'limit.dark'; readonly light: number; readonly least: number }
  | { readonly code: 'limit.shine'; readonly shine: number; readonly most: number };

export interface Ranked {
  readonly figures: FilmFigures;
  readonly verdict: FilmVerdict;
  /** From 0 to 1 over all that is wanted. */
  readonly score: number;
  /** How far each want is met, those that count most first. */
  readonly meets: readonly { readonly want: Want; readonly share: number }[];
  readonly out: readonly OutReason[];
  /** Nobody sees a picture through it. */
  readonly covers: boolean;
  /** How far it hides the room from the street by day, 0 to 1 (`privacyByDay`). */
  readonly hidesByDay: number;
  /** So far that one may say so. */
  readonly privateByDay: boolean;
  /** No film that may go here meets every want at least as well and one of them better. */
  readonly unbeaten: boolean;
}

/** A must weighs as much as two that are nice to have: a judgement; that a must is met at all is asked beforehand. */
const WEIGHT = { must: 2, nice: 1 } as const;
/** Wants that may cost the view; where none of them is wanted, films that take it come after all that leave it. */
const MAY_COVER: readonly Want[] = ['privacyDay', 'privacyNight', 'decoration', 'marking'];
/** A film that covers where nobody wants anything that would need it. */
const takesTheView = ({ covers, meets }: Ranked) =>
  covers && !meets.some(({ want }) => MAY_COVER.includes(want));

/** What most people buy film for. */
const USUAL_WANTS: Wants['levels'] = { heat: 'nice', glare: 'nice', view: 'nice' };
/** Baths and toilets want privacy, by night first. */
const WANTS_OF_WET_ROOM: Wants['levels'] = { privacyNight: 'nice', privacyDay: 'nice' };

/** What films are compared by on a pane: what is wanted there or, while nobody has said it, what most people want. */
export function wantsOrUsual(wants: Wants, circumstances: readonly Circumstance[]): Wants {
  if (Object.keys(wants.levels).length > 0) return wants;
  return { ...wants, levels: circumstances.includes('wetRoom') ? WANTS_OF_WET_ROOM : USUAL_WANTS };
}

export interface FilmToRank {
  readonly figures: FilmFigures;
  readonly verdict: FilmVerdict;
}

const mayGo = ({ verdict, out }: Ranked) => verdict.kind !== 'refused' && out.length === 0;

/**
 * Ranks films for a pane: those that may not go, last; then by how well they meet what is wanted (musts count twice).
 * A must that is hardly met puts a film out. Where nothing is wanted, give `wantsOrUsual`: without wants all are alike.
 */
export function rankFilms(
  films: readonly FilmToRank[],
  bare: GlassFigures,
  wants: Wants,
  rules: RuleSet['film'],
): Ranked[] {
  const { levels } = wants;
  const wanted = WANTS.filter((want) => levels[want] !== undefined);
  const prices = films.flatMap(({ figures }) => pricePerM2(figures.film) ?? []);
  const cheapest = prices.length > 0 ? Math.min(...prices) : null;
  const ranked = films.map(({ figures, verdict }): Ranked => {
    const met = wanted
      .map((want) => ({
        want,
        share: wantScore(want, { figures, bare, cheapest, rules }),
        weight: WEIGHT[levels[want] ?? 'nice'],
      }))
      .sort((a, b) => b.share * b.weight - a.share * a.weight);
    const weights = met.reduce((sum, { weight }) => sum + weight, 0);
    const out: OutReason[] = [
      ...(figures.breakage.verdict === 'no' ? [{ code: 'breakage.no' } as const] : []),
      ...met
        .filter(({ want, share }) => levels[want] === 'must' && share < rules.mustFrom)
        .map(({ want, share }) => ({ code: 'must.missed', want, meets: share }) as const),
    ];
    const hidesByDay = privacyByDay(figures.film.kind, figures, bare, rules);
    if (wants.leastLight !== null && figures.visibleTransmittance < wants.leastLight)
      out.push({ code: 'limit.dark', light: figures.visibleTransmittance, least: wants.leastLight });
    if (wants.mostShine !== null && figures.visibleReflectanceOut > wants.mostShine)
      out.push({ code: 'limit.shine', shine: figures.visibleReflectanceOut, most: wants.mostShine });
    return {
      figures,
      verdict,
      score: met.reduce((sum, { share, weight }) => sum + share * weight, 0) / Math.max(1, weights),
      meets: met.map(({ want, share }) => ({ want, share })),
      out,
      covers: COVERS.has(figures.film.kind),
      hidesByDay,
      privateByDay: isHiddenByDay(hidesByDay, rules),
      unbeaten: true,
    };
  });
  // Plain rows of numbers: a catalogue may have thousands of films, and each is held against each.
  const shares = new Map(
    ranked.map((one) => [
      one,
      wanted.map((want) => one.meets.find((each) => each.want === want)?.share ?? 0),
    ]),
  );
  const going = ranked.filter(mayGo).map((one) => shares.get(one) ?? []);
  const beats = (one: readonly number[], other: readonly number[]) =>
    one.every((share, at) => share >= (other[at] ?? 0)) &&
    one.some((share, at) => share > (other[at] ?? 0) + 1e-9);
  return ranked
    .map((one) => ({
      ...one,
      unbeaten: mayGo(one) && !going.some((other) => beats(other, shares.get(one) ?? [])),
    }))
    .sort(
      (a, b) =>
        Number(mayGo(b)) - Number(mayGo(a)) ||
        Number(takesTheView(a)) - Number(takesTheView(b)) ||
        b.score - a.score,
    );
}

/** The three answers one gives first; the same film may be the answer to more than one. */
export interface FirstAnswers {
  readonly best: Ranked | null;
  /** Nearly as good, with more light and view. */
  readonly moreView: Ranked | null;
  /** The cheapest that does what must be done, nearly as well. */
  readonly cheapest: Ranked | null;
}

/** Nearly as good: from this share of the best score (a judgement). */
const NEARLY = 0.75;

/** Less light than this nobody sees side by side: maker's figures are given to a hundredth, and lots differ by as much. */
const SEEN_LIGHTER = 0.03;

export function firstAnswers(ranked: readonly Ranked[]): FirstAnswers {
  const going = ranked.filter((one) => mayGo(one) && !takesTheView(one));
  const [best = null] = going;
  if (!best) return { best: null, moreView: null, cheapest: null };
  const nearly = going.filter(({ score }) => score >= best.score * NEARLY);
  const clearer = nearly
    .filter(
      ({ figures }) =>
        figures.visibleTransmittance > best.figures.visibleTransmittance + SEEN_LIGHTER &&
        !COVERS.has(figures.film.kind),
    )
    .sort((a, b) => b.score - a.score);
  const price = (one: Ranked) => pricePerM2(one.figures.film) ?? Infinity;
  const byPrice = nearly.filter((one) => price(one) < price(best)).sort((a, b) => price(a) - price(b));
  return { best, moreView: clearer[0] ?? null, cheapest: byPrice[0] ?? null };
}
