import { closestCenter, DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { verticalListSortingStrategy } from '@dnd-kit/sortable';
import { BookOpen, ChevronDown, ChevronRight, Plus, Rows3 } from 'lucide-react';
import { memo, useMemo, useRef, useState } from 'react';
import { bundleOf, shownOrder } from '@/core/piece/arrange';
import type { Several } from '@/core/piece/several';
import { KINDS, type Kind, type Strand } from '@/core/piece/types';
import { analyse } from '@/core/weave';
import { useGuide } from '@/state/panels/guide';
import { isCompact, pick, toggleFold, usePanels } from '@/state/panels/panels';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { InSight } from '../parts/InSight';
import { KIND_WORDS } from '@/actions/words';
import { BundleHead } from './BundleHead';
import { useCellSize } from './cell-size';
import { keyOfLine, linesOf, takenBy } from './lines';
import { Row } from './Row';
import { factsOf } from './row-facts';
import { SelectBox } from './SelectBox';
import { Sortable } from './Sortable';
import { StepMenu } from './StepMenu';
import { dropped, sortId } from './sorting';
import { useSeveral } from '@/actions/use-several';
import { Threads } from './Threads';

/** The sheet of all strands, by kind, in the order in which people work. */
export function Lattice() {
  const piece = useWorkbench((s) => s.piece);
  const selected = useWorkbench((s) => s.selected);
  const { compact: wanted, folded, foldedBundles } = usePanels();
  const compact = isCompact(wanted, piece.strands.length);
  const size = useCellSize(compact);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const drop = ({ active, over }: DragEndEvent) =>
    over && useWorkbench.getState().edit((p) => dropped(p, String(active.id), String(over.id)));
  const analysis = useMemo(() => analyse(piece), [piece]);
  const several = useSeveral();
  // The one cell that Tab comes to; arrows walk on from there.
  const seen = shownOrder(piece).filter(
    (s) => !folded.includes(s.kind) && !foldedBundles.includes(bundleOf(piece, s.id)?.id ?? ''),
  );
  const isSeen = seen.some((s) => s.id === selected?.strand);
  const entry = isSeen ? selected : seen[0] && { strand: seen[0].id, step: seen[0].steps[0]!.id };
  const sheet = useRef<HTMLDivElement>(null);
  const lines = useMemo(() => linesOf(piece, folded, foldedBundles), [piece, folded, foldedBundles]);
  const [dragged, setDragged] = useState<string | null>(null);
  const keep = useMemo(() => {
    const wanted = new Set([entry?.strand, dragged, ...takenBy(piece, selected)]);
    return lines.flatMap((line, i) => (line.row && wanted.has(line.row.id) ? [i] : []));
  }, [lines, entry?.strand, dragged, piece, selected]);

  return (
    <section aria-label="Lattice" data-lattice className="relative h-full overflow-x-hidden overflow-y-auto">
      <DndContext
        id="lattice"
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragStart={({ active }) => setDragged(String(active.id).split(' ')[1]!)}
        onDragCancel={() => setDragged(null)}
        onDragEnd={(e) => {
          setDragged(null);
          drop(e);
        }}
      >
        <StepMenu>
          <SelectBox sheet={sheet} fills={piece.strands.length > 0}>
            <InSight
              items={lines}
              keyOf={keyOfLine}
              height={(line) => (line.row ? size.height + ROOM[size.compact ? 'compact' : 'full'] : 24)}
              keep={keep}
            >
              {(drawn) =>
                KINDS.map((kind) => {
                  const own = drawn.filter((d) => d.item.kind === kind);
                  if (own.length === 0) return null;
                  const strands = piece.strands.filter((s) => s.kind === kind);
                  return (
                    <div
                      key={kind}
                      role="rowgroup"
                      aria-label={`${KIND_WORDS[kind].title}, strands`}
                      className="contents"
                    >
                      <Sortable ids={strands.map((s) => sortId(s.id))} strategy={verticalListSortingStrategy}>
                        {own.map(({ item: { row: s, bundle }, frame }) =>
                          frame(
                            s ? (
                              <Row
                                piece={piece}
                                strand={s}
                                analysis={analysis}
                                facts={factsOf(piece, analysis, s)}
                                selected={selected?.strand === s.id ? selected.step : null}
                                along={alongOf(s, several)}
                                entry={entry?.strand === s.id ? entry.step : null}
                                size={size}
                              />
                            ) : bundle ? (
                              <BundleHead bundle={bundle} count={bundle.strands.length} />
                            ) : (
                              <Heading
                                kind={kind}
                                count={strands.length}
                                folded={folded.includes(kind)}
                                compact={compact}
                              />
                            ),
                          ),
                        )}
                      </Sortable>
                    </div>
                  );
                })
              }
            </InSight>
            <Threads
              sheet={sheet}
              piece={piece}
              selected={selected}
              layout={[size.width, folded, foldedBundles, piece.bundles.map((b) => b.strands).join(';')].join(' ')}
            />
          </SelectBox>
        </StepMenu>
      </DndContext>
      {piece.strands.length === 0 && <Empty />}
    </section>
  );
}

/** Pixels of a row beside its cells. */
const ROOM = { compact: 8, full: 30 };

const NONE: readonly string[] = [];

/** Steps of a strand that are selected with others. */
function alongOf(strand: Strand, several: Several | null): readonly string[] {
  if (!several) return NONE;
  if ('strands' in several) return several.strands.includes(strand.id) ? strand.steps.map((t) => t.id) : NONE;
  return several.strand === strand.id ? several.steps : NONE;
}

interface HeadingProps {
  kind: Kind;
  count: number;
  folded: boolean;
  compact: boolean;
}

const Heading = memo(function Heading({ kind, count, folded, compact }: HeadingProps) {
  const words = KIND_WORDS[kind];
  return (
    <div role="row" className="w-full">
      <div role="rowheader" className="flex items-center gap-2 pt-0.5 pr-3 pl-2 leading-[18px]">
        <button
          type="button"
          onClick={() => toggleFold(kind)}
          aria-expanded={!folded}
          className="flex items-baseline gap-2 rounded-md px-2 py-0.5 hover:bg-raised"
        >
          {folded ? (
            <ChevronRight size={13} className="self-center text-faint" />
          ) : (
            <ChevronDown size={13} className="self-center text-faint" />
          )}
          <h2 className="font-semibold">{words.title}</h2>
          <span className={`text-faint ${folded ? '' : 'max-lg:sr-only'}`}>
            {folded ? `${count} folded` : words.description}
          </span>
        </button>
        <Button
          look="bare"
          aria-label={`Add a ${words.one}`}
          title={`Add a ${words.one}`}
          onClick={() => pick({ for: 'strand', kind })}
          className="!p-1"
        >
          <Plus size={14} />
        </Button>
        {kind === 'signal' && (
          <span className="ml-auto flex">
            <Button
              look="bare"
              title="Ready-made rows, inserted where they belong (I)"
              onClick={() => pick({ for: 'part' })}
              className="flex items-center gap-1.5"
            >
              <BookOpen size={13} /> <span className="max-lg:sr-only">Recipes</span>
            </Button>
            <Button
              look="bare"
              aria-pressed={compact}
              onClick={() => usePanels.setState({ compact: !compact })}
              className="flex items-center gap-1.5"
            >
              <Rows3 size={13} /> <span className="max-lg:sr-only">Compact rows</span>
            </Button>
          </span>
        )}
      </div>
    </div>
  );
});

function Empty() {
  return (
    <div className="px-4 py-2">
      <div className="max-w-md rounded-md border border-dashed border-soft p-5 text-mute">
        <p className="mb-1 font-semibold text-text">Nothing here yet</p>
        <p className="mb-3">
          Work reads from left to right. Begin with a form, or with a field to colour it by; press N for a new strand, A
          for the next step, I for a recipe.
        </p>
        <div className="flex gap-2">
          <Button look="main" onClick={() => pick({ for: 'strand', kind: null })}>
            New strand
          </Button>
          <Button onClick={() => pick({ for: 'part' })}>Recipes</Button>
          <Button onClick={() => useGuide.getState().go(0)}>Guide me to a first loop</Button>
        </div>
      </div>
    </div>
  );
}
