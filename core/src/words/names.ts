import { nameOfMonth } from '../units/index.ts';
import type { FilmKind } from '../film/index.ts';
import type {
  Caution,
  FaultKind,
  FaultStanding,
  Hang,
  HandsReason,
  StepCode,
  StepGroup,
  Tool,
  UsedUp,
} from '../fitting/index.ts';
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
  roundedUp: 'Rounded up',
  twoEdgesKept: 'Two edges kept',
};

export const STEP_NAMES: Readonly<Record<StepCode, string>> = {
  protect: 'Cover floor and sill',
  recordCondition: 'Note the condition',
  mix: 'Mix the solution',
  removeOldFilm: 'Take off the old film',
  listen: 'Listen to the blade',
  scrape: 'Wet and scrape',
  scrub: 'Scrub',
  wipeFrame: 'Wipe gasket and frame',
  testFit: 'Try the piece dry',
  rinse: 'Rinse and squeegee',
  wetGlass: 'Wet the glass',
  partLiner: 'Part liner and film',
  wetAdhesive: 'Wet the adhesive',
  hang: 'Hang the film',
  square: 'Square it up',
  wetFace: 'Wet the face',
  anchorStroke: 'Set with a T',
  squeegeeFirst: 'Squeegee',
  hardRoll: 'Hard roller',
  comeBack: 'Come back to the edges',
  reliefCut: 'Relief cuts',
  dryBeforeTrim: 'Let it dry',
  trim: 'Trim',
  seamCut: 'Cut the seam',
  seamClose: 'Close the seam',
  seamButt: 'Butt the seam',
  squeegeeSecond: 'Squeegee again',
  wick: 'Wick the edges',
  washFace: 'Wash the face',
  drySill: 'Dry the sill',
  lookAgain: 'Look again',
  inspect: 'Inspect',
  brief: 'Tell the customer',
  dryEdge: 'Check that the edge is dry',
  maskFrame: 'Mask film and frame',
  bead: 'Gun the bead',
  beadCheck: 'Check the bead',
  sealEdge: 'Seal the edge',
  seamCoat: 'Coat the seam',
  leadStrips: 'Apply the lead',
};

export const GROUP_NAMES: Readonly<Record<StepGroup, string>> = {
  prepared: 'Prepare the glass',
  hung: 'Hang and squeegee',
  trimmed: 'Trim',
  lookedAt: 'Finish and inspect',
  later: 'Later visit',
};

export const FAULT_NAMES: Readonly<Record<FaultKind, string>> = {
  finger: 'Finger from the edge',
  corner: 'Corner or edge lifts',
  shred: 'Shred of rubber',
  speck: 'Speck or hair',
  crease: 'Crease',
  lightLine: 'Gap too wide',
  nick: 'Step or nick in the cut',
  haze: 'Haze or small pockets',
  bubble: 'Bubble',
  scratch: 'Scratch',
  seam: 'Seam shows',
  bead: 'Gap in the bead',
};

export const FAULT_STANDING_NAMES: Readonly<Record<FaultStanding, string>> = {
  open: 'open',
  watched: 'watched',
  mended: 'mended',
  replaced: 'piece replaced',
  accepted: 'accepted',
};

export const HANDS_REASONS: Readonly<Record<HandsReason, string>> = {
  size: 'its size',
  learner: 'its size, with a learner',
  heavy: 'the heavy film',
  printed: 'the large printed film',
  height: 'its height over the floor',
};

export const KIT_NAMES: Readonly<Record<UsedUp | Tool, string>> = {
  snapBlades: 'Snap-off blades',
  scraperBlades: 'Scraper blades',
  cloths: 'Lint-free cloths',
  dropSheets: 'Drop sheets',
  maskingTape: 'Masking tape',
  sealant300: 'Structural sealant, 300 ml',
  sealant600: 'Structural sealant, 600 ml',
  sealantTips: 'Sealant tips',
  edgeSealer: 'Edge sealer',
  wasteBags: 'Waste bags',
  sprayBottle: 'Sprayer',
  squeegee: 'Squeegee',
  scraper: 'Scraper',
  scrubPad: 'White scrub pad',
  card: 'Hard card',
  edgeTool: 'Edge tool',
  straightEdge: 'Straight edge',
  hardRoller: 'Hard roller',
  workTable: 'Work table',
  tape: 'Tape for the liner',
  thermometer: 'Thermometer',
  step: 'Step or platform',
  ladder: 'Ladder',
  sealantGun: 'Sealant gun',
};

export const HANG_NAMES: Readonly<Record<Hang, string>> = {
  tapeToTable: 'Tape to the table',
  twoPersonPeel: 'One peels, one sprays',
  reverseRoll: 'Reverse roll',
  creasedLiner: 'Dry, with a creased liner',
  peelOff: 'Peel off',
  blockByBlock: 'Block by block',
};

export const CAUTION_TEXTS: Readonly<Record<Caution, string>> = {
  ladder: 'A ladder or platform that stands firm; step down rather than reach.',
  blade: 'Blade back after each cut, spent ones into the closed box.',
  oldPaint: 'Old paint may hold lead: wet it, no dry scraping.',
  wetFloor: 'Floors get slippery and sockets wet: cover them, and keep cables away.',
  solvent: 'Alcohol and sealant: air the room, no flame.',
  lifting: 'Lift with two, backs straight; nothing dry may touch the adhesive.',
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
