import { SMALLEST_LACK_MM } from '../../../units/index.ts';
import { pullOf, type BuiltPull } from './builtPull.ts';
import { goesOn, type Demand, type Form } from '../../cost/demand.ts';

/** Sets of panes up to which every way to cut is gone through. */
const MOST_SETS = 2600;

interface StripOfSet {
  readonly counts: readonly number[];
  readonly widthMm: number;
  readonly lengthMm: number;
  readonly stack: readonly Form[];
}

/** Strips side by side, the last first. */
interface Across {
  readonly strip: StripOfSet;
  readonly before: Across | null;
}

/** Strips that make a set: pairs of width and length of which none is beaten in both. */
function stripsOf(
  counts: readonly number[],
  forms: readonly (readonly Form[])[],
  width: number,
): StripOfSet[] {
  let kept: Omit<StripOfSet, 'counts'>[] = [{ widthMm: 0, lengthMm: 0, stack: [] }];
  for (const [at, count] of counts.entries())
    for (let copy = 0; copy < count; copy += 1) {
      const grown = kept.flatMap(({ widthMm, lengthMm, stack }) =>
        (forms[at] ?? []).map((form) => ({
          widthMm: Math.max(widthMm, form.acrossMm),
          lengthMm: lengthMm + form.alongMm,
          stack: [...stack, form],
        })),
      );
      grown.sort((a, b) => a.widthMm - b.widthMm || a.lengthMm - b.lengthMm);
      let shortest = Infinity;
      kept = grown.filter(({ widthMm, lengthMm }) => {
        if (widthMm > width + SMALLEST_LACK_MM || lengthMm >= shortest - 1e-9) return false;
        shortest = lengthMm;
        return true;
      });
    }
  return kept.map((strip) => ({ counts, ...strip }));
}

/**
 * The cheapest pulls of a small job, and what their film costs, by going through all sets of its panes: the strips that make each set, the shortest pull
 * for each (strips in rising length, the least width together), the cheapest pulls for all. For panes that go whole, on
 * rolls of one width that is sold; null for others, for jobs with more sets than can be gone through, or when stopped.
 */
export function exactPulls(
  demand: Demand,
  shouldStop: () => boolean,
): { readonly cost: number; readonly pulls: readonly BuiltPull[] } | null {
  const [supply, ...others] = demand.supplies;
  if (!supply || others.length > 0 || supply.kind !== 'new') return null;
  if (demand.parts.some(({ panels, forms }) => panels > 1 || forms.some(({ lane }) => lane !== 'free')))
    return null;
  const { widthMm: width, costPerMm } = supply;
  const most = demand.kinds.map(({ copies }) => copies.length);
  const sets = most.reduce((product, count) => product * (count + 1), 1);
  if (sets > MOST_SETS) return null;
  const forms = demand.kinds.map(({ ways }) =>
    (demand.parts[ways[0]?.parts[0] ?? -1]?.forms ?? []).filter((form) => goesOn(form, supply)),
  );
  if (forms.some((each) => each.length === 0)) return null;
  const all = Array.from({ length: sets }, (_, code) => {
    let rest = code;
    return most.map((count) => {
      const here = rest % (count + 1);
      rest = Math.floor(rest / (count + 1));
      return here;
    });
  });
  const steps = most.map((_, at) => most.slice(0, at).reduce((product, count) => product * (count + 1), 1));
  const codeOf = (counts: readonly number[]) =>
    counts.reduce((sum, count, at) => sum + count * (steps[at] ?? 0), 0);
  const strips = all
    .slice(1)
    .flatMap((counts) => stripsOf(counts, forms, width))
    .filter(({ lengthMm: l }) => l <= supply.longestPullMm + SMALLEST_LACK_MM)
    .sort((a, b) => a.lengthMm - b.lengthMm);
  if (strips.length * sets > 4e7) return null;
  const least = new Float64Array(sets).fill(Infinity);
  least[0] = 0;
  const pull = new Float64Array(sets).fill(Infinity);
  const across: (Across | null)[] = Array.from({ length: sets }, () => null);
  const shortest: (Across | null)[] = Array.from({ length: sets }, () => null);
  for (const strip of strips) {
    const { counts, widthMm: w, lengthMm: l } = strip;
    if (shouldStop()) return null;
    const code = codeOf(counts);
    for (let from = 0; from < sets - code; from += 1) {
      const sum = (least[from] ?? Infinity) + w;
      const to = from + code;
      if (sum > width + SMALLEST_LACK_MM || sum >= (least[to] ?? 0) - 1e-9) continue;
      const has = all[from];
      if (!has || counts.some((count, at) => count + (has[at] ?? 0) > (most[at] ?? 0))) continue;
      least[to] = sum;
      across[to] = { strip, before: across[from] ?? null };
      if (pull[to] !== Infinity) continue;
      pull[to] = l;
      shortest[to] = across[to] ?? null;
    }
  }
  const best = new Float64Array(sets).fill(Infinity);
  best[0] = 0;
  const last = new Int32Array(sets);
  const pulls = all.flatMap((counts, code) =>
    Number.isFinite(pull[code]) && code > 0 ? [{ counts, code, l: pull[code] ?? 0 }] : [],
  );
  for (let to = 1; to < sets; to += 1) {
    if (shouldStop()) return null;
    const has = all[to];
    if (!has) continue;
    for (const { counts, code, l } of pulls) {
      if (code > to) break;
      const sum = (best[to - code] ?? Infinity) + l;
      if (sum >= (best[to] ?? 0)) continue;
      if (!counts.every((count, at) => count <= (has[at] ?? 0))) continue;
      best[to] = sum;
      last[to] = code;
    }
  }
  const length = best[sets - 1] ?? Infinity;
  if (!Number.isFinite(length)) return null;
  const made: BuiltPull[] = [];
  for (let left = sets - 1; left > 0; left -= last[left] ?? left) {
    const side: { widthMm: number; lane: null; stack: readonly Form[] }[] = [];
    for (let each = shortest[last[left] ?? 0] ?? null; each; each = each.before)
      side.push({ widthMm: each.strip.widthMm, lane: null, stack: each.strip.stack });
    made.push(pullOf(demand, supply, side));
  }
  return { cost: length * costPerMm, pulls: made };
}
