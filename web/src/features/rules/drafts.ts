import type { StoredRuleSet } from '@neat-sill/core/contract';
import { useCallback, useEffect, useState } from 'react';

/** Rules that were typed and not saved, with what they were read as. */
export interface RulesDraft {
  readonly base: StoredRuleSet;
  readonly rules: StoredRuleSet['rules'];
}

/* They outlive the page that they are typed on: whoever looks something up and comes back finds them. By person: nobody
   else who signs in at the same page sees them. */
const drafts = new Map<string, RulesDraft>();

const askBeforeClosing = (event: BeforeUnloadEvent) => {
  if (drafts.size > 0) event.preventDefault();
};

/** What is typed of a rule set by a person, kept until it is saved or given up. */
export function useRulesDraft(stored: StoredRuleSet, personId: string) {
  const key = `${personId} ${stored.rules.id}`;
  const [draft, setDraft] = useState<RulesDraft>(
    () => drafts.get(key) ?? { base: stored, rules: stored.rules },
  );
  useEffect(() => {
    addEventListener('beforeunload', askBeforeClosing);
    return () => removeEventListener('beforeunload', askBeforeClosing);
  }, []);
  const keep = useCallback(
    (next: RulesDraft, isSaved: boolean) => {
      if (isSaved) drafts.delete(key);
      else drafts.set(key, next);
      setDraft(next);
    },
    [key],
  );
  return { draft, keep };
}
