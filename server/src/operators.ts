import { parseArgs } from 'node:util';
import { ROLES } from '@neat-sill/core/record';
import { openDatabase } from './db/database.ts';
import { readEnvironment } from './environment.ts';
import { ArchiveProblem, readArchive } from './features/archive/index.ts';
import {
  addShop,
  inviteOwner,
  listShops,
  OperatorProblem,
  removeShop,
  resetPassword,
  setQuotas,
} from './features/operating/index.ts';

/* For whoever runs a server: shops and their owners, from the command line of the machine. */

const USAGE = `npm run shops -- COMMAND
  list                            the shops, with their people
  add                             a link by which somebody begins a shop and becomes its owner
  add-owner SHOP NAME EMAIL       a link by which somebody joins a shop as an owner
  reset-password EMAIL            a link by which somebody chooses a new password; the second factor goes
  remove SHOP --name NAME         removes a shop and everything in it; its name must be written out
  quotas SHOP [NAME=NUMBER ...]   what the shop may have here: jobs, people, pictureBytes, papersADay, planningsAtOnce
  read-in FILE                    a shop that its owner has saved (Shop, Data) elsewhere, with links for its owners
SHOP is the id that list shows. Links work once.`;

const environment = readEnvironment({ ...process.env, DEMO: 'no' });
const db = openDatabase(environment.DATABASE_URL, (error) => process.stderr.write(`${error.message}\n`));
const address = environment.PUBLIC_ADDRESS ?? `http://127.0.0.1:${environment.PORT}`;
const say = (line: string) => process.stdout.write(`${line}\n`);
const sayLink = ({ token, expiresAt }: { token: string; expiresAt: string }) => {
  say(`${address.replace(/\/$/, '')}/welcome#${token}`);
  say(`It works once, until ${expiresAt.slice(0, 16).replace('T', ' ')} UTC.`);
};

async function run(command: string | undefined, rest: readonly string[], name: string | undefined) {
  const [first = '', second = '', third = ''] = rest;
  switch (command) {
    case 'list': {
      for (const shop of await listShops(db)) {
        say(`${shop.id}  ${shop.name}`);
        for (const role of ROLES)
          for (const person of shop.people.filter((each) => each.role === role))
            say(`    ${role}: ${person.name}, ${person.email}`);
      }
      return;
    }
    case 'add':
      return sayLink(await addShop(db, new Date()));
    case 'add-owner':
      return sayLink(await inviteOwner(db, { shopId: first, name: second, email: third }, new Date()));
    case 'reset-password':
      return sayLink(await resetPassword(db, first, new Date()));
    case 'remove': {
      const rows = await removeShop(environment.DATABASE_URL, first, name ?? '');
      return say(`Removed “${name}”: ${rows} rows. Backups still hold it.`);
    }
    case 'quotas': {
      const quotas = await setQuotas(environment.DATABASE_URL, first, rest.slice(1));
      return say(
        Object.entries(quotas)
          .map((pair) => pair.join('='))
          .join(' '),
      );
    }
    case 'read-in': {
      const { shopId, name: shop, rows, owners } = await readArchive(environment.DATABASE_URL, first);
      say(
        `Read in “${shop}”, ${shopId}: ${rows} rows. Its owners choose passwords by these links, and let the others in:`,
      );
      for (const email of owners) {
        say(email);
        sayLink(await resetPassword(db, email, new Date()));
      }
      return;
    }
    default:
      say(USAGE);
      process.exitCode = 2;
  }
}

try {
  const { positionals, values } = parseArgs({
    options: { name: { type: 'string' } },
    allowPositionals: true,
  });
  const [command, ...rest] = positionals;
  await run(command, rest, values.name);
} catch (error) {
  if (!(error instanceof OperatorProblem || error instanceof ArchiveProblem)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
} finally {
  await db.close();
}
