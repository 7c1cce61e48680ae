import { pricePerM2, type FilmFigures, type GlassFigures } from '@neat-sill/core/advice';
import { formatLength, formatTemperature, type LengthUnit } from '@neat-sill/core/units';
import { BREAKAGE_NAMES, FILM_KIND_NAMES, describeUncertainty } from '@neat-sill/core/words';
import { sum } from 'd3';
import { useUnit } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { FilmSwatch } from './FilmSwatch.tsx';
import { HeatDay } from './HeatDay.tsx';
import type { FilmAnswer } from '../../workers/film.worker.ts';

const percent = (share: number) => `${Math.round(share * 100)} %`;

type Row = readonly [string, string, (of: FilmFigures) => string];

function rowsOf(bare: GlassFigures, sunKWhM2: readonly number[], unit: LengthUnit): readonly Row[] {
  const winter = (facesC: number) => formatTemperature(facesC, unit);
  const yearOf = (shgc: number) => `${Math.round(sum(sunKWhM2) * shgc)} kWh/m²`;
  return [
    ['Light through', percent(bare.light), (of) => percent(of.light)],
    ['Light thrown back outside', percent(bare.shineOut), (of) => percent(of.shineOut)],
    ['Light thrown back into the room', percent(bare.shineIn), (of) => percent(of.shineIn)],
    ['Heat of the sun let in (SHGC)', bare.shgc.toFixed(2), (of) => of.shgc.toFixed(2)],
    ['Heat of the sun kept out (TSER)', percent(1 - bare.shgc), (of) => percent(1 - of.shgc)],
    ['Over a clear year', yearOf(bare.shgc), (of) => yearOf(of.shgc)],
    ['UV through', percent(bare.uv), (of) => percent(of.uv)],
    ['Fading left', percent(bare.fading), (of) => percent(of.fading)],
    ['U value', `${bare.uValue.toFixed(2)} W/m²K`, (of) => `${of.uValue.toFixed(2)} W/m²K`],
    [
      'Glass inside on a frosty morning',
      winter(bare.winterFaceC),
      (of) => `${winter(of.winterFaceC)}${of.condensation ? ', gets wet' : ''}`,
    ],
    [
      'Strain of the glass',
      '',
      ({ breakage: { deltaK, allowableK, verdict } }) =>
        `${Math.round(deltaK)} of ${Math.round(allowableK)} K, ${BREAKAGE_NAMES[verdict]}`,
    ],
    [
      'Film, a square metre off the roll',
      '',
      ({ film }) => {
        const price = pricePerM2(film);
        return price === null ? 'no price' : price.toFixed(2);
      },
    ],
    [
      'Widest roll',
      '',
      ({ film }) =>
        film.rolls.length > 0
          ? formatLength(Math.max(...film.rolls.map(({ widthMm }) => widthMm)), { unit })
          : 'none on sale',
    ],
  ];
}

/** Up to four films side by side on one pane, beside its bare glass. */
export function Compare({
  found,
  figures,
  onClose,
}: {
  found: FilmAnswer;
  figures: readonly FilmFigures[];
  onClose: () => void;
}) {
  const unit = useUnit();
  const rows = rowsOf(found.bare, found.sun.kWhM2, unit);
  const uncertain = figures.filter(({ uncertainty }) => uncertainty.because !== 'broadBand');
  return (
    <Sheet title="Films side by side" open wide onClose={onClose}>
      <div className="shrink-0 overflow-x-auto">
        <table className="w-full text-left text-sm">
          <thead>
            <tr className="border-b border-ink align-bottom">
              <th className="py-2 pr-3 font-normal text-quiet">On this pane</th>
              <th className="px-3 py-2 font-bold">Bare glass</th>
              {figures.map(({ film }) => (
                <th key={film.id} className="px-3 py-2 font-bold">
                  <span className="flex items-center gap-2">
                    <FilmSwatch film={film} size={30} />
                    <span>
                      {film.name}
                      <span className="block font-normal text-quiet">{FILM_KIND_NAMES[film.kind]}</span>
                    </span>
                  </span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map(([name, bare, of]) => (
              <tr key={name} className="border-b border-hairline-soft">
                <th scope="row" className="py-1.5 pr-3 font-normal">
                  {name}
                </th>
                <td className="px-3 py-1.5 text-quiet">{bare}</td>
                {figures.map((each) => (
                  <td key={each.film.id} className="px-3 py-1.5 font-semibold">
                    {of(each)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <HeatDay pane={found.place} sun={found.sun} bare={found.bare} figures={figures} />
      {uncertain.map(({ film, uncertainty }) => (
        <p key={film.id} className="text-sm text-ochre-text">
          {film.name}: {describeUncertainty(uncertainty)}
        </p>
      ))}
      <p className="text-sm text-quiet">
        SHGC and U value under NFRC conditions (summer 32/24 °C, 783 W/m²; winter −18/21 °C), centre of the
        glass, generic glass. The film maker’s chart decides.
      </p>
      <Button className="shrink-0 self-end" onClick={onClose}>
        Done
      </Button>
    </Sheet>
  );
}
