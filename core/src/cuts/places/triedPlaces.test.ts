import { SEAM_LOOKS } from '../../rules/index.ts';
import { paneForTest } from '../../testing/planJobs.ts';
import { pricedRowFilm, rowFilm, rowJob, withLooks } from '../../testing/rowJobs.ts';
import { wayKey } from '../cost/crossSections.ts';
import { demandOf } from '../cost/demand.ts';
import type { FilmForPlan, PaneForPlan } from '../index.ts';
import { dividedPanes, type Divided } from './divided.ts';
import { isAmong, TriedPlaces } from './triedPlaces.ts';

const pane = (id: string, width: number, seams: Partial<PaneForPlan['seams']> = {}, height = 2000) =>
  paneForTest({ ...{ id, label: id, width, height }, seams: { allowed: true, axis: 'vertical', ...seams } });

/** Panels no narrower than 150, off rolls 1000 wide. */
function triedFor(panes: readonly PaneForPlan[], film: FilmForPlan = rowFilm) {
  const job = rowJob(panes, film, film === pricedRowFilm ? withLooks(SEAM_LOOKS.weighed) : null);
  const plain = demandOf(film, job);
  const divided = dividedPanes(film, job, plain.supplies);
  const tried = new TriedPlaces(divided, job, plain.counting);
  /** The pane, cut off a supply. */
  const at = (id: string, axis: Divided['axis'] = 'vertical', supply = 0) => {
    const of = divided.find(
      (each) => each.pane.id === id && each.axis === axis && each.supply.index === supply,
    );
    if (!of) throw new Error(`${id} is divided`);
    return of;
  };
  return { tried, at, supplies: plain.supplies, demand: () => demandOf(film, job, undefined, tried.places) };
}

test('panes of one size are one kind, with one list for each supply', () => {
  const two = {
    ...rowFilm,
    rolls: [
      { width: 1000, length: 50_000 },
      { width: 1200, length: 50_000 },
    ],
  };
  const { tried, at } = triedFor([pane('a', 1600), pane('same', 1600), pane('b', 1700)], two);
  expect(tried.kinds).toHaveLength(4);
  expect(tried.of(at('a'))).toEqual([]);
  tried.add(at('a'), 700);
  tried.set(at('b', 'vertical', 1), [650, 900]);
  expect(tried.of(at('same'))).toEqual([700]);
  expect([at('a', 'vertical', 1), at('b')].map((of) => tried.of(of))).toEqual([[], []]);
  expect(tried.of(at('b', 'vertical', 1))).toEqual([650, 900]);
});

test('only what the rules permit is tried, and each place once', () => {
  const { tried, at } = triedFor([pane('a', 1600), pane('narrow', 1100)]);
  // 599 would leave more than a roll.
  for (const firstMm of [700, 599, 1001, 600, 700, 700.009, 699.991, 700.02]) tried.add(at('a'), firstMm);
  expect(tried.of(at('a'))).toEqual([700, 600, 700.02]);
  for (const firstMm of [149, 150, 951, 950]) tried.add(at('narrow'), firstMm);
  expect(tried.of(at('narrow'))).toEqual([150, 950]);
  expect([isAmong([100, 200], 200.005), isAmong([100, 200], 200.02), isAmong([], 100)]).toEqual([
    true,
    false,
    false,
  ]);
});

