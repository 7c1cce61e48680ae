import type { Demand } from './demand.ts';

/** What a piece of each part is worth by its film alone, off the supply whose film costs least. */
export function filmOfParts({ supplies, parts }: Pick<Demand, 'supplies' | 'parts'>): Float64Array {
  const rates = supplies
    .filter(({ costPerMm }) => costPerMm > 0)
    .map(({ costPerMm, widthMm: width }) => costPerMm / width);
  const rate = rates.length > 0 ? Math.min(...rates) : 1;
  return Float64Array.from(parts, ({ forms }) =>
    Math.min(...forms.map(({ acrossMm: w, alongMm: l }) => w * l * rate)),
  );
}
