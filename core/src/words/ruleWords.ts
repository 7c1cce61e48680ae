import type { NumberRule, Quantity, RulePath } from '../rules/index.ts';
import type { LengthUnit } from '../units/index.ts';
import { MONTH_NAMES, SCHOOL_NAMES } from './names.ts';

/* What the house rules are called on screen. */

const NAMES: Readonly<Record<string, string>> = {
  survey: 'Measuring',
  'survey.sisterToleranceMm': 'Sister readings may differ by',
  'survey.agreementMm': 'Second readings must agree within',
  'survey.twinToleranceMm': 'Twins may differ by',
  'survey.fixMinutes': 'Putting a defect right before film takes',
  'survey.fixMinutes.scratch': 'Scratch',
  'survey.fixMinutes.chip': 'Chip',
  'survey.fixMinutes.failedSeal': 'Failed seal',
  'survey.fixMinutes.oldFilm': 'Old film',
  'survey.fixMinutes.looseGasket': 'Loose gasket',
  'survey.fixMinutes.silicone': 'Silicone',
  'survey.fixMinutes.paint': 'Paint',
  'survey.defaultBarMm': 'Bar between lights, unmeasured',
  'survey.newWallWidthMm': 'Width of a new wall',
  'survey.newWallHeightMm': 'Height of a new wall',
  'survey.defaultGapMm': 'Gap between openings, unmeasured',
  'survey.defaultSillMm': 'Sill over floor, unmeasured',

  film: 'Film: climate, glass, fading, door markings',
  'film.coldestC': 'Cold morning',
  'film.hottestC': 'Hot afternoon',
  'film.indoorC': 'Indoors',
  'film.dewPointC': 'Glass gets wet below',
  'film.mustFrom': 'A must is met from',
  'film.monthlyC': 'Outdoors by month',
  'film.cloud': 'Clouded sky by month',
  'film.fades': 'What fading comes of',
  'film.fades.uv': 'UV',
  'film.fades.light': 'Visible light',
  'film.fades.heat': 'Heat',
  'film.fades.anyway': 'Other causes',
  'film.best': 'What the best films do',
  'film.best.heat': 'Heat kept out',
  'film.best.warmth': 'Loss saved',
  'film.daylight': 'What the eye meets by day, cd/m²',
  'film.daylight.outdoors': 'Outdoors by day',
  'film.daylight.indoors': 'Indoors by day',
  'film.lamplight': 'What the eye meets by lamplight, cd/m²',
  'film.lamplight.outdoors': 'Outdoors by night',
  'film.lamplight.indoors': 'Indoors by lamplight',
  'film.privacy': 'Privacy by day is claimed',
  'film.privacy.leastReflectance': 'From a reflectance outside of',
  'film.privacy.leastLoss': 'And with so much of the view in lost',
  'film.alone': 'What a householder may fit',
  'film.alone.glassUpToM2': 'Glass up to',
  'film.alone.highestMm': 'Its top over the floor up to',
  'film.markings': 'Door markings',
  'film.markings.fromFloorMm': 'From the floor',
  'film.markings.heightMm': 'Its height',
  'film.breakage': 'Thermal stress, to be read with the maker’s chart',
  'film.breakage.edgeShare': 'How far an edge follows its middle, by frame',
  'film.breakage.edgeCold': 'How far a frame keeps an edge at outdoors',
  'film.breakage.shadowFactor': 'What a shadow line raises the stress to, times',
  'film.breakage.blindThrowsBack': 'Sun a blind reflects on the glass',
  'film.breakage.blindKeepsBack': 'Heat a blind keeps at the glass',
  'film.breakage.bearsK': 'What glass bears from its middle to its edge',
  'film.breakage.edgeFactor': 'What an edge bears of that, times',
  'film.breakage.askFrom': 'Ask the maker from',

  cutting: 'Cutting',
  'cutting.school': 'Way of cutting',
  'cutting.marginMm': 'Margin at every trimmed side',
  'cutting.factoryEdgeGapMm': 'Gap at the factory edge',
  'cutting.benchClearanceMm': 'Taken off a bench-cut piece',
  'cutting.roundingStepMm': 'Sizes are rounded to',
  'cutting.seamOverlapMm': 'Overlap at a seam',
  'cutting.minPanelMm': 'Narrowest panel',
  'cutting.bookValue': 'Film on hand counts, of new',
  'cutting.minOffcutWidthMm': 'Narrowest offcut to keep',
  'cutting.minOffcutLengthMm': 'Shortest offcut to keep',
  'cutting.seam': 'Seams',
  'cutting.work': 'What counts beside film',
  'cutting.work.hourlyRate': 'An hour at the bench costs',
  'cutting.work.pullSeconds': 'A pull takes',
  'cutting.work.knifeSeconds': 'Setting the knives takes',
  'cutting.work.mostSlits': 'Knives in the box at once',
  'cutting.work.leftoverWorth': 'A leftover to keep counts',
  'cutting.work.sliverUnderMm': 'A sliver is narrower than',
  'cutting.work.sliverSeconds': 'Picking off a sliver takes',
  'cutting.work.extraLotCost': 'A second lot in a room counts',

  fitting: 'Fitting',
  'fitting.rollDownUpToMm': 'One installer rolls down up to',
  'fitting.twoHandsFromUm': 'Two people from a film of',
  'fitting.printedOneHandUpToM2': 'One person for printed film up to',
  'fitting.ladderAboveMm': 'A step above',
  'fitting.secondPersonAboveMm': 'A second person above',
  'fitting.comeBackMin': 'Come back to block and sun after',
  'fitting.dryTrimMin': 'Printed film dries before the trim',
  'fitting.seamCoatDays': 'Seams in wet rooms are coated after',
  'fitting.anchor': 'Anchoring bead',
  'fitting.anchor.fullLegMm': 'Legs of a full bead',
  'fitting.anchor.smallLegMm': 'Legs of a small bead',
  'fitting.anchor.leastSeatMm': 'Least seat on the film',
  'fitting.anchor.wasteShare': 'Sealant wasted',
  'fitting.anchor.dryBeforeH': 'Edge dries before the bead',
  'fitting.anchor.cureH': 'Bead cures',
  'fitting.lightGapMm': 'Gap between film and frame',
  'fitting.heavyLightGapMm': 'Gap of heavy film',
  'fitting.heavyFromUm': 'Film is heavy from',
  'fitting.stopShortMm': 'Strokes stop before an uncut edge by',
  'fitting.cornerStopMm': 'Trim cuts stop before a corner by',
  'fitting.wickFromMm': 'Wicking starts from the edge at',
  'fitting.oneHandUpToM2': 'One person hangs up to',
  'fitting.reachMm': 'Reach without a second person',
  'fitting.solutionLitresPerM2': 'Mounting solution, litres for a m²',
  'fitting.soapDropsPerLitre': 'Soap, drops in a litre',
  'fitting.glassFromC': 'Glass may be as cold as',
  'fitting.glassToC': 'Glass may be as hot as',
  'fitting.recheckAfterSeconds': 'Look at the edges again after',
  'fitting.inspectFromM': 'Inspect from',

  cure: 'Drying',
  'cure.clingDays': 'Cling films',
  'cure.dryDays': 'Films hung dry',
  'cure.byThickness': 'Adhesive films by thickness',
  'cure.byThickness.upToUm': 'Up to',
  'cure.byThickness.days': 'Dry after',
};

