import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FORMATS_FOLDER, schemaFiles } from './schemas.ts';

test('the published schemas are those that read the files; `npm run schemas` writes them anew', async () => {
  for (const [name, text] of Object.entries(await schemaFiles()))
    expect(readFileSync(join(FORMATS_FOLDER, name), 'utf8')).toBe(text);
});
