import { isBuilt, isInstalled } from './build-state.mjs';
import { installPackages, must, run } from './sh.mjs';

/** Installs and builds where anything changed, starts the application with the demo data, and prints the address. */
if (!isInstalled()) await installPackages();
if (isBuilt()) console.log('Nothing changed since the last build.');
else await must('Building', 'npm', ['run', '-s', 'build']);
process.exit(await run('node', ['scripts/serve.mjs']));
