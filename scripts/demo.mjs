import { existsSync } from 'node:fs';
import { installPackages, must, run } from './sh.mjs';

/** Installs, builds and starts the application with the demo data, and prints the address. */
const port = process.env.PORT ?? '3000';
if (!existsSync('node_modules/.package-lock.json')) await installPackages();
await must('Building', 'npx', ['next', 'build']);
console.log(`\nCalm Lattice is at http://localhost:${port} (the starters are its demo data; Ctrl+C ends it).\n`);
process.exit(await run('npx', ['next', 'start', '-p', port]));
