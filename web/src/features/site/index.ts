export { SiteForm } from './SiteForm.tsx';
export { EMPTY_SITE, siteText } from './siteForm.ts';
