import type { ButtonHTMLAttributes } from 'react';

type Weight = 'act' | 'plain' | 'quiet' | 'danger';

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly weight?: Weight;
}

const WEIGHTS: Readonly<Record<Weight, string>> = {
  act: 'bg-edge text-on-edge border-edge font-semibold hover:brightness-95',
  plain: 'bg-sheet border-hairline hover:border-ink',
  quiet: 'border-transparent text-edge font-semibold underline underline-offset-3 hover:text-ink',
  danger: 'bg-sheet border-brick text-brick font-semibold hover:bg-brick-tint',
};

const SHAPE =
  'inline-flex min-h-11 items-center justify-center gap-2 rounded-sm border px-4 py-1.5 text-center disabled:opacity-50';

export function buttonLook(weight: Weight = 'plain'): string {
  return `${SHAPE} ${WEIGHTS[weight]}`;
}

export function Button({ weight = 'plain', className = '', type = 'button', ...rest }: ButtonProps) {
  return <button type={type} className={`${buttonLook(weight)} ${className}`} {...rest} />;
}
