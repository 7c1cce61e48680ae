import { SHORTEST_GLASS_MM } from '../../units/index.ts';
import {
  ALL_PLACES,
  READING_PLACES,
  axisOf,
  type AnyPlace,
  type Axis,
  type Reading,
  type ReadingPlace,
} from '../pane.ts';
import { fitPane } from '../squareness.ts';
import { readingsOfShape, sizeOfBlocks } from '../shape.ts';
import { medianOf, placesOf, sistersSay, sizeAlong, sizeGroups, type TwinSize } from './evidence.ts';
import { SIGMAS, unevennessByWall, type Unevenness } from './house.ts';
import { likelySlip } from './slips.ts';
import type { Doubt, DoubtCode, DoubtRules, SizedPane, SurveyedPane } from './surveyed.ts';

/**
 * Many readings pin a length down, and a misread fraction shows from here: above the tape's noise (1 mm) and its
 * rounding to a sixteenth (0.8 mm) with what twins differ (0.5 mm). A single sixteenth (1.6 mm) can't be told from them.
 */
const PINNED_READINGS = 3;
const PINNED_TOLERANCE_MM = 2.2;
/** A slip must bring a reading this near to what the evidence says before it is named. */
const SLIP_FIT_MM = 3;
/** A single diagonal may differ by this from what the sides make it, since the pane may lean. */
const LEAN_TOLERANCE_MM = 15;
/** Both diagonals of a leaning pane still agree with its sides within this (parallelogram law). */
const DIAGONAL_TOLERANCE_MM = 5;
const WALL_TOLERANCE_MM = 20;
/** Glass longer than this is asked about when nothing else speaks for it. */
export const LARGEST_PLAUSIBLE_MM = 6000;

interface Case {
  readonly pane: SizedPane;
  /** The house rules, widened by what this wall scatters by of itself. */
  readonly rules: DoubtRules;
  readonly uneven: Unevenness;
}

function doubt(
  { pane }: Case,
  code: DoubtCode,
  place: AnyPlace,
  expectedMm: number,
  toleranceMm: number,
  named: Pick<Doubt, 'slip' | 'likelyMm'> | null = null,
): Doubt[] {
  const reading = pane.readings[place];
  if (!reading || reading.keptBecause !== null) return [];
  const likely = named ?? likelySlip(reading, expectedMm, SLIP_FIT_MM);
  return [
    {
      code,
      paneId: pane.id,
      place,
      gotMm: reading.mm,
      expectedMm,
      apartMm: Math.abs(reading.mm - expectedMm),
      toleranceMm,
      slip: likely.slip,
      likelyMm: likely.likelyMm,
    },
  ];
}

/** The odd one of the readings of one dimension; of two that disagree the later, as either may be wrong. */
function sisterDoubts(found: Case, axis: Axis, twins: TwinSize | null): Doubt[] {
  const { shape, readings: all } = found.pane;
  if (shape.kind !== 'rectangle' && shape.kind !== 'arch') return [];
  // The crown of an arch is meant to stand over its springing.
  const readings = shape.kind === 'arch' ? { ...all, heightMiddle: null } : all;
  const tolerance = found.rules.sisterToleranceMm;
  const judged = placesOf(axis).flatMap((place) => {
    const sisters = sistersSay(place, readings);
    return sisters ? [{ place, ...sisters }] : [];
  });
  const worst = Math.max(0, ...judged.map(({ apartMm }) => apartMm));
  const twinMm = twins && (axis === 'width' ? twins.widthMm : twins.heightMm);
  const offTwins = (place: ReadingPlace) =>
    twinMm === null ? 0 : Math.abs((readings[place]?.mm ?? twinMm) - twinMm);
  const odd = judged
    .filter(({ apartMm }) => apartMm > worst - 1e-9)
    .reduce<(typeof judged)[number] | null>(
      (best, each) => (best && offTwins(best.place) > offTwins(each.place) ? best : each),
      null,
    );
  if (!odd) return [];
  if (odd.apartMm > tolerance)
    return doubt(found, 'reading.apartFromSisters', odd.place, odd.expectedMm, tolerance);
  return [];
}

