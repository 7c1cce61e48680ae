import { glazingOptics, filmedPanes, type Glazing, type GlassPane } from './glazing.ts';
import { gapConvection, KELVIN, SIGMA } from './heatFlow.ts';

export const GLASS_STRENGTHS = [
  'annealed',
  'heatStrengthened',
  'tempered',
  'laminated',
  'wired',
  'patterned',
  'block',
] as const;
export type GlassStrength = (typeof GLASS_STRENGTHS)[number];
export const GLASS_EDGES = ['cut', 'ground', 'polished', 'damaged'] as const;
export type GlassEdge = (typeof GLASS_EDGES)[number];
export const EDGE_FRAMES = ['exposed', 'timber', 'insulatedMetal', 'metal', 'masonry'] as const;
export type EdgeFrame = (typeof EDGE_FRAMES)[number];
export const SHADOWS = ['none', 'edge', 'diagonal', 'corner', 'patch'] as const;
export type Shadow = (typeof SHADOWS)[number];
export const BLINDS = ['none', 'open', 'closedLight', 'closedDark', 'trapped'] as const;
export type Blind = (typeof BLINDS)[number];

/** The hour that is asked about, and how the pane sits. Temperatures °C, sun W/m² on the glass. */
export interface BreakageCase {
  readonly sunWm2: number;
  readonly outdoorC: number;
  readonly indoorC: number;
  readonly frame: EdgeFrame;
  readonly shadow: Shadow;
  readonly blind: Blind;
}

export interface PaneEdge {
  readonly strength: GlassStrength;
  readonly edge: GlassEdge;
}

/** `fine`; `ask` the film maker, whose chart decides; `no`: do not. */
export type BreakageVerdict = 'fine' | 'ask' | 'no';

/** What weighs most in a difference, or rules it out. */
export const BREAKAGE_CAUSES = [
  'absorption',
  'blind',
  'shadow',
  'frame',
  'cold',
  'weakGlass',
  'block',
  'nothing',
] as const;
export type BreakageCause = (typeof BREAKAGE_CAUSES)[number];

export interface Breakage {
  /** Middle of the pane over its coldest edge, K; of the pane that is nearest to what it bears. */
  readonly deltaK: number;
  readonly allowableK: number;
  readonly verdict: BreakageVerdict;
  readonly cause: BreakageCause;
  /** Which pane, from outdoors, from 1. */
  readonly pane: number;
}

/**
 * Settings of the judgement, to be read with the maker's chart. How much of its middle's rise an edge shares in a
 * frame; by how much shadow lines raise the stress; what blinds throw back and keep from flowing away; what glass bears.
 */
export interface BreakageRules {
  readonly edgeShare: Readonly<Record<EdgeFrame, number>>;
  readonly edgeCold: Readonly<Record<EdgeFrame, number>>;
  readonly shadowFactor: Readonly<Record<Shadow, number>>;
  readonly blindThrowsBack: Readonly<Record<Blind, number>>;
  readonly blindKeepsBack: Readonly<Record<Blind, number>>;
  readonly bearsK: Readonly<Record<GlassStrength, number>>;
  readonly edgeFactor: Readonly<Record<GlassEdge, number>>;
  /** From this share of what the glass bears one asks the maker. */
  readonly askFrom: number;
}

export const USUAL_BREAKAGE: BreakageRules = {
  edgeShare: { exposed: 0.55, timber: 0.4, insulatedMetal: 0.32, metal: 0.2, masonry: 0.1 },
  edgeCold: { exposed: 0, timber: 0.05, insulatedMetal: 0.08, metal: 0.15, masonry: 0.2 },
  shadowFactor: { none: 1, edge: 1.1, diagonal: 1.2, corner: 1.25, patch: 1.15 },
  blindThrowsBack: { none: 0, open: 0.1, closedLight: 0.55, closedDark: 0.15, trapped: 0.55 },
  blindKeepsBack: { none: 0, open: 0.1, closedLight: 0.35, closedDark: 0.5, trapped: 0.7 },
  bearsK: {
    annealed: 35,
    heatStrengthened: 100,
    tempered: 180,
    laminated: 33,
    wired: 18,
    patterned: 24,
    block: 15,
  },
  edgeFactor: { cut: 1, ground: 1.05, polished: 1.15, damaged: 0.55 },
  askFrom: 0.65,
};

