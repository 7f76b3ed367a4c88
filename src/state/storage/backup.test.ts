import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { partData } from '@/core/formats/part-data';
import { clipSteps, clipStrands } from '@/core/parts/clip';
import type { Piece } from '@/core/piece/types';
import { STARTERS } from '@/demo';
import { backUp, restoreBackup, restoredWords } from './backup';
import { keepAt, list, remove } from './saved';
import { keepPart, useParts } from './parts';
import { addVersion, dropVersions, listVersions, loadVersion } from './version-store';

vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error: vi.fn(), success: vi.fn() }) }));
vi.mock('@/workers/reading', async () => {
  const { reader } = await import('@/workers/reader');
  return {
    writeBackupFile: reader.writeBackup,
    readBackupFile: (file: Blob, { progress }: { progress: () => void }) => reader.backupFile(file, progress),
  };
});

const { piece } = STARTERS[0]!;
const AT = Date.UTC(2026, 10, 28, 9, 30);

const watch = { progress: vi.fn(), signal: new AbortController().signal };
const backedUp = async () => new Blob([await backUp(AT)]);

async function forget(): Promise<void> {
  for (const { id } of await list()) {
    await dropVersions(id);
    await remove(id);
  }
  for (const { id } of useParts.getState().parts) await useParts.getState().remove(id);
}

describe('a backup of what a browser keeps', () => {
  beforeEach(async () => {
    await useParts.getState().load();
    await forget();
    await keepAt('a', piece, AT - 1000);
    await addVersion('a', { ...piece, name: 'before' }, 'calm', AT - 9000);
    await keepPart('swell', 'moves', clipStrands(piece, [piece.strands[0]!.id], true));
  });

  it('restores pieces, versions and parts with their times', async () => {
    const file = await backedUp();
    await forget();
    const restored = await restoreBackup(file, watch);
    expect(restoredWords(restored)).toBe('Restored: 1 piece and 1 saved part.');
    const [saved] = await list();
    expect(saved).toMatchObject({ name: piece.name, changed: AT - 1000, piece });
    const [version] = await listVersions(saved!.id);
    expect(version).toMatchObject({ at: AT - 9000, name: 'calm' });
    expect(await loadVersion(saved!.id, version!.id)).toMatchObject({ name: 'before' });
    expect(useParts.getState().parts.map((p) => p.name)).toEqual(['swell']);
  });

  it('doubles nothing that is there, and leaves alone what has changed since', async () => {
    const file = await backedUp();
    expect(restoredWords(await restoreBackup(file, watch))).toBe('2 are here already, just the same.');
    await keepAt('a', { ...piece, name: 'Night veil' }, AT);
    expect(restoredWords(await restoreBackup(file, watch))).toBe(
      'Restored: 1 piece. 1 is here already, just the same.',
    );
    expect((await list()).map((k) => k.name)).toEqual(['Night veil', piece.name]);
  });

  it('knows a part by its contents: one that was saved again since comes back beside it, once', async () => {
    await keepPart('steps', '', clipSteps(piece, piece.strands[1]!.id, [piece.strands[1]!.steps[1]!.id], true));
    const file = await backedUp();
    expect(await restoreBackup(file, watch)).toMatchObject({ pieces: 0, parts: 0 });
    const { parts, renew } = useParts.getState();
    const { id } = parts.find((p) => p.name === 'swell')!;
    const other = clipStrands(piece, [piece.strands[1]!.id], true);
    await renew(id, partData({ name: 'swell', about: 'moves', id, edition: 'next' }, other));
    expect(await restoreBackup(file, watch)).toMatchObject({ pieces: 0, parts: 1 });
    expect(await restoreBackup(file, watch)).toMatchObject({ pieces: 0, parts: 0 });
    const swells = useParts.getState().parts.filter((p) => p.name === 'swell');
    expect(swells).toHaveLength(2);
    expect(swells.find((p) => p.id === id)!.clip().strands).toEqual(other.strands);
  });

  it('says what cannot be imported, and imports the rest', async () => {
    await keepAt('b', { name: 'bent' } as Piece, AT);
    const file = await backedUp();
    await forget();
    const restored = await restoreBackup(file, watch);
    expect(restored).toMatchObject({ pieces: 1, parts: 1, leftOut: [{ name: 'bent' }] });
    expect(restored.leftOut[0]!.why).toMatch(/not a piece/);
    expect(await list()).toHaveLength(1);
  });

  it('is empty where nothing is saved', async () => {
    await forget();
    expect(restoredWords(await restoreBackup(await backedUp(), watch))).toBe('The backup is empty.');
  });
});