/** A slip too small for the sisters' tolerance shows where many readings say what the length is. */
function pinnedDoubts(found: Case, axis: Axis, twins: readonly SizedPane[]): Doubt[] {
  const { pane } = found;
  const all = [pane, ...twins].flatMap(({ readings }) =>
    placesOf(axis).flatMap((place) => readings[place]?.mm ?? []),
  );
  if (all.length <= PINNED_READINGS) return [];
  const expectedMm = medianOf(all);
  return placesOf(axis).flatMap((place) => {
    const reading = pane.readings[place];
    if (!reading || Math.abs(reading.mm - expectedMm) <= PINNED_TOLERANCE_MM) return [];
    const slip = likelySlip(reading, expectedMm, PINNED_TOLERANCE_MM / 2);
    if (slip.slip !== 'fraction') return [];
    return doubt(found, 'reading.apartFromTwins', place, expectedMm, PINNED_TOLERANCE_MM, slip);
  });
}

type TwinFinder = (pane: SizedPane, axis: Axis) => readonly SizedPane[];

/**
 * Finds the other panes that are, or look, like one: said to be twins, or of one kind and alike in the other dimension.
 * Panes are looked up by their size in steps of the tolerance, so that a large survey stays quick.
 */
function twinFinder(panes: readonly SizedPane[], toleranceMm: number): TwinFinder {
  const step = Math.max(toleranceMm, 1);
  const shelves = new Map<string, SizedPane[]>();
  const sets = new Map<string, SizedPane[]>();
  const put = (shelf: Map<string, SizedPane[]>, key: string, pane: SizedPane) => {
    const there = shelf.get(key);
    if (there) there.push(pane);
    else shelf.set(key, [pane]);
  };
  const key = (pane: SizedPane, axis: Axis, at: number) => `${axis} ${pane.opening} ${pane.shape.kind} ${at}`;
  for (const pane of panes) {
    if (pane.twinSet !== null) put(sets, pane.twinSet, pane);
    for (const axis of ['width', 'height'] as const) {
      const size = along(pane, axis);
      if (size !== null) put(shelves, key(pane, axis, Math.floor(size / step)), pane);
    }
  }
  return (pane, axis) => {
    const other: Axis = axis === 'width' ? 'height' : 'width';
    const own = along(pane, other);
    const found = new Set<SizedPane>(pane.twinSet === null ? [] : sets.get(pane.twinSet));
    if (own !== null)
      for (const at of [-1, 0, 1])
        for (const candidate of shelves.get(key(pane, other, Math.floor(own / step) + at)) ?? [])
          if (Math.abs((along(candidate, other) ?? own) - own) <= toleranceMm) found.add(candidate);
    found.delete(pane);
    return [...found];
  };
}

/**
 * A dimension that agrees within itself, but not with the twins. A pane may really be odd, so three readings that agree
 * are asked about only when the pane was said to be a twin; a single reading also when its neighbours on the wall are
 * twins, or when a known slip would make it one of those in another room.
 */
function twinDoubts(found: Case, axis: Axis, twins: readonly SizedPane[]): Doubt[] {
  const { pane, rules } = found;
  const own = along(pane, axis);
  const places = placesOf(axis).filter((each) => pane.readings[each] !== null);
  const [first] = places;
  const reading = first && pane.readings[first];
  if (own === null || !reading) return [];
  const declared = twins.filter(({ twinSet }) => twinSet !== null && twinSet === pane.twinSet);
  const onWall = twins.filter(({ wallId }) => wallId === pane.wallId);
  const off = (group: readonly SizedPane[], least: number) => {
    const [twin] = sizeGroups(group, rules.twinToleranceMm);
    if (!twin || twin.count < least) return null;
    const toleranceMm = twinTolerance(found, places.length, twin.count);
    const expectedMm = axis === 'width' ? twin.widthMm : twin.heightMm;
    // A pane that leans has one end like its twins: its nearest reading speaks for it.
    const nearest = Math.min(
      ...places.map((place) => Math.abs((pane.readings[place]?.mm ?? own) - expectedMm)),
    );
    return Math.min(nearest, Math.abs(own - expectedMm)) > toleranceMm ? { expectedMm, toleranceMm } : null;
  };
  const ask = ({ expectedMm, toleranceMm }: { expectedMm: number; toleranceMm: number }) => {
    const apart = (place: ReadingPlace) => Math.abs((pane.readings[place]?.mm ?? expectedMm) - expectedMm);
    const furthest = places.reduce((best, place) => (apart(place) > apart(best) ? place : best), first);
    return doubt(found, 'reading.apartFromTwins', furthest, expectedMm, toleranceMm);
  };
  const offDeclared = off(declared, 1);
  if (offDeclared !== null) return ask(offDeclared);
  if (declared.length > 0 || places.length > 1) return [];
  const offNeighbours = off(onWall, NEIGHBOURS);
  if (offNeighbours !== null) return ask(offNeighbours);
  const slipped = sizeGroups(twins, rules.twinToleranceMm).find((group) => {
    const expectedMm = axis === 'width' ? group.widthMm : group.heightMm;
    const { slip } = likelySlip(reading, expectedMm, SLIP_FIT_MM);
    return group.count > 1 && SURE_SLIPS.has(slip) && Math.abs(own - expectedMm) > rules.twinToleranceMm;
  });
  const fits = sizeGroups(twins, rules.twinToleranceMm).some(
    (group) => Math.abs(own - (axis === 'width' ? group.widthMm : group.heightMm)) <= rules.twinToleranceMm,
  );
  return slipped && !fits
    ? ask({
        expectedMm: axis === 'width' ? slipped.widthMm : slipped.heightMm,
        toleranceMm: rules.twinToleranceMm,
      })
    : [];
}

