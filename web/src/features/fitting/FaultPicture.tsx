import type { DiagnosisQuestion } from '@neat-sill/core/fitting';

type Kind = DiagnosisQuestion['answers'][number]['picture'];

const EDGE = 'M6 6H42V30H6Z';
const INK = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 1.6 } as const;
const RED = { fill: 'none', stroke: 'var(--brick)', strokeWidth: 2.4 } as const;

function Inside({ kind }: { kind: Kind }) {
  switch (kind) {
    case 'edge':
      return <path d="M6 6V30" {...RED} strokeWidth={4} />;
    case 'corner':
      return <path d="M6 18V6H18" {...RED} strokeWidth={4} />;
    case 'seam':
      return <path d="M24 6V30" {...RED} />;
    case 'bead':
      return <path d="M6 6H42V30H6Z" {...RED} strokeWidth={4} strokeDasharray="12 4" />;
    case 'face':
      return <circle cx="24" cy="18" r="6" {...RED} />;
    case 'finger':
      return <path d="M6 15C14 14 20 16 20 18S14 22 6 21" {...RED} />;
    case 'lift':
      return <path d="M6 10q5 4 0 8q5 4 0 8" {...RED} />;
    case 'lump':
      return <path d="M8 19q4 -7 9 0" fill="var(--ink)" stroke="var(--ink)" strokeWidth="2" />;
    case 'gap':
      return <path d="M9 6q3 6 0 12t0 12" {...RED} />;
    case 'step':
      return <path d="M9 6V18H13V30" {...RED} />;
    case 'crease':
      return <path d="M14 26L26 16L34 10" {...RED} />;
    case 'speck':
      return <path d="M22 18l4 2M24 16v5" {...RED} />;
    case 'haze':
      return (
        <path d="M12 12h8M24 12h8M16 18h8M28 18h8M12 24h8M24 24h8" stroke="var(--quiet)" strokeWidth="3" />
      );
    case 'pocket':
      return <ellipse cx="24" cy="18" rx="8" ry="5" {...RED} />;
    case 'scratch':
      return <path d="M12 26L36 11" {...RED} strokeWidth={1.2} />;
    case 'none':
      return null;
  }
}

/** A small drawing of what is seen on a pane. */
export function FaultPicture({ kind }: { kind: Kind }) {
  return (
    <svg viewBox="0 0 48 36" className="h-9 w-12 shrink-0" aria-hidden>
      <path d={EDGE} {...INK} fill="var(--glass)" />
      <Inside kind={kind} />
    </svg>
  );
}
