import type { GlassOnDays } from '@neat-sill/core/visits';
import { addDays, format, parseISO } from 'date-fns';
import { useMemo, useState } from 'react';
import { sentenceOf, useForecastQuery } from '../../api/api.ts';
import type { DayMessage, DayOrder } from '../../workers/day.worker.ts';
import { useJob } from '../job/index.ts';
import { useDayWorker } from './usePlannedDays.ts';
import { isDay } from './visitChoices.ts';

const NOTHING: GlassOnDays = { notFit: [], perhaps: [] };

/** When the glass of the job is too cold or too hot for film on some days, and what the weather service says. */
export function useGlassNotFit(from: string, days: number) {
  const { records, jobShopData, header } = useJob();
  const { latitude, longitude } = header.site;
  // Days of the forecast are those of UTC: whole days of any site lie within one more at both ends.
  const before = isDay(from) ? format(addDays(parseISO(from), -1), 'yyyy-MM-dd') : '';
  const { data: forecast = null, error } = useForecastQuery(
    { latitude, longitude, from: before, days: days + 2 },
    { skip: !isDay(from) },
  );
  const [found, setFound] = useState<{ asked: string; glass: GlassOnDays } | null>(null);
  const order = useMemo(
    (): DayOrder | null =>
      forecast && forecast.hours.length > 0
        ? { kind: 'glass', records, shop: jobShopData, hours: forecast.hours, from, days, milliseconds: 0 }
        : null,
    [forecast, records, jobShopData, from, days],
  );
  const [hear] = useState(() => (of: string, message: DayMessage) => {
    if (message.kind === 'glass') setFound({ asked: of, glass: message.glass });
  });
  const asked = useDayWorker(order, hear);
  const glass = found && order && found.asked === asked ? found.glass : NOTHING;
  return { ...glass, forecast, away: error ? sentenceOf(error) : null };
}
