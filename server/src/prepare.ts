import { openDatabase } from './db/database.ts';
import { migrateDatabase } from './db/migrate.ts';
import { seedDemo } from './demo/seed.ts';
import { readEnvironment } from './environment.ts';
import { firstVisit } from './features/operating/index.ts';

/* Brings the database forward before server and worker start; an empty one gets the demo shop, or a link to begin one. */

const environment = readEnvironment(process.env);
await migrateDatabase(environment.DATABASE_URL);
const db = openDatabase(environment.DATABASE_URL, (error) => process.stderr.write(`${error.message}\n`));
if (environment.DEMO === 'yes') {
  const seeded = await seedDemo(db, new Date());
  if (seeded) process.stdout.write('Demo data: Brindle & Rook Glass Film, five jobs\n');
} else {
  const link = await firstVisit(db, new Date());
  const address = environment.PUBLIC_ADDRESS ?? `http://${environment.HOST}:${environment.PORT}`;
  if (link)
    process.stdout.write(
      `Nobody has a shop here yet. Whoever opens this link begins one and is its owner (once, within 7 days):\n` +
        `  ${address.replace(/\/$/, '')}/welcome#${link.token}\n`,
    );
}
await db.close();
