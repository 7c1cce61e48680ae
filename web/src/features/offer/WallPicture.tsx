import type { OfferedOption } from '@neat-sill/core/contract';
import { interpolateRgb } from 'd3';

type Wall = OfferedOption['walls'][number];

const WIDTH = 720;
const MOST_HEIGHT = 380;
const glassTone = interpolateRgb('#141d1b', '#f4f7ef');

/** A wall as it looks by day from inside, or in the evening from the street, where it is seen mirrored. */
export function WallPicture({ wall, seen }: { wall: Wall; seen: 'day' | 'night' }) {
  const scale = Math.min((WIDTH - 20) / wall.widthMm, (MOST_HEIGHT - 20) / wall.heightMm);
  const height = wall.heightMm * scale + 20;
  const fromOutside = seen === 'night';
  const left = (WIDTH - wall.widthMm * scale) / 2;
  const floor = height - 10;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="w-full border border-hairline"
      role="img"
      aria-label={`${wall.name}, ${seen === 'day' ? 'by day, from inside' : 'in the evening, from the street'}`}
    >
      <rect width={WIDTH} height={height} fill={seen === 'day' ? '#fbfaf5' : '#3c4a52'} />
      {wall.openings.map((opening) => {
        const light = seen === 'day' ? opening.lightByDay : opening.lightByNight;
        const [w, h] = [opening.widthMm * scale, opening.heightMm * scale];
        const x =
          left + (fromOutside ? wall.widthMm - opening.leftMm - opening.widthMm : opening.leftMm) * scale;
        const y = floor - (opening.sillMm + opening.heightMm) * scale;
        return (
          <g key={`${opening.label} ${opening.leftMm} ${opening.sillMm}`}>
            <rect x={x - 4} y={y - 4} width={w + 8} height={h + 8} fill="#e9dfc9" stroke="#17332c" />
            <rect x={x} y={y} width={w} height={h} fill={glassTone(light)} />
            {opening.seams.map(({ axis, at }) => (
              <path
                key={`${axis} ${at}`}
                d={
                  axis === 'horizontal'
                    ? `M${x} ${y + at * h}h${w}`
                    : `M${x + (fromOutside ? 1 - at : at) * w} ${y}v${h}`
                }
                stroke="#a93f2b"
                strokeWidth="1.5"
                strokeDasharray="6 4"
              />
            ))}
            <text
              x={x + w / 2}
              y={y + h - 14}
              fontSize="24"
              fontWeight="bold"
              textAnchor="middle"
              fill={light > 0.45 ? '#17332c' : '#ffffff'}
            >
              {opening.label}
            </text>
          </g>
        );
      })}
      <path d={`M8 ${floor}H${WIDTH - 8}`} stroke="#17332c" strokeWidth="1.5" />
    </svg>
  );
}
