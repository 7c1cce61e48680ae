import { LARGEST_PLAUSIBLE_MM } from './doubt/doubts.ts';
import {
  LONGEST_LENGTH_MM,
  MM_PER_UNIT,
  SHORTEST_GLASS_MM,
  fail,
  parseLength,
  succeed,
  type LengthProblem,
  type LengthUnit,
  type Result,
} from '../units/index.ts';
import type { PaneShape } from './shape.ts';
import type { FrameKind, GlassKind, OpeningKind, Side, Size } from './pane.ts';

/** An opening as said in one line: `640 x 1120 x3 sash`, `32 1/4 by 44 1/8 double`, `1200 x 900 lights 3 by 2`. */
export interface OpeningLine {
  readonly width: { readonly mm: number; readonly typed: string };
  readonly height: { readonly mm: number; readonly typed: string };
  readonly count: number;
  readonly opening: OpeningKind | null;
  readonly glass: GlassKind | null;
  readonly frame: FrameKind | null;
  readonly handle: Side | null;
  /** Not a plain rectangle; null where nothing was said of it. */
  readonly shape: PaneShape | null;
  /** Over another opening, as a fanlight over a door: by its number, or null for the last of the wall; null where it stands beside. */
  readonly above: { readonly label: string | null } | null;
  /** A grid of lights behind bars; the size is then that of the whole. */
  readonly grid: { readonly columns: number; readonly rows: number; readonly barMm: number | null } | null;
}

export type LineProblem =
  | { readonly code: 'line.empty' }
  | { readonly code: 'line.needsTwoLengths'; readonly typed: string }
  | { readonly code: 'line.unknownWord'; readonly word: string }
  | { readonly code: 'line.badCount'; readonly typed: string }
  /** Bare numbers that are no glass in the person's unit and may be in others, the likelier first. */
  | { readonly code: 'line.whichUnit'; readonly typed: string; readonly units: readonly BareUnit[] }
  /** Something that goes with another shape than the one the line says. */
  | { readonly code: 'line.doesNotBelong'; readonly word: string }
  | {
      readonly code: 'line.badLength';
      readonly side: 'width' | 'height' | 'bars' | 'joint' | 'radius' | 'rise';
      readonly problem: LengthProblem;
    };

/** What bare numbers of a line may be in. */
export const BARE_UNITS = ['mm', 'cm', 'in'] as const;
export type BareUnit = (typeof BARE_UNITS)[number];

export const MOST_AT_ONCE = 60;
const MOST_LIGHTS = 20;
const MOST_BLOCKS = 100;

type Said = Partial<Pick<OpeningLine, 'opening' | 'glass' | 'frame' | 'handle'>>;

/** What people call things on the ladder; longer names first, so that "french door" is not read as a door. */
const WORDS: readonly (readonly [RegExp, Said])[] = [
  [/(?:french\s+)?doors?/i, { opening: 'frenchDoor' }],
  [/windows?/i, {}],
  [/roof\s*lights?/i, { opening: 'roofLight' }],
  [/side\s*lights?/i, { opening: 'sidelight' }],
  [/fan\s*lights?/i, { opening: 'fanlight' }],
  [/glass\s*blocks?|blocks?/i, { opening: 'blockWall', glass: 'block' }],
  [/fixed(?:\s+lights?)?/i, { opening: 'fixed' }],
  [/casements?/i, { opening: 'casement' }],
  [/sash(?:es)?/i, { opening: 'sash' }],
  [/sliders?/i, { opening: 'slider' }],
  [/shop\s*fronts?/i, { opening: 'shopfront' }],
  [/partitions?/i, { opening: 'partition' }],
  [/(?:double\s+)?hard\s+low-?e/i, { glass: 'hardLowEDouble' }],
  [/(?:double\s+)?low-?e/i, { glass: 'lowEDouble' }],
  [/tinted\s+double/i, { glass: 'tintedDouble' }],
  [/tinted/i, { glass: 'tintedSingle' }],
  [/single/i, { glass: 'single' }],
  [/double/i, { glass: 'double' }],
  [/triple/i, { glass: 'triple' }],
  [/laminated/i, { glass: 'laminated' }],
  [/wired/i, { glass: 'wired' }],
  [/(?:patterned|textured)/i, { glass: 'patterned' }],
  [/(?:tempered|toughened)/i, { glass: 'tempered' }],
  [/(?:plastic|acrylic|polycarbonate)/i, { glass: 'plastic' }],
  [/(?:timber|wood(?:en)?)/i, { frame: 'timber' }],
  [/alumin(?:i?um)/i, { frame: 'aluminium' }],
  [/(?:pvc|upvc)/i, { frame: 'pvc' }],
  [/steel/i, { frame: 'steel' }],
  [/frameless/i, { frame: 'none' }],
  [/handle\s+(?:at\s+)?(?:the\s+)?left/i, { handle: 'left' }],
  [/handle\s+(?:at\s+)?(?:the\s+)?right/i, { handle: 'right' }],
  [/handle\s+(?:at\s+)?(?:the\s+)?top/i, { handle: 'top' }],
  [/handle\s+(?:at\s+)?(?:the\s+)?bottom/i, { handle: 'bottom' }],
];

