/** Widths of 2 m and lengths of a full roll fit in. */
const SHEET = { width: 132, height: 34 };
const MM_PER_PX_ACROSS = 2000 / SHEET.height;
const MM_PER_PX_OFFCUT = 26;

interface StockPictureProps {
  readonly kind: 'roll' | 'offcut';
  readonly widthMm: number;
  readonly lengthMm: number;
  /** The longest roll its film is sold in, mm: how much of it is left. */
  readonly fullLengthMm: number;
}

/** A roll with what is left of it, its width to scale; an offcut to a scale of its own. What it shows is written beside it. */
export function StockPicture({ kind, widthMm, lengthMm, fullLengthMm }: StockPictureProps) {
  if (kind === 'offcut') {
    const scale = Math.max(MM_PER_PX_OFFCUT, lengthMm / SHEET.width, widthMm / SHEET.height);
    const [w, h] = [lengthMm / scale, widthMm / scale];
    return (
      <svg {...SHEET} aria-hidden>
        <rect
          x="1"
          y={(SHEET.height - h) / 2}
          width={Math.max(2, w - 2)}
          height={h}
          fill="var(--glass)"
          stroke="var(--ink)"
          strokeDasharray="4 2"
        />
      </svg>
    );
  }
  const h = Math.min(SHEET.height - 2, widthMm / MM_PER_PX_ACROSS);
  const top = (SHEET.height - h) / 2;
  const full = SHEET.width - 12;
  const left = full * Math.min(1, lengthMm / Math.max(fullLengthMm, lengthMm));
  return (
    <svg {...SHEET} aria-hidden>
      <rect x="8" y={top} width={full} height={h} fill="none" stroke="var(--hairline)" />
      <rect x="8" y={top} width={Math.max(2, left)} height={h} fill="var(--glass)" stroke="var(--ink)" />
      <ellipse cx="8" cy={SHEET.height / 2} rx="5" ry={h / 2} fill="var(--timber)" stroke="var(--ink)" />
    </svg>
  );
}
