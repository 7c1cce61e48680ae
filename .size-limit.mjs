// What a browser is sent before Today is seen: the page names its script, style and what they need; type comes with the style.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const folder = join(import.meta.dirname, `.data/test-web-${process.getuid?.() ?? 0}`);
const page = readFileSync(join(folder, 'index.html'), 'utf8');
const named = [...page.matchAll(/(?:src|href)="\/(assets\/[^"]+)"/g)].map(([, file]) => file);
const type = readdirSync(join(folder, 'assets'))
  .filter((file) => file.endsWith('.woff2'))
  .map((file) => `assets/${file}`);

export default [
  {
    name: 'First use: script, style and type, as sent',
    path: ['index.html', ...named, ...type].map((file) => join(folder, file)),
    brotli: true,
    limit: '250 kB',
  },
];
