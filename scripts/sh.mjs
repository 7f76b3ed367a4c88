import { spawn } from 'node:child_process';

/** Runs a command with our own output and gives its exit code. */
export function run(command, args, options = {}) {
  return new Promise((resolve) => {
    spawn(command, args, { stdio: ['ignore', 'inherit', 'inherit'], ...options }).on('close', (code) => resolve(code ?? 1)).on('error', () => resolve(1));
  });
}

/** Runs a command and ends this program where it fails. */
export async function must(what, command, args, options) {
  console.log(`\n# ${what}`);
  const code = await run(command, args, options);
  if (code === 0) return;
  console.error(`\n${what}: failed (exit code ${code}).`);
  process.exit(code);
}

/**
 * The locked versions. Not `npm ci`: that insists on entries for the other systems' optional
 * packages too, and a registry that does not serve those cannot lock them.
 */
export const installPackages = () => must('Installing packages', 'npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error']);
