import { resolve } from 'node:path';
import { cutPlanFormat } from '@neat-sill/core/cuts';
import { dayCaseFormat, dayPlanFormat } from '@neat-sill/core/day';
import { catalogueFileSchema } from '@neat-sill/core/film';
import { fittingCaseFormat, fittingPlanSchema } from '@neat-sill/core/fitting';
import { glazingCaseFormat, glazingResultSchema } from '@neat-sill/core/glazing';
import { jobFileFormat } from '@neat-sill/core/job';
import { doubtsCaseFormat, doubtsResultSchema } from '@neat-sill/core/survey';
import { priceCaseFormat, priceResultSchema } from '@neat-sill/core/price';
import { timesCaseFormat, timesResultSchema } from '@neat-sill/core/times';
import { sunCaseFormat, sunResultSchema } from '@neat-sill/core/sun';
import prettier from 'prettier';
import { z } from 'zod';

const FILES = [
  ['job', jobFileFormat, 'A job: what planning needs, and under "records" the whole job'],
  ['cut-plan', cutPlanFormat, 'A cutting plan: pulls off rolls and offcuts, and the pieces in each'],
  ['glazing-case', glazingCaseFormat, 'A glazing with its films, and what is asked of it'],
  [
    'glazing-result',
    { format: 'neat-sill/glazing-result', version: 1, schema: glazingResultSchema },
    'What light, heat and breakage of a glazing come to',
  ],
  [
    'films',
    { format: 'neat-sill/films', version: 1, schema: catalogueFileSchema },
    'A catalogue of films by the columns of the sheet',
  ],
  ['sun-case', sunCaseFormat, 'A pane under the sun of a place and day'],
  [
    'sun-result',
    { format: 'neat-sill/sun-result', version: 1, schema: sunResultSchema },
    'Where the sun stands, and when it is on the pane',
  ],
  ['fitting-case', fittingCaseFormat, 'A pane with its film, piece and site, as whoever fits it meets it'],
  [
    'fitting-plan',
    { format: 'neat-sill/fitting-plan', version: 1, schema: fittingPlanSchema },
    'The steps of a pane on each visit, its hands, ways, solution and bead',
  ],
  ['times-case', timesCaseFormat, 'What a shop wrote down of its times, and the panes that are asked about'],
  [
    'times-result',
    { format: 'neat-sill/times-result', version: 1, schema: timesResultSchema },
    'How long panes take, the rates of the shop, and the records that were set aside',
  ],
  ['price-case', priceCaseFormat, 'What a job costs and how the shop makes a price of it'],
  [
    'price-result',
    { format: 'neat-sill/price-result', version: 1, schema: priceResultSchema },
    'Cost line by line, price, discount, tax, deposit and profit',
  ],
  ['day-case', dayCaseFormat, 'Who can do which tasks where and when'],
  ['day-plan', dayPlanFormat, 'Who does which task when, and what is not placed'],
  ['doubts-case', doubtsCaseFormat, 'A survey as the tape gave it'],
  [
    'doubts-result',
    { format: 'neat-sill/doubts-result', version: 1, schema: doubtsResultSchema },
    'Readings that are asked about, and what the house is uneven by',
  ],
] as const;

/** The published schema of each format by its file name, as it should stand in docs/formats. */
export async function schemaFiles(): Promise<Readonly<Record<string, string>>> {
  const files = FILES.map(async ([name, { format, version, schema }, description]) => {
    const body = z.toJSONSchema(schema, { unrepresentable: 'any', io: 'input' });
    const text = JSON.stringify({ ...body, title: `${format} ${version}`, description });
    return [`${name}.schema.json`, await prettier.format(text, { parser: 'json', printWidth: 110 })] as const;
  });
  return Object.fromEntries(await Promise.all(files));
}

export const FORMATS_FOLDER = resolve(import.meta.dirname, '../../docs/formats');
