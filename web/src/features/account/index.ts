export { CURRENCIES, ROLE_LINES, ROLE_NAMES } from './choices.ts';
