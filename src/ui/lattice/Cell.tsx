import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { clsx } from 'clsx';
import { TriangleAlert } from 'lucide-react';
import { memo } from 'react';
import { isLink, strandById, type Piece, type Step, type Strand } from '@/core/piece/types';
import type { StepTypes } from '@/core/weave';
import { previewKey, usePreviews } from '@/state/measured/previews';
import { useWorkbench } from '@/state/workbench';
import { Playhead } from '../parts/Playhead';
import { PreviewCanvas } from '../parts/PreviewCanvas';
import { focusTuning } from '@/actions/tuning-focus';
import { cellValue } from '@/actions/words';
import type { CellSize } from './cell-size';
import { sameAround } from './row-facts';
import { sortId } from './sorting';
import { StageDrawing } from '../parts/StageDrawing';

interface Props {
  piece: Piece;
  strand: Strand;
  row: StepTypes;
  /** The source of the row; it stays where it is. */
  first: boolean;
  selected: boolean;
  /** Tab comes to it. */
  tabbed: boolean;
  size: CellSize;
  problem?: string;
}

/** Would a cell look the same? While a number of a step is dragged, those of the other steps do. */
function sameCell(a: Props, b: Props): boolean {
  const own = ['first', 'selected', 'tabbed', 'size', 'problem'] as const;
  return (
    own.every((name) => a[name] === b[name]) &&
    a.row.step === b.row.step &&
    a.row.definition === b.row.definition &&
    // A part of the stage is drawn with what stands beside it.
    (a.strand.kind === 'stage' ? a.strand === b.strand : a.strand.id === b.strand.id) &&
    sameAround(a.piece, b.piece)
  );
}

export const Cell = memo(function Cell({ piece, strand, row, first, selected, tabbed, size, problem }: Props) {
  const { step, definition } = row;
  const links = [
    ...new Set(
      Object.values(step.params)
        .filter(isLink)
        .map((l) => strandById(piece, l.link)?.name ?? '?'),
    ),
  ];
  const name = definition?.name ?? 'Not known here';
  const value = cellValue(piece, step);
  // For those who do not see the cell: what it says beside its name.
  const from = links.length > 0 ? `takes from ${links.join(', ')}` : '';
  const described = [value, from, step.off && 'off', problem].filter(Boolean).join('; ');
  const sort = useSortable({ id: sortId(strand.id, step.id), disabled: first });
  const { compact, width, height } = size;
  return (
    <button
      ref={sort.setNodeRef}
      {...(first ? {} : sort.listeners)}
      type="button"
      data-cell={`${strand.id}/${step.id}`}
      aria-label={`${name} in ${strand.name}`}
      aria-pressed={selected}
      aria-description={described}
      tabIndex={tabbed ? 0 : -1}
      title={problem ?? definition?.description}
      onClick={(e) => {
        const { select, selectTo } = useWorkbench.getState();
        (e.shiftKey ? selectTo : select)({ strand: strand.id, step: step.id });
      }}
      onKeyDown={(e) => {
        if (e.key !== 'Enter') return;
        e.preventDefault();
        useWorkbench.getState().select({ strand: strand.id, step: step.id });
        focusTuning();
      }}
      className={clsx('relative z-10 block shrink-0 rounded-md text-left', step.off && 'opacity-45')}
      style={{
        width,
        transform: CSS.Translate.toString(sort.transform),
        transition: sort.transition,
        zIndex: sort.isDragging ? 20 : undefined,
      }}
    >
      <span
        className={clsx(
          'relative block overflow-hidden rounded-md border bg-raised',
          selected ? 'border-lichen ring-1 ring-lichen' : problem ? 'border-warn' : 'border-line',
        )}
        style={{ height }}
      >
        <Drawing piece={piece} strand={strand} step={step} size={size} />
        {compact && (
          <span className="absolute inset-x-0 bottom-0 truncate bg-ground/80 px-1 text-[13px] leading-[16px]">
            {name}
          </span>
        )}
        {problem && <TriangleAlert size={13} className="absolute top-1 right-1 text-warn" />}
      </span>
      {links.length > 0 && !compact && (
        <span
          className={clsx(
            'absolute -top-2 left-1 truncate rounded-full border bg-ground px-1.5 ' + 'text-[13px] leading-[15px]',
            selected ? 'border-lichen text-lichen' : 'border-soft text-mute',
          )}
          style={{ maxWidth: width - 8 }}
        >
          {links.join(', ')}
        </span>
      )}
      {!compact && (
        <span className="mt-0.5 flex justify-between gap-1 leading-[17px]">
          <span className="shrink-0 truncate" style={{ maxWidth: width }}>
            {name}
          </span>
          <span className="truncate text-faint">{value}</span>
        </span>
      )}
    </button>
  );
}, sameCell);

/** What a step comes to, which is drawn more often than the cell around it. */
function Drawing({
  piece,
  strand,
  step,
  size: { width, height },
}: Pick<Props, 'piece' | 'strand' | 'size'> & { step: Step }) {
  const preview = usePreviews((s) => s.drawn[previewKey(strand.id, step.id)]);
  if (strand.kind === 'stage')
    return <StageDrawing piece={piece} strand={strand} step={step} preview={preview} width={width} height={height} />;
  return (
    <>
      <PreviewCanvas preview={preview} width={width} height={height} label="" />
      {preview?.kind === 'plot' && <Playhead plot={preview} frames={piece.loop.frames} />}
    </>
  );
}
