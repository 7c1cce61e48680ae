import type { NumberRule, Quantity, RulePath } from '@neat-sill/core/rules';
import { arc } from 'd3';
import type { ReactNode } from 'react';

/* A small drawing of what a house rule sets: glass pale, film green, what is measured in ochre. */

const GLASS = { fill: 'var(--glass)', stroke: 'var(--ink)' } as const;
const FILM = { fill: 'var(--edge-tint)', stroke: 'var(--edge)' } as const;
const PIECE = { fill: 'none', stroke: 'var(--edge)', strokeDasharray: '3 2' } as const;
const CUT = { stroke: 'var(--brick)', strokeWidth: 1.6 } as const;
const MEASURE = { stroke: 'var(--ochre)', strokeWidth: 2 } as const;

/** A measured length with its ends. */
const across = (x: number, to: number, y: number) => (
  <path d={`M${x} ${y}H${to}M${x} ${y - 3}v6M${to} ${y - 3}v6`} {...MEASURE} />
);
const along = (y: number, to: number, x: number) => (
  <path d={`M${x} ${y}V${to}M${x - 3} ${y}h6M${x - 3} ${to}h6`} {...MEASURE} />
);
const floor = <path d="M2 33H42" stroke="var(--ink)" />;
const corner = (gap: number) => (
  <>
    <path d="M4 34V4H40" fill="none" stroke="var(--timber)" strokeWidth="6" />
    <path d={`M${8 + gap} 34V${8 + gap}H40V34Z`} {...FILM} />
    {across(7, 8 + gap, 24)}
  </>
);

/** By the end of a rule's path; the first that fits. */
const DRAWN: readonly (readonly [RegExp, ReactNode])[] = [
  [
    /(sister|agreement|twin)/i,
    <>
      <rect x="6" y="5" width="32" height="26" {...GLASS} />
      {across(8, 36, 13)}
      {across(8, 32, 24)}
    </>,
  ],
  [
    /BarMm$/,
    <>
      <rect x="4" y="6" width="15" height="24" {...GLASS} />
      <rect x="25" y="6" width="15" height="24" {...GLASS} />
      {across(19, 25, 18)}
    </>,
  ],
  [
    /newWallWidthMm$/,
    <>
      <rect x="4" y="6" width="36" height="20" fill="var(--sheet)" stroke="var(--ink)" />
      {across(4, 40, 31)}
    </>,
  ],
  [
    /newWallHeightMm$/,
    <>
      <rect x="12" y="4" width="28" height="29" fill="var(--sheet)" stroke="var(--ink)" />
      {along(4, 33, 6)}
    </>,
  ],
  [
    /defaultGapMm$/,
    <>
      <rect x="3" y="8" width="13" height="18" {...GLASS} />
      <rect x="28" y="8" width="13" height="18" {...GLASS} />
      {across(16, 28, 17)}
    </>,
  ],
  [
    /(SillMm|highestMm|reachMm)$/,
    <>
      <rect x="16" y="4" width="20" height="16" {...GLASS} />
      {floor}
      {along(20, 33, 9)}
    </>,
  ],
  [
    /markings/,
    <>
      <rect x="14" y="2" width="16" height="31" {...GLASS} />
      <rect x="14" y="9" width="16" height="4" {...FILM} />
      <rect x="14" y="19" width="16" height="4" {...FILM} />
      {floor}
    </>,
  ],
  [
    /(marginMm|cutting\.school)$/,
    <>
      <rect x="10" y="9" width="24" height="18" {...GLASS} />
      <rect x="4" y="4" width="36" height="28" {...PIECE} />
      {across(4, 10, 18)}
    </>,
  ],
  [/(factoryEdgeGapMm|lightGapMm|LightGapMm)$/, corner(5)],
  [
    /benchClearanceMm$/,
    <>
      <rect x="5" y="5" width="34" height="26" {...GLASS} />
      <rect x="9" y="8" width="26" height="20" {...FILM} />
      {across(5, 9, 18)}
    </>,
  ],
  [
    /roundingStepMm$/,
    <>
      <path d="M3 24H41M3 24v-8M11 24v-5M19 24v-5M27 24v-8M35 24v-5" stroke="var(--ink)" fill="none" />
      {across(19, 27, 30)}
    </>,
  ],
  [
    /(seamOverlapMm|cutting\.seam)$/,
    <>
      <rect x="4" y="6" width="21" height="24" {...FILM} />
      <rect x="19" y="6" width="21" height="24" {...FILM} fillOpacity="0.6" />
      {across(19, 25, 18)}
    </>,
  ],
  [
    /minPanelMm$/,
    <>
      <rect x="4" y="6" width="36" height="24" {...GLASS} />
      <rect x="4" y="6" width="9" height="24" {...FILM} />
      {across(4, 13, 18)}
    </>,
  ],
  [
    /(minOffcutWidthMm|sliver)/,
    <>
      <path d="M5 4V32M39 4V32" stroke="var(--ink)" />
      <rect x="5" y="4" width="10" height="28" {...PIECE} />
      {across(5, 15, 18)}
    </>,
  ],
  [
    /minOffcutLengthMm$/,
    <>
      <path d="M5 4V32M39 4V32" stroke="var(--ink)" />
      <rect x="5" y="18" width="34" height="14" {...PIECE} />
      {along(18, 32, 22)}
    </>,
  ],
  [
    /stopShortMm$/,
    <>
      <rect x="5" y="4" width="34" height="28" {...FILM} />
      <path d="M10 18H29M25 14l5 4-5 4" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
      {across(30, 39, 27)}
    </>,
  ],
  [
    /cornerStopMm$/,
    <>
      <path d="M4 32V6H40" fill="none" stroke="var(--timber)" strokeWidth="5" />
      <path d="M10 31V17" {...CUT} />
      {along(9, 17, 17)}
    </>,
  ],
  [
    /wickFromMm$/,
    <>
      <rect x="5" y="4" width="34" height="28" {...FILM} />
      <path d="M22 18 36 18" stroke="var(--ink)" strokeWidth="3" />
      {across(22, 39, 27)}
    </>,
  ],
  [
    /(soap|solution)/i,
    <path
      key="drop"
      d="M22 4q10 13 10 18a10 10 0 0 1-20 0q0-5 10-18Z"
      fill="var(--dusk-tint)"
      stroke="var(--dusk)"
    />,
  ],
  [
    /(Rate|Cost|Worth|bookValue)$/,
    <>
      <circle cx="22" cy="18" r="13" fill="var(--ochre-tint)" stroke="var(--ochre)" />
      <path d="M22 11v14M17 15h8M17 21h8" stroke="var(--ink)" fill="none" />
    </>,
  ],
  [
    /Slits$/,
    <path key="knife" d="M6 26 30 8l5 5-22 16ZM13 29l-7 3" fill="var(--sheet)" stroke="var(--ink)" />,
  ],
  [
    /(day|lamp)light/,
    <>
      <circle cx="22" cy="18" r="7" fill="var(--ochre-tint)" stroke="var(--ochre)" />
      <path
        d="M22 3v5M22 28v5M7 18h5M32 18h5M11 7l4 4M29 25l4 4M33 7l-4 4M15 25l-4 4"
        stroke="var(--ochre)"
      />
    </>,
  ],
];

