import { randomUUID } from 'node:crypto';
import { NEW_SHOP_DETAILS, operations } from '@neat-sill/core/contract';
import { pricedOn } from '@neat-sill/core/film';
import { eq } from 'drizzle-orm';
import { Router, type Request } from 'express';
import { z } from 'zod';
import type { Database } from '../../db/database.ts';
import { papers, shops } from '../../db/schema.ts';
import { HttpProblem, notFound } from '../../http/problem.ts';
import { callerOf, signedInRoute } from '../../http/route.ts';
import type { TaskQueue } from '../../queue/queue.ts';
import { wantedByShop } from '../buying/index.ts';
import { readJob } from '../jobs/index.ts';
import { readFilmsAndRules, readRack } from '../shop/index.ts';
import { renderPdf } from './pdf.ts';
import { rackLabels } from './rackLabels.ts';
import { shoppingListPaper } from './shoppingListPaper.ts';
import { refuseOverQuota } from '../quotas/index.ts';

const MOST_LABELS = 60;
const labelsAsked = z.preprocess(
  (value) => (typeof value === 'string' ? [value] : value),
  z.array(z.string().min(1).max(60)).min(1).max(MOST_LABELS),
);

/** `publicAddress`: where people find Neat Sill; null takes the address that was asked, which a caller may have made up. */
export function paperRoutes(
  db: Database,
  queue: TaskQueue,
  now: () => Date,
  publicAddress: string | null,
): Router {
  const router = Router();

  signedInRoute(router, operations.makePaper, async ({ caller, params, body, req }) => {
    const { shopId, unit } = caller.person;
    const id = randomUUID();
    await db.inShop(shopId, async (tx) => {
      if (!(await readJob(tx, params.id))) throw notFound('The job');
      await refuseOverQuota(tx, shopId, 'papersADay', now());
      await tx
        .insert(papers)
        .values({ id, shopId, jobId: params.id, ...body, unit, state: 'waiting', madeAt: now() });
    });
    await queue.send('paper', { shopId, paperId: id, origin: originOf(req) });
    return { id, kind: body.kind, state: 'waiting' as const, problem: null };
  });

  signedInRoute(router, operations.paper, ({ caller, params }) =>
    db.inShop(caller.person.shopId, async (tx) => {
      const { id, kind, state, problem } = papers;
      const [paper] = await tx
        .select({ id, kind, state, problem })
        .from(papers)
        .where(eq(papers.id, params.id));
      if (!paper) throw notFound('The paper');
      return paper;
    }),
  );

  const originOf = (req: Request) => publicAddress ?? `${req.protocol}://${req.get('host') ?? 'localhost'}`;

  // A few labels take a blink: they are made as they are asked for, so that one click at the bench prints them.
  router.get('/rack/labels', async (req, res) => {
    const { shopId, unit } = callerOf(res).person;
    const asked = labelsAsked.safeParse(req.query.ids);
    if (!asked.success)
      throw new HttpProblem(422, {
        title: 'Not usable',
        detail: `Name 1 to ${MOST_LABELS} rolls or offcuts, as /rack/labels?ids=C-101&ids=G-119.`,
      });
    const { entries, films } = await db.inShop(shopId, async (tx) => {
      const rack = await readRack(tx, asked.data);
      const filmIds = [...new Set(rack.map(({ entry }) => entry.filmId))];
      return { entries: rack, films: (await readFilmsAndRules(tx, filmIds)).films };
    });
    if (entries.length === 0) throw notFound('What the label is for');
    res
      .type('application/pdf')
      .set('content-disposition', 'inline; filename="labels.pdf"')
      .send(await rackLabels(entries, films, unit, originOf(req)));
  });

  // Of all kept plans, or of one job's.
  router.get('/film-wanted/pdf', async (req, res) => {
    const { shopId, unit } = callerOf(res).person;
    const jobId = z.uuid().optional().safeParse(req.query.job);
    const today = z.iso.date().safeParse(req.query.today);
    if (!jobId.success || !today.success)
      throw new HttpProblem(422, {
        title: 'Not usable',
        detail: 'Ask for the list of a day, as /film-wanted/pdf?today=2027-03-01, and of a job by its id.',
      });
    const input = await db.inShop(shopId, async (tx) => {
      const all = await wantedByShop(tx);
      const wanted = jobId.data === undefined ? all : all.filter((each) => each.jobId === jobId.data);
      const filmIds = [...new Set(wanted.map(({ filmId }) => filmId))];
      const [shop] = await tx.select().from(shops).where(eq(shops.id, shopId));
      return { wanted, shop, films: (await readFilmsAndRules(tx, filmIds)).films };
    });
    if (input.wanted.length === 0) throw notFound('Film to buy');
    const details = input.shop?.details ?? NEW_SHOP_DETAILS;
    const paper = shoppingListPaper({
      wanted: input.wanted,
      films: input.films.map((film) => pricedOn(film, today.data)),
      shop: { name: input.shop?.name ?? '', details, logo: input.shop?.logo ?? null },
      unit,
      today: today.data,
    });
    res
      .type('application/pdf')
      .set('content-disposition', 'inline; filename="film-to-buy.pdf"')
      .send(await renderPdf(paper, details.paper));
  });

  router.get('/papers/:id/pdf', async (req, res) => {
    const caller = callerOf(res);
    const id = z.uuid().safeParse(req.params.id);
    if (!id.success) throw new HttpProblem(404, { title: 'Not found', detail: 'There is no such paper.' });
    const [paper] = await db.inShop(caller.person.shopId, (tx) =>
      tx.select().from(papers).where(eq(papers.id, id.data)),
    );
    if (!paper?.pdf) throw notFound('The paper');
    res
      .type('application/pdf')
      .set('content-disposition', `inline; filename="${paper.kind}.pdf"`)
      .send(paper.pdf);
  });

  return router;
}
