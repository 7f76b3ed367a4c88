import { spawn } from 'node:child_process';
import { createServer } from 'node:net';

/** Runs a command with our own output and gives its exit code. */
export function run(command, args, options = {}) {
  return new Promise((resolve) => {
    spawn(command, args, { stdio: ['ignore', 'inherit', 'inherit'], ...options })
      .on('close', (code) => resolve(code ?? 1))
      .on('error', () => resolve(1));
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

/** Runs a command beside others: what it says is printed in one piece when it is done. */
export function beside(what, command, args, options = {}) {
  const began = Date.now();
  return new Promise((resolve) => {
    const said = [];
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], ...options });
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk));
    const end = (code) => {
      console.log(`\n# ${what} (${Math.round((Date.now() - began) / 1000)} s)`);
      process.stdout.write(Buffer.concat(said));
      resolve(code ?? 1);
    };
    child.on('close', end).on('error', () => end(1));
  });
}

/**
 * The locked versions. Not `npm ci`: that insists on entries for the other systems' optional
 * packages too, and a registry that does not serve those cannot lock them.
 */
export const installPackages = () =>
  must('Installing packages', 'npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error']);

/** A port on which nothing listens at present. */
export const freePort = () =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
