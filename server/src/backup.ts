import { readEnvironment } from './environment.ts';
import { backUp, OperatorProblem, restore } from './features/operating/index.ts';

/* node backup.js write FILE | restore FILE: all data of DATABASE_URL into a file, and back into an empty database. */

const { DATABASE_URL } = readEnvironment({ ...process.env, DEMO: 'no' });
const [command, file] = process.argv.slice(2);
try {
  if (command === 'write' && file) await backUp(DATABASE_URL, file);
  else if (command === 'restore' && file) await restore(DATABASE_URL, file);
  else throw new OperatorProblem('Say what: write FILE, or restore FILE.');
  process.stdout.write(command === 'write' ? `Written: ${file}\n` : `Put back: ${file}\n`);
} catch (error) {
  if (!(error instanceof OperatorProblem)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
}