/** So many neighbours of one size make a lone reading that differs look wrong. */
const NEIGHBOURS = 2;

/** How far a size read at so many places may be from the middle of so many panes. */
function twinTolerance({ rules, uneven }: Case, places: number, panes: number): number {
  return Math.max(rules.twinToleranceMm, SIGMAS * uneven.sisters * Math.sqrt(1 / places + 1 / panes));
}

/** Slips that hardly come about by chance between two panes that are really different. */
const SURE_SLIPS = new Set<string>(['otherUnit', 'offBy10cm', 'offByOneFoot']);

const along = (pane: SizedPane, axis: Axis) => (axis === 'width' ? pane.widthMm : pane.heightMm);

/** So many panes of one size elsewhere in the building make a lone one that lies on its side look wrong. */
const MANY_ALIKE = 3;

/** Sizes of those a pane is held against: its declared twins, and all of its kind on the wall and in the building. */
interface Likes {
  readonly declared: readonly TwinSize[];
  readonly onWall: readonly TwinSize[];
  readonly building: readonly TwinSize[];
}

/** Width and height that would fit the twins, or what such openings are, if they changed places. */
function exchangeDoubts(found: Case, { declared, onWall, building }: Likes): Doubt[] {
  const { pane, rules } = found;
  const { widthMm: width, heightMm: height } = pane;
  if (width === null || height === null) return [];
  const near = (a: number, b: number) => Math.abs(a - b) <= rules.twinToleranceMm;
  if (near(width, height)) return [];
  const count = (groups: readonly TwinSize[], w: number, h: number) =>
    groups.find((group) => near(group.widthMm, w) && near(group.heightMm, h))?.count ?? 0;
  const own = Math.max(1, count(building, width, height));
  // Twins all stand the same way. A building may well have panes both upright and level: there only one against many
  // was written the wrong way round.
  const byTwins = count(declared, height, width) > Math.max(1, count(declared, width, height));
  const onItsWall = Math.max(1, count(onWall, width, height));
  const byWall = count(onWall, height, width) >= Math.max(2, 2 * onItsWall);
  const byBuilding = own === 1 && count(building, height, width) >= MANY_ALIKE;
  const byKind = UPRIGHT.has(pane.opening) && width > height * 1.25 && own === 1;
  if (!byTwins && !byWall && !byBuilding && !byKind) return [];
  const [place] = placesOf('width').filter((each) => pane.readings[each] !== null);
  const named = { slip: 'exchanged' as const, likelyMm: height };
  return place ? doubt(found, 'pane.exchanged', place, height, rules.twinToleranceMm, named) : [];
}

/** Openings that stand upright: wider than tall, they were written the wrong way round. One light of a sash may be wide. */
const UPRIGHT = new Set<SurveyedPane['opening']>(['frenchDoor', 'sidelight']);

function secondDoubts(found: Case): Doubt[] {
  const { pane, rules } = found;
  return ALL_PLACES.flatMap((place) => {
    const reading = pane.readings[place];
    const worst = reading?.again.find(({ mm }) => Math.abs(mm - reading.mm) > rules.agreementMm);
    return reading && worst
      ? doubt(found, 'reading.secondDisagrees', place, worst.mm, rules.agreementMm)
      : [];
  });
}

