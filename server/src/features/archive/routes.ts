import { pipeline } from 'node:stream/promises';
import { RULES_OF_ROLES } from '@neat-sill/core/contract';
import { Router } from 'express';
import type { Database } from '../../db/database.ts';
import { HttpProblem, notAllowed } from '../../http/problem.ts';
import { callerOf } from '../../http/route.ts';
import { noteInAudit } from '../audit/index.ts';
import { BUSY, writeArchive } from './write.ts';

const busy = () =>
  new HttpProblem(409, {
    title: 'Being saved just now',
    detail: 'Somebody is saving all data of a shop just now; try again when that is done.',
  });

/** On one server, of all shops. */
const MOST_AT_ONCE = 3;

/** All of the shop's data in one file, for its owner. */
export function archiveRoutes(db: Database, now: () => Date): Router {
  const router = Router();
  let running = 0;
  router.get('/shop/archive', async (_req, res) => {
    const { person } = callerOf(res);
    if (!RULES_OF_ROLES[person.role].managesShop)
      throw notAllowed('Only the owner takes the shop’s data out.');
    const { shopId, id: personId } = person;
    // Each holds a connection for as long as somebody downloads: other work must have the rest.
    if (running >= MOST_AT_ONCE) throw busy();
    running += 1;
    try {
      const archive = await writeArchive(db, shopId, now());
      if (archive === BUSY) throw busy();
      await db.inShop(shopId, (tx) => noteInAudit(tx, { shopId, at: now(), personId, kind: 'exported' }));
      res.attachment(`shop ${now().toISOString().slice(0, 10)}.zip`).type('application/zip');
      // Whoever asks sees a broken download where it ends early; there is nothing left to answer then.
      await pipeline(archive, res).catch(() => res.destroy());
    } finally {
      running -= 1;
    }
  });
  return router;
}
