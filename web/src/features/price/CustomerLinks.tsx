import type { CustomerLink } from '@neat-sill/core/contract';
import type { Quote } from '@neat-sill/core/job';
import { numberOfQuote } from '@neat-sill/core/quote';
import { countOf } from '@neat-sill/core/units';
import { useState } from 'react';
import {
  sentenceOf,
  useCustomerLinksQuery,
  useMakeCustomerLinkMutation,
  useRevokeCustomerLinkMutation,
} from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { showDay, showMoment } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { useAppSelector, useJob } from '../job/index.ts';

type QuoteWithId = Quote & { readonly id: string };

const LINK_DAYS = 45;

function standingOf({ revokedAt, expiresAt, timesSeen, lastSeenAt }: CustomerLink): string {
  if (revokedAt) return 'closed';
  if (expiresAt <= new Date().toISOString()) return 'ran out';
  const seen = lastSeenAt
    ? `opened ${countOf(timesSeen, 'time')}, last ${showMoment(lastSeenAt)}`
    : 'not opened yet';
  return `${seen}; holds until ${showDay(expiresAt)}`;
}

/** The secret links by which the customer reads a quote, and what became of them. */
export function CustomerLinks({ quotes, newest }: { quotes: readonly QuoteWithId[]; newest: QuoteWithId }) {
  const { jobId } = useJob();
  const unsent = useAppSelector((state) => state.job.outbox.length);
  const { data, error: notRead } = useCustomerLinksQuery(jobId);
  const [make, { data: made, error: notMade, isLoading }] = useMakeCustomerLinkMutation();
  const [revoke, { error: notClosed }] = useRevokeCustomerLinkMutation();
  const [copied, setCopied] = useState<'yes' | 'no' | null>(null);
  const address = made && `${window.location.origin}/offer#${made.token}`;
  const error = notMade ?? notClosed ?? notRead;
  const numberOf = (quoteId: string) => {
    const quote = quotes.find(({ id }) => id === quoteId);
    return quote ? numberOfQuote(quote) : 'that is gone';
  };
  const copy = () =>
    navigator.clipboard?.writeText(address ?? '').then(
      () => setCopied('yes'),
      () => setCopied('no'),
    ) ?? setCopied('no');
  return (
    <div className="flex w-full flex-col items-start gap-2">
      <Button
        disabled={isLoading || unsent > 0}
        onClick={() => {
          setCopied(null);
          void make({ jobId, body: { quoteId: newest.id, days: LINK_DAYS } });
        }}
      >
        Make a link for the customer
      </Button>
      {address && (
        <div className="flex w-full max-w-xl flex-wrap items-end gap-2">
          <div className="min-w-0 flex-1">
            <TextField
              label={`Link to quote ${numberOfQuote(newest)}`}
              hint="It is shown this once. Whoever has it sees the quote and can accept it."
              value={address}
              readOnly
              onFocus={(event) => event.target.select()}
            />
          </div>
          <Button onClick={() => void copy()}>Copy</Button>
          {copied && (
            <span role="status" className="text-sm text-quiet">
              {copied === 'yes' ? 'Copied.' : 'It can’t be copied here: mark it and copy it by hand.'}
            </span>
          )}
        </div>
      )}
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {data && data.links.length > 0 && (
        <ul className="w-full max-w-xl text-sm" aria-label="Links for the customer">
          {data.links.map((link) => (
            <li
              key={link.id}
              className="flex flex-wrap items-center justify-between gap-2 border-t border-hairline-soft py-1"
            >
              <span>
                Link to quote {numberOf(link.quoteId)}, {showDay(link.madeAt)}:{' '}
                <span className="text-quiet">{standingOf(link)}</span>
              </span>
              {!link.revokedAt && (
                <Button size="low" onClick={() => void revoke({ jobId, linkId: link.id })}>
                  Close the link
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
