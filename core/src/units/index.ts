export { assertNever, fail, succeed, type Result } from './result.ts';
export {
  MM_PER_INCH,
  RULE_MARK_MM,
  MM_PER_UNIT,
  formatBareLength,
  formatLength,
  lengthParts,
  parseLength,
  roundLength,
  type ExpectedLength,
  type LengthParts,
  type LengthProblem,
  type LengthStyle,
  type LengthUnit,
  type Rounding,
  type UnderstoodLength,
} from './length.ts';
export { brokenTextIn, cutText } from './text.ts';
export { countOf, formatMoney, formatNumber, formatShare, listOf, nameOfMonth } from './numbers.ts';
export { formatArea, formatRollWidth, formatRun, formatTemperature, formatVolume } from './quantity.ts';
export {
  LARGEST_EXCESS_MM,
  LONGEST_LENGTH_MM,
  SAME_PLACE_MM,
  SHORTEST_GLASS_MM,
  SMALLEST_LACK_MM,
  SUMMARY_SHARE,
} from './tolerances.ts';
export {
  readFormat,
  readJsonText,
  readFormatValue,
  type FileProblem,
  type FormatReader,
  type ReadFile,
} from './readFormat.ts';
export { seededRandom } from './random.ts';
