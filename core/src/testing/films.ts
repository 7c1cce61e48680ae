import type { PaneForFilm } from '../advice/index.ts';
import type { Film } from '../film/index.ts';
import { OPEN_SKY } from '../sun/index.ts';
import { silverForTest } from './jobs.ts';

export { silverForTest };

function like(changes: Partial<Omit<Film, 'optics'>>, optics: readonly number[]): Film {
  const [
    visible = 0,
    visibleOut = 0,
    visibleIn = 0,
    solar = 0,
    solarOut = 0,
    solarIn = 0,
    uv = 0,
    emissivity = 0.88,
  ] = optics;
  return {
    ...silverForTest,
    ...changes,
    optics: {
      visibleTransmitted: visible,
      visibleReflectedOut: visibleOut,
      visibleReflectedIn: visibleIn,
      solarTransmitted: solar,
      solarReflectedOut: solarOut,
      solarReflectedIn: solarIn,
      uvTransmitted: uv,
      emissivity,
    },
  };
}

const roll = (price: number) => [
  { widthMm: 1524, lengthMm: 30480, price, soldBy: 'roll' as const, later: [] },
];

export const neutralForTest = like(
  { id: 'heron-neutral-40', name: 'Heron Neutral 40', kind: 'neutralSolar', rolls: roll(498) },
  [0.41, 0.16, 0.14, 0.37, 0.17, 0.17, 0.01, 0.8],
);
export const selectiveForTest = like(
  { id: 'curlew-select-70', name: 'Curlew Select 70', kind: 'selective', rolls: roll(1090) },
  [0.7, 0.09, 0.08, 0.43, 0.22, 0.25, 0.01, 0.8],
);
export const warmForTest = like(
  { id: 'eider-warm-70', name: 'Eider Warm 70', kind: 'lowE', rolls: roll(1250) },
  [0.7, 0.13, 0.12, 0.5, 0.22, 0.25, 0.01, 0.2],
);
export const frostForTest = like(
  { id: 'plover-frost', name: 'Plover Frost', kind: 'frosted', rolls: roll(224) },
  [0.66, 0.14, 0.14, 0.62, 0.15, 0.15, 0.1, 0.88],
);
export const clearSecurityForTest = like(
  {
    id: 'cormorant-clear-8',
    name: 'Cormorant Clear 8',
    kind: 'clearSecurity',
    thicknessUm: 215,
    rolls: roll(848),
  },
  [0.87, 0.09, 0.09, 0.79, 0.08, 0.08, 0.02, 0.88],
);

export const filmsForTest: readonly Film[] = [
  silverForTest,
  neutralForTest,
  selectiveForTest,
  warmForTest,
  frostForTest,
  clearSecurityForTest,
];

/** A sealed double unit before the south-west sun of the bay. */
export const southWestPane: PaneForFilm = {
  glass: 'double',
  glassMm: null,
  frame: 'timber',
  said: { strengths: [], stampSeen: false },
  edgeDamaged: false,
  inSun: { bearingDeg: 225, widthMm: 1120, heightMm: 2260, shade: OPEN_SKY },
  site: { latitude: 43.6, longitude: -70.3, timeZone: 'America/New_York' },
  circumstances: [],
  hiddenBy: [],
};
