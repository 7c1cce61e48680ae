export { CUTTING_SCHOOLS, ruleSetSchema, type CuttingSchool, type RuleSet } from './ruleSet.ts';
export { DEFAULT_RULE_SETS } from './defaults.ts';
