import { z } from 'zod';

const hour = z.number().min(0).max(24);
const minutes = z.int().min(0).max(600);
const share = z.number().min(0).max(1);

/** How a working day goes. Hours are of the clock at the site. */
export const dayRulesSchema = z.strictObject({
  beginHour: hour.default(8).describe('Whoever works leaves the shop then at the earliest'),
  endHour: hour.default(17).describe('and is back by then'),
  breakHour: hour.default(12).describe('The break begins then'),
  breakMinutes: minutes.default(30),
  cleanShare: share.default(0.3).describe('Of the time of a pane, before its film'),
  cleanStaysMinutes: minutes.default(20).describe('So long after cleaning film may still be hung'),
  changeSiteMinutes: minutes
    .default(10)
    .describe('From one site to the next takes at least this: packing up, loading, unloading'),
  smallPaneMinutes: minutes.default(10).describe('Small is a pane that gets its film in no more than this'),
  cleanTogether: z
    .int()
    .min(1)
    .max(6)
    .default(3)
    .describe(
      'Small panes cleaned one after the other and then filmed, at the most; the glass has to stay clean for it',
    ),
  lookAfterMinutes: minutes.default(15).describe('A room is looked at again so long after its last film'),
  lookMinutes: minutes.default(2).describe('To look at one pane again'),
  workDays: z.int().min(1).max(7).default(5).describe('Days worked in a week, from Monday on'),
  moveMinutes: minutes
    .default(15)
    .describe('What it counts to move a task that people were told of, in minutes of one person'),
  lateShare: share
    .default(0.1)
    .describe('What a minute counts by which the work ends later, of what a minute of one person costs'),
});

export type DayRules = z.infer<typeof dayRulesSchema>;
export const USUAL_DAY_RULES: DayRules = dayRulesSchema.parse({});
