import { sameData } from '@neat-sill/core/record';
import { RULES_OF_ROLES } from '@neat-sill/core/contract';
import { countOf } from '@neat-sill/core/units';
import { HEADER_ID, headerOf } from '@neat-sill/core/job';
import { DropdownMenu } from 'radix-ui';
import { Command as CommandIcon, Moon, Redo2, Sun, Undo2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link, Navigate, NavLink, Outlet, useLocation } from 'react-router';
import { sentenceOf, statusOf, useSavePreferencesMutation, useSessionQuery } from '../api/api.ts';
import { useAppDispatch, useAppSelector, jobActions, viewActions, SavedLine } from '../features/job/index.ts';
import { Button } from '../ui/Button.tsx';
import { Note } from '../ui/Note.tsx';
import { Sheet } from '../ui/Sheet.tsx';
import { SiteForm, headerOfForm, siteText } from '../features/site/index.ts';
import { CommandPalette } from './CommandPalette.tsx';
import { STAGE_MODULES } from './stages.ts';
import { SignOutSheet } from './SignOut.tsx';
import { useLive } from './useLive.ts';
import { useSendWaiting } from './useSendWaiting.ts';

const PLACES = [
  ['/', 'Today'],
  ['/jobs', 'Jobs'],
  ['/rack', 'Rack'],
  ['/films', 'Films'],
  ['/rules', 'House rules'],
] as const;

function Mark() {
  return (
    <Link to="/" className="flex items-center gap-2 font-bold whitespace-nowrap">
      <svg width="28" height="28" viewBox="0 0 32 32" aria-hidden>
        <path d="M6 5h20v19H6z" fill="var(--glass)" stroke="var(--ink)" strokeWidth="2" />
        <path d="M8 23 25 6M8 15l9-9M15 23l10-10" stroke="var(--edge)" strokeWidth="1.4" />
        <path d="M2 25h28v4H2z" fill="var(--ink)" />
      </svg>
      Neat Sill
    </Link>
  );
}

function useLight() {
  const [evening, setEvening] = useState(() => localStorage.getItem('light') === 'evening');
  useEffect(() => {
    document.documentElement.dataset['light'] = evening ? 'evening' : 'day';
    localStorage.setItem('light', evening ? 'evening' : 'day');
  }, [evening]);
  return { evening, turn: () => setEvening(!evening) };
}

function PersonMenu({ name, shop }: { name: string; shop: string }) {
  const [leaving, setLeaving] = useState(false);
  const { evening, turn } = useLight();
  const initials = name
    .split(' ')
    .map((part) => part[0])
    .join('');
  return (
    <>
      {leaving && <SignOutSheet onClose={() => setLeaving(false)} />}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          aria-label={`${name}, ${shop}`}
          className="size-9 shrink-0 rounded-full bg-ledge text-sm font-bold text-on-ledge"
        >
          {initials}
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            sideOffset={6}
            className="z-20 min-w-56 border border-ink bg-sheet p-1 shadow-lifted"
          >
            <DropdownMenu.Label className="px-3 py-2 text-sm text-quiet">
              {name}, {shop}
            </DropdownMenu.Label>
            <DropdownMenu.Item asChild>
              <Link to="/account" className="flex min-h-11 items-center px-3 data-highlighted:bg-edge-tint">
                Your account
              </Link>
            </DropdownMenu.Item>
            <DropdownMenu.Item
              onSelect={turn}
              className="flex min-h-11 items-center gap-2 px-3 data-highlighted:bg-edge-tint"
            >
              {evening ? <Sun size={17} aria-hidden /> : <Moon size={17} aria-hidden />}{' '}
              {evening ? 'Daylight' : 'Evening in the van'}
            </DropdownMenu.Item>
            <DropdownMenu.Item
              onSelect={() => setLeaving(true)}
              className="flex min-h-11 items-center px-3 data-highlighted:bg-edge-tint"
            >
              Sign out
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </>
  );
}

function UnitButton({ unit }: { unit: 'mm' | 'in' }) {
  const [save] = useSavePreferencesMutation();
  const other = unit === 'mm' ? 'in' : 'mm';
  return (
    <Button
      size="low"
      onClick={() => void save({ unit: other })}
      aria-label={`Lengths in ${unit === 'mm' ? 'millimetres' : 'inches'}; change to ${other === 'mm' ? 'millimetres' : 'inches'}`}
    >
      {unit}
    </Button>
  );
}

