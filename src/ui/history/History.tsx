import { useState } from 'react';
import { useStore } from 'zustand';
import type { Piece } from '@/core/piece/types';
import { usePanels } from '@/state/panels/panels';
import { keepVersion, useVersions } from '@/state/storage/versions';
import { redo, undo, useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { InSight } from '../parts/InSight';
import { Modal } from '../parts/Modal';
import { editWords } from './edit-words';
import { VersionRow } from './VersionRow';

const close = () => usePanels.setState({ history: false });

/** All edits that can be gone back to, and the versions of the piece. */
export function History() {
  const open = usePanels((s) => s.history);
  return (
    <Modal
      open={open}
      onClose={close}
      wide
      title="History"
      description="Edits stay when the page is loaded again. A version stays until it is deleted."
    >
      {open && (
        <div className="grid grid-cols-1 gap-6 min-[760px]:grid-cols-2">
          <Edits />
          <SavedVersions />
        </div>
      )}
    </Modal>
  );
}

function Edits() {
  const piece = useWorkbench((s) => s.piece);
  const { pastStates, futureStates } = useStore(useWorkbench.temporal, (s) => s);
  const pieces = (states: typeof pastStates) => states.flatMap((s) => (s.piece ? [s.piece] : []));
  const past = pieces(pastStates);
  const all: Piece[] = [...past, piece, ...pieces(futureStates).reverse()];
  const now = past.length;
  return (
    <section aria-label="Edits">
      <h3 className="mb-1 font-semibold">Edits</h3>
      {all.length === 1 ? (
        <p className="text-mute">Nothing was changed yet.</p>
      ) : (
        <div role="list" className="max-h-[52vh] overflow-y-auto rounded-md border border-line p-1">
          <InSight items={all.map((_, i) => all.length - 1 - i)} keyOf={String} height={() => 28}>
            {(drawn) =>
              drawn.map(({ item: i, frame }) =>
                frame(
                  <div role="listitem" aria-setsize={all.length} aria-posinset={all.length - i}>
                    <button
                      type="button"
                      aria-current={i === now || undefined}
                      onClick={() => (i < now ? undo(now - i) : i > now ? redo(i - now) : undefined)}
                      className={
                        'block w-full truncate rounded px-2 py-1 text-left hover:bg-raised ' +
                        (i === now ? 'bg-raised text-lichen' : i > now ? 'text-faint' : '')
                      }
                    >
                      {i === 0 ? 'As it was opened, or before' : editWords(all[i - 1]!, all[i]!)}
                    </button>
                  </div>,
                ),
              )
            }
          </InSight>
        </div>
      )}
    </section>
  );
}

function SavedVersions() {
  const list = useVersions((s) => s.list);
  const [name, setName] = useState('');
  return (
    <section aria-label="Versions">
      <h3 className="mb-1 font-semibold">Versions</h3>
      <form
        className="mb-2 flex gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          void keepVersion(name);
          setName('');
        }}
      >
        <input
          value={name}
          maxLength={80}
          placeholder="Name"
          aria-label="Name of the version"
          onChange={(e) => setName(e.target.value)}
          className="min-w-0 grow rounded border border-line bg-ground px-2 py-1"
        />
        <Button type="submit">Save a version</Button>
      </form>
      {list.length === 0 ? (
        <p className="text-mute">
          None yet. One is saved by itself when you begin to change a piece, and after every ten minutes of work.
        </p>
      ) : (
        <ul className="grid max-h-[46vh] gap-1 overflow-y-auto">
          {list.map((version) => (
            <VersionRow key={version.id} version={version} onShown={close} />
          ))}
        </ul>
      )}
    </section>
  );
}
