import type { Town } from '@neat-sill/core/contract';
import { cityMapping } from 'city-timezones';

const MOST_TOWNS = 8;
const DEGREE = Math.PI / 180;

const plain = (text: unknown) =>
  String(text ?? '')
    .normalize('NFD')
    .replaceAll(/\p{M}/gu, '')
    .toLowerCase();

interface KnownTown {
  readonly town: Town;
  readonly people: number;
  readonly names: readonly string[];
  /** What may stand after a comma: province, country, their letters. */
  readonly around: readonly string[];
}

/** Larger towns of the world (open list of the package city-timezones), those with most people first. */
const TOWNS: readonly KnownTown[] = cityMapping
  .map(({ city, city_ascii, lat, lng, pop, country, iso2, iso3, province, timezone }) => ({
    town: {
      name: city,
      around: [province, country].filter(Boolean).join(', '),
      latitude: lat,
      longitude: lng,
      timeZone: timezone,
    },
    people: pop,
    names: [...new Set([plain(city), plain(city_ascii)])],
    around: [province, country, iso2, iso3].map((name) => plain(name)),
  }))
  .filter(({ town }) => town.timeZone)
  .sort((a, b) => b.people - a.people);

/** Towns whose name begins as typed, largest first; after a comma the province or country may be begun: `Portland, Ma`. */
export function townsLike(typed: string): Town[] {
  const [name = '', ...after] = plain(typed)
    .split(',')
    .map((part) => part.trim());
  if (name.length < 2) return [];
  const fits = ({ names, around }: KnownTown) =>
    names.some((each) => each.startsWith(name)) &&
    after.every((begun) => around.some((each) => each.startsWith(begun)));
  return TOWNS.filter(fits)
    .slice(0, MOST_TOWNS)
    .map(({ town }) => town);
}

/** The town that is nearest to a place, along the great circle. */
export function nearestTown(latitude: number, longitude: number): Town {
  const chord = (town: Town) => {
    const [lat1, lat2] = [latitude * DEGREE, town.latitude * DEGREE];
    const across = (town.longitude - longitude) * DEGREE;
    return Math.sin((lat2 - lat1) / 2) ** 2 + Math.cos(lat1) * Math.cos(lat2) * Math.sin(across / 2) ** 2;
  };
  return TOWNS.map(({ town }) => town).reduce((best, town) => (chord(town) < chord(best) ? town : best));
}