/** Light wind: 8 W/m²K of convection outdoors; still air indoors. */
const OUTDOOR_CONVECTION = 8;
const INDOOR_CONVECTION = 3;

const linearRadiation = (emissivity: number, kelvin: number) => 4 * emissivity * SIGMA * kelvin ** 3;

interface Chain {
  /** Resistance from each pane's middle to outdoors and to the room, m²K/W. */
  readonly out: readonly number[];
  readonly room: readonly number[];
}

/** Resistances along the glazing, with fixed coefficients about the temperatures of the case, so that heat adds up. */
function chainOf(
  glazing: Glazing,
  panes: readonly GlassPane[],
  { outdoorC, indoorC }: BreakageCase,
  kept: number,
): Chain {
  const meanK = (outdoorC + indoorC) / 2 + KELVIN;
  const [first, last] = [panes[0], panes.at(-1)];
  const outdoors =
    1 / (OUTDOOR_CONVECTION + linearRadiation(first?.emissivityOut ?? 0.84, outdoorC + KELVIN));
  const indoors =
    1 / ((1 - kept) * (INDOOR_CONVECTION + linearRadiation(last?.emissivityIn ?? 0.84, indoorC + KELVIN)));
  const gaps = glazing.gaps.map((gap, at) => {
    const [pane, next] = [panes[at], panes[at + 1]];
    const emissivity = 1 / (1 / (pane?.emissivityIn ?? 0.84) + 1 / (next?.emissivityOut ?? 0.84) - 1);
    return 1 / (gapConvection(gap, meanK + 7.5, meanK - 7.5, 1) + linearRadiation(emissivity, meanK));
  });
  const out = panes.map((_, at) => outdoors + gaps.slice(0, at).reduce((sum, each) => sum + each, 0));
  const room = panes.map((_, at) => indoors + gaps.slice(at).reduce((sum, each) => sum + each, 0));
  return { out, room };
}

/** By how much the sun warms each pane, K: its own heat and that of the others, each by the way it has to flow. */
function sunRise(absorbed: readonly number[], { out, room }: Chain, sunWm2: number): number[] {
  return absorbed.map((_, at) =>
    absorbed.reduce((sum, share, from) => {
      const whole = (out[from] ?? 0) + (room[from] ?? 0);
      // Heat put in at `from` warms `at` by that part of the whole resistance both have on the same side.
      const [outer, inner] = from <= at ? [out[from], room[at]] : [out[at], room[from]];
      return sum + (share * sunWm2 * (outer ?? 0) * (inner ?? 0)) / whole;
    }, 0),
  );
}

interface PaneRise {
  readonly deltaK: number;
  readonly allowableK: number;
}

function rises(
  glazing: Glazing,
  edges: readonly PaneEdge[],
  asked: BreakageCase,
  rules: BreakageRules,
): PaneRise[] {
  const panes = filmedPanes(glazing);
  const solar = glazingOptics(glazing, 'solar');
  const chain = chainOf(glazing, panes, asked, rules.blindKeepsBack[asked.blind]);
  const thrownBack = rules.blindThrowsBack[asked.blind] * solar.t;
  const again = thrownBack / (1 - rules.blindThrowsBack[asked.blind] * solar.rIn);
  const absorbed = solar.absorbed.map((share, at) => share + again * (solar.absorbedFromRoom[at] ?? 0));
  const rise = sunRise(absorbed, chain, asked.sunWm2);
  // Without sun and blind: how much warmer than outdoors the middle stands. Its frame keeps an edge nearer to outdoors.
  const bare = chainOf(glazing, panes, asked, 0);
  return panes.map((_, at): PaneRise => {
    const [out, room] = [bare.out[at] ?? 0, bare.room[at] ?? 0];
    const overOutdoors = Math.max(0, (asked.indoorC - asked.outdoorC) * (out / (out + room)));
    const cold = rules.edgeCold[asked.frame] * overOutdoors;
    const own = (rise[at] ?? 0) * (1 - rules.edgeShare[asked.frame]) * rules.shadowFactor[asked.shadow];
    const { strength, edge } = edges[at] ?? { strength: 'annealed', edge: 'cut' };
    return { deltaK: own + cold, allowableK: rules.bearsK[strength] * rules.edgeFactor[edge] };
  });
}

