import type { JobRecords, ShopBook } from '@neat-sill/core/job';
import type { LengthUnit } from '@neat-sill/core/units';

export interface PaperInput {
  readonly records: JobRecords;
  readonly book: ShopBook;
  readonly unit: LengthUnit;
  /** `YYYY-MM-DD` where the asker is. */
  readonly today: string;
  readonly shop: string;
}

/** Why a paper can't be made yet, in a sentence for the person who asked for it. */
export class PaperProblem extends Error {}
