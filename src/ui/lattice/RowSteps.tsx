import { clsx } from 'clsx';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import type { CellSize } from './cell-size';

/** Part of what is seen by which a press of an arrow scrolls. */
const SCROLL_OF_VIEW = 0.7;

interface Props {
  size: CellSize;
  /** The selected step of the row: it comes into view. */
  selected: string | null;
  children: ReactNode;
}

/** The steps of one row. A row that is longer than there is room scrolls by itself. */
export function RowSteps({ size, selected, children }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [hidden, setHidden] = useState({ before: false, after: false });
  useEffect(() => {
    const element = box.current!;
    const look = () => {
      const { scrollLeft, clientWidth, scrollWidth } = element;
      const now = { before: scrollLeft > 1, after: scrollLeft + clientWidth < scrollWidth - 1 };
      setHidden((was) => (was.before === now.before && was.after === now.after ? was : now));
    };
    const sizes = new ResizeObserver(look);
    sizes.observe(element);
    sizes.observe(element.firstElementChild!);
    element.addEventListener('scroll', look);
    return () => {
      sizes.disconnect();
      element.removeEventListener('scroll', look);
    };
  }, []);
  useEffect(() => {
    if (!selected) return;
    const cell = box.current!.querySelector(`[data-cell$="/${CSS.escape(selected)}"]`);
    cell?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [selected]);
  const scroll = (way: number) =>
    box.current!.scrollBy({ left: way * SCROLL_OF_VIEW * box.current!.clientWidth, behavior: 'instant' });
  return (
    <div className="relative min-w-0">
      <span
        aria-hidden
        className="absolute right-0 left-0 h-px bg-line"
        style={{ top: size.above + size.height / 2 }}
      />
      <div
        ref={box}
        data-steps
        className={clsx(
          '-ml-1 scroll-px-8 overflow-x-auto overflow-y-hidden',
          size.compact ? 'py-[2px]' : '-mt-0.5 pt-[9px] pb-1',
        )}
        style={{ scrollbarWidth: 'none' }}
      >
        <div className="relative flex w-max items-start pr-4 pl-1">{children}</div>
      </div>
      {hidden.before && <More way="before" onPress={() => scroll(-1)} />}
      {hidden.after && <More way="after" onPress={() => scroll(1)} />}
    </div>
  );
}

/** Says that a row goes on where it is cut off, and scrolls there; the keyboard walks the steps themselves. */
function More({ way, onPress }: { way: 'before' | 'after'; onPress: () => void }) {
  const Icon = way === 'before' ? ChevronLeft : ChevronRight;
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-hidden
      title={`Steps ${way} these`}
      onClick={onPress}
      className={clsx(
        'absolute inset-y-0 z-20 grid w-7 place-items-center text-mute hover:text-lichen',
        way === 'before'
          ? 'left-0 bg-gradient-to-r from-ground to-transparent'
          : 'right-0 bg-gradient-to-l from-ground to-transparent',
      )}
    >
      <Icon size={15} />
    </button>
  );
}
