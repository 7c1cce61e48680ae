import { paneForTest } from '../../testing/planJobs.ts';
import { pricedRowFilm as film, rowJob, withLooks } from '../../testing/rowJobs.ts';
import { SEAM_LOOKS } from '../../rules/index.ts';
import { demandOf, type Demand } from '../cost/demand.ts';
import type { FilmForPlan, PaneForPlan, PlanJob } from '../index.ts';
import { placesThatPay } from './placesThatPay.ts';

const pane = (id: string, width: number, seams: Partial<PaneForPlan['seams']> = {}) =>
  paneForTest({ id, label: id, width, height: 1000, seams: { allowed: true, axis: 'vertical', ...seams } });

/** A panel costs 10, and less where `cheap` says so. */
const prices = (cheap: Readonly<Record<number, number>>) => () =>
  Float64Array.from({ length: 1001 }, (_, mm) => cheap[mm] ?? 10);

function placesOf(
  panes: readonly PaneForPlan[],
  cheap: Readonly<Record<number, number>>,
  worth: number,
  { of = film, work = null as PlanJob['rules']['work'] | null, on = (demand: Demand) => demand } = {},
) {
  const job = rowJob(panes, of, work);
  const demand = on(demandOf(of, job));
  const more = placesThatPay(of, job)(demand, prices(cheap), () => worth);
  const added = (id: string) =>
    more.kinds
      .filter(({ pane: each }) => each.id === id)
      .flatMap(({ ways }, kind) =>
        ways
          .slice(demand.kinds.find((each) => each.pane.id === id)?.ways.length ?? kind)
          .map(({ place }) => place?.atMm ?? []),
      );
  return { demand, more, added };
}

test('a place is taken up at which both panels cost less than the pane is worth, to a hundredth', () => {
  // 1600 together: 620 goes with 980.
  const at = (worth: number, cheap: Readonly<Record<number, number>> = { 620: 3 }) =>
    placesOf([pane('wide', 1600)], cheap, worth).added('wide');
  expect(at(13.5)).toEqual([[620], [980]]);
  expect(at(12.9)).toEqual([[620], [980]]);
  expect(at(12.8)).toEqual([]);
  expect(at(19, { 620: 3, 980: 2 })).toEqual([[620], [980]]);
  // Where everything costs as much nothing is cheaper than what is beside it.
  expect(at(19, {})).toEqual([]);
});

test('the three cheapest are taken, none that is known, none that the rules forbid', () => {
  const cheap = { 610: 3, 630: 4, 650: 2, 670: 5, 690: 6 };
  // From both sides each: 650 and 950, then 610 or 990.
  const { added, more, demand } = placesOf([pane('wide', 1600)], cheap, 19);
  expect(added('wide').slice(0, 2)).toEqual([[650], [950]]);
  expect(added('wide')).toHaveLength(3);
  expect(more.parts.slice(0, demand.parts.length)).toEqual(demand.parts);
  // Equal panels stand already, and 2 mm beside them is no other place.
  expect(placesOf([pane('wide', 1600)], { 800: 1 }, 19).added('wide')).toEqual([]);
  expect(placesOf([pane('wide', 1600)], { 801: 1 }, 19).added('wide')).toEqual([]);
  expect(placesOf([pane('wide', 1600)], { 803: 1 }, 19).added('wide')).toEqual([[797], [803]]);
  // A panel of 140 is too narrow: 150 is the least.
  expect(placesOf([pane('wide', 1140)], { 140: 1 }, 19).added('wide')).toEqual([]);
  expect(placesOf([pane('wide', 1150)], { 150: 1, 1000: 1 }, 19).added('wide')).toEqual([[150], [1000]]);
});

test('of three panels the middle one is a full width, and counts its film', () => {
  // 2600: 1000 in the middle costs 10; 720 with 880 are the others.
  const at = (worth: number) => placesOf([pane('wide', 2600)], { 720: 3 }, worth).added('wide');
  expect(at(23.5)).toEqual([
    [720, 1720],
    [880, 1880],
  ]);
  expect(at(22)).toEqual([]);
});

