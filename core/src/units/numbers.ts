/**
 * Numbers, money, counts and lists as people read them. English ships; the language stands in one place, so that a
 * catalogue of another one finds it here.
 */
const LANGUAGE = 'en-GB';

const inDigits = new Map<number, Intl.NumberFormat>();
const digitsFormat = (digits: number) => {
  const known = inDigits.get(digits);
  if (known) return known;
  const made = new Intl.NumberFormat(LANGUAGE, {
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
    useGrouping: 'min2',
  });
  inDigits.set(digits, made);
  return made;
};
const plurals = new Intl.PluralRules(LANGUAGE);
const lists = {
  and: new Intl.ListFormat(LANGUAGE, { type: 'conjunction' }),
  or: new Intl.ListFormat(LANGUAGE, { type: 'disjunction' }),
};

/** A number with so many decimals, `0.42`, `12,400`, `−3.1`; what rounds to nothing has no sign. */
export function formatNumber(value: number, digits = 0): string {
  const text = digitsFormat(digits).format(value);
  return /[1-9]/.test(text) ? text.replace('-', '−') : text.replace('-', '');
}

/** A share from 0 to 1 as `42 %`, which never breaks over two lines. */
export function formatShare(share: number, digits = 0): string {
  return `${formatNumber(share * 100, digits)}\u00a0%`;
}

const inCurrencies = new Map<string, Intl.NumberFormat>();

/** An amount of money with the sign of its currency (ISO 4217) and as many decimals as that has: `€1,030.00`, `¥1,030`. */
export function formatMoney(amount: number, currency: string): string {
  const known = inCurrencies.get(currency);
  const format =
    known ??
    new Intl.NumberFormat(LANGUAGE, {
      style: 'currency',
      currency,
      currencyDisplay: 'narrowSymbol',
      useGrouping: 'min2',
    });
  inCurrencies.set(currency, format);
  const text = format.format(amount);
  return /[1-9]/.test(text) ? text.replace('-', '−') : text.replace('-', '');
}

/** `1 pane`, `3 panes`; the plural is given where it is more than an s. */
export function countOf(count: number, one: string, many = `${one}s`): string {
  return `${count} ${plurals.select(count) === 'one' ? one : many}`;
}

/** `a`, `a and b`, `a, b and c`; or with `or`. */
export function listOf(words: Iterable<string>, join: 'and' | 'or' = 'and'): string {
  return lists[join].format(words);
}

const months = new Intl.DateTimeFormat(LANGUAGE, { month: 'long', timeZone: 'UTC' });

/** What a month is called, 0 being January. */
export function nameOfMonth(month: number): string {
  return months.format(Date.UTC(2024, month, 15));
}
