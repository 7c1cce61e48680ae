import { useState, type FormEvent } from 'react';
import { Navigate, useLocation } from 'react-router';
import { problemOf, sentenceOf, useSessionQuery, useSignInMutation } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
import { SillPicture } from '../../ui/SillPicture.tsx';

function pageAsked(state: unknown): string {
  const from = (state as { from?: unknown } | null)?.from;
  return typeof from === 'string' && from.startsWith('/') ? from : '/';
}

export function SignInPage() {
  const { data } = useSessionQuery();
  const [signIn, { error, isLoading }] = useSignInMutation();
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const location = useLocation();
  if (data?.person) return <Navigate to={pageAsked(location.state)} replace />;
  const demo = data?.demoSignIn;
  const asksForCode = error !== undefined && problemOf(error)?.codeNeeded === true;
  // Once asked for, the field stays: a wrong password beside it is no reason to take it away.
  const codeNeeded = asksForCode || code !== '';
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void signIn({ email, password, code });
  };
  return (
    <main className="mx-auto flex min-h-full max-w-md flex-col justify-center gap-6 p-6">
      <div>
        <SillPicture />
        <h1 className="text-3xl font-bold">Neat Sill</h1>
        <p className="text-quiet">
          From the tape measure to the last edge, for those who hang film on glass.
        </p>
      </div>
      <form onSubmit={submit} className="flex flex-col gap-4">
        <TextField
          label="E-mail address"
          type="email"
          autoComplete="username"
          required
          autoFocus
          value={email}
          onChange={(event) => setEmail(event.target.value)}
        />
        <TextField
          label="Password"
          type="password"
          autoComplete="current-password"
          required
          value={password}
          onChange={(event) => setPassword(event.target.value)}
        />
        {codeNeeded && (
          <TextField
            label="Code of your authenticator"
            inputMode="numeric"
            autoComplete="one-time-code"
            maxLength={7}
            autoFocus
            value={code}
            onChange={(event) => setCode(event.target.value)}
          />
        )}
        {error && (
          <Note tone={asksForCode ? 'doubt' : 'no'} role="alert">
            {sentenceOf(error)}
          </Note>
        )}
        <Button type="submit" weight="act" className="min-h-12" disabled={isLoading}>
          Sign in
        </Button>
      </form>
      {demo && (
        <Note tone="sun">
          <p>
            This is a demo with made-up people. Sign in as the owner: <b>{demo.email}</b>, password{' '}
            <b>{demo.password}</b>
          </p>
          <Button
            className="mt-2"
            onClick={() => {
              setEmail(demo.email);
              setPassword(demo.password);
            }}
          >
            Fill it in
          </Button>
        </Note>
      )}
    </main>
  );
}
