import {
  colourShift,
  looksOf,
  type FilmFigures,
  type GlassFigures,
  type Looks,
} from '@neat-sill/core/advice';
import type { Film } from '@neat-sill/core/film';
import { cureDays } from '@neat-sill/core/fitting';
import type { RuleSet } from '@neat-sill/core/rules';
import {
  countOf,
  formatLength,
  formatNumber,
  formatShare,
  formatTemperature,
  type LengthUnit,
} from '@neat-sill/core/units';
import {
  BREAKAGE_NAMES,
  FILM_COLUMN_NAMES,
  FILM_KIND_NAMES,
  describeColour,
  describeGlare,
  describeSeatWarmth,
  describeUncertainty,
} from '@neat-sill/core/words';
import { sum } from 'd3';
import { useMemo } from 'react';
import { useJob, useUnit, type PaneWithId } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { FilmSwatch } from './FilmSwatch.tsx';
import { HeatDay } from './HeatDay.tsx';
import { Scene } from './Scene.tsx';
import { SeatPlan } from './SeatPlan.tsx';
import { useFilmCosts } from './useFilmCosts.ts';
import { useSeat } from './useSeat.ts';
import { YearOfSun } from './YearOfSun.tsx';
import type { VariantCost } from '../../workers/cost.worker.ts';
import type { FilmAnswer } from '../../workers/film.worker.ts';
import { useMoney } from '../../api/useMoney.ts';

type Row = readonly [name: string, bare: string, of: (of: FilmFigures) => string];

interface Shown {
  readonly bare: GlassFigures;
  readonly found: FilmAnswer;
  readonly unit: LengthUnit;
  readonly rules: RuleSet;
}

/** What light, heat and fading do; every figure for this pane. */
function glassRows({ bare, found, unit }: Shown): readonly Row[] {
  const winter = (facesC: number) => formatTemperature(facesC, unit);
  const yearOf = (shgc: number) =>
    `${Math.round(sum(found.sun.normalEquivalentKWhM2.average) * shgc)} kWh/m²`;
  const { clear } = found.sun.normalEquivalentKWhM2;
  const southern = found.place.site.latitude < 0;
  const [summer = 0, winterSun = 0] = southern ? [clear[11], clear[5]] : [clear[5], clear[11]];
  const dayOf = (shgc: number) =>
    `${formatNumber((summer * shgc) / 30, 1)}, ${formatNumber((winterSun * shgc) / 31, 1)} kWh/m²`;
  return [
    [
      'Visible transmittance (VLT)',
      formatShare(bare.visibleTransmittance),
      (of) => formatShare(of.visibleTransmittance),
    ],
    [
      'Visible reflectance outside (VLR)',
      formatShare(bare.visibleReflectanceOut),
      (of) => formatShare(of.visibleReflectanceOut),
    ],
    [
      'Visible reflectance inside',
      formatShare(bare.visibleReflectanceIn),
      (of) => formatShare(of.visibleReflectanceIn),
    ],
    [
      'Colour of the light',
      'as the glass has it',
      ({ film }) => describeColour(colourShift(found.place.glass, film)),
    ],
    ['Heat of the sun let in (SHGC)', formatNumber(bare.shgc, 2), (of) => formatNumber(of.shgc, 2)],
    ['Heat of the sun kept out (TSER)', formatShare(1 - bare.shgc), (of) => formatShare(1 - of.shgc)],
    ['Over a year, average sky', yearOf(bare.shgc), (of) => yearOf(of.shgc)],
    ['On a clear day in summer, in winter', dayOf(bare.shgc), (of) => dayOf(of.shgc)],
    ['UV through', formatShare(bare.uv), (of) => formatShare(of.uv)],
    ['Fading left', formatShare(bare.fading), (of) => formatShare(of.fading)],
    ['U value', `${formatNumber(bare.uValue, 2)} W/m²K`, (of) => `${formatNumber(of.uValue, 2)} W/m²K`],
    [
      'Glass inside on a frosty morning',
      winter(bare.winterFaceC),
      (of) => `${winter(of.winterFaceC)}${of.condensation ? ', gets wet' : ''}`,
    ],
    [
      'Thermal stress of the glass',
      '',
      ({ breakage: { deltaK, allowableK, verdict } }) =>
        `${Math.round(deltaK)} of ${Math.round(allowableK)} K, ${BREAKAGE_NAMES[verdict]}`,
    ],
  ];
}

