import { randomUUID } from 'node:crypto';
import { RULES_OF_ROLES, shopDataFor, operations } from '@neat-sill/core/contract';
import {
  deriveJob,
  EMPTY_RECORDS,
  HEADER_ID,
  NEW_HEADER,
  shopDataOfJob,
  writeJobFile,
} from '@neat-sill/core/job';
import { asc, isNull } from 'drizzle-orm';
import { Router, type Response } from 'express';
import { z } from 'zod';
import type { ShopCache } from '../../cache/shopCache.ts';
import type { Database } from '../../db/database.ts';
import { people } from '../../db/schema.ts';
import { HttpProblem, notAllowed, notFound } from '../../http/problem.ts';
import { NotModified, ReadyJson, callerOf, signedInRoute, type Caller } from '../../http/route.ts';
import type { LiveChanges } from '../live/index.ts';
import { noteInAudit } from '../audit/index.ts';
import { makeKnownBooks, readShopBook } from '../shop/index.ts';
import { writeEdit } from './edits.ts';
import { makeKnownJobs } from './knownJobs.ts';
import { importJob, insertJob } from './make.ts';
import { readJob, readLastSite } from './records.ts';
import { copyJob, eraseJob, keepJob } from './keeping.ts';
import { readSummary, readToday } from './list.ts';
import { jobRevision, jobText, listText } from './quick.ts';

/** Some 200 MB at the most. */
const KNOWN_RECORDS = 100_000;
const KNOWN_FILMS = 2_000;

/** What was read under this tag is as it was. */
const tagOf = (jobId: string, revision: number) => `"${jobId}.${revision}"`;

function mustMakeJobs({ person }: Caller): void {
  if (!RULES_OF_ROLES[person.role].makesJobs)
    throw notAllowed(`The role ${person.role} may not make jobs; ask the owner or an installer.`);
}

export function jobRoutes(
  db: Database,
  cache: ShopCache,
  changes: Pick<LiveChanges, 'tellEdit'>,
  now: () => Date,
): Router {
  const keptFor = (res: Response) => ({ db, cache, anew: res.locals.wroteLately });
  const known = { jobs: makeKnownJobs(KNOWN_RECORDS), books: makeKnownBooks(KNOWN_FILMS) };
  const router = Router();

  signedInRoute(router, operations.jobs, async ({ caller, query, res }) => {
    const { text, etag } = await listText(keptFor(res), caller.person.shopId, query, now());
    return new ReadyJson(text, etag);
  });

  signedInRoute(router, operations.today, ({ caller, query }) =>
    db.inShop(caller.person.shopId, (tx) => readToday(tx, query.day, now())),
  );

  signedInRoute(router, operations.lastSite, ({ caller }) =>
    db.inShop(caller.person.shopId, async (tx) => ({ site: await readLastSite(tx) })),
  );

  signedInRoute(router, operations.crew, ({ caller }) =>
    db.inShop(caller.person.shopId, (tx) =>
      tx
        .select({ id: people.id, name: people.name })
        .from(people)
        .where(isNull(people.removedAt))
        .orderBy(asc(people.name)),
    ),
  );

  signedInRoute(router, operations.keepJob, ({ caller, params, body }) => {
    mustMakeJobs(caller);
    const { shopId, id: personId } = caller.person;
    return db.inShop(shopId, async (tx) => {
      const notices = await keepJob(tx, params.id, body, { shopId, now: now() });
      const job = await readSummary(tx, params.id, now());
      if (!job) throw notFound('The job');
      if (body.shelf === 'deleted')
        await noteInAudit(tx, { shopId, at: now(), personId, kind: 'job-deleted', about: job.name });
      return { job, notices };
    });
  });

  signedInRoute(router, operations.copyJob, ({ caller, params }) => {
    mustMakeJobs(caller);
    const { shopId, id: personId } = caller.person;
    return db.inShop(shopId, (tx) => copyJob(tx, params.id, { shopId, personId, now: now() }));
  });

  signedInRoute(router, operations.eraseJob, ({ caller, params }) => {
    if (!RULES_OF_ROLES[caller.person.role].managesShop)
      throw notAllowed('Only the owner erases a job for good.');
    const { shopId, id: personId } = caller.person;
    return db.inShop(shopId, async (tx) => {
      await eraseJob(tx, params.id);
      await noteInAudit(tx, { shopId, at: now(), personId, kind: 'erased', about: 'a job' });
      return {};
    });
  });

  signedInRoute(router, operations.makeJob, ({ caller, body }) => {
    mustMakeJobs(caller);
    const { shopId, id: personId } = caller.person;
    return db.inShop(shopId, async (tx) => {
      const ruleSetId = (await readShopBook(tx)).ruleSets[0]?.rules.id ?? '';
      const id = randomUUID();
      const records = { ...EMPTY_RECORDS, job: { [HEADER_ID]: { ...body, ...NEW_HEADER, ruleSetId } } };
      await insertJob(tx, { id, shopId, personId, now: now() }, records);
      return { id, notes: [], alike: null };
    });
  });

  signedInRoute(router, operations.importJob, ({ caller, body }) => {
    mustMakeJobs(caller);
    const { shopId, id: personId } = caller.person;
    return db.inShop(shopId, async (tx) =>
      importJob(tx, body, shopDataFor(await readShopBook(tx), null), { shopId, personId, now: now() }),
    );
  });

  signedInRoute(router, operations.job, async ({ caller, params, req, res }) => {
    const { shopId } = caller.person;
    const kept = keptFor(res);
    const seen = req.get('if-none-match');
    if (seen !== undefined) {
      const revision = await jobRevision(kept, shopId, params.id);
      if (revision !== null && seen === tagOf(params.id, revision)) return new NotModified(seen);
    }
    const job = await jobText(kept, shopId, params.id);
    if (!job) throw notFound('The job');
    return new ReadyJson(job.text, tagOf(params.id, job.revision));
  });

  signedInRoute(router, operations.editJob, async ({ caller: { person }, params, body }) => {
    const { answer, job } = await db.quickInShop(person.shopId, (quick) =>
      writeEdit(quick, known, { jobId: params.id, person, edit: body, now: now() }),
    );
    if (job) {
      known.jobs.keep(person.shopId, job);
      changes.tellEdit({ shopId: person.shopId, jobId: params.id, revision: job.revision });
    }
    return answer;
  });

  router.get('/jobs/:id/file', async (req, res) => {
    const caller = callerOf(res);
    const id = z.uuid().safeParse(req.params.id);
    if (!id.success) throw new HttpProblem(404, { title: 'Not found', detail: 'There is no such job.' });
    const file = await db.inShop(caller.person.shopId, async (tx) => {
      const job = await readJob(tx, id.data);
      if (!job) throw notFound('The job');
      const day = now().toISOString().slice(0, 10);
      const shop = shopDataOfJob(job.records, shopDataFor(await readShopBook(tx), id.data), day);
      return writeJobFile(job.records, deriveJob(job.records, shop).plan.job);
    });
    const name = file.name.replaceAll(/[^\p{L}\p{N} _-]/gu, '').trim() || 'job';
    res
      .attachment(`${name}.neat-sill.json`)
      .type('application/json')
      .send(JSON.stringify(file, null, 2));
  });

  return router;
}
