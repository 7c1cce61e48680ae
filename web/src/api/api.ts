import {
  operations,
  problemSchema,
  type EditAnswer,
  type ImportJob,
  type ImportedJob,
  type JobAnswer,
  type JobSummary,
  type NewJob,
  type NewPaper,
  type NewPlanning,
  type Operation,
  type Paper,
  type Planning,
  type Preferences,
  type SaveFilms,
  type SaveRack,
  type SaveRuleSet,
  type SentEdit,
  type Session,
  type ShopBookAnswer,
  type SignIn,
  type StoredRuleSet,
  type SupplierAnswers,
} from '@neat-sill/core/contract';
import type { FilmWanted } from '@neat-sill/core/buying';
import { createApi, fetchBaseQuery, type FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import type { SerializedError } from '@reduxjs/toolkit';
import type { z } from 'zod';
import { deviceDatabase, forgetSeen } from '../device/store.ts';

/** The token every write carries. It belongs to the page's session, so it lives beside the one client that sends it. */
let csrfToken = '';

const serverQuery = fetchBaseQuery({
  baseUrl: '/api',
  timeout: 20_000,
  prepareHeaders: (headers) => {
    if (csrfToken) headers.set('x-csrf-token', csrfToken);
    return headers;
  },
});

/** Answers that are kept on the device, so that work goes on without network or database. */
const KEPT_ANSWERS = new Set(
  [operations.session, operations.shopBook, operations.jobs].map(({ path }) => path),
);

const baseQuery: typeof serverQuery = async (args, api, extra) => {
  const result = await serverQuery(args, api, extra);
  const key = typeof args === 'string' ? args : args.url;
  const kept = KEPT_ANSWERS.has(key as never) && (typeof args === 'string' || args.method === 'GET');
  if (!kept) return result;
  const db = await deviceDatabase();
  if (!result.error) {
    await db.put('answers', result.data, key);
    return result;
  }
  const status = statusOf(result.error);
  const seen: unknown = status === 'away' || status === 503 ? await db.get('answers', key) : undefined;
  return seen === undefined ? result : { data: seen, meta: result.meta };
};

function request(operation: Operation, params: Readonly<Record<string, string>> = {}, body?: unknown) {
  const url = operation.path.replaceAll(/:(\w+)/g, (_, name: string) =>
    encodeURIComponent(params[name] ?? ''),
  );
  return { url, method: operation.method.toUpperCase(), ...(body === undefined ? {} : { body }) };
}

function answerOf<Answer extends z.ZodType>(operation: { readonly answer: Answer }) {
  return (raw: unknown): z.output<Answer> => operation.answer.parse(raw);
}

function sessionAnswer(raw: unknown): Session {
  const session = operations.session.answer.parse(raw);
  csrfToken = session.csrfToken;
  return session;
}

export const api = createApi({
  reducerPath: 'api',
  baseQuery,
  tagTypes: ['Session', 'Jobs', 'ShopBook'],
  endpoints: (build) => ({
    session: build.query<Session, void>({
      query: () => request(operations.session),
      transformResponse: sessionAnswer,
      providesTags: ['Session'],
    }),
    signIn: build.mutation<Session, SignIn>({
      query: (body) => request(operations.signIn, {}, body),
      transformResponse: sessionAnswer,
      invalidatesTags: ['Session', 'Jobs', 'ShopBook'],
    }),
    signOut: build.mutation<Session, void>({
      query: () => request(operations.signOut),
      transformResponse: sessionAnswer,
      onQueryStarted: (_none, { queryFulfilled }) => queryFulfilled.then(forgetSeen, () => undefined),
      invalidatesTags: ['Session'],
    }),
    savePreferences: build.mutation<Preferences, Preferences>({
      query: (body) => request(operations.savePreferences, {}, body),
      transformResponse: answerOf(operations.savePreferences),
      async onQueryStarted(preferences, { dispatch, queryFulfilled }) {
        const patch = dispatch(
          api.util.updateQueryData('session', undefined, (draft) => {
            if (draft.person) draft.person.unit = preferences.unit;
          }),
        );
        await queryFulfilled.catch(patch.undo);
      },
    }),
    shopBook: build.query<ShopBookAnswer, void>({
      query: () => request(operations.shopBook),
      transformResponse: answerOf(operations.shopBook),
      providesTags: ['ShopBook'],
    }),
    saveFilms: build.mutation<{ saved: number }, SaveFilms>({
      query: (body) => request(operations.saveFilms, {}, body),
      transformResponse: answerOf(operations.saveFilms),
      invalidatesTags: ['ShopBook'],
    }),
    saveRack: build.mutation<{ saved: number }, SaveRack>({
      query: (body) => request(operations.saveRack, {}, body),
      transformResponse: answerOf(operations.saveRack),
      invalidatesTags: ['ShopBook'],
    }),
    saveRuleSet: build.mutation<StoredRuleSet, SaveRuleSet>({
      query: (body) => request(operations.saveRuleSet, { id: body.rules.id }, body),
      transformResponse: answerOf(operations.saveRuleSet),
      invalidatesTags: ['ShopBook'],
    }),
    jobs: build.query<JobSummary[], void>({
      query: () => request(operations.jobs),
      transformResponse: answerOf(operations.jobs),
      providesTags: ['Jobs'],
    }),
    makeJob: build.mutation<ImportedJob, NewJob>({
      query: (body) => request(operations.makeJob, {}, body),
      transformResponse: answerOf(operations.makeJob),
      invalidatesTags: ['Jobs'],
    }),
    importJob: build.mutation<ImportedJob, ImportJob>({
      query: (body) => request(operations.importJob, {}, body),
      transformResponse: answerOf(operations.importJob),
      invalidatesTags: ['Jobs'],
    }),
    job: build.query<JobAnswer, string>({
      query: (id) => request(operations.job, { id }),
      transformResponse: answerOf(operations.job),
      keepUnusedDataFor: 0,
    }),
    editJob: build.mutation<EditAnswer, { jobId: string; edit: SentEdit }>({
      query: ({ jobId, edit }) => request(operations.editJob, { id: jobId }, edit),
      transformResponse: answerOf(operations.editJob),
      // A plan that is kept, cut or dropped changes the rack with it.
      invalidatesTags: (answer, _error, { edit }) =>
        !answer ? [] : edit.changes.some(({ kind }) => kind === 'plan') ? ['Jobs', 'ShopBook'] : ['Jobs'],
    }),
    putPicture: build.mutation<unknown, { jobId: string; id: string; blob: Blob }>({
      query: ({ jobId, id, blob }) => ({
        url: `/jobs/${encodeURIComponent(jobId)}/pictures/${encodeURIComponent(id)}`,
        method: 'PUT',
        body: blob,
      }),
    }),
    filmWanted: build.query<FilmWanted[], void>({
      query: () => request(operations.filmWanted),
      transformResponse: (raw) => operations.filmWanted.answer.parse(raw).wanted,
      keepUnusedDataFor: 0,
    }),
    askSuppliers: build.query<SupplierAnswers['suppliers'], string[]>({
      query: (filmIds) => request(operations.askSuppliers, {}, { filmIds }),
      transformResponse: (raw) => operations.askSuppliers.answer.parse(raw).suppliers,
      keepUnusedDataFor: 30,
    }),
    startPlanning: build.mutation<Planning, { jobId: string; asked: NewPlanning }>({
      query: ({ jobId, asked }) => request(operations.startPlanning, { id: jobId }, asked),
      transformResponse: answerOf(operations.startPlanning),
    }),
    lastPlanning: build.query<{ planning: Planning | null }, { jobId: string; seen: number }>({
      query: ({ jobId, seen }) => request(operations.lastPlanning, { id: jobId, seen: String(seen) }),
      transformResponse: answerOf(operations.lastPlanning),
      keepUnusedDataFor: 0,
    }),
    stopPlanning: build.mutation<{ planning: Planning | null }, string>({
      query: (id) => request(operations.stopPlanning, { id }, {}),
      transformResponse: answerOf(operations.stopPlanning),
    }),
    makePaper: build.mutation<Paper, { jobId: string; asked: NewPaper }>({
      query: ({ jobId, asked }) => request(operations.makePaper, { id: jobId }, asked),
      transformResponse: answerOf(operations.makePaper),
    }),
    paper: build.query<Paper, string>({
      query: (id) => request(operations.paper, { id }),
      transformResponse: answerOf(operations.paper),
    }),
  }),
});

export const {
  useSessionQuery,
  useSignInMutation,
  useSignOutMutation,
  useSavePreferencesMutation,
  useShopBookQuery,
  useSaveFilmsMutation,
  useSaveRackMutation,
  useSaveRuleSetMutation,
  useFilmWantedQuery,
  useAskSuppliersQuery,
  useStartPlanningMutation,
  useStopPlanningMutation,
  useLazyLastPlanningQuery,
  useJobsQuery,
  useMakeJobMutation,
  useImportJobMutation,
  useMakePaperMutation,
  usePaperQuery,
} = api;

export type ApiError = FetchBaseQueryError | SerializedError;

/** The status of a failed request: a number from the server, or `away` when no answer came. */
export function statusOf(error: ApiError): number | 'away' {
  if (!('status' in error)) return 500;
  if (typeof error.status === 'number') return error.status;
  if (error.status === 'PARSING_ERROR') return error.originalStatus;
  return 'away';
}

export function problemOf(error: ApiError) {
  const data = 'data' in error ? error.data : undefined;
  const raw: unknown = typeof data === 'string' && data.startsWith('{') ? JSON.parse(data) : data;
  const problem = problemSchema.safeParse(raw);
  return problem.success ? problem.data : null;
}

/** What went wrong, in the server's own sentence where it sent one. */
export function sentenceOf(error: ApiError): string {
  if (statusOf(error) === 'away') return 'There is no connection to the server. Try again when there is.';
  return (
    problemOf(error)?.detail ??
    'Something went wrong on the server. Try again; if it stays so, tell whoever runs it.'
  );
}