test('panes that want one line with others keep theirs; looks are counted; enough parts are enough', () => {
  const cheap = { 620: 3 };
  const on = (demand: Demand): Demand => ({
    ...demand,
    kinds: demand.kinds.map((kind) => ({ ...kind, alike: 'pair' })),
  });
  const { more, demand } = placesOf([pane('wide', 1600)], cheap, 19, { on });
  expect(more).toBe(demand);
  const looks = withLooks({ ...SEAM_LOOKS.weighed, perMetre: 2 });
  const seen = (worth: number) => placesOf([pane('wide', 1600)], cheap, worth, { work: looks }).added('wide');
  expect(seen(13.1)).toEqual([]);
  expect(seen(40).length).toBeGreaterThan(0);
  const many = (demandOfJob: Demand): Demand => ({
    ...demandOfJob,
    parts: Array.from({ length: 401 }, (_, at) => demandOfJob.parts[at % demandOfJob.parts.length]).flatMap(
      (part) => part ?? [],
    ),
  });
  const full = placesOf([pane('wide', 1600)], cheap, 19, { on: many });
  expect(full.more).toBe(full.demand);
});

test('each roll that is sold has its own places', () => {
  const two: FilmForPlan = {
    ...film,
    rolls: [
      { width: 1000, length: 50_000, price: 500 },
      { width: 1200, length: 50_000, price: 700 },
    ],
  };
  const job = rowJob([pane('wide', 1600)], two);
  const demand = demandOf(two, job);
  const more = placesThatPay(two, job)(
    demand,
    (supply) =>
      Float64Array.from({ length: supply.widthMm + 1 }, (_, mm) =>
        mm === (supply.widthMm === 1200 ? 1100 : 620) ? 1 : 10,
      ),
    () => 12,
  );
  const fresh = more.kinds.flatMap(({ ways }) => ways.slice(demand.kinds[0]?.ways.length));
  expect(fresh.map(({ supply, place }) => [supply, place?.atMm])).toEqual([
    [0, [620]],
    [0, [980]],
    [1, [500]],
    [1, [1100]],
  ]);
});

test('only the cheapest of a slope is taken, of what costs as much the widest', () => {
  const at = (cheap: Readonly<Record<number, number>>) =>
    placesOf([pane('wide', 1600)], cheap, 19).added('wide');
  expect(at({ 618: 5, 619: 4, 620: 3, 621: 4, 622: 5 })).toEqual([[620], [980]]);
  expect(at({ 620: 3, 621: 3 })).toEqual([[621], [980]]);
});

test('what lies within 2 mm of a place of the same pane, axis and roll is no other place', () => {
  const margins = { allowances: { left: 20, right: 30, top: 0, bottom: 0 } };
  const overlap = (cheap: Readonly<Record<number, number>>) => {
    const job = rowJob([{ ...pane('wide', 1600), ...margins }], film, null, { seamOverlap: 10 });
    const demand = demandOf(film, job);
    const more = placesThatPay(film, job)(demand, prices(cheap), () => 19);
    return more.kinds.flatMap(({ ways }) => ways.slice(1).map(({ place }) => place?.atMm));
  };
  // Equal panels: the seam at 800, the first panel 825 with its margin and half the overlap. The other end of these is new.
  expect(overlap({ 826: 1 })).toEqual([[809]]);
  expect(overlap({ 824: 1 })).toEqual([[811]]);
  expect(overlap({ 828: 1 })).toEqual([[803], [807]]);
  // Of another pane it is one.
  const two = placesOf([pane('wide', 1600), pane('other', 1700)], { 851: 1 }, 19);
  expect([two.added('wide'), two.added('other')]).toEqual([[[749], [851]], []]);
  // Of another axis as well.
  const turned: FilmForPlan = { ...film, turn: 'any' };
  const both = placesOf([{ ...pane('wide', 1600, { axis: 'any' }), height: 1500 }], { 751: 1 }, 19, {
    of: turned,
  });
  const fresh = both.more.kinds.flatMap(({ ways }) =>
    ways.slice(both.demand.kinds[0]?.ways.length).map(({ place }) => [place?.axis, place?.atMm[0]]),
  );
  expect(fresh).toEqual([
    ['vertical', 751],
    ['vertical', 849],
  ]);
});
