/** Something wrong with a cut plan: what (code), where in the plan (path), and the figures for its sentence. */
export interface PlanFault {
  readonly code: string;
  readonly path: string;
  readonly figures: Readonly<Record<string, string | number>>;
}

export function fault(code: string, path: string, figures: PlanFault['figures']): PlanFault {
  return { code, path, figures };
}

export function faultList() {
  const all: PlanFault[] = [];
  return { all, push: (...faults: readonly PlanFault[]) => void all.push(...faults) };
}
