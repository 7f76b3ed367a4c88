import { Dialog } from 'radix-ui';
import { useEffect, type ReactNode } from 'react';
import { strandById, type Piece } from '@/core/piece/types';
import { kindOf } from '@/core/steps';
import { pick, usePanels, type Picking, type PickingPart } from '@/state/panels/panels';
import { useParts } from '@/state/storage/parts';
import { useWorkbench } from '@/state/workbench';
import { loadRecipes, useRecipes } from '@/actions/recipes';
import { SearchList, type SearchEntry } from '../parts/SearchList';
import { addPicked } from '@/actions/steps';
import { insertPart } from '@/actions/parts';
import { KIND_WORDS } from '@/actions/words';
import { backToStep } from '@/actions/lattice-focus';
import { offered, type Offer } from '@/actions/offers';
import { offeredParts, type PartOffer } from '@/actions/part-offers';
import { PartStill } from '../parts/PartStill';

function titleOf(piece: Piece, picking: Picking | PickingPart): string {
  if (picking.for === 'part') return 'Insert a recipe or a saved part';
  if (picking.for === 'strand' && picking.into)
    return `New ${KIND_WORDS[picking.kind!].one} for ${strandById(piece, picking.into.strand)?.name ?? ''}`;
  if (picking.for === 'strand')
    return picking.kind ? `New ${KIND_WORDS[picking.kind].one}: begins with` : 'New strand: begins with';
  const name = strandById(piece, picking.strand)?.name ?? '';
  return picking.for === 'replace' ? `Replace this step of ${name}` : `Next step of ${name}`;
}

/** The heading in the list: kinds for a new strand, the way of working within fields. */
function headingOf({ definition: d, first }: Offer, picking: Picking): string {
  if (first) return `${KIND_WORDS[kindOf(d)].title}, after ${first.name.toLowerCase()}`;
  if (picking.for === 'strand' && !(picking.kind && d.group)) return KIND_WORDS[kindOf(d)].title;
  return d.group ? d.group[0]!.toUpperCase() + d.group.slice(1) : KIND_WORDS[kindOf(d)].title;
}

interface PickerEntry extends SearchEntry {
  /** What it is told by in the list. */
  shown: ReactNode;
}

function stepEntry(offer: Offer, picking: Picking): PickerEntry {
  const { definition, first } = offer;
  return {
    key: first ? `${definition.op} on ${first.op}` : definition.op,
    name: definition.name,
    aliases: [...(definition.aliases ?? []), KIND_WORDS[kindOf(definition)].one],
    heading: headingOf(offer, picking),
    run: () => {
      pick(null);
      addPicked(picking, offer);
    },
    shown: (
      <>
        <span className="w-32 shrink-0">
          <span className="font-medium">{definition.name}</span>
          {first && <span className="block text-faint">after {first.name.toLowerCase()}</span>}
        </span>
        <span className="text-mute">{definition.description}</span>
      </>
    ),
  };
}

function partEntry({ part, saved, goes, row }: PartOffer): PickerEntry {
  return {
    key: part.id,
    name: part.name,
    aliases: [...(part.aliases ?? []), 'recipe', 'part'],
    heading: saved ? 'Saved parts' : 'Recipes',
    run: () => {
      pick(null);
      insertPart(part, row);
    },
    shown: (
      <>
        <PartStill part={part} saved={saved} />
        <span className="min-w-0">
          <span className="font-medium">{part.name}</span> <span className="text-faint">{goes}</span>
          <span className="block text-mute">{part.about}</span>
        </span>
      </>
    ),
  };
}

/** Everything that can be inserted at a place, by name. */
export function StepPicker() {
  const picking = usePanels((s) => s.picking);
  const piece = useWorkbench((s) => s.piece);
  const selected = useWorkbench((s) => s.selected);
  const saved = useParts((s) => s.parts);
  const { recipes, ground } = useRecipes();
  useEffect(() => {
    if (!picking) return;
    void useParts.getState().load();
    void loadRecipes();
  }, [picking]);
  const entries = picking
    ? [
        ...(picking.for === 'part' ? [] : offered(piece, picking).map((offer) => stepEntry(offer, picking))),
        ...(ground ? offeredParts(piece, picking, selected, { recipes, saved }) : []).map(partEntry),
      ]
    : [];
  return (
    <Dialog.Root open={picking !== null} onOpenChange={(open) => !open && pick(null)}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content aria-describedby="" onCloseAutoFocus={backToStep} className="search-panel left-[8%] w-[520px]">
          {picking && (
            <>
              <Dialog.Title className="px-4 pt-3 text-mute">{titleOf(piece, picking)}</Dialog.Title>
              <SearchList
                label="Steps"
                entries={entries}
                nothing={`No ${picking.for === 'part' ? 'recipe or part' : 'step'} of that name fits here.`}
                render={(e) => e.shown}
              />
            </>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
