import type { NextConfig } from 'next';

/** Headers that stand on every answer; pages add their own Content-Security-Policy in `proxy.ts`. */
const SAFE = [
  { key: 'X-Content-Type-Options', value: 'nosniff' },
  { key: 'Referrer-Policy', value: 'no-referrer' },
  { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
  { key: 'Permissions-Policy', value: 'camera=(), microphone=(self), geolocation=()' },
];

/** Workers have the policy of their own file: no network, no eval, WebAssembly allowed. */
const WORKER_POLICY = "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'; object-src 'none'";

const config: NextConfig = {
  poweredByHeader: false,
  // Between a server and a browser on one machine compressing takes longer than it saves.
  compress: (process.env.HOST ?? '127.0.0.1') !== '127.0.0.1',
  // The server runs without them, and pages are served none; making them took a sixth of the build.
  experimental: { turbopackSourceMaps: false, turbopackInputSourceMaps: false },
  // `npm run types` reads all types, of tests too.
  typescript: { ignoreBuildErrors: true },
  headers: async () => [
    { source: '/:path*', headers: SAFE },
    { source: '/_next/static/:path*', headers: [{ key: 'Content-Security-Policy', value: WORKER_POLICY }] },
    // The service worker answers for all pages.
    { source: '/_next/static/offline.js', headers: [{ key: 'Service-Worker-Allowed', value: '/' }] },
  ],
};

export default config;
