import { RULES_OF_ROLES, operations } from '@neat-sill/core/contract';
import { eq } from 'drizzle-orm';
import { Router, raw } from 'express';
import { keepLogo } from '../pictures/index.ts';
import type { Database } from '../../db/database.ts';
import { HttpProblem, notAllowed, notFound } from '../../http/problem.ts';
import { callerOf, signedInRoute, type Caller } from '../../http/route.ts';
import { shops } from '../../db/schema.ts';
import { noteInAudit, readAudit } from '../audit/index.ts';
import { readUsage } from '../quotas/index.ts';
import { readShop, refuseOtherCurrency, writeShop } from './details.ts';
import { readConsumables, removeConsumable, writeConsumable } from './consumables.ts';
import { readCutPulls, writeRack } from './rack.ts';
import {
  addRuleSet,
  forgetOutlines,
  jobsFrozenWith,
  readShopBook,
  writeFilms,
  writeRuleSet,
} from './store.ts';

const LARGEST_LOGO = '2mb';

export function shopRoutes(db: Database, now: () => Date): Router {
  const router = Router();
  const noteOf = ({ person }: Caller) => ({ shopId: person.shopId, at: now(), personId: person.id });
  const manager = (caller: Caller) => {
    if (!RULES_OF_ROLES[caller.person.role].managesShop)
      throw notAllowed('Only the owner changes what the shop says of itself.');
    return caller.person.shopId;
  };

  const mustChangeRack = ({ person }: Caller) => {
    if (!RULES_OF_ROLES[person.role].changesRack)
      throw notAllowed('Only the owner and installers change the rack.');
  };

  signedInRoute(router, operations.shop, ({ caller }) =>
    db.inShop(caller.person.shopId, (tx) => readShop(tx, caller.person.shopId)),
  );

  signedInRoute(router, operations.saveShop, ({ caller, body }) =>
    db.inShop(manager(caller), async (tx) => {
      const { shopId } = caller.person;
      if (!body.despiteOpenQuotes) await refuseOtherCurrency(tx, shopId, body.details.currency, now());
      if (!(await writeShop(tx, caller.person.shopId, body)))
        throw new HttpProblem(409, {
          title: 'Changed since',
          detail:
            'Somebody has changed the shop’s data since you opened them; load the page again and compare before saving. Nothing was changed.',
        });
      await noteInAudit(tx, { ...noteOf(caller), kind: 'shop-changed' });
      return readShop(tx, caller.person.shopId);
    }),
  );

  router.put('/shop/logo', raw({ limit: LARGEST_LOGO, type: 'image/*' }), async (req, res) => {
    const caller = callerOf(res);
    const shopId = manager(caller);
    const logo = await keepLogo(req.body);
    await db.inShop(shopId, async (tx) => {
      await tx.update(shops).set({ logo }).where(eq(shops.id, shopId));
      await noteInAudit(tx, { ...noteOf(caller), kind: 'shop-changed', about: 'logo' });
    });
    res.status(200).json({});
  });

  router.get('/shop/logo', async (_req, res) => {
    const { shopId } = callerOf(res).person;
    const [shop] = await db.inShop(shopId, (tx) =>
      tx.select({ logo: shops.logo }).from(shops).where(eq(shops.id, shopId)),
    );
    if (!shop?.logo) throw notFound('The logo');
    res.type('image/png').send(shop.logo);
  });

  signedInRoute(router, operations.shopUsage, ({ caller }) => {
    const shopId = manager(caller);
    return db.inShop(shopId, (tx) => readUsage(tx, shopId, now()));
  });

  signedInRoute(router, operations.auditLog, ({ caller, params }) => {
    if (!RULES_OF_ROLES[caller.person.role].managesShop)
      throw notAllowed('Only the owner reads the audit log.');
    return db.inShop(caller.person.shopId, (tx) => readAudit(tx, params.before));
  });

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
      await noteInAudit(tx, {
        ...noteOf(caller),
        kind: 'films-changed',
        about: body.films.map(({ name }) => name).join(', '),
      });
      return { saved: body.films.length };
    });
  });

  signedInRoute(router, operations.saveRack, ({ caller, body }) => {
    mustChangeRack(caller);
    const { shopId } = caller.person;
    return db.inShop(shopId, async (tx) => {
      const saved = await writeRack(tx, shopId, body);
      const ids = [...body.entries.map(({ entry }) => entry.id), ...body.removed.map(({ id }) => id)];
      await noteInAudit(tx, { ...noteOf(caller), kind: 'rack-changed', about: ids.join(', ') });
      return { saved };
    });
  });

  signedInRoute(router, operations.cutPulls, ({ caller, params }) =>
    db.inShop(caller.person.shopId, (tx) => readCutPulls(tx, params.id)),
  );

  signedInRoute(router, operations.consumables, ({ caller }) =>
    db.inShop(caller.person.shopId, readConsumables),
  );

  signedInRoute(router, operations.saveConsumable, ({ caller, body }) => {
    mustChangeRack(caller);
    const { shopId } = caller.person;
    return db.inShop(shopId, async (tx) => {
      const saved = await writeConsumable(tx, shopId, body);
      await noteInAudit(tx, { ...noteOf(caller), kind: 'rack-changed', about: saved.name });
      return saved;
    });
  });

  signedInRoute(router, operations.removeConsumable, ({ caller, params }) => {
    mustChangeRack(caller);
    return db.inShop(caller.person.shopId, async (tx) => {
      const name = await removeConsumable(tx, params.id);
      if (name !== null) await noteInAudit(tx, { ...noteOf(caller), kind: 'rack-changed', about: name });
      return {};
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
      const written =
        body.baseVersion === 0
          ? await addRuleSet(tx, caller.person.shopId, body.rules)
          : await writeRuleSet(tx, params.id, body.baseVersion, body.rules);
      if (written) {
        await forgetOutlines(tx);
        await noteInAudit(tx, { ...noteOf(caller), kind: 'rules-changed', about: body.rules.name });
        return { ...written, staying: await jobsFrozenWith(tx, params.id) };
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
