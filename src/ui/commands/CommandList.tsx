import { Dialog } from 'radix-ui';
import { useRef } from 'react';
import { useRouter } from 'next/navigation';
import { usePanels } from '@/state/panels/panels';
import { useWorkbench } from '@/state/workbench';
import { backToStep, focusSelectedSoon } from '@/actions/lattice-focus';
import { SearchList } from '../parts/SearchList';
import { nameOf } from '@/actions/steps';
import { listedCommands, situation, type Listed } from '@/actions/commands';

/** Everything that can be done now, by name, and all steps there are to go to. */
function entries(toShelf: () => void): Listed[] {
  const now = situation();
  const { select } = useWorkbench.getState();
  return [
    ...listedCommands(now),
    { group: 'Look', label: 'To the shelf', run: toShelf },
    ...now.piece.strands.flatMap((s) =>
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
  /** Runs when the list is gone and has given the keyboard back, so that it may take it itself. */
  const chosen = useRef<(() => void) | null>(null);
  const close = () => usePanels.setState({ commands: false });
  const all = open ? entries(() => router.push('/')) : [];
  return (
    <Dialog.Root open={open} onOpenChange={(o) => !o && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby=""
          onCloseAutoFocus={(event) => {
            backToStep(event);
            chosen.current?.();
            chosen.current = null;
          }}
          className="search-panel left-1/2 w-[560px] -translate-x-1/2"
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
                chosen.current = e.run;
                close();
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
            Arrows walk the lattice, Enter tunes the selected step, ? shows all keys.
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
