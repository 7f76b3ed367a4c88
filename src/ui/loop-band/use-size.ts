import { useEffect, useState, type RefObject } from 'react';

/** The size of an element in pixels as it changes; 0 until it is known. */
export function useSize(element: RefObject<Element | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      setSize({ width, height });
    });
    watch.observe(element.current!);
    return () => watch.disconnect();
  }, [element]);
  return size;
}
