import type { Quote } from '@neat-sill/core/job';
import { decimalsOf } from '@neat-sill/core/price';
import { againstAccepting, numberOfQuote } from '@neat-sill/core/quote';
import { addRecord } from '@neat-sill/core/record';
import { customerTexts } from '@neat-sill/core/words';
import { formatMoney } from '@neat-sill/core/units';
import { useState } from 'react';
import { useSessionQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Field.tsx';
import { today } from '../../ui/format.ts';
import { SignSheet } from '../../ui/SignSheet.tsx';
import { useJob } from '../job/index.ts';

/** The customer accepts at the door, on the device of whoever is there. */
export function AcceptHere({ quote }: { quote: Quote & { readonly id: string } }) {
  const job = useJob();
  const { data: session } = useSessionQuery();
  const [open, setOpen] = useState(false);
  const [optionId, setOptionId] = useState(quote.options[0]?.id ?? '');
  const chosen = quote.options.find(({ id }) => id === optionId) ?? quote.options[0];
  const person = session?.person;
  if (!person || !chosen || againstAccepting(job.records, quote.id, chosen.id, today())) return null;
  const money = (minor: number) => formatMoney(minor / 10 ** decimalsOf(quote.currency), quote.currency);
  return (
    <>
      {quote.options.length > 1 && (
        <Choice
          label="They choose"
          value={chosen.id}
          options={quote.options.map(({ id, name, price }) => [id, `${name}, ${money(price.gross)}`])}
          onChoose={setOptionId}
        />
      )}
      <Button onClick={() => setOpen(true)}>The customer accepts here</Button>
      {open && (
        <SignSheet
          title={`Accept quote ${numberOfQuote(quote)}`}
          says={`${quote.options.length > 1 ? `${chosen.name}: ` : ''}${money(chosen.price.gross)} to pay. What was offered stays as it is; changes are offered anew.`}
          name={job.header.customer}
          act="Accept"
          asks={customerTexts(quote.language).signing}
          onClose={() => setOpen(false)}
          onSign={(name, strokes) => {
            job.edit(`${name} accepts quote ${numberOfQuote(quote)}`, [
              addRecord('acceptance', crypto.randomUUID(), {
                ...{ quoteId: quote.id, optionId: chosen.id, name, strokes },
                at: new Date().toISOString(),
                takenBy: { id: person.id, name: person.name },
              }),
            ]);
            setOpen(false);
          }}
        />
      )}
    </>
  );
}
