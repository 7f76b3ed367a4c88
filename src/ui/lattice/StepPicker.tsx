import { Dialog } from 'radix-ui';
import { KINDS, strandById, type Piece } from '@/core/piece/types';
import { fitting, kindOf, shapedFor, type StepDefinition } from '@/core/steps';
import { pick, usePanels, type Picking } from '@/state/panels';
import { useWorkbench } from '@/state/workbench';
import { addPicked, gapOf } from '../workbench/actions';
import { SearchList } from '../parts/SearchList';
import { backToStep } from './focus';
import { KIND_WORDS } from '../words';

/** Steps that fit where something is to be added: what runs in must suit them, what runs on must suit the next. */
export function offered(piece: Piece, picking: Picking): StepDefinition[] {
  if (picking.for === 'strand') return (picking.kind ? [picking.kind] : KINDS).flatMap((k) => fitting(k, null));
  const gap = gapOf(piece, picking);
  return gap ? fitting(gap.kind, gap.running).filter((d) => shapedFor(d, gap.running, gap.wanted)) : [];
}

function titleOf(piece: Piece, picking: Picking): string {
  if (picking.for === 'strand')
    return picking.kind ? `New ${KIND_WORDS[picking.kind].one}: begins with` : 'New strand: begins with';
  const name = strandById(piece, picking.strand)?.name ?? '';
  return picking.for === 'replace' ? `In place of this step of ${name}` : `Next step of ${name}`;
}

/** The heading in the list: kinds for a new strand, the way of working within fields. */
function headingOf(d: StepDefinition, picking: Picking): string {
  if (picking.for === 'strand' && !(picking.kind && d.group)) return KIND_WORDS[kindOf(d)].title;
  return d.group ? d.group[0]!.toUpperCase() + d.group.slice(1) : KIND_WORDS[kindOf(d)].title;
}

export function StepPicker() {
  const picking = usePanels((s) => s.picking);
  const piece = useWorkbench((s) => s.piece);
  const entries = (picking ? offered(piece, picking) : []).map((d) => ({
    key: d.op,
    name: d.name,
    about: d.about,
    also: [...(d.also ?? []), KIND_WORDS[kindOf(d)].one],
    heading: headingOf(d, picking!),
    run: () => {
      pick(null);
      addPicked(picking!, d);
    },
  }));
  return (
    <Dialog.Root open={picking !== null} onOpenChange={(open) => !open && pick(null)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby=""
          onCloseAutoFocus={backToStep}
          className="fixed top-24 left-[8%] z-50 w-[520px] overflow-hidden rounded-lg border border-soft bg-panel shadow-xl"
        >
          {picking && (
            <>
              <Dialog.Title className="px-4 pt-3 text-mute">{titleOf(piece, picking)}</Dialog.Title>
              <SearchList
                label="Steps"
                entries={entries}
                nothing="No step of that name fits here."
                render={(e) => (
                  <>
                    <span className="w-32 shrink-0 font-medium">{e.name}</span>
                    <span className="text-mute">{e.about}</span>
                  </>
                )}
              />
            </>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
