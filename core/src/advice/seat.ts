import { glazingOptics, heatFlow, filmedPanes, type Glazing } from '../glazing/index.ts';
import type { RuleSet } from '../rules/index.ts';

/** A seat before a pane, its eyes looking straight at the glass. Lengths mm, from the middle of the pane. */
export interface Seat {
  readonly fromGlassMm: number;
  readonly besideMm: number;
  /** Eyes over the middle of the glass; negative below it. */
  readonly aboveMm: number;
}

/** Part of what a small upright face sees that is a parallel rectangle with a corner on its axis; a, b are sides over distance. */
function cornerFactor(a: number, b: number): number {
  const [root, other] = [Math.hypot(1, a), Math.hypot(1, b)];
  return ((a / root) * Math.atan(b / root) + (b / other) * Math.atan(a / other)) / (2 * Math.PI);
}

/**
 * How much of what an eye at the seat sees is the pane (view factor of a small face to a parallel rectangle, from 0 to
 * 1; Siegel and Howell, Thermal Radiation Heat Transfer, appendix C).
 */
export function paneInView(
  seat: Seat,
  pane: { readonly widthMm: number; readonly heightMm: number },
): number {
  const along = [-pane.widthMm / 2 - seat.besideMm, pane.widthMm / 2 - seat.besideMm] as const;
  const up = [-pane.heightMm / 2 - seat.aboveMm, pane.heightMm / 2 - seat.aboveMm] as const;
  const part = (x: number, y: number) =>
    Math.sign(x) *
    Math.sign(y) *
    cornerFactor(Math.abs(x) / seat.fromGlassMm, Math.abs(y) / seat.fromGlassMm);
  return part(along[1], up[1]) - part(along[0], up[1]) - part(along[1], up[0]) + part(along[0], up[0]);
}

/** A seat before a wall: from the glass, from the wall's left end, and its eyes over the floor; mm. */
export interface SeatBeforeWall {
  readonly fromGlassMm: number;
  readonly fromLeftMm: number;
  readonly eyeMm: number;
}

/** How much of what an eye at the seat sees are the panes of the wall, from 0 to 1. */
export function wallInView(
  seat: SeatBeforeWall,
  panes: readonly {
    readonly leftMm: number;
    readonly sillMm: number;
    readonly size: { readonly widthMm: number; readonly heightMm: number };
  }[],
): number {
  return panes.reduce(
    (sum, { leftMm, sillMm, size }) =>
      sum +
      paneInView(
        {
          fromGlassMm: seat.fromGlassMm,
          besideMm: seat.fromLeftMm - (leftMm + size.widthMm / 2),
          aboveMm: seat.eyeMm - (sillMm + size.heightMm / 2),
        },
        size,
      ),
    0,
  );
}

/** How the index of glare is felt (Wienold 2009). */
export type GlareFelt = 'hardly' | 'noticed' | 'disturbing' | 'unbearable';

export interface AtSeat {
  /** Light on the eyes, lux, on a bright day without sun in the face. */
  readonly eyeLux: number;
  /** Simplified daylight glare probability, 0 to 1. */
  readonly glare: number;
  readonly felt: GlareFelt;
  /** The room side of the glass in the strongest sun, and in a frosty night; °C. */
  readonly summerFaceC: number;
  readonly winterFaceC: number;
  /** By how much the glass makes the seat feel warmer (above 0) or colder than the room, K. */
  readonly summerFeltK: number;
  readonly winterFeltK: number;
}

function feltAs(glare: number): GlareFelt {
  if (glare < 0.35) return 'hardly';
  if (glare < 0.4) return 'noticed';
  return glare < 0.45 ? 'disturbing' : 'unbearable';
}

/** Of light scattered about, a seat gets so much from the room itself, lux. */
const ROOM_LUX = 300;

interface SeatCase {
  readonly share: number;
  readonly sunWm2: number;
  readonly rules: RuleSet['film'];
}

/**
 * What glass with its film does to somebody at a seat that sees `share` of it (`paneInView`), with `sunWm2` on the glass
 * in its strongest hour. Glare: DGPs = 6.22·10⁻⁵·Ev + 0.184 (Wienold 2007), Ev from the luminance outdoors through the
 * pane; sun that falls into the eyes themselves is not in it. Felt warmth: half the radiant difference (operative
 * temperature, ISO 7726), the pane's part of the half space before the seat.
 */
export function atSeat(glazing: Glazing, { share, sunWm2, rules }: SeatCase): AtSeat {
  const light = glazingOptics(glazing, 'visible').t;
  const eyeLux = Math.PI * rules.daylight.outdoors * light * share + ROOM_LUX;
  const glare = Math.min(1, 6.22e-5 * eyeLux + 0.184);
  const { absorbed } = glazingOptics(glazing, 'solar');
  const face = (outdoorC: number, wm2: number) => {
    const around = { outdoorC, indoorC: rules.indoorC, sunWm2: wm2, outdoorConvection: 15, heightM: 1 };
    return heatFlow(filmedPanes(glazing), glazing.gaps, absorbed, around).facesC.at(-1) ?? rules.indoorC;
  };
  const [summerFaceC, winterFaceC] = [face(rules.hottestC, sunWm2), face(rules.coldestC, 0)];
  const felt = (faceC: number) => ((faceC - rules.indoorC) * share) / 4;
  return {
    eyeLux,
    glare,
    felt: feltAs(glare),
    summerFaceC,
    winterFaceC,
    summerFeltK: felt(summerFaceC),
    winterFeltK: felt(winterFaceC),
  };
}
