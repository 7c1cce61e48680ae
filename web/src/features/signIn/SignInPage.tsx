import { useState, type FormEvent } from 'react';
import { Navigate, useLocation } from 'react-router';
import { sentenceOf, useSessionQuery, useSignInMutation } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';

function pageAsked(state: unknown): string {
  const from = (state as { from?: unknown } | null)?.from;
  return typeof from === 'string' && from.startsWith('/') ? from : '/';
}

export function SignInPage() {
  const { data } = useSessionQuery();
  const [signIn, { error, isLoading }] = useSignInMutation();
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const location = useLocation();
  if (data?.person) return <Navigate to={pageAsked(location.state)} replace />;
  const demo = data?.demoSignIn;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void signIn({ email, password });
  };
  return (
    <main className="mx-auto flex min-h-full max-w-md flex-col justify-center gap-6 p-6">
      <div>
        <svg viewBox="0 0 360 150" className="mb-4 block w-full" aria-hidden>
          <path
            d="M30 12h96v106H30zM134 12h96v106h-96zM238 12h96v106h-96z"
            fill="var(--timber)"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <path d="M38 20h80v90H38zM142 20h80v90h-80zM246 20h80v90h-80z" fill="var(--glass)" />
          <path
            d="M142 110 222 20M142 80l54-60M142 50l27-30M168 110l54-60M196 110l26-30"
            stroke="var(--edge)"
            strokeOpacity="0.5"
          />
          <path d="M0 118h360v14H0z" fill="var(--ledge)" />
          <path d="M0 118h360v5H0z" fill="var(--ledge-lip)" />
        </svg>
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
        {error && (
          <Note tone="no" role="alert">
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
