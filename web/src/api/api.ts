import { readStored } from '@neat-sill/core/record';
import {
  JOBS_A_PAGE,
  jobListQuerySchema,
  operations,
  problemSchema,
  type JobListQuery,
  type Operation,
} from '@neat-sill/core/contract';
import { createApi, fetchBaseQuery, type FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import type { SerializedError } from '@reduxjs/toolkit';
import type { z } from 'zod';
import {
  deviceBelongsTo,
  deviceDatabase,
  forgetPerson,
  setSignOutWaits,
  sharedDatabase,
  signOutWaits,
} from '../device/store.ts';

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
  [operations.session, operations.shopBook, operations.jobs, operations.today, operations.shop].map(
    ({ path }) => path,
  ),
);

const baseQuery: typeof serverQuery = async (args, api, extra) => {
  const result = await serverQuery(args, api, extra);
  const {
    url: key,
    method,
    params,
  } = typeof args === 'string' ? { url: args, method: 'GET', params: {} } : args;
  // Of lists the plain one is kept, and today's, whatever day that was.
  const isPlain = key === operations.today.path || Object.keys(params ?? {}).length === 0;
  const kept = KEPT_ANSWERS.has(key as never) && method === 'GET' && isPlain;
  if (!kept) return result;
  // Who is signed in belongs to the device, all else to the person.
  const db = await (key === operations.session.path ? sharedDatabase() : deviceDatabase());
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

type Name = keyof typeof operations;
/** What the server answers to an operation, and what is sent with it: by the contract alone. */
type Answer<Of extends Name> = z.output<(typeof operations)[Of]['answer']>;
type Body<Of extends Name> = z.output<(typeof operations)[Of]['body']>;

/** Reads an answer by the contract, of a server that may be newer; one that is not as agreed is an error, never a guess. */
function answerTo<Of extends Name>(name: Of) {
  return {
    transformResponse: (raw: unknown): Answer<Of> => readStored(operations[name].answer, raw) as Answer<Of>,
  };
}
/** Operations that send nothing, a body, the id of what they ask for, or a body to one thing of a job. */
const asked = <Of extends Name>(name: Of) => ({
  query: () => request(operations[name]),
  ...answerTo(name),
});
const sent = <Of extends Name>(name: Of) => ({
  query: (body: Body<Of>) => request(operations[name], {}, body),
  ...answerTo(name),
});
const askedById = <Of extends Name>(name: Of) => ({
  query: (id: string) => request(operations[name], { id }),
  ...answerTo(name),
});
const sentToJob = <Of extends Name>(name: Of) => ({
  query: ({ jobId, body }: { jobId: string; body: Body<Of> }) =>
    request(operations[name], { id: jobId }, body),
  ...answerTo(name),
});
const sentToId = <Of extends Name>(name: Of) => ({
  query: ({ id, body }: ToId<Of>) => request(operations[name], { id }, body),
  ...answerTo(name),
});
interface ToId<Of extends Name> {
  readonly id: string;
  readonly body: Body<Of>;
}
interface ToJob<Of extends Name> {
  readonly jobId: string;
  readonly body: Body<Of>;
}

/** Which jobs are asked for; what is left out is as the contract has it. */
export type AskedJobs = Partial<Omit<JobListQuery, 'from'>>;

/** The plain list keeps a plain address, under which it is kept on the device. */
function withoutDefaults(asked: Partial<JobListQuery>): Partial<JobListQuery> {
  const defaults = jobListQuerySchema.parse({});
  return Object.fromEntries(
    Object.entries(asked).filter(([name, value]) => value !== defaults[name as keyof JobListQuery]),
  );
}

/** Every answer about who is signed in brings the token that the next writes must carry. */
const keepsToken = {
  transformResponse: (raw: unknown): Answer<'session'> => {
    const session = operations.session.answer.parse(raw);
    csrfToken = session.csrfToken;
    deviceBelongsTo(session.person?.id ?? null);
    return session;
  },
};

/** As the server answers it when nobody is signed in. */
function signedOut(): Answer<'session'> {
  csrfToken = '';
  deviceBelongsTo(null);
  return { person: null, csrfToken: '', failedBefore: 0, demoSignIn: null };
}

export const api = createApi({
  reducerPath: 'api',
  baseQuery,
  tagTypes: [
    'Session',
    'Jobs',
    'ShopBook',
    'Shop',
    'People',
    'Account',
    'Audit',
    'CustomerLinks',
    'Offer',
    'Calendar',
  ],
  endpoints: (build) => ({
    session: build.query<Answer<'session'>, void>({
      queryFn: async (_none, _api, _extra, fetchWith) => {
        const answer = await fetchWith(request(operations.session));
        if (answer.error) return (await signOutWaits()) ? { data: signedOut() } : { error: answer.error };
        const session = keepsToken.transformResponse(answer.data);
        if (!session.person || !(await signOutWaits())) return { data: session };
        const out = await fetchWith(request(operations.signOut));
        if (!out.error) await setSignOutWaits(false);
        await forgetPerson();
        if (out.error) await setSignOutWaits(true);
        return { data: signedOut() };
      },
      providesTags: ['Session'],
    }),
    signIn: build.mutation<Answer<'signIn'>, Body<'signIn'>>({
      ...sent('signIn'),
      ...keepsToken,
      invalidatesTags: ['Session', 'Jobs', 'ShopBook'],
    }),
    /** Works without network as well: the device forgets at once, and tells the server later. */
    signOut: build.mutation<Answer<'signOut'>, void>({
      queryFn: async (_none, _api, _extra, fetchWith) => {
        const answer = await fetchWith(request(operations.signOut));
        await forgetPerson();
        const isAway = answer.error !== undefined && statusOf(answer.error) === 'away';
        if (isAway) await setSignOutWaits(true);
        if (answer.error && !isAway && statusOf(answer.error) !== 401) return { error: answer.error };
        return { data: signedOut() };
      },
      invalidatesTags: ['Session'],
    }),
    savePreferences: build.mutation<Answer<'savePreferences'>, Body<'savePreferences'>>({
      ...sent('savePreferences'),
      async onQueryStarted(preferences, { dispatch, queryFulfilled }) {
        const patch = dispatch(
          api.util.updateQueryData('session', undefined, (draft) => {
            if (draft.person) draft.person.unit = preferences.unit;
          }),
        );
        await queryFulfilled.catch(patch.undo);
      },
    }),
    lookAtLink: build.query<Answer<'lookAtLink'>, Body<'lookAtLink'>>({
      ...sent('lookAtLink'),
      keepUnusedDataFor: 0,
    }),
    useLink: build.mutation<Answer<'useLink'>, Body<'useLink'>>({
      ...sent('useLink'),
      ...keepsToken,
      invalidatesTags: (answer) => (answer ? ['Session', 'Jobs', 'ShopBook', 'Shop'] : []),
    }),
    account: build.query<Answer<'account'>, void>({
      ...asked('account'),
      providesTags: ['Account'],
      keepUnusedDataFor: 0,
    }),
    changePassword: build.mutation<Answer<'changePassword'>, Body<'changePassword'>>({
      ...sent('changePassword'),
      invalidatesTags: ['Account'],
    }),
    signOutElsewhere: build.mutation<Answer<'signOutElsewhere'>, void>({
      ...asked('signOutElsewhere'),
      invalidatesTags: ['Account'],
    }),
    signOutDevice: build.mutation<Answer<'signOutDevice'>, string>({
      ...askedById('signOutDevice'),
      invalidatesTags: ['Account'],
    }),
    newCode: build.mutation<Answer<'newCode'>, Body<'newCode'>>(sent('newCode')),
    confirmCode: build.mutation<Answer<'confirmCode'>, Body<'confirmCode'>>({
      ...sent('confirmCode'),
      invalidatesTags: ['Account', 'Session', 'People'],
    }),
    dropCode: build.mutation<Answer<'dropCode'>, Body<'dropCode'>>({
      ...sent('dropCode'),
      invalidatesTags: ['Account', 'Session', 'People'],
    }),
    people: build.query<Answer<'people'>, void>({ ...asked('people'), providesTags: ['People'] }),
    invite: build.mutation<Answer<'invite'>, Body<'invite'>>({
      ...sent('invite'),
      invalidatesTags: ['People', 'Audit'],
    }),
    withdrawInvitation: build.mutation<Answer<'withdrawInvitation'>, string>({
      ...askedById('withdrawInvitation'),
      invalidatesTags: ['People', 'Audit'],
    }),
    changeRole: build.mutation<Answer<'changeRole'>, ToId<'changeRole'>>({
      ...sentToId('changeRole'),
      invalidatesTags: ['People', 'Audit', 'Session'],
    }),
    removePerson: build.mutation<Answer<'removePerson'>, ToId<'removePerson'>>({
      ...sentToId('removePerson'),
      invalidatesTags: ['People', 'Audit'],
    }),
    resetPassword: build.mutation<Answer<'resetPassword'>, ToId<'resetPassword'>>({
      ...sentToId('resetPassword'),
      invalidatesTags: ['People', 'Audit'],
    }),
    shopUsage: build.query<Answer<'shopUsage'>, void>({
      ...answerTo('shopUsage'),
      query: () => request(operations.shopUsage),
      providesTags: ['Jobs', 'People'],
      keepUnusedDataFor: 0,
    }),
    auditLog: build.query<Answer<'auditLog'>, number>({
      ...answerTo('auditLog'),
      query: (before) => request(operations.auditLog, { before: String(before) }),
      providesTags: ['Audit'],
      keepUnusedDataFor: 0,
    }),
    townsLike: build.query<Answer<'townsLike'>, string>({
      ...answerTo('townsLike'),
      query: (typed) => request(operations.townsLike, { typed }),
    }),
    nearestTown: build.query<Answer<'nearestTown'>, { latitude: number; longitude: number }>({
      ...answerTo('nearestTown'),
      query: ({ latitude, longitude }) =>
        request(operations.nearestTown, { latitude: String(latitude), longitude: String(longitude) }),
    }),
    shop: build.query<Answer<'shop'>, void>({ ...asked('shop'), providesTags: ['Shop'] }),
    saveShop: build.mutation<Answer<'saveShop'>, Body<'saveShop'>>({
      ...sent('saveShop'),
      invalidatesTags: (answer) => (answer ? ['Shop', 'Session', 'Audit'] : []),
    }),
    saveLogo: build.mutation<unknown, Blob>({
      query: (body) => ({ url: '/shop/logo', method: 'PUT', body, headers: { 'content-type': body.type } }),
      invalidatesTags: ['Shop', 'Audit'],
    }),
    shopBook: build.query<Answer<'shopBook'>, void>({ ...asked('shopBook'), providesTags: ['ShopBook'] }),
    saveFilms: build.mutation<Answer<'saveFilms'>, Body<'saveFilms'>>({
      ...sent('saveFilms'),
      invalidatesTags: ['ShopBook'],
    }),
    saveRack: build.mutation<Answer<'saveRack'>, Body<'saveRack'>>({
      ...sent('saveRack'),
      invalidatesTags: ['ShopBook'],
    }),
    cutPulls: build.query<Answer<'cutPulls'>, string>({
      ...askedById('cutPulls'),
      providesTags: ['ShopBook'],
    }),
    filmOrders: build.query<Answer<'filmOrders'>, void>({
      ...asked('filmOrders'),
      providesTags: ['ShopBook'],
    }),
    saveFilmOrder: build.mutation<Answer<'saveFilmOrder'>, Body<'saveFilmOrder'>>({
      ...sent('saveFilmOrder'),
      invalidatesTags: ['ShopBook'],
    }),
    filmArrived: build.mutation<Answer<'filmArrived'>, ToId<'filmArrived'>>({
      ...sentToId('filmArrived'),
      invalidatesTags: ['ShopBook'],
    }),
    removeFilmOrder: build.mutation<Answer<'removeFilmOrder'>, string>({
      ...askedById('removeFilmOrder'),
      invalidatesTags: ['ShopBook'],
    }),
    consumables: build.query<Answer<'consumables'>, void>({
      ...asked('consumables'),
      providesTags: ['ShopBook'],
    }),
    saveConsumable: build.mutation<Answer<'saveConsumable'>, Body<'saveConsumable'>>({
      ...sent('saveConsumable'),
      invalidatesTags: ['ShopBook'],
    }),
    removeConsumable: build.mutation<Answer<'removeConsumable'>, string>({
      ...askedById('removeConsumable'),
      invalidatesTags: ['ShopBook'],
    }),
    saveRuleSet: build.mutation<Answer<'saveRuleSet'>, Body<'saveRuleSet'>>({
      ...answerTo('saveRuleSet'),
      query: (body) => request(operations.saveRuleSet, { id: body.rules.id }, body),
      invalidatesTags: ['ShopBook'],
    }),
    jobs: build.infiniteQuery<Answer<'jobs'>, AskedJobs, number>({
      infiniteQueryOptions: {
        initialPageParam: 0,
        getNextPageParam: ({ total }, _pages, from) =>
          from + JOBS_A_PAGE < total ? from + JOBS_A_PAGE : undefined,
      },
      query: ({ queryArg, pageParam }) => ({
        ...request(operations.jobs),
        params: withoutDefaults({ ...queryArg, from: pageParam }),
      }),
      ...answerTo('jobs'),
      providesTags: ['Jobs'],
    }),
    lastSite: build.query<Answer<'lastSite'>, void>({
      ...answerTo('lastSite'),
      query: () => request(operations.lastSite),
      providesTags: ['Jobs'],
    }),
    today: build.query<Answer<'today'>, string>({
      query: (day) => ({ ...request(operations.today), params: { day } }),
      ...answerTo('today'),
      providesTags: ['Jobs'],
    }),
    crewDays: build.query<Answer<'crewDays'>, { from: string; days: number; not: string }>({
      query: (params) => ({ ...request(operations.crewDays), params }),
      ...answerTo('crewDays'),
      providesTags: ['Jobs', 'Calendar'],
    }),
    forecast: build.query<
      Answer<'forecast'>,
      { latitude: number; longitude: number; from: string; days: number }
    >({
      query: (params) => ({ ...request(operations.forecast), params }),
      ...answerTo('forecast'),
    }),
    ownCalendar: build.query<Answer<'ownCalendar'>, void>({
      ...asked('ownCalendar'),
      providesTags: ['Calendar', 'Jobs'],
    }),
    calendarFile: build.query<Answer<'calendarFile'>, void>({
      ...asked('calendarFile'),
      keepUnusedDataFor: 0,
    }),
    makeCalendarFeed: build.mutation<Answer<'makeCalendarFeed'>, void>({
      ...answerTo('makeCalendarFeed'),
      query: () => request(operations.makeCalendarFeed),
      invalidatesTags: ['Calendar'],
    }),
    closeCalendarFeed: build.mutation<Answer<'closeCalendarFeed'>, void>({
      ...answerTo('closeCalendarFeed'),
      query: () => request(operations.closeCalendarFeed),
      invalidatesTags: ['Calendar'],
    }),
    readCalendar: build.mutation<Answer<'readCalendar'>, Body<'readCalendar'>>({
      ...sent('readCalendar'),
      invalidatesTags: ['Calendar'],
    }),
    forgetCalendar: build.mutation<Answer<'forgetCalendar'>, void>({
      ...answerTo('forgetCalendar'),
      query: () => request(operations.forgetCalendar),
      invalidatesTags: ['Calendar'],
    }),
    crew: build.query<Answer<'crew'>, void>({ ...asked('crew'), providesTags: ['People'] }),
    keepJob: build.mutation<Answer<'keepJob'>, ToJob<'keepJob'>>({
      ...sentToJob('keepJob'),
      invalidatesTags: (_answer, _error, { body }) => (body.shelf ? ['Jobs', 'ShopBook', 'Audit'] : ['Jobs']),
    }),
    copyJob: build.mutation<Answer<'copyJob'>, string>({
      ...answerTo('copyJob'),
      query: (id) => request(operations.copyJob, { id }, {}),
      invalidatesTags: ['Jobs'],
    }),
    eraseJob: build.mutation<Answer<'eraseJob'>, string>({
      ...askedById('eraseJob'),
      invalidatesTags: ['Jobs', 'Audit'],
    }),
    makeJob: build.mutation<Answer<'makeJob'>, Body<'makeJob'>>({
      ...sent('makeJob'),
      invalidatesTags: ['Jobs'],
    }),
    importJob: build.mutation<Answer<'importJob'>, Body<'importJob'>>({
      ...sent('importJob'),
      invalidatesTags: ['Jobs'],
    }),
    job: build.query<Answer<'job'>, string>({ ...askedById('job'), keepUnusedDataFor: 0 }),
    editJob: build.mutation<Answer<'editJob'>, ToJob<'editJob'>>({
      ...sentToJob('editJob'),
      // A plan that is kept, cut or dropped changes the rack with it.
      invalidatesTags: (answer, _error, { body }) =>
        !answer ? [] : body.changes.some(({ kind }) => kind === 'plan') ? ['Jobs', 'ShopBook'] : ['Jobs'],
    }),
    putPicture: build.mutation<unknown, { jobId: string; id: string; blob: Blob }>({
      query: ({ jobId, id, blob }) => ({
        url: `/jobs/${encodeURIComponent(jobId)}/pictures/${encodeURIComponent(id)}`,
        method: 'PUT',
        body: blob,
      }),
    }),
    filmWanted: build.query<Answer<'filmWanted'>['wanted'], void>({
      query: () => request(operations.filmWanted),
      transformResponse: (raw) => operations.filmWanted.answer.parse(raw).wanted,
      keepUnusedDataFor: 0,
    }),
    askSuppliers: build.query<Answer<'askSuppliers'>['suppliers'], string[]>({
      query: (filmIds) => request(operations.askSuppliers, {}, { filmIds }),
      transformResponse: (raw) => operations.askSuppliers.answer.parse(raw).suppliers,
      keepUnusedDataFor: 30,
    }),
    startPlanning: build.mutation<Answer<'startPlanning'>, ToJob<'startPlanning'>>(
      sentToJob('startPlanning'),
    ),
    lastPlanning: build.query<Answer<'lastPlanning'>, { jobId: string; seen: number }>({
      ...answerTo('lastPlanning'),
      query: ({ jobId, seen }) => request(operations.lastPlanning, { id: jobId, seen: String(seen) }),
      keepUnusedDataFor: 0,
    }),
    stopPlanning: build.mutation<Answer<'stopPlanning'>, string>({
      ...answerTo('stopPlanning'),
      query: (id) => request(operations.stopPlanning, { id }, {}),
    }),
    startDayPlanning: build.mutation<Answer<'startDayPlanning'>, Body<'startDayPlanning'>>(
      sent('startDayPlanning'),
    ),
    lastDayPlanning: build.query<Answer<'lastDayPlanning'>, number>({
      ...answerTo('lastDayPlanning'),
      query: (seen) => request(operations.lastDayPlanning, { seen: String(seen) }),
      keepUnusedDataFor: 0,
    }),
    stopDayPlanning: build.mutation<Answer<'stopDayPlanning'>, void>({
      ...answerTo('stopDayPlanning'),
      query: () => request(operations.stopDayPlanning, {}, {}),
    }),
    customerLinks: build.query<Answer<'customerLinks'>, string>({
      ...askedById('customerLinks'),
      providesTags: ['CustomerLinks'],
    }),
    makeCustomerLink: build.mutation<Answer<'makeCustomerLink'>, ToJob<'makeCustomerLink'>>({
      ...sentToJob('makeCustomerLink'),
      invalidatesTags: ['CustomerLinks'],
    }),
    revokeCustomerLink: build.mutation<
      Answer<'revokeCustomerLink'>,
      { readonly jobId: string; readonly linkId: string }
    >({
      query: ({ jobId, linkId }) => request(operations.revokeCustomerLink, { id: jobId, linkId }),
      ...answerTo('revokeCustomerLink'),
      invalidatesTags: ['CustomerLinks'],
    }),
    openQuotes: build.query<Answer<'openQuotes'>, void>({ ...asked('openQuotes'), keepUnusedDataFor: 0 }),
    lookAtOffer: build.query<Answer<'lookAtOffer'>, Body<'lookAtOffer'>>({
      ...sent('lookAtOffer'),
      providesTags: ['Offer'],
      keepUnusedDataFor: 0,
    }),
    acceptOffer: build.mutation<Answer<'acceptOffer'>, Body<'acceptOffer'>>({
      ...sent('acceptOffer'),
      invalidatesTags: ['Offer'],
    }),
    askAboutOffer: build.mutation<Answer<'askAboutOffer'>, Body<'askAboutOffer'>>({
      ...sent('askAboutOffer'),
      invalidatesTags: (answer) => (answer ? ['Offer'] : []),
    }),
    makePaper: build.mutation<Answer<'makePaper'>, ToJob<'makePaper'>>(sentToJob('makePaper')),
    paper: build.query<Answer<'paper'>, string>(askedById('paper')),
  }),
});

export const {
  useSessionQuery,
  useSignInMutation,
  useSignOutMutation,
  useSavePreferencesMutation,
  useLookAtLinkQuery,
  useCustomerLinksQuery,
  useMakeCustomerLinkMutation,
  useRevokeCustomerLinkMutation,
  useOpenQuotesQuery,
  useLookAtOfferQuery,
  useAcceptOfferMutation,
  useAskAboutOfferMutation,
  useUseLinkMutation,
  useAccountQuery,
  useChangePasswordMutation,
  useSignOutElsewhereMutation,
  useSignOutDeviceMutation,
  useNewCodeMutation,
  useConfirmCodeMutation,
  useDropCodeMutation,
  usePeopleQuery,
  useInviteMutation,
  useWithdrawInvitationMutation,
  useChangeRoleMutation,
  useRemovePersonMutation,
  useResetPasswordMutation,
  useAuditLogQuery,
  useShopUsageQuery,
  useShopQuery,
  useTownsLikeQuery,
  useLazyNearestTownQuery,
  useSaveShopMutation,
  useSaveLogoMutation,
  useShopBookQuery,
  useSaveFilmsMutation,
  useSaveRackMutation,
  useCutPullsQuery,
  useConsumablesQuery,
  useFilmOrdersQuery,
  useSaveFilmOrderMutation,
  useFilmArrivedMutation,
  useRemoveFilmOrderMutation,
  useSaveConsumableMutation,
  useRemoveConsumableMutation,
  useSaveRuleSetMutation,
  useFilmWantedQuery,
  useAskSuppliersQuery,
  useStartPlanningMutation,
  useStartDayPlanningMutation,
  useStopDayPlanningMutation,
  useLazyLastDayPlanningQuery,
  useLazyJobQuery,
  useEditJobMutation,
  useStopPlanningMutation,
  useLazyLastPlanningQuery,
  useJobsInfiniteQuery,
  useTodayQuery,
  useLastSiteQuery,
  useCrewQuery,
  useCrewDaysQuery,
  useForecastQuery,
  useOwnCalendarQuery,
  useLazyCalendarFileQuery,
  useMakeCalendarFeedMutation,
  useCloseCalendarFeedMutation,
  useReadCalendarMutation,
  useForgetCalendarMutation,
  useKeepJobMutation,
  useCopyJobMutation,
  useEraseJobMutation,
  useMakeJobMutation,
  useImportJobMutation,
  useMakePaperMutation,
  usePaperQuery,
} = api;

/** Says that nobody is signed in any more, as the server has answered: the page asks who it is. */
export const endSession = () =>
  api.util.updateQueryData('session', undefined, (session) => {
    session.person = null;
  });

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

/** What the server says of one field of what was sent. */
export function fieldProblemOf(error: ApiError | undefined, path: string): string | undefined {
  return error && problemOf(error)?.errors?.find((each) => each.path === path)?.message;
}
