import { defaultRangeExtractor, useVirtualizer, type Range } from '@tanstack/react-virtual';
import { useCallback, useLayoutEffect, useRef, useState, type ReactNode } from 'react';

interface Props<T> {
  items: readonly T[];
  keyOf: (item: T) => string;
  /** About how high an item is, in pixels; each is measured once it is drawn. */
  height: (item: T) => number;
  /** Places of items that are drawn wherever they are: what is selected, dragged, or drawn to. */
  keep?: readonly number[];
  /** Draws what is in sight, in order; each of them inside of `frame`. */
  children: (drawn: { item: T; index: number; frame: (child: ReactNode) => ReactNode }[]) => ReactNode;
}

/** Items drawn beyond both ends of what is in sight: lists of usual length are drawn whole. */
const ITEMS_BEYOND_SIGHT = 18;

/** A list of which only what is in sight is drawn, however long it is. */
export function InSight<T>({ items, keyOf, height, keep = NONE, children }: Props<T>) {
  const list = useRef<HTMLDivElement>(null);
  const scroller = useRef<Element | null>(null);
  const [margin, setMargin] = useState(0);
  useLayoutEffect(() => {
    if (!list.current) return;
    const outer = (scroller.current = scrolledAround(list.current));
    setMargin(
      Math.round(list.current.getBoundingClientRect().top - outer.getBoundingClientRect().top + outer.scrollTop),
    );
  }, [items.length]);
  const rangeExtractor = useCallback(
    (range: Range) => {
      const own = defaultRangeExtractor(range);
      const more = keep.filter((i) => i >= 0 && i < range.count && !own.includes(i));
      return more.length > 0 ? [...own, ...more].sort((a, b) => a - b) : own;
    },
    [keep],
  );
  const virtualizer = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => height(items[i]!),
    getItemKey: (i) => keyOf(items[i]!),
    initialRect: { width: 0, height: 900 },
    overscan: ITEMS_BEYOND_SIGHT,
    scrollMargin: margin,
    rangeExtractor,
  });
  const drawn = virtualizer.getVirtualItems().map(({ index, key, start }) => ({
    item: items[index]!,
    index,
    frame: (child: ReactNode) => (
      <div
        key={key}
        ref={virtualizer.measureElement}
        data-index={index}
        role="presentation"
        className="absolute inset-x-0"
        style={{ top: start - margin }}
      >
        {child}
      </div>
    ),
  }));
  return (
    <div ref={list} role="presentation" className="relative" style={{ height: virtualizer.getTotalSize() }}>
      {children(drawn)}
    </div>
  );
}

/** The element around another that is scrolled with it; the page where there is none. */
function scrolledAround(element: Element): Element {
  for (let outer = element.parentElement; outer; outer = outer.parentElement)
    if (/auto|scroll/.test(getComputedStyle(outer).overflowY)) return outer;
  return document.documentElement;
}

const NONE: readonly number[] = [];
