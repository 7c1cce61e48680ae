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