const clock = (
  <>
    <circle cx="22" cy="18" r="13" fill="var(--sheet)" stroke="var(--ink)" />
    <path d="M22 10v8l6 4" fill="none" {...MEASURE} />
  </>
);
const thermometer = (
  <>
    <path d="M19 5a3 3 0 0 1 6 0v17a6 6 0 1 1-6 0Z" fill="var(--sheet)" stroke="var(--ink)" />
    <path d="M22 12v14" stroke="var(--brick)" strokeWidth="3" />
  </>
);

/** What a rule is drawn as where it has no drawing of its own. */
const BY_QUANTITY: Readonly<Partial<Record<Quantity, ReactNode>>> = {
  temperature: thermometer,
  kelvin: thermometer,
  seconds: clock,
  minutes: clock,
  hours: clock,
  days: (
    <>
      <path d="M7 7H37V32H7ZM7 13H37M14 4v6M30 4v6" fill="var(--sheet)" stroke="var(--ink)" />
      <path d="M22 18v8M18 22h8" {...MEASURE} />
    </>
  ),
  micrometres: (
    <>
      <path d="M4 12H40M4 24H40" stroke="var(--ink)" />
      <rect x="4" y="12" width="36" height="12" {...FILM} />
      {along(12, 24, 22)}
    </>
  ),
  squareMetres: (
    <>
      <rect x="10" y="5" width="26" height="22" {...GLASS} />
      {across(10, 36, 32)}
    </>
  ),
  metres: (
    <>
      <rect x="32" y="4" width="6" height="28" {...GLASS} />
      <circle cx="7" cy="14" r="4" fill="none" stroke="var(--ink)" />
      {across(7, 32, 24)}
    </>
  ),
};

const slice = arc<number>()
  .innerRadius(0)
  .outerRadius(13)
  .startAngle(0)
  .endAngle((share) => share * 2 * Math.PI);

/** A share drawn as the part of the whole that it is now. */
function ShareOfWhole({ share }: { share: number }) {
  return (
    <g transform="translate(22 18)">
      <circle r="13" fill="var(--sheet)" stroke="var(--ink)" />
      <path d={slice(Math.min(1, Math.max(0, share))) ?? ''} fill="var(--ochre)" />
    </g>
  );
}

interface RulePictureProps {
  readonly path: RulePath;
  /** Null for a choice. */
  readonly quantity: NumberRule['quantity'] | null;
  readonly value: number;
}

/** What a rule sets, as a small drawing; nothing for a plain figure that is of nothing one can draw. */
export function RulePicture({ path, quantity, value }: RulePictureProps) {
  const name = path.join('.');
  const own = DRAWN.find(([pattern]) => pattern.test(name))?.[1];
  const drawing =
    own ??
    (quantity === 'share' ? <ShareOfWhole share={value} /> : quantity && BY_QUANTITY[quantity]) ??
    null;
  return drawing === null ? null : (
    <svg width="44" height="36" viewBox="0 0 44 36" className="shrink-0" aria-hidden>
      {drawing}
    </svg>
  );
}
