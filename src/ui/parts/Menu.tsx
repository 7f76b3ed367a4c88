import { DropdownMenu } from 'radix-ui';
import { useRef, useState, type ReactNode } from 'react';

export interface MenuItem {
  label: string;
  hint?: string;
  run: () => void;
  disabled?: boolean;
}

export type MenuEntry = MenuItem | 'line';

interface Props {
  trigger: ReactNode;
  /** What is offered, asked for when the menu opens. */
  items: () => MenuEntry[];
  align?: 'start' | 'end';
  /** It opens at the right button as well. */
  atRightButton?: boolean;
}

/** What is chosen runs once the menu is gone and has given the focus back, so that it may take the focus itself. */
export function Menu({ trigger, items, align = 'end', atRightButton = false }: Props) {
  const [open, setOpen] = useState(false);
  const chosen = useRef<(() => void) | null>(null);
  return (
    <DropdownMenu.Root open={open} onOpenChange={setOpen}>
      <DropdownMenu.Trigger
        asChild
        onContextMenu={(event) => {
          if (!atRightButton) return;
          event.preventDefault();
          event.stopPropagation();
          setOpen(true);
        }}
      >
        {trigger}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align={align}
          sideOffset={4}
          onCloseAutoFocus={() => {
            chosen.current?.();
            chosen.current = null;
          }}
          className="z-50 max-h-[60vh] min-w-48 overflow-y-auto rounded-md border border-soft bg-raised p-1 shadow-lg"
        >
          <Entries items={items} choose={(run) => (chosen.current = run)} />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** Stands in the menu only while it is open. */
function Entries({ items, choose }: { items: Props['items']; choose: (run: () => void) => void }) {
  return items().map((item, i) =>
    item === 'line' ? (
      <DropdownMenu.Separator key={i} className="my-1 h-px bg-line" />
    ) : (
      <DropdownMenu.Item
        key={item.label}
        disabled={item.disabled}
        onSelect={() => choose(item.run)}
        className="menu-line flex items-baseline justify-between gap-6"
      >
        {item.label}
        {item.hint && <span className="text-faint">{item.hint}</span>}
      </DropdownMenu.Item>
    ),
  );
}
