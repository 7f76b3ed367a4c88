import type { KeyboardEvent } from 'react';
import { PieceError } from '@/core/piece/errors';
import { placeOf } from '@/core/piece/keys';
import { stepById, strandById } from '@/core/piece/types';
import { paramsOf } from '@/core/steps';
import { copyKeys, validChoice, keysOf, pasteKeys, removeKeys, type KeyAt, type KeyPlace } from '@/core/weave';
import { chooseKeys, isChosen, toggleKey, useKeyChoice } from '@/state/panels/key-choice';
import { notify } from '@/state/panels/notify';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';

/** What is done with chosen keys by keyboard: on the band and on each of its keys. */

/** The chosen keys that are still there. */
const chosenNow = (): KeyAt[] => validChoice(useWorkbench.getState().piece, useKeyChoice.getState().chosen);

/** The keyed parameters of the selected step, and the keyed controls while the desk is open. */
function openPlaces(): KeyPlace[] {
  const { piece, selected } = useWorkbench.getState();
  const step = selected && stepById(strandById(piece, selected.strand), selected.step);
  const params = (step ? paramsOf(step) : []).map(({ id }) => ({ ...selected!, param: id }));
  const controls = usePanels.getState().side === 'desk' ? piece.controls.map(({ id }) => ({ control: id })) : [];
  return [...params, ...controls].filter((place) => keysOf(piece, place) !== null);
}

const count = (keys: readonly unknown[]) => (keys.length === 1 ? '1 key' : `${keys.length} keys`);

function copy(keys: KeyAt[]): void {
  if (keys.length === 0) return;
  useKeyChoice.setState({ clip: copyKeys(useWorkbench.getState().piece, keys) });
  notify('info', `${count(keys)} copied. Ctrl+V puts them down from the playhead on.`);
}

function take(keys: KeyAt[]): void {
  if (keys.length === 0) return;
  useWorkbench.getState().edit((p) => removeKeys(p, keys));
  chooseKeys([]);
}

function paste(): void {
  const { clip } = useKeyChoice.getState();
  if (!clip) {
    notify('info', 'No keys were copied yet. Choose some on the band and press Ctrl+C.');
    return;
  }
  const { piece, edit } = useWorkbench.getState();
  try {
    const put = pasteKeys(piece, clip, placeOf(useTransport.getState().frame, piece.loop.frames), openPlaces());
    edit(() => put.piece);
    chooseKeys(put.chosen);
  } catch (error) {
    if (!(error instanceof PieceError)) throw error;
    notify('error', error.message);
  }
}

function chooseAll(): void {
  const { piece } = useWorkbench.getState();
  chooseKeys(openPlaces().flatMap((place) => keysOf(piece, place)!.map((_, index) => ({ ...place, index }))));
}

/**
 * Does what a key pressed on the band stands for.
 * @param on the key that has the keyboard: it is meant where it is not one of the chosen
 * @returns whether it stands for anything
 */
export function keyEdit(event: KeyboardEvent, on?: KeyAt): boolean {
  const chosen = chosenNow();
  const meant = on && !isChosen(chosen, on) ? [on] : chosen;
  if (event.ctrlKey || event.metaKey) {
    const edits: Record<string, () => void> = {
      c: () => copy(meant),
      x: () => {
        copy(meant);
        take(meant);
      },
      v: paste,
      a: chooseAll,
    };
    const edit = edits[event.key.toLowerCase()];
    edit?.();
    return Boolean(edit);
  }
  if ((event.key === 'Delete' || event.key === 'Backspace') && meant.length > 0) take(meant);
  else if (event.key === 'Escape' && chosen.length > 0) chooseKeys([]);
  else if (event.key === 'Enter' && on) toggleKey(on);
  else return false;
  return true;
}
