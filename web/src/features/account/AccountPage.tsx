import { SHORTEST_PASSWORD } from '@neat-sill/core/contract';
import { countOf } from '@neat-sill/core/units';
import { useState, type FormEvent } from 'react';
import {
  fieldProblemOf,
  sentenceOf,
  useAccountQuery,
  useChangePasswordMutation,
  useSignOutDeviceMutation,
  useSignOutElsewhereMutation,
} from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { showMoment } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { Page } from '../../ui/Page.tsx';
import { Calendars } from './Calendars.tsx';
import { SecondFactor } from './SecondFactor.tsx';
import { ROLE_LINES, ROLE_NAMES } from './choices.ts';

function Password() {
  const [change, { error, isSuccess, isLoading, reset }] = useChangePasswordMutation();
  const [now, setNow] = useState('');
  const [next, setNext] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const changed = await change({ now, next });
    if (!changed.data) return;
    setNow('');
    setNext('');
  };
  const [inNow, inNext] = [fieldProblemOf(error, 'now'), fieldProblemOf(error, 'next')];
  return (
    <section className="flex flex-col gap-3 border-t border-ink pt-3">
      <h2 className="text-lg font-bold">Password</h2>
      <form
        className="grid items-start gap-3 sm:grid-cols-[1fr_1fr_auto]"
        onSubmit={(event) => void submit(event)}
      >
        <TextField
          label="The one you have now"
          type="password"
          autoComplete="current-password"
          required
          value={now}
          problem={inNow}
          onChange={(event) => {
            reset();
            setNow(event.target.value);
          }}
        />
        <TextField
          label="The new one"
          type="password"
          autoComplete="new-password"
          required
          minLength={SHORTEST_PASSWORD}
          value={next}
          problem={inNext}
          hint={`${SHORTEST_PASSWORD} characters or more`}
          onChange={(event) => {
            reset();
            setNext(event.target.value);
          }}
        />
        <Button type="submit" className="sm:mt-6" disabled={isLoading}>
          Change the password
        </Button>
      </form>
      {error && !inNow && !inNext && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {isSuccess && (
        <Note tone="good" role="status">
          Changed. Everywhere else you are signed out.
        </Note>
      )}
    </section>
  );
}

function Devices() {
  const { data: account } = useAccountQuery();
  const [signOut, one] = useSignOutDeviceMutation();
  const [signOutElsewhere, all] = useSignOutElsewhereMutation();
  const devices = account?.devices ?? [];
  const others = devices.filter(({ here }) => !here).length;
  const error = one.error ?? all.error;
  return (
    <section className="flex flex-col gap-2 border-t border-ink pt-3">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-lg font-bold">Where you are signed in</h2>
        {others > 0 && (
          <Button size="low" disabled={all.isLoading} onClick={() => void signOutElsewhere()}>
            Sign out everywhere else ({countOf(others, 'device')})
          </Button>
        )}
      </div>
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      <ul>
        {devices.map(({ id, device, openedAt, lastSeenAt, here }) => (
          <li
            key={id}
            className="flex min-h-12 flex-wrap items-center justify-between gap-x-4 border-b border-hairline py-1"
          >
            <span>
              <b>{device}</b>
              {here && ', this one'}{' '}
              <span className="text-quiet">
                since {showMoment(openedAt)}, last used {showMoment(lastSeenAt)}
              </span>
            </span>
            {!here && (
              <Button size="low" onClick={() => void signOut(id)}>
                Sign out<span className="sr-only"> {device}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** One's own account: who one is here, password, second factor, devices. */
export function AccountPage() {
  const { data: account, error } = useAccountQuery();
  return (
    <Page
      title="Your account"
      {...(account && {
        lead: `${account.person.name}, ${account.email}, ${ROLE_NAMES[account.person.role]} of ${account.person.shop}: ${ROLE_LINES[account.person.role]}.`,
      })}
    >
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {account?.person.mustSetCode && (
        <Note tone="doubt">
          Your shop asks owners for a second factor. Set it here; the rest opens as soon as you have.
        </Note>
      )}
      {account && <SecondFactor isOn={account.hasCode} />}
      <Password />
      <Calendars />
      <Devices />
    </Page>
  );
}
