/** Whether every word that was typed stands in a text, in any order and case; nothing typed stands everywhere. */
export function hasEveryWord(text: string, typed: string): boolean {
  const lower = text.toLowerCase();
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => lower.includes(word));
}
