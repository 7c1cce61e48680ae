import { cutsStage } from './cuts.ts';
import { dayStage } from './day.ts';
import { filmStage } from './film.ts';
import { fittingStage } from './fitting.ts';
import { handoverStage } from './handover.ts';
import { priceStage } from './price.ts';
import { surveyStage } from './survey.ts';

/** The stages of a job, in the order of the trade. */
export const STAGES = [
  surveyStage,
  filmStage,
  cutsStage,
  priceStage,
  dayStage,
  fittingStage,
  handoverStage,
] as const;

export type StageId = (typeof STAGES)[number]['id'];

export { cutsStage, dayStage, filmStage, fittingStage, handoverStage, priceStage, surveyStage };
export { standingOfJob, type GoTo, type StageRules, type Standing } from './stage.ts';
export type { CutsStep } from './cuts.ts';
export type { DayStep } from './day.ts';
export type { FilmStep } from './film.ts';
export type { FittingFigure, FittingStageStep } from './fitting.ts';
export type { PriceStep } from './price.ts';
export type { SurveyFigure, SurveyStep } from './survey.ts';
