import {
  NEW_PANE,
  NEW_ROOM,
  NEW_WALL,
  NO_READINGS,
  READING_PLACES,
  readingOf,
  type Pane,
  type Readings,
} from '../survey/index.ts';
import type { Film } from '../film/index.ts';
import {
  EMPTY_RECORDS,
  NEW_HEADER,
  deriveJob,
  writeJobFile,
  type JobFile,
  type JobRecords,
  type ShopData,
} from '../job/index.ts';
import { DEFAULT_RULE_SETS } from '../rules/index.ts';

export const silverForTest: Film = {
  id: 'gannet-silver-20',
  name: 'Gannet Silver 20',
  letter: 'G',
  kind: 'silverSolar',
  hold: 'pressureSensitive',
  mount: 'inside',
  thicknessUm: 38,
  optics: {
    visibleTransmitted: 0.18,
    visibleReflectedOut: 0.56,
    visibleReflectedIn: 0.57,
    solarTransmitted: 0.14,
    solarReflectedOut: 0.52,
    solarReflectedIn: 0.54,
    uvTransmitted: 0.01,
    emissivity: 0.7,
  },
  assumed: [],
  cast: { a: -1.5, b: -3 },
  madeFor: 'glazing',
  openMetal: true,
  lifeYears: 12,
  warrantyYears: 10,
  cureDays: null,
  discontinuedOn: null,
  lots: [],
  version: 1,
  rolls: [{ widthMm: 1524, lengthMm: 30480, price: 412, soldBy: 'roll', later: [] }],
  turn: 'half',
  matchEdges: true,
  mayBeSeamed: true,
  pattern: null,
};

export const bookForTest: ShopData = {
  films: [silverForTest],
  stock: [],
  ruleSets: DEFAULT_RULE_SETS,
  cutBefore: {},
};

export function readingsForTest(lengths: readonly number[]): Readings {
  const entries = READING_PLACES.map((place, at) => {
    const mm = lengths[at];
    return [place, mm === undefined ? null : readingOf(mm, String(mm))];
  });
  return { ...NO_READINGS, ...Object.fromEntries(entries) };
}

function paneForTest(order: number, changes: Partial<Pane> = {}): Pane {
  return {
    wallId: 'w1',
    label: String(order + 1),
    order,
    ...NEW_PANE,
    gapBeforeMm: 120,
    sillMm: 900,
    readings: readingsForTest([819.15, 820, 818.6, 1325, 1324, 1326]),
    filmId: silverForTest.id,
    ...changes,
  };
}

/** A job of one wall with three panes; the second has a reading in doubt. */
export function recordsForTest(
  changes: { ruleSetId?: string; panes?: Readonly<Record<string, Partial<Pane>>> } = {},
): JobRecords {
  const doubtful = readingsForTest([819, 819, 891, 1325, 1324, 1326]);
  return {
    ...EMPTY_RECORDS,
    job: {
      job: {
        name: 'Reading room',
        customer: 'Lantern Quay Library',
        site: {
          address: 'Quay 1',
          town: 'Saltmarsh Bay',
          latitude: 43.6,
          longitude: -70.3,
          timeZone: 'America/New_York',
        },
        ...NEW_HEADER,
        ruleSetId: changes.ruleSetId ?? 'margin-all-round',
      },
    },
    room: { r1: { name: 'Reading room', order: 0, ...NEW_ROOM } },
    wall: {
      w1: {
        ...NEW_WALL,
        roomId: 'r1',
        name: 'South-west wall',
        bearingDeg: 225,
        widthMm: 5000,
        heightMm: 2600,
        order: 0,
      },
    },
    pane: {
      p1: paneForTest(0, changes.panes?.['p1']),
      p2: paneForTest(1, { readings: doubtful, ...changes.panes?.['p2'] }),
      p3: paneForTest(2, changes.panes?.['p3']),
    },
    fitting: {},
    plan: {},
    sold: {},
    quote: {},
    acceptance: {},
    question: {},
    visit: {},
  };
}

/** A job as a file, with what planning makes of it. */
export function jobFileForTest(records: JobRecords, shop: ShopData = bookForTest): JobFile {
  return writeJobFile(records, deriveJob(records, shop).plan.job);
}
