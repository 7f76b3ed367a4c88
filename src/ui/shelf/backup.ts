import { BACKUP_ENDING } from '@/core/formats/piece-size';
import { PieceError } from '@/core/piece/errors';
import type { BackupWatch } from '@/state/storage/backup';
import { REACHING_PROBLEM } from '@/state/storage/saved';
import { notify } from '@/state/panels/notify';
import { download } from '@/actions/download';

/** How much of what a backup holds and cannot be imported is said by name. */
const MAX_NAMED = 3;

/** Takes in what a backup holds, and says what of it. @throws where it cannot be read, or is stopped */
export async function openBackup(file: File, watch: BackupWatch): Promise<void> {
  const { restoreBackup, restoredWords } = await import('@/state/storage/backup');
  const restored = await restoreBackup(file, watch);
  notify('info', restoredWords(restored));
  for (const { name, why } of restored.leftOut.slice(0, MAX_NAMED))
    notify('error', `"${name}" was not imported. ${why}`);
  const unnamed = restored.leftOut.length - MAX_NAMED;
  if (unnamed > 0) notify('error', `${unnamed} more could not be imported.`);
}

/** Takes all that is saved away as one file. */
export async function saveBackup(): Promise<void> {
  const now = new Date();
  try {
    const { backUp } = await import('@/state/storage/backup');
    download(`calm-lattice-${now.toISOString().slice(0, 10)}${BACKUP_ENDING}`, await backUp(+now), 'application/zip');
  } catch (error) {
    notify('error', error instanceof PieceError ? error.message : REACHING_PROBLEM);
  }
}