const LIGHTS =
  /(?:lights?|grid)\s+(\d{1,2})\s*(?:x|×|by)\s*(\d{1,2})(?!\d)|(?<!\d)(\d{1,2})\s*(?:x|×|by)\s*(\d{1,2})\s+lights?/i;
const BARS = /bars?\s+([\d./\s]+(?:mm|cm|in|")?)/i;
const BLOCKS = /(?:glass\s+)?blocks?\s+(\d{1,3})\s*(?:x|×|by)\s*(\d{1,3})(?!\d)/i;
const LENGTH_AFTER = String.raw`\s+([\d./\s]*\d(?:\s*(?:mm|cm|in|"))?)`;
const JOINT = new RegExp(`joints?${LENGTH_AFTER}`, 'i');
const RADIUS = new RegExp(`(?:(?:corner\\s+)?radius|rounded)${LENGTH_AFTER}`, 'i');
const RISE = new RegExp(`rise${LENGTH_AFTER}`, 'i');
const SHAPE_WORD =
  /(?<![\w-])(arch(?:ed)?|triangles?|circles?|round|trapeziums?|raked|out\s+of\s+square)(?![\w-])/i;
const ABOVE = /(?<![\w-])(?:above|over)(?:\s+(?:pane|no\.?|number)?\s*(?!x\s*\d)(\w{1,12}))?(?![\w-])/i;
const COUNT = /(?<![\d/.])(\d+)\s*(?:off|pieces|times)(?!\w)/i;
/** Letters that belong to no length: units and a letter mistyped for a digit are left to the length's own reading. */
const UNKNOWN_WORD = /(?<![\w/])(?!(?:mm|cm|m|in|inch|inches|ft|feet|foot)\b)[a-z]{2,}/i;
/** A number without a unit or a fraction. */
const BARE = /^\d+(?:[.,]\d+)?$/;
const numberOf = (text: string) => Number(text.replace(',', '.'));
const BETWEEN = /\s*(?:×|\bby\b|\*|(?<=[\d\s"'″′a-z])x(?=\s*[\d.]))\s*/i;

/** What may be said of a shape beside its size, and of which shapes. */
type ShapeMeasure = 'joint' | 'radius' | 'rise';
const MEASURES: Readonly<Record<ShapeMeasure, readonly PaneShape['kind'][]>> = {
  joint: ['blocks'],
  radius: ['rectangle', 'blocks'],
  rise: ['arch'],
};

interface SaidOfShape {
  readonly blocks: { readonly columns: number; readonly rows: number; readonly block: Size } | null;
  readonly word: string | null;
  readonly measures: Readonly<Partial<Record<ShapeMeasure, number>>>;
}

function shapeOfWord(word: string, riseMm: number | null): PaneShape {
  const said = word.toLowerCase();
  if (said.startsWith('arch')) return { kind: 'arch', riseMm };
  if (said.startsWith('tri')) return { kind: 'triangle', apexMm: null };
  if (said.startsWith('trap') || said === 'raked')
    return { kind: 'trapezium', parallel: 'upright', offsetMm: 0 };
  return said.startsWith('out') ? { kind: 'quadrilateral' } : { kind: 'circle' };
}

/** The shape that a line says, null for a plain rectangle; what belongs to another shape is not passed over. */
function shapeSaid({ blocks, word, measures }: SaidOfShape): Result<PaneShape | null, LineProblem> {
  const { joint = 0, radius = 0, rise = null } = measures;
  const named = word ?? (rise === null ? null : 'arch');
  const shape: PaneShape = blocks
    ? { kind: 'blocks', ...blocks, jointMm: joint, cornerRadiusMm: radius }
    : named === null
      ? { kind: 'rectangle', cornerRadiusMm: radius }
      : shapeOfWord(named, rise);
  const stray = (Object.keys(measures) as ShapeMeasure[]).find(
    (name) => !MEASURES[name].includes(shape.kind),
  );
  const strayWord = stray ?? (blocks ? word : null);
  if (strayWord) return fail({ code: 'line.doesNotBelong', word: strayWord });
  return succeed(shape.kind === 'rectangle' && radius === 0 ? null : shape);
}

/** A number that can only be a count, since no glass is so small in any unit. */
const isCount = (text: string) => /^\d{1,2}$/.test(text) && Number(text) <= MOST_AT_ONCE;

/** Glass has a side of at least this, and no glass is longer than people ask about; mm. */
const LONGER_SIDE_FROM_MM = 100;

/**
 * "2 x 640 x 1120" says its count first, "640 x 1120 x 2" last: three parts with the count at the end. Where either could
 * be the count, as in inches, it is the one that is no side of a pane.
 */
function countLast(parts: readonly string[], unit: LengthUnit): readonly string[] {
  const [first = '', second, third = '', ...more] = parts;
  if (more.length > 0 || second === undefined || third === '' || !isCount(first)) return parts;
  const mmOf = (text: string) => Number(text) * MM_PER_UNIT[unitSaid(second) === 'in' ? 'in' : unit];
  const isSide = (text: string) => mmOf(text) >= LONGER_SIDE_FROM_MM;
  return !isCount(third) || (isSide(third) && !isSide(first)) ? [second, third, first] : parts;
}

/** The unit that a length says: a sign, a word, or a fraction, which is inches; null for a bare number. */
function unitSaid(text: string): string | null {
  const metric = /\d\s*(mm|cm|m)\s*$/i.exec(text)?.[1];
  return metric ?? (/["'″′/]|\b(?:in|inch|inches|ft|feet|foot)\b/i.test(text) ? 'in' : null);
}

/** Which unit somebody means who forgets to say it, the likelier first. */
const MEANT: Readonly<Record<LengthUnit, readonly BareUnit[]>> = {
  mm: ['cm', 'in', 'mm'],
  in: ['mm', 'cm', 'in'],
};

/**
 * What two bare numbers are in: the person's unit where that gives glass, else the one unit they can be in, or what
 * somebody has said of such a line before; else it has to be asked. For the line, not for each side by itself.
 */
function bareUnitOf(
  sides: readonly [number, number],
  unit: LengthUnit,
  said: BareUnit | null,
): BareUnit | readonly BareUnit[] {
  const fits = (each: BareUnit) => {
    const [shorter, longer] = [
      Math.min(...sides) * MM_PER_UNIT[each],
      Math.max(...sides) * MM_PER_UNIT[each],
    ];
    return shorter >= SHORTEST_GLASS_MM && longer >= LONGER_SIDE_FROM_MM && longer <= LARGEST_PLAUSIBLE_MM;
  };
  if (fits(unit)) return unit;
  if (said !== null && (said === unit || fits(said))) return said;
  const others = MEANT[unit].filter((each) => each !== unit && fits(each));
  const [only = unit] = others;
  const possible = Math.max(...sides) * MM_PER_UNIT[unit] <= LONGEST_LENGTH_MM;
  if (others.length === 0 || (others.length === 1 && !possible)) return only;
  return MEANT[unit].filter((each) => others.includes(each) || (each === unit && possible));
}

/** Both sides of a pane: where one says its unit, the bare number beside it is meant in that as well. */
function sidesOf(widthText: string, heightText: string, unit: LengthUnit) {
  const [ofWidth, ofHeight] = [unitSaid(widthText), unitSaid(heightText)];
  const read = (text: string, own: string | null, beside: string | null) => {
    const alike = own === null && beside !== null ? parseLength(`${text} ${beside}`, unit, 'glass') : null;
    // 1300 beside 81.9 cm are millimetres: nobody has such glass in centimetres.
    return alike?.ok && alike.value.mm <= LARGEST_PLAUSIBLE_MM
      ? { typed: `${text} ${beside}`, length: alike }
      : { typed: text, length: parseLength(text, unit, 'glass') };
  };
  return [read(widthText, ofWidth, ofHeight), read(heightText, ofHeight, ofWidth)] as const;
}

function take(text: string, pattern: RegExp): { rest: string; found: RegExpExecArray | null } {
  const found = pattern.exec(text);
  const rest = found ? `${text.slice(0, found.index)} ${text.slice(found.index + found[0].length)}` : text;
  return { rest: rest.replaceAll(/\s+/g, ' ').trim(), found };
}

/**
 * Understands an opening said in one line. Lengths in any spelling of the trade, bare numbers in `unit` or, where that is
 * no glass, in `bareAs`, what somebody has answered before; width first.
 * What it does not understand it names, and takes nothing.
 */
export function parseOpeningLine(
  text: string,
  unit: LengthUnit,
  bareAs: BareUnit | null = null,
): Result<OpeningLine, LineProblem> {
  if (text.trim() === '') return fail({ code: 'line.empty' });
  // A comma between two digits is a decimal one; any other parts what is said.
  let rest = text.replaceAll(/(?<!\d),|,(?!\d)/g, ' ').trim();
  let said: Said = {};

  const blocks = take(rest, BLOCKS);
  rest = blocks.rest;
  const extra: Partial<Record<ShapeMeasure, number>> = {};
  for (const [name, pattern] of [
    ['joint', JOINT],
    ['radius', RADIUS],
    ['rise', RISE],
  ] as const) {
    const found = take(rest, pattern);
    rest = found.rest;
    if (!found.found) continue;
    const read = parseLength((found.found[1] ?? '').trim(), unit, 'any');
    if (!read.ok) return fail({ code: 'line.badLength', side: name, problem: read.problem });
    extra[name] = read.value.mm;
  }
  const shaped = take(rest, SHAPE_WORD);
  rest = shaped.rest;
  const lights = take(rest, LIGHTS);
  rest = lights.rest;
  const bars = lights.found ? take(rest, BARS) : { rest, found: null };
  rest = bars.rest;
  for (const [pattern, meaning] of WORDS) {
    const word = take(rest, new RegExp(`(?<![\\w-])(?:${pattern.source})(?![\\w-])`, 'i'));
    if (word.found) {
      rest = word.rest;
      said = { ...meaning, ...said };
    }
  }
  const counted = take(rest, COUNT);
  rest = counted.rest;
  const above = take(rest, ABOVE);
  rest = above.rest;
  const unknown = UNKNOWN_WORD.exec(rest.replaceAll(/\bby\b/gi, ' '));
  if (unknown) return fail({ code: 'line.unknownWord', word: unknown[0] });
  const [widthText = '', heightText = '', times, more] = countLast(
    rest.split(BETWEEN).map((part) => part.trim()),
    unit,
  );
  const countText = times ?? counted.found?.[1] ?? '1';
  if (widthText === '' || heightText === '' || more !== undefined || (times !== undefined && counted.found))
    return fail({ code: 'line.needsTwoLengths', typed: text.trim() });
  const count = /^\d+$/.test(countText) ? Number(countText) : 0;
  if (count < 1 || count > MOST_AT_ONCE) return fail({ code: 'line.badCount', typed: countText });
  const bare = BARE.test(widthText) && BARE.test(heightText);
  const meant = bare ? bareUnitOf([numberOf(widthText), numberOf(heightText)], unit, bareAs) : null;
  if (meant !== null && typeof meant !== 'string')
    return fail({ code: 'line.whichUnit', typed: text.trim(), units: meant });
  const inUnit = (side: string) => ({
    typed: meant === unit ? side : `${side} ${meant}`,
    length: parseLength(`${side} ${meant}`, unit),
  });
  const [saidWidth, saidHeight] =
    meant === null
      ? sidesOf(widthText, heightText, unit)
      : ([inUnit(widthText), inUnit(heightText)] as const);
  const [width, height] = [saidWidth.length, saidHeight.length];
  if (!width.ok) return fail({ code: 'line.badLength', side: 'width', problem: width.problem });
  if (!height.ok) return fail({ code: 'line.badLength', side: 'height', problem: height.problem });
  const barMm = bars.found ? parseLength((bars.found[1] ?? '').trim(), unit, 'any') : null;
  if (barMm && !barMm.ok) return fail({ code: 'line.badLength', side: 'bars', problem: barMm.problem });
  const [columns, rows] = lights.found
    ? [Number(lights.found[1] ?? lights.found[3]), Number(lights.found[2] ?? lights.found[4])]
    : [1, 1];
  if (columns < 1 || rows < 1 || columns > MOST_LIGHTS || rows > MOST_LIGHTS)
    return fail({ code: 'line.badCount', typed: lights.found?.[0] ?? '' });
  const [across, up] = [Number(blocks.found?.[1] ?? 0), Number(blocks.found?.[2] ?? 0)];
  if (blocks.found && (across < 1 || up < 1 || across > MOST_BLOCKS || up > MOST_BLOCKS))
    return fail({ code: 'line.badCount', typed: blocks.found[0] });
  const block = { widthMm: width.value.mm, heightMm: height.value.mm };
  const shape = shapeSaid({
    blocks: blocks.found ? { columns: across, rows: up, block } : null,
    word: shaped.found?.[1] ?? null,
    measures: extra,
  });
  if (!shape.ok) return shape;
  if (lights.found && shape.value) return fail({ code: 'line.doesNotBelong', word: lights.found[0] });
  if (blocks.found) said = { opening: 'blockWall', glass: 'block', ...said };
  return succeed({
    shape: shape.value,
    width: { mm: width.value.mm, typed: saidWidth.typed },
    height: { mm: height.value.mm, typed: saidHeight.typed },
    count,
    opening: said.opening ?? null,
    glass: said.glass ?? null,
    frame: said.frame ?? null,
    handle: said.handle ?? null,
    above: above.found ? { label: above.found[1] ?? null } : null,
    grid: lights.found ? { columns, rows, barMm: barMm?.ok ? barMm.value.mm : null } : null,
  });
}
