import { clsx } from 'clsx';
import { Plus } from 'lucide-react';
import { Fragment, useState } from 'react';
import { renameStrand } from '@/core/piece/edit';
import { strandById, type Piece, type Strand } from '@/core/piece/types';
import type { Analysis } from '@/core/weave';
import { pick } from '@/state/panels';
import { useWorkbench } from '@/state/workbench';
import { Menu } from '../parts/Menu';
import { RenameInput } from '../parts/RenameInput';
import { copyStrand, deleteStrand, kindsWithGlsl, saveGlsl } from '../workbench/actions';
import { Cell } from './Cell';

interface Props {
  piece: Piece;
  strand: Strand;
  analysis: Analysis;
  /** Selected step of this row. */
  selected: string | null;
  compact: boolean;
}

export function Row({ piece, strand, analysis, selected, compact }: Props) {
  const rows = analysis.types.get(strand.id)!;
  const uses = [...new Set((analysis.uses.get(strand.id) ?? []).map((u) => strandById(piece, u.strand)?.name ?? '?'))];
  const isOutput = strand.kind === 'finish' && piece.strands.find((s) => s.kind === 'finish')?.id === strand.id;
  return (
    <div className={clsx('grid grid-cols-[118px_1fr_auto] items-start gap-x-2 pr-3 pl-4', compact ? 'py-1' : 'pt-[7px]', selected && 'bg-panel')}>
      <NameCell strand={strand} compact={compact} />
      <div className="relative flex items-start" role="group" aria-label={`Steps of ${strand.name}`}>
        <span aria-hidden className="absolute right-0 left-0 h-px bg-line" style={{ top: compact ? 15 : 18 }} />
        {rows.map((row, i) => (
          <Fragment key={row.step.id}>
            {i > 0 && <Gap strand={strand.id} at={i} compact={compact} />}
            <Cell piece={piece} strand={strand} row={row} selected={selected === row.step.id} compact={compact} problem={analysis.problems.find((p) => p.strand === strand.id && p.step === row.step.id)?.sentence} />
          </Fragment>
        ))}
        <button
          type="button"
          aria-label={`Add a step to ${strand.name}`}
          title="Add a step (A)"
          onClick={() => pick({ for: 'step', strand: strand.id, at: strand.steps.length })}
          className={clsx('relative z-10 ml-2.5 grid w-7 place-items-center rounded-md border border-dashed border-soft bg-ground text-mute hover:border-lichen hover:text-lichen', compact ? 'h-[30px]' : 'h-9')}
        >
          <Plus size={13} />
        </button>
      </div>
      <p className="max-w-28 pl-3 text-right text-[13px] leading-tight text-faint" style={{ paddingTop: compact ? 7 : 3 }}>
        {isOutput ? 'the picture' : uses.length > 0 ? <>to <span className="text-mute">{uses.join(', ')}</span></> : 'not used yet'}
      </p>
    </div>
  );
}

/** Room between two cells: a step can be put in there. */
function Gap({ strand, at, compact }: { strand: string; at: number; compact: boolean }) {
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label="Insert a step here"
      onClick={() => pick({ for: 'step', strand, at })}
      className={clsx('group relative z-10 grid w-2.5 place-items-center', compact ? 'h-[30px]' : 'h-9')}
    >
      <span className="hidden size-4 place-items-center rounded-full bg-lichen text-ink group-hover:grid"><Plus size={11} /></span>
    </button>
  );
}

function NameCell({ strand, compact }: { strand: Strand; compact: boolean }) {
  const [naming, setNaming] = useState(false);
  const edit = useWorkbench((s) => s.edit);
  if (naming) {
    const done = (name: string | null) => {
      setNaming(false);
      if (name) edit((p) => renameStrand(p, strand.id, name));
    };
    return <RenameInput label="Name of the strand" name={strand.name} onDone={done} />;
  }
  return (
    <Menu
      align="start"
      trigger={
        <button type="button" aria-label={`Strand ${strand.name}`} onDoubleClick={() => setNaming(true)} className={clsx('-ml-1.5 truncate rounded-md px-1.5 text-left font-medium hover:bg-raised', compact ? 'py-1.5' : 'py-2')}>
          {strand.name}
        </button>
      }
      items={[
        { label: 'Rename', run: () => setTimeout(() => setNaming(true)) },
        { label: 'Duplicate', run: () => copyStrand(strand.id) },
        ...(kindsWithGlsl(strand.kind) ? [{ label: 'Save as GLSL', run: () => saveGlsl(strand.id) }] : []),
        'line' as const,
        { label: 'Delete strand', run: () => deleteStrand(strand.id) },
      ]}
    />
  );
}
