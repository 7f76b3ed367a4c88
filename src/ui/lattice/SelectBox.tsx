import { useState, type ReactNode, type RefObject } from 'react';
import { useWorkbench } from '@/state/workbench';
import { followPointer } from '../parts/drag';
import { boundsOf, cellsInBox, type Bounds } from './cells-in-box';

/** What is pressed for itself begins no box. */
const OWN = 'button, input, a, [data-cell], [role="button"]';

/** A sheet on whose free ground a box is drawn: the steps of one row that it touches are selected, or the rows. */
export function SelectBox({
  sheet,
  fills,
  children,
}: {
  sheet: RefObject<HTMLDivElement | null>;
  /** All of the room below its rows is its ground, too. */
  fills: boolean;
  children: ReactNode;
}) {
  const [box, setBox] = useState<Bounds | null>(null);
  const press = (e: React.PointerEvent<HTMLDivElement>) => {
    const target = e.target as Element;
    // Events of menus come here as well, though they lie elsewhere on the page.
    if (e.button !== 0 || e.pointerType === 'touch' || !e.currentTarget.contains(target) || target.closest(OWN)) return;
    const [x, y] = [e.clientX, e.clientY];
    const cells = [...e.currentTarget.querySelectorAll<HTMLElement>('[data-cell]')].map((cell) => {
      const [strand, step] = cell.dataset.cell!.split('/');
      return { at: { strand: strand!, step: step! }, bounds: cell.getBoundingClientRect() };
    });
    followPointer(e, {
      moved: (m) => {
        const drawn = boundsOf(x, y, m.clientX, m.clientY);
        const { left, top } = sheet.current!.getBoundingClientRect();
        setBox(boundsOf(drawn.left - left, drawn.top - top, drawn.right - left, drawn.bottom - top));
        const touched = cellsInBox(cells, drawn);
        const { select, selectTo } = useWorkbench.getState();
        if (!touched) return;
        select(touched[0]);
        selectTo(touched[1]);
      },
      ended: () => setBox(null),
    });
  };
  return (
    <div
      ref={sheet}
      role="grid"
      aria-label="Steps of all strands"
      aria-multiselectable
      className={`relative pb-3 ${fills ? 'min-h-full' : ''}`}
      onPointerDown={press}
    >
      {children}
      {box && (
        <div
          aria-hidden
          data-select-box
          className="pointer-events-none absolute z-30 rounded-sm border border-lichen bg-lichen/10"
          style={{ left: box.left, top: box.top, width: box.right - box.left, height: box.bottom - box.top }}
        />
      )}
    </div>
  );
}
