import type { Counting } from '../cost/counting.ts';
import { wayKey } from '../cost/crossSections.ts';
import { kindKey, type Demand, type PlacesOf, type Supply } from '../cost/demand.ts';
import type { PaneForPlan, PlanJob } from '../format/planJob.ts';
import type { SeamAxis } from '../looks/looks.ts';
import { firstOf, isPermitted, seamsAt, type Divided } from './divided.ts';

/** First panels nearer to each other than this, mm, are the same place. */
const SAME_PLACE_MM = 0.01;

/** Whether a first panel, mm, is one of some. */
export const isAmong = (firsts: readonly number[], firstMm: number): boolean =>
  firsts.some((known) => Math.abs(known - firstMm) < SAME_PLACE_MM);

/** Whether two panes that are to look alike are divided the same way, so that the places of one are the other's too. */
const goTogether = (one: Divided, other: Divided): boolean =>
  one.pane.seams.alike !== undefined &&
  one.pane.seams.alike === other.pane.seams.alike &&
  one.axis === other.axis &&
  one.supply === other.supply;

/** The first panels, mm, that are tried for divided panes: one list for each kind of pane, axis and supply. */
export class TriedPlaces {
  private readonly tried = new Map<string, readonly number[]>();
  private readonly byKey: ReadonlyMap<string, Divided>;

  constructor(
    divided: readonly Divided[],
    private readonly job: PlanJob,
    private readonly counting: Counting | null,
  ) {
    this.byKey = new Map(divided.map((each) => [this.keyOf(each.pane, each.axis, each.supply), each]));
  }

  get kinds(): readonly Divided[] {
    return [...this.byKey.values()];
  }

  private keyOf(pane: PaneForPlan, axis: SeamAxis, { index }: Supply): string {
    return `${axis} ${index} ${kindKey(pane, this.counting)}`;
  }

  of({ pane, axis, supply }: Divided): readonly number[] {
    return this.tried.get(this.keyOf(pane, axis, supply)) ?? [];
  }

  set({ pane, axis, supply }: Divided, firsts: readonly number[]): void {
    this.tried.set(this.keyOf(pane, axis, supply), firsts);
  }

  /** Tries a first panel too, where the rules permit it. */
  add(of: Divided, firstMm: number): void {
    if (isPermitted(of, firstMm, this.job) && !isAmong(this.of(of), firstMm))
      this.set(of, [...this.of(of), firstMm]);
  }

  /** The first panels of the ways that a programme takes, of those that are tried. */
  takenBy({ kinds, supplies }: Demand, taken: ReadonlySet<string>): ReadonlyMap<Divided, readonly number[]> {
    const found = new Map<Divided, number[]>();
    kinds.forEach(({ pane, ways }, kind) =>
      ways.forEach(({ place, supply: at }, way) => {
        const supply = at === null ? undefined : supplies[at];
        if (!place || !supply || !taken.has(wayKey(kind, way))) return;
        const of = this.byKey.get(this.keyOf(pane, place.axis, supply));
        if (!of) return;
        const firstMm = firstOf(of, place, this.job);
        if (isAmong(this.of(of), firstMm)) found.set(of, [...(found.get(of) ?? []), firstMm]);
      }),
    );
    return found;
  }

  /** What is tried for one pane is tried for those that are to look like it; for mirrored ones from the other side. */
  share(): void {
    const before = this.kinds.map((of) => ({ of, firsts: this.of(of) }));
    for (const { of: one, firsts } of before)
      for (const { of: other } of before) {
        if (one === other || !goTogether(one, other)) continue;
        const isTurned = one.axis === 'vertical' && !!one.pane.seams.mirrored !== !!other.pane.seams.mirrored;
        for (const firstMm of firsts) this.add(other, isTurned ? other.togetherMm - firstMm : firstMm);
      }
  }

  readonly places: PlacesOf = (pane, supply) =>
    (['vertical', 'horizontal'] as const).flatMap((axis) => {
      const of = this.byKey.get(this.keyOf(pane, axis, supply));
      return of ? this.of(of).map((firstMm) => ({ axis, at: seamsAt(of, firstMm, this.job) })) : [];
    });
}
