import { mayWrite, operations, type OfferedQuote } from '@neat-sill/core/contract';
import { Router, type Request } from 'express';
import type { Logger } from 'pino';
import type { Database } from '../../db/database.ts';
import { HttpProblem, notAllowed, notFound } from '../../http/problem.ts';
import { openRoute, signedInRoute, type Caller } from '../../http/route.ts';
import { brakeOn, networkOf } from '../accounts/index.ts';
import { acceptOffer, askAboutOffer } from './byCustomer.ts';
import {
  behindLink,
  countLook,
  linksOfJob,
  makeCustomerLink,
  revokeCustomerLink,
  type OpenLink,
} from './customerLinks.ts';
import { offerBehind, readQuoteRecords, shopOf } from './offer.ts';
import { readOpenQuotes } from '../shop/index.ts';
import type { Tx } from '../../db/database.ts';

function mustQuote({ person }: Caller): void {
  if (!mayWrite(person.role, 'quote'))
    throw notAllowed('Only the owner and installers send quotes to customers; ask one of them.');
}

const noLink = () =>
  new HttpProblem(404, {
    title: 'Not found',
    detail: 'There is nothing behind this link, or not any more. Ask whoever sent it for a new one.',
  });

/** Links that hold nothing, from one place; and what is written by one link. */
const MISSES = { points: 30, seconds: 15 * 60 };
const WRITES = { points: 20, seconds: 60 * 60 };

export function offerRoutes(db: Database, now: () => Date, log: Logger): Router {
  const router = Router();
  const misses = brakeOn(db.pool, 'offer-place', MISSES);
  const writes = brakeOn(db.pool, 'offer-writes', WRITES);

  signedInRoute(router, operations.makeCustomerLink, ({ caller, params, body }) => {
    mustQuote(caller);
    const { shopId, id: personId } = caller.person;
    return db.inShop(shopId, async (tx) => {
      const records = await readQuoteRecords(tx, params.id);
      if (!records?.quote[body.quoteId]) throw notFound('The quote');
      return makeCustomerLink(tx, { shopId, personId, jobId: params.id, now: now(), ...body });
    });
  });

  signedInRoute(router, operations.customerLinks, ({ caller, params }) =>
    db.inShop(caller.person.shopId, async (tx) => ({ links: await linksOfJob(tx, params.id) })),
  );

  signedInRoute(router, operations.revokeCustomerLink, ({ caller, params }) => {
    mustQuote(caller);
    return db.inShop(caller.person.shopId, async (tx) => {
      await revokeCustomerLink(tx, params.id, params.linkId, now());
      return { links: await linksOfJob(tx, params.id) };
    });
  });

  signedInRoute(router, operations.openQuotes, ({ caller }) =>
    db.inShop(caller.person.shopId, async (tx) => {
      const { today } = await shopOf(tx, caller.person.shopId, now());
      return { quotes: await readOpenQuotes(tx, today) };
    }),
  );

  /** What stands behind a link once some work is done there; a link that holds nothing counts against where it came from. */
  async function behind(
    req: Request,
    token: string,
    work: (tx: Tx, link: OpenLink) => Promise<void>,
  ): Promise<OfferedQuote> {
    const place = networkOf(req.ip ?? '');
    await misses.refuseBeyond(place);
    const offer = await behindLink(db, token, now(), async (tx, link) => {
      await work(tx, link);
      return offerBehind(tx, link, now());
    });
    if (offer) return offer;
    log.warn({ place }, 'a customer’s link that holds nothing was tried');
    await misses.count(place);
    throw noLink();
  }

  openRoute(router, operations.lookAtOffer, ({ req, body }) =>
    behind(req, body.token, (tx, link) => countLook(tx, link, now())),
  );

  openRoute(router, operations.acceptOffer, ({ req, body: { token, ...signed } }) =>
    behind(req, token, async (tx, link) => {
      await writes.count(link.id);
      await acceptOffer(tx, link, signed, now());
    }),
  );

  openRoute(router, operations.askAboutOffer, ({ req, body: { token, name, text } }) =>
    behind(req, token, async (tx, link) => {
      await writes.count(link.id);
      await askAboutOffer(tx, link, { name, text }, now());
    }),
  );

  return router;
}
