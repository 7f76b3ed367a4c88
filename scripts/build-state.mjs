import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** What the build is made from; folders as a whole. */
const SOURCES = [
  'app',
  'public',
  'src',
  'next.config.ts',
  'package-lock.json',
  'package.json',
  'postcss.config.mjs',
  'proxy.ts',
  'scripts/bundle-offline.ts',
  'scripts/bundle-player.mjs',
  'scripts/bundle-workers.mjs',
  'tsconfig.json',
];
const BUILT = '.next/BUILD_ID';

/** When something was changed last, milliseconds since 1970; a folder also when a file of it was removed. */
function changedAt(path) {
  if (!existsSync(path)) return 0;
  const stat = statSync(path);
  return stat.isDirectory()
    ? Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => changedAt(join(path, name))))
    : stat.mtimeMs;
}

/** Is there a build, and was nothing changed since that it is made from? */
export const isBuilt = () => existsSync(BUILT) && Math.max(...SOURCES.map(changedAt)) <= statSync(BUILT).mtimeMs;

const INSTALLED = 'node_modules/.package-lock.json';

/** Are the packages installed that the lock file names? */
export const isInstalled = () =>
  existsSync(INSTALLED) && statSync('package-lock.json').mtimeMs <= statSync(INSTALLED).mtimeMs + 1000;
