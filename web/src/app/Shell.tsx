import { RULES_OF_ROLES } from '@neat-sill/core/contract';
import { countOf } from '@neat-sill/core/units';
import { Search } from 'lucide-react';
import { Suspense, lazy, useEffect, useState } from 'react';
import { Link, Navigate, NavLink, Outlet, useLocation } from 'react-router';
import { sentenceOf, statusOf, useSavePreferencesMutation, useSessionQuery } from '../api/api.ts';
import { useAppDispatch, useAppSelector, viewActions } from '../features/job/index.ts';
import { Button } from '../ui/Button.tsx';
import { Note } from '../ui/Note.tsx';
import { useLive } from './useLive.ts';
import { useSendWaiting } from './useSendWaiting.ts';

/* Loaded when they are first needed: Today is seen sooner. */
const JobHead = lazy(() => import('./JobHead.tsx'));
const PersonMenu = lazy(() => import('./PersonMenu.tsx'));
const CommandPalette = lazy(() => import('./CommandPalette.tsx'));

const PLACES = [
  ['/', 'Today'],
  ['/jobs', 'Jobs'],
  ['/rack', 'Rack'],
  ['/films', 'Films'],
  ['/rules', 'House rules'],
] as const;

function Mark({ inJob }: { inJob: boolean }) {
  return (
    <Link to="/" className="flex items-center gap-2 font-bold whitespace-nowrap">
      <svg width="28" height="28" viewBox="0 0 32 32" aria-hidden>
        <path d="M6 5h20v19H6z" fill="var(--glass)" stroke="var(--ink)" strokeWidth="2" />
        <path d="M8 23 25 6M8 15l9-9M15 23l10-10" stroke="var(--edge)" strokeWidth="1.4" />
        <path d="M2 25h28v4H2z" fill="var(--ink)" />
      </svg>
      <span className={inJob ? 'max-md:sr-only' : ''}>Neat Sill</span>
    </Link>
  );
}

function UnitButton({ unit }: { unit: 'mm' | 'in' }) {
  const [save] = useSavePreferencesMutation();
  const other = unit === 'mm' ? 'in' : 'mm';
  return (
    <Button
      size="low"
      className="max-md:hidden"
      onClick={() => void save({ unit: other })}
      aria-label={`Lengths in ${unit === 'mm' ? 'millimetres' : 'inches'}; change to ${other === 'mm' ? 'millimetres' : 'inches'}`}
    >
      {unit}
    </Button>
  );
}

const LOAD_PALETTE_AFTER_MS = 0;

/** Search or command anything by name; opens with Ctrl+K. */
function Palette() {
  const dispatch = useAppDispatch();
  const isOpen = useAppSelector((state) => state.view.paletteOpen);
  const [isLoaded, setIsLoaded] = useState(false);
  // Once the page is seen it is loaded as well: what is typed right behind Ctrl K must find it there.
  useEffect(() => {
    const timer = setTimeout(() => setIsLoaded(true), LOAD_PALETTE_AFTER_MS);
    return () => clearTimeout(timer);
  }, []);
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
      event.preventDefault();
      dispatch(viewActions.paletteTurned(true));
    };
    window.addEventListener('keydown', onKeyDown);
    return () => window.removeEventListener('keydown', onKeyDown);
  }, [dispatch]);
  return (
    (isOpen || isLoaded) && (
      <Suspense>
        <CommandPalette />
      </Suspense>
    )
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
      <header className="flex items-center gap-x-4 border-b border-hairline px-4 py-1.5 max-md:flex-wrap max-md:gap-x-2 max-md:px-2 short:py-0.5">
        <Mark inJob={inJob} />
        {inJob ? (
          <Suspense>
            <JobHead />
          </Suspense>
        ) : (
          <nav
            aria-label="Neat Sill"
            className="flex min-w-0 flex-1 gap-1 overflow-x-auto max-md:order-last max-md:-mx-2 max-md:basis-full max-md:justify-between max-md:gap-0"
          >
            {places.map(([to, name]) => (
              <NavLink
                key={to}
                to={to}
                end
                className="flex min-h-10 items-center px-3 whitespace-nowrap text-quiet max-md:px-2 hover:text-ink aria-[current=page]:border-b-2 aria-[current=page]:border-ochre aria-[current=page]:font-bold aria-[current=page]:text-ink"
              >
                {name}
              </NavLink>
            ))}
          </nav>
        )}
        <div className="flex items-center gap-2 max-md:ml-auto">
          <UnitButton unit={person.unit} />
          <Button
            size="low"
            className="text-sm text-quiet max-md:size-9 max-md:p-0"
            aria-keyshortcuts="Control+K"
            onClick={() => dispatch(viewActions.paletteTurned(true))}
          >
            <Search size={15} aria-hidden /> <span className="max-md:sr-only">Search or command, Ctrl K</span>
          </Button>
          <Suspense fallback={<span className="size-9 shrink-0 rounded-full bg-ledge" />}>
            <PersonMenu name={person.name} shop={person.shop} unit={person.unit} />
          </Suspense>
        </div>
      </header>
      <FailedTries count={data.failedBefore} key={data.csrfToken} />
      <main className="min-h-0 flex-1 overflow-y-auto">
        <Outlet />
      </main>
      <Palette />
    </div>
  );
}
