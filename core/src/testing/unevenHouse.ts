import {
  NO_READINGS,
  READING_PLACES,
  RECTANGLE,
  readingOf,
  type OpeningKind,
  type ReadingPlace,
  type Readings,
  type SurveyedPane,
} from '../survey/index.ts';
import { formatBareLength, seededRandom } from '../units/index.ts';

/** Slips of the thumb and of the eye that a house is measured with. */
export const THUMB_SLIPS = [
  'dropped',
  'doubled',
  'neighbouringKey',
  'swappedDigits',
  'inchMark',
  'tenCmMark',
  'cmForMm',
  'nextPane',
] as const;
export type ThumbSlip = (typeof THUMB_SLIPS)[number];

export interface UnevenHouse {
  readonly panes: readonly SurveyedPane[];
  /** By pane: how it was read, and how many others are of its size. */
  readonly read: ReadonlyMap<string, { readonly way: 'once' | 'threes' | 'twice'; readonly alike: number }>;
}

const KINDS: readonly OpeningKind[] = ['fixed', 'casement', 'sash', 'fanlight', 'shopfront'];
const UPRIGHT: ReadonlySet<OpeningKind> = new Set(['casement', 'sash']);

/** A normal deviate by Box and Muller. */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/**
 * A house whose frames are uneven by `unevenMm` (one standard deviation at each place), read with a tape that is off by half a
 * millimetre: half the panes once each way, a quarter at three places, a quarter at three places twice; one in five leans by 5 to
 * 15 mm; few are alike. Every number by seed.
 */
export function unevenHouse(count: number, unevenMm: number, seed: number): UnevenHouse {
  const random = seededRandom(seed);
  const between = (from: number, to: number) => from + random() * (to - from);
  const panes: SurveyedPane[] = [];
  const read = new Map<string, { way: 'once' | 'threes' | 'twice'; alike: number }>();
  let wall = 0;
  while (panes.length < count) {
    const alike = Math.min(count - panes.length, random() < 0.75 ? 1 : 2 + Math.floor(random() * 4));
    if (random() < 0.35) wall += 1;
    const opening = KINDS[Math.floor(random() * KINDS.length)] ?? 'fixed';
    const baseWidth = between(350, 1500);
    const baseHeight = UPRIGHT.has(opening) ? baseWidth * between(1.3, 2.4) : between(400, 2300);
    const declared = alike > 1 && random() < 0.5 ? `set ${panes.length}` : null;
    for (let at = 0; at < alike; at += 1) {
      const id = `p${panes.length}`;
      const roll = random();
      const way = roll < 0.5 ? 'once' : roll < 0.75 ? 'threes' : 'twice';
      const lean = random() < 0.2 ? between(5, 15) * (random() < 0.5 ? -1 : 1) : 0;
      const take = (mm: number) => {
        const there = mm + normal(random) * unevenMm;
        const tape = () => Math.round(there + normal(random) * 0.5);
        const first = tape();
        const reading = readingOf(first, String(first));
        return way === 'twice'
          ? {
              ...reading,
              again: [{ mm: tape(), typed: '', by: 'Tove Lind', at: null, instrument: 'tape' as const }],
            }
          : reading;
      };
      const readings: Readings = {
        ...NO_READINGS,
        widthTop: take(baseWidth),
        heightLeft: take(baseHeight),
        ...(way === 'once'
          ? {}
          : {
              widthMiddle: take(baseWidth + lean / 2),
              widthBottom: take(baseWidth + lean),
              heightMiddle: take(baseHeight),
              heightRight: take(baseHeight),
            }),
      } as Readings;
      read.set(id, { way, alike: alike - 1 });
      panes.push({
        id,
        wallId: `w${wall}`,
        opening,
        readings,
        shape: RECTANGLE,
        twinSet: declared,
        sillMm: 0,
        wall: null,
        hole: null,
        gridLeaves: null,
      });
    }
  }
  return { panes, read };
}

const NEIGHBOURS: Readonly<Record<string, string>> = {
  '0': '2',
  '1': '24',
  '2': '1350',
  '3': '26',
  '4': '157',
  '5': '2468',
  '6': '359',
  '7': '48',
  '8': '579',
  '9': '68',
};

function slipped(mm: number, slip: ThumbSlip, next: number | null, random: () => number): number | null {
  const digits = String(Math.round(mm));
  const at = Math.floor(random() * digits.length);
  const digit = digits[at] ?? '';
  const put = (text: string) => Number(digits.slice(0, at) + text + digits.slice(at + 1));
  switch (slip) {
    case 'dropped':
      return put('');
    case 'doubled':
      return put(digit + digit);
    case 'neighbouringKey': {
      const keys = NEIGHBOURS[digit] ?? '';
      return put(keys[Math.floor(random() * keys.length)] ?? digit);
    }
    case 'swappedDigits':
      return at + 1 < digits.length
        ? Number(digits.slice(0, at) + (digits[at + 1] ?? '') + digit + digits.slice(at + 2))
        : null;
    case 'inchMark':
      return Math.round(mm + (random() < 0.5 ? 25.4 : -25.4));
    case 'tenCmMark':
      return Math.round(mm) + (random() < 0.5 ? 100 : -100);
    case 'cmForMm':
      return Math.round(mm / 10);
    case 'nextPane':
      return next;
  }
}

/** Puts one slip, larger than 6 mm and than four times the unevenness, into every tenth pane or so, one a pane. */
export function withThumbSlips(house: UnevenHouse, unevenMm: number, seed: number) {
  const random = seededRandom(seed + 1_000);
  const least = Math.max(6, 4 * unevenMm);
  const put: {
    readonly paneId: string;
    readonly place: ReadingPlace;
    readonly slip: ThumbSlip;
    readonly trueMm: number;
  }[] = [];
  const panes = house.panes.map((pane, at) => {
    if (random() > 0.1) return pane;
    const slip = THUMB_SLIPS[Math.floor(random() * THUMB_SLIPS.length)] ?? 'dropped';
    const places = READING_PLACES.filter((place) => pane.readings[place]);
    const place = places[Math.floor(random() * places.length)];
    const reading = place && pane.readings[place];
    if (!reading) return pane;
    const next =
      house.panes[at + 1]?.readings[place.startsWith('width') ? 'widthTop' : 'heightLeft']?.mm ?? null;
    const wrong = slipped(reading.mm, slip, next, random);
    if (wrong === null || wrong < 10 || Math.abs(wrong - reading.mm) <= least) return pane;
    put.push({ paneId: pane.id, place, slip, trueMm: reading.mm });
    const typed = formatBareLength(wrong, { unit: 'mm' });
    return { ...pane, readings: { ...pane.readings, [place]: { ...reading, mm: wrong, typed } } };
  });
  return { panes, put };
}
