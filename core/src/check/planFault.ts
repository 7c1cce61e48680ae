/** Everything that can be wrong with a cut plan. */
export const PLAN_FAULTS = [
  'source.twice',
  'source.unknownFilm',
  'source.newIdIsStock',
  'source.notSold',
  'source.notInStock',
  'source.differsFromStock',
  'pull.twice',
  'pull.unknownSource',
  'pull.noLength',
  'pull.offRoll',
  'pull.overlap',
  'pull.tooManySlits',
  'pull.tooLong',
  'sheet.notWhole',
  'sheet.motifAlone',
  'sheet.motifPlace',
  'piece.otherRoll',
  'piece.twice',
  'piece.unknownPane',
  'piece.otherFilm',
  'piece.offPull',
  'piece.turned',
  'piece.tooSmall',
  'piece.tooLarge',
  'piece.overlap',
  'cut.notInStages',
  'edge.notWished',
  'edge.missing',
  'edge.otherSide',
  'edge.notOnFactoryEdge',
  'seam.edgeNotThere',
  'seam.edgesDiffer',
  'seam.pattern',
  'seam.needless',
  'seam.notAllowed',
  'seam.panelCount',
  'seam.axis',
  'seam.lots',
  'seam.minPanel',
  'seam.overlap',
  'cover.wrong',
  'panel.missing',
  'pane.missing',
  'pane.copyUnknown',
  'unplaced.noReason',
  'unplaced.couldBe',
  'unplaced.isPlaced',
  'unplaced.unknown',
  'offcut.offPull',
  'offcut.factoryEdges',
  'offcut.tooSmall',
  'summary.wrong',
  'summary.boundTooHigh',
  'summary.unknownFilm',
  'summary.filmMissing',
  'summary.cost',
] as const;
export type PlanFaultCode = (typeof PLAN_FAULTS)[number];

/** Something wrong with a cut plan: what (code), where in the plan (path), and the figures for its sentence. */
export interface PlanFault {
  readonly code: PlanFaultCode;
  readonly path: string;
  readonly figures: Readonly<Record<string, string | number>>;
}

export function fault(code: PlanFaultCode, path: string, figures: PlanFault['figures']): PlanFault {
  return { code, path, figures };
}

export function faultList() {
  const all: PlanFault[] = [];
  return { all, push: (...faults: readonly PlanFault[]) => void all.push(...faults) };
}
