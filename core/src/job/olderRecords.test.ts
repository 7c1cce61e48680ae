import { bookForTest, recordsForTest } from '../testing/jobs.ts';
import { readFormatValue } from '../units/index.ts';
import { deriveJob, jobFileFormat, readJobRecords, recordKinds, writeJobFile } from './index.ts';

/** A record as the first version wrote it: without what came later. */
function first(record: object, ...later: readonly string[]): Record<string, unknown> {
  return Object.fromEntries(Object.entries(record).filter(([name]) => !later.includes(name)));
}

const LATER_IN_PANE = ['twinSet', 'cell', 'condition', 'hidden', 'hole'];
const LATER_IN_WALL = ['grids', 'bearingSource', 'compassDeg', 'bearingUncertaintyDeg', 'floorMm', 'shade'];

test('records of the first version read as if nobody had said more', () => {
  const { pane, wall, job } = recordsForTest();
  const oldPane = first(pane['p1'] ?? {}, ...LATER_IN_PANE);
  oldPane['readings'] = {
    widthTop: { mm: 819.15, typed: '32 1/4', keptBecause: null },
    widthMiddle: null,
    widthBottom: null,
    heightLeft: { mm: 1325, typed: '1325', keptBecause: 'measured twice' },
    heightMiddle: null,
    heightRight: null,
  };
  const read = recordKinds.pane.schema.parse(oldPane);
  expect(read.readings.widthTop).toEqual({
    mm: 819.15,
    typed: '32 1/4',
    keptBecause: null,
    by: null,
    at: null,
    how: 'tape',
    again: [],
  });
  expect(read).toMatchObject({ twinSet: null, cell: null, condition: [], hidden: [], hole: null });
  expect(read.readings.diagonalDown).toBeNull();
  expect(recordKinds.wall.schema.parse(first(wall['w1'] ?? {}, ...LATER_IN_WALL))).toEqual(wall['w1']);
  expect(recordKinds.job.schema.parse(first(job['job'] ?? {}, 'visit'))).toEqual(job['job']);
});

test('a job file of the first version is read without loss and without a word', () => {
  const records = recordsForTest();
  const file = writeJobFile(records, deriveJob(records, bookForTest).plan.job);
  const old = {
    ...file,
    records: {
      ...records,
      job: { job: first(records.job['job'] ?? {}, 'visit') },
      wall: { w1: first(records.wall['w1'] ?? {}, ...LATER_IN_WALL) },
      pane: Object.fromEntries(
        Object.entries(records.pane).map(([id, pane]) => [id, first(pane, ...LATER_IN_PANE)]),
      ),
    },
  };
  const read = readFormatValue(old, jobFileFormat);
  if (!read.ok) throw new Error(JSON.stringify(read.problem));
  expect(read.value.warnings).toEqual([]);
  expect(readJobRecords(read.value.value, bookForTest, null)).toMatchObject({ ok: true, value: { records } });
});
