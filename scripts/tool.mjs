import { realpathSync } from 'node:fs';
import { join } from 'node:path';
import { run } from './sh.mjs';
import { SHORT_RUN } from './v8-options.mjs';

/** `node scripts/tool.mjs NAME ...`: a program of an installed package, with V8 set for a short run. */
const [name, ...rest] = process.argv.slice(2);
const file = realpathSync(join(import.meta.dirname, '../node_modules/.bin', name));
process.exit(await run(process.execPath, [...SHORT_RUN, file, ...rest]));
