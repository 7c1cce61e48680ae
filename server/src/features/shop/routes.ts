import { RULES_OF_ROLES, operations } from '@neat-sill/core/contract';
import { Router } from 'express';
import { eq } from 'drizzle-orm';
import type { Database, Tx } from '../../db/database.ts';
import { jobs } from '../../db/schema.ts';
import { HttpProblem, notAllowed, notFound } from '../../http/problem.ts';
import { signedInRoute } from '../../http/route.ts';
import { consumePull, reserve, writeRack } from './rack.ts';
import { readShopBook, writeFilms, writeRuleSet } from './store.ts';

async function jobIsThere(tx: Tx, id: string): Promise<boolean> {
  return (await tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, id))).length > 0;
}

export function shopRoutes(db: Database, now: () => Date): Router {
  const router = Router();
  signedInRoute(router, operations.shopBook, ({ caller }) => db.inShop(caller.person.shopId, readShopBook));

  signedInRoute(router, operations.saveFilms, async ({ caller, body }) => {
    if (!RULES_OF_ROLES[caller.person.role].changesFilms)
      throw notAllowed('Only the owner changes the catalogue.');
    return db.inShop(caller.person.shopId, async (tx) => {
      const stale = await writeFilms(tx, caller.person.shopId, body.films);
      if (stale.length > 0)
        throw new HttpProblem(409, {
          title: 'Changed since',
          detail: `Somebody has changed ${stale.slice(0, 3).join(', ')} since you read the catalogue; nothing was written. Load the page again and read the file once more.`,
        });
      return { saved: body.films.length };
    });
  });

  signedInRoute(router, operations.saveRack, async ({ caller, body }) => {
    if (!RULES_OF_ROLES[caller.person.role].changesRack)
      throw notAllowed('Only the owner and installers change the rack.');
    const { shopId } = caller.person;
    return db.inShop(shopId, async (tx) => ({ saved: await writeRack(tx, shopId, body) }));
  });

  signedInRoute(router, operations.reserve, async ({ caller, params, body }) =>
    db.inShop(caller.person.shopId, async (tx) => {
      if (!(await jobIsThere(tx, params.id))) throw notFound('The job');
      await reserve(tx, params.id, body.stockIds);
      return body;
    }),
  );

  signedInRoute(router, operations.cutPull, async ({ caller, params, body }) => {
    const { shopId } = caller.person;
    return db.inShop(shopId, async (tx) => {
      if (!(await jobIsThere(tx, params.id))) throw notFound('The job');
      await consumePull(tx, { shopId, jobId: params.id, now: now() }, body);
      return { saved: 1 };
    });
  });

  signedInRoute(router, operations.saveRuleSet, async ({ caller, params, body }) => {
    if (!RULES_OF_ROLES[caller.person.role].changesRules)
      throw notAllowed('Only the owner changes house rules.');
    if (body.rules.id !== params.id)
      throw new HttpProblem(422, {
        title: 'Not usable',
        detail: 'The rule set sent is not the one named in the address.',
      });
    return db.inShop(caller.person.shopId, async (tx) => {
      const written = await writeRuleSet(tx, params.id, body.baseVersion, body.rules);
      if (written) return written;
      const now = (await readShopBook(tx)).ruleSets.find(({ rules }) => rules.id === params.id);
      if (!now) throw notFound('The rule set');
      throw new HttpProblem(409, {
        title: 'Changed since',
        detail: `Somebody has changed “${now.rules.name}” since you opened it; load it again and compare before saving.`,
      });
    });
  });
  return router;
}
