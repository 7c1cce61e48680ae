import type { OfferedQuote } from '@neat-sill/core/contract';
import type { CustomerTexts } from '@neat-sill/core/words';
import { useState } from 'react';
import { sentenceOf, useAskAboutOfferMutation } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextArea, TextField } from '../../ui/Field.tsx';
import { showMoment } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';

/** Questions to the shop, with their answers, and a place for another. */
export function Ask({
  offer,
  token,
  says,
}: {
  offer: OfferedQuote;
  token: string;
  says: CustomerTexts['page'];
}) {
  const [ask, { error, isLoading }] = useAskAboutOfferMutation();
  const [name, setName] = useState(offer.customer);
  const [text, setText] = useState('');
  const send = async () => {
    const answer = await ask({ token, name: name.trim(), text: text.trim() });
    if (!answer.error) setText('');
  };
  return (
    <section className="flex flex-col items-start gap-3" aria-label={says.questions}>
      <h2 className="text-xl font-bold">{says.questions}</h2>
      {offer.questions.length > 0 && (
        <ul className="flex w-full flex-col gap-2">
          {offer.questions.map((question) => (
            <li key={`${question.at} ${question.text}`} className="border-l-2 border-ochre pl-3">
              <p>
                {question.text}{' '}
                <span className="text-quiet">
                  ({question.name}, {showMoment(question.at)})
                </span>
              </p>
              <p className={question.answer ? '' : 'text-quiet'}>
                {question.answer ? `${offer.shop.name}: ${question.answer.text}` : says.noAnswerYet}
              </p>
            </li>
          ))}
        </ul>
      )}
      <div className="grid w-full max-w-xl gap-2">
        <TextArea
          label={says.yourQuestion}
          value={text}
          rows={3}
          maxLength={2000}
          onChange={(event) => setText(event.target.value)}
        />
        <TextField
          label={says.yourName}
          value={name}
          maxLength={120}
          onChange={(event) => setName(event.target.value)}
        />
      </div>
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      <Button
        className="min-h-12"
        disabled={isLoading || text.trim() === '' || name.trim() === ''}
        onClick={() => void send()}
      >
        {says.send}
      </Button>
    </section>
  );
}
