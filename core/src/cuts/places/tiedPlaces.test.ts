import loadHighs from 'highs';
import { SEAM_LOOKS, type SeamLooksRules } from '../../rules/index.ts';
import { paneForTest } from '../../testing/planJobs.ts';
import { pricedRowFilm as film, rowJob, withLooks } from '../../testing/rowJobs.ts';
import { boundBySections, masterOf, wayKey } from '../cost/crossSections.ts';
import { demandOf, type PlacesOf } from '../cost/demand.ts';
import type { LinearModel } from '../cost/linearSolver.ts';
import { solverOfText, type PaneForPlan, type PlanJob } from '../index.ts';
import { atPlaces, placeGroups, tiedPlaces } from './tiedPlaces.ts';

/** A row 2000 high counts 20. A metre of seam in the open counts 20, a hidden one nothing. */
const looks: SeamLooksRules = { ...SEAM_LOOKS.leastFilm, perMetre: 20, unlikePane: 10 };
const solver = solverOfText(await loadHighs());
const pane = (id: string, width: number, seams: Partial<PaneForPlan['seams']> = {}, count = 1) =>
  paneForTest({
    ...{ id, label: id, width, height: 2000, count },
    seams: { allowed: true, axis: 'vertical', ...seams },
  });
const hiddenAt = (mm: number) => ({
  hidden: [{ axis: 'vertical' as const, from: mm - 5, to: mm + 5 }],
  lines: [],
});
const jobOf = (panes: readonly PaneForPlan[], seams: SeamLooksRules = looks): PlanJob =>
  rowJob(panes, film, withLooks(seams));
/** Beside equal panels the first seams by pane. */
const demandAt = (job: PlanJob, firsts: Readonly<Record<string, readonly number[]>>) => {
  const places: PlacesOf = ({ id }) => (firsts[id] ?? []).map((mm) => ({ axis: 'vertical', at: [mm] }));
  return demandOf(film, job, undefined, places);
};
const tied = (demand: ReturnType<typeof demandAt>) => {
  const programme = boundBySections(demand, solver, () => false)?.programme;
  if (!programme) throw new Error('the programme was not solved');
  return tiedPlaces(demand, programme, solver, 5);
};
const at = (mm: number) => ({ axis: 'vertical' as const, atMm: [mm] });

describe('groups of panes that are alike', () => {
  test('take the places that all of them can, the cheapest first; mirrored ones tell theirs from the other side', () => {
    const job = jobOf([
      pane('a', 1600, { alike: 'g', about: hiddenAt(700) }, 2),
      pane('b', 1500, { alike: 'g' }),
      pane('c', 1600, { alike: 'g', mirrored: true }),
      pane('own', 1600),
      pane('whole', 600, { alike: 'w' }, 2),
      pane('single', 1600, { alike: 's' }),
    ]);
    const demand = demandAt(job, { a: [600, 700, 900], b: [600, 700, 900], c: [1000, 900, 650], own: [700] });
    const groups = placeGroups(demand);
    expect(groups.map(({ alike, copies }) => [alike, copies])).toEqual([['g', 4]]);
    expect(groups[0]?.kinds.map(({ kind }) => kind.pane.id)).toEqual(['a', 'b', 'c']);
    // At 700 the seam of two of them is hidden. 900 and 950 stand open to one only.
    expect(groups[0]?.places).toEqual([at(700), at(600)]);
  });

  test('places come by what film and looks of all panes there cost together', () => {
    // The film is the same anywhere; at 800 the seams of two of them are hidden, at 650 that of one.
    const job = jobOf([
      pane('a', 1600, { alike: 'g', about: hiddenAt(650) }),
      pane('b', 1600, { alike: 'g', about: hiddenAt(800) }, 2),
    ]);
    expect(placeGroups(demandAt(job, { a: [650, 700], b: [650, 700] }))[0]?.places).toEqual([
      ...[at(800), at(650), at(700)],
    ]);
    // Seams beside each other by less than a tenth of a millimetre are one place; what only some can take is none.
    const near = jobOf([pane('a', 1600, { alike: 'g' }), pane('b', 1601, { alike: 'g' })]);
    expect(placeGroups(demandAt(near, { a: [650], b: [650.05] }))[0]?.places).toEqual([at(650)]);
    const apart = jobOf([pane('a', 1600, { alike: 'g' }), pane('b', 1602, { alike: 'g' })]);
    expect(placeGroups(demandAt(apart, { a: [650], b: [652] }))).toEqual([]);
  });

  test('the largest comes first', () => {
    const job = jobOf([pane('a', 1600, { alike: 'few' }, 2), pane('b', 1600, { alike: 'many' }, 3)]);
    expect(placeGroups(demandAt(job, {})).map(({ alike }) => alike)).toEqual(['many', 'few']);
  });
});

