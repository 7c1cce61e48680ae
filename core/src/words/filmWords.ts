import type { Film } from '../film/index.ts';
import { WANTS, type Room, type Want } from '../survey/index.ts';
import {
  lessThanBare,
  privacyEndsAt,
  seenFrom,
  type FilmFigures,
  type GlassFigures,
  type Looks,
  type OutReason,
  type ProfessionalReason,
  type Ranked,
} from '../advice/index.ts';
import type { Breakage, BreakageCause, BreakageVerdict, Uncertainty } from '../glazing/index.ts';
import type { RuleSet } from '../rules/index.ts';
import {
  assertNever,
  formatArea,
  formatLength,
  formatNumber,
  formatShare,
  type LengthUnit,
} from '../units/index.ts';
import { MONTH_NAMES } from './names.ts';

const BECAUSE: Readonly<Record<Uncertainty['because'], string>> = {
  selectiveOnColoured:
    'the film is selective and the glass coloured or coated: what each takes out of the spectrum is not known by one broad band',
  selective: 'the film is selective: one broad band says little of how it takes the infrared',
  broadBand: 'reckoned in one broad solar band',
};

/** How far a SHGC may be off, and why. */
export function describeUncertainty({ shgc, because }: Uncertainty): string {
  return `SHGC within ${formatNumber(shgc, 2)} either way: ${BECAUSE[because]}.`;
}

/** What people want, as they say it. */
export const WANT_NAMES: Readonly<Record<Want, string>> = {
  heat: 'Less heat',
  glare: 'Less glare',
  fading: 'Less fading',
  privacyDay: 'Privacy by day',
  privacyNight: 'Privacy by night',
  decoration: 'Decoration',
  safety: 'Safety',
  burglary: 'Delay a burglar',
  warmth: 'Warmth in winter',
  marking: 'A door people see',
  front: 'No change outside',
  view: 'Light and view',
  removable: 'Removable',
  budget: 'A low price',
};

/** What a room wants of its glass, as one sentence without a full stop: musts first. Null where nobody has said anything. */
export function describeWants({ levels, leastLight, mostShine }: Room['wants']): string | null {
  const wanted = WANTS.filter((want) => levels[want] !== undefined);
  const musts = wanted.filter((want) => levels[want] === 'must');
  const nice = wanted.filter((want) => levels[want] === 'nice');
  const names = [
    ...musts.map((want) => `${WANT_NAMES[want]} (must)`),
    ...nice.map((want) => WANT_NAMES[want]),
  ].join(', ');
  const parts = [
    names,
    leastLight === null ? '' : `not darker than ${formatShare(leastLight)}`,
    mostShine === null ? '' : `not shinier outside than ${formatShare(mostShine)}`,
  ].filter((part) => part !== '');
  const [first, ...rest] = parts;
  if (first === undefined) return null;
  return [first.charAt(0).toUpperCase() + first.slice(1).toLowerCase(), ...rest].join('; ');
}

/** What a film does for a want, with its figure; null where there is nothing to say. */
function effectPhrase(want: Want, share: number, figures: FilmFigures, bare: GlassFigures): string | null {
  const less = lessThanBare(figures, bare);
  switch (want) {
    case 'heat':
      return `keeps out ${formatShare(less.heat)} of the heat the glass lets in`;
    case 'glare':
      return `takes ${formatShare(less.glare)} of the light that dazzles`;
    case 'fading':
      return `slows fading by ${formatFadingSlowed(less.fading)}`;
    case 'view':
      return `lets ${formatShare(figures.visibleTransmittance)} of the light through`;
    case 'privacyDay':
      return share > 0.6 ? 'hides the room by day' : share > 0.25 ? 'veils the room by day' : null;
    case 'privacyNight':
      return share > 0.5 ? 'hides the room by night as well' : null;
    case 'decoration':
      return share > 0 ? 'decorates' : null;
    case 'safety':
      return share > 0.5 ? 'holds broken glass together' : null;
    case 'burglary':
      return share > 0.5 ? 'delays a burglar, if it is anchored to the frame' : null;
    case 'warmth':
      return share > 0.1
        ? `saves ${formatShare(1 - figures.uValue / bare.uValue)} of the warmth that the glass loses`
        : null;
    case 'marking':
      return share > 0.5 ? 'is seen before one walks into the glass' : null;
    case 'front':
      return share > 0.7
        ? 'leaves the front as it looks'
        : `throws ${formatShare(figures.visibleReflectanceOut)} of the light back outside`;
    case 'removable':
      return share > 0.5 ? 'comes off again' : null;
    case 'budget':
      return share > 0.7 ? 'is among the cheapest' : null;
    default:
      return assertNever(want);
  }
}

const sentence = (parts: readonly string[]) => {
  const text = parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
};

/** Why a film has its place, in one sentence with its figures. */
export function describeRank({ figures, meets }: Ranked, bare: GlassFigures): string {
  const parts = meets.flatMap(({ want, share }) => effectPhrase(want, share, figures, bare) ?? []);
  return parts.length > 0 ? sentence(parts.slice(0, 3)) : 'Does little of what is wanted here.';
}

