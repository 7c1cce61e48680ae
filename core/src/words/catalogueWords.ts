import { formatNumber } from '../units/index.ts';
import type { FilmColumn, FilmLineProblem } from '../film/index.ts';
import { capital, describeCellProblem } from './cellWords.ts';

/** What the columns of a catalogue sheet are called in sentences. */
export const FILM_COLUMN_NAMES: Readonly<Record<FilmColumn, string>> = {
  id: 'id',
  name: 'name',
  letter: 'letter',
  kind: 'kind of film',
  hold: 'how it holds',
  mount: 'inside or outside',
  thicknessUm: 'thickness (µm)',
  visibleTransmitted: 'visible transmittance (VLT)',
  visibleReflectedOut: 'visible reflectance outside (VLR)',
  visibleReflectedIn: 'visible reflectance inside',
  solarTransmitted: 'solar transmittance',
  solarReflectedOut: 'solar reflectance outside',
  solarReflectedIn: 'solar reflectance inside',
  uvTransmitted: 'UV transmittance',
  emissivity: 'emissivity',
  solarAbsorbed: 'solar absorptance',
  castA: 'cast a*',
  castB: 'cast b*',
  madeFor: 'made for',
  openMetal: 'open metal',
  lifeYears: 'life (years)',
  warrantyYears: 'warranty (years)',
  cureDays: 'cure (days)',
  turn: 'lay',
  matchEdges: 'same edge at seams',
  mayBeSeamed: 'may be seamed',
  patternAcrossMm: 'repeat across (mm)',
  patternAlongMm: 'repeat along (mm)',
  patternDrop: 'match (straight or half)',
  lots: 'lots',
  discontinuedOn: 'discontinued from (day)',
  rollWidthMm: 'roll width (mm)',
  rollLengthMm: 'roll length (mm)',
  rollPrice: 'price of the roll',
  soldBy: 'sold by roll, metre, sheet or motif',
  priceFrom: 'price from (day)',
};

const two = (share: number) => formatNumber(share, 2);

/** What is wrong with a line of a catalogue sheet and how to mend it, in one sentence. */
export function describeFilmLineProblem(problem: FilmLineProblem): string {
  switch (problem.code) {
    case 'film.sum':
      return `Transmitted, reflected and absorbed add to ${two(problem.sum)}; they must add to 1. Look which of the three is off.`;
    case 'film.overOne':
      return `${problem.band === 'solar' ? 'The sun’s energy' : 'Visible light'} transmitted and reflected ${problem.side === 'out' ? 'outside' : 'inside'} add to ${two(problem.sum)}, more than there is. Look which of the two is off.`;
    case 'film.mixedUnits':
      return `${problem.text} (${FILM_COLUMN_NAMES[problem.column]}) looks like a share among per cents; write all optics the one way or all the other.`;
    case 'film.sidesMixed':
      return `A dual-reflective film reflects more outside than inside; here it is ${two(problem.out)} against ${two(problem.into)}. Perhaps glass side and room side are exchanged.`;
    case 'film.visibleOverSolar':
      return `${two(problem.visible)} of the visible light but only ${two(problem.solar)} of the sun’s energy cannot be: visible light alone brings ${two(problem.least)}. Perhaps the two are exchanged.`;
    case 'film.solarOverVisible':
      return `${two(problem.solar)} of the sun’s energy with ${two(problem.visible)} of the visible light cannot be: at most ${two(problem.most)}. Look which of the two is off.`;
    case 'film.twice':
      return `“${problem.name}” stands in the sheet twice with figures; a second line may only add a roll or a price.`;
    case 'film.field':
      return `${capital(FILM_COLUMN_NAMES[problem.field as FilmColumn] ?? problem.field)}: ${problem.message}.`;
    default:
      return describeCellProblem(problem, FILM_COLUMN_NAMES[problem.column], 'mm');
  }
}
