import { z } from 'zod';
import { preferencesSchema, sessionSchema, signInSchema } from './account.ts';
import {
  editAnswerSchema,
  importJobSchema,
  importedJobSchema,
  jobAnswerSchema,
  jobSummarySchema,
  newJobSchema,
  newPaperSchema,
  paperSchema,
  sentEditSchema,
} from './jobs.ts';
import { askSuppliersSchema, filmWantedSchema, supplierAnswersSchema } from './buying.ts';
import { lastPlanningSchema, newPlanningSchema, planningSchema } from './plannings.ts';
import { saveRackSchema, savedRackSchema } from './rack.ts';
import {
  saveFilmsSchema,
  savedFilmsSchema,
  saveRuleSetSchema,
  shopBookSchema,
  storedRuleSetSchema,
} from './shop.ts';

/** One operation of the HTTP API: what the server validates, the client calls, and the OpenAPI document describes. */
export interface Operation<
  Params extends z.ZodType = z.ZodType,
  Body extends z.ZodType = z.ZodType,
  Answer extends z.ZodType = z.ZodType,
> {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Below /api, parameters as `:name`. */
  readonly path: string;
  readonly summary: string;
  readonly access: 'anyone' | 'signedIn';
  readonly status: 200 | 201 | 202;
  readonly params: Params;
  readonly body: Body;
  readonly answer: Answer;
}

const nothing = z.undefined();
const noParams = z.object({});
const byId = z.object({ id: z.uuid('This is not the id of a job') });

function operation<Params extends z.ZodType, Body extends z.ZodType, Answer extends z.ZodType>(
  described: Operation<Params, Body, Answer>,
): Operation<Params, Body, Answer> {
  return described;
}

export const operations = {
  session: operation({
    method: 'get',
    path: '/session',
    summary: 'Who is signed in',
    access: 'anyone',
    status: 200,
    params: noParams,
    body: nothing,
    answer: sessionSchema,
  }),
  signIn: operation({
    method: 'post',
    path: '/session',
    summary: 'Sign in',
    access: 'anyone',
    status: 201,
    params: noParams,
    body: signInSchema,
    answer: sessionSchema,
  }),
  signOut: operation({
    method: 'delete',
    path: '/session',
    summary: 'Sign out',
    access: 'signedIn',
    status: 200,
    params: noParams,
    body: nothing,
    answer: sessionSchema,
  }),
  savePreferences: operation({
    method: 'put',
    path: '/session/preferences',
    summary: 'Choose millimetres or inches',
    access: 'signedIn',
    status: 200,
    params: noParams,
    body: preferencesSchema,
    answer: preferencesSchema,
  }),
  shopBook: operation({
    method: 'get',
    path: '/shop-book',
    summary: 'Films, rack and house rules of the shop',
    access: 'signedIn',
    status: 200,
    params: noParams,
    body: nothing,
    answer: shopBookSchema,
  }),
  saveFilms: operation({
    method: 'put',
    path: '/films',
    summary: 'Add films to the catalogue or change them; 409 when one has been changed since',
    access: 'signedIn',
    status: 200,
    params: noParams,
    body: saveFilmsSchema,
    answer: savedFilmsSchema,
  }),
  saveRack: operation({
    method: 'put',
    path: '/rack',
    summary: 'Write rolls and offcuts of the rack; 409 when one has been changed or used since',
    access: 'signedIn',
    status: 200,
    params: noParams,
    body: saveRackSchema,
    answer: savedRackSchema,
  }),
  saveRuleSet: operation({
    method: 'put',
    path: '/rule-sets/:id',
    summary: 'Change a house rule set',
    access: 'signedIn',
    status: 200,
    params: z.object({ id: z.string().min(1).max(60) }),
    body: saveRuleSetSchema,
    answer: storedRuleSetSchema,
  }),
  jobs: operation({
    method: 'get',
    path: '/jobs',
    summary: 'The jobs of the shop, latest change first',
    access: 'signedIn',
    status: 200,
    params: noParams,
    body: nothing,
    answer: z.array(jobSummarySchema),
  }),
  makeJob: operation({
    method: 'post',
    path: '/jobs',
    summary: 'Make a job',
    access: 'signedIn',
    status: 201,
    params: noParams,
    body: newJobSchema,
    answer: importedJobSchema,
  }),
  importJob: operation({
    method: 'post',
    path: '/jobs/import',
    summary: 'Make a job from a job file',
    access: 'signedIn',
    status: 201,
    params: noParams,
    body: importJobSchema,
    answer: importedJobSchema,
  }),
  job: operation({
    method: 'get',
    path: '/jobs/:id',
    summary: 'A job with its records and their versions',
    access: 'signedIn',
    status: 200,
    params: byId,
    body: nothing,
    answer: jobAnswerSchema,
  }),
  editJob: operation({
    method: 'post',
    path: '/jobs/:id/edits',
    summary: 'Write an edit; 409 with what stands now when a record has been changed since',
    access: 'signedIn',
    status: 200,
    params: byId,
    body: sentEditSchema,
    answer: editAnswerSchema,
  }),
  filmWanted: operation({
    method: 'get',
    path: '/film-wanted',
    summary: 'New film that kept plans of the shop take and nobody has cut yet',
    access: 'signedIn',
    status: 200,
    params: noParams,
    body: nothing,
    answer: filmWantedSchema,
  }),
  askSuppliers: operation({
    method: 'post',
    path: '/supplier-offers',
    summary: 'Ask the suppliers for prices and stock of some films',
    access: 'signedIn',
    status: 200,
    params: noParams,
    body: askSuppliersSchema,
    answer: supplierAnswersSchema,
  }),
  startPlanning: operation({
    method: 'post',
    path: '/jobs/:id/plannings',
    summary: 'Have cuts planned on the server; what is still being planned for the job is stopped',
    access: 'signedIn',
    status: 202,
    params: byId,
    body: newPlanningSchema,
    answer: planningSchema,
  }),
  lastPlanning: operation({
    method: 'get',
    path: '/jobs/:id/planning/:seen',
    summary: 'How the last planning of a job stands; with its plan if more than `seen` were found',
    access: 'signedIn',
    status: 200,
    params: z.object({
      id: z.uuid('This is not the id of a job'),
      seen: z.coerce.number('Seen is a whole number').int().min(0),
    }),
    body: nothing,
    answer: lastPlanningSchema,
  }),
  stopPlanning: operation({
    method: 'post',
    path: '/jobs/:id/planning/stop',
    summary: 'Stop the planning of a job; its best plan so far is kept',
    access: 'signedIn',
    status: 200,
    params: byId,
    body: z.strictObject({}),
    answer: lastPlanningSchema,
  }),
  makePaper: operation({
    method: 'post',
    path: '/jobs/:id/papers',
    summary: 'Have a PDF made: cut list or care sheet',
    access: 'signedIn',
    status: 202,
    params: byId,
    body: newPaperSchema,
    answer: paperSchema,
  }),
  paper: operation({
    method: 'get',
    path: '/papers/:id',
    summary: 'Whether a PDF is ready; fetch it at /papers/{id}/pdf',
    access: 'signedIn',
    status: 200,
    params: byId,
    body: nothing,
    answer: paperSchema,
  }),
} as const;
