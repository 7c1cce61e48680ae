import { glassNotFit, type GlassOnDays } from '@neat-sill/core/visits';
import type { Forecast } from '@neat-sill/core/weather';
import { useMemo } from 'react';
import { sentenceOf, useForecastQuery } from '../../api/api.ts';
import { useJob } from '../job/index.ts';

const NOTHING: GlassOnDays = { notFit: [], perhaps: [] };

/** When the glass of the job is too cold or too hot for film on some days, and what the weather service says. */
export function useGlassNotFit(from: string, days: number) {
  const { derived, header } = useJob();
  const { latitude, longitude } = header.site;
  // Whole days of the site lie within a day more of UTC's.
  const { data, error } = useForecastQuery(
    { latitude, longitude, from, days: days + 1 },
    { skip: !/^\d{4}-\d{2}-\d{2}$/.test(from) },
  );
  const forecast: Forecast | null = data ?? null;
  const glass = useMemo(
    () => (forecast ? glassNotFit(derived, forecast.hours, { from, days }) : NOTHING),
    [derived, forecast, from, days],
  );
  return { ...glass, forecast, away: error ? sentenceOf(error) : null };
}
