import { GLASS_KINDS, type GlassKind, type GlassProbe, type Pane } from '../survey/index.ts';
import { glassBuild } from './glassLibrary.ts';
import { glazingOptics } from './glazing.ts';

/** What instruments say against the glass that was entered. */
export type GlassDisagreement =
  | { readonly about: 'panes'; readonly entered: number; readonly found: number }
  | { readonly about: 'coating'; readonly entered: number | null; readonly found: number | null }
  | { readonly about: 'light' | 'solar' | 'uv'; readonly entered: number; readonly found: number }
  | { readonly about: 'thickness'; readonly entered: number; readonly found: number };

export interface GlassDoubt {
  readonly disagreements: readonly GlassDisagreement[];
  /** The kind of glass that fits what was found best; null where none fits better than what was entered. */
  readonly likely: GlassKind | null;
}

/** Meters are good to a few points, glass of one kind differs by as much. */
const LIGHT_TOLERANCE = 0.06;
const SOLAR_TOLERANCE = 0.08;
const UV_TOLERANCE = 0.15;
const THICKNESS_TOLERANCE_MM = 1.5;

/** The face, from outdoors, that carries the coating. */
const COATED_FACE: Readonly<Partial<Record<GlassKind, number>>> = { lowEDouble: 3, hardLowEDouble: 3 };

/** What a kind of glass would show to detector and meter. */
export function asProbed(kind: GlassKind, glassMm: number | null) {
  const build = glassBuild(kind, glassMm);
  const through = (band: 'visible' | 'solar' | 'uv') =>
    glazingOptics({ panes: build.panes, films: [] }, band).t;
  return {
    panes: Math.min(3, build.panes.length) as 1 | 2 | 3,
    thicknessMm: build.panes.reduce((sum, pane) => sum + pane.thicknessMm, 0),
    coatedFace: COATED_FACE[kind] ?? null,
    light: through('visible'),
    solar: through('solar'),
    uv: through('uv'),
  };
}

function disagreements(kind: GlassKind, glassMm: number | null, probe: GlassProbe): GlassDisagreement[] {
  const entered = asProbed(kind, glassMm);
  const found: GlassDisagreement[] = [];
  if (probe.panes !== entered.panes)
    found.push({ about: 'panes', entered: entered.panes, found: probe.panes });
  if (probe.coatedFace !== entered.coatedFace)
    found.push({ about: 'coating', entered: entered.coatedFace, found: probe.coatedFace });
  const off = (about: 'light' | 'solar' | 'uv', tolerance: number) => {
    const measured = probe[about];
    if (measured !== null && Math.abs(measured - entered[about]) > tolerance)
      found.push({ about, entered: entered[about], found: measured });
  };
  off('light', LIGHT_TOLERANCE);
  off('solar', SOLAR_TOLERANCE);
  off('uv', UV_TOLERANCE);
  if (
    glassMm !== null &&
    probe.thicknessMm !== null &&
    Math.abs(probe.thicknessMm - entered.thicknessMm) > THICKNESS_TOLERANCE_MM
  )
    found.push({ about: 'thickness', entered: entered.thicknessMm, found: probe.thicknessMm });
  return found;
}

/**
 * What is asked about the glass of a pane when detector or meter disagree with what was entered; null when they agree,
 * nothing was probed, or somebody has said why the entry stands.
 */
export function glassDoubt({
  glass,
  glassMm,
  probed,
}: Pick<Pane, 'glass' | 'glassMm' | 'probed'>): GlassDoubt | null {
  if (!probed || probed.keptBecause !== null) return null;
  const now = disagreements(glass, glassMm, probed);
  if (now.length === 0) return null;
  const thickness = (kind: GlassKind) => {
    const { panes } = asProbed(kind, null);
    return probed.thicknessMm === null ? null : probed.thicknessMm / panes;
  };
  const better = GLASS_KINDS.filter((kind) => kind !== 'block')
    .map((kind) => ({ kind, off: disagreements(kind, thickness(kind), probed).length }))
    .filter(({ off }) => off < now.length)
    .sort((a, b) => a.off - b.off);
  return { disagreements: now, likely: better[0]?.kind ?? null };
}
