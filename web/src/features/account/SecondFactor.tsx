import { QRCodeSVG } from 'qrcode.react';
import { useState, type FormEvent } from 'react';
import {
  fieldProblemOf,
  sentenceOf,
  useConfirmCodeMutation,
  useDropCodeMutation,
  useNewCodeMutation,
} from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';

function SetUp({ secret, uri, onDone }: { secret: string; uri: string; onDone: () => void }) {
  const [confirm, { error, isLoading, reset }] = useConfirmCodeMutation();
  const [code, setCode] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const confirmed = await confirm({ secret, code });
    if (confirmed.data) onDone();
  };
  return (
    <form className="flex flex-wrap items-start gap-5" onSubmit={(event) => void submit(event)}>
      <div className="bg-white p-3">
        <QRCodeSVG value={uri} size={168} title="The secret, for an authenticator" />
      </div>
      <div className="flex max-w-sm flex-1 flex-col gap-3">
        <p>
          Read this with an authenticator on your phone, or type the secret there:{' '}
          <b className="font-mono tracking-wide break-all">{secret.match(/.{1,4}/g)?.join(' ')}</b>
        </p>
        <TextField
          label="The code it shows now"
          inputMode="numeric"
          autoComplete="one-time-code"
          autoFocus
          required
          maxLength={7}
          value={code}
          problem={fieldProblemOf(error, 'code') ?? (error && sentenceOf(error))}
          onChange={(event) => {
            reset();
            setCode(event.target.value);
          }}
        />
        <Button type="submit" weight="act" disabled={isLoading}>
          Ask for a code from now on
        </Button>
      </div>
    </form>
  );
}

function SwitchOff({ onDone }: { onDone: () => void }) {
  const [drop, { error, isLoading, reset }] = useDropCodeMutation();
  const [password, setPassword] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const dropped = await drop({ password });
    if (dropped.data) onDone();
  };
  return (
    <form className="flex flex-wrap items-start gap-3" onSubmit={(event) => void submit(event)}>
      <TextField
        label="Your password"
        type="password"
        autoComplete="current-password"
        autoFocus
        required
        value={password}
        problem={error && (fieldProblemOf(error, 'password') ?? sentenceOf(error))}
        onChange={(event) => {
          reset();
          setPassword(event.target.value);
        }}
      />
      <Button type="submit" weight="danger" className="mt-6" disabled={isLoading}>
        Ask for no code any more
      </Button>
    </form>
  );
}

/** A code of an authenticator beside the password (RFC 6238). */
export function SecondFactor({ isOn }: { isOn: boolean }) {
  const [start, { data: offered, error, reset }] = useNewCodeMutation();
  const [leaving, setLeaving] = useState(false);
  return (
    <section className="flex flex-col gap-3 border-t border-ink pt-3">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <div>
          <h2 className="text-lg font-bold">Second factor</h2>
          <p className="text-quiet">
            {isOn
              ? 'Signing in asks for a code of your authenticator beside the password.'
              : 'With a code of an authenticator beside it, a password that somebody has guessed opens nothing.'}
          </p>
        </div>
        {isOn ? (
          !leaving && <Button onClick={() => setLeaving(true)}>Switch it off</Button>
        ) : offered ? (
          <Button onClick={reset}>Cancel</Button>
        ) : (
          <Button onClick={() => void start({})}>Set it up</Button>
        )}
      </div>
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {!isOn && offered && <SetUp secret={offered.secret} uri={offered.uri} onDone={reset} />}
      {isOn && leaving && <SwitchOff onDone={() => setLeaving(false)} />}
    </section>
  );
}