function outerDoubts(found: Case): Doubt[] {
  const { pane } = found;
  const { hole, wall, sillMm, readings } = pane;
  return READING_PLACES.flatMap((place) => {
    const reading = readings[place];
    if (!reading) return [];
    const upright = axisOf(place) === 'height';
    const holeMm = hole && (upright ? hole.heightMm : hole.widthMm);
    if (holeMm !== null && reading.mm > holeMm) return doubt(found, 'pane.largerThanHole', place, holeMm, 0);
    const leftMm = wall && (upright ? wall.heightMm - sillMm : wall.widthMm);
    if (leftMm !== null && reading.mm > leftMm + WALL_TOLERANCE_MM)
      return doubt(found, 'pane.offWall', place, leftMm, WALL_TOLERANCE_MM);
    const leaves = pane.gridLeaves && (upright ? pane.gridLeaves.heightMm : pane.gridLeaves.widthMm);
    const gridTolerance = found.rules.sisterToleranceMm;
    if (leaves !== null && Math.abs(reading.mm - leaves) > gridTolerance)
      return doubt(found, 'reading.offGrid', place, leaves, gridTolerance);
    if (reading.mm < SHORTEST_GLASS_MM || reading.mm > LARGEST_PLAUSIBLE_MM)
      return doubt(found, 'reading.implausible', place, sizeAlong(axisOf(place), readings) ?? reading.mm, 0);
    return [];
  });
}

/** Diagonals against the sides: each alone within what a lean allows, both by the parallelogram law. */
function diagonalDoubts(found: Case): Doubt[] {
  const { widthMm, heightMm, readings, shape } = found.pane;
  if (shape.kind !== 'rectangle') return [];
  const { diagonalDown, diagonalUp } = readings;
  if (widthMm === null || heightMm === null) return [];
  const squareMm = Math.hypot(widthMm, heightMm);
  const toleranceMm = Math.max(DIAGONAL_TOLERANCE_MM, SIGMAS * found.uneven.diagonals);
  const leanMm = Math.max(LEAN_TOLERANCE_MM, SIGMAS * found.uneven.diagonals);
  const off = (reading: Reading | null) => (reading ? Math.abs(reading.mm - squareMm) : 0);
  const place = off(diagonalDown) >= off(diagonalUp) ? 'diagonalDown' : 'diagonalUp';
  if (diagonalDown && diagonalUp) {
    const other = place === 'diagonalDown' ? diagonalUp : diagonalDown;
    const expectedMm = Math.sqrt(Math.max(0, 2 * squareMm ** 2 - other.mm ** 2));
    const apartMm = Math.abs((readings[place]?.mm ?? 0) - expectedMm);
    if (apartMm > toleranceMm) return doubt(found, 'diagonal.impossible', place, expectedMm, toleranceMm);
  }
  const tooFar = off(readings[place]) > leanMm;
  return tooFar ? doubt(found, 'diagonal.impossible', place, squareMm, leanMm) : [];
}

/** The one of the sides and diagonals of a four-sided pane without which the others close. */
function outlineDoubts(found: Case): Doubt[] {
  const { readings, shape } = found.pane;
  if (shape.kind !== 'quadrilateral') return [];
  const odd = fitPane(readings, DIAGONAL_TOLERANCE_MM)?.oddPlace;
  const rest = odd ? fitPane({ ...readings, [odd]: null }, DIAGONAL_TOLERANCE_MM) : null;
  return odd && rest
    ? doubt(found, 'reading.offOutline', odd, rest.lengthsMm[odd], DIAGONAL_TOLERANCE_MM)
    : [];
}

/** A glass-block wall that was measured as well as counted. */
function blockDoubts(found: Case): Doubt[] {
  const { readings, shape } = found.pane;
  if (shape.kind !== 'blocks') return [];
  const size = sizeOfBlocks(shape);
  return READING_PLACES.flatMap((place) => {
    const across = axisOf(place) === 'width';
    const wholeMm = across ? size.widthMm : size.heightMm;
    const toleranceMm = found.rules.sisterToleranceMm + (across ? shape.columns : shape.rows);
    const read = readings[place];
    return read && Math.abs(read.mm - wholeMm) > toleranceMm
      ? doubt(found, 'pane.offBlocks', place, wholeMm, toleranceMm)
      : [];
  });
}

