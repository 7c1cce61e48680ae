import { doubtsOfSurvey } from '@neat-sill/core/survey';
import { BLUNDERS, syntheticSurvey, withBlunders } from '@neat-sill/core/testing';
import { printTable, timed } from './table.ts';

const RULES = { sisterToleranceMm: 4, agreementMm: 2, twinToleranceMm: 4 };
const SEEDS = [1, 2, 3, 4, 5, 6];
const PANES = 1000;
const WANTED = 500;

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
}
