import { useSortable, horizontalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { clsx } from 'clsx';
import { GripVertical, Plus } from 'lucide-react';
import { memo, useState } from 'react';
import { renameStrand } from '@/core/piece/edit';
import type { Strand } from '@/core/piece/types';
import { useChecks } from '@/state/measured/checks';
import { pick } from '@/state/panels/panels';
import { useWorkbench } from '@/state/workbench';
import { Menu } from '../parts/Menu';
import { RenameInput } from '../parts/RenameInput';
import { copyStrand, deleteStrand, duplicateDeep, KINDS_WITH_GLSL, saveGlsl } from '@/actions/steps';
import { keepStrands } from '@/actions/parts';
import { bundleSelected, bundleUp, pasteInto, shiftRow, takeStrand } from '@/actions/selected';
import { Cell } from './Cell';
import type { CellSize } from './cell-size';
import { sameRow, type RowProps } from './row-facts';
import { RowSteps } from './RowSteps';
import { Sortable } from './Sortable';
import { sortId } from './sorting';

/** One strand: its name and where it is used stay in view at the left while its steps scroll beside them. */
export const Row = memo(function Row({ piece, strand, analysis, facts, selected, along, entry, size }: RowProps) {
  const rows = analysis.types.get(strand.id)!;
  const { takers: uses, isOutput, tint, problems } = facts;
  const used = isOutput ? 'the picture' : uses.length > 0 ? `to ${uses.join(', ')}` : 'not used yet';
  // What was measured comes a moment after what the text alone says.
  const measured = useChecks((s) => s.numbers);
  const problemAt = (step: string, i: number) =>
    problems[i] ?? measured.find((p) => p.strand === strand.id && p.step === step)?.sentence;
  const sort = useSortable({ id: sortId(strand.id) });
  const { compact, height } = size;
  const isSelected = (step: string) => selected === step || along.includes(step);
  const whole = along.length === strand.steps.length;
  const ground = selected || whole ? 'bg-panel' : 'bg-ground';
  return (
    <div
      ref={sort.setNodeRef}
      role="row"
      aria-label={strand.name}
      style={{ transform: CSS.Translate.toString(sort.transform), transition: sort.transition }}
      className={clsx(
        'grid grid-cols-[152px_minmax(0,1fr)] items-start',
        ground,
        sort.isDragging && 'relative z-40 opacity-80',
      )}
    >
      <div
        role="rowheader"
        className={clsx('self-stretch border-l-[3px] pr-2 pl-4', compact ? 'pt-[2px]' : 'pt-[7px]')}
        style={{ borderColor: tint ?? 'transparent' }}
        title={`${strand.name}, ${used}`}
      >
        <span
          {...sort.listeners}
          data-grip={strand.name}
          aria-hidden
          title="Drag to move the strand (Alt+Up, Alt+Down)"
          className={clsx(
            'absolute left-0 grid w-3.5 cursor-grab touch-none place-items-center text-transparent hover:text-mute',
          )}
          style={{ height }}
        >
          <GripVertical size={12} />
        </span>
        <NameCell strand={strand} compact={compact} used={used} takers={uses} several={whole} />
      </div>
      <RowSteps size={size} selected={selected}>
        <Sortable ids={rows.slice(1).map((r) => sortId(strand.id, r.step.id))} strategy={horizontalListSortingStrategy}>
          {rows.map((row, i) => (
            <div key={row.step.id} role="gridcell" aria-selected={isSelected(row.step.id)} className="contents">
              {i > 0 && <Gap strand={strand.id} at={i} size={size} />}
              <Cell
                piece={piece}
                strand={strand}
                row={row}
                first={i === 0}
                selected={isSelected(row.step.id)}
                tabbed={entry === row.step.id}
                size={size}
                problem={problemAt(row.step.id, i)}
              />
            </div>
          ))}
        </Sortable>
        <div role="gridcell" className="contents">
          <button
            type="button"
            tabIndex={-1}
            aria-label={`Add a step to ${strand.name}`}
            title="Add a step (A)"
            onClick={() => pick({ for: 'step', strand: strand.id, at: strand.steps.length })}
            className={clsx(
              'relative z-10 ml-2.5 grid w-7 place-items-center rounded-md border border-dashed ' +
                'border-soft bg-ground text-mute hover:border-lichen hover:text-lichen',
            )}
            style={{ height }}
          >
            <Plus size={13} />
          </button>
        </div>
      </RowSteps>
    </div>
  );
}, sameRow);

/** Room between two cells: a step can be inserted there. */
const Gap = memo(function Gap({ strand, at, size }: { strand: string; at: number; size: CellSize }) {
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label="Insert a step here"
      onClick={() => pick({ for: 'step', strand, at })}
      className={clsx('group relative z-10 grid shrink-0 place-items-center', size.compact ? 'w-1.5' : 'w-2.5')}
      style={{ height: size.height }}
    >
      <span className="hidden size-4 place-items-center rounded-full bg-lichen text-ink group-hover:grid">
        <Plus size={11} />
      </span>
    </button>
  );
});

interface NameProps {
  strand: Strand;
  compact: boolean;
  used: string;
  /** Names of the strands that take from it. */
  takers: readonly string[];
  /** It is selected with others. */
  several: boolean;
}

function NameCell({ strand, compact, used, takers, several }: NameProps) {
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
      atRightButton
      trigger={
        <button
          type="button"
          aria-label={`Strand ${strand.name}`}
          onDoubleClick={() => setNaming(true)}
          className={clsx(
            '-ml-1.5 block w-full rounded-md px-1.5 text-left hover:bg-raised',
            compact ? 'py-1' : 'py-1 leading-[17px]',
          )}
        >
          <span className="block truncate font-medium">{strand.name}</span>
          {!compact && <span className="block truncate text-faint">{used}</span>}
        </button>
      }
      items={() => [
        { label: 'Rename', run: () => setNaming(true) },
        { label: 'Duplicate', hint: 'links kept', run: () => copyStrand(strand.id) },
        { label: 'Duplicate with all it takes from', hint: 'links copied', run: () => duplicateDeep(strand.id) },
        { label: 'Copy', hint: 'with all it takes from', run: () => takeStrand(strand.id) },
        { label: 'Save as part', hint: 'with all it takes from', run: () => keepStrands([strand.id]) },
        { label: 'Paste steps at the end', run: () => void pasteInto(strand.id, strand.steps.length) },
        'line' as const,
        { label: 'Move up', hint: 'Alt+Up', run: () => shiftRow(strand.id, -1) },
        { label: 'Move down', hint: 'Alt+Down', run: () => shiftRow(strand.id, 1) },
        several
          ? { label: 'Bundle the selected strands', run: bundleSelected }
          : { label: 'Bundle with the one above', run: () => bundleUp(strand.id) },
        ...(KINDS_WITH_GLSL.includes(strand.kind)
          ? ['line' as const, { label: 'Save as GLSL', run: () => saveGlsl(strand.id) }]
          : []),
        'line' as const,
        {
          label: 'Delete strand',
          hint: takers.length > 0 ? `used by ${takers.join(', ')}` : undefined,
          run: () => deleteStrand(strand.id),
        },
      ]}
    />
  );
}
