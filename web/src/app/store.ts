import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { api } from '../api/api.ts';
import { jobSlice } from '../features/job/jobSlice.ts';
import { syncMiddleware } from '../features/job/sync.ts';
import { viewSlice } from '../features/job/viewSlice.ts';

export const store = configureStore({
  reducer: { api: api.reducer, job: jobSlice.reducer, view: viewSlice.reducer },
  middleware: (defaults) =>
    defaults({ immutableCheck: false, serializableCheck: false })
      .prepend(syncMiddleware.middleware)
      .concat(api.middleware),
});
setupListeners(store.dispatch);

export type RootState = ReturnType<typeof store.getState>;
export type AppDispatch = typeof store.dispatch;
