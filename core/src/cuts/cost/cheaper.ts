/** What something costs by a plan, and what no plan can cost less than; both of the same money. */
export interface CostAndBound {
  readonly total: number;
  readonly least: number;
}

/** How much less any plan could cost at the most, a share of what this one costs; null where a part of it is not proven. */
export function atMostCheaper(parts: readonly (CostAndBound | null)[]): number | null {
  const proven = parts.flatMap((part) => part ?? []);
  const sum = (of: (part: CostAndBound) => number) => proven.reduce((all, part) => all + of(part), 0);
  const [total, least] = [sum((part) => part.total), sum((part) => part.least)];
  return proven.length < parts.length || total <= 0 ? null : Math.max(0, 1 - least / total);
}
