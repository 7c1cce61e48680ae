import type { Film } from '../film/index.ts';
import {
  angularShare,
  breakage,
  diffuseShare,
  filmedPanes,
  glassBuild,
  glazingOptics,
  heatFigures,
  heatFlow,
  thermalStressRatio,
  uncertaintyOf,
  withStrengths,
  type Blind,
  type Breakage,
  type BreakageCase,
  type EdgeFrame,
  type GlassBuild,
  type Glazing,
  type LaidOn,
  type SaidStrengths,
  type Shadow,
  type Uncertainty,
} from '../glazing/index.ts';
import type { RuleSet } from '../rules/index.ts';
import { sunOfYear, type PaneInSun, type Site, type SunYear } from '../sun/index.ts';
import type { Circumstance, FrameKind, GlassKind, HidingThing } from '../survey/index.ts';

/** A pane where it stands, as far as its film has to know it. */
export interface PaneForFilm {
  readonly glass: GlassKind;
  readonly glassMm: number | null;
  readonly frame: FrameKind;
  /** What was said of the strength of each pane, apart from the kind of glass. */
  readonly said: SaidStrengths;
  /** A chip or crack at the edge: it bears about half. */
  readonly edgeDamaged: boolean;
  readonly inSun: PaneInSun;
  readonly site: Site;
  readonly circumstances: readonly Circumstance[];
  /** What is near behind it. */
  readonly hiddenBy: readonly HidingThing[];
}

const FRAMES: Readonly<Record<FrameKind, EdgeFrame>> = {
  timber: 'timber',
  pvc: 'timber',
  aluminium: 'insulatedMetal',
  steel: 'metal',
  none: 'exposed',
};

/** A film of the catalogue on a glazing: room side of the inmost pane, or outside of the outmost. */
export function filmOnBuild(film: Film, { panes }: Pick<GlassBuild, 'panes'>): LaidOn {
  const inside = film.mount === 'inside';
  const band = (t: number, out: number, into: number) =>
    inside ? { t, rGlass: out, rFace: into } : { t, rGlass: into, rFace: out };
  const { optics } = film;
  const uvBack = Math.min(0.06, 1 - optics.uvTransmitted);
  return {
    pane: inside ? panes.length : 1,
    face: inside ? 'in' : 'out',
    basis: 'on3mm',
    emissivity: optics.emissivity,
    solar: band(optics.solarTransmitted, optics.solarReflectedOut, optics.solarReflectedIn),
    visible: band(optics.visibleTransmitted, optics.visibleReflectedOut, optics.visibleReflectedIn),
    uv: band(optics.uvTransmitted, uvBack, uvBack),
  };
}

/** What glass, bare or with a film, does to light and heat at this pane. Shares from 0 to 1. */
export interface GlassFigures {
  readonly visibleTransmittance: number;
  readonly visibleReflectanceOut: number;
  readonly visibleReflectanceIn: number;
  readonly uv: number;
  readonly shgc: number;
  readonly uValue: number;
  /** Fading left, of what the open window lets in. */
  readonly fading: number;
  /** The room side of the glass on a clear winter morning without sun, °C. */
  readonly winterFaceC: number;
}

export interface FilmFigures extends GlassFigures {
  readonly film: Film;
  readonly uncertainty: Uncertainty;
  readonly breakage: Breakage;
  /** Month of the worst hour for the glass, from 1. */
  readonly worstMonth: number;
  /** The room side gets wet in frost, more than without the film. */
  readonly condensation: boolean;
}

/** What a pane is held against: its bare glass and its sun, worked out once for all films. */
export interface PaneCase {
  readonly pane: PaneForFilm;
  readonly build: GlassBuild;
  readonly bare: GlassFigures;
  readonly sun: SunYear;
}

function figuresOf(glazing: Glazing, rules: RuleSet['film']): GlassFigures {
  const visible = glazingOptics(glazing, 'visible');
  const uv = glazingOptics(glazing, 'uv').t;
  const { shgc, uValue } = heatFigures(glazing, 'nfrc');
  const winter = {
    sunWm2: 0,
    outdoorC: rules.coldestC,
    indoorC: rules.indoorC,
    outdoorConvection: 20,
    heightM: 1,
  };
  const { facesC } = heatFlow(filmedPanes(glazing), glazing.gaps, [], winter);
  return {
    visibleTransmittance: visible.t,
    visibleReflectanceOut: visible.rOut,
    visibleReflectanceIn: visible.rIn,
    uv,
    shgc,
    uValue,
    fading:
      rules.fades.uv * uv + rules.fades.light * visible.t + rules.fades.heat * shgc + rules.fades.anyway,
    winterFaceC: facesC.at(-1) ?? rules.indoorC,
  };
}

