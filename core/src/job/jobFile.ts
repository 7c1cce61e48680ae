import { z } from 'zod';
import { checkReferences, planJobFields, type PlanJob } from '../cuts/index.ts';
import type { RuleSet } from '../rules/index.ts';
import { NEW_PANE, NEW_ROOM, NEW_WALL, NO_READINGS, readingOf, type Pane } from '../survey/index.ts';
import {
  fail,
  formatNumber,
  succeed,
  type FileProblem,
  type FormatReader,
  type Result,
} from '../units/index.ts';
import { danglingRecords } from './edit.ts';
import { HEADER_ID, NEW_HEADER, type JobHeader } from './header.ts';
import { EMPTY_RECORDS, headerOf, jobRecordsSchema, type JobRecords } from './records.ts';
import type { ShopData } from './shopData.ts';

/** The application's job file: what planning needs (neat-sill/job 1), and under `records` the whole job. */
export const jobFileSchema = z
  .strictObject({ ...planJobFields, records: jobRecordsSchema.optional() })
  .check((context) => {
    checkReferences(context.value, context as unknown as z.core.$RefinementCtx);
  });

export type JobFile = z.infer<typeof jobFileSchema>;
export const jobFileFormat: FormatReader<JobFile> = {
  format: 'neat-sill/job',
  version: 1,
  schema: jobFileSchema,
};

/** Writes a job, with what planning makes of it, as a file from which it can be read back without loss. */
export function writeJobFile(records: JobRecords, planJob: PlanJob): JobFile {
  return { ...planJob, records };
}

/** Where a job goes that was written for planning only and says nothing of its site. */
export interface NewSite {
  readonly customer: string;
  readonly site: JobHeader['site'];
}

/** More would be no work of one job, and would have to be made one by one. */
const MOST_PANES = 5000;

export interface ReadRecords {
  readonly records: JobRecords;
  readonly unknownFilms: readonly string[];
}

/**
 * The records of a job file. A file of the application carries them; one written for planning alone becomes one room
 * with one wall at the place given, each pane with its size as a single reading, copies side by side. Films the shop
 * does not have are named in `unknownFilms` and left off their panes. Problems: `site.missing` (no records and no
 * place), `job.noHeader`, `record.dangling`, `panes.tooMany`.
 */
export function readJobRecords(
  file: JobFile,
  shop: ShopData,
  place: NewSite | null,
): Result<ReadRecords, readonly FileProblem[]> {
  if (!file.records) {
    const count = file.panes.reduce((sum, pane) => sum + pane.count, 0);
    if (count > MOST_PANES)
      return fail([
        {
          code: 'panes.tooMany',
          path: 'panes',
          sentence: `The file has ${formatNumber(count)} panes with all their copies; a job takes ${formatNumber(MOST_PANES)} at the most. Split it into several files.`,
        },
      ]);
  }
  const read = file.records ?? (place && recordsFromPlanJob(file, shop.ruleSets[0], place));
  if (!read)
    return fail([
      {
        code: 'site.missing',
        path: 'site',
        sentence:
          'This file was written for planning and says nothing of its site: name the town and its place.',
      },
    ]);
  const header = headerOf(read);
  if (!header)
    return fail([
      {
        code: 'job.noHeader',
        path: 'records.job',
        sentence: 'The job in the file has no name and no site; download it again from Handover.',
      },
    ]);
  const dangling = danglingRecords(read);
  if (dangling.length > 0)
    return fail(
      dangling.map(({ kind, id }) => ({
        code: 'record.dangling',
        path: `records.${kind}.${id}`,
        sentence: `This ${kind} belongs to something that is not in the file; take it out, or download the file again.`,
      })),
    );
  const films = new Set([...shop.films.map(({ id }) => id), ...Object.keys(read.sold)]);
  const wanted = Object.values(read.pane).flatMap(({ filmId }) => filmId ?? []);
  const rulesKnown = shop.ruleSets.some(({ id }) => id === header.ruleSetId);
  const ruleSetId = rulesKnown ? header.ruleSetId : (shop.ruleSets[0]?.id ?? '');
  const pane = Object.fromEntries(
    Object.entries(read.pane).map(([id, data]) => [
      id,
      data.filmId && !films.has(data.filmId) ? { ...data, filmId: null } : data,
    ]),
  );
  return succeed({
    records: { ...read, job: { [HEADER_ID]: { ...header, ruleSetId } }, pane },
    unknownFilms: [...new Set(wanted)].filter((id) => !films.has(id)),
  });
}

function recordsFromPlanJob(file: PlanJob, rules: RuleSet | undefined, place: NewSite): JobRecords {
  if (!rules) throw new Error('A shop has at least one house rule set');
  const reading = (mm: number) => readingOf(mm, String(mm));
  const copies = file.panes.flatMap((pane) => Array.from({ length: pane.count }, () => pane));
  const panes = copies.map((pane, order): [string, Pane] => [
    `pane-${order + 1}`,
    {
      wallId: 'wall-1',
      label: String(order + 1),
      order,
      ...NEW_PANE,
      gapBeforeMm: rules.survey.defaultGapMm,
      sillMm: rules.survey.defaultSillMm,
      readings: { ...NO_READINGS, widthTop: reading(pane.width), heightLeft: reading(pane.height) },
      glass: 'single',
      filmId: pane.filmId,
      seams: {
        allowed: pane.seams.allowed,
        axis: pane.seams.axis,
        atMm: pane.seams.at ?? null,
        alone: false,
      },
    },
  ]);
  return {
    ...EMPTY_RECORDS,
    job: {
      [HEADER_ID]: {
        name: file.name.trim() || 'Job from a file',
        ...place,
        ...NEW_HEADER,
        ruleSetId: rules.id,
      },
    },
    room: { 'room-1': { name: 'Room', order: 0, ...NEW_ROOM } },
    wall: {
      'wall-1': {
        roomId: 'room-1',
        name: 'Wall',
        bearingDeg: 180,
        ...NEW_WALL,
        widthMm: rules.survey.newWallWidthMm,
        heightMm: rules.survey.newWallHeightMm,
        order: 0,
      },
    },
    pane: Object.fromEntries(panes),
  };
}
