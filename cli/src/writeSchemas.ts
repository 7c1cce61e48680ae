import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { FORMATS_FOLDER, schemaFiles } from './schemas.ts';

for (const [name, text] of Object.entries(await schemaFiles()))
  writeFileSync(join(FORMATS_FOLDER, name), text);
