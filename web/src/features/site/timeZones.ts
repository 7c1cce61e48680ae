export const TIME_ZONES: readonly (readonly [string, string])[] = [
  ...Intl.supportedValuesOf('timeZone'),
  'UTC',
].map((zone) => [zone, zone.replaceAll('_', ' ').replace('/', ': ')] as const);
