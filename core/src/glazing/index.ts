export { BAND_NAMES, type Band, type BandName, type Bands } from './bands.ts';
export {
  filmedPanes,
  glazingOptics,
  type Gap,
  type GlassPane,
  type Glazing,
  type LaidOn,
} from './glazing.ts';
export { GASES, type Gas } from './gas.ts';
export { KELVIN, heatFlow, type BoundaryConditions, type HeatFlow } from './heatFlow.ts';
export { STANDARDS, heatFigures, type HeatFigures, type Standard } from './standards.ts';
export {
  BLINDS,
  BREAKAGE_CAUSES,
  EDGE_FRAMES,
  GLASS_EDGES,
  GLASS_STRENGTHS,
  SHADOWS,
  USUAL_BREAKAGE,
  breakage,
  thermalStressRatio,
  type Blind,
  type Breakage,
  type BreakageCase,
  type BreakageCause,
  type BreakageRules,
  type BreakageVerdict,
  type EdgeFrame,
  type GlassEdge,
  type GlassStrength,
  type PaneEdge,
  type Shadow,
} from './breakage.ts';
export { angularShare, diffuseShare } from './angular.ts';
export { uncertaintyOf, type Uncertainty } from './uncertainty.ts';
export {
  glazingCaseFormat,
  glazingCaseSchema,
  glazingResult,
  glazingResultSchema,
  type GlazingCase,
  type GlazingResult,
} from './glazingCase.ts';
export { glassBuild, withStrengths, type GlassBuild, type SaidStrengths } from './glassLibrary.ts';
export { asProbed, glassDoubt, type GlassDisagreement, type GlassDoubt } from './glassDoubt.ts';
