import { useState } from 'react';

/**
 * What was typed into a length field and not taken yet, kept over a reload under its key; null where nothing is. Fields of
 * the same key (one reading on desk and phone) have the same draft.
 */
export function useLengthDraft(draftKey: string): readonly [string | null, (text: string | null) => void] {
  const storageKey = `draft ${draftKey}`;
  const stored = () => sessionStorage.getItem(storageKey);
  const [kept, setKept] = useState(() => ({ storageKey, text: stored() }));
  const keep = (text: string | null) => {
    setKept({ storageKey, text });
    if (text === null) sessionStorage.removeItem(storageKey);
    else sessionStorage.setItem(storageKey, text);
  };
  // Where the key is another now, what is kept under it counts.
  return [kept.storageKey === storageKey ? kept.text : stored(), keep];
}
