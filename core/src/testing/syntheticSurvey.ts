import {
  ALL_PLACES,
  NO_READINGS,
  READING_PLACES,
  RECTANGLE,
  readingOf,
  type AnyPlace,
  type OpeningKind,
  type Readings,
  type SurveyedPane,
} from '../survey/index.ts';
import { MM_PER_INCH, formatBareLength, seededRandom } from '../units/index.ts';

/** Blunders that people make with a tape, as they are put into a survey. */
export const BLUNDERS = [
  'swappedDigits',
  'otherUnit',
  'exchanged',
  'fraction',
  'offByOneFoot',
  'offBy10cm',
  'offTwins',
  'diagonal',
  'tallerThanWall',
  'largerThanHole',
] as const;
export type Blunder = (typeof BLUNDERS)[number];

type Unit = 'mm' | 'in';
interface SurveyedWithUnit {
  /** How many panes are its twins, itself counted. */
  readonly twins: number;
  readonly pane: SurveyedPane;
  readonly unit: Unit;
}

const KINDS: readonly OpeningKind[] = [
  'fixed',
  'casement',
  'sash',
  'fanlight',
  'shopfront',
  'partition',
  'frenchDoor',
];
const UPRIGHT: ReadonlySet<OpeningKind> = new Set(['casement', 'sash', 'frenchDoor']);
const SIXTEENTH_MM = MM_PER_INCH / 16;

interface Like {
  readonly width: number;
  readonly height: number;
  readonly opening: OpeningKind;
}

/**
 * A survey of `count` panes as a tape gives it: noise of up to 1 mm on every reading, half the sets in inches to a
 * sixteenth, twins in sets of up to eight, one set in twenty the last one lying on its side, some panes really odd, some really leaning, one in five read once each way
 * only, a third with diagonals, a fifth with a second reading, a tenth with the hole in the frame.
 */
export function syntheticSurvey(count: number, seed: number): SurveyedWithUnit[] {
  const random = seededRandom(seed);
  const between = (from: number, to: number) => from + random() * (to - from);
  const panes: SurveyedWithUnit[] = [];
  let wallNumber = 0;
  const sets: Like[] = [];
  while (panes.length < count) {
    const twins = Math.min(count - panes.length, 1 + Math.floor(random() * 8));
    if (random() < 0.6) wallNumber += 1;
    const unit: Unit = random() < 0.5 ? 'mm' : 'in';
    const drawn = KINDS[Math.floor(random() * KINDS.length)] ?? 'fixed';
    const last = sets.at(-1);
    const level = last && !UPRIGHT.has(last.opening) && random() < 0.05 ? last : null;
    const opening: OpeningKind = level?.opening ?? drawn;
    const base = { width: between(350, 1500), height: 0 };
    base.height = UPRIGHT.has(opening) ? base.width * between(1.3, 2.4) : between(400, 2400);
    if (level) Object.assign(base, { width: level.height, height: level.width });
    sets.push({ ...base, opening });
    const sillMm = Math.round(between(100, 1000));
    const wall = { widthMm: 9000, heightMm: Math.round(sillMm + base.height + between(150, 700)) };
    const declared = twins > 1 && random() < 0.5 ? `twins ${panes.length}` : null;
    for (let at = 0; at < twins; at += 1) {
      const odd = random() < 0.04 ? between(15, 160) * (random() < 0.5 ? -1 : 1) : 0;
      const lean = random() < 0.03 ? between(5, 12) : 0;
      const width = base.width + between(-0.5, 0.5) + odd;
      const height = base.height + between(-0.5, 0.5);
      const once = random() < 0.2;
      const withDiagonals = !once && random() < 0.33;
      const withSecond = random() < 0.2;
      const read = (mm: number) => {
        const noisy = mm + between(-1, 1);
        return unit === 'mm' ? Math.round(noisy) : Math.round(noisy / SIXTEENTH_MM) * SIXTEENTH_MM;
      };
      const take = (mm: number) => {
        const length = read(mm);
        const reading = readingOf(length, formatBareLength(length, { unit, denominator: 16 }));
        return withSecond
          ? {
              ...reading,
              again: [{ ...readingOf(read(mm), ''), by: 'Tove Lind' }].map(
                ({ keptBecause: _, again: __, ...rest }) => rest,
              ),
            }
          : reading;
      };
      const middleLean = width + lean / 2;
      const readings: Readings = {
        ...NO_READINGS,
        widthTop: take(width),
        ...(once ? {} : { widthMiddle: take(middleLean), widthBottom: take(width + lean) }),
        heightLeft: take(height),
        ...(once ? {} : { heightMiddle: take(height), heightRight: take(height) }),
        ...(withDiagonals
          ? {
              diagonalDown: take(Math.hypot(middleLean, height)),
              diagonalUp: take(Math.hypot(middleLean, height)),
            }
          : {}),
      };
      const hole = random() < 0.1 ? { widthMm: width + lean + 12, heightMm: height + 12 } : null;
      panes.push({
        unit,
        twins,
        pane: {
          id: `p${panes.length}`,
          wallId: `w${wallNumber}`,
          opening,
          readings,
          shape: RECTANGLE,
          twinSet: odd === 0 ? declared : null,
          sillMm,
          wall,
          hole,
          gridLeaves: null,
        },
      });
    }
  }
  return panes;
}

