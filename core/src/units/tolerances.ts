/** Every tolerance and limit of the core that is arithmetic, not a setting of the trade (those are house rules). */

/** A tape's shortest honest piece of glass; a bare number that would be smaller was meant in another unit. */
export const SHORTEST_GLASS_MM = 60;

/** Longer than any pane and any wall that one crew films; larger figures are slips of the finger. */
export const LONGEST_LENGTH_MM = 12_000;

/** Rounding up must not climb a step because of binary floating point (25.4 × 1/16 is not exact). */
export const ROUNDING_SLACK = 1e-6;

/** Two positions in a cut plan closer than this are one (formats: "positions agree to 0.2 mm"). */
export const SAME_PLACE_MM = 0.2;

/** A piece may be larger than needed by at most this (formats: "not more than 1 mm larger"). */
export const LARGEST_EXCESS_MM = 1;

/** A piece may not be smaller than needed; this only forgives floating point and figures written to 0.01 mm. */
export const SMALLEST_LACK_MM = 0.01;

/** Money and lengths in a plan's summary are compared to this share of the figure. */
export const SUMMARY_SHARE = 1e-4;
