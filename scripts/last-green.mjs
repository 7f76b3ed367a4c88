import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';

/** Where the last commit is kept at which all unit tests passed here. */
const FILE = 'node_modules/.cache/calm-lattice/green';

const git = (...args) => execFileSync('git', args, { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] }).trim();

/** That commit; null where none is known, or it is no longer there. */
export function lastGreen() {
  try {
    return existsSync(FILE) ? git('rev-parse', '--verify', `${readFileSync(FILE, 'utf8').trim()}^{commit}`) : null;
  } catch {
    return null;
  }
}

/** Keeps the present commit, where nothing but it was tested. */
export function keepGreen() {
  try {
    if (git('status', '--porcelain') !== '') return;
    const commit = git('rev-parse', 'HEAD');
    mkdirSync(dirname(FILE), { recursive: true });
    writeFileSync(FILE, `${commit}\n`);
  } catch {
    // Without Git all tests run each time.
  }
}
