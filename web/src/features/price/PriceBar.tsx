import type { CostOfJob } from '@neat-sill/core/quote';
import { COST_PARTS, COST_PART_NAMES, costPartOf, type CostPart } from '@neat-sill/core/words';
import { useIsPhone } from '../../ui/useMedia.ts';
import { cumsum, scaleLinear } from 'd3';

const FILLS: Readonly<Record<CostPart, string>> = {
  film: 'var(--edge)',
  work: 'var(--dusk)',
  used: 'var(--ochre)',
  other: 'var(--timber)',
  travel: 'var(--quiet)',
};

/** What each part of the cost comes to, minor units. */
export function partsOf({ lines, result }: CostOfJob): ReadonlyMap<CostPart, number> {
  const costs = new Map(result.lines.map(({ id, cost }) => [id, cost]));
  const sums = new Map<CostPart, number>();
  for (const line of lines) {
    const part = costPartOf(line);
    sums.set(part, (sums.get(part) ?? 0) + (costs.get(line.id) ?? 0));
  }
  return sums;
}

const HEIGHT = 34;
/** A part that is narrower has its name in the list below only. */
const NAME_FROM_PX = 62;

/** From cost to price in one bar: the parts of the cost, what is earned or lacks, and the tax. */
export function PriceBar({ cost, money }: { cost: CostOfJob; money: (minor: number) => string }) {
  const { result } = cost;
  // On a phone it is drawn narrower, so that its words stay legible.
  const width = useIsPhone() ? 360 : 640;
  const parts = partsOf(cost);
  const most = Math.max(result.gross, result.net + result.tax, result.cost);
  const x = scaleLinear([0, Math.max(1, most)], [0, width]);
  const shown = COST_PARTS.filter((part) => (parts.get(part) ?? 0) > 0);
  const ends = cumsum(shown, (part) => parts.get(part) ?? 0);
  const boxes = shown.map((part, place) => ({
    ...{ key: part, name: COST_PART_NAMES[part], fill: FILLS[part] },
    from: ends[place - 1] ?? 0,
    to: ends[place] ?? 0,
  }));
  const spoken = [...boxes.map(({ name, from, to }) => `${name} ${money(to - from)}`)].join(', ');
  return (
    <svg
      viewBox={`0 0 ${width} ${HEIGHT + 22}`}
      className="block w-full"
      role="img"
      aria-label={`Cost ${money(result.cost)}: ${spoken}. Profit ${money(result.profit)}, tax ${money(result.tax)}.`}
    >
      {boxes.map(({ key, name, from, to, fill }) => (
        <g key={key}>
          <rect x={x(from)} width={Math.max(0, x(to) - x(from))} height={HEIGHT} fill={fill} />
          {x(to) - x(from) > NAME_FROM_PX && (
            <text
              x={(x(from) + x(to)) / 2}
              y={HEIGHT / 2 + 5}
              textAnchor="middle"
              fontSize="13"
              fontWeight="600"
              fill={key === 'other' || key === 'used' ? 'var(--ink)' : 'var(--sheet)'}
            >
              {name.split(',')[0]}
            </text>
          )}
        </g>
      ))}
      {result.profit > 0 && (
        <g>
          <rect
            x={x(result.cost)}
            width={x(result.net) - x(result.cost)}
            height={HEIGHT}
            fill="var(--edge-tint)"
            stroke="var(--edge)"
          />
          {x(result.net) - x(result.cost) > NAME_FROM_PX && (
            <text
              x={(x(result.cost) + x(result.net)) / 2}
              y={HEIGHT / 2 + 5}
              textAnchor="middle"
              fontSize="13"
              fontWeight="600"
              fill="var(--ink)"
            >
              Profit
            </text>
          )}
        </g>
      )}
      {result.profit < 0 && (
        <rect
          x={x(result.net)}
          width={x(result.cost) - x(result.net)}
          height={HEIGHT}
          fill="none"
          stroke="var(--brick)"
          strokeWidth="3"
        />
      )}
      {result.tax > 0 && (
        <rect
          x={x(result.net)}
          width={x(result.net + result.tax) - x(result.net)}
          height={HEIGHT}
          fill="none"
          stroke="var(--quiet)"
          strokeDasharray="4 3"
        />
      )}
      {[
        { at: result.cost, says: `cost ${money(result.cost)}`, anchor: 'end' as const },
        { at: most, says: `to pay ${money(result.gross)}`, anchor: 'end' as const },
      ].map(({ at: place, says, anchor }) => (
        <text
          key={says}
          x={x(place)}
          y={HEIGHT + 17}
          textAnchor={anchor}
          fontSize="13"
          fill="var(--quiet)"
          className="tabular-nums"
        >
          {says}
        </text>
      ))}
    </svg>
  );
}
