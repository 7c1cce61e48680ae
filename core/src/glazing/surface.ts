import type { Band } from './bands.ts';

/**
 * The bare face of uncoated glass against air: the reflectance ρ of one face of a plate whose faces are alike, from its
 * transmittance and reflectance. From R = ρ (1 + τ T) with T = τ (1 - ρ)² / (1 - ρ² τ²), EN 410 annex A; solved by
 * fixed-point iteration, which contracts for ρ below a half. Null where no such plate has these figures.
 */
export function faceOfPlate({ t, r }: { readonly t: number; readonly r: number }): number | null {
  if (t <= 0) return r >= 0 && r < 1 ? r : null;
  let face = r / (1 + t);
  for (let round = 0; round < 100; round += 1) {
    const tau = throughPlate(t, face);
    const next = r / (1 + tau * t);
    if (Math.abs(next - face) < 1e-15) break;
    face = next;
  }
  const tau = throughPlate(t, face);
  return face >= 0 && face < 0.5 && tau <= 1 + 1e-6 ? face : null;
}

/** Internal transmittance τ of a plate from its transmittance and face: the positive root of T = τ (1-ρ)²/(1-ρ²τ²). */
function throughPlate(t: number, face: number): number {
  const [a, b] = [t * face * face, (1 - face) ** 2];
  return a < 1e-18 ? t / b : (-b + Math.sqrt(b * b + 4 * a * t)) / (2 * a);
}

/** 3 mm clear glass, on which film data are measured by convention: solar, visible, UV. */
export const REFERENCE_GLASS = {
  solar: { t: 0.834, r: 0.075 },
  visible: { t: 0.899, r: 0.083 },
  uv: { t: 0.71, r: 0.068 },
} as const;

export function referenceFace(band: keyof typeof REFERENCE_GLASS): number {
  const face = faceOfPlate(REFERENCE_GLASS[band]);
  if (face === null) throw new Error('The reference glass is a plate');
  return face;
}

/** A face with what lies behind it, both as light meets them. `outside` is the bare side of the face. */
export interface PeeledPane {
  readonly t: number;
  /** Of what is left without the face, seen from where the face was (within the glass). */
  readonly rFace: number;
  /** The same from its other side, in air. */
  readonly rOther: number;
}

/**
 * Takes the bare face ρ off one side of a pane: what is left, so that putting the face back gives the pane again
 * (inversion of the adding equations). `rHere` is the pane's reflectance on that side, `rThere` on the other.
 */
export function withoutFace(
  { t, rHere, rThere }: { readonly t: number; readonly rHere: number; readonly rThere: number },
  face: number,
): PeeledPane {
  const beyond = rHere - face;
  const rFace = beyond / ((1 - face) ** 2 + face * beyond);
  const between = 1 - face * rFace;
  const through = (t * between) / (1 - face);
  return { t: through, rFace, rOther: rThere - (through * through * face) / between };
}

/** Joins a face or a film, given from its own air side, to what lies behind it. */
export function addLayer(
  film: { readonly t: number; readonly rAir: number; readonly rGlass: number },
  rest: PeeledPane,
): { readonly t: number; readonly rHere: number; readonly rThere: number } {
  const between = 1 - film.rGlass * rest.rFace;
  return {
    t: (film.t * rest.t) / between,
    rHere: film.rAir + (film.t * film.t * rest.rFace) / between,
    rThere: rest.rOther + (rest.t * rest.t * film.rGlass) / between,
  };
}

/** The pane's figures as seen from one of its sides. */
export function seenFrom(
  side: 'out' | 'in',
  { t, rOut, rIn }: Band,
): { readonly t: number; readonly rHere: number; readonly rThere: number } {
  return side === 'out' ? { t, rHere: rOut, rThere: rIn } : { t, rHere: rIn, rThere: rOut };
}

export function bandFrom(
  side: 'out' | 'in',
  { t, rHere, rThere }: { readonly t: number; readonly rHere: number; readonly rThere: number },
): Band {
  return side === 'out' ? { t, rOut: rHere, rIn: rThere } : { t, rOut: rThere, rIn: rHere };
}
