import { Dialog } from 'radix-ui';
import { useRouter } from 'next/navigation';
import { canLook } from '@/core/preview/look';
import { isCompact, pick, toggleLook, usePanels } from '@/state/panels';
import { useTransport } from '@/state/transport';
import { redo, undo, useWorkbench } from '@/state/workbench';
import {
  pasteAfter,
  takeStep,
  copyStrand,
  deleteStrand,
  kindsWithGlsl,
  nameOf,
  removeSelected,
  saveGlsl,
  savePiece,
  switchStep,
} from '../workbench/actions';
import { backToStep, focusSelectedSoon } from '../lattice/focus';
import { SearchList } from '../parts/SearchList';
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
          {
            group: 'Make',
            label: 'Add a step after this one',
            hint: 'A',
            run: () =>
              pick({ for: 'step', strand: strand.id, at: strand.steps.findIndex((s) => s.id === selected.step) + 1 }),
          },
          { group: 'This step', label: 'Replace this step', run: () => pick({ for: 'replace', ...selected }) },
          ...(canLook(strand)
            ? [
                {
                  group: 'This step',
                  label: 'Look at this step on the stage',
                  hint: 'L',
                  run: () => toggleLook(selected),
                },
              ]
            : []),
          { group: 'This step', label: 'Switch this step off or on', hint: 'O', run: () => switchStep(selected) },
          {
            group: 'This step',
            label: 'Remove this step',
            hint: 'Delete',
            run: () => {
              removeSelected(selected);
              focusSelectedSoon();
            },
          },
          { group: 'This step', label: 'Copy this step', hint: 'Ctrl+C', run: () => takeStep(selected) },
          { group: 'This step', label: 'Paste after this step', hint: 'Ctrl+V', run: () => pasteAfter(selected) },
          { group: 'This step', label: `Duplicate the strand ${strand.name}`, run: () => copyStrand(strand.id) },
          { group: 'This step', label: `Delete the strand ${strand.name}`, run: () => deleteStrand(strand.id) },
          ...(kindsWithGlsl(strand.kind)
            ? [{ group: 'Take away', label: `Save ${strand.name} as GLSL`, run: () => saveGlsl(strand.id) }]
            : []),
        ]
      : []),
    {
      group: 'Take away',
      label: 'Take away: still, frames or film',
      run: () => usePanels.setState({ takeAway: true }),
    },
    { group: 'Take away', label: 'Save the piece as a file', hint: 'Ctrl+S', run: savePiece },
    { group: 'Look', label: playing ? 'Pause' : 'Play', hint: 'Space', run: () => play(!playing) },
    { group: 'Look', label: 'To the first frame', run: () => goTo(0, piece.loop.frames) },
    { group: 'Look', label: 'Checks', run: () => usePanels.setState({ checks: true }) },
    { group: 'Look', label: 'Picture and loop settings', run: () => select(null) },
    { group: 'Look', label: 'Desk: controls and looks', run: () => usePanels.setState({ side: 'desk' }) },
    {
      group: 'Look',
      label: 'Compact rows',
      run: () => usePanels.setState(({ compact }) => ({ compact: !isCompact(compact, piece.strands.length) })),
    },
    {
      group: 'Look',
      label: 'Undo',
      hint: 'Ctrl+Z',
      run: () => {
        undo();
        focusSelectedSoon();
      },
    },
    {
      group: 'Look',
      label: 'Redo',
      hint: 'Ctrl+Shift+Z',
      run: () => {
        redo();
        focusSelectedSoon();
      },
    },
    { group: 'Look', label: 'To the shelf', run: toShelf },
    ...piece.strands.flatMap((s) =>
      s.steps.map((t) => ({
        group: 'Go to',
        label: `${s.name}: ${nameOf(t)}`,
        run: () => {
          select({ strand: s.id, step: t.id });
          focusSelectedSoon();
        },
      })),
    ),
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
        <Dialog.Content
          aria-describedby=""
          onCloseAutoFocus={backToStep}
          className="fixed top-24 left-1/2 z-50 w-[560px] -translate-x-1/2 overflow-hidden rounded-lg border border-soft bg-panel shadow-xl"
        >
          <Dialog.Title className="px-4 pt-3 text-mute">Everything by name</Dialog.Title>
          <SearchList
            label="Commands"
            entries={all.map((e, i) => ({
              ...e,
              key: String(i),
              name: e.label,
              heading: e.group,
              run: () => {
                close();
                setTimeout(e.run);
              },
            }))}
            nothing="Nothing of that name."
            render={(e) => (
              <>
                <span className="grow">{e.name}</span>
                {e.hint && <span className="text-faint">{e.hint}</span>}
              </>
            )}
          />
          <p className="border-t border-line px-4 py-2 text-faint">
            {KEYS.slice(0, 4)
              .map((k) => `${k.keys}: ${k.about}`)
              .join('   ')}
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
