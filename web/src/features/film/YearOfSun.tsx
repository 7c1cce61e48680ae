import { heatOfYear, type FilmFigures, type GlassFigures } from '@neat-sill/core/advice';
import type { RuleSet } from '@neat-sill/core/rules';
import type { SunYear } from '@neat-sill/core/sun';
import { MONTH_NAMES } from '@neat-sill/core/words';
import { max, scaleBand, scaleLinear, sum } from 'd3';
import { useState } from 'react';
import { OneOf } from '../../ui/OneOf.tsx';

const SHEET = { width: 640, height: 230 };
const MARGIN = { left: 44, right: 10, top: 12, bottom: 44 };
const TONES = ['var(--edge)', 'var(--dusk)', 'var(--ochre)', 'var(--brick)'] as const;

type Sky = 'clear' | 'average';

/** The year by month: heat let in as columns, heat lost below the line, hours of direct sun under the letters. */
export function YearOfSun({
  sun,
  bare,
  figures,
  rules,
}: {
  sun: SunYear;
  bare: GlassFigures;
  figures: readonly FilmFigures[];
  rules: RuleSet['film'];
}) {
  const [sky, setSky] = useState<Sky>('average');
  const series = [
    {
      name: 'Bare glass',
      tone: 'var(--hairline)',
      of: heatOfYear(bare, sun.normalEquivalentKWhM2[sky], rules),
    },
    ...figures.map((each, at) => ({
      name: each.film.name,
      tone: TONES[at % 4] ?? 'var(--ink)',
      of: heatOfYear(each, sun.normalEquivalentKWhM2[sky], rules),
    })),
  ];
  const all = series.flatMap(({ of }) => of);
  const y = scaleLinear(
    [-(max(all, ({ loss }) => loss) ?? 0), max(all, ({ gain }) => gain) ?? 1],
    [SHEET.height - MARGIN.bottom, MARGIN.top],
  ).nice();
  const x = scaleBand(
    MONTH_NAMES.map((_, at) => at),
    [MARGIN.left, SHEET.width - MARGIN.right],
  ).paddingInner(0.25);
  const inMonth = scaleBand(
    series.map(({ name }) => name),
    [0, x.bandwidth()],
  );
  const hours = sky === 'clear' ? sun.hours : sun.averageHours;
  return (
    <figure className="shrink-0">
      <figcaption className="flex flex-wrap items-center justify-between gap-3 text-sm text-quiet">
        <span>Heat let in by month, and heat lost below the line, kWh/m²; hours of direct sun beneath</span>
        <OneOf
          label="Which sky"
          options={[
            ['average', 'average sky'],
            ['clear', 'clear sky'],
          ]}
          value={sky}
          onChoose={setSky}
        />
      </figcaption>
      <svg
        viewBox={`0 0 ${SHEET.width} ${SHEET.height}`}
        className="block w-full"
        role="img"
        aria-label={series
          .map(
            ({ name, of }) =>
              `${name}: ${Math.round(sum(of, ({ gain }) => gain))} kWh let in, ${Math.round(sum(of, ({ loss }) => loss))} lost a year`,
          )
          .join('; ')}
      >
        {y.ticks(5).map((tick) => (
          <g key={tick}>
            <path
              d={`M${MARGIN.left} ${y(tick)}H${SHEET.width - MARGIN.right}`}
              stroke={tick === 0 ? 'var(--ink)' : 'var(--hairline-soft)'}
            />
            <text x={MARGIN.left - 6} y={y(tick) + 4} textAnchor="end" fontSize="12" fill="var(--quiet)">
              {Math.abs(tick)}
            </text>
          </g>
        ))}
        {series.map(({ name, tone, of }) =>
          of.map(({ gain, loss }, month) => {
            const left = (x(month) ?? 0) + (inMonth(name) ?? 0);
            const width = Math.max(1, inMonth.bandwidth() - 0.8);
            return (
              <g key={`${name} ${month}`} fill={tone} stroke="var(--ink)" strokeWidth="0.4">
                <rect x={left} width={width} y={y(gain)} height={y(0) - y(gain)} />
                <rect x={left} width={width} y={y(0)} height={y(-loss) - y(0)} fillOpacity="0.45" />
              </g>
            );
          }),
        )}
        {MONTH_NAMES.map((name, month) => (
          <g key={month} textAnchor="middle" fontSize="12" fill="var(--quiet)">
            <text x={(x(month) ?? 0) + x.bandwidth() / 2} y={SHEET.height - 26} fontWeight="600">
              {name.slice(0, 1)}
            </text>
            <text x={(x(month) ?? 0) + x.bandwidth() / 2} y={SHEET.height - 9}>
              {Math.round(hours[month] ?? 0)} h
            </text>
          </g>
        ))}
      </svg>
      <ul className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
        {series.map(({ name, tone, of }) => (
          <li key={name} className="flex items-center gap-1.5">
            <span className="size-3 border border-ink" style={{ background: tone }} aria-hidden />
            {name}: {Math.round(sum(of, ({ gain }) => gain))} in, {Math.round(sum(of, ({ loss }) => loss))}{' '}
            lost
          </li>
        ))}
      </ul>
    </figure>
  );
}
