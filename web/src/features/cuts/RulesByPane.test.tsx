/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import { HEADER_ID } from '@neat-sill/core/job';
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { renderInJob } from '../../testing/inJob.tsx';
import { RulesByPane } from './RulesByPane.tsx';

afterEach(cleanup);

const choose = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

test('a film, and panes that are chosen, go by rules of their own until they go by the job again', async () => {
  const { records } = await renderInJob(<RulesByPane />, { selected: ['p1', 'p2'] });
  const ofFilm = () => records().job[HEADER_ID]?.filmRuleSets;
  choose('Gannet Silver 20', 'bench-cut');
  expect(ofFilm()).toEqual({ 'gannet-silver-20': 'bench-cut' });
  choose('Gannet Silver 20', 'of-the-job');
  expect(ofFilm()).toEqual({});
  choose('Pane 1 and 2', 'factory-edge-first');
  expect(['p1', 'p2', 'p3'].map((id) => records().pane[id]?.ruleSetId)).toEqual([
    'factory-edge-first',
    'factory-edge-first',
    null,
  ]);
  choose('Pane 1 and 2', 'of-the-job');
  expect(records().pane['p1']?.ruleSetId).toBeNull();
});
