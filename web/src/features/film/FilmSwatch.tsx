import type { Film } from '@neat-sill/core/film';
import { FilmHatches, filmFill } from '../../drawing/FilmHatches.tsx';

/** A film's hatch and letter, as drawings tell it apart. */
export function FilmSwatch({ film, size = 44 }: { film: Film; size?: number }) {
  return (
    <svg width={size} height={size} className="shrink-0" aria-hidden>
      <FilmHatches films={[{ ...film, id: `swatch-${film.id}` }]} />
      <rect
        x="0.5"
        y="0.5"
        width={size - 1}
        height={size - 1}
        fill={filmFill({ id: `swatch-${film.id}` })}
        stroke="var(--ink)"
      />
      <rect x={size / 2 - 10} y={size / 2 - 11} width="20" height="22" fill="var(--sheet)" />
      <text
        x={size / 2}
        y={size / 2 + 6}
        textAnchor="middle"
        fontSize="16"
        fontWeight="700"
        fill="var(--ink)"
      >
        {film.letter}
      </text>
    </svg>
  );
}
