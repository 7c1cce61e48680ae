import type { JobRecords, ShopData } from '@neat-sill/core/job';
import type { Role } from '@neat-sill/core/record';
import { bookForTest, recordsForTest } from '@neat-sill/core/testing';
import type { LengthUnit } from '@neat-sill/core/units';
import { configureStore } from '@reduxjs/toolkit';
import { act, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter, useLocation } from 'react-router';
import { api } from '../api/api.ts';
import {
  LiveJobContext,
  LivePlanProvider,
  OpenJobContext,
  jobActions,
  jobSlice,
  useOpenJobValue,
  viewActions,
  viewSlice,
} from '../features/job/index.ts';
import { fakeServer, ok, type FakeServer } from './fetching.ts';

/** A worker that takes what it is sent and never answers: nothing is computed beside the page in these tests. */
class SilentWorker {
  onmessage: unknown = null;
  postMessage(): void {}
  terminate(): void {}
}

function Opened({ children }: { children: ReactNode }) {
  const open = useOpenJobValue();
  if (!open) return <p>Opening</p>;
  return (
    <LiveJobContext value={open}>
      <OpenJobContext value={open}>
        <LivePlanProvider>{children}</LivePlanProvider>
      </OpenJobContext>
    </LiveJobContext>
  );
}

function Address() {
  return <output aria-label="Address">{useLocation().pathname}</output>;
}

export interface InJob {
  readonly store: ReturnType<typeof storeOf>;
  readonly server: FakeServer;
  readonly records: () => JobRecords;
  /** What was done, as the undo list names it. */
  readonly done: () => string[];
  readonly address: () => string;
}

function storeOf() {
  return configureStore({
    reducer: { [api.reducerPath]: api.reducer, job: jobSlice.reducer, view: viewSlice.reducer },
    middleware: (get) => get({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
  });
}

interface Setting {
  readonly records?: JobRecords;
  readonly shop?: ShopData;
  readonly unit?: LengthUnit;
  readonly role?: Role;
  readonly selected?: readonly string[];
  readonly answers?: FakeServer['answers'];
}

/** Renders a part of the page inside an open job; nothing of what is done there is sent. */
export async function renderInJob(part: ReactNode, setting: Setting = {}): Promise<InJob> {
  const { records = recordsForTest(), shop = bookForTest, unit = 'mm', role = 'owner' } = setting;
  globalThis.Worker = SilentWorker as unknown as typeof Worker;
  const server = fakeServer({
    'GET /session': ok({
      person: { id: 'me', name: 'Marit Brindle', role, shop: 'Brindle & Rook', unit },
      csrfToken: 'token',
      demoSignIn: null,
    }),
    'GET /shop-book': ok({
      films: shop.films,
      rack: shop.stock.map(({ lot = null, ...entry }) => ({
        entry,
        lot,
        place: null,
        version: 1,
        reservedBy: null,
        reservedFor: null,
      })),
      ruleSets: shop.ruleSets.map((rules) => ({ version: 1, rules })),
      cutBefore: shop.cutBefore,
    }),
    'GET /jobs/job-1/planning': ok({ planning: null }),
    ...setting.answers,
  });
  const store = storeOf();
  store.dispatch(
    jobActions.opened({
      answer: { id: 'job-1', records, versions: {}, revision: 0 },
      draft: { outbox: [], done: [], undone: [] },
    }),
  );
  if (setting.selected) store.dispatch(viewActions.selected(setting.selected));
  await act(async () => {
    await Promise.all([
      store.dispatch(api.endpoints.session.initiate()),
      store.dispatch(api.endpoints.shopBook.initiate()),
    ]);
  });
  render(
    <Provider store={store}>
      <MemoryRouter initialEntries={['/jobs/job-1/survey']}>
        <Opened>{part}</Opened>
        <Address />
      </MemoryRouter>
    </Provider>,
  );
  await screen.findByLabelText('Address');
  return {
    store,
    server,
    records: () => store.getState().job.records,
    done: () => store.getState().job.done.map(({ label }) => label),
    address: () => screen.getByLabelText('Address').textContent,
  };
}