function JobHead() {
  const dispatch = useAppDispatch();
  const [open, setOpen] = useState(false);
  const header = useAppSelector((state) => headerOf(state.job.records));
  const done = useAppSelector((state) => state.job.done.at(-1)?.label);
  const undone = useAppSelector((state) => state.job.undone.at(-1)?.label);
  if (!header) return null;
  return (
    <div className="flex min-w-0 flex-1 items-center justify-between gap-3">
      <button
        type="button"
        className="min-w-0 truncate text-left"
        title="Customer and site"
        onClick={() => setOpen(true)}
      >
        <b>{header.customer}</b> <span className="text-quiet">/ {header.name}</span>
      </button>
      <Sheet title="Customer and site" open={open} onClose={() => setOpen(false)}>
        <SiteForm
          start={siteText(header)}
          act="Save"
          busy={false}
          problem={undefined}
          withVisit
          onFilled={(filled) => {
            setOpen(false);
            const after = { ...header, ...headerOfForm(filled) };
            const change = { kind: 'job' as const, id: HEADER_ID, before: header, after };
            if (!sameData(header, after))
              dispatch(
                jobActions.edited({ id: crypto.randomUUID(), label: 'Customer and site', changes: [change] }),
              );
          }}
        />
      </Sheet>
      <div className="flex shrink-0 items-center gap-1">
        <SavedLine />
        <Button
          size="low"
          className="ml-2"
          disabled={!done}
          title={done ? `Undo: ${done}` : 'Nothing to undo'}
          onClick={() => dispatch(jobActions.undone({ id: crypto.randomUUID() }))}
        >
          <Undo2 size={17} aria-hidden />
          <span className="sr-only">Undo{done && `: ${done}`}</span>
        </Button>
        <Button
          size="low"
          disabled={!undone}
          title={undone ? `Redo: ${undone}` : 'Nothing to redo'}
          onClick={() => dispatch(jobActions.redone({ id: crypto.randomUUID() }))}
        >
          <Redo2 size={17} aria-hidden />
          <span className="sr-only">Redo{undone && `: ${undone}`}</span>
        </Button>
      </div>
    </div>
  );
}

/** Tells somebody that others have tried to sign in as them. */
function FailedTries({ count }: { count: number }) {
  const [seen, setSeen] = useState(false);
  if (count === 0 || seen) return null;
  return (
    <Note tone="doubt" role="status">
      {countOf(count, 'failed try', 'failed tries')} to sign in as you since you last did. If that was not
      you,{' '}
      <Link className="underline" to="/account">
        change your password
      </Link>
      .{' '}
      <Button size="low" onClick={() => setSeen(true)}>
        It was me
      </Button>
    </Note>
  );
}

/** The head of every page, and the way to the sign-in page where nobody is signed in. */
export function Shell() {
  const { data, error, isLoading, refetch } = useSessionQuery();
  const mayWork = Boolean(data?.person) && !data?.person?.mustSetCode;
  useLive(mayWork);
  useSendWaiting(mayWork);
  const dispatch = useAppDispatch();
  const location = useLocation();
  const inJob = /^\/jobs\/(?!new|import)[^/]+/.test(location.pathname);
  const stage = STAGE_MODULES.find(({ id }) => location.pathname.endsWith(`/${id}`));
  if (isLoading)
    return (
      <p className="p-6 text-quiet" role="status">
        Opening Neat Sill
      </p>
    );
  if (error && !data)
    return (
      <main className="m-6 flex max-w-xl flex-col items-start gap-4">
        <Note tone="no" role="alert">
          {statusOf(error) === 'away'
            ? 'There is no connection to the server. What you noted is kept on this device.'
            : sentenceOf(error)}
        </Note>
        <Button onClick={() => void refetch()}>Try again</Button>
      </main>
    );
  if (!data?.person) return <Navigate to="/sign-in" state={{ from: location.pathname }} replace />;
  const { person } = data;
  if (person.mustSetCode && location.pathname !== '/account') return <Navigate to="/account" replace />;
  const places = RULES_OF_ROLES[person.role].managesShop ? [...PLACES, ['/shop', 'Shop'] as const] : PLACES;
  return (
    <div className="flex h-full flex-col">
      <header
        className={`flex items-center gap-4 border-b border-hairline px-4 py-1.5 ${inJob && stage?.fillsPhone === 'always' ? 'max-md:hidden' : ''}`}
      >
        <Mark />
        {inJob ? (
          <JobHead />
        ) : (
          <nav aria-label="Neat Sill" className="flex min-w-0 flex-1 gap-1 overflow-x-auto">
            {places.map(([to, name]) => (
              <NavLink
                key={to}
                to={to}
                end
                className="flex min-h-10 items-center px-3 whitespace-nowrap text-quiet hover:text-ink aria-[current=page]:border-b-2 aria-[current=page]:border-ochre aria-[current=page]:font-bold aria-[current=page]:text-ink"
              >
                {name}
              </NavLink>
            ))}
          </nav>
        )}
        <div className="flex items-center gap-2">
          <UnitButton unit={person.unit} />
          <Button
            size="low"
            className="text-sm text-quiet max-md:hidden"
            aria-keyshortcuts="Control+K"
            onClick={() => dispatch(viewActions.paletteTurned(true))}
          >
            <CommandIcon size={15} aria-hidden /> Find or do, Ctrl K
          </Button>
          <PersonMenu name={person.name} shop={person.shop} />
        </div>
      </header>
      <FailedTries count={data.failedBefore} key={data.csrfToken} />
      <main className="min-h-0 flex-1 overflow-y-auto">
        <Outlet />
      </main>
      <CommandPalette />
    </div>
  );
}
