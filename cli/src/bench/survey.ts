import { doubtsOfSurvey } from '@neat-sill/core/survey';
import {
  BLUNDERS,
  THUMB_SLIPS,
  syntheticSurvey,
  unevenHouse,
  withBlunders,
  withThumbSlips,
} from '@neat-sill/core/testing';
import { printTable, timed } from './table.ts';

const RULES = { sisterToleranceMm: 4, agreementMm: 2, twinToleranceMm: 4 };
const SEEDS = [1, 2, 3, 4, 5, 6];
const PANES = 1000;
const WANTED = 500;

const UNEVEN_MM = [0.5, 1, 2.5, 4];
const HOUSES = { small: { panes: 60, seeds: 80 }, large: { panes: 300, seeds: 30 } };

interface Caught {
  readonly found: number;
  readonly put: number;
}
const percentOf = ({ found, put }: Caught) =>
  put === 0 ? 'none put' : `${((found / put) * 100).toFixed(1)} % of ${put}`;

/** Houses whose frames are uneven by so much, small and large: right panes asked about, slips over 6 mm and 4 sigma caught. */
function benchUnevenHouses(): void {
  const rows = UNEVEN_MM.map((unevenMm) => {
    const right = { found: 0, put: 0 };
    const put: { way: string; slip: string; found: boolean }[] = [];
    for (const { panes: count, seeds } of Object.values(HOUSES))
      for (let seed = 1; seed <= seeds; seed += 1) {
        const house = unevenHouse(count, unevenMm, seed);
        right.found += new Set(doubtsOfSurvey(house.panes, RULES).map(({ paneId }) => paneId)).size;
        right.put += count;
        const slipped = withThumbSlips(house, unevenMm, seed);
        const asked = new Set(doubtsOfSurvey(slipped.panes, RULES).map(({ paneId }) => paneId));
        for (const { paneId, slip } of slipped.put) {
          const read = house.read.get(paneId);
          const way = read?.way === 'once' ? (read.alike >= 3 ? 'alike' : 'alone') : (read?.way ?? '');
          put.push({ way, slip, found: asked.has(paneId) });
        }
      }
    const caught = (of: (each: (typeof put)[number]) => boolean): Caught => {
      const all = put.filter(of);
      return { put: all.length, found: all.filter(({ found }) => found).length };
    };
    return { unevenMm, right, caught };
  });
  printTable(
    'Uneven houses (one standard deviation): half the panes read once, few alike, one in five leaning; slips over 6 mm and 4 sigma',
    rows.map(({ unevenMm, right, caught }) => ({
      'uneven mm': unevenMm,
      'right panes asked about': percentOf(right),
      'read at three places': percentOf(caught(({ way }) => way === 'threes')),
      'and twice': percentOf(caught(({ way }) => way === 'twice')),
      'once, three alike': percentOf(caught(({ way }) => way === 'alike')),
      'once, fewer alike': percentOf(caught(({ way }) => way === 'alone')),
    })),
  );
  printTable(
    'By slip, of panes that something speaks for',
    THUMB_SLIPS.map((slip) => ({
      slip,
      ...Object.fromEntries(
        rows.map(({ unevenMm, caught }) => [
          `${unevenMm} mm`,
          percentOf(caught((each) => each.slip === slip && each.way !== 'alone')),
        ]),
      ),
    })),
  );
}

/** How many right panes are put in doubt, and how many blunders of each kind are found and rightly named. */
export function benchSurvey(): void {
  const totals = SEEDS.map((seed) => {
    const survey = syntheticSurvey(PANES, seed);
    const clean = timed(() =>
      doubtsOfSurvey(
        survey.map(({ pane }) => pane),
        RULES,
      ),
    );
    const falsePanes = new Set(clean.value.map(({ paneId }) => paneId)).size;
    const { panes, put } = withBlunders(survey, WANTED, seed);
    const doubts = doubtsOfSurvey(panes, RULES);
    const wrong = new Set(put.map(({ pane }) => pane.id));
    const asked = new Set(doubts.map(({ paneId }) => paneId));
    const caught = put.filter(({ pane }) => asked.has(pane.id)).length;
    const kinds = BLUNDERS.map((kind) => {
      const of = put.filter(({ blunder }) => blunder === kind);
      const found = of.filter(({ pane }) => asked.has(pane.id));
      const placed = of.filter(({ pane, place, blunder }) =>
        doubts.some(
          (doubt) =>
            doubt.paneId === pane.id &&
            (doubt.place === place || (blunder === 'exchanged' && doubt.slip === 'exchanged')),
        ),
      );
      const named = of.filter(({ pane, place, trueMm }) =>
        doubts.some(
          (doubt) =>
            doubt.paneId === pane.id &&
            (doubt.place === place || doubt.slip === 'exchanged') &&
            doubt.likelyMm !== null &&
            Math.abs(doubt.likelyMm - trueMm) <= 3,
        ),
      );
      return { kind, put: of.length, found: found.length, placed: placed.length, named: named.length };
    });
    const right = [...asked].filter((id) => wrong.has(id)).length;
    return { seed, falsePanes, caught, put: put.length, ms: clean.ms, kinds, precision: right / asked.size };
  });
  const percent = (share: number) => `${(share * 100).toFixed(1)} %`;
  printTable(
    `Survey: ${PANES} panes with tape noise of ±1 mm, then ${WANTED} blunders`,
    totals.map(({ seed, falsePanes, caught, put, ms, precision }) => ({
      seed,
      'right panes in doubt': percent(falsePanes / PANES),
      'blunders put': put,
      caught: percent(caught / put),
      precision: percent(precision),
      'ms for all panes': Math.round(ms),
    })),
  );
  printTable(
    'By kind, all seeds: found on the pane, at the right reading, and with the true value named within 3 mm',
    BLUNDERS.map((kind) => {
      const rows = totals.flatMap(({ kinds }) => kinds.filter((row) => row.kind === kind));
      const sum = (of: (row: (typeof rows)[number]) => number) =>
        rows.reduce((total, row) => total + of(row), 0);
      const put = sum((row) => row.put);
      return {
        kind,
        put,
        found: percent(sum((row) => row.found) / put),
        'right reading': percent(sum((row) => row.placed) / put),
        'value named': percent(sum((row) => row.named) / put),
      };
    }),
  );
  benchUnevenHouses();
}
