import path from 'node:path';
import { build } from 'esbuild';

/** Bundles what the server runs in threads of its own into `.workers`. */
const root = path.resolve(import.meta.dirname, '..');

export const bundleWorkers = (to = path.join(root, '.workers')) =>
  build({
    entryPoints: [path.join(root, 'src/server/check-worker.ts')],
    outdir: to,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    alias: { '@': path.join(root, 'src') },
    // What is written for CommonJS inside may ask for Node's own modules.
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
    logLevel: 'error',
  });

if (process.argv[1] === import.meta.filename) await bundleWorkers();
