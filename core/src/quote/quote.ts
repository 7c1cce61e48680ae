import { addDays, format, parseISO } from 'date-fns';
import type {
  Acceptance,
  DerivedJob,
  JobHeader,
  JobRecords,
  Question,
  Quote,
  QuoteOption,
} from '../job/index.ts';

type WithId<Data> = Data & { readonly id: string };
type Quoted = Pick<JobRecords, 'quote' | 'acceptance'>;

export interface QuoteAsked {
  readonly job: DerivedJob;
  readonly options: readonly QuoteOption[];
  readonly currency: string;
  readonly madeAt: string;
  /** The day it is made, `YYYY-MM-DD` where the shop is. */
  readonly today: string;
  readonly madeBy: Quote['madeBy'];
  readonly terms: string;
  readonly language: Quote['language'];
  readonly underCost: string | null;
}

/** The quotes of a job, the newest first. */
export function quotesOf(records: Pick<JobRecords, 'quote'>): readonly WithId<Quote>[] {
  return Object.entries(records.quote)
    .map(([id, quote]) => ({ ...quote, id }))
    .sort((one, other) => other.version - one.version || other.madeAt.localeCompare(one.madeAt));
}

/** The version that the next quote of a job has. */
export function nextVersion(records: Pick<JobRecords, 'quote'>): number {
  return (quotesOf(records)[0]?.version ?? 0) + 1;
}

/** The number that a version of a job's quote has through the shop; empty where the job has none yet. */
export function quoteNumber(header: JobHeader | null, version: number): string {
  return header?.number ? `${header.number}-${version}` : '';
}

/** How a quote is called on papers and screens: by its number through the shop, else by its version in the job. */
export function numberOfQuote({ number, version }: Pick<Quote, 'number' | 'version'>): string {
  return number || String(version);
}

/** What was accepted of a job, the latest first: a quote, then the changes to it. */
export function acceptancesOf(records: Quoted): readonly {
  readonly quote: WithId<Quote>;
  readonly option: QuoteOption;
  readonly acceptance: Acceptance;
}[] {
  const byQuote = new Map(Object.values(records.acceptance).map((each) => [each.quoteId, each]));
  return quotesOf(records).flatMap((quote) => {
    const acceptance = byQuote.get(quote.id);
    const option = quote.options.find(({ id }) => id === acceptance?.optionId);
    return acceptance && option ? [{ quote, option, acceptance }] : [];
  });
}

/** The questions about quotes of a job, the latest first. */
export function questionsOf(records: Pick<JobRecords, 'question'>): readonly WithId<Question>[] {
  return Object.entries(records.question)
    .map(([id, question]) => ({ ...question, id }))
    .sort((one, other) => other.at.localeCompare(one.at));
}

export type AgainstAccepting = 'accepted' | 'otherAccepted' | 'newer' | 'ranOut' | 'noOption';

/** Why an option of a quote can't be accepted on a day; null where it can. */
export function againstAccepting(
  records: Quoted,
  quoteId: string,
  optionId: string,
  today: string,
): AgainstAccepting | null {
  const quote = records.quote[quoteId];
  if (!quote?.options.some(({ id }) => id === optionId)) return 'noOption';
  const accepted = acceptancesOf(records);
  if (accepted.some(({ quote: { id } }) => id === quoteId)) return 'accepted';
  if (quotesOf(records)[0]?.id !== quoteId) return 'newer';
  // What changes an order is held against what was ordered last.
  if (accepted.length > 0 && quote.changes !== accepted[0]?.quote.id) return 'otherAccepted';
  return quote.validUntil < today ? 'ranOut' : null;
}

/** What is offered now, as it will stay. */
export function makeQuote({ job, options, today, ...said }: QuoteAsked): Quote {
  const { records, header, rules } = job;
  const until = addDays(parseISO(today), rules.price.validDays);
  const version = nextVersion(records);
  return {
    ...said,
    version,
    number: quoteNumber(header, version),
    validUntil: format(until, 'yyyy-MM-dd'),
    job: header?.name ?? '',
    customer: header?.customer ?? '',
    place: [header?.site.address, header?.site.town].filter(Boolean).join(', '),
    changes: acceptancesOf(records)[0]?.quote.id ?? null,
    options: [...options],
  };
}

/** What is other between two offers: panes by their labels, and what there is to pay. */
export interface OptionsDiffer {
  readonly added: readonly string[];
  readonly gone: readonly string[];
  /** Other in size, film or seams, with what of it. */
  readonly other: readonly {
    readonly label: string;
    readonly what: readonly ('size' | 'film' | 'seams')[];
  }[];
  readonly grossBefore: number;
  readonly grossNow: number;
}

/** Holds what was offered against what is offered now; null where that is the same. */
export function optionsDiffer(
  was: Pick<QuoteOption, 'panes' | 'price'>,
  now: Pick<QuoteOption, 'panes' | 'price'>,
): OptionsDiffer | null {
  const before = new Map(was.panes.map((pane) => [pane.paneId, pane]));
  const after = new Set(now.panes.map(({ paneId }) => paneId));
  const other = now.panes.flatMap((pane) => {
    const old = before.get(pane.paneId);
    if (!old) return [];
    const what = [
      ...(old.widthMm !== pane.widthMm || old.heightMm !== pane.heightMm ? ['size' as const] : []),
      ...(old.filmId !== pane.filmId ? ['film' as const] : []),
      ...(old.seams !== pane.seams ? ['seams' as const] : []),
    ];
    return what.length > 0 ? [{ label: pane.label, what }] : [];
  });
  const added = now.panes.filter(({ paneId }) => !before.has(paneId)).map(({ label }) => label);
  const gone = was.panes.filter(({ paneId }) => !after.has(paneId)).map(({ label }) => label);
  const [grossBefore, grossNow] = [was.price.gross, now.price.gross];
  const isSame = added.length + gone.length + other.length === 0 && grossBefore === grossNow;
  return isSame ? null : { added, gone, other, grossBefore, grossNow };
}
