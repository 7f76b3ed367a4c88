import { strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { RECIPES } from '@/demo/recipes';
import { STARTERS } from '@/demo';
import { PieceError } from '../piece/errors';
import { readBackup, writeBackup, type Backup } from './backup';
import { partData } from './part-data';
import { readPart } from './part-file';
import { readPiece } from './piece-file';

const AT = Date.UTC(2026, 10, 28, 9, 30);

const backup = (): Backup => ({
  pieces: [STARTERS[0]!.piece, STARTERS[0]!.piece, { ...STARTERS[1]!.piece, name: '日本' }].map((piece, i) => ({
    piece,
    name: piece.name,
    changed: AT - 60_000 * i,
    versions:
      i === 0
        ? [
            { at: AT - 500_000, name: 'calm', piece },
            { at: AT - 900_000, name: null, piece },
          ]
        : [],
  })),
  parts: RECIPES.slice(0, 2).map((r) => partData(r, r.clip())),
});

const refusal = (bytes: Uint8Array): string => {
  try {
    readBackup(bytes);
  } catch (error) {
    expect(error).toBeInstanceOf(PieceError);
    return (error as Error).message;
  }
  throw new Error('It was read.');
};

const changed = (change: (files: Record<string, Uint8Array>) => void): Uint8Array => {
  const files = unzipSync(writeBackup(backup(), AT));
  change(files);
  return zipSync(files);
};

describe('a backup', () => {
  it('comes back as it went, with names and times', () => {
    expect(readBackup(writeBackup(backup(), AT))).toEqual(backup());
    expect(readBackup(writeBackup({ pieces: [], parts: [] }, AT))).toEqual({ pieces: [], parts: [] });
  });

  const listOf = (versions: { file: string; at: number; name: null }[]) =>
    changed((files) => {
      const list = JSON.parse(new TextDecoder().decode(files['backup.json'])) as {
        pieces: { versions: unknown[] }[];
      };
      list.pieces[0]!.versions = versions;
      files['backup.json'] = strToU8(JSON.stringify(list));
    });

  it('is refused before it is read where it would take minutes: many entries, one file many times, a bomb', () => {
    const many = Array.from({ length: 20_000 }, (_, i) => ({ file: `v${i}`, at: AT, name: null }));
    expect(refusal(listOf(many))).toBe(
      'This backup holds 20,005 pieces, versions and parts; at most 2,000 can be read.',
    );
    const [first] = Object.keys(unzipSync(writeBackup(backup(), AT))).filter((n) => n.startsWith('pieces/'));
    const twice = Array.from({ length: 100 }, () => ({ file: first!, at: AT, name: null }));
    expect(refusal(listOf(twice))).toContain('names a file more than once');
    const bomb = Object.fromEntries(Array.from({ length: 40 }, (_, i) => [`f${i}`, new Uint8Array(4 * 1024 * 1024)]));
    expect(refusal(zipSync(bomb))).toMatch(/all of them \d+ MB/);
  });

  it('is a ZIP of files that are opened one by one as well', () => {
    const files = unzipSync(writeBackup(backup(), AT));
    const text = (name: string) => new TextDecoder().decode(files[name]);
    const names = Object.keys(files);
    // Two pieces of one name are two files.
    expect(names.filter((n) => n.startsWith('pieces/'))).toHaveLength(3);
    for (const name of names.filter((n) => n.endsWith('.calm.json'))) expect(readPiece(text(name)).name).not.toBe('');
    for (const name of names.filter((n) => n.endsWith('.calm-part.json')))
      expect(readPart(text(name)).name).not.toBe('');
    expect(names.every((n) => /^[\w/.-]+$/.test(n))).toBe(true);
  });

  it('keeps a damaged piece as it is: whoever accepts it says what is wrong', () => {
    const { pieces } = readBackup(
      writeBackup({ pieces: [{ piece: { name: 'bent' }, name: 'bent', changed: AT, versions: [] }], parts: [] }, AT),
    );
    expect(pieces[0]).toMatchObject({ piece: { name: 'bent' }, name: 'bent' });
    const broken = changed((files) => (files['pieces/002-tidewater-veil.calm.json'] = strToU8('{')));
    expect(readBackup(broken).pieces[1]!.piece).toBeNull();
  });

  it('is whole whatever is damaged in what is kept', () => {
    for (const changed of [NaN, 0, -1, Infinity, undefined as unknown as number]) {
      const kept = { piece: undefined, name: '', changed, versions: [{ at: changed, name: '', piece: null }] };
      const [read] = readBackup(writeBackup({ pieces: [kept, ...backup().pieces], parts: [] }, AT)).pieces;
      expect(read).toMatchObject({ piece: null, versions: [{ name: '', piece: null }] });
      expect(new Date(read!.changed).getUTCFullYear()).toBe(1980);
    }
  });

  it('is refused in words where it is none, or not whole', () => {
    expect(refusal(strToU8('hello'))).toMatch(/no ZIP, or a damaged one/);
    expect(refusal(zipSync({ 'a.txt': strToU8('a') }))).toMatch(/holds no "backup.json"/);
    expect(refusal(changed((files) => delete files['pieces/002-tidewater-veil.calm.json']))).toMatch(
      /lacks "pieces\/002-tidewater-veil.calm.json"/,
    );
    for (const list of ['[]', '{"format":"calm-lattice-backup","version":2,"pieces":[],"parts":[]}', 'no'])
      expect(refusal(changed((files) => (files['backup.json'] = strToU8(list))))).toMatch(/not well formed/);
    expect(refusal(zipSync({ 'backup.json': new Uint8Array(65 * 1024 * 1024) }))).toMatch(/a file may have 64 MB/);
    const cut = writeBackup(backup(), AT);
    expect(refusal(cut.subarray(0, cut.length - 40))).toMatch(/damaged/);
  });
});
