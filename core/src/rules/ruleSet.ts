import { z } from 'zod';
import { cuttingWorkSchema } from './cuttingWork.ts';
import { dayRulesSchema } from './dayRules.ts';
import { filmRulesSchema } from './filmRules.ts';
import { priceRulesSchema } from './priceRules.ts';
import { SEAM_LOOKS, seamLooksSchema } from './seamLooks.ts';

/** The schools of cutting between which a shop chooses. */
export const CUTTING_SCHOOLS = [
  'marginAllRound',
  'factoryEdgeFirst',
  'benchCut',
  'roundedUp',
  'twoEdgesKept',
] as const;
export type CuttingSchool = (typeof CUTTING_SCHOOLS)[number];

const lengthMm = z.number().min(0).max(5000);
const minutes = z.int().min(0).max(600);
const days = z.int().min(0).max(730);

/** What putting a defect right before film usually takes; nothing where film work does not put it right. */
export const USUAL_FIX_MINUTES = {
  scratch: 0,
  chip: 0,
  failedSeal: 0,
  oldFilm: 20,
  looseGasket: 10,
  silicone: 10,
  paint: 15,
};

/** Structural sealant: legs of a full and of a small fillet, what of it must lie on film, and when. */
export const USUAL_ANCHOR = {
  fullLegMm: 12,
  smallLegMm: 6,
  leastSeatMm: 5,
  wasteShare: 0.15,
  dryBeforeH: 24,
  cureH: 168,
};

/** How a house mixes its mounting solution. */
export const MIXING_SCHOOLS = ['drops', 'pump', 'parts', 'squirts', 'alcohol', 'water'] as const;

export const USUAL_MIXING = {
  school: 'drops' as const,
  pumpsPerLitre: 2,
  waterParts: 3,
  squirtsPerLitre: 3,
  alcoholShare: 0.1,
  bottleMl: 1000,
};

/** What is used up at the glass. */
export const USUAL_KIT = {
  bladeCutM: 6,
  scraperBladePanes: 3,
  clothsPerM2: 0.6,
  panesPerSheet: 3,
  edgeSealerMlPerM: 4,
  bagM2: 20,
};

/** What is not yet a fault. */
export const USUAL_VIEWING = { minutes: 1, edgeUpToMm: 3, middleUpToMm: 1.5 };

/** How long film can be moved on wet glass: so many minutes at a temperature, half for each so many K more. */
export const USUAL_GRACE = { atC: 18, minutes: 2.5, halvesPerK: 10, leastMin: 0.5, mostMin: 6 };

/** Between these lies the clear floor or bench of a shop or site to pull film out on. */
export const LONGEST_PULL_MM = { least: 500, most: 100_000 } as const;

