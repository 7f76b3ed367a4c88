import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { expect, it } from 'vitest';

const PAGES = ['README.md', ...readdirSync('docs').flatMap((f) => (f.endsWith('.md') ? [`docs/${f}`] : []))];
/** A file or folder as pages name it: from the root, from `src/` or from `src/core/`, with or without its ending. */
const NAMED = /`([a-z][\w-]*(?:\/[\w.-]+)+)`/g;
const ROOTS = ['', 'src/', 'src/core/'];
const ENDINGS = ['', '.ts', '.tsx'];

const exists = (path: string) => ROOTS.some((root) => ENDINGS.some((ending) => existsSync(`${root}${path}${ending}`)));
/** Paths begin with a folder that is there; the rest are media types, addresses and values. */
const isPath = (text: string) => ROOTS.some((root) => existsSync(`${root}${text.split('/')[0]}`));

it.each(PAGES)('%s names only files that are there', (page) => {
  const named = [...readFileSync(page, 'utf8').matchAll(NAMED)].map((m) => m[1]!).filter(isPath);
  expect(named.filter((path) => !exists(path))).toEqual([]);
});
