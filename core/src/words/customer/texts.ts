import type { CustomerLanguage } from '../../job/index.ts';
import { ENGLISH, type CustomerTexts } from './english.ts';

const CATALOGUES: Readonly<Record<CustomerLanguage, CustomerTexts>> = { en: ENGLISH };

/** What customers read, in the language their quote was made in. */
export function customerTexts(language: CustomerLanguage): CustomerTexts {
  return CATALOGUES[language];
}