/** A house rule set: every number of the trade on which shops differ. Lengths mm, areas m², temperatures °C. */
export const ruleSetSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1).max(80),
  reason: z.string().trim().max(400),
  survey: z.strictObject({
    sisterToleranceMm: lengthMm.describe('Readings of one dimension further apart than this are asked about'),
    agreementMm: lengthMm.max(20).default(2).describe('Two readings at one place must agree within this'),
    twinToleranceMm: lengthMm.max(50).default(4).describe('Panes that differ by less than this are twins'),
    fixMinutes: z
      .strictObject({
        scratch: minutes,
        chip: minutes,
        failedSeal: minutes,
        oldFilm: minutes,
        looseGasket: minutes,
        silicone: minutes,
        paint: minutes,
      })
      .default(USUAL_FIX_MINUTES)
      .describe('To put a defect right before film; 0 for what is accepted or left to others'),
    defaultBarMm: lengthMm.max(300).default(24).describe('Bar between two lights until it is measured'),
    newWallWidthMm: z
      .number()
      .min(500)
      .max(100_000)
      .default(4000)
      .describe('Width of a new wall; a wall that still has it and the height below counts as not measured'),
    newWallHeightMm: z.number().min(500).max(100_000).default(2500).describe('Height of a new wall'),
    defaultGapMm: lengthMm.describe('Frame or wall between two openings until it is measured'),
    defaultSillMm: lengthMm.describe('Height of an opening over the floor until it is measured'),
  }),
  film: filmRulesSchema.prefault({}),
  cutting: z.strictObject({
    school: z.enum(CUTTING_SCHOOLS),
    marginMm: lengthMm.max(100).describe('Added at every side that is trimmed on the glass'),
    roundUpToMm: lengthMm
      .min(1)
      .max(100)
      .default(25)
      .describe('Each size goes up to the next multiple of this, and no more'),
    factoryEdgeGapMm: lengthMm.max(10).describe('Light gap left at the side hung on the factory edge'),
    benchClearanceMm: lengthMm.max(10).describe('Taken off each dimension of a bench-cut piece'),
    roundingStepMm: z
      .number()
      .positive()
      .max(25.4)
      .describe('Cutting sizes go up, net sizes down to this step'),
    seamOverlapMm: lengthMm.max(100),
    minPanelMm: lengthMm.max(1000).describe('No panel covers less of the pane than this'),
    bookValue: z
      .number()
      .min(0.01)
      .max(1)
      .default(0.6)
      .describe('What film off a roll on the rack counts, as a share of what it costs to buy again'),
    keepUnderMm: lengthMm
      .max(300)
      .default(50)
      .describe('What a slit would leave that is narrower stays on the piece: no knife for it'),
    longestPullMm: z
      .number()
      .min(LONGEST_PULL_MM.least)
      .max(LONGEST_PULL_MM.most)
      .default(5000)
      .describe('The clear floor or bench there is to pull film out on'),
    benchDropMm: lengthMm
      .min(300)
      .default(900)
      .describe('Film is measured in drops from a bench of this height'),
    squareRollEnd: z
      .enum(['squaringCut', 'addToNet'])
      .default('squaringCut')
      .describe('An end out of square is cut off first, or net pieces get it added'),
    squaringCutMm: lengthMm.max(50).default(10).describe('A squaring cut takes at least this off the roll'),
    minOffcutWidthMm: lengthMm.max(2000),
    minOffcutLengthMm: lengthMm.max(5000),
    seamPlaces: z
      .enum(['equal', 'free'])
      .default('free')
      .describe(
        'Panels of one pane are always equal, or their seams go where film, work and looks count least',
      ),
    seamLooks: seamLooksSchema
      .default(SEAM_LOOKS.weighed)
      .describe('What a seam counts by where it is seen, in the money of the film prices'),
    seam: z
      .enum(['double', 'butt'])
      .default('double')
      .describe('Seams are cut through both layers on the glass, or butted edge to edge as they come'),
    work: cuttingWorkSchema.prefault({}),
  }),
  fitting: z.strictObject({
    lightGapMm: lengthMm.max(10),
    heavyLightGapMm: lengthMm.max(10),
    heavyFromUm: z.number().min(0).max(1000),
    stopShortMm: lengthMm.max(200).describe('Squeegee strokes stop this short of an uncut edge'),
    cornerStopMm: lengthMm
      .max(300)
      .describe('A trim cut stops this far before a corner and comes back from it'),
    wickFromMm: lengthMm.max(200),
    oneHandUpToM2: z.number().min(0).max(20),
    solutionLitresPerM2: z.number().min(0).max(5),
    soapDropsPerLitre: z.number().min(0).max(500),
    glassFromC: z.number().min(-20).max(30),
    glassToC: z.number().min(10).max(60),
    recheckAfterSeconds: z.int().min(0).max(7200),
    inspectFromM: z.number().min(0.2).max(10),
    rollDownUpToMm: lengthMm
      .default(1300)
      .describe('One installer rolls a piece of up to this width down the glass alone'),
    twoHandsFromUm: z.number().min(0).max(1000).default(175).describe('Film as thick as this takes two'),
    printedOneHandUpToM2: z.number().min(0).max(20).default(0.5).describe('Larger printed film takes two'),
    ladderAboveMm: z
      .number()
      .min(500)
      .max(10_000)
      .default(2100)
      .describe('Glass that reaches higher over the floor wants a step'),
    secondPersonAboveMm: z
      .number()
      .min(500)
      .max(10_000)
      .default(2600)
      .describe('Glass that reaches higher over the floor wants a second person'),
    comeBackMin: z
      .number()
      .min(0)
      .max(60)
      .default(0.5)
      .describe('Glass block, and glass in the sun, again after'),
    dryTrimMin: z
      .number()
      .min(0)
      .max(600)
      .default(60)
      .describe('Printed film dries so long before it is trimmed'),
    seamCoatDays: days.default(7).describe('Seams in wet rooms are coated after'),
    squeegeeMm: lengthMm.min(30).max(1000).default(150).describe('How broad the squeegee is'),
    scraperMm: lengthMm.min(20).max(500).default(120).describe('How broad the scraper is'),
    cardMm: lengthMm.min(20).max(300).default(80).describe('How broad the card is'),
    straightEdgeMm: lengthMm
      .min(100)
      .max(4000)
      .default(1000)
      .describe('How long the straight edge is that seams are cut along'),
    hardRollFromUm: z
      .number()
      .min(0)
      .max(1000)
      .default(150)
      .describe('Decorative film as thick as this is pressed down with a hard roller'),
    lookAgainAfterPanes: z
      .int()
      .min(1)
      .max(20)
      .default(2)
      .describe('A pane is looked at again when so many more have been hung'),
    leastPaneMin: z
      .number()
      .min(0)
      .max(60)
      .default(3)
      .describe('A pane ticked in less than this was ticked afterwards: its times teach nothing'),
    mixing: z
      .strictObject({
        school: z.enum(MIXING_SCHOOLS),
        pumpsPerLitre: z.number().min(0).max(100),
        waterParts: z.number().min(0.1).max(1000).describe('Parts of water to one of soap'),
        squirtsPerLitre: z.number().min(0).max(100),
        alcoholShare: z.number().min(0).max(0.9),
        bottleMl: z.number().min(50).max(50_000).describe('What the sprayer holds'),
      })
      .default(USUAL_MIXING)
      .describe('How the mounting solution is mixed'),
    meterTolerance: z
      .number()
      .min(0)
      .max(0.5)
      .default(0.05)
      .describe('Readings of the meter may differ from what was computed by'),
    kit: z
      .strictObject({
        bladeCutM: z.number().min(0.1).max(1000).describe('A snap of the blade cuts so many metres'),
        scraperBladePanes: z.number().min(0.1).max(1000).describe('A scraper blade does so many panes'),
        clothsPerM2: z.number().min(0).max(100),
        panesPerSheet: z.number().min(0.1).max(1000),
        edgeSealerMlPerM: z.number().min(0).max(1000),
        bagM2: z.number().min(0.1).max(1000).describe('A waste bag takes what so many m² leave'),
      })
      .default(USUAL_KIT)
      .describe('What is used up'),
    viewing: z
      .strictObject({
        minutes: z.number().min(0).max(60),
        edgeUpToMm: lengthMm.max(100),
        middleUpToMm: lengthMm.max(100),
      })
      .default(USUAL_VIEWING)
      .describe('What is left alone: what takes longer to find, or is no larger, by its place'),
    grace: z
      .strictObject({
        atC: z.number().min(-20).max(60),
        minutes: z.number().min(0.1).max(60),
        halvesPerK: z.number().min(1).max(100),
        leastMin: z.number().min(0).max(60),
        mostMin: z.number().min(0.1).max(120),
      })
      .default(USUAL_GRACE)
      .describe('How long film can be moved before it grabs, an estimate'),
    anchor: z
      .strictObject({
        fullLegMm: lengthMm.max(50),
        smallLegMm: lengthMm.max(50),
        leastSeatMm: lengthMm.max(50),
        wasteShare: z.number().min(0).max(1),
        dryBeforeH: z.number().min(0).max(1000),
        cureH: z.number().min(0).max(2000),
      })
      .default(USUAL_ANCHOR)
      .describe('A bead that anchors security film to the frame'),
  }),
  price: priceRulesSchema.prefault({}),
  day: dayRulesSchema.prefault({}),
  cure: z.strictObject({
    clingDays: days,
    dryDays: days.describe('Films hung dry: nothing has to leave through the film'),
    byThickness: z
      .array(z.strictObject({ upToUm: z.number().positive(), days }))
      .min(1)
      .describe('Adhesive films, in rising thickness; the last also holds above'),
  }),
});

export type RuleSet = z.infer<typeof ruleSetSchema>;
