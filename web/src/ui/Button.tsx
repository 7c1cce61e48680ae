import type { ButtonHTMLAttributes } from 'react';

type Size = 'low' | 'tall';
type Weight = 'act' | 'plain' | 'quiet' | 'danger';

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly weight?: Weight;
  /** `low` for the head and the rows of tools at a desk; `tall` for the hand. */
  readonly size?: Size;
}

const WEIGHTS: Readonly<Record<Weight, string>> = {
  act: 'bg-edge text-on-edge border-edge font-semibold hover:brightness-95',
  plain: 'bg-sheet border-hairline hover:border-ink',
  quiet: 'border-transparent text-edge font-semibold underline underline-offset-3 hover:text-ink',
  danger: 'bg-sheet border-brick text-brick font-semibold hover:bg-brick-tint',
};

const SIZES: Readonly<Record<Size, string>> = {
  low: 'min-h-9 px-2.5 py-1',
  tall: 'min-h-11 px-4 py-1.5',
};

const SHAPE =
  'inline-flex items-center justify-center gap-2 rounded-sm border text-center disabled:opacity-50';

export function buttonLook(weight: Weight = 'plain', size: Size = 'tall'): string {
  return `${SHAPE} ${SIZES[size]} ${WEIGHTS[weight]}`;
}

export function Button({ weight, size, className = '', type = 'button', ...rest }: ButtonProps) {
  return <button type={type} className={`${buttonLook(weight, size)} ${className}`} {...rest} />;
}