/** What glass, frames, edges, shadows and blinds are called where there is one figure for each. */
const KEYS: Readonly<Record<string, string>> = {
  exposed: 'No frame',
  timber: 'Timber',
  insulatedMetal: 'Insulated metal',
  metal: 'Metal',
  masonry: 'Set in masonry',
  none: 'None',
  edge: 'Along an edge',
  diagonal: 'Slanting',
  corner: 'In a corner',
  patch: 'A patch',
  open: 'Open',
  closedLight: 'Closed, light',
  closedDark: 'Closed, dark',
  trapped: 'Shut in before the glass',
  annealed: 'Annealed',
  heatStrengthened: 'Heat-strengthened',
  tempered: 'Tempered',
  laminated: 'Laminated',
  wired: 'Wired',
  patterned: 'Textured',
  block: 'Glass block',
  cut: 'Cut',
  ground: 'Ground',
  polished: 'Polished',
  damaged: 'Damaged',
};

const OPTIONS: Readonly<Record<string, string>> = {
  ...SCHOOL_NAMES,
  double: 'Overlap, cut through both layers',
  butt: 'Butt edge to edge',
};

/** What a house rule is called; null for one that nobody has named. */
export function ruleName(path: RulePath): string | null {
  const last = path.at(-1);
  if (typeof last === 'number') return MONTH_NAMES[last]?.slice(0, 3) ?? null;
  const names = path.filter((part) => typeof part === 'string');
  return NAMES[names.join('.')] ?? (names.length > 1 ? (KEYS[last ?? ''] ?? null) : null);
}

/** What a choice in the house rules is called; null for one that nobody has named. */
export function ruleOptionName(option: string): string | null {
  return OPTIONS[option] ?? null;
}

/** The sign behind a rule’s name and behind its figure; none for plain figures. */
const SIGNS: Readonly<Record<Exclude<Quantity, 'length' | 'temperature'>, string>> = {
  share: '%',
  days: 'days',
  seconds: 'seconds',
  minutes: 'min',
  hours: 'h',
  micrometres: 'µm',
  kelvin: 'K',
  squareMetres: 'm²',
  metres: 'm',
  plain: '',
};

/** What a rule is measured in, as the person sees it: degrees and lengths in their unit. */
export function ruleUnit({ quantity }: Pick<NumberRule, 'quantity'>, unit: LengthUnit): string {
  if (quantity === 'temperature') return unit === 'in' ? '°F' : '°C';
  return quantity === 'length' ? unit : SIGNS[quantity];
}