describe('which place a group takes', () => {
  const pair = (seams = looks) =>
    jobOf(
      [
        pane('a', 1600, { alike: 'g', about: hiddenAt(700) }),
        pane('b', 1500, { alike: 'g', about: hiddenAt(650) }),
      ],
      seams,
    );
  const both = { a: [650, 700], b: [650, 700] };

  test('each its own where that saves more than an unlike one counts, else one for all', () => {
    // Hidden each for itself counts 10 for being unlike; at one place one of the seams is seen for 40.
    expect([...tied(demandAt(pair(), both))]).toEqual([['g', null]]);
    const [[alike, place] = []] = tied(demandAt(pair({ ...looks, unlikePane: 50 }), both));
    expect(alike).toBe('g');
    expect([at(650), at(700)]).toContainEqual(place);
  });

  test('goes by film where looks are the same', () => {
    // Strips of 400 stand beside panels of 600 only: two rows of 20 the less than with equal panels.
    const plain = { ...looks, perMetre: 0, unlikePane: 1000 };
    const job = jobOf([pane('a', 1600, { alike: 'g' }, 2), pane('strip', 400), pane('more', 400)], plain);
    expect([...tied(demandAt(job, { a: [600, 700] }))]).toEqual([['g', at(600)]]);
  });

  test('nothing is tied without groups, where unlike ones count nothing, or where it was not solved', () => {
    const single = demandAt(jobOf([pane('a', 1600)]), { a: [600] });
    expect(tied(single).size).toBe(0);
    expect(tied(demandAt(pair({ ...looks, unlikePane: 0 }), both)).size).toBe(0);
    const demand = demandAt(pair(), both);
    const programme = boundBySections(demand, solver, () => false)?.programme;
    expect(programme && tiedPlaces(demand, programme, { solve: () => null }, 5).size).toBe(0);
  });

  describe('by the programme it is asked', () => {
    const panes = jobOf([
      pane('a', 1600, { alike: 'g' }, 2),
      pane('b', 1500, { alike: 'g' }),
      pane('strip', 400),
    ]);
    const demand = demandAt(panes, { a: [600, 700], b: [600, 700] });
    const programme = boundBySections(demand, solver, () => false)?.programme;
    if (!programme) throw new Error('the programme was not solved');
    const master = masterOf(demand, programme);
    /** What comes of it where the solver answers so, and the programme it was asked. */
    const answered = (values: (model: LinearModel) => readonly number[]) => {
      let asked: LinearModel | null = null;
      const tied_ = tiedPlaces(
        demand,
        programme,
        {
          solve: (model) => {
            asked = model;
            return { objective: 0, values: values(model), duals: [] };
          },
        },
        5,
      );
      return { chosen: [...tied_], asked: asked as LinearModel | null };
    };
    const ownAt = master.model.columns.length;
    const taking = (column: number) =>
      answered(({ columns }) => columns.map((_, at) => (at === column ? 1 : 0)));

    test('the first choice is each its own, then the places in their order; without a choice nothing is tied', () => {
      const [group] = placeGroups(demand);
      expect(taking(ownAt).chosen).toEqual([['g', null]]);
      expect(taking(ownAt + 1).chosen).toEqual([['g', group?.places[0]]]);
      expect(taking(ownAt + 2).chosen).toEqual([['g', group?.places[1]]]);
      expect(taking(-1).chosen).toEqual([]);
    });

    test('a place is taken where all copies of each kind go there, or each its own for what that counts', () => {
      const { asked } = taking(ownAt);
      if (!asked) throw new Error('it was asked');
      const [group] = placeGroups(demand);
      const first = group?.places[0]?.atMm[0] ?? 0;
      const kinds = ['a', 'b'].map((id) => demand.kinds.findIndex(({ pane: each }) => each.id === id));
      const columnOf = (kind: number, mm: number) => {
        const way = demand.kinds[kind]?.ways.findIndex(({ place }) => place?.atMm[0] === mm) ?? -1;
        return master.wayColumn.get(wayKey(kind, way)) ?? -1;
      };
      /** Whether the rows that tie hold, with copies of both kinds at a place and one choice made. */
      const holds = (mm: number, copies: readonly number[], choice: number) => {
        const values = asked.columns.map(() => 0);
        kinds.forEach((kind, at) => (values[columnOf(kind, mm)] = copies[at] ?? 0));
        values[choice] = 1;
        return asked.rows.every(({ sense, bound }, row) => {
          if (row < master.model.rows.length) return true;
          const sum = asked.columns.reduce(
            (all, { entries }, column) =>
              all +
              entries.reduce((own, [at, each]) => own + (at === row ? each * (values[column] ?? 0) : 0), 0),
            0,
          );
          return sense === '>=' ? sum >= bound : sum <= bound;
        });
      };
      expect(holds(first, [2, 1], ownAt + 1)).toBe(true);
      expect(holds(first, [1, 1], ownAt + 1)).toBe(false);
      expect(holds(first, [2, 0], ownAt + 1)).toBe(false);
      expect(holds(first, [2, 1], ownAt + 2)).toBe(false);
      expect(holds(first, [0, 0], ownAt)).toBe(true);
      expect(holds(first, [2, 1], -1)).toBe(false);
      expect(asked.columns.slice(ownAt).map(({ cost, whole }) => [cost, whole])).toEqual([
        [looks.unlikePane * 2, true],
        [0, true],
        [0, true],
      ]);
      expect(asked.columns.slice(0, ownAt).map(({ cost }) => cost)).toEqual(
        master.model.columns.map(({ cost }) => cost),
      );
    });
  });

  test('it is asked in whole choices, and for no longer than there is time', () => {
    const demand = demandAt(pair(), both);
    const programme = boundBySections(demand, solver, () => false)?.programme;
    if (!programme) throw new Error('the programme was not solved');
    const asked: { seconds: number; whole: number }[] = [];
    for (const left of [0.5, 60])
      tiedPlaces(
        demand,
        programme,
        {
          solve: ({ columns }, { seconds }) => {
            asked.push({ seconds, whole: columns.filter(({ whole }) => whole).length });
            return null;
          },
        },
        left,
      );
    // One for each place that both can take, and one for each its own.
    expect(asked).toEqual([
      { seconds: 0.5, whole: 3 },
      { seconds: 2, whole: 3 },
    ]);
  });
});

test('at chosen places kinds of a group have no other ways; all others keep theirs', () => {
  const job = jobOf([
    pane('a', 1600, { alike: 'g' }, 2),
    pane('b', 1600, { alike: 'h' }, 2),
    pane('c', 1600, { alike: 'i' }, 2),
    pane('own', 1500),
  ]);
  const firsts = { a: [600, 700], b: [600, 700], c: [600, 700], own: [600] };
  const demand = demandAt(job, firsts);
  const placesAfter = (chosen: ReadonlyMap<string, ReturnType<typeof at> | null>) =>
    Object.fromEntries(
      atPlaces(demand, chosen).kinds.map(({ pane: { id }, ways }) => [
        id,
        ways.map(({ place }) => place?.atMm[0]),
      ]),
    );
  expect(
    placesAfter(
      new Map([
        ['g', at(700)],
        ['h', null],
      ]),
    ),
  ).toEqual({ a: [700], b: [800, 600, 700], c: [800, 600, 700], own: [750, 600] });
});