/** House rules as they hold where readings scatter so much of themselves: wider where frames are uneven, never narrower. */
function rulesFor(rules: DoubtRules, uneven: Unevenness): DoubtRules {
  return {
    ...rules,
    sisterToleranceMm: Math.max(rules.sisterToleranceMm, SIGMAS * uneven.sisters),
    twinToleranceMm: Math.max(rules.twinToleranceMm, SIGMAS * uneven.twins),
  };
}

/** What is asked about in a survey, and what its readings scatter by of themselves. */
export interface SurveyDoubts {
  readonly house: Unevenness;
  readonly doubts: Doubt[];
}

/**
 * Looks at all panes of a survey together and asks about readings that can't well be so, one doubt a reading at the
 * most. Each names what speaks against the reading and the likeliest true value; a reading somebody has kept with a
 * reason is no longer in doubt. What the house scatters by is learnt first: merely uneven frames are not asked about. Lengths mm.
 */
export function surveyDoubts(surveyed: readonly SurveyedPane[], rules: DoubtRules): SurveyDoubts {
  const panes = surveyed.map((pane): SizedPane => {
    const readings = readingsOfShape(pane.shape, pane.readings);
    return {
      ...pane,
      readings,
      widthMm: sizeAlong('width', readings),
      heightMm: sizeAlong('height', readings),
    };
  });
  const { house, ofWall } = unevennessByWall(panes, rules);
  const ofHouse = rulesFor(rules, house);
  const twinsOf = twinFinder(panes, ofHouse.twinToleranceMm);
  const sizesBy = (keyOf: (pane: SizedPane) => string | null) => {
    const known = new Map<string, TwinSize[]>();
    return (pane: SizedPane): readonly TwinSize[] => {
      const key = keyOf(pane);
      if (key === null) return [];
      const sizes =
        known.get(key) ??
        sizeGroups(
          panes.filter((other) => keyOf(other) === key),
          ofHouse.twinToleranceMm,
        );
      known.set(key, sizes);
      return sizes;
    };
  };
  const declaredSizes = sizesBy(({ twinSet }) => twinSet);
  const wallSizes = sizesBy(({ opening, shape, wallId }) => `${wallId} ${opening} ${shape.kind}`);
  const buildingSizes = sizesBy(({ opening, shape }) => `${opening} ${shape.kind}`);
  const doubts = panes.flatMap((pane) => {
    const uneven = ofWall(pane.wallId);
    const here = rulesFor(rules, uneven);
    const found: Case = { pane, rules: here, uneven };
    const exchanged = exchangeDoubts(found, {
      declared: declaredSizes(pane),
      onWall: wallSizes(pane),
      building: buildingSizes(pane),
    });
    if (exchanged.length > 0) return exchanged;
    const alongAxis = (['width', 'height'] as const).flatMap((axis) => {
      const twins = twinsOf(pane, axis);
      const [twin = null] = sizeGroups(twins, here.twinToleranceMm).filter(({ count }) => count > 1);
      const sisters = sisterDoubts(found, axis, twin);
      if (sisters.length > 0) return sisters;
      const odd = twinDoubts(found, axis, twins);
      if (odd.length > 0) return odd;
      const own = along(pane, axis);
      const alike = twins.filter((each) => {
        const size = along(each, axis);
        return size !== null && own !== null && Math.abs(size - own) <= here.twinToleranceMm;
      });
      return pinnedDoubts(found, axis, alike);
    });
    const all = [
      ...secondDoubts(found),
      ...alongAxis,
      ...outerDoubts(found),
      ...diagonalDoubts(found),
      ...outlineDoubts(found),
      ...blockDoubts(found),
    ];
    const same = (one: Doubt, other: Doubt) =>
      one.place === other.place || (one.code === 'pane.offWall' && other.code === 'pane.offWall');
    return all.filter((each, at) => all.findIndex((other) => same(each, other)) === at);
  });
  return { house, doubts };
}

/** The doubts alone. */
export const doubtsOfSurvey = (surveyed: readonly SurveyedPane[], rules: DoubtRules): Doubt[] =>
  surveyDoubts(surveyed, rules).doubts;