/** Nothing stops fading: what a film slows it by is rounded down, and never the whole. */
const MOST_FADING_SLOWED = 0.95;

/** How far a film slows fading, as a share; never said to be all of it. */
export function formatFadingSlowed(share: number): string {
  return share > MOST_FADING_SLOWED
    ? `up to ${formatShare(MOST_FADING_SLOWED)}`
    : formatShare(Math.floor(share * 100) / 100);
}

export const BREAKAGE_NAMES: Readonly<Record<BreakageVerdict, string>> = {
  fine: 'fine',
  ask: 'ask the film maker',
  no: 'do not',
};

const CAUSES: Readonly<Record<BreakageCause, string>> = {
  absorption: 'the film takes up the sun: one that takes up less, or one for the outside, would help',
  blind: 'the blind or curtain behind throws heat back: without it the glass stays cooler',
  shadow: 'a shadow line keeps part of the pane cold',
  frame: 'the frame keeps the edge cold',
  cold: 'the morning is cold and the room warm',
  weakGlass: 'this glass bears little',
  block: 'glass block is never filmed on the room side',
  nothing: 'nothing weighs much',
};

/** How near the glass comes to what it bears, when, and what decides. */
export function describeBreakage({ deltaK, allowableK, cause }: Breakage, worstMonth: number): string {
  const month = MONTH_NAMES[worstMonth - 1] ?? '';
  return `On a clear morning in ${month} the middle gets ${Math.round(deltaK)} K over its edge; such glass bears about ${Math.round(allowableK)} K. What decides: ${CAUSES[cause]}. Check the maker’s film-to-glass chart.`;
}

/** Why a film is out of the question here. */
export function describeOut(reason: OutReason, figures: FilmFigures): string {
  switch (reason.code) {
    case 'breakage.no':
      return `The glass may crack. ${describeBreakage(figures.breakage, figures.worstMonth)}`;
    case 'must.missed':
      return `“${WANT_NAMES[reason.want]}” is a must here, and it does hardly any of it.`;
    case 'limit.dark':
      return `Too dark: ${formatShare(reason.light)} of the light comes through, at least ${formatShare(reason.least)} is wanted.`;
    case 'limit.shine':
      return `Too shiny: it reflects ${formatShare(reason.shine)} of the light, at most ${formatShare(reason.most)} is wanted.`;
    default:
      return assertNever(reason);
  }
}

/** Why a householder had better leave a pane to a professional, as the end of a sentence. */
export function describeProfessional(reason: ProfessionalReason, unit: LengthUnit): string {
  switch (reason.code) {
    case 'heat':
      return reason.verdict === 'no'
        ? 'the glass may crack in the sun with this film'
        : 'the glass gets hot with this film, and the film maker has to be asked first';
    case 'height':
      return `the top of the glass is ${formatLength(reason.topMm, { unit })} over the ${reason.over}`;
    case 'bead':
      return 'this film only holds where its edge is anchored to the frame with a bead';
    case 'splice':
      return 'it takes more than one panel, with a seam cut on the glass';
    case 'size':
      return `${formatArea(reason.areaM2, unit)} is more than one pair of hands holds`;
    default:
      return assertNever(reason);
  }
}

/** Rough hours of the day by the daylight outdoors. */
function lightOf(lux: number): string {
  if (lux > 20_000) return 'in full daylight';
  if (lux > 2_000) return 'on a dull day';
  if (lux > 100) return 'towards dusk';
  return 'after dark';
}

/** The same in few words, for where it stands beside a picture. */
export function describeSeen({ covers, privateByDay }: Pick<Ranked, 'covers' | 'privateByDay'>): string {
  if (covers) return 'Nobody sees through it, day or night.';
  return privateByDay ? 'By day not seen from the street; with the lamps on it is.' : 'Seen from the street.';
}

export const MOUNT_NAMES: Readonly<Record<Film['mount'], string>> = {
  inside: 'Inside',
  outside: 'Outside',
};

/** Who sees whom through a film, by day and by night. `privateByDay` by the house rules. */
export function describeView(
  looks: Looks,
  privateByDay: boolean,
  { daylight, lamplight }: RuleSet['film'],
): string {
  if (looks.covers) return 'Nobody sees through it, by day or by night; close to the film shapes may show.';
  const out = formatShare(seenFrom('indoors', looks, daylight).clear);
  const ends = privacyEndsAt(looks, lamplight.indoors);
  const hidden = privateByDay
    ? 'By day one looks out and is not seen'
    : 'By day one looks out and may be seen from near';
  const dusk =
    ends === null || ends > 20_000
      ? 'with the lamps on the room is seen even by day'
      : `with the lamps on the room is seen ${lightOf(ends)}, below about ${Math.round(ends / 10) * 10} lux outdoors`;
  return `${hidden} (${out} of what the eye meets is the view); ${dusk}.`;
}
