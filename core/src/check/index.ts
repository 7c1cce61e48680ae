export { checkPlan } from './checkPlan.ts';
export { PLAN_FAULTS, type PlanFault, type PlanFaultCode } from './planFault.ts';
