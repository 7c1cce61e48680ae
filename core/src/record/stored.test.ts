import { z } from 'zod';
import { recordsForTest, silverForTest } from '../testing/jobs.ts';
import { filmSchema } from '../film/index.ts';
import { jobRecordsSchema, rulesOfKind, type RecordKind } from '../job/index.ts';
import { DEFAULT_RULE_SETS, ruleSetSchema } from '../rules/index.ts';
import { readStored } from './index.ts';

test('fields of a newer version are left out, wherever they stand', () => {
  const records = recordsForTest();
  const pane = records.pane['p1'] as object;
  const newer = { ...pane, tint: 'dusk', seams: { ...(pane as { seams: object }).seams, weave: 3 } };
  expect(readStored(rulesOfKind('pane').schema, newer)).toEqual(pane);
  expect(readStored(jobRecordsSchema, { ...records, pane: { ...records.pane, p1: newer } })).toEqual(records);
  expect(readStored(filmSchema, { ...silverForTest, gloss: [1] })).toEqual(silverForTest);
  const [rules] = DEFAULT_RULE_SETS;
  expect(readStored(ruleSetSchema, { ...rules, ledger: { days: 3 } })).toEqual(rules);
});

test('what is wrong otherwise is refused as ever, and nothing is changed of what was given', () => {
  const wrong = { ...silverForTest, kind: 'shiny', gloss: 1 };
  expect(() => readStored(filmSchema, wrong)).toThrow(z.ZodError);
  const newer = Object.freeze({ ...silverForTest, gloss: 1 });
  readStored(filmSchema, newer);
  expect(newer).toHaveProperty('gloss');
  for (const value of [null, 3, 'film', []]) expect(() => readStored(filmSchema, value)).toThrow(z.ZodError);
});

test('each kind of record is read so', () => {
  const records = recordsForTest();
  for (const kind of ['job', 'room', 'wall', 'pane'] satisfies RecordKind[])
    for (const record of Object.values(records[kind]))
      expect(readStored(rulesOfKind(kind).schema, { ...(record as object), later: true })).toEqual(record);
});

test('in a list only the entry that has them loses its unknown fields', () => {
  const [roll] = silverForTest.rolls;
  const second = { ...(roll as object), widthMm: 914 };
  const newer = { ...silverForTest, rolls: [roll, { ...second, core: 'paper' }] };
  expect(readStored(filmSchema, newer).rolls).toEqual([roll, second]);
});

test('what is refused is refused for all that is wrong with it', () => {
  const wrong = { ...silverForTest, kind: 'shiny', gloss: 1 };
  let said: readonly string[] = [];
  try {
    readStored(filmSchema, wrong);
  } catch (error) {
    said = (error as z.ZodError).issues.map(({ code }) => code);
  }
  expect([...said].sort()).toEqual(['invalid_value', 'unrecognized_keys']);
});

test('a value that is as it should be is read once, with its defaults', () => {
  let reads = 0;
  const schema = z
    .strictObject({ a: z.number().default(7) })
    .transform((value) => ({ ...value, reads: (reads += 1) }));
  expect(readStored(schema, {})).toEqual({ a: 7, reads: 1 });
});
