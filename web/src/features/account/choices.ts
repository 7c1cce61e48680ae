import type { Role } from '@neat-sill/core/record';

const named = new Intl.DisplayNames('en', { type: 'currency' });

/** Currencies of ISO 4217 by name. */
export const CURRENCIES: readonly (readonly [string, string])[] = Intl.supportedValuesOf('currency')
  .map((code) => [code, `${code}, ${named.of(code) ?? code}`] as const)
  .sort((a, b) => a[0].localeCompare(b[0]));

export const ROLE_NAMES: Readonly<Record<Role, string>> = {
  owner: 'owner',
  installer: 'installer',
  apprentice: 'apprentice',
};

/** What each role may do, in a line. */
export const ROLE_LINES: Readonly<Record<Role, string>> = {
  owner: 'everything, also people, films, house rules and the shop’s data',
  installer: 'makes and changes jobs, keeps plans, changes the rack',
  apprentice: 'measures, fits and ticks cuts; changes no plan and no rack',
};
