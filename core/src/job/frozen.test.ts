import { PLAN_ID, planCuts, type KeptPlan } from '../cuts/index.ts';
import { bookForTest, recordsForTest, silverForTest } from '../testing/index.ts';
import { seededRandom } from '../units/index.ts';
import { deriveJob, frozenWith, shopDataOfJob, type JobRecords, type ShopData } from './index.ts';

/* A job whose plan is kept goes on by the rules and films it was kept with, whatever the shop changes. */

const DAY = '2026-05-04';
const [rules, otherRules] = bookForTest.ruleSets;
if (!rules || !otherRules) throw new Error('two rule sets are needed');

function keeping(records: JobRecords, shop: ShopData): JobRecords {
  const derived = deriveJob(records, shopDataOfJob(records, shop, DAY));
  const { job } = derived.plan;
  const plan = planCuts(job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const frozen = frozenWith(derived);
  const kept: KeptPlan = { job, plan, keptAt: `${DAY}T15:00:00Z`, cutPullIds: [], lockedPullIds: [], frozen };
  return { ...records, plan: { [PLAN_ID]: kept } };
}
const derived = (records: JobRecords, shop: ShopData) =>
  deriveJob(records, shopDataOfJob(records, shop, DAY));
const kept = keeping(recordsForTest(), bookForTest);

const wider = { ...rules, cutting: { ...rules.cutting, marginMm: rules.cutting.marginMm + 5 } };
const withRules: ShopData = { ...bookForTest, ruleSets: [wider, otherRules] };
const dearer = {
  ...silverForTest,
  cureDays: 99,
  rolls: silverForTest.rolls.map((roll) => ({ ...roll, price: 9999 })),
};
const withFilm: ShopData = { ...bookForTest, films: [dearer] };

test('a changed margin leaves the kept plan as it is, and holds for jobs without one', () => {
  expect(derived(kept, bookForTest).kept.kind).toBe('holds');
  expect(derived(kept, withRules).kept.kind).toBe('holds');
  expect(derived(kept, withRules).rules.cutting.marginMm).toBe(rules.cutting.marginMm);
  expect(derived(recordsForTest(), withRules).rules.cutting.marginMm).toBe(rules.cutting.marginMm + 5);
});

test('the price goes by the house rules of today, also of a job whose plan is kept', () => {
  const asked = { ...wider, price: { ...rules.price, marginShare: 0.5 } };
  const now = derived(kept, { ...bookForTest, ruleSets: [asked, otherRules] });
  expect(now.rules.price.marginShare).toBe(0.5);
  expect(now.rules.cutting.marginMm).toBe(rules.cutting.marginMm);
});

test('films keep their figures and prices, also when they are taken out of the catalogue', () => {
  for (const shop of [withFilm, { ...bookForTest, films: [] }]) {
    const now = derived(kept, shop);
    expect(now.kept.kind).toBe('holds');
    expect(now.shop.films.find(({ id }) => id === silverForTest.id)).toMatchObject({
      cureDays: silverForTest.cureDays,
      rolls: silverForTest.rolls.map(({ price }) => ({ price })),
    });
  }
});

test('what a job was sold with goes before what its plan was kept with', () => {
  const sold = { ...silverForTest, cureDays: 41 };
  const records = { ...kept, sold: { [silverForTest.id]: { film: sold, soldAt: `${DAY}T10:00:00Z` } } };
  expect(derived(records, withFilm).shop.films.find(({ id }) => id === silverForTest.id)?.cureDays).toBe(41);
});

test('another rule set that is chosen for the job is taken, and a dropped plan lets go of all', () => {
  const [header] = Object.values(kept.job);
  if (!header) throw new Error('a job has a header');
  const other = { ...kept, job: { job: { ...header, ruleSetId: otherRules.id } } };
  expect(derived(other, withRules).rules.id).toBe(otherRules.id);
  const dropped = { ...kept, plan: {} };
  expect(derived(dropped, withRules).rules.cutting.marginMm).toBe(rules.cutting.marginMm + 5);
  expect(derived(dropped, withFilm).shop.films[0]?.cureDays).toBe(99);
});

test('a plan that was kept before rules were kept with it goes by the shop’s', () => {
  const old = kept.plan[PLAN_ID];
  if (!old) throw new Error('a plan is kept');
  const records = { ...kept, plan: { [PLAN_ID]: { ...old, frozen: null } } };
  expect(derived(records, withRules).kept.kind).toBe('changed');
});

test('only films that the plan lays are kept with it', () => {
  const unused = { ...silverForTest, id: 'unused', name: 'Unused' };
  const shop = { ...bookForTest, films: [...bookForTest.films, unused] };
  const films = keeping(recordsForTest(), shop).plan[PLAN_ID]?.frozen?.films ?? [];
  expect(films.map(({ id }) => id)).toContain(silverForTest.id);
  expect(films.map(({ id }) => id)).not.toContain('unused');
});
