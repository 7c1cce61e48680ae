import type { AccessWay, CostLine } from '../quote/index.ts';
import { isSheet } from '../film/index.ts';
import type { UsedUp } from '../fitting/index.ts';
import { KIT_NAMES } from './names.ts';
import type { PriceWarning } from '../price/index.ts';
import {
  countOf,
  formatLength,
  formatNumber,
  formatRun,
  formatShare,
  formatVolume,
  type LengthUnit,
} from '../units/index.ts';

/* What the lines of a price are called, and the figures behind them. */

const USED_NAMES: Readonly<Record<UsedUp | 'solution', string>> = {
  ...KIT_NAMES,
  solution: 'Mounting solution',
};

const WAY_NAMES: Readonly<Record<AccessWay, string>> = {
  floor: 'From the floor',
  step: 'Step',
  ladder: 'Ladder',
  scaffold: 'Scaffold',
};

/** The parts a cost is told in, in their order. */
export const COST_PARTS = ['film', 'work', 'used', 'other', 'travel'] as const;
export type CostPart = (typeof COST_PARTS)[number];
export const COST_PART_NAMES: Readonly<Record<CostPart, string>> = {
  film: 'Film',
  work: 'Work',
  used: 'Consumables',
  other: 'Hire, waste, rework',
  travel: 'Travel',
};

export function costPartOf({ code }: CostLine): CostPart {
  switch (code) {
    case 'film':
    case 'filmOnHand':
      return 'film';
    case 'hanging':
    case 'setUp':
    case 'removal':
    case 'fixing':
    case 'laterVisits':
      return 'work';
    case 'used':
      return 'used';
    case 'travel':
      return 'travel';
    default:
      return 'other';
  }
}

/** Minutes as people say them: 45 min, 3 h 20 min. */
export function describeMinutes(minutes: number): string {
  const whole = Math.round(minutes);
  const [hours, rest] = [Math.floor(whole / 60), whole % 60];
  if (hours === 0) return `${rest}\u00a0min`;
  return rest === 0 ? `${hours}\u00a0h` : `${hours}\u00a0h ${rest}\u00a0min`;
}

/** What a line is for. */
export function nameOfCost(line: CostLine): string {
  switch (line.code) {
    case 'film':
      return line.filmName;
    case 'filmOnHand':
    case 'extra':
      return line.name;
    case 'hanging':
      return 'Hanging film';
    case 'setUp':
      return 'Carrying in, protecting, clearing';
    case 'removal':
      return 'Taking old film off';
    case 'fixing':
      return 'Putting defects right';
    case 'laterVisits':
      return 'Later visits';
    case 'used':
      return USED_NAMES[line.item];
    case 'hire':
      return `${WAY_NAMES[line.way]}, hired`;
    case 'disposal':
      return 'Waste';
    case 'redo':
      return 'Rework';
    case 'travel':
      return 'Travel there and back';
  }
}

/** The figures behind a line, in a few words; empty where its name says all. */
export function figuresOfCost(line: CostLine, unit: LengthUnit): string {
  switch (line.code) {
    case 'film':
      if (isSheet(line)) return `${countOf(line.rolls, 'sheet')} ${formatLength(line.rollMm, { unit })} high`;
      return `${formatRun(line.usedMm, unit)} of ${countOf(line.rolls, 'roll')} of ${formatRun(line.rollMm, unit)}`;
    case 'filmOnHand':
      return `${formatRun(line.metres * 1000, unit)}, on the rack`;
    case 'hanging':
      return `${countOf(line.panes, 'pane')}, ${describeMinutes(line.minutes)} of one person`;
    case 'setUp':
      return `${countOf(line.count, 'room')}, ${describeMinutes(line.minutes)}`;
    case 'removal':
      return `${countOf(line.count, 'pane')}, ${describeMinutes(line.minutes)}`;
    case 'fixing':
      return `${countOf(line.count, 'defect')}, ${describeMinutes(line.minutes)}`;
    case 'laterVisits':
      return `${countOf(line.count, 'visit')}, ${describeMinutes(line.minutes)}`;
    case 'used':
      return amountOf(line.item, line.amount, unit);
    case 'hire':
      return countOf(line.days, 'day');
    case 'redo':
      return `${formatShare(line.share)} of film and work`;
    case 'travel':
      return `${countOf(line.trips, 'trip')}, ${formatNumber(line.km)} km and ${describeMinutes(line.minutes)} each`;
    case 'disposal':
    case 'extra':
      return '';
  }
}

function amountOf(item: UsedUp | 'solution', amount: number, unit: LengthUnit): string {
  if (item === 'solution') return formatVolume(amount, unit);
  if (item === 'edgeSealer') return formatVolume(amount / 1000, unit);
  if (item === 'maskingTape') return formatRun(amount * 1000, unit);
  return formatNumber(amount);
}

export const PRICE_WARNING_TEXTS: Readonly<Record<PriceWarning, string>> = {
  belowCost: 'This is less than the job costs.',
  belowMinimum: 'With the discount it is less than the house’s minimum.',
  marginUnder: 'With the discount the margin is smaller than the house’s.',
};
