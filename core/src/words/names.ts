import { nameOfMonth } from '../units/index.ts';
import type { FilmKind } from '../film/index.ts';
import type { FaultKind, FittingStep, HandsReason } from '../fitting/index.ts';
import type { CuttingSchool } from '../rules/index.ts';
import type {
  AnyPlace,
  ConditionKind,
  FixtureKind,
  GlassJoint,
  PaneStrength,
  HidingThing,
  FrameKind,
  GlassKind,
  OpeningKind,
  ShapeKind,
  Side,
} from '../survey/index.ts';

/** The trade's names for what the core knows by a code. */

export const OPENING_NAMES: Readonly<Record<OpeningKind, string>> = {
  fixed: 'Fixed light',
  casement: 'Casement',
  sash: 'Sash',
  slider: 'Slider',
  frenchDoor: 'French door',
  sidelight: 'Sidelight',
  fanlight: 'Fanlight',
  shopfront: 'Shopfront',
  partition: 'Partition',
  roofLight: 'Roof light',
  blockWall: 'Glass block wall',
};

export const SHAPE_NAMES: Readonly<Record<ShapeKind, string>> = {
  rectangle: 'Rectangle',
  quadrilateral: 'Four sides, out of square',
  trapezium: 'Trapezium',
  triangle: 'Triangle',
  arch: 'Arch',
  circle: 'Circle',
  blocks: 'Glass blocks',
};

export const GLASS_NAMES: Readonly<Record<GlassKind, string>> = {
  single: 'Single, clear',
  double: 'Sealed double unit',
  triple: 'Sealed triple unit',
  tintedSingle: 'Single, tinted',
  tintedDouble: 'Double, tinted or coated',
  lowEDouble: 'Double with low-e',
  hardLowEDouble: 'Double with hard low-e',
  laminated: 'Laminated',
  wired: 'Wired or fire-rated',
  patterned: 'Textured on the film side',
  tempered: 'Tempered',
  plastic: 'Plastic glazing',
  block: 'Glass block',
};

export const FRAME_NAMES: Readonly<Record<FrameKind, string>> = {
  timber: 'Timber',
  aluminium: 'Aluminium',
  pvc: 'PVC',
  steel: 'Steel',
  none: 'No frame',
};

export const SIDE_NAMES: Readonly<Record<Side, string>> = {
  top: 'top',
  right: 'right',
  bottom: 'bottom',
  left: 'left',
};

export const READING_NAMES: Readonly<Record<AnyPlace, string>> = {
  widthTop: 'Width at top',
  widthMiddle: 'Width at middle',
  widthBottom: 'Width at bottom',
  heightLeft: 'Height at left',
  heightMiddle: 'Height at middle',
  heightRight: 'Height at right',
  diagonalDown: 'Diagonal down to the right',
  diagonalUp: 'Diagonal up to the right',
};

export const FILM_KIND_NAMES: Readonly<Record<FilmKind, string>> = {
  silverSolar: 'Silver solar',
  neutralSolar: 'Neutral solar',
  selective: 'Spectrally selective',
  dualReflective: 'Dual-reflective',
  dyed: 'Dyed',
  ceramic: 'Ceramic',
  lowE: 'Low-e insulating',
  outsideSilver: 'Outside silver',
  outsideNeutral: 'Outside neutral',
  frosted: 'Frosted',
  whiteout: 'Whiteout',
  blackout: 'Blackout',
  patterned: 'Patterned',
  stainedLook: 'Stained-glass look',
  printed: 'Printed',
  vinyl: 'Coloured vinyl',
  perforated: 'One-way perforated',
  clearUv: 'Clear, UV only',
  clearSecurity: 'Clear security',
  solarSecurity: 'Solar security',
  antiGraffiti: 'Anti-graffiti',
};

export const SCHOOL_NAMES: Readonly<Record<CuttingSchool, string>> = {
  marginAllRound: 'Margin all round',
  factoryEdgeFirst: 'Factory edge first',
  benchCut: 'Bench cut',
};

export const STEP_NAMES: Readonly<Record<FittingStep, string>> = {
  prepare: 'Prepare the site',
  clean: 'Clean the glass',
  wet: 'Wet the glass',
  linerOff: 'Remove the liner',
  hang: 'Hang the film',
  anchor: 'Anchor with a T',
  squeegee: 'Squeegee',
  reliefCuts: 'Relief cuts',
  trim: 'Trim',
  wick: 'Wick the edges',
  inspect: 'Inspect',
};

export const FAULT_NAMES: Readonly<Record<FaultKind, string>> = {
  finger: 'Finger from the edge',
  speck: 'Speck or hair',
  crease: 'Crease',
  bubble: 'Bubble',
  lightLine: 'Gap too wide',
  scratch: 'Scratch',
  corner: 'Corner lifts',
  seam: 'Seam shows',
};

export const HANDS_REASONS: Readonly<Record<HandsReason, string>> = {
  size: 'its size',
  height: 'its height over the floor',
  heavyFilm: 'the heavy film',
};

export const CONDITION_NAMES: Readonly<Record<ConditionKind, string>> = {
  scratch: 'Scratch',
  chip: 'Chip',
  failedSeal: 'Failed seal',
  oldFilm: 'Old film',
  looseGasket: 'Loose gasket',
  silicone: 'Silicone',
  paint: 'Paint',
};

export const FIXTURE_NAMES: Readonly<Record<FixtureKind, string>> = {
  hinge: 'Hinge',
  lever: 'Lever',
  lock: 'Lock',
  drainHole: 'Drain hole',
  vent: 'Vent',
  letterBox: 'Letter box',
  alarmContact: 'Alarm contact',
  sensor: 'Sensor on the glass',
};

export const STRENGTH_NAMES: Readonly<Record<PaneStrength, string>> = {
  annealed: 'Annealed',
  heatStrengthened: 'Heat-strengthened',
  tempered: 'Tempered',
  laminated: 'Laminated',
  wired: 'Wired',
};

export const JOINT_NAMES: Readonly<Record<GlassJoint, string>> = {
  gasket: 'Gasket',
  bead: 'Bead',
  putty: 'Putty',
  silicone: 'Silicone',
};

export const HIDING_NAMES: Readonly<Record<HidingThing, string>> = {
  blindBox: 'Blind box',
  outsideFrame: 'Outside frame',
  shelf: 'Shelf',
  curtain: 'Curtain stack',
};

export const MONTH_NAMES: readonly string[] = Array.from({ length: 12 }, (_, month) => nameOfMonth(month));
