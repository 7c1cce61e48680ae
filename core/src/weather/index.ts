export {
  FURTHEST_DAYS,
  forecastSchema,
  standInForecast,
  type Forecast,
  type ForecastAsked,
  type ForecastHour,
} from './forecast.ts';
export {
  EIGHTY_PERCENT,
  glassByHour,
  hoursNotFit,
  throughCloud,
  type GlassConditions,
  type GlassHour,
} from './glassHours.ts';
export {
  rushFactor,
  standInTravelMin,
  standInWay,
  straightKm,
  type TravelPlace,
  type WayThereAndBack,
} from './travel.ts';
