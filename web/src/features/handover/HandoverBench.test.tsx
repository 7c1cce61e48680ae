/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import type { JobRecords } from '@neat-sill/core/job';
import { readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { cleanup, screen } from '@testing-library/react';
import { renderInJob } from '../../testing/inJob.tsx';
import { keepingItsPlan } from '../../testing/keptPlan.ts';
import { HandoverBench } from './HandoverBench.tsx';

afterEach(cleanup);

const WIDE = readingsForTest([2300, 2300, 2300, 2000, 2000, 2000]);

describe('handing over', () => {
  const fitted: JobRecords = {
    ...recordsForTest({ panes: { p3: { filmId: null } } }),
    fitting: { p1: { ticks: {}, faults: [], doneAt: '2026-05-04T03:00:00Z' } },
  };

  test('the table tells the day from which each pane is dry, by the clock of the site', async () => {
    await renderInJob(<HandoverBench />, { records: fitted });
    const rows = screen.getAllByRole('row').map(({ textContent }) => textContent);
    expect(rows).toHaveLength(3);
    expect(rows[1]).toMatch(/^1Gannet Silver 20.*3.*Ma.*2.*Jun/);
    expect(rows[2]).toMatch(/^2Gannet Silver 20not yet30 days after/);
  });

  test('a cut list is offered of a plan that holds only, and why not otherwise', async () => {
    await renderInJob(<HandoverBench />, { records: fitted });
    expect(document.body.textContent).toMatch(/Keep a plan in Cuts first/);
    cleanup();
    const kept = keepingItsPlan(recordsForTest());
    await renderInJob(<HandoverBench />, { records: kept });
    expect(document.body.textContent).not.toMatch(/Keep a plan in Cuts first|has changed since/);
    cleanup();
    const changed = { ...kept.pane['p1'], readings: WIDE } as JobRecords['pane'][string];
    await renderInJob(<HandoverBench />, { records: { ...kept, pane: { ...kept.pane, p1: changed } } });
    expect(document.body.textContent).toMatch(/The job has changed since the plan was kept/);
  });
});
