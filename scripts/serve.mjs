import { createServer } from 'node:http';

// React and the framework read it while they are loaded.
process.env.NODE_ENV = 'production';
const { default: next } = await import('next');

/**
 * Serves the built application. It listens on this machine alone unless HOST says otherwise, and turns away what
 * the framework would answer with an error of its own: methods that nothing here knows, and addresses that are
 * not well written.
 */
const METHODS = new Set(['GET', 'HEAD', 'POST', 'OPTIONS']);
const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 3000);

function isWellWritten(address) {
  try {
    decodeURIComponent(new URL(address, 'http://here').pathname);
    return true;
  } catch {
    return false;
  }
}

function refuse(response, status, sentence, headers = {}) {
  response.writeHead(status, { 'content-type': 'text/plain; charset=utf-8', ...headers });
  response.end(`${sentence}\n`);
}

const app = next({ dev: false, hostname: host, port });
await app.prepare();
const handle = app.getRequestHandler();
createServer((request, response) => {
  if (!METHODS.has(request.method ?? ''))
    refuse(response, 405, 'This method is not known here.', { allow: [...METHODS].join(', ') });
  else if (!isWellWritten(request.url ?? '/')) refuse(response, 400, 'This address is not well written.');
  else void handle(request, response);
}).listen(port, host, () =>
  console.log(
    `Calm Lattice is at http://${host === '127.0.0.1' ? 'localhost' : host}:${port} (the ` +
      'starters are its demo data; Ctrl+C ends it).',
  ),
);
