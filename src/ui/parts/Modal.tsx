import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { backToStep } from '@/actions/lattice-focus';

const DIALOG =
  'fixed top-1/2 left-1/2 z-50 max-h-[88vh] max-w-[94vw] -translate-1/2 ' +
  'overflow-y-auto rounded-lg border border-line bg-panel p-5';

interface Props {
  open: boolean;
  onClose: () => void;
  title: string;
  description?: string;
  wide?: boolean;
  children: ReactNode;
}

export function Modal({ open, onClose, title, description, wide, children }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/60" />
        <Dialog.Content
          className={`${DIALOG} ${wide ? 'w-[840px]' : 'w-[560px]'}`}
          aria-describedby={description ? undefined : ''}
          onCloseAutoFocus={backToStep}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <div>
              <Dialog.Title className="text-[17px] font-semibold">{title}</Dialog.Title>
              {description && <Dialog.Description className="mt-0.5 text-mute">{description}</Dialog.Description>}
            </div>
            <Dialog.Close
              aria-label="Close"
              className="grid size-8 place-items-center rounded-md text-mute hover:bg-raised hover:text-text"
            >
              <X size={16} />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
