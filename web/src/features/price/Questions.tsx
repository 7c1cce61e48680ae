import type { Question } from '@neat-sill/core/job';
import { patchRecord } from '@neat-sill/core/record';
import { useState } from 'react';
import { useSessionQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextArea } from '../../ui/Field.tsx';
import { showMoment } from '../../ui/format.ts';
import { useJob } from '../job/index.ts';

type Asked = Question & { readonly id: string };

function Answer({ question }: { question: Asked }) {
  const job = useJob();
  const { data: session } = useSessionQuery();
  const [text, setText] = useState('');
  const person = session?.person;
  const send = () => {
    if (!person) return;
    const answer = {
      text: text.trim(),
      at: new Date().toISOString(),
      by: { id: person.id, name: person.name },
    };
    job.edit(`Answer ${question.name}`, [patchRecord(job.records, 'question', question.id, { answer })]);
  };
  return (
    <div className="flex flex-col items-start gap-2">
      <TextArea
        label={`Answer to ${question.name}`}
        value={text}
        rows={2}
        maxLength={2000}
        onChange={(event) => setText(event.target.value)}
      />
      <Button size="low" disabled={text.trim() === ''} onClick={send}>
        Answer on their page
      </Button>
    </div>
  );
}

/** What customers have asked about the quotes, the latest first, each with its answer. */
export function Questions({ questions }: { questions: readonly Asked[] }) {
  if (questions.length === 0) return null;
  return (
    <ul className="flex w-full max-w-xl flex-col gap-3" aria-label="Questions">
      {questions.map((question) => (
        <li key={question.id} className="border-l-2 border-ochre pl-3">
          <p>
            <b>{question.name}</b> asks, {showMoment(question.at)}: {question.text}
          </p>
          {question.answer ? (
            <p className="text-quiet">
              {question.answer.by?.name ?? 'The shop'} answers: {question.answer.text}
            </p>
          ) : (
            <Answer question={question} />
          )}
        </li>
      ))}
    </ul>
  );
}
