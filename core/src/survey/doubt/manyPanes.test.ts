import { BLUNDERS, syntheticSurvey, withBlunders } from '../../testing/syntheticSurvey.ts';
import { doubtsOfSurvey } from './doubts.ts';

const rules = { sisterToleranceMm: 4, agreementMm: 2, twinToleranceMm: 4 };

test.each([1, 4])(
  'of a thousand right panes few are asked about, and most blunders are caught (seed %i)',
  (seed) => {
    const survey = syntheticSurvey(1000, seed);
    const clean = doubtsOfSurvey(
      survey.map(({ pane: surveyed }) => surveyed),
      rules,
    );
    expect(new Set(clean.map(({ paneId }) => paneId)).size).toBeLessThan(20);
    const { panes, put } = withBlunders(survey, 500, seed);
    expect(new Set(put.map(({ blunder }) => blunder))).toEqual(new Set(BLUNDERS));
    expect(put).toHaveLength(500);
    const asked = new Set(doubtsOfSurvey(panes, rules).map(({ paneId }) => paneId));
    const caught = put.filter(({ pane: { id } }) => asked.has(id)).length;
    expect(caught / put.length).toBeGreaterThanOrEqual(0.95);
  },
);
