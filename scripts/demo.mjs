import { existsSync } from 'node:fs';
import { installPackages, must, run } from './sh.mjs';

/** Installs, builds and starts the application with the demo data, and prints the address. */
if (!existsSync('node_modules/.package-lock.json')) await installPackages();
await must('Building', 'npm', ['run', '-s', 'build']);
process.exit(await run('node', ['scripts/serve.mjs']));
