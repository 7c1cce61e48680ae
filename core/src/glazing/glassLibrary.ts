import type { GlassKind, PaneStrength } from '../survey/index.ts';
import type { Band } from './bands.ts';
import type { GlassEdge, GlassStrength, PaneEdge } from './breakage.ts';
import type { Gap, GlassPane } from './glazing.ts';

/** A generic build of glass, from outdoors to the room: good for judging film, no maker's data. */
export interface GlassBuild {
  readonly panes: readonly GlassPane[];
  readonly gaps: readonly Gap[];
  readonly edges: readonly PaneEdge[];
}

/** Reflectance of a bare face of soda-lime glass at right angles: Fresnel, ((n − 1) / (n + 1))² with n about 1.52. */
const FACE = 0.0427;

/**
 * What a millimetre takes up (Beer's law), in the solar, visible and UV band. Clear: fitted to usual clear float, which lets
 * through 0.83 of the sun and 0.90 of the light at 3 mm, 0.76 and 0.88 at 6 mm. Tinted: a middle of bronze and grey,
 * uncertain by a tenth either way; glass of low iron, green or blue is not told apart.
 */
interface Body {
  readonly solar: number;
  readonly visible: number;
  readonly uv: number;
}
const CLEAR: Body = { solar: 0.0315, visible: 0.0072, uv: 0.075 };
const TINTED: Body = { solar: 0.113, visible: 0.105, uv: 0.22 };

function bandOf(perMm: number, thicknessMm: number): Band {
  const tau = Math.exp(-perMm * thicknessMm);
  const t = (tau * (1 - FACE) ** 2) / (1 - (FACE * tau) ** 2);
  const r = FACE * (1 + tau * t);
  return { t, rOut: r, rIn: r };
}

/** A plate of float glass of a thickness in mm; emissivity of uncoated glass 0.84 (NFRC 301; EN 12898: 0.837). */
function plate(thicknessMm: number, body: Body = CLEAR): GlassPane {
  return {
    thicknessMm,
    conductivityWmK: 1,
    solar: bandOf(body.solar, thicknessMm),
    visible: bandOf(body.visible, thicknessMm),
    uv: bandOf(body.uv, thicknessMm),
    emissivityOut: 0.84,
    emissivityIn: 0.84,
  };
}

/**
 * Clear glass with a soft low-e coat on its outer face (face 3 of a unit). Uncertain: a middle of one-silver coats, which
 * differ from maker to maker by 0.1 in the sun and 0.05 in the light they let through.
 */
function softCoated(thicknessMm: number): GlassPane {
  return {
    ...plate(thicknessMm),
    solar: { t: 0.6, rOut: 0.26, rIn: 0.22 },
    visible: { t: 0.87, rOut: 0.05, rIn: 0.06 },
    uv: { t: 0.33, rOut: 0.2, rIn: 0.15 },
    emissivityOut: 0.04,
  };
}

/**
 * Clear glass with a hard (pyrolytic) low-e coat on its outer face: it lets more of the sun in and insulates less. Uncertain
 * as the soft one; emissivity of such coats is 0.15 to 0.2.
 */
function hardCoated(thicknessMm: number): GlassPane {
  return {
    ...plate(thicknessMm),
    solar: { t: 0.69, rOut: 0.12, rIn: 0.11 },
    visible: { t: 0.82, rOut: 0.11, rIn: 0.12 },
    uv: { t: 0.45, rOut: 0.12, rIn: 0.12 },
    emissivityOut: 0.16,
  };
}

/** The plastic layer (PVB) of laminated glass keeps 99 % of the UV out; what it takes of light is left out. */
const laminated = (thicknessMm: number): GlassPane => ({
  ...plate(thicknessMm),
  uv: { t: 0.01, rOut: 0.06, rIn: 0.06 },
});

/** Acrylic or polycarbonate: clear, a poor conductor (0.2 W/mK, EN ISO 10456), without the coat of glass in the UV: uncertain there. */
const plastic = (thicknessMm: number): GlassPane => ({
  ...plate(thicknessMm),
  conductivityWmK: 0.2,
  emissivityOut: 0.9,
  emissivityIn: 0.9,
});

/** Usual gaps; argon is filled to 90 % (EN 1279-3) and leaks a little from year to year. */
const AIR: Gap = { widthMm: 12, gas: 'air', share: 1 };
const ARGON: Gap = { widthMm: 16, gas: 'argon', share: 0.9 };
/** The hollow of a glass block. */
const HOLLOW: Gap = { widthMm: 60, gas: 'air', share: 1 };

function build(
  panes: readonly GlassPane[],
  gap: Gap,
  strength: GlassStrength = 'annealed',
  edge: GlassEdge = 'cut',
): GlassBuild {
  return { panes, gaps: panes.slice(1).map(() => gap), edges: panes.map(() => ({ strength, edge })) };
}

/** Thickness taken where nobody has measured it, mm. */
const USUAL_MM: Readonly<Record<GlassKind, number>> = {
  single: 4,
  double: 4,
  triple: 4,
  tintedSingle: 6,
  tintedDouble: 6,
  lowEDouble: 4,
  hardLowEDouble: 4,
  laminated: 6.4,
  wired: 6,
  patterned: 4,
  tempered: 6,
  plastic: 4,
  block: 10,
};

/** How strong the panes of a glass are said to be, the outmost first, and whether a stamp proves it. */
export interface SaidStrengths {
  readonly strengths: readonly PaneStrength[];
  readonly stampSeen: boolean;
}

/** Heat treatment cannot be seen: without its stamp such glass is reckoned as annealed. */
const STAMPED: ReadonlySet<PaneStrength> = new Set(['tempered', 'heatStrengthened']);

/** A build whose panes are as strong as somebody has said; where nothing was said they stay as the kind of glass has them. */
export function withStrengths(build: GlassBuild, { strengths, stampSeen }: SaidStrengths): GlassBuild {
  return {
    ...build,
    edges: build.edges.map((edge, at) => {
      const said = strengths[at];
      if (said === undefined) return edge;
      return { ...edge, strength: STAMPED.has(said) && !stampSeen ? 'annealed' : said };
    }),
  };
}

/** A generic build for a kind of glass; `thicknessMm` is that of each pane, null for what is usual. */
export function glassBuild(kind: GlassKind, thicknessMm: number | null): GlassBuild {
  const mm = thicknessMm ?? USUAL_MM[kind];
  switch (kind) {
    case 'single':
      return build([plate(mm)], AIR);
    case 'double':
      return build([plate(mm), plate(mm)], AIR);
    case 'triple':
      return build([plate(mm), plate(mm), plate(mm)], AIR);
    case 'tintedSingle':
      return build([plate(mm, TINTED)], AIR);
    case 'tintedDouble':
      return build([plate(mm, TINTED), plate(mm)], AIR);
    case 'lowEDouble':
      return build([plate(mm), softCoated(mm)], ARGON);
    case 'hardLowEDouble':
      return build([plate(mm), hardCoated(mm)], AIR);
    case 'laminated':
      return build([laminated(mm)], AIR, 'laminated');
    case 'wired':
      return build([plate(mm)], AIR, 'wired');
    case 'patterned':
      return build([plate(mm)], AIR, 'patterned');
    case 'tempered':
      return build([plate(mm)], AIR, 'tempered');
    case 'plastic':
      return build([plastic(mm)], AIR, 'tempered');
    case 'block':
      return build([plate(mm), plate(mm)], HOLLOW, 'block');
  }
}
