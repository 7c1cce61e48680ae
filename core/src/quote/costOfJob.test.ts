import type { Pane } from '../survey/index.ts';
import { planCuts } from '../cuts/index.ts';
import { NO_PRICING, deriveJob, type JobRecords, type Pricing } from '../job/index.ts';
import { bookForTest, readingsForTest, recordsForTest } from '../testing/index.ts';
import { fitTimes } from '../times/index.ts';
import { seededRandom } from '../units/index.ts';
import { accessOf, askOf, costOfJob, timesDefaults } from './index.ts';

const plain = readingsForTest([820, 820, 820, 1326, 1326, 1326]);
const three = { p1: { readings: plain }, p2: { readings: plain }, p3: { readings: plain } };

function costOf(
  panes: Readonly<Record<string, Partial<Pane>>> = three,
  pricing: Partial<Pricing> = {},
  records: Partial<JobRecords> = {},
  book = bookForTest,
) {
  const job = deriveJob({ ...recordsForTest({ panes }), ...records }, book);
  const planJob = job.plan.job;
  const plan = planCuts(planJob, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const times = fitTimes(timesDefaults(job.rules), []);
  const all = { ...NO_PRICING, ...pricing };
  return {
    job,
    plan,
    cost: costOfJob({ job, plan, planJob, times, pricing: all, currency: 'EUR', taxShare: 0.19 }),
  };
}
const line = ({ cost }: ReturnType<typeof costOf>, id: string) =>
  cost.result.lines.find((each) => each.id === id)?.cost ?? null;

test('work is the minutes of all panes at the house’s hour, as the model of times has them', () => {
  const found = costOf();
  const { rules } = found.job;
  // 4 + 9 × 1.08732 m² + 1.6 × 4.292 m, each by one person from the floor or a step.
  const minutes = 4 + 9 * 0.82 * 1.326 + 1.6 * 2 * (0.82 + 1.326);
  const [pane] = found.cost.panes;
  if (!pane) throw new Error('no pane');
  const factor = { floor: 1, step: 1.15, ladder: 1.4, scaffold: 1.8 }[pane.access];
  expect(pane.duration.minutes).toBeCloseTo(minutes * factor, 6);
  const hanging = found.cost.lines.find(({ code }) => code === 'hanging');
  expect(hanging).toMatchObject({ panes: 3 });
  expect(line(found, 'hanging')).toBe(Math.round(((3 * minutes * factor * pane.plan.hands) / 60) * 3800));
  expect(line(found, 'setUp')).toBe(Math.round((rules.price.setUpMinutes / 60) * 3800));
});

test('film is what the plan takes of its rolls, and the lines are those of the price', () => {
  const found = costOf();
  const [film] = found.cost.asked.film;
  const used = found.plan.pulls.reduce((sum, { length }) => sum + length, 0);
  expect(film).toMatchObject({ usedMm: used, rollMm: 30_480, rollPrice: 41_200, wholeRolls: 1 });
  expect(film?.netAreaM2).toBeCloseTo(3 * 0.82 * 1.326, 9);
  expect(found.cost.lines.map(({ id }) => id).sort()).toEqual(
    found.cost.result.lines.map(({ id }) => id).sort(),
  );
  expect(found.cost.result.lines.reduce((sum, { cost }) => sum + cost, 0)).toBe(found.cost.result.cost);
  expect(found.cost.withoutPrice).toEqual([]);
});

test('what is used up, thrown away and done again is counted by the house rules', () => {
  const found = costOf();
  const { price } = found.job.rules;
  expect(line(found, 'disposal')).toBe(Math.round(price.disposalCost * 100));
  const solution = found.cost.lines.find((each) => each.code === 'used' && each.item === 'solution');
  expect(solution).toMatchObject({ amount: expect.closeTo(3 * 0.82 * 1.326 * 0.35, 2) });
  const again = ['hanging', 'setUp', ...found.cost.asked.film.map(({ id }) => id)];
  const share = again.reduce((sum, id) => sum + (line(found, id) ?? 0), 0) * price.redoShare;
  expect(line(found, 'redo')).toBe(Math.round(share));
});

test('the way is paid for each time, for all that go; by the work unless somebody says otherwise', () => {
  const far = { km: 36, minutes: 50 };
  const found = costOf(three, far);
  expect(found.cost).toMatchObject({ days: 1, trips: 1, crew: 1 });
  expect(line(found, 'travel')).toBe(36 * 45 + Math.round((50 / 60) * 3800));
  const more = costOf(three, { ...far, trips: 3, crew: 2 });
  expect(more.cost).toMatchObject({ trips: 3, crew: 2 });
  // The largest line takes the cent that rounding leaves.
  expect(Math.abs((line(more, 'travel') ?? 0) - 3 * (36 * 45 + (50 / 60) * 2 * 3800))).toBeLessThan(1.5);
  expect(line(costOf(three, { trips: 3 }), 'travel')).toBeNull();
});

test('old film, defects and other costs each have their line', () => {
  const oldFilm = {
    id: 'd1',
    ...{ kind: 'oldFilm' as const, x: 0.5, y: 0.5, note: '', pictureId: null },
    ...{ notedAt: '2027-03-01T09:00:00Z', notedBy: null },
    remedy: { kind: 'fix' as const, minutes: 20, doneAt: null, doneBy: null },
  };
  const paint = { ...oldFilm, id: 'd2', kind: 'paint' as const, remedy: { ...oldFilm.remedy, minutes: 15 } };
  const panes = { ...three, p1: { readings: plain, condition: [oldFilm, paint] } };
  const easy = costOf(panes, { extras: [{ id: 'x', name: 'Parking', cost: 12.5 }] });
  const hard = costOf(panes, { hardRemoval: true });
  const area = 0.82 * 1.326;
  expect(line(easy, 'removal')).toBe(Math.round(((area * 8) / 60) * 3800));
  expect(line(hard, 'removal')).toBe(Math.round(((area * 25) / 60) * 3800));
  expect(line(easy, 'fixing')).toBe(Math.round((15 / 60) * 3800));
  expect(line(easy, 'extra x')).toBe(1250);
});

test('a longer or shorter job changes what is earned, not what is paid', () => {
  const { result, risk } = costOf().cost;
  expect(risk.low.profit).toBeLessThan(result.profit);
  expect(risk.high.profit).toBeGreaterThan(result.profit);
  expect([risk.low.gross, risk.high.gross]).toEqual([result.gross, result.gross]);
  expect(risk.low.net - risk.low.cost).toBe(risk.low.profit);
});

test('film without a price is named, and all else is still reckoned', () => {
  const book = {
    ...bookForTest,
    films: bookForTest.films.map((film) => ({
      ...film,
      rolls: film.rolls.map((roll) => ({ ...roll, price: null })),
    })),
  };
  const found = costOf(three, {}, {}, book);
  expect(found.cost.withoutPrice).toEqual(['gannet-silver-20']);
  expect(line(found, found.cost.asked.film[0]?.id ?? '')).toBe(0);
  expect(line(found, 'hanging')).toBeGreaterThan(0);
});

test('glass is got at by its height over the floor, and asked for as it is', () => {
  const reach = (sillMm: number) => {
    const [pane] = costOf({ ...three, p1: { readings: plain, sillMm } }).cost.panes;
    if (!pane) throw new Error('no pane');
    const toFit = {
      ...pane.toFit,
      asked: { ...pane.toFit.asked, pane: { ...pane.toFit.asked.pane, sillOverFloorMm: sillMm } },
    };
    return [accessOf(toFit, pane.pane.rules), askOf('x', toFit, pane.pane.rules).access];
  };
  expect([700, 1000, 1500, 3000].map(reach)).toEqual([
    ['floor', 0],
    ['step', 1],
    ['ladder', 2],
    ['scaffold', 3],
  ]);
});

test('nothing planned costs nothing but the minimum', () => {
  const job = deriveJob({ ...recordsForTest({ panes: three }), pane: {} }, bookForTest);
  const plan = planCuts(job.plan.job, { random: seededRandom(1), rounds: 0, shouldStop: () => true });
  const { cost } = {
    cost: costOfJob({
      ...{ job, plan, planJob: job.plan.job, times: fitTimes(timesDefaults(job.rules), []) },
      ...{ pricing: { ...NO_PRICING, km: 10 }, currency: 'JPY', taxShare: 0 },
    }),
  };
  expect(cost).toMatchObject({ lines: [], days: 0, crew: 1 });
  expect(cost.result).toMatchObject({ cost: 0, price: 180, currency: 'JPY' });
});

const tall = readingsForTest([1450, 1450, 1450, 2100, 2100, 2100]);

test('two pairs of hands count twice, also in what is not sure; a crew is as many as the panes want', () => {
  const found = costOf({ ...three, p2: { readings: tall, sillMm: 800 } });
  const two = found.cost.panes.find(({ plan }) => plan.hands === 2);
  if (!two) throw new Error('no pane wants two');
  const minutes = found.cost.panes.reduce(
    (sum, { duration, plan }) => sum + duration.minutes * plan.hands,
    0,
  );
  expect(found.cost.crew).toBe(2);
  expect(found.cost.lines.find(({ code }) => code === 'hanging')).toMatchObject({
    minutes: expect.closeTo(minutes, 6),
  });
  // Half of the spread is common to all panes, half of it each pane's own.
  const off = found.cost.panes.map(({ duration, plan }) => (duration.high - duration.minutes) * plan.hands);
  const apart = Math.hypot(...off);
  const alike = off.reduce((sum, each) => sum + each, 0);
  const both = Math.sqrt(0.49 * alike ** 2 + 0.51 * apart ** 2);
  const { risk, result } = found.cost;
  const hour = found.job.rules.price.hourlyCost * 100;
  expect(result.profit - risk.low.profit).toBeCloseTo((both / 60) * hour, -1);
  const under = found.cost.panes.map(({ duration, plan }) => (duration.low - duration.minutes) * plan.hands);
  const less = Math.sqrt(
    0.49 * under.reduce((sum, each) => sum + each, 0) ** 2 + 0.51 * Math.hypot(...under) ** 2,
  );
  expect(risk.high.profit - result.profit).toBeCloseTo((less / 60) * hour, -1);
  expect(risk.low.marginShare).toBeCloseTo(risk.low.profit / risk.low.net, 9);
});

test('a ladder or a scaffold is hired for each day where a pane wants it and it costs', () => {
  const withHire = (sillMm: number, price: object) => {
    const book = {
      ...bookForTest,
      ruleSets: bookForTest.ruleSets.map((set) => ({ ...set, price: { ...set.price, ...price } })),
    };
    return costOf({ ...three, p1: { readings: plain, sillMm } }, {}, {}, book);
  };
  const high = withHire(3000, { ladderHireCost: 15 });
  expect([line(high, 'hire scaffold'), line(high, 'hire ladder')]).toEqual([12_000, null]);
  expect(high.cost.lines.find(({ code }) => code === 'hire')).toMatchObject({ way: 'scaffold', days: 1 });
  const middle = withHire(1500, { ladderHireCost: 15 });
  expect([line(middle, 'hire scaffold'), line(middle, 'hire ladder')]).toEqual([null, 1500]);
  expect(line(withHire(1500, {}), 'hire ladder')).toBeNull();
  const nothing = withHire(700, { ladderHireCost: 15, disposalCost: 0, redoShare: 0 });
  expect(nothing.cost.lines.map(({ code }) => code)).not.toEqual(expect.arrayContaining(['hire']));
  expect([line(nothing, 'disposal'), line(nothing, 'redo')]).toEqual([null, null]);
});

test('long work takes more days and trips; rooms are set up one by one; either of way and time is paid', () => {
  const many = Object.fromEntries(['p1', 'p2', 'p3'].map((id) => [id, { readings: tall, sillMm: 800 }]));
  const book = {
    ...bookForTest,
    ruleSets: bookForTest.ruleSets.map((set) => ({ ...set, price: { ...set.price, workingHours: 1 } })),
  };
  const found = costOf(many, { km: 10 }, {}, book);
  const onDay = found.cost.asked.labour.reduce((sum, { minutes }) => sum + minutes, 0);
  const days = Math.ceil(onDay / (2 * 60));
  expect(days).toBeGreaterThan(1);
  expect(found.cost).toMatchObject({ days, trips: days, crew: 2 });
  expect(found.cost.lines.find(({ code }) => code === 'travel')).toMatchObject({
    trips: days,
    km: 10,
    minutes: 0,
  });
  expect(line(costOf(three, { minutes: 30 }), 'travel')).toBe(Math.round(0.5 * 3800));
  const [[wallId = '', wall] = []] = Object.entries(recordsForTest().wall);
  const [[, room] = []] = Object.entries(recordsForTest().room);
  if (!wall || !room) throw new Error('no wall');
  const twoRooms = costOf(
    { ...three, p3: { readings: plain, wallId: 'w2' } },
    {},
    {
      wall: { [wallId]: wall, w2: { ...wall, roomId: 'r2' } },
      room: { [wall.roomId]: room, r2: { ...room, name: 'Hall' } },
    },
  );
  expect(twoRooms.cost.lines.find(({ code }) => code === 'setUp')).toMatchObject({ count: 2 });
});

test('what comes off the rack, other costs and later visits have their lines with what they are', () => {
  const silver = bookForTest.films[0]?.id ?? '';
  const rack = [
    {
      id: 'R1',
      filmId: silver,
      kind: 'roll' as const,
      width: 1524,
      length: 9000,
      factoryEdges: ['left', 'right'] as const,
    },
  ];
  const found = costOf(
    three,
    { extras: [{ id: 'x', name: 'Parking', cost: 12.5 }] },
    {},
    {
      ...bookForTest,
      stock: rack as unknown as typeof bookForTest.stock,
    },
  );
  const onHand = found.cost.lines.find(({ code }) => code === 'filmOnHand');
  const used = found.plan.pulls.reduce((sum, { length }) => sum + length, 0);
  expect(onHand).toMatchObject({ name: expect.stringContaining('R1'), metres: used / 1000 });
  expect(line(found, onHand?.id ?? '')).toBeGreaterThan(0);
  expect(found.cost.lines.find(({ code }) => code === 'extra')).toEqual({
    code: 'extra',
    id: 'extra x',
    name: 'Parking',
  });
  const blades = found.cost.lines.find((each) => each.code === 'used' && each.item === 'cloths');
  expect(blades).toMatchObject({ id: 'used cloths' });
  expect(line(found, 'used cloths')).toBeGreaterThan(0);
  // Film that is anchored gets its bead on later days, paid for the crew.
  const anchored = {
    ...{ paneId: 'p1', at: '2027-03-01T09:00:00Z', by: null },
    says: { kind: 'anchor' as const, anchor: { bead: 'full' as const, sides: ['left' as const] } },
  };
  const films = bookForTest.films.map((film) => ({
    ...film,
    kind: 'clearSecurity' as const,
    thicknessUm: 200,
  }));
  const wet = costOf(three, { crew: 3 }, { fittingEntry: { e: anchored } }, { ...bookForTest, films });
  const visits = wet.cost.panes.flatMap(({ plan }) => plan.visits.map(({ afterDays }) => afterDays));
  const later = new Set(visits.filter((days) => days > 0)).size;
  expect(later).toBeGreaterThan(0);
  expect(wet.cost.lines.find(({ code }) => code === 'laterVisits')).toEqual({
    ...{ code: 'laterVisits', id: 'laterVisits', count: later },
    minutes: later * wet.job.rules.price.laterVisitMinutes * 3,
  });
  expect(wet.cost.trips).toBe(wet.cost.days + later);
});

test('a defect that is put right already, or by others, is no work any more', () => {
  const mark = {
    ...{ id: 'd', kind: 'paint' as const, x: 0.5, y: 0.5, note: '', pictureId: null },
    ...{ notedAt: '2027-03-01T09:00:00Z', notedBy: null },
  };
  const fixing = (remedy: Pane['condition'][number]['remedy']) =>
    line(costOf({ ...three, p1: { readings: plain, condition: [{ ...mark, remedy }] } }), 'fixing');
  expect(fixing({ kind: 'fix', minutes: 15, doneAt: null, doneBy: null })).toBe(950);
  expect(fixing({ kind: 'fix', minutes: 15, doneAt: '2027-03-02T09:00:00Z', doneBy: null })).toBeNull();
  expect(fixing(null)).toBeNull();
});
