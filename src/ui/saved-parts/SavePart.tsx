import { useState, type FormEvent } from 'react';
import type { Clip } from '@/core/parts/clip';
import { LIMITS } from '@/core/piece/limits';
import { notify } from '@/state/panels/notify';
import { usePanels } from '@/state/panels/panels';
import { keepPart } from '@/state/storage/parts';
import { Button } from '../parts/Button';
import { Modal } from '../parts/Modal';
import { listed } from '@/actions/words';

const close = () => usePanels.setState({ partToSave: null });

/** Asks for the name of what is to be saved as a part. */
export function SavePart() {
  const clip = usePanels((s) => s.partToSave);
  return (
    <Modal open={clip !== null} onClose={close} title="Save as part" description={clip ? aboutClip(clip) : undefined}>
      {clip && <Form clip={clip} />}
    </Modal>
  );
}

/** What is in it, in words. */
function aboutClip({ strands, into, controls }: Clip): string {
  const own = strands.filter((s) => s.id !== into).length;
  const steps = strands.find((s) => s.id === into)?.steps.length ?? 0;
  const counted = (n: number, one: string) => (n === 0 ? [] : [`${n} ${one}${n === 1 ? '' : 's'}`]);
  const parts = [...counted(steps, 'step'), ...counted(own, 'strand'), ...counted(controls.length, 'control')];
  return `${listed(parts)}. It stands in every list of steps from then on, in all pieces of this browser.`;
}

function Form({ clip }: { clip: Clip }) {
  const [name, setName] = useState((clip.strands.find((s) => s.id === clip.into) ?? clip.strands.at(-1)!).name);
  const [about, setAbout] = useState('');
  const keep = (event: FormEvent) => {
    event.preventDefault();
    close();
    void keepPart(name.trim(), about.trim(), clip).then(() =>
      notify('info', `"${name.trim()}" is saved. Press I to insert it, here or in another piece.`),
    );
  };
  return (
    <form onSubmit={keep} className="grid gap-3">
      <label className="block text-mute">
        Name
        <input
          autoFocus
          value={name}
          required
          maxLength={LIMITS.nameLength}
          onChange={(e) => setName(e.target.value)}
          className="mt-0.5 w-full rounded border border-line bg-ground px-2 py-1.5 text-text"
        />
      </label>
      <label className="block text-mute">
        What it does
        <input
          value={about}
          maxLength={200}
          onChange={(e) => setAbout(e.target.value)}
          className="mt-0.5 w-full rounded border border-line bg-ground px-2 py-1.5 text-text"
        />
      </label>
      <div className="flex justify-end gap-2">
        <Button type="button" onClick={close}>
          Cancel
        </Button>
        <Button look="main" type="submit" disabled={name.trim() === ''}>
          Save
        </Button>
      </div>
    </form>
  );
}
