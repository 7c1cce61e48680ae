/** Karlsson and Roos' category of a glazing: 4 stands for uncoated clear glass. */
const CATEGORY = 4;
const RAD = Math.PI / 180;

/**
 * How much of its heat at right angles a glazing of so many panes lets in when the sun stands `cosIncidence` off:
 * g(θ)/g(0) = 1 − a·z^α − b·z^β − c·z^γ with z = θ/90° (Karlsson and Roos, Solar Energy 69, 2000; category 4). Films are
 * taken to follow their glass.
 */
export function angularShare(panes: number, cosIncidence: number): number {
  if (cosIncidence <= 0) return 0;
  const z = Math.acos(Math.min(1, cosIncidence)) / (90 * RAD);
  const a = 8;
  const b = 0.25 / CATEGORY;
  const gamma = 5.26 + 0.06 * panes + (0.73 + 0.04 * panes) * CATEGORY;
  return Math.max(0, 1 - a * z ** (5.2 + 0.7 * CATEGORY) - b * z ** 2 - (1 - a - b) * z ** gamma);
}

const STEPS = 90;

/** The same for light from all sides alike: 2 ∫ g(θ)/g(0) sin θ cos θ dθ. */
export function diffuseShare(panes: number): number {
  return Array.from({ length: STEPS }, (_, at) => {
    const angle = ((at + 0.5) * 90 * RAD) / STEPS;
    return (
      2 * angularShare(panes, Math.cos(angle)) * Math.sin(angle) * Math.cos(angle) * ((90 * RAD) / STEPS)
    );
  }).reduce((sum, each) => sum + each, 0);
}
