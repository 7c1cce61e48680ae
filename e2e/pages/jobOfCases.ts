import type { Page } from '@playwright/test';
import { expect } from '../fixtures/stack.ts';
import { demoJobPath } from './job.ts';

/** A job like the bakery’s, with panes for each case; its id. */
export async function jobOfCases(
  page: Page,
  name: string,
  cases: readonly Record<string, unknown>[],
): Promise<string> {
  const session = (await (await page.request.get('/api/session')).json()) as { csrfToken: string };
  const file = (await (
    await page.request.get(
      `${demoJobPath('bakery', 'survey').replace('/survey', '').replace('/jobs', '/api/jobs')}/file`,
    )
  ).json()) as {
    name: string;
    records: { pane: Record<string, Record<string, unknown>>; [kind: string]: unknown };
  };
  const [first] = Object.values(file.records.pane);
  file.records.pane = Object.fromEntries(
    cases.map((changes, order) => [
      `pane-${order + 1}`,
      {
        ...first,
        label: String(order + 1),
        order,
        shape: { kind: 'rectangle', cornerRadiusMm: 0 },
        handle: null,
        ...changes,
      },
    ]),
  );
  file.name = name;
  const sent = await page.request.post('/api/jobs/import', {
    headers: { 'x-csrf-token': session.csrfToken },
    data: { file: JSON.stringify(file), customer: '', site: null },
  });
  expect(sent.status(), await sent.text()).toBe(201);
  return ((await sent.json()) as { id: string }).id;
}

/** A pane that measures the same everywhere. */
export const read = (widthMm: number, heightMm: number) => {
  const one = (mm: number) => ({ mm, typed: String(mm), keptBecause: null });
  return {
    readings: {
      ...{ widthTop: one(widthMm), widthMiddle: one(widthMm), widthBottom: one(widthMm) },
      ...{ heightLeft: one(heightMm), heightMiddle: one(heightMm), heightRight: one(heightMm) },
    },
  };
};