/** Rolls, money and handling. */
function tradeRows(
  { unit, rules }: Shown,
  formatMoney: (amount: number) => string,
  costs: ReadonlyMap<string, VariantCost>,
  widthMm: number | null,
  paneCount: number,
): Row[] {
  const show = (mm: number) => formatLength(mm, { unit });
  const money = ({ id }: Film) => {
    const cost = costs.get(id);
    if (!cost) return 'planning';
    if (cost.pulls === 0) return 'refused here, or not measured yet';
    if (cost.unplaced > 0) return 'no roll of it will do';
    const some = cost.panes < paneCount ? `${cost.panes} of ${countOf(paneCount, 'pane')}: ` : '';
    return `${some}${cost.cost === null ? 'no price' : formatMoney(cost.cost)}, ${formatShare(cost.wasteShare)} waste${cost.seams > 0 ? `, ${countOf(cost.seams, 'seam')}` : ''}`;
  };
  const noSeam = ({ rolls, turn }: Film) => {
    const wide = rolls.filter(
      (roll) => widthMm !== null && roll.widthMm >= widthMm + 2 * rules.cutting.marginMm,
    );
    if (rolls.length === 0) return 'none on sale';
    if (widthMm === null) return `up to ${show(Math.max(...rolls.map((roll) => roll.widthMm)))}`;
    return wide.length > 0
      ? wide.map((roll) => show(roll.widthMm)).join(', ')
      : turn === 'any'
        ? 'none upright'
        : 'none';
  };
  const years = (count: number | null) => (count === null ? 'not known' : `about ${countOf(count, 'year')}`);
  return [
    ['Film for these panes, with waste', '', ({ film }) => money(film)],
    ['Rolls that need no seam', '', ({ film }) => noSeam(film)],
    [
      'Lasts',
      '',
      ({ film }) =>
        `${years(film.lifeYears)}${film.warrantyYears === null ? '' : `, warranty ${film.warrantyYears}`}`,
    ],
    ['Dry after', '', ({ film }) => countOf(cureDays(film, rules).days, 'day')],
    [
      'Comes off again',
      '',
      ({ film }) => (film.hold === 'cling' ? 'yes, and on again' : 'with scraper and solvent'),
    ],
  ];
}

