/* Ways between places, from a router that does not exist and stands in for one. */

export interface TravelPlace {
  readonly latitude: number;
  readonly longitude: number;
}

const EARTH_KM = 6371;
const RAD = Math.PI / 180;
/** Roads are so much longer than the straight line, and driven at so much; getting in and out takes its time. */
const DETOUR = 1.35;
const KM_H = 42;
const AROUND_MIN = 3;

/** The straight way over the ground, km (haversine formula). */
export function straightKm(one: TravelPlace, other: TravelPlace): number {
  const [a, b] = [one.latitude * RAD, other.latitude * RAD];
  const half =
    Math.sin((b - a) / 2) ** 2 +
    Math.cos(a) * Math.cos(b) * Math.sin(((other.longitude - one.longitude) * RAD) / 2) ** 2;
  return 2 * EARTH_KM * Math.asin(Math.min(1, Math.sqrt(half)));
}

/** How much slower an hour of a working day is: up to a half at eight and at five o’clock. */
export function rushFactor(hour: number): number {
  const peak = (at: number) => Math.exp(-((hour - at) ** 2) / 1.5);
  return 1 + 0.5 * Math.max(peak(8), peak(17));
}

/** A way there and back over a working day. */
export interface WayThereAndBack {
  readonly km: number;
  readonly minutes: number;
}

/** The way to a site as the day begins and home as it ends, hours of the clock there, by a router that does not exist. */
export function standInWay(
  shop: TravelPlace,
  site: TravelPlace,
  { beginHour, endHour }: { readonly beginHour: number; readonly endHour: number },
): WayThereAndBack {
  const minutesAt = (hour: number) => standInTravelMin([shop, site], hour)[0]?.[1] ?? 0;
  return {
    km: Math.round(2 * straightKm(shop, site) * DETOUR),
    minutes: minutesAt(beginHour) + minutesAt(endHour),
  };
}

/**
 * Minutes between places by a router that does not exist, row from and column to, at an hour of the day. Ways of shortest
 * kind: none is longer than over a third place.
 */
export function standInTravelMin(places: readonly TravelPlace[], hour: number): number[][] {
  const minutes = places.map((from) =>
    places.map((to) => {
      const km = straightKm(from, to) * DETOUR;
      return km < 0.05 ? 0 : Math.ceil(AROUND_MIN + (km / KM_H) * 60 * rushFactor(hour));
    }),
  );
  const shortest = minutes.map((row) => [...row]);
  places.forEach((_, via) =>
    places.forEach((__, from) =>
      places.forEach((___, to) => {
        const over = (shortest[from]?.[via] ?? 0) + (shortest[via]?.[to] ?? 0);
        const row = shortest[from];
        if (row && over < (row[to] ?? 0)) row[to] = over;
      }),
    ),
  );
  return shortest;
}
