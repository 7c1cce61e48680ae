import { NEW_SHOP_DETAILS } from '@neat-sill/core/contract';
import { planDay } from '@neat-sill/core/day';
import { VISIT_ID, deriveJob, type VisitPlan } from '@neat-sill/core/job';
import { timesDefaults } from '@neat-sill/core/quote';
import { bookForTest, readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { fitTimes } from '@neat-sill/core/times';
import { seededRandom } from '@neat-sill/core/units';
import { visitCase } from '@neat-sill/core/visits';
import { daySheet } from './daySheet.ts';
import { PaperProblem, type PaperInput } from './paperInput.ts';
import { renderPdf } from './pdf.ts';

const plain = readingsForTest([820, 820, 820, 1326, 1326, 1326]);
const workers = [
  { id: 'm', name: 'Marit Brindle' },
  { id: 'o', name: 'Osei Rook' },
];

function input(isKept: boolean): PaperInput {
  const records = recordsForTest({ panes: { p1: { readings: plain }, p2: { readings: plain } } });
  const job = deriveJob(records, bookForTest);
  const times = fitTimes(timesDefaults(job.rules), []);
  const made = visitCase({ job, times, workers, from: '2027-06-21', days: 1 });
  if (!made) throw new Error('nothing to do');
  const plan = planDay(made.day, { random: seededRandom(1), rounds: 50, shouldStop: () => false });
  const visit: VisitPlan = {
    ...{
      from: '2027-06-21',
      days: 1,
      workers,
      day: made.day,
      plan,
      ...{ happened: null, pins: [], splits: [], around: { busy: [], glassNotFit: [] } },
      keptAt: '2027-06-20T09:00:00Z',
    },
  };
  return {
    job: deriveJob({ ...records, visit: isKept ? { [VISIT_ID]: visit } : {} }, bookForTest),
    ...{ unit: 'mm', today: '2027-06-20' },
    shop: { name: 'Brindle & Rook Glass Film', details: NEW_SHOP_DETAILS, logo: null },
  };
}

test('the sheet has the address, who does what when, the sun, and what to load', async () => {
  const paper = daySheet(input(true));
  const all = JSON.stringify(paper.content).replaceAll('\u00a0', ' ');
  expect(all).toContain('Day sheet: Reading room');
  expect(all).toContain('Lantern Quay Library');
  expect(all).toContain('21 June 2027');
  expect(all).toMatch(/"\d+:\d\d to \d+:\d\d","Film on pane 1"/);
  expect(all).toContain('Set up Reading room');
  expect(all).toMatch(/South-west wall: sun \d+:\d\d to \d+:\d\d/);
  expect(all).toMatch(/of mounting solution/);
  expect(all).toContain('Squeegee');
  const pdf = await renderPdf(paper, 'A4');
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
});

test('without a kept plan there is none, and it says what to do', () => {
  expect(() => daySheet(input(false))).toThrow(PaperProblem);
});
