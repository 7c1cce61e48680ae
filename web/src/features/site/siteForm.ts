import { NO_VISIT, siteSchema, type JobHeader } from '@neat-sill/core/job';
import { z } from 'zod';

/** What a person fills in for a site, as text; turned into a site by the contract's own schema. */
export const siteFormSchema = z.object({
  customer: z.string().trim().min(1, 'Name the customer.').max(120),
  name: z.string().trim().min(1, 'Give the job a name, as “Reading room”.').max(120),
  address: siteSchema.shape.address,
  town: z.string().trim().min(1, 'Name the town.').max(120),
  latitude: degrees(90, 'Latitude'),
  longitude: degrees(180, 'Longitude'),
  timeZone: siteSchema.shape.timeZone,
  access: z.string().trim().max(400),
  floorProtection: z.string().trim().max(400),
  workingHours: z.string().trim().max(400),
  hazards: z.string().trim().max(400),
});

function degrees(most: number, name: string) {
  return z
    .string()
    .trim()
    .transform((text) => (text === '' ? Number.NaN : Number(text.replace(',', '.'))))
    .refine(
      (value) => Math.abs(value) <= most,
      `${name} is a number from -${most} to ${most}, as ${most === 90 ? '43.6' : '-70.3'}.`,
    );
}

export type SiteText = z.input<typeof siteFormSchema>;
export type FilledSite = z.output<typeof siteFormSchema>;

export const EMPTY_SITE: SiteText = {
  customer: '',
  name: '',
  address: '',
  town: '',
  latitude: '',
  longitude: '',
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  ...NO_VISIT,
};

/** A job's header as the form shows it. */
export function siteText({
  customer,
  name,
  site,
  visit,
}: Pick<JobHeader, 'customer' | 'name' | 'site' | 'visit'>): SiteText {
  return {
    ...site,
    ...visit,
    customer,
    name,
    latitude: String(site.latitude),
    longitude: String(site.longitude),
  };
}

/** A filled form as the parts of a job's header. */
export function headerOfForm({
  customer,
  name,
  access,
  floorProtection,
  workingHours,
  hazards,
  ...site
}: FilledSite) {
  return { customer, name, site, visit: { access, floorProtection, workingHours, hazards } };
}
