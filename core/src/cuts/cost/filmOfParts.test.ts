import type { Demand } from './demand.ts';
import { filmOfParts } from './filmOfParts.ts';

const supply = (costPerMm: number, widthMm: number) => ({ costPerMm, widthMm }) as Demand['supplies'][number];
const part = (...sizes: readonly (readonly [number, number])[]) =>
  ({
    forms: sizes.map(([acrossMm, alongMm]) => ({ acrossMm, alongMm })),
  }) as unknown as Demand['parts'][number];

test('film of a part is that of its smallest form, off the supply whose film costs least by its area', () => {
  const parts = [part([400, 1500]), part([500, 1000], [900, 300])];
  // 0.02, 0.01 and nothing a mm²: what costs nothing is on hand and says nothing.
  expect([...filmOfParts({ supplies: [supply(20, 1000), supply(15, 1500), supply(0, 900)], parts })]).toEqual(
    [6000, 2700],
  );
  // Nothing of it has a price: the area.
  expect([...filmOfParts({ supplies: [supply(0, 900)], parts })]).toEqual([600_000, 270_000]);
});
