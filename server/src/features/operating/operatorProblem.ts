/** Why an operator's command can't be carried out, in a sentence that says how it can. */
export class OperatorProblem extends Error {}
