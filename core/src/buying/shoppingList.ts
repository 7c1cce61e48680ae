import type { SoldBy } from '../film/index.ts';
import type { CutPlan } from '../cuts/index.ts';

/** New film that a kept plan takes and nobody has cut yet. Lengths mm. */
export interface FilmWanted {
  readonly jobId: string;
  readonly jobName: string;
  readonly filmId: string;
  readonly widthMm: number;
  /** Length of the roll as it is sold. */
  readonly rollMm: number;
  /** How much of it the plan takes, in one piece of roll. */
  readonly usedMm: number;
}

/** What a supplier asks for a roll or a metre of film, and what is there of it. */
export interface Offer {
  readonly filmId: string;
  readonly widthMm: number;
  readonly rollMm: number;
  readonly soldBy: SoldBy;
  /** Of a roll, or of a metre. */
  readonly price: number;
  /** Rolls, or metres, in stock. */
  readonly inStock: number;
  /** Days until it is here when it is in stock, and when it is not. */
  readonly days: number;
  readonly daysIfNot: number;
  readonly lot: string | null;
}

export interface SupplierOffers {
  readonly supplierId: string;
  readonly supplierName: string;
  readonly offers: readonly Offer[];
}

export interface ShoppingLine {
  readonly filmId: string;
  readonly widthMm: number;
  readonly rollMm: number;
  readonly soldBy: SoldBy;
  /** Whole rolls, or metres. */
  readonly quantity: number;
  readonly each: number;
  readonly cost: number;
  readonly days: number;
  readonly inStock: boolean;
  readonly lot: string | null;
  readonly forJobs: readonly { readonly jobId: string; readonly jobName: string }[];
}

export interface ShoppingList {
  readonly bySupplier: readonly {
    readonly supplierId: string;
    readonly supplierName: string;
    readonly lines: readonly ShoppingLine[];
    readonly cost: number;
    /** Days until the last of it is here. */
    readonly days: number;
  }[];
  /** What nobody offers. */
  readonly nowhere: readonly Pick<ShoppingLine, 'filmId' | 'widthMm' | 'rollMm' | 'quantity' | 'forJobs'>[];
}

/** The new film of a plan that is still to be bought: rolls of which nothing has been cut. */
export function filmWantedBy(
  job: { readonly jobId: string; readonly jobName: string },
  plan: Pick<CutPlan, 'sources' | 'pulls'>,
  cutPullIds: readonly string[],
): FilmWanted[] {
  return plan.sources.flatMap((source): FilmWanted[] => {
    const own = plan.pulls.filter(({ sourceId }) => sourceId === source.id);
    const begun = own.some(({ id }) => cutPullIds.includes(id));
    if (source.kind !== 'new' || own.length === 0 || begun) return [];
    const usedMm = own.reduce((sum, { length }) => sum + length, 0);
    return [{ ...job, filmId: source.filmId, widthMm: source.width, rollMm: source.length, usedMm }];
  });
}

/** Metres are cut off in steps of this, mm. */
const METRE_STEP_MM = 100;

/** How many rolls of a length hold what jobs take, longest first; jobs share a roll where it lasts. */
function rollsFor(wanted: readonly FilmWanted[], rollMm: number): number {
  const rolls: number[] = [];
  for (const { usedMm } of [...wanted].sort((a, b) => b.usedMm - a.usedMm)) {
    const at = rolls.findIndex((used) => used + usedMm <= rollMm);
    if (at >= 0) rolls[at] = (rolls[at] ?? 0) + usedMm;
    else rolls.push(usedMm);
  }
  return rolls.length;
}

function lineOf(wanted: readonly FilmWanted[], offer: Offer): ShoppingLine {
  const usedMm = wanted.reduce((sum, each) => sum + each.usedMm, 0);
  const quantity =
    offer.soldBy !== 'metre'
      ? rollsFor(wanted, offer.rollMm)
      : (Math.ceil(usedMm / METRE_STEP_MM) * METRE_STEP_MM) / 1000;
  const inStock = offer.inStock >= quantity;
  return {
    filmId: offer.filmId,
    widthMm: offer.widthMm,
    rollMm: offer.rollMm,
    soldBy: offer.soldBy,
    quantity,
    each: offer.price,
    cost: quantity * offer.price,
    days: inStock ? offer.days : offer.daysIfNot,
    inStock,
    lot: inStock ? offer.lot : null,
    forJobs: jobsOf(wanted),
  };
}

function jobsOf(wanted: readonly FilmWanted[]): ShoppingLine['forJobs'] {
  const names = new Map(wanted.map(({ jobId, jobName }) => [jobId, jobName]));
  return [...names].map(([jobId, jobName]) => ({ jobId, jobName }));
}

const sameFilm = (
  one: { filmId: string; widthMm: number; rollMm: number },
  other: { filmId: string; widthMm: number; rollMm: number },
) =>
  one.filmId === other.filmId &&
  Math.abs(one.widthMm - other.widthMm) < 0.5 &&
  Math.abs(one.rollMm - other.rollMm) < 0.5;

/**
 * What to buy where: all of one film and width from one supplier, so that it is of one lot; from the cheapest who has
 * enough in stock, else the cheapest at all. Jobs share a roll where it lasts for both.
 */
export function shoppingList(
  wanted: readonly FilmWanted[],
  suppliers: readonly SupplierOffers[],
): ShoppingList {
  const groups: FilmWanted[][] = [];
  for (const each of wanted) {
    const group = groups.find(([first]) => first && sameFilm(first, each));
    if (group) group.push(each);
    else groups.push([each]);
  }
  const bought = new Map<string, ShoppingLine[]>();
  const nowhere: ShoppingList['nowhere'][number][] = [];
  for (const group of groups) {
    const [first] = group;
    if (!first) continue;
    const [best] = suppliers
      .flatMap(({ supplierId, offers }) =>
        offers
          .filter((offer) => sameFilm(offer, first))
          .map((offer) => ({ supplierId, line: lineOf(group, offer) })),
      )
      .sort(
        (a, b) =>
          Number(b.line.inStock) - Number(a.line.inStock) ||
          a.line.cost - b.line.cost ||
          a.line.days - b.line.days,
      );
    if (best) bought.set(best.supplierId, [...(bought.get(best.supplierId) ?? []), best.line]);
    else {
      const { filmId, widthMm, rollMm } = first;
      nowhere.push({ filmId, widthMm, rollMm, quantity: rollsFor(group, rollMm), forJobs: jobsOf(group) });
    }
  }
  const bySupplier = suppliers.flatMap(({ supplierId, supplierName }) => {
    const lines = bought.get(supplierId) ?? [];
    if (lines.length === 0) return [];
    const cost = lines.reduce((sum, line) => sum + line.cost, 0);
    return [{ supplierId, supplierName, lines, cost, days: Math.max(...lines.map(({ days }) => days)) }];
  });
  return { bySupplier, nowhere };
}
