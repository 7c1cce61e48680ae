import type { ReactNode } from 'react';

type Tone = 'good' | 'doubt' | 'no' | 'sun';

const TONES: Readonly<Record<Tone, string>> = {
  good: 'border-edge bg-edge-tint',
  doubt: 'border-ochre bg-ochre-tint',
  no: 'border-brick bg-brick-tint',
  sun: 'border-dusk bg-dusk-tint',
};

/** A sentence with a coloured edge: good, in doubt, no, or about sun and time. */
export function Note({
  tone,
  children,
  ...rest
}: {
  tone: Tone;
  children: ReactNode;
  role?: 'status' | 'alert';
}) {
  return (
    <div className={`border-l-4 px-3 py-2 text-[0.95rem] ${TONES[tone]}`} {...rest}>
      {children}
    </div>
  );
}
