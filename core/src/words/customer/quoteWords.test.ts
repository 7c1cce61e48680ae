import { planCuts } from '../../cuts/index.ts';
import { NO_PRICING, deriveJob } from '../../job/index.ts';
import { costOfJob, timesDefaults, type OptionsDiffer } from '../../quote/index.ts';
import { bookForTest, readingsForTest, recordsForTest } from '../../testing/index.ts';
import { fitTimes } from '../../times/index.ts';
import { seededRandom } from '../../units/index.ts';
import { describeDifferences, describeOption } from './quoteWords.ts';
import { customerTexts } from './texts.ts';

const texts = customerTexts('en');

const plain = readingsForTest([820, 820, 820, 1326, 1326, 1326]);
const wide = readingsForTest([2300, 2300, 2300, 1326, 1326, 1326]);

function textsFor(panes: Parameters<typeof recordsForTest>[0], book = bookForTest) {
  const job = deriveJob(recordsForTest(panes), book);
  const planJob = job.plan.job;
  const plan = planCuts(planJob, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const cost = costOfJob({
    ...{ job, plan, planJob, currency: 'EUR', taxShare: 0.19 },
    ...{ times: fitTimes(timesDefaults(job.rules), []), pricing: NO_PRICING },
  });
  return describeOption({ job, plan, cost, year: 2027, texts });
}

test('an option says what its films do there, names panes with a seam, and what comes afterwards', () => {
  const { said, cautions, afterwards } = textsFor({
    panes: { p1: { readings: plain }, p2: { readings: wide }, p3: { readings: plain } },
  });
  expect(said.map(({ filmId }) => filmId)).toEqual(['gannet-silver-20']);
  expect(said[0]?.sentences.join(' ')).toMatch(/Keeps out \d+\s%\sof the sun’s heat/);
  expect(cautions[0]).toBe(
    'Pane 2: the glass is wider than film is made, so there is a seam. From near it shows.',
  );
  expect(cautions.join(' ')).toContain('By day nobody looks in where it is brighter outside');
  expect(cautions.join(' ')).not.toContain('way out');
  expect(afterwards).toMatch(/Haze and small water pockets are normal while the film dries, up to \d+\sdays/);
});

test('a way out is said, and no seam where there is none', () => {
  const { cautions } = textsFor({
    panes: { p1: { readings: plain, circumstances: ['wayOut'] }, p2: { readings: plain } },
  });
  expect(cautions.join(' ')).toContain('A way out stays one');
  expect(cautions.join(' ')).not.toContain('seam');
});

test('a film that warms the glass too much is asked about first; a light one is no mirror and gets no such word', () => {
  const films = bookForTest.films.map((film) =>
    film.id === 'gannet-silver-20'
      ? {
          ...film,
          optics: {
            ...film.optics,
            solarTransmitted: 0.05,
            solarReflectedOut: 0.05,
            visibleReflectedOut: 0.05,
          },
        }
      : film,
  );
  const light = textsFor({ panes: { p1: { readings: plain } } }, { ...bookForTest, films });
  expect(light.cautions.join(' ')).not.toContain('nobody looks in');
  expect(light.cautions.filter((each) => each.startsWith('Gannet Silver 20: the sun warms'))).toHaveLength(1);
  const usual = textsFor({ panes: { p1: { readings: plain } } });
  expect(usual.cautions.join(' ')).not.toContain('the sun warms');
});

test('two panes with seams are named together', () => {
  const { cautions } = textsFor({ panes: { p1: { readings: wide }, p2: { readings: wide } } });
  expect(cautions[0]).toMatch(/^Panes 1 and 2: the glass is wider/);
});

test('what differs is told in parts of a sentence, one pane or several', () => {
  const nothing: OptionsDiffer = { added: [], gone: [], other: [], grossBefore: 1, grossNow: 1 };
  expect(describeDifferences(nothing, texts)).toEqual([]);
  expect(
    describeDifferences(
      {
        ...nothing,
        added: ['4'],
        gone: ['1', '2'],
        other: [
          { label: '3', what: ['size', 'film'] },
          { label: '5', what: ['size', 'seams'] },
        ],
      },
      texts,
    ),
  ).toEqual([
    'pane 4 is new',
    'panes 1 and 2 are gone',
    'panes 3 and 5 have another size',
    'pane 3 is to have another film',
    'pane 5 has other seams',
  ]);
});