function Scenes({ found, figures }: { found: FilmAnswer; figures: readonly FilmFigures[] }) {
  const { rules } = useJob();
  const { glass, glassMm } = found.place;
  const all: readonly { name: string; looks: Looks; film: Film | null }[] = [
    { name: 'Bare glass', looks: looksOf(glass, glassMm, null), film: null },
    ...figures.map(({ film }) => ({ name: film.name, looks: looksOf(glass, glassMm, film), film })),
  ];
  const views = [
    { from: 'indoors', night: false, name: 'By day, from the room' },
    { from: 'outdoors', night: false, name: 'By day, from the street' },
    { from: 'indoors', night: true, name: 'By night, from the room' },
    { from: 'outdoors', night: true, name: 'By night, from the street' },
  ] as const;
  return (
    <div className="shrink-0 overflow-x-auto">
      <table className="w-full table-fixed text-left text-sm">
        <thead>
          <tr className="align-bottom">
            <th className="w-28 py-1 pr-3 font-normal text-quiet">Who sees what</th>
            {all.map(({ name }) => (
              <th key={name} className="px-1 py-1 font-bold">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {views.map(({ from, night, name }) => (
            <tr key={name}>
              <th scope="row" className="pr-3 font-normal">
                {name}
              </th>
              {all.map((each) => (
                <td key={each.name} className="p-1">
                  <Scene
                    looks={each.looks}
                    cast={each.film ? colourShift(glass, each.film).cast : { a: 0, b: 0 }}
                    lighting={night ? rules.film.lamplight : rules.film.daylight}
                    from={from}
                    night={night}
                    title={`${each.name}, ${name.toLowerCase()}`}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface CompareProps {
  readonly found: FilmAnswer;
  readonly pane: PaneWithId;
  readonly panes: readonly PaneWithId[];
  readonly figures: readonly FilmFigures[];
  readonly onClose: () => void;
}

/** Up to four films side by side on one pane, beside its bare glass. */
export function Compare({ found, pane, panes, figures, onClose }: CompareProps) {
  const money = useMoney();
  const unit = useUnit();
  const { rules } = useJob();
  const { derived } = useJob();
  const films = useMemo(() => figures.map(({ film }) => film), [figures]);
  const costs = useFilmCosts(films, panes);
  const seat = useSeat(pane, found.place, found.sun);
  const shown: Shown = { bare: found.bare, found, unit, rules };
  const at = seat?.withFilm ?? null;
  const rows: readonly Row[] = [
    ...glassRows(shown),
    ...(at
      ? ([
          ['Glare at the seat', describeGlare(at(null)), ({ film }) => describeGlare(at(film))],
          [
            'Glass near the seat',
            describeSeatWarmth(at(null), unit),
            ({ film }) => describeSeatWarmth(at(film), unit),
          ],
        ] as Row[])
      : []),
    ...tradeRows(shown, money, costs, derived.pane(pane.id)?.sizes?.cutting.widthMm ?? null, panes.length),
  ];
  const uncertain = figures.filter(
    ({ uncertainty, film }) => uncertainty.because !== 'broadBand' || film.assumed.length > 0,
  );
  return (
    <Sheet title={`Films side by side on pane ${pane.label}`} open wide onClose={onClose}>
      <Scenes found={found} figures={figures} />
      <DataTable
        label="Figures of the films"
        maxHeight=""
        items={rows}
        keyOf={([name]) => name}
        columns={[
          { key: 'what', title: 'On this pane', names: 'plain', cell: ([name]) => name },
          {
            key: 'bare',
            title: <b className="text-ink">Bare glass</b>,
            cell: ([, bare]) => <span className="text-quiet">{bare}</span>,
          },
          ...figures.map((each) => ({
            key: each.film.id,
            title: (
              <span className="flex items-center gap-2 text-ink">
                <FilmSwatch film={each.film} size={30} />
                <span className="font-bold">
                  {each.film.name}
                  <span className="block font-normal text-quiet">{FILM_KIND_NAMES[each.film.kind]}</span>
                </span>
              </span>
            ),
            cell: ([, , of]: Row) => <b>{of(each)}</b>,
          })),
        ]}
      />
      {uncertain.map(({ film, uncertainty }) => (
        <p key={film.id} className="text-sm text-ochre-text">
          {film.name}: {describeUncertainty(uncertainty)}
          {film.assumed.length > 0 &&
            ` Its maker gives no ${film.assumed.map((key) => FILM_COLUMN_NAMES[key]).join(', ')}: what follows from them is assumed.`}
        </p>
      ))}
      <HeatDay pane={found.place} sun={found.sun} bare={found.bare} figures={figures} />
      <YearOfSun sun={found.sun} bare={found.bare} figures={figures} rules={rules.film} />
      {seat && <SeatPlan pane={seat.pane} />}
      <p className="text-sm text-quiet">
        SHGC and U value under NFRC conditions (summer 32/24 °C, 783 W/m²; winter −18/21 °C), centre of the
        glass, generic glass; by month with the angle of the sun. Glare: simplified daylight glare
        probability, without sun in the face, all panes of the wall with the same film. The film maker’s chart
        decides.
      </p>
      <Button className="shrink-0 self-end" onClick={onClose}>
        Done
      </Button>
    </Sheet>
  );
}
