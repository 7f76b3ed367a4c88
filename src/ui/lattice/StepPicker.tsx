import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { KINDS, strandById, type Piece } from '@/core/piece/types';
import { fitting, kindOf, shapedFor, type StepDefinition } from '@/core/steps';
import { pick, usePanels, type Picking } from '@/state/panels';
import { useWorkbench } from '@/state/workbench';
import { addPicked, gapOf } from '../workbench/actions';
import { searchScore } from '../parts/search';
import { KIND_WORDS } from '../words';

/** Steps that fit where something is to be added: what runs in must suit them, what runs on must suit the next. */
export function offered(piece: Piece, picking: Picking): StepDefinition[] {
  if (picking.for === 'strand') return (picking.kind ? [picking.kind] : KINDS).flatMap((k) => fitting(k, null));
  const gap = gapOf(piece, picking);
  return gap ? fitting(gap.kind, gap.running).filter((d) => shapedFor(d, gap.running, gap.wanted)) : [];
}

function titleOf(piece: Piece, picking: Picking): string {
  if (picking.for === 'strand') return picking.kind ? `New ${KIND_WORDS[picking.kind].one}: begins with` : 'New strand: begins with';
  const name = strandById(piece, picking.strand)?.name ?? '';
  return picking.for === 'replace' ? `In place of this step of ${name}` : `Next step of ${name}`;
}

/** The offer under headings: kinds for a new strand, the way of working within fields. */
function sections(steps: StepDefinition[], picking: Picking): { heading: string; of: StepDefinition[] }[] {
  const headingOf = (d: StepDefinition) => {
    if (picking.for === 'strand' && !(picking.kind && d.group)) return KIND_WORDS[kindOf(d)].title;
    return d.group ? d.group[0]!.toUpperCase() + d.group.slice(1) : KIND_WORDS[kindOf(d)].title;
  };
  return [...new Set(steps.map(headingOf))].map((heading) => ({ heading, of: steps.filter((d) => headingOf(d) === heading) }));
}

export function StepPicker() {
  const picking = usePanels((s) => s.picking);
  const piece = useWorkbench((s) => s.piece);
  const steps = picking ? offered(piece, picking) : [];
  return (
    <Dialog.Root open={picking !== null} onOpenChange={(open) => !open && pick(null)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content aria-describedby="" className="fixed top-24 left-[8%] z-50 w-[520px] overflow-hidden rounded-lg border border-soft bg-panel shadow-xl">
          {picking && (
            <Command label="Steps" loop filter={searchScore}>
              <Dialog.Title className="px-4 pt-3 text-mute">{titleOf(piece, picking)}</Dialog.Title>
              <Command.Input placeholder="Type to search" className="w-full border-b border-line bg-transparent px-4 py-2.5 text-[15px] outline-none placeholder:text-faint" />
              <Command.List className="max-h-[380px] overflow-y-auto p-1.5">
                <Command.Empty className="px-3 py-4 text-mute">No step of that name fits here.</Command.Empty>
                {sections(steps, picking).map(({ heading, of }) => {
                  return (
                    <Command.Group key={heading} heading={heading} className="[&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-faint">
                      {of.map((d) => (
                        <Command.Item
                          key={d.op}
                          value={`${d.name} ${KIND_WORDS[kindOf(d)].one}`}
                          keywords={d.also}
                          onSelect={() => { pick(null); addPicked(picking, d); }}
                          className="flex items-baseline gap-3 rounded-md px-2.5 py-1.5 data-[selected=true]:bg-raised"
                        >
                          <span className="w-32 shrink-0 font-medium">{d.name}</span>
                          <span className="text-mute">{d.about}</span>
                        </Command.Item>
                      ))}
                    </Command.Group>
                  );
                })}
              </Command.List>
            </Command>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
