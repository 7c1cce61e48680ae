export {
  personSchema,
  preferencesSchema,
  sessionSchema,
  signInSchema,
  type Person,
  type Preferences,
  type Session,
  type SignIn,
} from './account.ts';
export {
  editAnswerSchema,
  importJobSchema,
  importedJobSchema,
  jobAnswerSchema,
  JOBS_A_PAGE,
  JOB_ORDERS,
  JOB_SHELVES,
  jobListQuerySchema,
  jobSummarySchema,
  mayChange,
  mayWrite,
  newJobSchema,
  newPaperSchema,
  PAPER_KINDS,
  paperSchema,
  recordKey,
  sentEditSchema,
  staleRecordSchema,
  type EditAnswer,
  type ImportJob,
  type ImportedJob,
  type JobAnswer,
  type JobListQuery,
  type JobShelf,
  type JobSummary,
  type Today,
  type KeepJob,
  type NewJob,
  type NewPaper,
  type Paper,
  type SentChange,
  type SentEdit,
  type StaleRecord,
} from './jobs.ts';
export { AUDIT_KINDS, type AuditKind, type AuditPage } from './audit.ts';
export {
  SHORTEST_PASSWORD,
  invitationSchema,
  useLinkSchema,
  type Account,
  type LinkAnswer,
  type People,
  type UseLink,
} from './people.ts';
export { liveChangeSchema, type LiveChange } from './live.ts';
export type { Town } from './places.ts';
export {
  NEW_SHOP_DETAILS,
  PAPER_SIZES,
  saveShopSchema,
  shopDetailsSchema,
  type Shop,
  type ShopDetails,
} from './shopDetails.ts';
export { RULES_OF_ROLES } from './roles.ts';
export { problemSchema, type Problem } from './problem.ts';
export {
  LARGEST_CATALOGUE,
  saveFilmsSchema,
  saveRuleSetSchema,
  shopBookSchema,
  storedRuleSetSchema,
  type SaveFilms,
  type SaveRuleSet,
  type SavedRuleSet,
  type ShopBookAnswer,
  shopDataFor,
  type StoredRuleSet,
} from './shop.ts';
export {
  MOST_JOBS_AT_ONCE,
  newDayPlanningSchema,
  plannedJobsSchema,
  type DayPlanning,
  type NewDayPlanning,
  type PlannedJobs,
} from './dayPlannings.ts';
export {
  lastPlanningSchema,
  newPlanningSchema,
  planningSchema,
  type NewPlanning,
  type Planning,
} from './plannings.ts';
export {
  askSuppliersSchema,
  filmWantedSchema,
  supplierAnswersSchema,
  type SupplierAnswers,
} from './buying.ts';
export type { Operation } from './operation.ts';
export { operations } from './operations.ts';
export { rackEntrySchema, saveRackSchema, type RackEntry, type SaveRack } from './rack.ts';
export { RACK_COLUMNS, linesOfRack, readRackLines, type ReadRack } from './rackSheet.ts';
export {
  DEFAULT_QUOTAS,
  QUOTA_NAMES,
  quotasSchema,
  shopUsageSchema,
  type QuotaName,
  type Quotas,
  type ShopUsage,
} from './shopUsage.ts';
export { CONSUMABLE_UNITS, consumableSchema, isLow, type Consumable } from './consumables.ts';
export { pathOfEntry, readRackCode, type RackCode } from './rackCode.ts';
export type { CutPulls } from './rack.ts';
export type { FilmArrival, FilmOrder } from './buying.ts';
export {
  acceptOfferSchema,
  askAboutOfferSchema,
  customerLinksSchema,
  newCustomerLinkSchema,
  type CustomerLink,
  type OfferedOption,
  type OfferedQuote,
  type OpenQuote,
} from './customerLinks.ts';
export { LARGEST_CALENDAR, MOST_DAYS_ASKED, type BusyTime, type CrewDays, type OwnCalendar } from './days.ts';
