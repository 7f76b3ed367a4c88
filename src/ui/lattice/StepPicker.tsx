import { Dialog } from 'radix-ui';
import { strandById, type Piece } from '@/core/piece/types';
import { kindOf } from '@/core/steps';
import { pick, usePanels, type Picking } from '@/state/panels';
import { useWorkbench } from '@/state/workbench';
import { addPicked } from '../workbench/actions';
import { SearchList } from '../parts/SearchList';
import { backToStep } from './focus';
import { KIND_WORDS } from '../words';
import { offered, type Offer } from './offers';

function titleOf(piece: Piece, picking: Picking): string {
  if (picking.for === 'strand' && picking.into)
    return `New ${KIND_WORDS[picking.kind!].one} for ${strandById(piece, picking.into.strand)?.name ?? ''}`;
  if (picking.for === 'strand')
    return picking.kind ? `New ${KIND_WORDS[picking.kind].one}: begins with` : 'New strand: begins with';
  const name = strandById(piece, picking.strand)?.name ?? '';
  return picking.for === 'replace' ? `In place of this step of ${name}` : `Next step of ${name}`;
}

/** The heading in the list: kinds for a new strand, the way of working within fields. */
function headingOf({ definition: d, on }: Offer, picking: Picking): string {
  if (on) return `${KIND_WORDS[kindOf(d)].title} on ${on.name.toLowerCase()}`;
  if (picking.for === 'strand' && !(picking.kind && d.group)) return KIND_WORDS[kindOf(d)].title;
  return d.group ? d.group[0]!.toUpperCase() + d.group.slice(1) : KIND_WORDS[kindOf(d)].title;
}

export function StepPicker() {
  const picking = usePanels((s) => s.picking);
  const piece = useWorkbench((s) => s.piece);
  const entries = (picking ? offered(piece, picking) : []).map((offer) => {
    const { definition, on } = offer;
    return {
      key: on ? `${definition.op} on ${on.op}` : definition.op,
      name: definition.name,
      behind: on?.name,
      about: definition.about,
      also: [...(definition.also ?? []), KIND_WORDS[kindOf(definition)].one],
      heading: headingOf(offer, picking!),
      run: () => {
        pick(null);
        addPicked(picking!, offer);
      },
    };
  });
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
                    <span className="w-32 shrink-0">
                      <span className="font-medium">{e.name}</span>
                      {e.behind && <span className="block text-faint">on {e.behind.toLowerCase()}</span>}
                    </span>
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
