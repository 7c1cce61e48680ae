export {
  CUTTING_SCHOOLS,
  LONGEST_PULL_MM,
  MIXING_SCHOOLS,
  ruleSetSchema,
  type CuttingSchool,
  type RuleSet,
} from './ruleSet.ts';
export { DEFAULT_RULE_SETS } from './defaults.ts';
export { rulesInInches } from './inInches.ts';
export { USUAL_FILM_RULES, filmRulesSchema, type FilmRules } from './filmRules.ts';
export {
  SEAM_LOOKS,
  seamLooksSchema,
  seamLooksSet,
  type SeamLooksRules,
  type SeamLooksSet,
} from './seamLooks.ts';
export { USUAL_PRICE_RULES, priceRulesSchema, type PriceRules } from './priceRules.ts';
export { USUAL_DAY_RULES, dayRulesSchema, type DayRules } from './dayRules.ts';
export { ratesOfHouse, readRates, type Rate, type RateProblem } from './ratesSheet.ts';
export { USUAL_CUTTING_WORK, cuttingWorkSchema, type CuttingWork } from './cuttingWork.ts';
export {
  RULE_GROUPS,
  ruleAt,
  withRule,
  type NumberRule,
  type Quantity,
  type RuleField,
  type RuleGroup,
  type RuleList,
  type RulePath,
} from './ruleFields.ts';
