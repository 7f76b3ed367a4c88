import path from 'node:path';
import { build } from 'esbuild';

/** Bundles what plays a loop on an exported page into `public`: the interface writes it into the page. */
const root = path.resolve(import.meta.dirname, '..');

await build({
  entryPoints: [path.join(root, 'src/player/main.ts')],
  outfile: path.join(root, 'public/player.js'),
  bundle: true,
  minify: true,
  format: 'esm',
  target: 'es2022',
  alias: { '@': path.join(root, 'src') },
  define: { 'process.env.NODE_ENV': '"production"' },
  logLevel: 'error',
});
