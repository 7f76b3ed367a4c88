import { useState } from 'react';
import { ChevronDown, ChevronRight } from 'lucide-react';
import { Popover } from 'radix-ui';
import { changeBundle, TINTS, unbundle } from '@/core/piece/arrange';
import type { Bundle } from '@/core/piece/types';
import { toggleBundle, usePanels } from '@/state/panels/panels';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { keepStrands } from '@/actions/parts';

/** The line above a bundle: fold it, and say what it is. */
export function BundleHead({ bundle, count }: { bundle: Bundle; count: number }) {
  const folded = usePanels((s) => s.foldedBundles.includes(bundle.id));
  const edit = useWorkbench((s) => s.edit);
  const isNew = usePanels((s) => s.newBundle === bundle.id);
  const [open, setOpen] = useState(false);
  const change = (part: Partial<Bundle>, gesture?: string) => edit((p) => changeBundle(p, bundle.id, part), gesture);
  const show = (next: boolean) => {
    setOpen(next);
    if (!next && isNew) usePanels.setState({ newBundle: null });
  };
  return (
    <div
      role="row"
      className="sticky left-0 z-20 flex w-max max-w-[600px] items-center gap-1 border-l-[3px] pt-1 pl-2.5"
      style={{ borderColor: bundle.tint }}
    >
      <div role="rowheader" className="contents">
        <button
          type="button"
          aria-expanded={!folded}
          onClick={() => toggleBundle(bundle.id)}
          className="flex items-center gap-1.5 rounded-md px-1.5 py-0.5 hover:bg-raised"
        >
          {folded ? (
            <ChevronRight size={13} className="text-faint" />
          ) : (
            <ChevronDown size={13} className="text-faint" />
          )}
          <span className="font-medium">{bundle.name}</span>
          <span className="truncate text-faint">{folded ? `${count} strands folded` : bundle.note}</span>
        </button>
        <Popover.Root open={open || isNew} onOpenChange={show}>
          <Popover.Trigger asChild>
            <Button look="bare" aria-label={`Settings of the bundle ${bundle.name}`}>
              edit
            </Button>
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="start"
              sideOffset={4}
              className="z-50 w-72 rounded-md border border-soft bg-raised p-3 shadow-lg"
            >
              <label className="block text-mute">
                Name
                <input
                  defaultValue={bundle.name}
                  maxLength={80}
                  className="mt-0.5 w-full rounded border border-line bg-ground px-2 py-1 text-text"
                  onBlur={(e) => e.target.value !== bundle.name && change({ name: e.target.value })}
                  onFocus={(e) => e.target.select()}
                  onKeyDown={(e) => {
                    if (e.key !== 'Enter') return;
                    e.currentTarget.blur();
                    show(false);
                  }}
                />
              </label>
              <label className="mt-2 block text-mute">
                Note
                <textarea
                  defaultValue={bundle.note}
                  rows={2}
                  className="mt-0.5 w-full rounded border border-line bg-ground px-2 py-1 text-text"
                  onBlur={(e) => e.target.value !== bundle.note && change({ note: e.target.value })}
                />
              </label>
              <div className="mt-1 flex gap-1.5" role="group" aria-label="Tint">
                {TINTS.map((tint, i) => (
                  <button
                    key={tint}
                    type="button"
                    aria-label={`Tint ${i + 1}`}
                    aria-pressed={tint === bundle.tint}
                    onClick={() => change({ tint })}
                    className="size-6 rounded border-2 border-transparent aria-pressed:border-text"
                    style={{ background: tint }}
                  />
                ))}
              </div>
              <Button look="bare" className="mt-2" onClick={() => keepStrands(bundle.strands)}>
                Save as part
              </Button>
              <Button look="bare" onClick={() => edit((p) => unbundle(p, bundle.id))}>
                Open up: keep the strands, drop the bundle
              </Button>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </div>
    </div>
  );
}
