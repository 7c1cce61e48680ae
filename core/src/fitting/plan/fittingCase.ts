import { z } from 'zod';
import type { FormatReader } from '../../units/index.ts';
import { DEFAULT_RULE_SETS, ruleSetSchema, type RuleSet } from '../../rules/index.ts';
import { SIDES } from '../../survey/index.ts';
import { BEADS } from './beads.ts';

/** The file format `neat-sill/fitting-case` 1 (docs/formats): a pane with its film, piece and site, as whoever fits it meets it. */

const lengthMm = z.number('A length is a number of mm').positive('Must be above 0').max(12_000);
const placeMm = z.number().min(0, 'Must be 0 or more').max(12_000);
const side = z.enum(SIDES);

export const FITTING_GLASS = ['single', 'sealedUnit', 'laminated', 'glassBlock'] as const;
export const FITTING_FILMS = [
  'solar',
  'lowE',
  'security',
  'frosted',
  'patterned',
  'printed',
  'perforated',
  'clear',
] as const;
export const PIECE_SCHOOLS = ['margin', 'tight', 'factoryEdge', 'bench', 'plotted'] as const;

const paneSchema = z.strictObject({
  widthMm: lengthMm,
  heightMm: lengthMm,
  cornerRadiusMm: placeMm.default(0),
  sillOverFloorMm: z.number().min(0).max(100_000).default(0),
  recessMm: placeMm.default(0),
  glass: z.enum(FITTING_GLASS),
  strength: z.enum(['annealed', 'tempered', 'heatStrengthened', 'wired']).default('annealed'),
  /** Of the face that takes the film. */
  surface: z.enum(['smooth', 'textured']).default('smooth'),
  /** Heard under the blade on tempered glass; null while nobody has listened. */
  fusedParticles: z.boolean().nullable().default(null),
  frame: z.enum(['timber', 'aluminium', 'pvc', 'steel']),
  joint: z.enum(['gasket', 'putty', 'silicone', 'bead']),
  handle: side.nullable().default(null),
  side: z.enum(['inside', 'outside']).default('inside'),
  wetRoom: z.boolean().default(false),
  oldFilm: z.boolean().default(false),
  blocks: z
    .strictObject({
      across: z.int().min(1).max(100),
      down: z.int().min(1).max(100),
      faceMm: lengthMm,
      jointMm: placeMm,
      cornerRadiusMm: placeMm,
    })
    .nullable()
    .default(null),
});

export const fittingCaseSchema = z
  .strictObject({
    format: z.literal('neat-sill/fitting-case'),
    version: z.literal(1),
    id: z.string().max(200),
    pane: paneSchema,
    film: z.strictObject({
      kind: z.enum(FITTING_FILMS),
      hold: z.enum(['pressureSensitive', 'dryAdhesive', 'cling']),
      thicknessUm: z.number().positive().max(1000),
      dry: z.boolean().default(false),
      liner: z.boolean().default(true),
      pattern: z.boolean().default(false),
      leadStrips: z.boolean().default(false),
    }),
    piece: z.strictObject({
      school: z.enum(PIECE_SCHOOLS),
      factoryEdge: side.nullable().default(null),
      panels: z.int().min(1).max(20).default(1),
      seamWay: z.enum(['doubleCut', 'butt']).default('doubleCut'),
    }),
    anchor: z
      .strictObject({
        bead: z.enum(BEADS),
        sides: z.array(side).min(1, 'An anchor holds one side at least').max(4),
      })
      .nullable()
      .default(null),
    site: z.strictObject({
      people: z.int().min(1).max(20).default(1),
      skill: z.enum(['learner', 'installer', 'master']).default('installer'),
      glassC: z.number().min(-60).max(100).default(18),
      directSun: z.boolean().default(false),
      roomC: z.number().min(-60).max(60).default(20),
      season: z.enum(['spring', 'summer', 'autumn', 'winter']).default('summer'),
    }),
    /** What deviates from the shop's defaults, by the names of the rule set. */
    rules: z.record(z.string(), z.unknown()).default({}),
  })
  .check(({ value: { pane, piece, anchor, rules }, issues }) => {
    const refuse = (path: (string | number)[], message: string) =>
      issues.push({ code: 'custom', input: undefined, path, message });
    if (pane.glass === 'glassBlock' && pane.blocks === null)
      refuse(['pane', 'blocks'], 'Glass block says its blocks, as { "across": 6, "down": 8, "faceMm": 182 }');
    if (piece.school === 'factoryEdge' && piece.factoryEdge === null)
      refuse(['piece', 'factoryEdge'], 'Say which side hangs on the factory edge');
    if (anchor && new Set(anchor.sides).size < anchor.sides.length)
      refuse(['anchor', 'sides'], 'A side is named twice');
    const read = readRules(rules);
    if (!read.success) {
      const [first] = read.error.issues;
      refuse(['rules', ...((first?.path ?? []) as (string | number)[])], first?.message ?? 'No such rule');
    }
  });
export type FittingCase = z.infer<typeof fittingCaseSchema>;

type Tree = Readonly<Record<string, unknown>>;
const isTree = (value: unknown): value is Tree =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function overlaid(base: Tree, changes: Tree): Tree {
  const entries = Object.entries(changes).map(([name, change]) => {
    const before = base[name];
    return [name, isTree(before) && isTree(change) ? overlaid(before, change) : change] as const;
  });
  return { ...base, ...Object.fromEntries(entries) };
}

function readRules(changes: Tree) {
  return ruleSetSchema.safeParse(overlaid(DEFAULT_RULE_SETS[0], changes));
}

/** The house rules of a case: the shop's defaults with what deviates. Throws what the case's schema refuses. */
export function rulesOfCase({ rules }: Pick<FittingCase, 'rules'>): RuleSet {
  return ruleSetSchema.parse(overlaid(DEFAULT_RULE_SETS[0], rules));
}

export const fittingCaseFormat: FormatReader<FittingCase> = {
  format: 'neat-sill/fitting-case',
  version: 1,
  schema: fittingCaseSchema,
};
