import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { OFFLINE_PAGES } from '@/core/offline-pages';

/** Bundles the service worker into the build, with the list of all that it saves. */
const root = path.resolve(import.meta.dirname, '..');
const built = path.join(root, '.next');
const SCRIPT = 'offline.js';

/** Paths of all files below a folder, from there on. */
const filesIn = (folder: string) =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => path.relative(folder, path.join(entry.parentPath, entry.name)).split(path.sep).join('/'));

const revision = readFileSync(path.join(built, 'BUILD_ID'), 'utf8').trim();
const hashOf = (file: string) => createHash('sha256').update(readFileSync(file)).digest('hex').slice(0, 16);
const starters = path.join(built, 'server/app/api/starters');
if (!existsSync(starters)) throw new Error('The starters are not where the build puts them: .next/server/app/api.');
const files = [
  // Their names change with their contents.
  ...filesIn(path.join(built, 'static'))
    .filter((name) => name !== SCRIPT)
    .map((name) => ({ url: `/_next/static/${name}`, revision: null })),
  ...filesIn(path.join(root, 'public')).map((name) => ({
    url: `/${name}`,
    revision: hashOf(path.join(root, 'public', name)),
  })),
  ...filesIn(starters)
    .filter((name) => name.endsWith('.body'))
    .map((name) => ({ url: `/api/starters/${path.basename(name, '.body')}`, revision })),
  ...[...OFFLINE_PAGES, '/icon.svg', '/manifest.webmanifest'].map((url) => ({ url, revision })),
];

await build({
  entryPoints: [path.join(root, 'src/workers/offline.ts')],
  outfile: path.join(built, 'static', SCRIPT),
  bundle: true,
  minify: true,
  format: 'iife',
  target: 'es2022',
  alias: { '@': path.join(root, 'src') },
  define: { SAVED_FILES: JSON.stringify(files), 'process.env.NODE_ENV': '"production"' },
  logLevel: 'error',
});
