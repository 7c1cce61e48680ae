/** NUL, and half of a character that takes two code units: no database keeps them, and no file. */
const BROKEN = /[\0\p{Surrogate}]/u;

/** Where in a value read from JSON there is text (a name of a field too) that can't be kept: `panes[2].label`; or null. */
export function brokenTextIn(value: unknown): string | null {
  const open: { readonly path: string; readonly value: unknown }[] = [{ path: '', value }];
  for (let next = open.pop(); next; next = open.pop()) {
    const { path, value: at } = next;
    if (typeof at === 'string' && BROKEN.test(at)) return path;
    if (typeof at !== 'object' || at === null) continue;
    for (const [key, each] of Object.entries(at)) {
      if (BROKEN.test(key)) return path;
      open.push({ path: Array.isArray(at) ? `${path}[${key}]` : path ? `${path}.${key}` : key, value: each });
    }
  }
  return null;
}

/** The beginning of a text, of so many code units at the most, with no character cut in half. */
export function cutText(text: string, most: number): string {
  return text.slice(0, most).replace(/[\uD800-\uDBFF]$/, '');
}
