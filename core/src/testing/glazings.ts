import type { GlassPane, Glazing, LaidOn } from '../glazing/index.ts';

/** Uncoated glass by its published figures (solar and visible, at right angles). */
export function plate(
  thicknessMm: number,
  solar: { readonly t: number; readonly r: number },
  visible: { readonly t: number; readonly r: number },
): GlassPane {
  const band = ({ t, r }: { readonly t: number; readonly r: number }) => ({ t, rOut: r, rIn: r });
  return {
    thicknessMm,
    conductivityWmK: 1,
    solar: band(solar),
    visible: band(visible),
    uv: band({ t: 0.62, r: 0.063 }),
    emissivityOut: 0.84,
    emissivityIn: 0.84,
  };
}

export const clear3 = plate(3, { t: 0.834, r: 0.075 }, { t: 0.899, r: 0.083 });
export const clear6 = plate(5.7, { t: 0.771, r: 0.07 }, { t: 0.884, r: 0.08 });
export const bronze6 = plate(5.7, { t: 0.486, r: 0.056 }, { t: 0.534, r: 0.06 });

export function glazingOf(
  panes: readonly GlassPane[],
  films: readonly LaidOn[] = [],
  gap: Glazing['gaps'][number] = { widthMm: 12.7, gas: 'air', share: 1 },
): Glazing {
  return { panes, gaps: panes.slice(1).map(() => gap), films };
}

/** A neutral film for the room side, on 3 mm clear glass. */
export const neutral35: LaidOn = {
  pane: 1,
  face: 'in',
  basis: 'on3mm',
  emissivity: 0.8,
  solar: { t: 0.33, rGlass: 0.18, rFace: 0.18 },
  visible: { t: 0.37, rGlass: 0.17, rFace: 0.15 },
  uv: { t: 0.01, rGlass: 0.07, rFace: 0.06 },
};