/** What a film takes away of what the bare glass lets in, as shares: glare goes by visible light. */
export const lessThanBare = (figures: GlassFigures, bare: GlassFigures) => ({
  heat: 1 - figures.shgc / bare.shgc,
  glare: 1 - figures.visibleTransmittance / bare.visibleTransmittance,
  fading: 1 - figures.fading / bare.fading,
});

/** By how much colder than bare the room side must get to be spoken of, K. */
const COLDER_K = 1;

/** Works out what does not depend on the film. `year` is the year whose sun is followed. */
export function paneCase(pane: PaneForFilm, rules: RuleSet['film'], year: number): PaneCase {
  const sound = withStrengths(glassBuild(pane.glass, pane.glassMm), pane.said);
  const build: GlassBuild = pane.edgeDamaged
    ? { ...sound, edges: sound.edges.map((edge) => ({ ...edge, edge: 'damaged' })) }
    : sound;
  const panes = build.panes.length;
  const response = {
    direct: (cosIncidence: number) => angularShare(panes, cosIncidence),
    diffuse: diffuseShare(panes),
  };
  return {
    pane,
    build,
    bare: figuresOf({ ...build, films: [] }, rules),
    sun: sunOfYear(pane.site, year, pane.inSun, { response, cloud: rules.cloud }),
  };
}

function shadowOn({ shade }: PaneInSun): Shadow {
  if (shade.overhang && (shade.finLeft ?? shade.finRight)) return 'corner';
  if (shade.overhang ?? shade.finLeft ?? shade.finRight) return 'edge';
  return 'none';
}

const blindBehind = (hiddenBy: readonly HidingThing[]): Blind =>
  hiddenBy.some((thing) => thing === 'blindBox' || thing === 'curtain') ? 'closedLight' : 'none';

/** A clear morning of a month: colder than the mean between the coldest and the hottest that the rules name. */
function outdoorC(month: number, southern: boolean, rules: RuleSet['film']): number {
  const fromJanuary = southern ? (month + 6) % 12 : month;
  const share = (1 - Math.cos((2 * Math.PI * fromJanuary) / 12)) / 2;
  return rules.coldestC + share * (rules.hottestC - rules.coldestC) * 0.75;
}

/** The hour of the year that is hardest on the glass: each month's strongest sun with a clear morning's cold. */
function worstHour(
  found: PaneCase,
  glazing: Glazing,
  rules: RuleSet['film'],
): { breakage: Breakage; month: number } {
  const { pane, build, sun } = found;
  const months = sun.peakWm2.map((sunWm2, month) => {
    const asked: BreakageCase = {
      sunWm2,
      outdoorC: outdoorC(month, pane.site.latitude < 0, rules),
      indoorC: rules.indoorC,
      frame: FRAMES[pane.frame],
      shadow: shadowOn(pane.inSun),
      blind: blindBehind(pane.hiddenBy),
    };
    return {
      asked,
      month: month + 1,
      strain: thermalStressRatio(glazing, build.edges, asked, rules.breakage),
    };
  });
  const worst = months.reduce((hardest, each) => (each.strain > hardest.strain ? each : hardest));
  return { breakage: breakage(glazing, build.edges, worst.asked, rules.breakage), month: worst.month };
}

/** Everything that a film does on a pane. Sources with the formulas (core/glazing, core/sun). */
export function filmOnPane(found: PaneCase, film: Film, rules: RuleSet['film']): FilmFigures {
  const glazing: Glazing = { ...found.build, films: [filmOnBuild(film, found.build)] };
  const figures = figuresOf(glazing, rules);
  const worst = worstHour(found, glazing, rules);
  return {
    ...figures,
    film,
    uncertainty: uncertaintyOf(glazing),
    breakage: worst.breakage,
    worstMonth: worst.month,
    condensation:
      figures.winterFaceC < rules.dewPointC && figures.winterFaceC < found.bare.winterFaceC - COLDER_K,
  };
}
