import { deriveJob, shopDataOfJob } from '@neat-sill/core/job';
import { eq, lt } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { papers, pictures, shops } from '../../db/schema.ts';
import type { QueuedTasks } from '../../queue/queue.ts';
import { readJob } from '../jobs/index.ts';
import { NEW_SHOP_DETAILS, shopDataFor } from '@neat-sill/core/contract';
import { readShopBook } from '../shop/index.ts';
import { careSheet } from './careSheet.ts';
import { conditionSheet } from './conditionSheet.ts';
import { cutListPaper } from './cutListPaper.ts';
import { daySheet } from './daySheet.ts';
import { fittingReport } from './fittingReport.ts';
import { labels } from './labels.ts';
import { renderPdf } from './pdf.ts';
import { quotePaper } from './quotePaper.ts';
import { stepsPaper } from './stepsPaper.ts';
import { templates } from './templates.ts';
import { PaperProblem, type PaperInput } from './paperInput.ts';

const PAPER_DAYS = 30;

/** Papers are made anew in seconds: old ones are not kept. */
export async function removeOldPapers(db: Database, now: Date): Promise<void> {
  const before = new Date(now.getTime() - PAPER_DAYS * 86_400_000);
  await db.forWorker((tx) => tx.delete(papers).where(lt(papers.madeAt, before)));
}

/** Makes a PDF that was asked for; a job that is not ready for it becomes the paper's problem, not an error. */
export async function makePaper(
  db: Database,
  { shopId, paperId, origin }: QueuedTasks['paper'],
): Promise<void> {
  const asked = await db.inShop(shopId, async (tx) => {
    const [paper] = await tx.select().from(papers).where(eq(papers.id, paperId));
    const job = paper && (await readJob(tx, paper.jobId));
    const [shop] = await tx.select().from(shops).where(eq(shops.id, shopId));
    if (!paper || !job || !shop) return null;
    const photographs =
      paper.kind === 'condition-sheet'
        ? await tx.select().from(pictures).where(eq(pictures.jobId, paper.jobId))
        : [];
    return { paper, job, shop, photographs, book: shopDataFor(await readShopBook(tx), paper.jobId) };
  });
  if (!asked || asked.paper.state !== 'waiting') return;
  const { paper, job, shop, photographs } = asked;
  const input: PaperInput = {
    job: deriveJob(job.records, shopDataOfJob(job.records, asked.book, paper.today)),
    unit: paper.unit,
    today: paper.today,
    shop: { name: shop.name, details: shop.details ?? NEW_SHOP_DETAILS, logo: shop.logo },
  };
  const finish = (result: Partial<typeof papers.$inferInsert>) =>
    db.inShop(shopId, (tx) => tx.update(papers).set(result).where(eq(papers.id, paperId)));
  try {
    const content = {
      'cut-list': () => cutListPaper(input),
      labels: () => labels(input, origin, paper.jobId, 'labels'),
      'single-labels': () => labels(input, origin, paper.jobId, 'single-labels'),
      'care-sheet': () => careSheet(input),
      'day-sheet': () => daySheet(input),
      'fitting-report': () => fittingReport(input),
      quote: () => quotePaper(input),
      steps: () => stepsPaper(input),
      templates: () => templates(input, asked.shop.details?.paper ?? NEW_SHOP_DETAILS.paper),
      'condition-sheet': () => conditionSheet(input, new Map(photographs.map(({ id, jpeg }) => [id, jpeg]))),
    }[paper.kind]();
    await finish({ state: 'ready', pdf: await renderPdf(content, input.shop.details.paper) });
  } catch (error) {
    if (!(error instanceof PaperProblem)) throw error;
    await finish({ state: 'failed', problem: error.message });
  }
}
