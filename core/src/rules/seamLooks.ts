import { z } from 'zod';

const money = z.number().min(0).max(100_000);
const times = z.number().min(0).max(20);
const lengthMm = z.number().min(0).max(2000);

/** What a seam counts by where it is seen, beside film and work. Money in that of the film prices. */
export const seamLooksSchema = z.strictObject({
  perMetre: money.describe('A metre of upright seam in the open glass'),
  onLineTimes: times.max(1).describe('Where it goes on a line of the building, a metre counts so many times'),
  nearLineMm: lengthMm.describe('So near beside a line or a bar it looks like a slip'),
  nearLineTimes: times.min(1).describe('A metre of a seam just beside a line counts so many times'),
  levelTimes: times.min(1).describe('A metre of a level seam counts so many times'),
  atEyesTimes: times.min(1).describe('A metre of a level seam at the height of eyes, so many times more'),
  narrowPanel: money.describe('A panel so narrow that it is hardly one; less for broader ones'),
  unevenFilmShare: z
    .number()
    .min(0)
    .max(1)
    .describe('Neither equal, nor thirds, nor on a line or hidden: this share of the film of the pane'),
  unlikePane: money.describe('Each pane whose seam stands elsewhere than in those beside it that are alike'),
});

export type SeamLooksRules = z.infer<typeof seamLooksSchema>;

/** How much looks count against film: three sets to begin with, every figure of which can be changed. */
export const SEAM_LOOKS = {
  calm: {
    perMetre: 6,
    onLineTimes: 0.2,
    nearLineMm: 60,
    nearLineTimes: 1.5,
    levelTimes: 2,
    atEyesTimes: 2,
    narrowPanel: 15,
    unevenFilmShare: 0.25,
    unlikePane: 40,
  },
  weighed: {
    perMetre: 3,
    onLineTimes: 0.3,
    nearLineMm: 60,
    nearLineTimes: 1.3,
    levelTimes: 1.5,
    atEyesTimes: 2,
    narrowPanel: 5,
    unevenFilmShare: 0.05,
    unlikePane: 10,
  },
  leastFilm: {
    perMetre: 0,
    onLineTimes: 1,
    nearLineMm: 0,
    nearLineTimes: 1,
    levelTimes: 1,
    atEyesTimes: 1,
    narrowPanel: 0,
    unevenFilmShare: 0,
    unlikePane: 0,
  },
} as const satisfies Readonly<Record<string, SeamLooksRules>>;

export type SeamLooksSet = keyof typeof SEAM_LOOKS;

/** Which of the three sets the figures are; null for figures of one's own. */
export function seamLooksSet(looks: SeamLooksRules): SeamLooksSet | null {
  const names = Object.keys(SEAM_LOOKS) as SeamLooksSet[];
  const keys = Object.keys(looks) as (keyof SeamLooksRules)[];
  // On an inch tape lengths stand at the next mark.
  const near = (key: keyof SeamLooksRules, one: number, other: number) =>
    Math.abs(one - other) <= (key === 'nearLineMm' ? 5 : 0);
  return names.find((name) => keys.every((key) => near(key, SEAM_LOOKS[name][key], looks[key]))) ?? null;
}
