import { durationOf, fitTimes, type TimesAsk, type TimesRecord } from '@neat-sill/core/times';
import { syntheticShop, timesDefaultsForTest } from '@neat-sill/core/testing';
import { Matrix, solve } from 'ml-matrix';
import { printTable, timed } from './table.ts';

const SHOPS = 60;
const PANES = 60;
const COUNTS = [0, 5, 20, 80, 400];

/** How far off, as a share, in the middle of a list. */
const middleOf = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
const off = (said: number, true_: number) => Math.abs(Math.log(Math.max(0.01, said) / true_));

/** Minutes by the plain mean of minutes per m². */
function byMean(records: readonly TimesRecord[]): (ask: TimesAsk) => number {
  const perM2 =
    records.reduce((sum, { minutes }) => sum + minutes, 0) /
    records.reduce((sum, { areaM2 }) => sum + areaM2, 0);
  return ({ areaM2 }) => perM2 * areaM2;
}

/** Minutes by least squares on panes, area, edge and seams. */
function byLeastSquares(records: readonly TimesRecord[]): (ask: TimesAsk) => number {
  const row = ({ areaM2, edgeM, seams }: Pick<TimesAsk, 'areaM2' | 'edgeM' | 'seams'>) => [
    1,
    areaM2,
    edgeM,
    seams,
  ];
  const rates = solve(
    new Matrix(records.map(row)),
    Matrix.columnVector(records.map(({ minutes }) => minutes)),
    true,
  );
  return (ask) => row(ask).reduce((sum, each, at) => sum + each * rates.get(at, 0), 0);
}

interface Figures {
  readonly errors: number[];
  readonly byMean: number[];
  readonly bySquares: number[];
  readonly ratios: number[];
  within: number;
  found: number;
  wrong: number;
  falsely: number;
  right: number;
  ms: number;
}

function figuresFor(count: number): Figures {
  const figures: Figures = {
    ...{ errors: [], byMean: [], bySquares: [], ratios: [] },
    ...{ within: 0, found: 0, wrong: 0, falsely: 0, right: 0, ms: 0 },
  };
  for (let shop = 0; shop < SHOPS; shop += 1) {
    const { records, panes, wrong } = syntheticShop(shop, { records: count, panes: PANES });
    const { value: fitted, ms } = timed(() => fitTimes(timesDefaultsForTest, records));
    figures.ms += ms;
    const aside = new Set(fitted.setAside.map(({ id }) => id));
    for (const { id } of records) {
      figures[wrong.has(id) ? 'wrong' : 'right'] += 1;
      if (aside.has(id)) figures[wrong.has(id) ? 'found' : 'falsely'] += 1;
    }
    const mean = count > 0 ? byMean(records) : null;
    const least = count > 4 ? byLeastSquares(records) : null;
    for (const { ask, middle, took } of panes) {
      const said = durationOf(fitted, ask);
      figures.errors.push(off(said.minutes, middle));
      if (mean) figures.byMean.push(off(mean(ask), middle));
      if (least) figures.bySquares.push(off(least(ask), middle));
      figures.ratios.push(said.high / said.low);
      if (took >= said.low && took <= said.high) figures.within += 1;
    }
  }
  return figures;
}

const share = (value: number) => (Number.isFinite(value) ? `${(100 * value).toFixed(1)} %` : '–');

/** How far times come from those of made-up shops, beside two plainer ways, and how often a pane falls into its range. */
export function benchTimes(): void {
  printTable(
    `Times: ${SHOPS} made-up shops with ${PANES} panes each, a tenth of the records wrong`,
    COUNTS.map((count) => {
      const found = figuresFor(count);
      return {
        records: count,
        'middle error': share(middleOf(found.errors)),
        'by mean per m²': share(middleOf(found.byMean)),
        'by least squares': share(middleOf(found.bySquares)),
        'in the 80 % range': share(found.within / (SHOPS * PANES)),
        'high / low': middleOf(found.ratios).toFixed(2),
        'wrong found': share(found.found / found.wrong),
        'right set aside': share(found.falsely / found.right),
        'ms a fit': (found.ms / SHOPS).toFixed(1),
      };
    }),
  );
}
