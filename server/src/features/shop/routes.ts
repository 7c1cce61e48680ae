import { RULES_OF_ROLES, operations } from '@neat-sill/core/contract';
import { Router } from 'express';
import type { Database } from '../../db/database.ts';
import { HttpProblem, notAllowed, notFound } from '../../http/problem.ts';
import { signedInRoute } from '../../http/route.ts';
import { writeRack } from './rack.ts';
import { forgetOutlines, readShopBook, writeFilms, writeRuleSet } from './store.ts';

export function shopRoutes(db: Database): Router {
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
      await forgetOutlines(tx);
      return { saved: body.films.length };
    });
  });

  signedInRoute(router, operations.saveRack, async ({ caller, body }) => {
    if (!RULES_OF_ROLES[caller.person.role].changesRack)
      throw notAllowed('Only the owner and installers change the rack.');
    const { shopId } = caller.person;
    return db.inShop(shopId, async (tx) => ({ saved: await writeRack(tx, shopId, body) }));
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
      if (written) {
        await forgetOutlines(tx);
        return written;
      }
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
