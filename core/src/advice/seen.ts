import type { FilmKind } from '../film/index.ts';
import { glassBuild, glazingOptics } from '../glazing/index.ts';
import type { Film } from '../film/index.ts';
import type { RuleSet } from '../rules/index.ts';
import type { GlassKind } from '../survey/index.ts';
import { filmOnBuild } from './filmOnPane.ts';

/** Films that scatter or cover: nobody sees a picture through them, from either side. */
export const COVERS: ReadonlySet<FilmKind> = new Set(['frosted', 'whiteout', 'blackout', 'printed', 'vinyl']);

/** What is to be seen on either side of the glass: mean luminance of the scene, cd/m². */
export interface Lighting {
  readonly outdoors: number;
  readonly indoors: number;
}

/** How glass with its film lets light through and throws it back, visible band. */
export interface Looks {
  readonly visibleTransmittance: number;
  readonly visibleReflectanceOut: number;
  readonly visibleReflectanceIn: number;
  readonly covers: boolean;
}

/** Of a kind of glass with a film, or bare. */
export function looksOf(glass: GlassKind, glassMm: number | null, film: Film | null): Looks {
  const build = glassBuild(glass, glassMm);
  const { t, rOut, rIn } = glazingOptics(
    { panes: build.panes, films: film ? [filmOnBuild(film, build)] : [] },
    'visible',
  );
  return {
    visibleTransmittance: t,
    visibleReflectanceOut: rOut,
    visibleReflectanceIn: rIn,
    covers: film !== null && COVERS.has(film.kind),
  };
}

export interface Seen {
  /** Luminance that comes from the far side, and that the glass reflects of the viewer's own side; cd/m². */
  readonly through: number;
  readonly veil: number;
  /** How much of what is seen is the far side, 0 to 1: below a half the glass is a mirror rather than a window. */
  readonly clear: number;
}

/** What somebody on a side of the glass sees in it. */
export function seenFrom(side: 'outdoors' | 'indoors', looks: Looks, lighting: Lighting): Seen {
  const far = side === 'outdoors' ? lighting.indoors : lighting.outdoors;
  const near = side === 'outdoors' ? lighting.outdoors : lighting.indoors;
  const through = looks.visibleTransmittance * far;
  const veil = (side === 'outdoors' ? looks.visibleReflectanceOut : looks.visibleReflectanceIn) * near;
  const clear = looks.covers || through + veil === 0 ? 0 : through / (through + veil);
  return { through, veil, clear };
}

/** What the eye has got used to, cd/m²: half of a bright street by day, a lit room by night (the house rules’ scenes, rounded). */
const USED_TO = { day: 1500, night: 30 } as const;

/** How light glass is drawn, 0 to 1, with what comes through it and what it throws back; sets a drawing’s tone, no figure. */
export const drawnLight = (
  { through, veil }: Pick<Seen, 'through' | 'veil'>,
  seenBy: 'day' | 'night',
): number => Math.min(1, ((through + veil) / USED_TO[seenBy]) ** (1 / 2.2));

/** Open perforated film hides by the contrast of its print, but for who stands close. */
const PERFORATED_HIDES = 0.8;

/** Light through a glazing and thrown back outwards, as far as daytime privacy goes by them. */
type ByDay = Pick<Looks, 'visibleTransmittance' | 'visibleReflectanceOut'>;

/**
 * How far a film hides a room from the street by day, 0 to 1: all where it covers, else the share of what the bare glass
 * shows of the room that is lost in the mirror. A film that mirrors less than the house rule asks hides nothing: from near
 * one looks past so faint an image. Bare glass hides nothing; by night none does that does not cover.
 */
export function privacyByDay(
  kind: FilmKind | null,
  filmed: ByDay,
  bare: ByDay,
  { daylight, privacy }: Pick<RuleSet['film'], 'daylight' | 'privacy'>,
): number {
  if (kind === null) return 0;
  if (COVERS.has(kind)) return 1;
  if (kind === 'perforated') return PERFORATED_HIDES;
  if (filmed.visibleReflectanceOut < privacy.leastReflectance) return 0;
  const seen = (looks: ByDay) =>
    seenFrom('outdoors', { ...looks, visibleReflectanceIn: 0, covers: false }, daylight).clear;
  const open = seen(bare);
  return open === 0 ? 0 : Math.min(1, Math.max(0, 1 - seen(filmed) / open));
}

/** Whether one may tell a customer that nobody looks in by day. */
export function isHiddenByDay(share: number, { privacy }: Pick<RuleSet['film'], 'privacy'>): boolean {
  return share >= privacy.leastLoss;
}

/** A scene of this luminance, cd/m², stands in about so many lux: a mean reflectance of 0.3 (Lambert: E = π L / ρ). */
const LUX_PER_CDM2 = Math.PI / 0.3;

/**
 * The daylight outdoors, lux, below which somebody outside sees the lit room rather than the mirror: where both throw the
 * same light at him. Null where the film covers; there is no such level.
 */
export function privacyEndsAt(looks: Looks, indoors: number): number | null {
  if (looks.covers) return null;
  if (looks.visibleReflectanceOut <= 0) return Infinity;
  return ((looks.visibleTransmittance * indoors) / looks.visibleReflectanceOut) * LUX_PER_CDM2;
}

/** Two panes of one front that do not look alike from the street by day. */
export interface UnevenPair<Id> {
  readonly one: Id;
  readonly other: Id;
  /** What each reflects of the daylight, 0 to 1. */
  readonly shines: readonly [number, number];
}

/** From this difference of what is thrown back two panes side by side look different from the street. */
const SEEN_APART = 0.08;

/** The two panes of a wall that look least alike from outside by day; null where the front looks even. */
export function unevenFront<Id>(
  panes: readonly { readonly id: Id; readonly looks: Looks }[],
): UnevenPair<Id> | null {
  const [first, ...others] = [...panes].sort(
    (a, b) => a.looks.visibleReflectanceOut - b.looks.visibleReflectanceOut,
  );
  const last = others.at(-1);
  if (!first || !last || last.looks.visibleReflectanceOut - first.looks.visibleReflectanceOut < SEEN_APART)
    return null;
  return {
    one: first.id,
    other: last.id,
    shines: [first.looks.visibleReflectanceOut, last.looks.visibleReflectanceOut],
  };
}
