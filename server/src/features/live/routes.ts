import type { LiveChange } from '@neat-sill/core/contract';
import { Router } from 'express';
import { HttpProblem } from '../../http/problem.ts';
import { callerOf } from '../../http/route.ts';
import type { LiveChanges } from './listen.ts';

/** A line now and then keeps proxies from closing a quiet connection, and shows whether its session is still good. */
const BEAT_MS = 20_000;
/** Pages that one person may have open at once. */
const MOST_OF_ONE = 20;

/** Tells pages what has changed in their shop, as server-sent events. */
export function liveRoutes(
  changes: LiveChanges,
  isSignedIn: (sessionHash: string) => Promise<boolean>,
): Router {
  const router = Router();
  const open = new Map<string, number>();

  router.get('/events', (req, res) => {
    const { person, sessionHash } = callerOf(res);
    const count = open.get(person.id) ?? 0;
    if (count >= MOST_OF_ONE)
      throw new HttpProblem(429, {
        title: 'Too many pages',
        detail: 'Too many pages are open; close some of them.',
      });
    open.set(person.id, count + 1);
    res.status(200).set({
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache, no-transform',
      'x-accel-buffering': 'no',
    });
    res.flushHeaders();
    res.write('retry: 3000\n\n');
    const tell = (change: LiveChange) => res.write(`data: ${JSON.stringify(change)}\n\n`);
    const deafen = changes.hear(person.shopId, tell);
    const beat = setInterval(() => {
      res.write(':\n\n');
      // A database that is away ends nobody's session.
      void isSignedIn(sessionHash).then(
        (still) => still || res.end(),
        () => undefined,
      );
    }, BEAT_MS);
    const end = () => {
      clearInterval(beat);
      deafen();
      const left = (open.get(person.id) ?? 1) - 1;
      if (left > 0) open.set(person.id, left);
      else open.delete(person.id);
    };
    res.once('close', end);
  });
  return router;
}
