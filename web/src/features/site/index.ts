export { SiteForm } from './SiteForm.tsx';
export { EMPTY_SITE, headerOfForm, siteText } from './siteForm.ts';
