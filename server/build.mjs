// npm run build -w server -- FOLDER: one file for each process and thread, with the core in it, so that they start
// within a second. The packages that server/package.json names stay outside, but for those of which another version lies
// beside all rooms, where the built server would find it; migrations are copied beside.
import { build } from 'esbuild';
import { cpSync, existsSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';

const [folder] = process.argv.slice(2);
if (!folder) {
  console.error('Name the folder to build into, for example: npm run build -w server -- ../.data/server');
  process.exit(2);
}
const here = import.meta.dirname;
const outdir = resolve(here, folder);
const { dependencies } = JSON.parse(readFileSync(resolve(here, 'package.json'), 'utf8'));
const processes = [
  'prepare',
  'worker',
  'main',
  'operators',
  'backup',
  'features/plannings/planThread',
  'features/dayPlannings/dayThread',
];

await build({
  entryPoints: processes.map((name) => resolve(here, `src/${name}.ts`)),
  outdir,
  entryNames: '[name]',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  external: Object.keys(dependencies).filter(
    (name) => !name.startsWith('@neat-sill/') && !existsSync(resolve(here, 'node_modules', name)),
  ),
  sourcemap: true,
  logLevel: 'warning',
});
cpSync(resolve(here, 'src/db/migrations'), resolve(outdir, 'migrations'), { recursive: true });
