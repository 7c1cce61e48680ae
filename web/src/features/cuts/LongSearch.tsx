import { countOf } from '@neat-sill/core/units';
import { useLivePlan } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';

/** How long the server looks when it is handed a job. */
const SERVER_SECONDS = 300;

function showTime(seconds: number): string {
  return seconds < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`;
}

/** Looking for a better plan for longer: here, or on the server while the page is closed. */
export function LongSearch() {
  const { state, plan, kept, server, further } = useLivePlan();
  const { planning } = server;
  const open = planning?.state === 'waiting' || planning?.state === 'working';
  const canBeBetter = plan?.summary.byFilm.some(({ gap }) => typeof gap !== 'number' || gap >= 0.0005);
  if (kept.kind === 'holds') return null;
  return (
    <>
      {server.problem && (
        <Note tone="no" role="alert">
          {server.problem}
        </Note>
      )}
      {planning && (
        <Note tone={planning.state === 'failed' ? 'no' : 'good'} role="status">
          {planning.state === 'waiting' && 'Handed to the server; it begins in a moment.'}
          {planning.state === 'working' && (
            <>
              The server is planning: {showTime(Math.min(server.goneSeconds, planning.seconds))} of{' '}
              {showTime(planning.seconds)} gone, {countOf(planning.found, 'plan')} found so far. You may close
              this page and come back.
            </>
          )}
          {(planning.state === 'ready' || planning.state === 'stopped') && (
            <>
              {server.plan === plan
                ? 'This is the plan of the server, '
                : 'The plan found here counts no more than that of the server, '}
              {planning.found === 0
                ? 'which was stopped before it found one.'
                : `which found its last after ${showTime(planning.afterSeconds)}.`}
            </>
          )}
          {planning.state === 'failed' && planning.problem}
          {open && (
            <Button size="low" className="mt-1" onClick={server.stop}>
              Stop, keep the best so far
            </Button>
          )}
        </Note>
      )}
      {state.kind === 'ready' && !open && canBeBetter && (
        <div className="-my-2 flex flex-wrap items-center text-sm">
          <Button weight="quiet" size="low" onClick={further}>
            Improve plan (30 s)
          </Button>
          <Button weight="quiet" size="low" onClick={() => server.handOver(SERVER_SECONDS)}>
            On the server ({showTime(SERVER_SECONDS)})
          </Button>
        </div>
      )}
    </>
  );
}