export interface Blundered {
  readonly pane: SurveyedPane;
  readonly blunder: Blunder;
  readonly place: AnyPlace;
  readonly trueMm: number;
}

function swapDigits(mm: number, unit: Unit, random: () => number): number | null {
  const number = unit === 'mm' ? String(Math.round(mm)) : String(Math.floor(mm / MM_PER_INCH + 1e-6));
  const at = Math.floor(random() * (number.length - 1));
  const swapped = `${number.slice(0, at)}${number[at + 1]}${number[at]}${number.slice(at + 2)}`;
  const step = unit === 'mm' ? 1 : MM_PER_INCH;
  const wrong = mm + (Number(swapped) - Number(number)) * step;
  return swapped === number || Number(swapped) < 100 / step ? null : wrong;
}

function wrongLength(
  blunder: Blunder,
  mm: number,
  { pane, unit }: SurveyedWithUnit,
  place: AnyPlace,
  random: () => number,
): number | null {
  const upright = place.startsWith('height');
  const either = <Value>(...values: readonly Value[]) =>
    values[Math.floor(random() * values.length)] as Value;
  switch (blunder) {
    case 'swappedDigits':
    case 'diagonal':
      return swapDigits(mm, unit, random);
    case 'otherUnit':
      return unit === 'in'
        ? either(mm / MM_PER_INCH, (mm / MM_PER_INCH) * 10)
        : either(mm / 10, mm * MM_PER_INCH);
    case 'fraction': {
      const sixteenths = Math.round(mm / SIXTEENTH_MM);
      const part = sixteenths % 16;
      return unit === 'in' && part > 0 && part % 2 === 0 ? (sixteenths - part / 2) * SIXTEENTH_MM : null;
    }
    case 'offByOneFoot':
      return unit === 'in' ? mm + either(12, -12) * MM_PER_INCH : null;
    case 'offBy10cm':
      return unit === 'mm' ? mm + either(100, -100) : null;
    case 'offTwins':
      return mm + either(1, -1) * (15 + random() * 60);
    case 'tallerThanWall':
      return upright && pane.wall ? pane.wall.heightMm - pane.sillMm + 40 + random() * 300 : null;
    case 'largerThanHole': {
      const holeMm = pane.hole && (upright ? pane.hole.heightMm : pane.hole.widthMm);
      return holeMm === null ? null : holeMm + 3 + random() * 30;
    }
    case 'exchanged':
      return null;
  }
}

function exchangedReadings(readings: Readings): Readings {
  const { widthTop, widthMiddle, widthBottom, heightLeft, heightMiddle, heightRight } = readings;
  return {
    ...readings,
    widthTop: heightLeft,
    widthMiddle: heightMiddle,
    widthBottom: heightRight,
    heightLeft: widthTop,
    heightMiddle: widthMiddle,
    heightRight: widthBottom,
  };
}

/** Puts one blunder of a kind into one reading of a pane; null where this pane can't have it. */
export function putBlunder(
  surveyed: SurveyedWithUnit,
  blunder: Blunder,
  random: () => number,
): Blundered | null {
  const { pane, unit, twins } = surveyed;
  // Without twins nothing tells that a pane is off from them, or that it was written the wrong way round.
  if ((blunder === 'offTwins' || blunder === 'exchanged') && twins < 3) return null;
  if (blunder === 'exchanged') {
    const [width, height] = [pane.readings.widthTop?.mm ?? 0, pane.readings.heightLeft?.mm ?? 0];
    if (Math.abs(width - height) < 30) return null;
    return {
      pane: { ...pane, readings: exchangedReadings(pane.readings) },
      blunder,
      place: 'widthTop',
      trueMm: width,
    };
  }
  const places = blunder === 'diagonal' ? (['diagonalDown', 'diagonalUp'] as const) : READING_PLACES;
  const read = ALL_PLACES.filter(
    (place) => (places as readonly AnyPlace[]).includes(place) && pane.readings[place],
  );
  const place = read[Math.floor(random() * read.length)];
  const reading = place && pane.readings[place];
  if (!reading) return null;
  const wrong = wrongLength(blunder, reading.mm, surveyed, place, random);
  if (wrong === null || wrong < 1 || Math.abs(wrong - reading.mm) < 0.5) return null;
  const typed = formatBareLength(wrong, { unit, denominator: 16 });
  const readings = { ...pane.readings, [place]: { ...reading, mm: wrong, typed, again: [] } };
  return { pane: { ...pane, readings }, blunder, place, trueMm: reading.mm };
}

/** Puts blunders into `wanted` panes of a survey, the kinds in turn, one a pane. */
export function withBlunders(survey: readonly SurveyedWithUnit[], wanted: number, seed: number) {
  const random = seededRandom(seed);
  const panes = survey.map(({ pane }) => pane);
  const order = survey.map((_, at) => ({ at, key: random() })).sort((a, b) => a.key - b.key);
  const put: Blundered[] = [];
  const left = new Set(order.map(({ at }) => at));
  for (let turn = 0; put.length < wanted && turn < wanted * 20; turn += 1) {
    const blunder = BLUNDERS[turn % BLUNDERS.length] as Blunder;
    for (const at of left) {
      const surveyed = survey[at];
      const done = surveyed && putBlunder(surveyed, blunder, random);
      if (!done) continue;
      panes[at] = done.pane;
      left.delete(at);
      put.push(done);
      break;
    }
  }
  return { panes, put };
}
