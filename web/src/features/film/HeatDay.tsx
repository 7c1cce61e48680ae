import type { FilmFigures, GlassFigures, PaneForFilm } from '@neat-sill/core/advice';
import { clearDay, type SunYear } from '@neat-sill/core/sun';
import { area, line, max, scaleLinear } from 'd3';
import { format, parseISO } from 'date-fns';
import { useMemo } from 'react';

const SHEET = { width: 640, height: 220 };
const MARGIN = { left: 44, right: 130, top: 12, bottom: 30 };
/** Lines are told apart by their dashes as well as by their tone. */
const DASHES = ['none', '7 4', '2 4', '10 3 2 3'] as const;
const TONES = ['var(--edge)', 'var(--dusk)', 'var(--ochre-text)', 'var(--brick)'] as const;

interface HeatDayProps {
  readonly pane: PaneForFilm;
  readonly sun: SunYear;
  readonly bare: GlassFigures;
  readonly figures: readonly FilmFigures[];
}

/** Names at the ends of lines, moved apart where they would lie on each other. */
function apart(places: readonly number[]): number[] {
  const order = places.map((y, at) => ({ y, at })).sort((a, b) => a.y - b.y);
  let last = -Infinity;
  const moved = [...places];
  for (const { y, at } of order) {
    last = Math.max(y, last + 15);
    moved[at] = last;
  }
  return moved;
}

/** The heat that comes through a square metre of this pane in the course of the clear day that brings most. */
export function HeatDay({ pane, sun, bare, figures }: HeatDayProps) {
  const month = sun.kWhM2.indexOf(Math.max(...sun.kWhM2));
  const day = `${new Date().getFullYear()}-${String(month + 1).padStart(2, '0')}-21`;
  const through = useMemo(() => clearDay(pane.site, day, pane.inSun), [pane, day]);
  const most = (max(through, ({ wm2 }) => wm2) ?? 0) * bare.shgc;
  if (most <= 0) return <p className="text-quiet">No sun comes to this pane.</p>;
  const x = scaleLinear([4 * 60, 22 * 60], [MARGIN.left, SHEET.width - MARGIN.right]).clamp(true);
  const y = scaleLinear([0, most], [SHEET.height - MARGIN.bottom, MARGIN.top]).nice();
  const inDay = through.filter(({ minute }) => minute >= 240 && minute <= 1320);
  const path = (shgc: number) =>
    line<(typeof through)[number]>(
      ({ minute }) => x(minute),
      ({ wm2 }) => y(wm2 * shgc),
    )(inDay) ?? '';
  const under =
    area<(typeof through)[number]>(
      ({ minute }) => x(minute),
      y(0),
      ({ wm2 }) => y(wm2 * bare.shgc),
    )(inDay) ?? '';
  const peak = inDay.reduce((best, each) => (each.wm2 > best.wm2 ? each : best));
  const lines = [
    { name: 'Bare glass', shgc: bare.shgc, dash: 'none', tone: 'var(--quiet)' },
    ...figures.map(({ film, shgc }, at) => ({
      name: film.name,
      shgc,
      dash: DASHES[at % 4] ?? 'none',
      tone: TONES[at % 4] ?? 'var(--ink)',
    })),
  ];
  const names = apart(lines.map(({ shgc }) => y(peak.wm2 * shgc)));
  const dayName = format(parseISO(day), 'd MMMM');
  return (
    <figure className="shrink-0">
      <figcaption className="text-sm text-quiet">
        Heat of the sun through a square metre of this pane on a clear {dayName}, W/m²
      </figcaption>
      <svg
        viewBox={`0 0 ${SHEET.width} ${SHEET.height}`}
        className="block w-full"
        role="img"
        aria-label={lines
          .map(({ name, shgc }) => `${name} up to ${Math.round(peak.wm2 * shgc)} watts`)
          .join(', ')}
      >
        <path d={under} fill="var(--dusk-tint)" opacity="0.6" />
        {y.ticks(4).map((tick) => (
          <g key={tick}>
            <path
              d={`M${MARGIN.left} ${y(tick)}H${SHEET.width - MARGIN.right}`}
              stroke="var(--hairline-soft)"
            />
            <text x={MARGIN.left - 6} y={y(tick) + 4} textAnchor="end" fontSize="12" fill="var(--quiet)">
              {tick}
            </text>
          </g>
        ))}
        {[6, 9, 12, 15, 18, 21].map((hour) => (
          <text
            key={hour}
            x={x(hour * 60)}
            y={SHEET.height - 10}
            textAnchor="middle"
            fontSize="12"
            fill="var(--quiet)"
          >
            {hour}:00
          </text>
        ))}
        {lines.map(({ name, shgc, dash, tone }, at) => (
          <g key={name}>
            <path d={path(shgc)} fill="none" stroke={tone} strokeWidth="2.2" strokeDasharray={dash} />
            <path
              d={`M${x(peak.minute)} ${y(peak.wm2 * shgc)}L${SHEET.width - MARGIN.right + 4} ${names[at] ?? 0}`}
              stroke={tone}
              strokeWidth="0.7"
              fill="none"
            />
            <text
              x={SHEET.width - MARGIN.right + 8}
              y={(names[at] ?? 0) + 4}
              fontSize="12"
              fontWeight="600"
              fill="var(--ink)"
            >
              {name}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}
