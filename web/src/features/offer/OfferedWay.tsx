import type { OfferedOption } from '@neat-sill/core/contract';
import { formatLength, type LengthUnit } from '@neat-sill/core/units';
import { priceRows, type CustomerTexts } from '@neat-sill/core/words';
import { WallPicture } from './WallPicture.tsx';

interface WayProps {
  readonly option: OfferedOption;
  readonly seen: 'day' | 'night';
  readonly unit: LengthUnit;
  readonly money: (minor: number) => string;
  readonly texts: CustomerTexts;
}

function PriceLines({ option: { price }, money, texts }: Pick<WayProps, 'option' | 'money' | 'texts'>) {
  return (
    <dl className="ml-auto grid w-full max-w-sm grid-cols-[1fr_auto]">
      {priceRows(price, money, texts).map(([name, value, strong]) => [
        <dt key={`${name} name`} className={strong ? 'border-t border-ink text-xl font-bold' : ''}>
          {name}
        </dt>,
        <dd
          key={`${name} value`}
          className={`text-right tabular-nums ${strong ? 'border-t border-ink text-xl font-bold' : ''}`}
        >
          {value}
        </dd>,
      ])}
    </dl>
  );
}

/** One choice as the customer sees it: their windows, what the film does there, what it covers and what it costs. */
export function OfferedWay({ option, seen, unit, money, texts }: WayProps) {
  const { paper, page } = texts;
  const show = (mm: number) => formatLength(mm, { unit });
  const nameOf = new Map(option.films.map(({ id, name }) => [id, name]));
  return (
    <div className="flex flex-col gap-5">
      {option.walls.map((wall) => (
        <figure key={wall.name} className="flex flex-col gap-1">
          <figcaption className="font-bold">{wall.name}</figcaption>
          <WallPicture wall={wall} seen={seen} />
        </figure>
      ))}
      {option.films.map((film) => {
        const labels = option.panes.filter(({ filmId }) => filmId === film.id).map(({ label }) => label);
        return (
          <div key={film.id}>
            <h3 className="font-bold">{paper.filmOn(film.name, labels)}</h3>
            <ul className="list-disc pl-5">
              {film.sentences.map((sentence) => (
                <li key={sentence}>{sentence}</li>
              ))}
            </ul>
          </div>
        );
      })}
      <details>
        <summary className="min-h-8 cursor-pointer font-bold">{page.sizes(option.panes.length)}</summary>
        <ul>
          {option.panes.map((pane) => (
            <li
              key={`${pane.label} ${pane.where}`}
              className="flex flex-wrap justify-between gap-x-4 border-t border-hairline-soft py-1"
            >
              <span>
                <b>{pane.label}</b>, {pane.where}
                <span className="text-quiet">
                  , {nameOf.get(pane.filmId)}
                  {pane.seams > 0 && `, ${page.seams(pane.seams)}`}
                </span>
              </span>
              <span className="tabular-nums">
                {show(pane.widthMm)} × {show(pane.heightMm)}
              </span>
            </li>
          ))}
        </ul>
      </details>
      <PriceLines option={option} money={money} texts={texts} />
      <div>
        <h3 className="font-bold">{paper.pleaseMind}</h3>
        <ul className="list-disc pl-5">
          {option.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
          <li>{option.afterwards}</li>
        </ul>
      </div>
    </div>
  );
}
