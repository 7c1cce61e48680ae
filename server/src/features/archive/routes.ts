import { pipeline } from 'node:stream/promises';
import { RULES_OF_ROLES } from '@neat-sill/core/contract';
import { Router } from 'express';
import type { Database } from '../../db/database.ts';
import { HttpProblem, notAllowed } from '../../http/problem.ts';
import { callerOf } from '../../http/route.ts';
import { noteInAudit } from '../audit/index.ts';
import { BUSY, writeArchive } from './write.ts';

/** All of the shop's data in one file, for its owner. */
export function archiveRoutes(db: Database, now: () => Date): Router {
  const router = Router();
  router.get('/shop/archive', async (_req, res) => {
    const { person } = callerOf(res);
    if (!RULES_OF_ROLES[person.role].managesShop)
      throw notAllowed('Only the owner takes the shop’s data out.');
    const { shopId, id: personId } = person;
    const archive = await writeArchive(db, shopId, now());
    if (archive === BUSY)
      throw new HttpProblem(409, {
        title: 'Being saved just now',
        detail: 'Somebody is saving the shop’s data just now; wait until that is done.',
      });
    await db.inShop(shopId, (tx) => noteInAudit(tx, { shopId, at: now(), personId, kind: 'exported' }));
    res.attachment(`shop ${now().toISOString().slice(0, 10)}.zip`).type('application/zip');
    // Whoever asks sees a broken download where it ends early; there is nothing left to answer then.
    await pipeline(archive, res).catch(() => res.destroy());
  });
  return router;
}
