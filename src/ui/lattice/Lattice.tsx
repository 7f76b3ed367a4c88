import { ChevronDown, ChevronRight, Plus, Rows3 } from 'lucide-react';
import { useMemo, useRef, type KeyboardEvent } from 'react';
import { KINDS, type Kind, type Piece } from '@/core/piece/types';
import { analyse } from '@/core/weave';
import { pick, toggleFold, usePanels } from '@/state/panels';
import { useWorkbench, type Selection } from '@/state/workbench';
import { Button } from '../parts/Button';
import { KIND_WORDS } from '../words';
import { Row } from './Row';
import { Threads } from './Threads';

/** The sheet of all strands, by kind, in the order in which people work. */
export function Lattice() {
  const piece = useWorkbench((s) => s.piece);
  const selected = useWorkbench((s) => s.selected);
  const { compact, folded } = usePanels();
  const analysis = useMemo(() => analyse(piece), [piece]);
  const sheet = useRef<HTMLDivElement>(null);

  const walk = (event: KeyboardEvent) => {
    const to = neighbour(piece, folded, selected, event.key);
    if (!to) return;
    event.preventDefault();
    useWorkbench.getState().select(to);
    requestAnimationFrame(() => sheet.current?.querySelector<HTMLElement>(`[data-cell="${to.strand}/${to.step}"]`)?.focus());
  };

  return (
    <section aria-label="Lattice" data-lattice className="relative h-full overflow-auto" onKeyDown={walk}>
      <div ref={sheet} className="relative min-w-max pb-6">
        {KINDS.map((kind) => {
          const strands = piece.strands.filter((s) => s.kind === kind);
          const isFolded = folded.includes(kind);
          return (
            <section key={kind} aria-label={`${KIND_WORDS[kind].title}, strands`}>
              <Heading kind={kind} count={strands.length} folded={isFolded} />
              {!isFolded && strands.map((s) => <Row key={s.id} piece={piece} strand={s} analysis={analysis} selected={selected?.strand === s.id ? selected.step : null} compact={compact} />)}
            </section>
          );
        })}
        <Threads sheet={sheet} piece={piece} selected={selected} layout={`${compact} ${folded.join()}`} />
      </div>
      {piece.strands.length === 0 && <Empty />}
    </section>
  );
}

function Heading({ kind, count, folded }: { kind: Kind; count: number; folded: boolean }) {
  const words = KIND_WORDS[kind];
  return (
    <div className="sticky left-0 flex items-center gap-2 pt-0.5 pr-3 pl-2">
      <button type="button" onClick={() => toggleFold(kind)} aria-expanded={!folded} className="flex items-baseline gap-2 rounded-md px-2 py-0.5 hover:bg-raised">
        {folded ? <ChevronRight size={13} className="self-center text-faint" /> : <ChevronDown size={13} className="self-center text-faint" />}
        <h2 className="font-semibold">{words.title}</h2>
        <span className="text-faint">{folded ? `${count} folded` : words.about}</span>
      </button>
      <Button look="bare" aria-label={`Add a ${words.one}`} title={`Add a ${words.one}`} onClick={() => pick({ for: 'strand', kind })} className="!p-1"><Plus size={14} /></Button>
      {kind === 'signal' && (
        <Button look="bare" aria-pressed={usePanels.getState().compact} onClick={() => usePanels.setState(({ compact }) => ({ compact: !compact }))} className="ml-auto flex items-center gap-1.5">
          <Rows3 size={13} /> Compact rows
        </Button>
      )}
    </div>
  );
}

function Empty() {
  return (
    <div className="px-4 py-2">
      <div className="max-w-md rounded-md border border-dashed border-soft p-5 text-mute">
        <p className="mb-1 font-semibold text-text">Nothing woven yet</p>
        <p className="mb-3">Work reads from left to right. Begin with a form, or with a field to colour it by; press N for a new strand, A for the next step.</p>
        <Button look="main" onClick={() => pick({ for: 'strand', kind: null })}>New strand</Button>
      </div>
    </div>
  );
}

/** The cell that an arrow key leads to, or null. */
export function neighbour(piece: Piece, folded: Kind[], from: Selection | null, key: string): Selection | null {
  const rows = KINDS.filter((k) => !folded.includes(k)).flatMap((k) => piece.strands.filter((s) => s.kind === k));
  const first = rows[0];
  if (!key.startsWith('Arrow') || !first) return null;
  const row = rows.findIndex((s) => s.id === from?.strand);
  if (row < 0) return { strand: first.id, step: first.steps[0]!.id };
  const column = rows[row]!.steps.findIndex((s) => s.id === from!.step);
  const across = key === 'ArrowLeft' ? -1 : key === 'ArrowRight' ? 1 : 0;
  const down = key === 'ArrowUp' ? -1 : key === 'ArrowDown' ? 1 : 0;
  const strand = rows[row + down];
  const step = strand?.steps[down ? Math.min(column, strand.steps.length - 1) : column + across];
  return strand && step ? { strand: strand.id, step: step.id } : null;
}
