// npm run mutate -- FOLDER_OR_FILE [FOLDER_OF_TESTS ...]: breaks the code there in small ways and tells which breaks no
// test notices. Tests are those beside it, or those of the folders named after it.
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
const { status } = spawnSync('npx', ['--no-install', 'stryker', 'run', '--mutate', mutate], {
  stdio: 'inherit',
  env: { ...process.env, NEAT_SILL_TEST_FOLDERS: testFolders.join(' ') },
});
process.exit(status ?? 1);
