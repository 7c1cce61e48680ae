import { formatShare } from '@neat-sill/core/units';
import { seenFrom, type Lighting, type Looks } from '@neat-sill/core/advice';
import type { Cast } from '@neat-sill/core/film';
import { lab, rgb } from 'd3';
import { useId } from 'react';

/** What reflects how much of the light in a scene, and its own hue in L*a*b*. */
interface Thing {
  readonly path: string;
  /** Reflectance against the mean of the scene (0.3): 1 is a white wall of 0.9 at 3. */
  readonly bright: number;
  readonly a: number;
  readonly b: number;
  /** Shines of itself after dark, as a multiple of the scene's mean. */
  readonly lamp?: number;
}

const SHEET = { width: 168, height: 118 };

/** The street: sky, a roof opposite, a tree, the ground. */
const STREET: readonly Thing[] = [
  { path: 'M0 0H168V118H0Z', bright: 2.6, a: -2, b: -12 },
  { path: 'M12 62L52 36 92 62V100H12Z', bright: 0.9, a: 9, b: 14 },
  { path: 'M6 64L52 32 98 64Z', bright: 0.5, a: 14, b: 12 },
  { path: 'M28 70h14v16H28ZM60 70h14v16H60Z', bright: 0.35, a: 0, b: -4, lamp: 60 },
  { path: 'M126 100V74h6v26Z', bright: 0.4, a: 6, b: 14 },
  { path: 'M129 30a22 26 0 1 1-.1 0Z', bright: 0.45, a: -22, b: 24 },
  { path: 'M0 100H168V118H0Z', bright: 0.8, a: -6, b: 10 },
];
/** The room: wall, a picture, a lamp, a person in a chair, the floor. */
const ROOM: readonly Thing[] = [
  { path: 'M0 0H168V118H0Z', bright: 1.7, a: 1, b: 7 },
  { path: 'M96 22h40v26H96Z', bright: 0.9, a: -8, b: -10 },
  { path: 'M24 26l16 0 8 22H16Z', bright: 2.6, a: 3, b: 26, lamp: 9 },
  { path: 'M31 48h2v50h-2Z', bright: 0.4, a: 0, b: 4 },
  { path: 'M60 62h8v22h26v26h-6V92H66v18h-6Z', bright: 0.5, a: 12, b: 14 },
  { path: 'M80 40a8 9 0 1 1-.1 0ZM70 60q10-6 20 0l3 26H68Z', bright: 0.7, a: 6, b: 2 },
  { path: 'M0 104H168V118H0Z', bright: 0.7, a: 8, b: 16 },
];

/** How bright a luminance looks to an eye used to the scene, as L*. */
function lightness(luminance: number, usedTo: number): number {
  const share = Math.max(0, luminance) / usedTo;
  return Math.min(97, 100 * (share / (share + 0.75)) ** 0.62 * 1.06);
}

const colour = (luminance: number, usedTo: number, a: number, b: number) => {
  const l = lightness(luminance, usedTo);
  // Little is seen of a hue in the dark.
  const seen = Math.min(1, l / 45);
  return rgb(lab(l, a * seen, b * seen))
    .clamp()
    .formatHex();
};

/** How much of the far side's light the eye gets used to. */
const USED_TO_FAR = 0.35;

interface SceneProps {
  readonly looks: Looks;
  readonly cast: Cast;
  readonly lighting: Lighting;
  readonly from: 'indoors' | 'outdoors';
  readonly night: boolean;
  readonly title: string;
}

/**
 * What somebody on one side sees in the glass: the far side through it, tinted by the film, and over it what the glass
 * reflects of his own side. Luminances are reckoned (core/advice/seen); the eye is taken to be used to its surroundings.
 */
export function Scene({ looks, cast, lighting, from, night, title }: SceneProps) {
  const id = useId();
  const { through, veil, clear } = seenFrom(from, looks, lighting);
  const [farThings, nearThings] = from === 'indoors' ? [STREET, ROOM] : [ROOM, STREET];
  const [near, far] =
    from === 'indoors' ? [lighting.indoors, lighting.outdoors] : [lighting.outdoors, lighting.indoors];
  // The eye is used to the same whatever the film, so that a darker film looks darker.
  const usedTo = Math.max(near, far * USED_TO_FAR);
  const shines = (thing: Thing) => (night && thing.lamp ? thing.lamp : thing.bright);
  return (
    <svg
      viewBox={`0 0 ${SHEET.width} ${SHEET.height}`}
      className="block w-full border border-hairline"
      role="img"
      aria-label={`${title}: ${looks.covers ? 'nothing can be made out through it' : `${formatShare(clear)} of what the eye meets lies beyond the glass`}`}
    >
      <clipPath id={id}>
        <rect x="9" y="9" width={SHEET.width - 18} height={SHEET.height - 18} />
      </clipPath>
      <rect {...SHEET} fill={colour(near * 0.75, usedTo, 3, 12)} />
      <g clipPath={`url(#${id})`}>
        {looks.covers ? (
          <rect {...SHEET} fill={colour(through + veil, usedTo, cast.a, cast.b)} />
        ) : (
          <>
            {farThings.map((thing, at) => (
              <path
                key={at}
                d={thing.path}
                fill={colour(through * shines(thing), usedTo, thing.a + cast.a, thing.b + cast.b)}
              />
            ))}
            {/* What the glass reflects adds to what comes through; mirrored, as in a glass. */}
            <g transform={`translate(${SHEET.width} 0) scale(-1 1)`} style={{ mixBlendMode: 'screen' }}>
              {nearThings.map((thing, at) => (
                <path key={at} d={thing.path} fill={colour(veil * shines(thing), usedTo, thing.a, thing.b)} />
              ))}
            </g>
          </>
        )}
      </g>
      <rect
        x="9"
        y="9"
        width={SHEET.width - 18}
        height={SHEET.height - 18}
        fill="none"
        stroke="var(--timber)"
        strokeWidth="5"
      />
    </svg>
  );
}
