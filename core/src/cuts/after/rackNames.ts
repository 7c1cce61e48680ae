const FIRST = 100;

/** Names to be written on rolls and leftovers of a film, one after the other: its letter and the next free number. */
export function rackNames(letter: string, idsThere: readonly string[]): () => string {
  const numbers = idsThere.map((id) =>
    id.startsWith(`${letter}-`) ? Number.parseInt(id.slice(letter.length + 1), 10) : 0,
  );
  let last = Math.max(FIRST, ...numbers.filter((number) => Number.isFinite(number)));
  return () => `${letter}-${(last += 1)}`;
}
