// npm run mutate -- FOLDER_OR_FILE [TESTS ...]: breaks the code there in small ways and tells which breaks no test
// notices. Tests are those beside it, or those of the folders and files named after it. What a run found is kept in
// .data/mutants-found: the next one tries only what has changed, in the code or in its tests.
import { spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { dirname } from 'node:path';

const [target, ...tests] = process.argv.slice(2);
if (!target || !existsSync(target)) {
  console.error('Name a folder or file, for example: npm run mutate -- core/src/check');
  process.exit(2);
}
const isFolder = statSync(target).isDirectory();
const mutate = isFolder
  ? [`${target}/**/*.ts`, `${target}/**/*.tsx`, `!**/*.test.ts`, `!**/*.test.tsx`, `!**/index.ts`].join(',')
  : target;
const testFolders = tests.length > 0 ? tests : [isFolder ? target : dirname(target)];
const found = `.data/mutants-found/${target.replaceAll(/[^a-zA-Z0-9]+/g, '-')}.json`;
const incremental = ['--incremental', '--incrementalFile', found];
const { status } = spawnSync('npx', ['--no-install', 'stryker', 'run', '--mutate', mutate, ...incremental], {
  stdio: 'inherit',
  env: { ...process.env, NEAT_SILL_TEST_FOLDERS: testFolders.join(' ') },
});
process.exit(status ?? 1);
