export { PlaceFields } from './PlaceFields.tsx';
export { SiteForm } from './SiteForm.tsx';
export { placeText, placeTextSchema, type PlaceText } from './placeText.ts';
export { EMPTY_SITE, headerOfForm, siteText } from './siteForm.ts';
export { TIME_ZONES } from './timeZones.ts';
