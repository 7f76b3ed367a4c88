import { Download, Pencil, Trash2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { partData } from '@/core/formats/part-data';
import type { Part } from '@/core/parts/part';
import { staleUses } from '@/core/parts/part-use';
import { notify } from '@/state/panels/notify';
import { usePanels } from '@/state/panels/panels';
import { useParts } from '@/state/storage/parts';
import { useWorkbench } from '@/state/workbench';
import { PartStill } from '../parts/PartStill';
import { Button } from '../parts/Button';
import { Modal } from '../parts/Modal';
import { RenameInput } from '../parts/RenameInput';
import { loadRecipes } from '@/actions/recipes';
import { openParts, insertPart, savePart, updatePart } from '@/actions/parts';

const close = () => usePanels.setState({ parts: false });

/** The parts that are saved in this browser: inserted, renamed, saved as files, opened from files, deleted. */
export function SavedParts() {
  const open = usePanels((s) => s.parts);
  const parts = useParts((s) => s.parts);
  const files = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!open) return;
    void useParts.getState().load();
    void loadRecipes();
  }, [open]);
  return (
    <Modal
      open={open}
      onClose={close}
      title="Saved parts"
      description="Rows and steps of yours, for any piece. They are saved in this browser; a file takes one elsewhere."
    >
      {parts.length === 0 ? (
        <p className="rounded-md border border-dashed border-soft p-4 text-mute">
          None yet. Select steps or strands (Shift and the arrows select more), then choose “Keep what is selected as a
          part” from the list of everything (Ctrl+K), or “Save as part” from the menu of a strand or bundle.
        </p>
      ) : (
        <ul className="grid gap-1.5">
          {parts.map((part) => (
            <Saved key={part.id} part={part} />
          ))}
        </ul>
      )}
      <div className="mt-4">
        <Button onClick={() => files.current?.click()}>Open part files</Button>
        <input
          ref={files}
          type="file"
          accept=".json"
          multiple
          hidden
          aria-label="Part files"
          onChange={(e) => {
            void openParts([...(e.target.files ?? [])]);
            e.target.value = '';
          }}
        />
      </div>
    </Modal>
  );
}

function Saved({ part }: { part: Part }) {
  const [naming, setNaming] = useState(false);
  const stale = useWorkbench((s) => staleUses(s.piece, part).length);
  const { rename, remove } = useParts.getState();
  const named = (name: string | null) => {
    setNaming(false);
    if (name) void rename(part.id, name);
  };
  const drop = () => {
    void remove(part.id);
    notify('info', `"${part.name}" is no longer saved. Pieces that use it stay as they are.`, {
      label: 'Save it again',
      run: () => void useParts.getState().add(partData(part, part.clip())),
    });
  };
  return (
    <li className="flex items-center gap-3 rounded-md border border-line p-2">
      <PartStill part={part} saved />
      <div className="min-w-0 grow">
        {naming ? (
          <RenameInput label="Name of the part" name={part.name} onDone={named} />
        ) : (
          <p className="truncate font-medium">{part.name}</p>
        )}
        <p className="truncate text-mute">{part.about}</p>
        {stale > 0 && (
          <p className="text-mute">
            This piece uses it in {stale === 1 ? 'one place' : `${stale} places`} with other contents.
          </p>
        )}
      </div>
      {stale > 0 && (
        <Button
          onClick={() => {
            close();
            updatePart(part.id);
          }}
        >
          Update here
        </Button>
      )}
      <Button
        onClick={() => {
          close();
          insertPart(part);
        }}
      >
        Insert
      </Button>
      <Button look="icon" aria-label={`Rename ${part.name}`} title="Rename" onClick={() => setNaming(true)}>
        <Pencil size={14} />
      </Button>
      <Button
        look="icon"
        aria-label={`Save ${part.name} as a file`}
        title="Save as a file"
        onClick={() => savePart(part)}
      >
        <Download size={14} />
      </Button>
      <Button look="icon" aria-label={`Delete ${part.name}`} title="Delete" onClick={drop}>
        <Trash2 size={14} />
      </Button>
    </li>
  );
}