test('a programme’s ways are known again by their first panels, as far as they are tried', () => {
  const { tried, at, demand } = triedFor([pane('a', 1600), pane('b', 1700), pane('whole', 500)]);
  for (const firstMm of [650, 900]) tried.add(at('a'), firstMm);
  for (const firstMm of [800, 880]) tried.add(at('b'), firstMm);
  const made = demand();
  const keysOf = (id: string, firsts: readonly (number | null)[]) =>
    made.kinds.flatMap(({ pane: of, ways }, kind) =>
      of.id === id
        ? ways.flatMap(({ place }, way) =>
            firsts.includes(place?.atMm[0] ?? null) ? [wayKey(kind, way)] : [],
          )
        : [],
    );
  // Beside them the pane that goes whole, and equal panels of `a`, which are in no list.
  const taken = [...keysOf('a', [900, 800]), ...keysOf('b', [800, 880]), ...keysOf('whole', [null])];
  expect(taken).toHaveLength(5);
  expect([...tried.takenBy(made, new Set(taken))].map(([{ pane: of }, firsts]) => [of.id, firsts])).toEqual([
    ['a', [900]],
    ['b', [800, 880]],
  ]);
  expect(tried.takenBy(made, new Set()).size).toBe(0);
  // Ways of a demand with more panes than are divided here, and places no longer tried, are nobody's.
  tried.set(at('a'), [650]);
  const others = triedFor([pane('a', 1600)]).tried;
  expect([...tried.takenBy(made, new Set(taken)).keys()].map(({ pane: of }) => of.id)).toEqual(['b']);
  expect(others.takenBy(made, new Set(taken)).size).toBe(0);
});

test('panes that are to look alike try each other’s places, mirrored ones from the other side', () => {
  const { tried, at } = triedFor(
    [
      pane('a', 1600, { alike: 'g' }),
      pane('b', 1650, { alike: 'g' }),
      pane('turned', 1620, { alike: 'g', mirrored: true }),
      pane('other', 1600, { alike: 'h' }),
      pane('alone', 1610),
      pane('single', 1630),
    ],
    pricedRowFilm,
  );
  tried.set(at('a'), [700]);
  tried.set(at('turned'), [660]);
  tried.set(at('alone'), [810]);
  tried.share();
  // 660 from the left of the mirrored one is 660 from the right of the others.
  expect(Object.fromEntries(tried.kinds.map((of) => [of.pane.id, tried.of(of)]))).toEqual({
    ...{ a: [700, 940], b: [700, 990], turned: [660, 920] },
    ...{ other: [], alone: [810], single: [] },
  });
});

test('places go to the same axis and roll only, and level seams are not turned by a mirror', () => {
  const film = {
    ...pricedRowFilm,
    turn: 'any' as const,
    rolls: [
      { width: 1000, length: 50_000, price: 500 },
      { width: 1200, length: 50_000, price: 600 },
    ],
  };
  const job = rowJob(
    [
      pane('a', 1600, { alike: 'g', axis: 'any' }, 1700),
      pane('b', 1600, { alike: 'g', axis: 'any', mirrored: true }, 1700),
    ],
    film,
    withLooks(SEAM_LOOKS.weighed),
  );
  const { supplies, counting } = demandOf(film, job);
  const divided = dividedPanes(film, job, supplies);
  const tried = new TriedPlaces(divided, job, counting);
  expect(divided).toHaveLength(8);
  const of = (id: string, axis: Divided['axis'], widthMm: number) =>
    divided.find(
      (each) => each.pane.id === id && each.axis === axis && each.supply.widthMm === widthMm,
    ) as Divided;
  tried.add(of('a', 'horizontal', 1000), 750);
  tried.add(of('a', 'vertical', 1200), 1150);
  tried.share();
  const lists = (axis: Divided['axis'], widthMm: number) =>
    ['a', 'b'].map((id) => tried.of(of(id, axis, widthMm)));
  expect(lists('horizontal', 1000)).toEqual([[750], [750]]);
  expect(lists('vertical', 1200)).toEqual([[1150], [450]]);
  expect(lists('vertical', 1000)).toEqual([[], []]);
  expect(lists('horizontal', 1200)).toEqual([[], []]);
  // As seams of a pane off a roll: from the top and from the left.
  const [a] = job.panes;
  const [narrow, wide] = supplies;
  if (!a || !narrow || !wide) throw new Error('there are two rolls');
  expect(tried.places(a, narrow)).toEqual([{ axis: 'horizontal', at: [750] }]);
  expect(tried.places(a, wide)).toEqual([{ axis: 'vertical', at: [1150] }]);
  expect(tried.places(pane('whole', 500), narrow)).toEqual([]);
});
