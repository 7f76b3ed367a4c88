import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** The core has no interface code: no page, no drawing library, no framework. */
const NOT_IN_CORE = ['three', 'react', 'react-dom', 'next', 'zustand', 'comlink', 'localforage'];

export default tseslint.config(
  {
    ignores: ['.next/**', '.workers/**', 'public/**', 'node_modules/**', 'next-env.d.ts', '.tmp/**', 'test-results/**'],
  },
  ...tseslint.configs.recommended,
  {
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/no-unused-expressions': ['error', { allowShortCircuit: true, allowTernary: true }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      eqeqeq: 'error',
      // Prettier breaks what it may; it leaves comments and words alone.
      'max-len': ['error', { code: 120 }],
      // A property says what it is: a preposition reads as one only beside its object.
      'no-restricted-syntax': [
        'error',
        {
          selector:
            ':matches(TSPropertySignature, TSMethodSignature, PropertyDefinition, MethodDefinition)' +
            '[key.name=/^(as|of|on|by|to)$/]',
          message: 'Name what it is, not how it is joined to something.',
        },
      ],
      'no-eval': 'error',
      'no-new-func': 'error',
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: NOT_IN_CORE.flatMap((p) => [p, `${p}/**`]), message: 'The core runs anywhere, without a page.' },
          ],
        },
      ],
    },
  },
  {
    files: ['src/core/**/*.ts', 'cli/**/*.ts'],
    ignores: ['**/*.test.ts', 'cli/page/**'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...['window', 'document', 'navigator', 'localStorage', 'HTMLElement', 'OffscreenCanvas'].map((name) => ({
          name,
          message: 'The core runs without a page.',
        })),
      ],
    },
  },
);
