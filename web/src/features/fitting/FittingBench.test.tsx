/** @jest-environment <rootDir>/jest-env-dom.js */
import 'fake-indexeddb/auto';
import type { JobRecords } from '@neat-sill/core/job';
import { readingsForTest, recordsForTest } from '@neat-sill/core/testing';
import { cleanup, screen } from '@testing-library/react';
import { userEvent } from '@testing-library/user-event';
import { renderInJob } from '../../testing/inJob.tsx';
import { keepingItsPlan } from '../../testing/keptPlan.ts';
import { FittingBench } from './FittingBench.tsx';

afterEach(cleanup);

const WIDE = readingsForTest([2300, 2300, 2300, 2000, 2000, 2000]);
const step = () => screen.getByRole('heading', { level: 3 }).textContent;
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));

describe('fitting a pane', () => {
  test('each step is ticked with its time, and after the last the next pane comes', async () => {
    const { records, store, done } = await renderInJob(<FittingBench />, { selected: ['p1'] });
    const names: (string | null)[] = [];
    for (let at = 0; at < 11; at += 1) {
      names.push(step());
      await press('Done, next');
    }
    expect(new Set(names).size).toBe(11);
    const fitting = records().fitting['p1'];
    expect(Object.keys(fitting?.ticks ?? {})).toHaveLength(11);
    expect(fitting?.doneAt).not.toBeNull();
    expect(store.getState().view.selected).toEqual(['p2']);
    expect(done()).toHaveLength(11);
  });

  test('Back takes the tick of the step before away', async () => {
    const { records } = await renderInJob(<FittingBench />, { selected: ['p1'] });
    const first = step();
    await press('Done, next');
    expect(step()).not.toBe(first);
    await press('Back');
    expect(step()).toBe(first);
    expect(records().fitting['p1']?.ticks).toEqual({});
  });

  test('a fault that was noted stands there until it is fixed', async () => {
    const fault = {
      id: 'f',
      kind: 'speck',
      x: 0.5,
      y: 0.5,
      note: 'lower left',
      notedAt: '2026-05-04T15:00:00Z',
    } as const;
    const records = { ...recordsForTest(), fitting: { p1: { ticks: {}, faults: [fault], doneAt: null } } };
    const job = await renderInJob(<FittingBench />, { records, selected: ['p1'] });
    expect(screen.getByText(/lower left/)).toBeTruthy();
    await press(/is fixed$/);
    expect(job.records().fitting['p1']?.faults).toEqual([]);
    expect(screen.queryByText(/lower left/)).toBeNull();
  });

  test('a pane without size or film says what it needs, and where', async () => {
    const records = recordsForTest({
      panes: { p1: { filmId: null }, p2: { readings: readingsForTest([]) } },
    });
    await renderInJob(<FittingBench />, { records, selected: ['p1'] });
    expect(screen.getByRole('heading').textContent).toBe('Pane 1 is not ready');
    expect(screen.getByRole('link').getAttribute('href')).toBe('/jobs/job-1/film');
    cleanup();
    await renderInJob(<FittingBench />, { records, selected: ['p2'] });
    expect(screen.getByRole('link').getAttribute('href')).toBe('/jobs/job-1/survey');
  });
});

describe('the marks of a seam', () => {
  const records = keepingItsPlan(recordsForTest({ panes: { p1: { readings: WIDE } } }));
  const atHang = async (of: JobRecords) => {
    await renderInJob(<FittingBench />, { records: of, selected: ['p1'] });
    await press(/^5\s*Hang/);
    return document.body.textContent;
  };

  test('come from the kept plan while it holds', async () => {
    expect(await atHang(records)).toMatch(/Mark the frame 1160 mm from the left/);
    expect(document.body.textContent).not.toMatch(/has changed since the plan was kept/);
  });

  test('are left out once the pane was measured again, and that is said', async () => {
    const small = readingsForTest([1000, 1000, 1000, 2000, 2000, 2000]);
    const pane = { ...records.pane['p1'], readings: small } as JobRecords['pane'][string];
    const text = await atHang({ ...records, pane: { ...records.pane, p1: pane } });
    expect(text).toMatch(/has changed since the plan was kept/);
    expect(text).not.toMatch(/Mark the frame/);
    expect(text).not.toMatch(/−|-160/);
  });
});
