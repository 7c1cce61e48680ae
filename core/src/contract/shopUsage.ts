import { z } from 'zod';

/** What a shop may have in an installation, so that one can't fill it up for the others. */
export const QUOTA_NAMES = ['jobs', 'people', 'pictureBytes', 'papersADay', 'planningsAtOnce'] as const;
export type QuotaName = (typeof QUOTA_NAMES)[number];

const count = z.int().min(0);
export const quotasSchema = z.strictObject({
  jobs: count,
  people: count,
  pictureBytes: count,
  /** Papers asked for within 24 hours. */
  papersADay: count,
  /** Plannings on the server that wait or run. */
  planningsAtOnce: count,
} satisfies Record<QuotaName, z.ZodType>);
export type Quotas = z.infer<typeof quotasSchema>;

/** Where the operator has set nothing else. */
export const DEFAULT_QUOTAS: Quotas = {
  jobs: 20_000,
  people: 200,
  pictureBytes: 20_000_000_000,
  papersADay: 1_000,
  planningsAtOnce: 6,
};

export const shopUsageSchema = z
  .strictObject({ used: quotasSchema, most: quotasSchema })
  .meta({ id: 'ShopUsage' });
export type ShopUsage = z.infer<typeof shopUsageSchema>;
