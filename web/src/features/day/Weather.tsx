import { formatShare, listOf } from '@neat-sill/core/units';
import { EIGHTY_PERCENT } from '@neat-sill/core/weather';
import { Note } from '../../ui/Note.tsx';
import type { Visit } from './useVisit.ts';

/** What the weather service says of the shown day, and what it makes of the glass. */
export function Weather({ visit, dayAt }: { visit: Visit; dayAt: number }) {
  const { clock, glass, labelOf, timeOf } = visit;
  const { forecast, away, notFit, perhaps } = glass;
  if (away) return <Note tone="doubt">{away}</Note>;
  if (!forecast) return null;
  const [from, to] = [clock.at(dayAt, 6 * 60), clock.at(dayAt, 19 * 60)];
  const start = Date.parse(clock.start);
  const hours = forecast.hours.filter(({ at }) => {
    const minute = (Date.parse(at) - start) / 60_000;
    return minute >= from && minute < to;
  });
  if (hours.length === 0)
    return (
      <p className="text-sm text-quiet">No forecast reaches so far ahead: the glass is not reckoned with.</p>
    );
  const air = hours.map(({ airC }) => airC);
  const give = Math.max(...hours.map(({ airGiveC }) => airGiveC));
  const rain = Math.max(...hours.map(({ rainChance }) => rainChance));
  const onDay = (list: typeof notFit) => {
    const byTimes = new Map<string, string[]>();
    for (const { paneId, stretches } of list)
      for (const each of stretches.filter((stretch) => stretch.from < to && stretch.to > from)) {
        const key = `${timeOf(each.from)} to ${timeOf(each.to)}`;
        byTimes.set(key, [...(byTimes.get(key) ?? []), labelOf(paneId)]);
      }
    return [...byTimes].map(
      ([times, labels]) => `${labels.length === 1 ? 'pane' : 'panes'} ${listOf(labels)} ${times}`,
    );
  };
  const [not, maybe] = [onDay(notFit), onDay(perhaps)];
  return (
    <div className="text-sm text-quiet">
      <p>
        Weather: air {Math.round(Math.min(...air))} to {Math.round(Math.max(...air))} °C, give or take{' '}
        {Math.round(EIGHTY_PERCENT * give)} °C; {rain < 0.1 ? 'dry' : `rain ${formatShare(rain)}`}. From{' '}
        {forecast.source}.
      </p>
      {not.length > 0 && (
        <p className="text-ochre-text">Glass too cold or too hot for film: {not.join('; ')}.</p>
      )}
      {maybe.length > 0 && (
        <p>It may be too cold or too hot: {maybe.join('; ')}. Measure before you begin.</p>
      )}
    </div>
  );
}
