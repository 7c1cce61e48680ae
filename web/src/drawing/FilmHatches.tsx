import type { Film, FilmKind } from '@neat-sill/core/film';

/** How each kind of film is drawn: its own hatch, so that kinds stay apart in print and to the colour-blind. */
const LINES: Readonly<
  Record<FilmKind, { readonly size: number; readonly path: string; readonly tone: string }>
> = {
  silverSolar: { size: 11, path: 'M0 11 11 0', tone: '#c3d2cd' },
  neutralSolar: { size: 8, path: 'M0 8 8 0M0 4 4 0M4 8 8 4', tone: '#b9c3bf' },
  selective: { size: 12, path: 'M0 12 12 0M0 3 3 0', tone: '#d3ddd6' },
  dualReflective: { size: 12, path: 'M0 12 12 0M0 6 6 0M6 12 12 6M0 0 4 4', tone: '#b4c0be' },
  dyed: { size: 6, path: 'M0 3H6', tone: '#b7bbb2' },
  ceramic: { size: 8, path: 'M4 0V8', tone: '#bfc4bb' },
  lowE: { size: 12, path: 'M0 3H12M0 9H6', tone: '#cbd8d6' },
  outsideSilver: { size: 11, path: 'M0 0 11 11', tone: '#c3d2cd' },
  outsideNeutral: { size: 8, path: 'M0 0 8 8M0 4 4 8M4 0 8 4', tone: '#b9c3bf' },
  whiteout: { size: 10, path: 'M2 2h2M7 7h2M7 2h1M2 7h1', tone: '#f4f4ef' },
  blackout: { size: 6, path: 'M0 0 6 6M0 6 6 0', tone: '#8f9793' },
  stainedLook: { size: 18, path: 'M0 9 6 0 18 6 12 18Z', tone: '#dfe3d2' },
  clearUv: { size: 16, path: 'M8 5v6M5 8h6', tone: '#e5eeea' },
  solarSecurity: { size: 14, path: 'M7 0V14M0 14 14 0', tone: '#bccac5' },
  antiGraffiti: { size: 14, path: 'M0 7q3.5 -5 7 0t7 0', tone: '#e3ece9' },
  frosted: { size: 8, path: 'M2 2h1M6 6h1', tone: '#eef0ec' },
  patterned: { size: 16, path: 'M0 8 8 0 16 8 8 16Z', tone: '#e9ecdf' },
  clearSecurity: { size: 14, path: 'M7 0V14M0 7H14', tone: '#e3ece9' },
  printed: { size: 12, path: 'M0 6Q3 2 6 6T12 6', tone: '#e7efe2' },
  vinyl: { size: 10, path: 'M0 5H10M5 0V2M5 8V10', tone: '#d9dcc9' },
  perforated: { size: 7, path: 'M3.5 2a1.5 1.5 0 1 0 .01 0', tone: '#d9dfdd' },
};

const hatchId = (filmId: string) => `hatch-${filmId.replaceAll(/[^\w-]/g, '_')}`;

export function filmFill(film: Pick<Film, 'id'> | undefined): string {
  return film ? `url(#${hatchId(film.id)})` : 'var(--glass)';
}

/** Pattern definitions for an SVG that shows films. */
export function FilmHatches({ films }: { films: readonly Pick<Film, 'id' | 'kind'>[] }) {
  return (
    <defs>
      {films.map((film) => {
        const { size, path, tone } = LINES[film.kind];
        return (
          <pattern
            key={film.id}
            id={hatchId(film.id)}
            width={size}
            height={size}
            patternUnits="userSpaceOnUse"
          >
            <rect width={size} height={size} fill={tone} />
            <path d={path} fill="none" stroke="#17332c" strokeOpacity="0.38" strokeWidth="1" />
          </pattern>
        );
      })}
    </defs>
  );
}
