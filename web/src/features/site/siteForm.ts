import { NO_VISIT, siteSchema, type JobHeader } from '@neat-sill/core/job';
import { z } from 'zod';
import { knownPlaceSchema, placeText } from './placeText.ts';

/** What a person fills in for a site, as text; turned into a site by the contract's own schema. */
export const siteFormSchema = z.object({
  customer: z.string().trim().min(1, 'Name the customer.').max(120),
  name: z.string().trim().min(1, 'Give the job a name, as “Reading room”.').max(120),
  address: siteSchema.shape.address,
  where: knownPlaceSchema,
  access: z.string().trim().max(400),
  floorProtection: z.string().trim().max(400),
  workingHours: z.string().trim().max(400),
  hazards: z.string().trim().max(400),
});

export type SiteText = z.input<typeof siteFormSchema>;
export type FilledSite = z.output<typeof siteFormSchema>;

export const EMPTY_SITE: SiteText = {
  customer: '',
  name: '',
  address: '',
  where: placeText('', null, Intl.DateTimeFormat().resolvedOptions().timeZone),
  ...NO_VISIT,
};

type Header = Pick<JobHeader, 'customer' | 'name' | 'site' | 'visit'>;

/** A job's header as the form shows it. */
export function siteText({ customer, name, site, visit }: Header): SiteText {
  const { address, town, timeZone } = site;
  return { ...visit, customer, name, address, where: placeText(town, site, timeZone) };
}

/** A filled form as the parts of a job's header. */
export function headerOfForm({ customer, name, address, where, ...visit }: FilledSite): Header {
  return { customer, name, site: { address, ...where }, visit };
}
