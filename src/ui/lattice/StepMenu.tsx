import { ContextMenu } from 'radix-ui';
import { useRef, useState, type ReactNode } from 'react';
import { useWorkbench } from '@/state/workbench';
import { listedCommands, situation, type Listed } from '@/actions/commands';

/**
 * What can be done with a step, at the right button, the menu key or a long press: the same commands as everywhere.
 * On free ground it is what can be made.
 */
export function StepMenu({ children }: { children: ReactNode }) {
  const pressed = useRef<Element | null>(null);
  const chosen = useRef<(() => void) | null>(null);
  const [items, setItems] = useState<Listed[]>([]);
  const press = (e: React.SyntheticEvent) => {
    const target = e.target as Element;
    pressed.current = target.closest('[data-cell]');
    // Text has a menu of its own, and events of what floats over the page come here as well.
    if (!e.currentTarget.contains(target) || target.closest('input, textarea')) e.stopPropagation();
  };
  const open = () => {
    const [strand, step] = (pressed.current as HTMLElement | null)?.dataset.cell?.split('/') ?? [];
    // What is selected with others stays so, where the press is on one of them.
    const isSelected = pressed.current?.getAttribute('aria-pressed') === 'true';
    if (strand && step && !isSelected) useWorkbench.getState().select({ strand, step });
    const group = strand ? 'This step' : 'Make';
    setItems(listedCommands(situation()).filter((item) => item.group === group));
  };
  return (
    <ContextMenu.Root onOpenChange={(opens) => opens && open()}>
      <ContextMenu.Trigger asChild>
        <div className="contents">
          <div className="contents" onPointerDown={press} onContextMenu={press}>
            {children}
          </div>
        </div>
      </ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content
          aria-label="What can be done here"
          onCloseAutoFocus={() => {
            chosen.current?.();
            chosen.current = null;
          }}
          className="z-50 max-h-[70vh] min-w-56 overflow-y-auto rounded-md border border-soft bg-raised p-1 shadow-lg"
        >
          {items.map(({ label, hint, run }) => (
            <ContextMenu.Item
              key={label}
              onSelect={() => (chosen.current = run)}
              className="menu-line flex items-baseline justify-between gap-6"
            >
              {label}
              {hint && <span className="text-faint">{hint}</span>}
            </ContextMenu.Item>
          ))}
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}
