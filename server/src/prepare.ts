import { openDatabase } from './db/database.ts';
import { migrateDatabase } from './db/migrate.ts';
import { seedDemo } from './demo/seed.ts';
import { readEnvironment } from './environment.ts';

/* Brings the database forward before server and worker start; on a demo server it fills an empty one. */

const environment = readEnvironment(process.env);
await migrateDatabase(environment.DATABASE_URL);
if (environment.DEMO === 'yes') {
  const db = openDatabase(environment.DATABASE_URL, (error) => process.stderr.write(`${error.message}\n`));
  const seeded = await seedDemo(db, new Date());
  await db.close();
  if (seeded) process.stdout.write('Demo data: Brindle & Rook Glass Film, five jobs\n');
}
