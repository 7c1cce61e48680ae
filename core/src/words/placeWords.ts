import type { GlassDisagreement, GlassDoubt } from '../glazing/index.ts';
import type { FillProblem, FillRule } from '../film/index.ts';
import type { Circumstance, Coverage } from '../survey/index.ts';
import type { AtSeat, ColourShift, GlareFelt, Tone } from '../advice/index.ts';
import {
  assertNever,
  countOf,
  formatLength,
  formatNumber,
  formatShare,
  formatTemperature,
  type LengthUnit,
} from '../units/index.ts';
import { GLASS_NAMES, OPENING_NAMES } from './names.ts';

export const CIRCUMSTANCE_NAMES: Readonly<Record<Circumstance, string>> = {
  wetRoom: 'Wet room',
  wayOut: 'Way out in a fire',
  fireRated: 'Fire-rated glass',
};

const FELT: Readonly<Record<GlareFelt, string>> = {
  hardly: 'hardly felt',
  noticed: 'noticed',
  disturbing: 'disturbing',
  unbearable: 'unbearable',
};

/** The glare at a seat with its index, and by what convention. */
export function describeGlare({ glare, felt }: Pick<AtSeat, 'glare' | 'felt'>): string {
  return `${formatShare(glare)}, ${FELT[felt]}`;
}

/** How the glass makes a seat feel, in summer sun and winter night. */
export function describeSeatWarmth(at: AtSeat, unit: LengthUnit): string {
  const kelvin = (k: number) =>
    `${k < 0 ? '−' : '+'}${formatNumber(Math.abs(unit === 'in' ? k * 1.8 : k), 1)} ${unit === 'in' ? '°F' : 'K'}`;
  return `${formatTemperature(at.summerFaceC, unit)} in the sun (felt ${kelvin(at.summerFeltK)}), ${formatTemperature(at.winterFaceC, unit)} in frost (felt ${kelvin(at.winterFeltK)})`;
}

const TONE_NAMES: Readonly<Record<Tone, string>> = {
  red: 'red',
  orange: 'bronze',
  yellow: 'yellow',
  green: 'green',
  blueGreen: 'blue-green',
  blue: 'blue',
  violet: 'violet',
};

/** What a film does to the colour of the light. */
export function describeColour({ seen, towards, shift }: ColourShift): string {
  if (seen === 'none' || towards === null) return 'colours stay';
  return `${seen === 'slight' ? 'a little' : 'plainly'} towards ${TONE_NAMES[towards]} (${formatNumber(shift)} in a*b*)`;
}

/** What film covers of a pane. */
export function describeCoverage(coverage: Coverage, unit: LengthUnit): string {
  const show = (mm: number) => formatLength(mm, { unit });
  switch (coverage.kind) {
    case 'whole':
      return 'whole pane';
    case 'band':
      return `band ${show(coverage.fromFloorMm)} to ${show(coverage.toFloorMm)} over the floor`;
    case 'lower':
      return `lower part, up to ${show(coverage.toFloorMm)} over the floor`;
    case 'markings':
      return 'door markings at the heights of the house rules';
    case 'gradient':
      return `gradient from the ${coverage.from} over ${show(coverage.reachMm)}`;
    default:
      return assertNever(coverage);
  }
}

/** Why a rule for many panes is not understood. */
export function describeFillProblem(problem: FillProblem): string {
  switch (problem.code) {
    case 'fill.noFilmNamed':
      return 'Which film? Write it after a colon: all west glass: Gannet Silver 20, except doors.';
    case 'fill.unknownFilm':
      return `The shop has no film by the name “${problem.word}”.`;
    case 'fill.manyFilms':
      return `“${problem.word}” may be ${problem.names.slice(0, 4).join(', ')}${problem.names.length > 4 ? ' or others' : ''}; write more of its name.`;
    case 'fill.unknownWord':
      return `“${problem.word}” is no direction, room, opening or kind of glass here.`;
    default:
      return assertNever(problem);
  }
}

/** Reads a rule back, so that one sees how it was understood. */
export function readBackRule(rule: FillRule, room: string | null, film: string | null): string {
  const named = (kinds: readonly string[]) => kinds.map((kind) => kind.toLowerCase()).join(', ');
  const openings = (kinds: FillRule['exceptOpenings']) => named(kinds.map((kind) => OPENING_NAMES[kind]));
  const glass = (kinds: FillRule['exceptGlass']) => named(kinds.map((kind) => GLASS_NAMES[kind]));
  const which = [
    rule.openings ? openings(rule.openings) : 'all panes',
    rule.glass ? `of ${glass(rule.glass)}` : '',
    rule.facings.length > 0 ? `that face ${rule.facings.join(' or ')}` : '',
    room ? `in ${room}` : '',
  ].filter(Boolean);
  const except = [openings(rule.exceptOpenings), glass(rule.exceptGlass)].filter(Boolean);
  return `${film ?? 'No film'} on ${which.join(' ')}${except.length > 0 ? `, but not on ${except.join(', ')}` : ''}`;
}

function describeDisagreement(each: GlassDisagreement, unit: LengthUnit): string {
  switch (each.about) {
    case 'panes':
      return `the detector counts ${countOf(each.found, 'pane')} where ${each.entered} ${each.entered === 1 ? 'is' : 'are'} entered`;
    case 'coating':
      if (each.found === null) return 'it finds no low-e coating';
      return each.entered === null
        ? `it finds a low-e coating on face ${each.found} that is not entered`
        : `the low-e coating is on face ${each.found}, not on ${each.entered}`;
    case 'thickness':
      return `the glass is ${formatLength(each.found, { unit })} thick, entered ${formatLength(each.entered, { unit })}`;
    case 'light':
      return `${formatShare(each.found)} of the light comes through, such glass lets ${formatShare(each.entered)}`;
    case 'solar':
      return `${formatShare(each.found)} of the heat comes through, such glass lets ${formatShare(each.entered)}`;
    case 'uv':
      return `${formatShare(each.found)} of the UV comes through, such glass lets ${formatShare(each.entered)}`;
    default:
      return assertNever(each);
  }
}

/** What instruments say against the glass that was entered, and what it may be. */
export function describeGlassDoubt({ disagreements, likely }: GlassDoubt, unit: LengthUnit): string {
  const said = disagreements.map((each) => describeDisagreement(each, unit)).join('; ');
  const sentence = `${said.charAt(0).toUpperCase()}${said.slice(1)}.`;
  return likely ? `${sentence} Perhaps it is: ${GLASS_NAMES[likely].toLowerCase()}.` : sentence;
}
