import { formatNumber } from './numbers.ts';
/** How a person wants quantities other than lengths shown; follows the length unit (mm: SI, in: US customary). */
import { MM_PER_INCH, formatLength, type LengthUnit } from './length.ts';

const SQUARE_FEET_PER_M2 = 10.763910416709722;
const FLUID_OUNCES_PER_LITRE = 33.814022701843;

/** An area given in m², as `2.31 m²` or `24.9 sq ft`. */
export function formatArea(squareMetres: number, unit: LengthUnit): string {
  return unit === 'mm'
    ? `${formatNumber(squareMetres, squareMetres < 10 ? 2 : 1)} m²`
    : `${formatNumber(squareMetres * SQUARE_FEET_PER_M2, 1)} sq ft`;
}

/** A volume given in litres, as `0.8 l` or `27 fl oz`. */
export function formatVolume(litres: number, unit: LengthUnit): string {
  if (unit === 'in') return `${Math.max(1, Math.round(litres * FLUID_OUNCES_PER_LITRE))} fl oz`;
  return litres < 1 ? `${Math.round(litres * 100) * 10} ml` : `${formatNumber(litres, 1)} l`;
}

/** A temperature given in °C, as `4 °C` or `39 °F`. */
export function formatTemperature(celsius: number, unit: LengthUnit): string {
  return unit === 'mm' ? `${formatNumber(celsius)} °C` : `${formatNumber((celsius * 9) / 5 + 32)} °F`;
}

/** Rolls are made in whole and half inches and named in mm, or the other way: nearer than this they are the same, mm. */
const NAMED_WITHIN_MM = 0.6;

/** The width of a roll, as it is sold: `914 mm` is `36 in` wide. */
export function formatRollWidth(mm: number, unit: LengthUnit): string {
  const half = MM_PER_INCH / 2;
  const sold = Math.round(mm / half) * half;
  const isSold = unit === 'in' && Math.abs(sold - mm) < NAMED_WITHIN_MM;
  return formatLength(isSold ? sold : mm, { unit });
}

/** A length along a roll given in mm, as `19.8 m` or `65 ft`. */
export function formatRun(mm: number, unit: LengthUnit): string {
  return unit === 'mm' ? `${formatNumber(mm / 1000, 1)} m` : `${formatNumber(mm / 304.8, 1)} ft`;
}
