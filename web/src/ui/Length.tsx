import { formatLength, lengthParts, type LengthStyle } from '@neat-sill/core/units';

interface LengthProps extends LengthStyle {
  readonly mm: number;
  readonly withUnit?: boolean;
}

/** A length in the person's unit, inch fractions set as fractions; read out as plain text. */
export function Length({ mm, withUnit = false, ...style }: LengthProps) {
  const { whole, fraction, unit } = lengthParts(mm, style);
  const suffix = withUnit ? ` ${unit}` : '';
  if (!fraction)
    return (
      <span className="whitespace-nowrap">
        {whole}
        {suffix}
      </span>
    );
  return (
    <span className="whitespace-nowrap">
      <span className="sr-only">{formatLength(mm, style)}</span>
      <span aria-hidden>
        {whole}
        {whole && ' '}
        <sup className="tooth align-[0.45em] leading-none">{fraction.numerator}</sup>⁄
        <sub className="tooth align-[-0.1em] leading-none">{fraction.denominator}</sub>
        {suffix}
      </span>
    </span>
  );
}

interface SizeProps extends LengthStyle {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly withUnit?: boolean;
}

export function Size({ widthMm, heightMm, withUnit = false, ...style }: SizeProps) {
  return (
    <span className="whitespace-nowrap">
      <Length mm={widthMm} {...style} /> × <Length mm={heightMm} withUnit={withUnit} {...style} />
    </span>
  );
}
