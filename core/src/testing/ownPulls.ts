import type { Demand } from '../cuts/cost/demand.ts';
import {
  arrangementOf,
  pullOf,
  type Arrangement,
  type BuiltPull,
} from '../cuts/search/optimise/builtPull.ts';

/** Every piece of the first way in a pull of its own. */
export function ownPulls(demand: Demand): Arrangement {
  const [supply] = demand.supplies;
  if (!supply) throw new Error('no supply');
  const pulls = demand.kinds.flatMap(({ copies, ways }) =>
    copies.flatMap(() =>
      (ways[0]?.parts ?? []).flatMap((part): BuiltPull[] => {
        const form = demand.parts[part]?.forms[0];
        return form ? [pullOf(demand, supply, [{ widthMm: form.acrossMm, lane: null, stack: [form] }])] : [];
      }),
    ),
  );
  return arrangementOf(demand, pulls);
}
