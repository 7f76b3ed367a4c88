import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useRouter } from 'next/navigation';
import { canLook } from '@/core/preview/look';
import { isCompact, pick, toggleLook, usePanels } from '@/state/panels';
import { useTransport } from '@/state/transport';
import { redo, undo, useWorkbench } from '@/state/workbench';
import { pasteAfter, takeStep, copyStrand, deleteStrand, kindsWithGlsl, nameOf, removeSelected, saveGlsl, savePiece, switchStep } from '../workbench/actions';
import { searchScore } from '../parts/search';
import { KEYS } from '../workbench/shortcuts';

interface Entry {
  group: string;
  label: string;
  hint?: string;
  run: () => void;
}

/** Everything that can be done, by name. */
function entries(toShelf: () => void): Entry[] {
  const { piece, selected, select } = useWorkbench.getState();
  const strand = piece.strands.find((s) => s.id === selected?.strand);
  const { playing, play, goTo } = useTransport.getState();
  return [
    { group: 'Make', label: 'New strand', hint: 'N', run: () => pick({ for: 'strand', kind: null }) },
    ...(selected && strand
      ? [
          { group: 'Make', label: 'Add a step after this one', hint: 'A', run: () => pick({ for: 'step', strand: strand.id, at: strand.steps.findIndex((s) => s.id === selected.step) + 1 }) },
          { group: 'This step', label: 'Replace this step', run: () => pick({ for: 'replace', ...selected }) },
          ...(canLook(strand) ? [{ group: 'This step', label: 'Look at this step on the stage', hint: 'L', run: () => toggleLook(selected) }] : []),
          { group: 'This step', label: 'Switch this step off or on', hint: 'O', run: () => switchStep(selected) },
          { group: 'This step', label: 'Remove this step', hint: 'Delete', run: () => removeSelected(selected) },
          { group: 'This step', label: 'Copy this step', hint: 'Ctrl+C', run: () => takeStep(selected) },
          { group: 'This step', label: 'Paste after this step', hint: 'Ctrl+V', run: () => pasteAfter(selected) },
          { group: 'This step', label: `Duplicate the strand ${strand.name}`, run: () => copyStrand(strand.id) },
          { group: 'This step', label: `Delete the strand ${strand.name}`, run: () => deleteStrand(strand.id) },
          ...(kindsWithGlsl(strand.kind) ? [{ group: 'Take away', label: `Save ${strand.name} as GLSL`, run: () => saveGlsl(strand.id) }] : []),
        ]
      : []),
    { group: 'Take away', label: 'Take away: still, frames or film', run: () => usePanels.setState({ takeAway: true }) },
    { group: 'Take away', label: 'Save the piece as a file', hint: 'Ctrl+S', run: savePiece },
    { group: 'Look', label: playing ? 'Pause' : 'Play', hint: 'Space', run: () => play(!playing) },
    { group: 'Look', label: 'To the first frame', run: () => goTo(0, piece.loop.frames) },
    { group: 'Look', label: 'Checks', run: () => usePanels.setState({ checks: true }) },
    { group: 'Look', label: 'Picture and loop settings', run: () => select(null) },
    { group: 'Look', label: 'Desk: controls and looks', run: () => usePanels.setState({ side: 'desk' }) },
    { group: 'Look', label: 'Compact rows', run: () => usePanels.setState(({ compact }) => ({ compact: !isCompact(compact, piece.strands.length) })) },
    { group: 'Look', label: 'Undo', hint: 'Ctrl+Z', run: undo },
    { group: 'Look', label: 'Redo', hint: 'Ctrl+Shift+Z', run: redo },
    { group: 'Look', label: 'To the shelf', run: toShelf },
    ...piece.strands.flatMap((s) => s.steps.map((t) => ({ group: 'Go to', label: `${s.name}: ${nameOf(t)}`, run: () => select({ strand: s.id, step: t.id }) }))),
  ];
}

export function CommandList() {
  const open = usePanels((s) => s.commands);
  const router = useRouter();
  const close = () => usePanels.setState({ commands: false });
  const all = open ? entries(() => router.push('/')) : [];
  return (
    <Dialog.Root open={open} onOpenChange={(o) => !o && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content aria-describedby="" className="fixed top-24 left-1/2 z-50 w-[560px] -translate-x-1/2 overflow-hidden rounded-lg border border-soft bg-panel shadow-xl">
          <Dialog.Title className="px-4 pt-3 text-mute">Everything by name</Dialog.Title>
          <Command label="Commands" loop filter={searchScore}>
            <Command.Input placeholder="Type to search" className="w-full border-b border-line bg-transparent px-4 py-2.5 text-[15px] outline-none placeholder:text-faint" />
            <Command.List className="max-h-[340px] overflow-y-auto p-1.5">
              <Command.Empty className="px-3 py-4 text-mute">Nothing of that name.</Command.Empty>
              {[...new Set(all.map((e) => e.group))].map((group) => (
                <Command.Group key={group} heading={group} className="[&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-faint">
                  {all.filter((e) => e.group === group).map((e, i) => (
                    <Command.Item key={`${e.label} ${i}`} value={`${e.label} ${group} ${i}`} onSelect={() => { close(); setTimeout(e.run); }} className="flex justify-between rounded-md px-2.5 py-1.5 data-[selected=true]:bg-raised">
                      {e.label}
                      {e.hint && <span className="text-faint">{e.hint}</span>}
                    </Command.Item>
                  ))}
                </Command.Group>
              ))}
            </Command.List>
          </Command>
          <p className="border-t border-line px-4 py-2 text-faint">{KEYS.slice(0, 4).map((k) => `${k.keys}: ${k.about}`).join('   ')}</p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
