/** What a code on a roll, an offcut or a piece says. */
export type RackCode =
  /** A label of Neat Sill on a roll or offcut. */
  | { readonly kind: 'entry'; readonly id: string }
  /** A label of Neat Sill on a piece: a page of a job. */
  | { readonly kind: 'page'; readonly path: string }
  /** A code of the maker: its lot, or all it says where it names none. */
  | { readonly kind: 'lot'; readonly lot: string };

/** Where the label of a roll or offcut leads. */
export const pathOfEntry = (id: string) => `/rack?entry=${encodeURIComponent(id)}`;

const GROUP_SEPARATOR = '\u001d';
/** How many characters follow an identifier that has a fixed length, by its first two digits (GS1 General Specifications, figure 7.8.5-2). */
const FIXED: Readonly<Record<string, number>> = {
  '00': 18,
  '01': 14,
  '02': 14,
  '03': 14,
  '04': 16,
  '11': 6,
  '12': 6,
  '13': 6,
  '14': 6,
  '15': 6,
  '16': 6,
  '17': 6,
  '18': 6,
  '19': 6,
  '20': 2,
};
const MEASURES = /^3[1-6]/;
const LOT = '10';

/** The lot (application identifier 10) of a GS1 element string; null where it names none or can't be taken apart. */
function lotOfGs1(text: string): string | null {
  let rest = text;
  while (rest !== '') {
    if (rest.startsWith(GROUP_SEPARATOR)) {
      rest = rest.slice(1);
      continue;
    }
    const key = rest.slice(0, 2);
    const fixed = MEASURES.test(key) ? 8 : FIXED[key];
    if (fixed !== undefined) {
      rest = rest.slice(2 + fixed);
      continue;
    }
    const end = rest.indexOf(GROUP_SEPARATOR);
    const value = end < 0 ? rest : rest.slice(0, end);
    if (key === LOT) return value.slice(2);
    rest = end < 0 ? '' : rest.slice(end + 1);
  }
  return null;
}

/** The same as people read it below the bars: `(01)04012345678901(10)A12`. */
const lotInBrackets = (text: string) => /\(10\)([^()]{1,20})/.exec(text)?.[1]?.trim() ?? null;

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text; // a sign of per cent that stands for itself
  }
}

/**
 * Reads what a camera has found on a roll, an offcut or a piece. `isGs1`: the code says of itself that it is made by the GS1
 * standard. Null for an empty code.
 */
export function readRackCode(text: string, isGs1: boolean): RackCode | null {
  const plain = text.trim();
  if (plain === '') return null;
  const [, path = '', query = ''] = /^https?:\/\/[^/?#\s]+(\/[^?#\s]*)(\?[^#\s]*)?$/.exec(plain) ?? [];
  const id = path.endsWith('/rack') ? /[?&]entry=([^&]+)/.exec(query)?.[1] : undefined;
  if (id !== undefined) return { kind: 'entry', id: decoded(id) };
  if (path.startsWith('/jobs/')) return { kind: 'page', path: `${path}${query}` };
  const lot = isGs1 || plain.includes(GROUP_SEPARATOR) ? lotOfGs1(plain) : lotInBrackets(plain);
  return { kind: 'lot', lot: (lot ?? plain).slice(0, 60) };
}
