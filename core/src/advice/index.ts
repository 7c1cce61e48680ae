export { filmVerdict, type FilmReason, type FilmVerdict, type PaneToSuit } from './verdict.ts';
export { filmForPlan } from './filmForPlan.ts';
