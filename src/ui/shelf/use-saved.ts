import { useCallback, useEffect, useState } from 'react';
import {
  keep,
  savingProblem,
  list,
  newId,
  REACHING_PROBLEM,
  remove,
  restore,
  type SavedPiece,
} from '@/state/storage/saved';
import { forgetLeftovers } from '@/state/storage/leftovers';
import { notify } from '@/state/panels/notify';

/** The pieces that are saved in this browser, null until they are known, and what can be done with them. */
export function useSaved() {
  const [saved, setStored] = useState<SavedPiece[] | null>(null);

  const refresh = useCallback(async () => {
    try {
      setStored(await list());
    } catch {
      setStored([]);
      notify('error', REACHING_PROBLEM);
    }
  }, []);

  useEffect(() => {
    void refresh();
    // What was deleted here can be restored until the shelf is looked at again.
    list().then(
      (all) => forgetLeftovers(all.map((k) => k.id)),
      () => undefined,
    );
  }, [refresh]);

  const change = async (work: Promise<unknown>) => {
    try {
      await work;
    } catch (error) {
      notify('error', savingProblem(error));
    }
    await refresh();
  };

  const rename = ({ id, piece }: SavedPiece, name: string) => void change(keep(id, { ...piece, name }));

  const duplicate = ({ name, piece }: SavedPiece) =>
    void change(keep(newId(), { ...piece, name: `${name} copy`.slice(0, 80) }));

  const drop = async (item: SavedPiece) => {
    await change(remove(item.id));
    notify('info', `"${item.name}" was deleted.`, { label: 'Undo', run: () => void change(restore(item)) });
  };

  return { saved, refresh, rename, duplicate, drop };
}
