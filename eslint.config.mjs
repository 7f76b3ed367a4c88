import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Arrows go one way: core <- engine <- ui, core <- workers, core <- cli, app -> ui. */
const HOUSE = {
  core: ['engine', 'workers', 'state', 'ui', 'demo', 'server'],
  engine: ['workers', 'state', 'ui', 'demo', 'server'],
  workers: ['engine', 'state', 'ui', 'demo', 'server'],
  demo: ['engine', 'workers', 'state', 'ui', 'server'],
  state: ['ui', 'server', 'demo'],
  server: ['engine', 'workers', 'state', 'ui', 'demo'],
};
/** The core has no interface code: no page, no drawing library, no framework. */
const NOT_IN_CORE = ['three', 'react', 'react-dom', 'next', 'zustand', 'comlink', 'localforage'];

const boundary = (folder, forbidden, packages = []) => ({
  files: [`src/${folder}/**/*.{ts,tsx}`],
  // Tests may use the starters.
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': ['error', {
      patterns: [
        { group: forbidden.flatMap((f) => [`@/${f}`, `@/${f}/**`, `**/../${f}/**`]), message: `${folder} must not know ${forbidden.join(', ')}.` },
        ...(packages.length > 0 ? [{ group: packages.flatMap((p) => [p, `${p}/**`]), message: `${folder} runs anywhere, without a page.` }] : []),
      ],
    }],
  },
});

export default tseslint.config(
  { ignores: ['.next/**', '.workers/**', 'node_modules/**', 'next-env.d.ts', '.tmp/**', 'test-results/**'] },
  ...tseslint.configs.recommended,
  { plugins: { 'react-hooks': hooks }, rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error', '@typescript-eslint/no-unused-expressions': ['error', { allowShortCircuit: true, allowTernary: true }], '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }], eqeqeq: 'error', 'no-eval': 'error', 'no-new-func': 'error' } },
  ...Object.entries(HOUSE).map(([folder, forbidden]) => boundary(folder, forbidden, folder === 'core' ? NOT_IN_CORE : [])),
  {
    files: ['src/core/**/*.ts', 'cli/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-globals': ['error', ...['window', 'document', 'navigator', 'localStorage', 'HTMLElement', 'OffscreenCanvas'].map((name) => ({ name, message: 'The core runs without a page.' }))] },
  },
  { files: ['cli/**/*.ts'], rules: { 'no-restricted-imports': ['error', { patterns: [{ group: ['@/engine/**', '@/ui/**', '@/state/**', '@/workers/**'], message: 'The command line stands on the core alone.' }] }] } },
  { files: ['app/**/*.{ts,tsx}'], rules: { 'no-restricted-imports': ['error', { patterns: [{ group: ['@/engine/**', '@/workers/**', '@/state/**'], message: 'Routes are thin: they use ui, core, demo and server.' }] }] } },
);