function nearest(all: readonly PaneRise[]): { readonly at: number } & PaneRise {
  return all
    .map((rise, at) => ({ ...rise, at }))
    .reduce((worst, each) =>
      each.deltaK / each.allowableK > worst.deltaK / worst.allowableK ? each : worst,
    );
}

/** What would lessen the difference most if it were otherwise. */
function causeOf(
  glazing: Glazing,
  edges: readonly PaneEdge[],
  asked: BreakageCase,
  rules: BreakageRules,
): BreakageCause {
  const now = nearest(rises(glazing, edges, asked, rules));
  const otherwise = (change: Partial<BreakageCase>) =>
    rises(glazing, edges, { ...asked, ...change }, rules)[now.at]?.deltaK ?? now.deltaK;
  const saved: readonly (readonly [BreakageCause, number])[] = [
    ['absorption', now.deltaK - (rises({ ...glazing, films: [] }, edges, asked, rules)[now.at]?.deltaK ?? 0)],
    ['blind', now.deltaK - otherwise({ blind: 'none' })],
    ['shadow', now.deltaK - otherwise({ shadow: 'none' })],
    ['frame', now.deltaK - otherwise({ frame: 'exposed' })],
    ['cold', now.deltaK - otherwise({ outdoorC: asked.indoorC })],
  ];
  const strength = edges[now.at]?.strength;
  if (
    (strength === 'wired' || strength === 'patterned') &&
    now.deltaK < rules.bearsK.annealed * rules.askFrom
  )
    return 'weakGlass';
  const [cause, most] = saved.reduce((best, each) => (each[1] > best[1] ? each : best));
  return most > 0.5 ? cause : 'nothing';
}

/** How near the pane that is nearest comes to what it bears: 1 is all of it. As `breakage`, without its reasons. */
export function thermalStressRatio(
  glazing: Glazing,
  edges: readonly PaneEdge[],
  asked: BreakageCase,
  rules: BreakageRules = USUAL_BREAKAGE,
): number {
  const { deltaK, allowableK } = nearest(rises(glazing, edges, asked, rules));
  return deltaK / allowableK;
}

/**
 * How much hotter the middle of a pane gets than its edge in the hour that is asked about, against what its glass bears.
 * Steady heat in series with fixed coefficients (so that more sun, absorption, shade, blind or a colder frame can only
 * raise it); edge and shadow as factors of the house rules. It compares and warns: the film maker's chart decides. Glass
 * block with film on the room side is always `no`.
 */
export function breakage(
  glazing: Glazing,
  edges: readonly PaneEdge[],
  asked: BreakageCase,
  rules: BreakageRules = USUAL_BREAKAGE,
): Breakage {
  const worst = nearest(rises(glazing, edges, asked, rules));
  const { deltaK, allowableK, at } = worst;
  const blockInside = edges.some(
    ({ strength }, pane) =>
      strength === 'block' && glazing.films.some((film) => film.pane === pane + 1 && film.face === 'in'),
  );
  if (blockInside) return { deltaK, allowableK, verdict: 'no', cause: 'block', pane: at + 1 };
  const share = deltaK / allowableK;
  const verdict = share >= 1 ? 'no' : share >= rules.askFrom ? 'ask' : 'fine';
  const cause = causeOf(glazing, edges, asked, rules);
  return { deltaK, allowableK, verdict, cause, pane: at + 1 };
}
